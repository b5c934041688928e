package tidemark.core.format;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Reads cash management balance reports, BAI version 2, as a stream. Amounts are whole minor units. The control totals
 * of accounts, groups and file are worked out and compared. Type codes 100 to 399 and 920 to 959 are money in, 400 to
 * 699 and 960 to 999 money out. Source: Cash Management Balance Reporting Specifications Version 2.
 */
public final class BaiReader implements StatementReader {
    @Override
    public String format() {
        return "BAI2";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        new Reading(new TextLines(in), assumed, sink).read();
    }

    /** Sums and counts of one level: file, group or account. */
    private static final class Level {
        private boolean open;
        private long sum;
        private int parts;
        private int records;

        void begin() {
            open = true;
            sum = 0;
            parts = 0;
            records = 0;
        }
    }

    private static final class Reading {
        private static final int MOST_CONTINUATIONS = 500;

        private final TextLines lines;
        private final CurrencyUnit assumed;
        private final StatementSink sink;
        private final LineDraft draft = new LineDraft();
        private final Level file = new Level();
        private final Level group = new Level();
        private final Level account = new Level();
        private final StringBuilder record = new StringBuilder();
        private int recordLine;
        private int continuations;
        private boolean ended;
        private int statements;

        private LocalDate asOf = LocalDate.EPOCH;
        private boolean interim;
        private @Nullable CurrencyUnit groupCurrency;
        private @Nullable CurrencyUnit currency;
        private String number = "";
        private @Nullable Balance opening;
        private @Nullable Balance closing;
        private long position;

        Reading(TextLines lines, CurrencyUnit assumed, StatementSink sink) {
            this.lines = lines;
            this.assumed = assumed;
            this.sink = sink;
        }

        void read() throws IOException {
            String line = lines.next();
            while (line != null) {
                if (line.startsWith("88,")) {
                    continued(line.substring(3));
                } else if (!line.isBlank()) {
                    record();
                    record.append(line);
                    recordLine = lines.number();
                    continuations = 0;
                }
                line = lines.next();
            }
            record();
            if (!ended) {
                throw new RuleViolation(
                        "file.incomplete",
                        "line " + Math.max(1, lines.number()),
                        "the end of the file without its trailer",
                        "a record 99 at the end",
                        "The file breaks off; fetch it from the bank again.");
            }
            lines.tellCharset(sink);
        }

        private void continued(String more) {
            if (record.isEmpty()) {
                throw bad("88 with nothing to continue", "another record before it");
            }
            if (++continuations > MOST_CONTINUATIONS) {
                throw bad("more than " + MOST_CONTINUATIONS + " continuations", "a record of bearable length");
            }
            boolean text = record.charAt(0) == '1';
            trim(record);
            int last = record.length() - 1;
            boolean slash = last >= 0 && record.charAt(last) == '/';
            if (slash) {
                record.setLength(last);
            }
            // a text goes on in the next record, other fields are separated
            if (slash && record.length() > 0 && record.charAt(record.length() - 1) != ',') {
                record.append(',');
            } else if (!slash && text) {
                record.append(' ');
            }
            record.append(more);
        }

        private static void trim(StringBuilder text) {
            int length = text.length();
            while (length > 0 && text.charAt(length - 1) <= ' ') {
                length--;
            }
            text.setLength(length);
        }

        private RuleViolation bad(String found, String expected) {
            return new RuleViolation(
                    "bai.record",
                    "line " + (recordLine == 0 ? Math.max(1, lines.number()) : recordLine),
                    found,
                    expected,
                    "Fetch the file from the bank again.");
        }

        private void record() {
            if (record.isEmpty()) {
                return;
            }
            trim(record);
            String text = record.toString();
            record.setLength(0);
            if (ended) {
                throw bad(FormatDates.quoted(text), "nothing after the trailer of the file");
            }
            Fields fields = new Fields(text);
            String code = fields.next();
            count(code);
            switch (code) {
                case "01" -> {
                    if (file.open) {
                        throw bad("a second record 01", "one file header");
                    }
                    terminated(text);
                    file.begin();
                    file.records = 1;
                }
                case "02" -> group(text, fields);
                case "03" -> account(text, fields);
                case "16" -> transaction(fields);
                case "49" -> endAccount(text, fields);
                case "98" -> endGroup(text, fields);
                case "99" -> endFile(text, fields);
                default -> throw bad(FormatDates.quoted(text), "a record 01, 02, 03, 16, 88, 49, 98 or 99");
            }
        }

        private void count(String code) {
            if (!code.equals("01") && !file.open) {
                throw bad("record " + code, "record 01 first");
            }
            int physical = 1 + continuations;
            file.records += physical;
            if (group.open || code.equals("02")) {
                group.records += physical;
            }
            if (account.open || code.equals("03")) {
                account.records += physical;
            }
        }

