package tidemark.core.ledger;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The CSV file of cash entries: a header row naming its columns in any order, then one row an entry.
 * Needed: {@code date} (2026-06-04) and {@code amount} (signed decimal, + into the account). Known besides:
 * {@code reference}, {@code check_number}, {@code party}, {@code text}, {@code account} (the balancing
 * account), {@code rate} (of an account in another currency; the rate of the day where it is empty).
 */
public final class CashEntryFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("date", "amount"), List.of("reference", "check_number", "party", "text", "account", "rate"));

    private CashEntryFile() {}

    /** One row; {@code accountCode} is empty where the row names none. */
    public record Row(
            int fileLine,
            LocalDate date,
            long minorUnits,
            String reference,
            String checkNumber,
            String party,
            String text,
            String accountCode,
            Optional<BigDecimal> rate) {}

    /** Reads the whole text; never throws for bad content. Cost: O(length). */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency) {
        return TABLE.read(
                content,
                row -> new Row(
                        row.fileLine(),
                        row.date("date"),
                        row.amount("amount", currency),
                        row.text("reference"),
                        row.text("check_number"),
                        row.text("party"),
                        row.text("text"),
                        row.text("account"),
                        row.rate("rate")));
    }
}
