package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
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
        ListedPeriod period = new ListedPeriod();
        SeparatedText rows = TableRows.separated(in, StandardCharsets.UTF_8, ',');
        try {
            if (rows.next()) {
                header(rows.texts(), columns);
                sink.begin(facts(period));
                Row row = new Row(rows, new Places(columns), assumed);
                while (rows.next()) {
                    if (rows.count() > 1 || rows.strip(0)) {
                        ReadLine line = row.line(period.count() + 1);
                        period.add(line);
                        sink.line(line);
                    }
                }
            }
        } catch (CharacterCodingException e) {
            throw TableRows.notIn(StandardCharsets.UTF_8, rows.number());
        }
        if (period.count() == 0) {
            throw new RuleViolation(
                    "statement.none",
                    "",
                    columns.isEmpty() ? say("statement.none.found2") : say("statement.none.found3"),
                    say("statement.none.expected2"),
                    say("statement.none.remedy"));
        }
        sink.end(facts(period));
    }

    private static void header(List<String> row, Map<String, Integer> columns) {
        for (int i = 0; i < row.size(); i++) {
            String name = row.get(i).strip().toLowerCase(Locale.ROOT);
            if (!KNOWN.contains(name) || columns.putIfAbsent(name, i) != null) {
                throw new RuleViolation(
                        "file.column",
                        say("file.column.where", i + 1),
                        say("file.column.found", name.length() > 60 ? name.substring(0, 60) : name),
                        say("file.column.expected"),
                        say("file.column.remedy"));
            }
        }
        for (String needed : NEEDED) {
            if (!columns.containsKey(needed)) {
                throw new RuleViolation(
                        "file.column.missing",
                        say("file.column.missing.where"),
                        say("file.column.missing.found", needed),
                        say("file.column.missing.expected"),
                        say("file.column.missing.remedy", needed));
            }
        }
    }

    /** The row that has been read, as a line. */
    private record Row(SeparatedText fields, Places columns, CurrencyUnit currency, DayMemo days) {
        Row(SeparatedText fields, Places columns, CurrencyUnit currency) {
            this(fields, columns, currency, new DayMemo());
        }

        ReadLine line(int position) {
            if (fields.count() != columns.count()) {
                throw new RuleViolation(
                        "file.fields",
                        say("file.fields.where", fields.number()),
                        say("file.fields.found", fields.count()),
                        say("file.fields.expected", columns.count()),
                        say("file.fields.remedy"));
            }
            LocalDate date = date(columns.date(), "date");
            long amount = amount(columns.amount(), "amount");
            if (amount == 0) {
                throw new RuleViolation(
                        "amount.zero",
                        say("amount.zero.where", fields.number()),
                        say("amount.zero.found3"),
                        say("amount.zero.expected"),
                        say("amount.zero.remedy2"));
            }
            long balance = amount(columns.balance(), "balance");
            BankLine line = new BankLine(
                    new BankLineId(position),
                    date,
                    columns.valueDate() < 0 || !fields.strip(columns.valueDate())
                            ? date
                            : date(columns.valueDate(), "value_date"),
                    amount,
                    text(columns.reference()),
                    text(columns.bankReference()),
                    CheckNumbers.plain(text(columns.checkNumber())),
                    text(columns.counterparty()),
                    text(columns.text()),
                    text(columns.code()));
            return new ReadLine(line, fields.number(), OptionalLong.of(balance));
        }

        private String text(int place) {
            return place >= 0 && fields.strip(place) ? fields.text(place) : "";
        }

        private long amount(int place, String column) {
            fields.strip(place);
            long plain = fields.amount(place, currency);
            return plain == MinorUnits.NOT_PLAIN
                    ? MinorUnits.parse(text(place), currency, fields.number(), column)
                    : plain;
        }

        private LocalDate date(int place, String column) {
            fields.strip(place);
            LocalDate plain = fields.day(place, days);
            if (plain != null) {
                return plain;
            }
            String text = text(place);
            try {
                return LocalDate.parse(text);
            } catch (DateTimeParseException e) {
                throw new RuleViolation(
                        "date.unreadable",
                        say("date.unreadable.where", fields.number(), column),
                        text.isEmpty() ? say("date.unreadable.found") : "“" + text + "”",
                        say("date.unreadable.expected"),
                        say("date.unreadable.remedy"));
            }
        }
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
