package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * An outside list of payments, such as a payroll run: one row a payment. Needed: {@code payee}, {@code date},
 * {@code amount} (above zero), {@code account} (what it is for). Known besides: {@code number} (of the check; taken
 * from the stock where empty), {@code text}, {@code tax}, {@code cost_centre}.
 */
public final class PaymentFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("payee", "date", "amount", "account"), List.of("number", "text", "tax", "cost_centre"));

    private PaymentFile() {}

    public record Row(
            int fileLine,
            String payee,
            LocalDate date,
            long gross,
            String accountCode,
            String number,
            String text,
            String taxCode,
            String costCentre) {}

    /**
     * Reads all rows, or names every problem by its line and column: {@code check.number}, {@code number.taken} and those
     * of {@link CsvTable}. Cost: O(rows).
     */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency) {
        Map<String, Integer> lineOf = new HashMap<>();
        return TABLE.read(content, row -> {
            String number = row.text("number");
            if (!number.isEmpty()) {
                Integer before = lineOf.putIfAbsent(number, row.fileLine());
                if (!number.matches("[0-9]{1,12}")) {
                    row.problem(
                            "check.number",
                            "number",
                            "“" + number + "”",
                            say("check.number.expected2"),
                            say("check.number.remedy2"));
                } else if (before != null) {
                    row.problem(
                            "number.taken",
                            "number",
                            say("number.taken.found", number, before),
                            say("number.taken.expected"),
                            say("number.taken.remedy"));
                }
            }
            return new Row(
                    row.fileLine(),
                    row.needed("payee"),
                    row.date("date"),
                    row.amountAboveZero("amount", currency),
                    row.needed("account"),
                    number,
                    row.text("text"),
                    row.text("tax"),
                    row.text("cost_centre"));
        });
    }
}
