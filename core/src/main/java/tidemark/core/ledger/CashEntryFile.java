package tidemark.core.ledger;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * The CSV file of cash entries: a header row naming its columns in any order, then one row an entry.
 * Needed: {@code date} (2026-06-04) and {@code amount} (signed decimal, + into the account). Known besides:
 * {@code reference}, {@code check_number}, {@code party}, {@code text}, {@code account} (the balancing account).
 */
public final class CashEntryFile {
    private static final Set<String> KNOWN =
            Set.of("date", "amount", "reference", "check_number", "party", "text", "account");
    /** Rows beyond this are refused, so that one file stays one transaction of bearable size. */
    public static final int MOST_ROWS = 50_000;

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
            String accountCode) {}

    /** The rows that were understood, and a problem for each that was not; a file is taken only without problems. */
    public record Result(List<Row> rows, List<Problem> problems) {
        public Result {
            rows = List.copyOf(rows);
            problems = List.copyOf(problems);
        }
    }

    /** Reads the whole text; never throws for bad content. Cost: O(length). */
    public static Result read(String content, CurrencyUnit currency) {
        List<Row> rows = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        Map<String, Integer> columns = new HashMap<>();
        try (CsvReader<CsvRecord> reader = CsvReader.builder()
                .allowExtraFields(true)
                .allowMissingFields(true)
                .ofCsvRecord(stripByteOrderMark(content))) {
            for (CsvRecord row : reader) {
                int line = (int) row.getStartingLineNumber();
                if (columns.isEmpty()) {
                    readHeader(row, columns, problems);
                    if (!problems.isEmpty()) {
                        break;
                    }
                } else if (rows.size() == MOST_ROWS) {
                    problems.add(Problem.atLine(
                            line,
                            "file.rows",
                            "more than " + MOST_ROWS + " rows",
                            "at most " + MOST_ROWS + " rows",
                            "Split the file."));
                    break;
                } else {
                    readRow(row, line, columns, currency, rows, problems);
                }
            }
        } catch (CsvParseException | java.io.UncheckedIOException | java.io.IOException e) {
            problems.add(new Problem(
                    "file.csv",
                    "",
                    "text that is not well-formed CSV after row " + rows.size(),
                    "comma-separated values with balanced quotes",
                    "Save the file as CSV again."));
        }
        if (rows.isEmpty() && problems.isEmpty()) {
            problems.add(new Problem(
                    "file.empty",
                    "",
                    columns.isEmpty() ? "an empty file" : "a header and no rows",
                    "a header row and at least one entry",
                    "Choose the file that holds the entries."));
        }
        return new Result(rows, problems);
    }

    private static void readHeader(CsvRecord row, Map<String, Integer> columns, List<Problem> problems) {
        for (int i = 0; i < row.getFieldCount(); i++) {
            String name = row.getField(i).strip().toLowerCase(Locale.ROOT);
            if (!KNOWN.contains(name) || columns.putIfAbsent(name, i) != null) {
                problems.add(new Problem(
                        "file.column",
                        "line 1, column " + (i + 1),
                        "a column named “" + name + "”",
                        "the columns date, amount, reference, check_number, party, text, account, each at most once",
                        "Rename or remove that column."));
            }
        }
        for (String needed : List.of("date", "amount")) {
            if (!columns.containsKey(needed)) {
                problems.add(new Problem(
                        "file.column.missing",
                        "line 1",
                        "no column " + needed,
                        "a header row with at least date and amount",
                        "Add the column " + needed + "."));
            }
        }
    }

    private static void readRow(
            CsvRecord row,
            int line,
            Map<String, Integer> columns,
            CurrencyUnit currency,
            List<Row> rows,
            List<Problem> problems) {
        int before = problems.size();
        String dateText = field(row, columns, "date");
        LocalDate date = LocalDate.EPOCH;
        try {
            date = LocalDate.parse(dateText);
        } catch (DateTimeParseException e) {
            problems.add(new Problem(
                    "date.unreadable",
                    "line " + line + ", date",
                    dateText.isEmpty() ? "nothing" : "“" + dateText + "”",
                    "a date such as 2026-06-04",
                    "Correct the date."));
        }
        long amount = 0;
        try {
            amount = MinorUnits.parse(field(row, columns, "amount"), currency, "line " + line + ", amount");
            if (amount == 0) {
                problems.add(new Problem(
                        "amount.zero",
                        "line " + line + ", amount",
                        "zero",
                        "an amount other than zero",
                        "Remove the row or correct the amount."));
            }
        } catch (RuleViolation e) {
            problems.addAll(e.problems());
        }
        for (String name : columns.keySet()) {
            if (field(row, columns, name).length() > 200) {
                problems.add(new Problem(
                        "text.long",
                        "line " + line + ", " + name,
                        field(row, columns, name).length() + " characters",
                        "at most 200 characters",
                        "Shorten the text."));
            }
        }
        if (problems.size() == before) {
            rows.add(new Row(
                    line,
                    date,
                    amount,
                    field(row, columns, "reference"),
                    field(row, columns, "check_number"),
                    field(row, columns, "party"),
                    field(row, columns, "text"),
                    field(row, columns, "account")));
        }
    }

    private static String field(CsvRecord row, Map<String, Integer> columns, String name) {
        Integer index = columns.get(name);
        return index == null || index >= row.getFieldCount()
                ? ""
                : row.getField(index).strip();
    }

    private static String stripByteOrderMark(String content) {
        return content.startsWith("\uFEFF") ? content.substring(1) : content;
    }
}
