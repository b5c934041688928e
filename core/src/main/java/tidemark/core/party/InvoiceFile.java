package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The CSV file of invoices and credit notes, one row each. Needed: {@code party} (its code or name), {@code number},
 * {@code date}, {@code amount} (gross; below zero for a credit note), {@code account}. Known besides:
 * {@code due_date}, {@code tax}, {@code cost_centre}, {@code text}.
 */
public final class InvoiceFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("party", "number", "date", "amount", "account"), List.of("due_date", "tax", "cost_centre", "text"));

    private InvoiceFile() {}

    /** @param dueDate {@link LocalDate#MIN} where the party's terms say it */
    public record Row(
            int fileLine,
            String party,
            String number,
            LocalDate date,
            LocalDate dueDate,
            long gross,
            String accountCode,
            String taxCode,
            String costCentre,
            String text) {}

    /**
     * Reads all rows, or names every problem by its line and column: {@code date.order} and those
     * of {@link CsvTable}. Cost: O(rows).
     */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency) {
        return TABLE.read(content, row -> {
            LocalDate date = row.date("date");
            LocalDate due = row.dateOr("due_date", LocalDate.MIN);
            if (!due.equals(LocalDate.MIN) && due.isBefore(date)) {
                row.problem(
                        "date.order",
                        "due_date",
                        due.toString(),
                        say("date.order.expected2", date),
                        say("date.order.remedy2"));
            }
            return new Row(
                    row.fileLine(),
                    row.needed("party"),
                    row.needed("number"),
                    date,
                    due,
                    row.amount("amount", currency),
                    row.needed("account"),
                    row.text("tax"),
                    row.text("cost_centre"),
                    row.text("text"));
        });
    }
}