        private void terminated(String text) {
            if (!text.endsWith("/")) {
                throw new RuleViolation(
                        "file.incomplete",
                        "line " + recordLine,
                        FormatDates.quoted(text),
                        "a record ended by /",
                        "The record breaks off; fetch the file from the bank again.");
            }
        }

        private void group(String text, Fields fields) {
            if (group.open) {
                throw bad("record 02 inside a group", "record 98 before it");
            }
            terminated(text);
            int physical = 1 + continuations;
            group.begin();
            group.records = physical;
            fields.next();
            fields.next();
            fields.next();
            asOf = FormatDates.sixDigits(fields.next(), recordLine, "as-of date");
            fields.next();
            String code = fields.next();
            groupCurrency = code.isEmpty() ? null : MinorUnits.currency(code, "line " + recordLine + ", currency");
            String modifier = fields.next();
            interim = modifier.equals("1") || modifier.equals("3");
        }

        private void account(String text, Fields fields) {
            if (!group.open || account.open) {
                throw bad(
                        "record 03 " + (group.open ? "inside an account" : "outside a group"),
                        group.open ? "record 49 before it" : "record 02 before it");
            }
            terminated(text);
            int physical = 1 + continuations;
            account.begin();
            account.records = physical;
            number = fields.next();
            String code = fields.next();
            currency = code.isEmpty() ? groupCurrency : MinorUnits.currency(code, "line " + recordLine + ", currency");
            opening = null;
            closing = null;
            position = 0;
            while (fields.more()) {
                String type = fields.next();
                String amountText = fields.next();
                fields.next();
                funds(fields, false);
                if (!amountText.isEmpty()) {
                    long amount = amount(amountText);
                    account.sum = Math.addExact(account.sum, amount);
                    switch (type) {
                        case "010" -> opening = new Balance(asOf, amount);
                        case "015" -> closing = new Balance(asOf, amount);
                        default -> {}
                    }
                }
            }
            sink.begin(facts());
        }

        /** Reads what follows a funds type; the value date, where it gives one. */
        private @Nullable LocalDate funds(Fields fields, boolean ofLine) {
            String type = fields.next();
            switch (type) {
                case "V" -> {
                    String date = fields.next();
                    fields.next();
                    return date.isEmpty() ? null : FormatDates.sixDigits(date, recordLine, "value date");
                }
                case "S" -> {
                    String parts = fields.next() + " at once, " + fields.next() + " after a day, " + fields.next()
                            + " after two or more";
                    if (ofLine) {
                        draft.extra("available: " + parts);
                    }
                }
                case "D" -> {
                    String count = fields.next();
                    if (!FormatDates.digits(count, count.length()) || count.isEmpty() || count.length() > 3) {
                        throw bad(FormatDates.quoted(count) + " as the number of availabilities", "a number up to 999");
                    }
                    for (int i = Integer.parseInt(count); i > 0 && fields.more(); i--) {
                        fields.next();
                        fields.next();
                    }
                }
                case "", "Z", "0", "1", "2" -> {}
                default -> throw bad(FormatDates.quoted(type) + " as funds type", "Z, 0, 1, 2, V, S, D or nothing");
            }
            return null;
        }

        private void transaction(Fields fields) {
            if (!account.open) {
                throw bad("record 16 outside an account", "record 03 before it");
            }
            String type = fields.next();
            if (!FormatDates.digits(type, 3) || type.length() != 3) {
                throw bad(FormatDates.quoted(type) + " as type code", "three digits");
            }
            int code = Integer.parseInt(type);
            String amountText = fields.next();
            draft.clear();
            draft.fileLine = recordLine;
            LocalDate value = funds(fields, true);
            String bankReference = fields.next();
            String customer = fields.next();
            String text = fields.rest();
            if (code == 890) {
                return;
            }
            long amount = amountText.isEmpty() ? 0 : amount(amountText);
            account.sum = Math.addExact(account.sum, amount);
            boolean in = (code >= 100 && code <= 399) || (code >= 920 && code <= 959);
            if (!in && !((code >= 400 && code <= 699) || code >= 960)) {
                throw bad("type code " + type, "a detail code from 100 to 699, or 920 to 999");
            }
            if (amount < 0) {
                throw new RuleViolation(
                        "amount.negative",
                        "line " + recordLine,
                        FormatDates.quoted(amountText),
                        "an amount without a sign, its side told by the type code",
                        "Fetch the file from the bank again.");
            }
            if (amount == 0) {
                sink.warn(ReadWarning.note(
                        recordLine,
                        "amount.zero",
                        "a line of zero",
                        "an amount other than zero",
                        "It was passed over; it moves nothing."));
                return;
            }
            draft.amount = in ? amount : -amount;
            draft.booked = asOf;
            draft.value = value;
            draft.code = type;
            draft.bankReference = bankReference;
            if (code == 475 && !customer.isEmpty() && FormatDates.digits(customer, customer.length())) {
                draft.check = customer;
            } else {
                draft.reference = customer;
            }
            draft.text = text;
            position++;
            sink.line(draft.line(position));
        }

