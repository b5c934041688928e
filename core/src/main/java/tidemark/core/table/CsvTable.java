package tidemark.core.table;

import static tidemark.core.words.Catalogue.say;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * A table with a header row that names its columns in any order, then one row an item. Comma-separated, or
 * tab-separated as cells copied from a spreadsheet are.
 */
public final class CsvTable {
    /** Rows beyond this are refused, so that one file stays one transaction of bearable size. */
    public static final int MOST_ROWS = 50_000;

    private static final int LONGEST_TEXT = 200;

    private final List<String> needed;
    private final List<String> known;
    private final boolean bulk;

    /** @param needed the columns that must be there; {@code optional} those that may */
    public CsvTable(List<String> needed, List<String> optional) {
        this(needed, optional, false);
    }

    /** A table of any length and with long texts, for work without a database; columns of other names are passed over. */
    public static CsvTable bulk(List<String> needed, List<String> optional) {
        return new CsvTable(needed, optional, true);
    }

    private CsvTable(List<String> needed, List<String> optional, boolean bulk) {
        this.bulk = bulk;
        this.needed = List.copyOf(needed);
        List<String> all = new ArrayList<>(needed);
        all.addAll(optional);
        this.known = List.copyOf(all);
    }

    /** Makes an item of a row; what does not fit is added to the row's problems, and then the item is dropped. */
    public interface RowReader<T> {
        T read(Row row);
    }

    /** The rows that were understood, and a problem for each that was not; a file is taken only without problems. */
    public record Result<T>(List<T> rows, List<Problem> problems) {
        public Result {
            rows = List.copyOf(rows);
            problems = List.copyOf(problems);
        }

        /** @throws RuleViolation with the first fifty problems, when there are any */
        public List<T> rowsOrRefuse() {
            if (!problems.isEmpty()) {
                throw new RuleViolation(problems.subList(0, Math.min(50, problems.size())));
            }
            return rows;
        }
    }

    /** One row by column name. A missing cell is empty. */
    public final class Row {
        private final CsvRecord row;
        private final Map<String, Integer> columns;
        private final List<Problem> problems;

        private Row(CsvRecord row, Map<String, Integer> columns, List<Problem> problems) {
            this.row = row;
            this.columns = columns;
            this.problems = problems;
        }

        public int fileLine() {
            return (int) row.getStartingLineNumber();
        }

        public String text(String column) {
            Integer index = columns.get(column);
            return index == null || index >= row.getFieldCount()
                    ? ""
                    : row.getField(index).strip();
        }

        /** The text, which must not be empty. */
        public String needed(String column) {
            String text = text(column);
            if (text.isEmpty()) {
                problem(
                        "field.empty",
                        column,
                        "nothing",
                        say("field.empty.expected2"),
                        say("field.empty.remedy2", column));
            }
            return text;
        }

        public LocalDate date(String column) {
            String text = text(column);
            try {
                return LocalDate.parse(text);
            } catch (DateTimeParseException e) {
                problem(
                        "date.unreadable",
                        column,
                        text.isEmpty() ? "nothing" : "“" + text + "”",
                        say("date.unreadable.expected"),
                        say("date.unreadable.remedy"));
                return LocalDate.EPOCH;
            }
        }

        /** The date, or another one where the cell is empty. */
        public LocalDate dateOr(String column, LocalDate otherwise) {
            return text(column).isEmpty() ? otherwise : date(column);
        }

        /** Signed minor units, not zero. */
        public long amount(String column, CurrencyUnit currency) {
            try {
                long amount = MinorUnits.parse(text(column), currency, say("table.line", fileLine(), column));
                if (amount == 0) {
                    problem("amount.zero", column, "zero", say("amount.zero.expected"), say("amount.zero.remedy4"));
                }
                return amount;
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
                return 0;
            }
        }

        /** A rate above zero; empty where the cell is. */
        public Optional<BigDecimal> rate(String column) {
            if (text(column).isEmpty()) {
                return Optional.empty();
            }
            try {
                BigDecimal rate = AmountStyle.POINT.decimal(text(column), 8, say("table.line", fileLine(), column));
                if (rate.signum() <= 0) {
                    problem("rate.unfit", column, text(column), say("rate.unfit.expected2"), say("rate.unfit.remedy"));
                }
                return Optional.of(rate);
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
                return Optional.empty();
            }
        }

