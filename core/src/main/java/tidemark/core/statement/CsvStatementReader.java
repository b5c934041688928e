package tidemark.core.statement;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * Reads the simple CSV statement: UTF-8, commas, a header row naming its columns in any order.
 * Needed: {@code date}, {@code amount} (signed, + into the account), {@code balance} (after the line). Known besides:
 * {@code value_date, reference, bank_reference, check_number, counterparty, text, code}.
 * The opening balance is the first balance less the first amount. The period is the whole calendar month when all
 * lines lie in one, else from the first date to the last. Rows stand in the bank's order.
 */
public final class CsvStatementReader implements StatementReader {
    private static final List<String> NEEDED = List.of("date", "amount", "balance");
    private static final Set<String> KNOWN = Set.of(
            "date",
            "amount",
            "balance",
            "value_date",
            "reference",
            "bank_reference",
            "check_number",
            "counterparty",
            "text",
            "code");

    @Override
    public String format() {
        return "CSV";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        List<ReadLine> lines = new ArrayList<>();
        Map<String, Integer> columns = new HashMap<>();
        try (CsvReader<CsvRecord> reader = CsvReader.builder()
                .allowExtraFields(true)
                .allowMissingFields(true)
                .ofCsvRecord(text(in))) {
            for (CsvRecord row : reader) {
                int fileLine = (int) row.getStartingLineNumber();
                if (columns.isEmpty()) {
                    header(row, columns);
                } else {
                    lines.add(line(row, fileLine, columns, assumed, lines.size() + 1));
                }
            }
        } catch (CsvParseException | UncheckedIOException e) {
            throw notCsv(lines.size(), e);
        } catch (MalformedInputException e) {
            throw notCsv(lines.size(), e);
        }
        if (lines.isEmpty()) {
            throw new RuleViolation(
                    "statement.none",
                    "",
                    columns.isEmpty() ? "an empty file" : "a header row and no lines",
                    "a header row and at least one line",
                    "Choose the file that holds the statement.");
        }
        sink.header(statementHeader(lines, assumed));
        lines.forEach(sink::line);
    }

    private static RuleViolation notCsv(int rows, Exception e) {
        boolean charset = e instanceof MalformedInputException || e.getCause() instanceof MalformedInputException;
        return new RuleViolation(
                charset ? "file.charset" : "file.csv",
                "line " + (rows + 2),
                charset ? "bytes that are not UTF-8" : "text that is not well-formed CSV",
                charset ? "a CSV file saved as UTF-8" : "comma-separated values with balanced quotes",
                "Save the file as CSV (UTF-8) again.");
    }

    private static Reader text(InputStream in) throws IOException {
        PushbackReader reader = new PushbackReader(new InputStreamReader(
                in, StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT)));
        int first = reader.read();
        if (first >= 0 && first != '\uFEFF') {
            reader.unread(first);
        }
        return reader;
    }

    private static void header(CsvRecord row, Map<String, Integer> columns) {
        for (int i = 0; i < row.getFieldCount(); i++) {
            String name = row.getField(i).strip().toLowerCase(Locale.ROOT);
            if (!KNOWN.contains(name) || columns.putIfAbsent(name, i) != null) {
                throw new RuleViolation(
                        "file.column",
                        "line 1, column " + (i + 1),
                        "a column named “" + (name.length() > 60 ? name.substring(0, 60) : name) + "”",
                        "the columns date, amount, balance and, if wanted, value_date, reference, bank_reference, "
                                + "check_number, counterparty, text, code, each at most once",
                        "Rename or remove that column.");
            }
        }
        for (String needed : NEEDED) {
            if (!columns.containsKey(needed)) {
                throw new RuleViolation(
                        "file.column.missing",
                        "line 1",
                        "no column " + needed,
                        "a header row with at least date, amount and balance",
                        "Add the column " + needed + ".");
            }
        }
    }

    private static ReadLine line(
            CsvRecord row, int fileLine, Map<String, Integer> columns, CurrencyUnit currency, int position) {
        if (row.getFieldCount() != columns.size()) {
            throw new RuleViolation(
                    "file.fields",
                    "line " + fileLine,
                    row.getFieldCount() + " fields",
                    columns.size() + " fields, as in the header row",
                    "Check for a missing comma or quote in that line.");
        }
        LocalDate date = date(field(row, columns, "date"), fileLine, "date");
        String valueDate = field(row, columns, "value_date");
        long amount = MinorUnits.parse(field(row, columns, "amount"), currency, "line " + fileLine + ", amount");
        if (amount == 0) {
            throw new RuleViolation(
                    "amount.zero",
                    "line " + fileLine + ", amount",
                    "zero",
                    "an amount other than zero",
                    "Remove the line or correct its amount.");
        }
        long balance = MinorUnits.parse(field(row, columns, "balance"), currency, "line " + fileLine + ", balance");
        BankLine line = new BankLine(
                new BankLineId(position),
                date,
                valueDate.isEmpty() ? date : date(valueDate, fileLine, "value_date"),
                amount,
                field(row, columns, "reference"),
                field(row, columns, "bank_reference"),
                CheckNumbers.plain(field(row, columns, "check_number")),
                field(row, columns, "counterparty"),
                field(row, columns, "text"),
                field(row, columns, "code"));
        return new ReadLine(line, fileLine, OptionalLong.of(balance));
    }

    private static LocalDate date(String text, int fileLine, String column) {
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw new RuleViolation(
                    "date.unreadable",
                    "line " + fileLine + ", " + column,
                    text.isEmpty() ? "nothing" : "“" + text + "”",
                    "a date such as 2026-06-04",
                    "Correct the date.");
        }
    }

    private static String field(CsvRecord row, Map<String, Integer> columns, String name) {
        Integer index = columns.get(name);
        return index == null ? "" : row.getField(index).strip();
    }

    private static StatementHeader statementHeader(List<ReadLine> lines, CurrencyUnit currency) {
        LocalDate first = lines.getFirst().line().bookingDate();
        LocalDate last = first;
        for (ReadLine line : lines) {
            LocalDate day = line.line().bookingDate();
            first = day.isBefore(first) ? day : first;
            last = day.isAfter(last) ? day : last;
        }
        boolean oneMonth = YearMonth.from(first).equals(YearMonth.from(last));
        ReadLine top = lines.getFirst();
        return new StatementHeader(
                "",
                "",
                currency,
                oneMonth ? first.withDayOfMonth(1) : first,
                oneMonth ? YearMonth.from(last).atEndOfMonth() : last,
                Math.subtractExact(
                        top.statedBalanceMinorUnits().orElseThrow(), top.line().minorUnits()),
                lines.getLast().statedBalanceMinorUnits().orElseThrow());
    }
}
