package tidemark.core.expense;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The CSV file of expenses, one row each. Needed: {@code date}, {@code who} (whom it was paid to), {@code amount} (gross,
 * above zero, in the company's currency), {@code account} (what it is for, by its number), {@code paid_by} (bank, card,
 * drawer or employee) and {@code out_of} (the bank account, the drawer or the employee by name or code). Known besides:
 * {@code text}, {@code tax}, {@code cost_centre}, {@code reference}, {@code tags}, {@code paper_date}.
 */
public final class ExpenseFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("date", "who", "amount", "account", "paid_by", "out_of"),
            List.of("text", "tax", "cost_centre", "reference", "tags", "paper_date"));

    private ExpenseFile() {}

    /**
     * @param amount minor units, above zero
     * @param outOf the bank account, drawer or employee as it is called
     * @param paperDate {@link LocalDate#MIN} where it is the date
     */
    public record Row(
            int fileLine,
            LocalDate date,
            String who,
            long amount,
            String account,
            PaidBy paidBy,
            String outOf,
            String text,
            String taxCode,
            String costCentre,
            String reference,
            String tags,
            LocalDate paperDate) {}

    /**
     * Reads all rows, or names every problem by its line and column: {@code expense.paid-by} and those of {@link CsvTable}.
     * Cost: O(rows).
     */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency) {
        return TABLE.read(
                content,
                row -> new Row(
                        row.fileLine(),
                        row.date("date"),
                        row.needed("who"),
                        row.amountAboveZero("amount", currency),
                        row.needed("account"),
                        paidBy(row),
                        row.needed("out_of"),
                        row.text("text"),
                        row.text("tax"),
                        row.text("cost_centre"),
                        row.text("reference"),
                        row.text("tags"),
                        row.dateOr("paper_date", LocalDate.MIN)));
    }

    private static PaidBy paidBy(CsvTable.Row row) {
        String typed = row.needed("paid_by").toUpperCase(Locale.ROOT);
        for (PaidBy one : PaidBy.values()) {
            if (one.name().equals(typed)) {
                return one;
            }
        }
        if (!typed.isEmpty()) {
            row.problem(
                    "expense.paid-by",
                    "paid_by",
                    row.text("paid_by"),
                    say("expense.paid-by.expected"),
                    say("expense.paid-by.remedy"));
        }
        return PaidBy.BANK;
    }
}
