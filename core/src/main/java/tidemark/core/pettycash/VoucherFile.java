package tidemark.core.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The CSV file of vouchers of one drawer, one row each, in the order in which they are posted. Needed: {@code date},
 * {@code who} (whom it was paid to or came from), {@code amount} (gross, above zero). Known besides: {@code kind} (paid,
 * received or advance; paid where it is empty), {@code purpose} (its name; none for an advance), {@code text}, {@code tax}
 * and {@code cost_centre} (the purpose's own where the cell is empty), {@code paper_date}, {@code tags}.
 */
public final class VoucherFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("date", "who", "amount"),
            List.of("kind", "purpose", "text", "tax", "cost_centre", "paper_date", "tags"));

    private VoucherFile() {}

    /** What a row may be. */
    public enum Kind {
        PAID,
        RECEIVED,
        ADVANCE
    }

    /**
     * @param amount minor units, above zero
     * @param paperDate {@link LocalDate#MIN} where it is the date
     */
    public record Row(
            int fileLine,
            LocalDate date,
            String who,
            long amount,
            Kind kind,
            String purpose,
            String text,
            String taxCode,
            String costCentre,
            LocalDate paperDate,
            String tags) {}

    /**
     * Reads all rows, or names every problem by its line and column: {@code voucher.kind}, {@code voucher.purpose} and those
     * of {@link CsvTable}. Cost: O(rows).
     */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency) {
        return TABLE.read(content, row -> {
            Kind kind = kind(row);
            String purpose = row.text("purpose");
            if (purpose.isEmpty() && kind != Kind.ADVANCE) {
                row.problem(
                        "voucher.purpose",
                        "purpose",
                        say("voucher.purposeCell.found"),
                        say("voucher.purposeCell.expected"),
                        say("voucher.purposeCell.remedy"));
            }
            return new Row(
                    row.fileLine(),
                    row.date("date"),
                    row.needed("who"),
                    row.amountAboveZero("amount", currency),
                    kind,
                    purpose,
                    row.text("text"),
                    row.text("tax"),
                    row.text("cost_centre"),
                    row.dateOr("paper_date", LocalDate.MIN),
                    row.text("tags"));
        });
    }

    private static Kind kind(CsvTable.Row row) {
        String typed = row.text("kind").toUpperCase(Locale.ROOT);
        for (Kind kind : Kind.values()) {
            if (typed.isEmpty() || kind.name().equals(typed)) {
                return kind;
            }
        }
        row.problem("voucher.kind", "kind", row.text("kind"), say("voucher.kind.expected"), say("voucher.kind.remedy"));
        return Kind.PAID;
    }
}
