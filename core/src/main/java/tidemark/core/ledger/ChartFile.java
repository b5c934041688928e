package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tidemark.core.table.CsvTable;
import tidemark.core.table.CsvWriting;

/** The chart of accounts as CSV: {@code code, name, type} and, besides, {@code active} (yes or no) and {@code control}. */
public final class ChartFile {
    private static final CsvTable TABLE = new CsvTable(List.of("code", "name", "type"), List.of("active", "control"));

    private ChartFile() {}

    /**
     * Reads all accounts, or names every problem by its line and column: {@code choice.unknown} beside those of {@link
     * CsvTable}. Cost: O(rows).
     */
    public static CsvTable.Result<LedgerAccount> read(String content) {
        return TABLE.read(content, row -> {
            String code = row.needed("code");
            String name = row.needed("name");
            AccountType type = choice(row, "type", AccountType.values(), AccountType.EXPENSE);
            Control control = row.text("control").isEmpty()
                    ? Control.NONE
                    : choice(row, "control", Control.values(), Control.NONE);
            String active = row.text("active").toLowerCase(Locale.ROOT);
            if (!List.of("", "yes", "no").contains(active)) {
                row.problem(
                        "choice.unknown",
                        "active",
                        "“" + active + "”",
                        say("choice.unknown.expected"),
                        say("choice.unknown.remedy"));
            }
            return new LedgerAccount(
                    code.isEmpty() ? "?" : code, name.isEmpty() ? "?" : name, type, !active.equals("no"), control);
        });
    }

    private static <E extends Enum<E>> E choice(CsvTable.Row row, String column, E[] values, E otherwise) {
        List<String> names = new ArrayList<>();
        for (E value : values) {
            names.add(value.name().toLowerCase(Locale.ROOT));
            if (value.name().equalsIgnoreCase(row.text(column))) {
                return value;
            }
        }
        row.problem(
                "choice.unknown",
                column,
                row.text(column).isEmpty() ? say("choice.unknown.found") : "“" + row.text(column) + "”",
                String.join(", ", names),
                say("choice.unknown.remedy2"));
        return otherwise;
    }

    /** Reads back to the same accounts. */
    public static String write(List<LedgerAccount> chart) {
        return CsvWriting.of(
                List.of("code", "name", "type", "active", "control"),
                chart.stream()
                        .map(a -> List.of(
                                a.code(),
                                a.name(),
                                a.type().name().toLowerCase(Locale.ROOT),
                                a.active() ? "yes" : "no",
                                a.control().name().toLowerCase(Locale.ROOT)))
                        .toList());
    }
}