        /** Minor units above zero. */
        public long amountAboveZero(String column, CurrencyUnit currency) {
            long amount = amount(column, currency);
            if (amount < 0) {
                problem(
                        "amount.negative",
                        column,
                        text(column),
                        say("amount.negative.expected2"),
                        say("amount.negative.remedy2"));
            }
            return amount;
        }

        public void problem(String code, String column, String found, String expected, String remedy) {
            problems.add(new Problem(code, say("table.line", fileLine(), column), found, expected, remedy));
        }
    }

    /** Reads the whole text; never throws for bad content. Cost: O(length). */
    public <T> Result<T> read(String content, RowReader<T> reader) {
        List<T> rows = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        Map<String, Integer> columns = new HashMap<>();
        String text = content.startsWith("\uFEFF") ? content.substring(1) : content;
        int lineEnd = text.indexOf('\n');
        boolean tabs = text.substring(0, lineEnd < 0 ? text.length() : lineEnd).indexOf('\t') >= 0;
        int count = 0;
        try (CsvReader<CsvRecord> csv = CsvReader.builder()
                .fieldSeparator(tabs ? '\t' : ',')
                .allowExtraFields(true)
                .allowMissingFields(true)
                .ofCsvRecord(text)) {
            for (CsvRecord record : csv) {
                if (columns.isEmpty()) {
                    readHeader(record, columns, problems);
                    if (!problems.isEmpty()) {
                        break;
                    }
                    continue;
                }
                Row row = new Row(record, columns, problems);
                if (++count > MOST_ROWS && !bulk) {
                    problems.add(Problem.atLine(
                            row.fileLine(),
                            "file.rows",
                            say("file.rows.found", MOST_ROWS),
                            say("file.rows.expected", MOST_ROWS),
                            say("file.rows.remedy")));
                    break;
                }
                int before = problems.size();
                for (String column : bulk ? List.<String>of() : columns.keySet()) {
                    if (row.text(column).length() > LONGEST_TEXT) {
                        row.problem(
                                "text.long",
                                column,
                                say("text.long.found2", row.text(column).length()),
                                say("text.long.expected2", LONGEST_TEXT),
                                say("text.long.remedy2"));
                    }
                }
                T item = reader.read(row);
                if (problems.size() == before) {
                    rows.add(item);
                }
            }
        } catch (CsvParseException | UncheckedIOException | IOException e) {
            problems.add(new Problem(
                    "file.csv", "", say("file.csv.found3", count), say("file.csv.expected2"), say("file.csv.remedy2")));
        }
        if (count == 0 && problems.isEmpty()) {
            problems.add(new Problem(
                    "file.empty",
                    "",
                    columns.isEmpty() ? say("file.empty.found") : say("file.empty.found2"),
                    say("file.empty.expected2"),
                    say("file.empty.remedy2")));
        }
        return new Result<>(rows, problems);
    }

    private void readHeader(CsvRecord row, Map<String, Integer> columns, List<Problem> problems) {
        for (int i = 0; i < row.getFieldCount(); i++) {
            String name = row.getField(i).strip().toLowerCase(Locale.ROOT);
            if (bulk && !known.contains(name)) {
                continue;
            }
            if (!known.contains(name) || columns.putIfAbsent(name, i) != null) {
                problems.add(new Problem(
                        "file.column",
                        say("file.column.where", i + 1),
                        say("file.column.found", name),
                        say("file.column.expected2", String.join(", ", known)),
                        say("file.column.remedy")));
            }
        }
        for (String name : needed) {
            if (!columns.containsKey(name)) {
                problems.add(new Problem(
                        "file.column.missing",
                        say("file.column.missing.where"),
                        say("file.column.missing.found", name),
                        say("file.column.missing.expected2", String.join(", ", needed)),
                        say("file.column.missing.remedy", name)));
            }
        }
    }
}
