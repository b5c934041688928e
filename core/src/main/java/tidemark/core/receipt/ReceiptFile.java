package tidemark.core.receipt;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The CSV file of receipts, one row each. Needed: {@code date}, {@code from} (a customer's code or name, or anybody's name),
 * {@code amount} (gross, above zero). Known besides: {@code tender} (check, cash, card or one that the company added; a check where it is empty),
 * {@code number}, {@code items} (numbers of what it settles), {@code account} (what it is for, where it is anybody's),
 * {@code tax}, {@code cost_centre}, {@code site}, {@code paper_date}, {@code text}.
 */
public final class ReceiptFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("date", "from", "amount"),
            List.of("tender", "number", "items", "account", "tax", "cost_centre", "site", "paper_date", "text"));

    private ReceiptFile() {}

    /**
     * @param amount minor units, above zero
     * @param tenderName of a tender that the company added; else empty
     * @param items numbers as they stand there; empty for what stays unapplied
     * @param accountCode empty for a customer's
     * @param paperDate {@link LocalDate#MIN} where it is the date
     */
    public record Row(
            int fileLine,
            LocalDate date,
            String from,
            long amount,
            Tender tender,
            String tenderName,
            String number,
            String items,
            String accountCode,
            String taxCode,
            String costCentre,
            String site,
            LocalDate paperDate,
            String text) {}

    /**
     * Reads all rows, or names every problem by its line and column: {@code tender.unknown} and those of
     * {@link CsvTable}. Cost: O(rows).
     *
     * @param own the tenders that the company added, by name
     */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency, Map<String, Tender> own) {
        return TABLE.read(
                content,
                row -> new Row(
                        row.fileLine(),
                        row.date("date"),
                        row.needed("from"),
                        row.amountAboveZero("amount", currency),
                        tender(row, own),
                        ownTender(row, own).orElse(""),
                        row.text("number"),
                        row.text("items"),
                        row.text("account"),
                        row.text("tax"),
                        row.text("cost_centre"),
                        row.text("site"),
                        row.dateOr("paper_date", LocalDate.MIN),
                        row.text("text")));
    }

    private static Optional<String> ownTender(CsvTable.Row row, Map<String, Tender> own) {
        String typed = row.text("tender").strip();
        return own.keySet().stream().filter(typed::equalsIgnoreCase).findFirst();
    }

    private static Tender tender(CsvTable.Row row, Map<String, Tender> own) {
        Optional<String> added = ownTender(row, own);
        if (added.isPresent()) {
            return own.getOrDefault(added.get(), Tender.CHECK);
        }
        String typed = row.text("tender").strip().toUpperCase(Locale.ROOT);
        for (Tender tender : Tender.values()) {
            if (typed.isEmpty() || tender.name().equals(typed)) {
                return tender;
            }
        }
        row.problem(
                "tender.unknown",
                "tender",
                row.text("tender"),
                say("tender.unknown.expected"),
                say("tender.unknown.remedy"));
        return Tender.CHECK;
    }
}
