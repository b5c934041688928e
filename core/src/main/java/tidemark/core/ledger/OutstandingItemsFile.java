package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The items outstanding when an account is taken over: in the ledger already, not yet at the bank. Needed:
 * {@code date}, no later than the conversion date, and {@code amount} (signed, + into the account). Known besides:
 * {@code reference}, {@code check_number}, {@code party}, {@code text}. Tabs serve as well as commas.
 */
public final class OutstandingItemsFile {
    private static final CsvTable TABLE =
            new CsvTable(List.of("date", "amount"), List.of("reference", "check_number", "party", "text"));

    private OutstandingItemsFile() {}

    /** One outstanding item; minor units signed, positive into the account. */
    public record Row(
            LocalDate date, long minorUnits, String reference, String checkNumber, String party, String text) {}

    /**
     * Reads all rows, or names every problem by its line and column. @param conversion the day the account is taken over
     * Cost: O(rows). Problems: {@code outstanding.date} beside those of {@link CsvTable}.
     */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency, LocalDate conversion) {
        return TABLE.read(content, row -> {
            LocalDate date = row.date("date");
            if (date.isAfter(conversion)) {
                row.problem(
                        "outstanding.date",
                        "date",
                        date.toString(),
                        say("outstanding.date.expected", conversion),
                        say("outstanding.date.remedy"));
            }
            return new Row(
                    date,
                    row.amount("amount", currency),
                    row.text("reference"),
                    row.text("check_number"),
                    row.text("party"),
                    row.text("text"));
        });
    }

    /** The bank's balance that day: the ledger's, less what only the ledger has. */
    public static long bankBalance(long ledgerBalance, List<Row> outstanding) {
        long bank = ledgerBalance;
        for (Row row : outstanding) {
            bank = Math.subtractExact(bank, row.minorUnits());
        }
        return bank;
    }
}
