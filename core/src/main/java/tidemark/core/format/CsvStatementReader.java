package tidemark.core.format;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.StatementFacts;

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

    /** Whether a file that begins so has the simple columns. */
    static boolean fits(String start) {
        int end = start.indexOf('\n');
        String first = (end < 0 ? start : start.substring(0, end)).toLowerCase(Locale.ROOT);
        List<String> names = List.of(first.strip().replace("\"", "").split("\\s*,\\s*", -1));
        return names.containsAll(NEEDED);
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        Map<String, Integer> columns = new HashMap<>();
        @Nullable Places[] places = new Places[1];
        ListedPeriod period = new ListedPeriod();
        TableRows.text(in, StandardCharsets.UTF_8, ',', (number, cells) -> {
            if (columns.isEmpty()) {
                header(cells, columns);
                places[0] = new Places(columns);
                sink.begin(facts(period));
            } else if (cells.size() > 1 || !cells.getFirst().isBlank()) {
                ReadLine line = line(cells, number, Objects.requireNonNull(places[0]), assumed, period.count() + 1);
                period.add(line);
                sink.line(line);
            }
            return true;
        });
        if (period.count() == 0) {
            throw new RuleViolation(
                    "statement.none",
                    "",
                    columns.isEmpty() ? "an empty file" : "a header row and no lines",
                    "a header row and at least one line",
                    "Choose the file that holds the statement.");
        }
        sink.end(facts(period));
    }

    private static void header(List<String> row, Map<String, Integer> columns) {
        for (int i = 0; i < row.size(); i++) {
            String name = row.get(i).strip().toLowerCase(Locale.ROOT);
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

    private static ReadLine line(List<String> row, int fileLine, Places columns, CurrencyUnit currency, int position) {
        if (row.size() != columns.count()) {
            throw new RuleViolation(
                    "file.fields",
                    "line " + fileLine,
                    row.size() + " fields",
                    columns.count() + " fields, as in the header row",
                    "Check for a missing comma or quote in that line.");
        }
        String dateText = field(row, columns.date());
        LocalDate date = date(dateText, fileLine, "date");
        String valueDate = field(row, columns.valueDate());
        long amount = MinorUnits.parse(field(row, columns.amount()), currency, fileLine, "amount");
        if (amount == 0) {
            throw new RuleViolation(
                    "amount.zero",
                    "line " + fileLine + ", amount",
                    "zero",
                    "an amount other than zero",
                    "Remove the line or correct its amount.");
        }
        long balance = MinorUnits.parse(field(row, columns.balance()), currency, fileLine, "balance");
        BankLine line = new BankLine(
                new BankLineId(position),
                date,
                valueDate.isEmpty() || valueDate.equals(dateText) ? date : date(valueDate, fileLine, "value_date"),
                amount,
                field(row, columns.reference()),
                field(row, columns.bankReference()),
                CheckNumbers.plain(field(row, columns.checkNumber())),
                field(row, columns.counterparty()),
                field(row, columns.text()),
                field(row, columns.code()));
        return new ReadLine(line, fileLine, OptionalLong.of(balance));
    }

    private static LocalDate date(String text, int fileLine, String column) {
        LocalDate plain = FormatDates.iso(text);
        if (plain != null) {
            return plain;
        }
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

    private static String field(List<String> row, int place) {
        return place < 0 ? "" : row.get(place).strip();
    }

    /** Where each column stands, from 0; -1 for one that is not there. */
    private record Places(
            int count,
            int date,
            int amount,
            int balance,
            int valueDate,
            int reference,
            int bankReference,
            int checkNumber,
            int counterparty,
            int text,
            int code) {
        Places(Map<String, Integer> columns) {
            this(
                    columns.size(),
                    of(columns, "date"),
                    of(columns, "amount"),
                    of(columns, "balance"),
                    of(columns, "value_date"),
                    of(columns, "reference"),
                    of(columns, "bank_reference"),
                    of(columns, "check_number"),
                    of(columns, "counterparty"),
                    of(columns, "text"),
                    of(columns, "code"));
        }

        private static int of(Map<String, Integer> columns, String name) {
            Integer place = columns.get(name);
            return place == null ? -1 : place;
        }
    }

    private static StatementFacts facts(ListedPeriod period) {
        return new StatementFacts(
                StatementFacts.Kind.BOOKED,
                "",
                "",
                Optional.empty(),
                period.monthOrEarliest(),
                period.monthOrLatest(),
                period.opening(),
                period.closing());
    }
}