        private void endAccount(String text, Fields fields) {
            if (!account.open) {
                throw bad("record 49 outside an account", "record 03 before it");
            }
            terminated(text);
            account.open = false;
            total("account " + number, fields.next(), account.sum);
            records(fields.next(), account.records);
            group.sum = Math.addExact(group.sum, account.sum);
            group.parts++;
            sink.end(facts());
            statements++;
        }

        private void endGroup(String text, Fields fields) {
            if (!group.open || account.open) {
                throw bad(
                        "record 98 " + (group.open ? "inside an account" : "outside a group"),
                        "each level ended in turn");
            }
            terminated(text);
            group.open = false;
            total("the group", fields.next(), group.sum);
            parts("accounts", fields.next(), group.parts);
            records(fields.next(), group.records);
            file.sum = Math.addExact(file.sum, group.sum);
            file.parts++;
        }

        private void endFile(String text, Fields fields) {
            if (group.open) {
                throw bad("record 99 inside a group", "record 98 before it");
            }
            terminated(text);
            total("the file", fields.next(), file.sum);
            parts("groups", fields.next(), file.parts);
            records(fields.next(), file.records);
            if (statements == 0) {
                throw new RuleViolation(
                        "statement.none",
                        "line " + recordLine,
                        "no account in the file",
                        "at least one record 03",
                        "Choose the file that holds the statement.");
            }
            ended = true;
        }

        private void total(String of, String stated, long made) {
            long told = stated.isEmpty() ? 0 : amount(stated);
            if (told != made) {
                warn("control.total", "amounts of " + of + " that make " + made, told + ", its control total");
            }
        }

        private void parts(String of, String stated, int made) {
            if (!stated.equals(Integer.toString(made)) && number(stated) != made) {
                warn("control.parts", made + " " + of, FormatDates.quoted(stated) + ", as the trailer says");
            }
        }

        private void records(String stated, int made) {
            if (number(stated) != made) {
                warn("control.records", made + " records", FormatDates.quoted(stated) + ", as the trailer says");
            }
        }

        private static int number(String text) {
            return !text.isEmpty() && text.length() < 10 && FormatDates.digits(text, text.length())
                    ? Integer.parseInt(text)
                    : -1;
        }

        private void warn(String code, String found, String expected) {
            sink.warn(ReadWarning.breach(
                    recordLine, code, found, expected, "A record is missing or wrong; fetch the file again."));
        }

        /** Whole minor units, with or without a sign. */
        private long amount(String text) {
            int start = text.startsWith("-") || text.startsWith("+") ? 1 : 0;
            String digits = text.substring(start);
            if (digits.isEmpty() || digits.length() > 18 || !FormatDates.digits(digits, digits.length())) {
                throw new RuleViolation(
                        "amount.unreadable",
                        "line " + recordLine,
                        FormatDates.quoted(text),
                        "digits without a point, the last of them " + places() + " decimal places",
                        "Fetch the file from the bank again.");
            }
            long value = Long.parseLong(digits);
            return start == 1 && text.charAt(0) == '-' ? -value : value;
        }

        private int places() {
            return (currency == null ? assumed : currency).getDecimalPlaces();
        }

        private StatementFacts facts() {
            return new StatementFacts(
                    interim ? StatementFacts.Kind.INTERIM : StatementFacts.Kind.BOOKED,
                    number,
                    "",
                    Optional.ofNullable(currency),
                    Optional.of(asOf),
                    Optional.of(asOf),
                    Optional.ofNullable(opening),
                    Optional.ofNullable(closing));
        }
    }

    /** The fields of a record, one after another; a missing one is empty. */
    private static final class Fields {
        private final String text;
        private int at;
        private int slash;

        Fields(String text) {
            this.text = text;
            this.slash = orEnd(text.indexOf('/'));
        }

        private int orEnd(int place) {
            return place < 0 ? text.length() : place;
        }

        boolean more() {
            return at < text.length() && text.charAt(at) != '/';
        }

        String next() {
            int start = at;
            if (slash < at) {
                slash = orEnd(text.indexOf('/', at));
            }
            at = Math.min(orEnd(text.indexOf(',', at)), slash);
            String field = text.substring(start, at).strip();
            if (at < text.length() && text.charAt(at) == ',') {
                at++;
            }
            return field;
        }

        /** All that is left, which may hold commas and slashes, without the slash that ends the record. */
        String rest() {
            String rest = text.substring(Math.min(at, text.length())).strip();
            return rest.endsWith("/") ? rest.substring(0, rest.length() - 1).strip() : rest;
        }
    }
}
