package tidemark.core.mandate;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.joda.money.CurrencyUnit;
import tidemark.core.table.CsvTable;

/**
 * The CSV file of mandates, one row each. Needed: {@code party} (its code or name), {@code reference}, {@code signed},
 * {@code kind} ({@code ach_consumer}, {@code ach_business}, {@code sepa_core} or {@code sepa_b2b}), {@code account} (number
 * or IBAN). Known besides: {@code routing}, {@code type} ({@code checking} or {@code savings}), {@code bic}, {@code holder},
 * {@code use} ({@code again} or {@code once}), {@code most}, {@code ends}, {@code note}.
 */
public final class MandateFile {
    private static final CsvTable TABLE = new CsvTable(
            List.of("party", "reference", "signed", "kind", "account"),
            List.of("routing", "type", "bic", "holder", "use", "most", "ends", "note"));

    private MandateFile() {}

    /** @param most 0 for any; {@code endsOn} {@link LocalDate#MAX} for no end */
    public record Row(
            int fileLine,
            String party,
            String reference,
            LocalDate signedOn,
            Mandate.Kind kind,
            String account,
            String routing,
            boolean savings,
            String bic,
            String holder,
            boolean again,
            long most,
            LocalDate endsOn,
            String note) {}

    /** Reads all rows, or names every problem by its line and column: {@code mandate.word} and those of {@link CsvTable}. */
    public static CsvTable.Result<Row> read(String content, CurrencyUnit currency) {
        return TABLE.read(
                content,
                row -> new Row(
                        row.fileLine(),
                        row.needed("party"),
                        row.needed("reference"),
                        row.date("signed"),
                        kind(row, row.needed("kind")),
                        row.needed("account"),
                        row.text("routing"),
                        oneOf(row, "type", "checking", "savings"),
                        row.text("bic"),
                        row.text("holder"),
                        !oneOf(row, "use", "again", "once"),
                        row.text("most").isEmpty() ? 0 : row.amount("most", currency),
                        row.dateOr("ends", LocalDate.MAX),
                        row.text("note")));
    }

    private static Mandate.Kind kind(CsvTable.Row row, String word) {
        for (Mandate.Kind kind : Mandate.Kind.values()) {
            if (kind.name().equalsIgnoreCase(word)) {
                return kind;
            }
        }
        if (!word.isEmpty()) {
            row.problem("mandate.word", "kind", word, say("mandate.word.kinds"), say("mandate.word.remedy"));
        }
        return Mandate.Kind.ACH_BUSINESS;
    }

    /** Whether the second of two words stands there; the first where nothing does. */
    private static boolean oneOf(CsvTable.Row row, String column, String first, String second) {
        String word = row.text(column).toLowerCase(Locale.ROOT);
        if (!word.isEmpty() && !word.equals(first) && !word.equals(second)) {
            row.problem(
                    "mandate.word",
                    column,
                    word,
                    say("mandate.word.expected", first, second),
                    say("mandate.word.remedy"));
        }
        return word.equals(second);
    }
}
