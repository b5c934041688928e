package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

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
        private final BaiRecord record = new BaiRecord();
        private final DayMemo days = new DayMemo();
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
                    continued(line);
                } else if (!line.isBlank()) {
                    record();
                    record.begin(line);
                    recordLine = lines.number();
                    continuations = 0;
                }
                line = lines.next();
            }
            record();
            if (!ended) {
                throw new RuleViolation(
                        "file.incomplete",
                        say("file.incomplete.where", Math.max(1, lines.number())),
                        say("file.incomplete.found"),
                        say("file.incomplete.expected"),
                        say("file.incomplete.remedy"));
            }
            lines.tellCharset(sink);
        }

        private void continued(String line) {
            if (record.isEmpty()) {
                throw bad(say("format.88WithNothingToContinue"), say("format.anotherRecordBeforeIt"));
            }
            if (++continuations > MOST_CONTINUATIONS) {
                throw bad(
                        say("format.moreThanContinuations", MOST_CONTINUATIONS), say("format.aRecordOfBearableLength"));
            }
            record.more(line, 3);
        }

        private RuleViolation bad(String found, String expected) {
            return new RuleViolation(
                    "bai.record",
                    say("bai.record.where", recordLine == 0 ? Math.max(1, lines.number()) : recordLine),
                    found,
                    expected,
                    say("bai.record.remedy"));
        }

        private void record() {
            if (record.isEmpty()) {
                return;
            }
            record.complete();
            if (ended) {
                throw bad(FormatDates.quoted(record.text()), say("format.nothingAfterTheTrailerOfTheFile"));
            }
            record.next();
            int code = record.number(2);
            count(code);
            switch (code) {
                case 1 -> {
                    if (file.open) {
                        throw bad(say("format.aSecondRecord01"), say("format.oneFileHeader"));
                    }
                    terminated();
                    file.begin();
                    file.records = 1;
                }
                case 2 -> group();
                case 3 -> account();
                case 16 -> transaction();
                case 49 -> endAccount();
                case 98 -> endGroup();
                case 99 -> endFile();
                default -> throw bad(FormatDates.quoted(record.text()), say("format.aRecord0102031688"));
            }
            record.clear();
        }

        private void count(int code) {
            if (code != 1 && !file.open) {
                throw bad(say("format.record", record.field()), say("format.record01First"));
            }
            int physical = 1 + continuations;
            file.records += physical;
            if (group.open || code == 2) {
                group.records += physical;
            }
            if (account.open || code == 3) {
                account.records += physical;
            }
        }

        private void terminated() {
            if (!record.endsWithSlash()) {
                throw new RuleViolation(
                        "file.incomplete",
                        say("file.incomplete.where", recordLine),
                        FormatDates.quoted(record.text()),
                        say("file.incomplete.expected2"),
                        say("file.incomplete.remedy2"));
            }
        }

        private void group() {
            if (group.open) {
                throw bad(say("format.record02InsideAGroup"), say("format.record98BeforeIt"));
            }
            terminated();
            int physical = 1 + continuations;
            group.begin();
            group.records = physical;
            record.read();
            record.read();
            record.read();
            asOf = FormatDates.sixDigits(record.read(), recordLine, say("format.asOfDate"));
            record.read();
            String code = record.read();
            groupCurrency = code.isEmpty() ? null : MinorUnits.currency(code, say("format.lineCurrency", recordLine));
            String modifier = record.read();
            interim = modifier.equals("1") || modifier.equals("3");
        }

        private void account() {
            if (!group.open || account.open) {
                throw bad(
                        say(
                                "format.record03",
                                group.open ? say("format.insideAnAccount") : say("format.outsideAGroup")),
                        group.open ? say("format.record49BeforeIt") : say("format.record02BeforeIt"));
            }
            terminated();
            int physical = 1 + continuations;
            account.begin();
            account.records = physical;
            number = record.read();
            String code = record.read();
            currency =
                    code.isEmpty() ? groupCurrency : MinorUnits.currency(code, say("format.lineCurrency", recordLine));
            opening = null;
            closing = null;
            position = 0;
            while (record.hasMore()) {
                String type = record.read();
                record.next();
                boolean given = !record.isFieldEmpty();
                long amount = given ? bounded(amount()) : 0;
                record.next();
                funds(false);
                if (given) {
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
        private @Nullable LocalDate funds(boolean ofLine) {
            record.next();
            switch (record.single()) {
                case 'V' -> {
                    record.next();
                    LocalDate day = record.day(days);
                    if (day == null && !record.isFieldEmpty()) {
                        throw FormatDates.refused(
                                record.field(), recordLine, say("format.valueDate"), FormatDates.SIX_DIGITS);
                    }
                    record.next();
                    return day;
                }
                case 'S' -> {
                    String parts = say("format.atOnceAfterADayAfterTwo", record.read(), record.read(), record.read());
                    if (ofLine) {
                        draft.extra(say("format.available", parts));
                    }
                }
                case 'D' -> {
                    String count = record.read();
                    if (!FormatDates.digits(count, count.length()) || count.isEmpty() || count.length() > 3) {
                        throw bad(
                                say("format.asTheNumberOfAvailabilities", FormatDates.quoted(count)),
                                say("format.aNumberUpTo999"));
                    }
                    for (int i = Integer.parseInt(count); i > 0 && record.hasMore(); i--) {
                        record.next();
                        record.next();
                    }
                }
                case BaiRecord.NOTHING, 'Z', '0', '1', '2' -> {}
                default ->
                    throw bad(say("format.asFundsType", FormatDates.quoted(record.field())), say("format.z012VSD"));
            }
            return null;
        }

        private void transaction() {
            if (!account.open) {
                throw bad(say("format.record16OutsideAnAccount"), say("format.record03BeforeIt"));
            }
            record.next();
            int code = record.number(3);
            if (code < 0) {
                throw bad(say("format.asTypeCode", FormatDates.quoted(record.field())), say("format.threeDigits"));
            }
            String type = record.field();
            record.next();
            long amount = record.isFieldEmpty() || code == 890 ? 0 : bounded(amount());
            draft.clear();
            draft.fileLine = recordLine;
            LocalDate value = funds(true);
            String bankReference = record.read();
            String customer = record.read();
            String text = record.rest();
            if (code == 890) {
                return;
            }
            account.sum = Math.addExact(account.sum, amount);
            boolean in = (code >= 100 && code <= 399) || (code >= 920 && code <= 959);
            if (!in && !((code >= 400 && code <= 699) || code >= 960)) {
                throw bad(say("format.typeCode", type), say("format.aDetailCodeFrom100To699"));
            }
            if (amount < 0) {
                throw new RuleViolation(
                        "amount.negative",
                        say("amount.negative.where", recordLine),
                        FormatDates.quoted(Long.toString(amount)),
                        say("amount.negative.expected"),
                        say("amount.negative.remedy"));
            }
            if (amount == 0) {
                sink.warn(ReadWarning.note(
                        recordLine,
                        "amount.zero",
                        say("amount.zero.found"),
                        say("amount.zero.expected"),
                        say("amount.zero.remedy")));
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

        private void endAccount() {
            if (!account.open) {
                throw bad(say("format.record49OutsideAnAccount"), say("format.record03BeforeIt"));
            }
            terminated();
            account.open = false;
            total(say("format.account", number), account.sum);
            records(record.read(), account.records);
            group.sum = Math.addExact(group.sum, account.sum);
            group.parts++;
            sink.end(facts());
            statements++;
        }

        private void endGroup() {
            if (!group.open || account.open) {
                throw bad(
                        say(
                                "format.record98",
                                group.open ? say("format.insideAnAccount") : say("format.outsideAGroup")),
                        say("format.eachLevelEndedInTurn"));
            }
            terminated();
            group.open = false;
            total(say("format.theGroup"), group.sum);
            parts("accounts", record.read(), group.parts);
            records(record.read(), group.records);
            file.sum = Math.addExact(file.sum, group.sum);
            file.parts++;
        }

        private void endFile() {
            if (group.open) {
                throw bad(say("format.record99InsideAGroup"), say("format.record98BeforeIt"));
            }
            terminated();
            total(say("format.theFile"), file.sum);
            parts("groups", record.read(), file.parts);
            records(record.read(), file.records);
            if (statements == 0) {
                throw new RuleViolation(
                        "statement.none",
                        say("statement.none.where", recordLine),
                        say("statement.none.found"),
                        say("statement.none.expected"),
                        say("statement.none.remedy"));
            }
            ended = true;
        }

        private void total(String of, long made) {
            record.next();
            long told = record.isFieldEmpty() ? 0 : amount();
            if (told != made) {
                warn(
                        "control.total",
                        say("control.total.amountsOfThatMake", of, made),
                        say("control.total.itsControlTotal", told));
            }
        }

        private void parts(String of, String stated, int made) {
            if (!stated.equals(Integer.toString(made)) && number(stated) != made) {
                warn(
                        "control.parts",
                        made + " " + of,
                        say("control.parts.asTheTrailerSays", FormatDates.quoted(stated)));
            }
        }

        private void records(String stated, int made) {
            if (number(stated) != made) {
                warn(
                        "control.records",
                        say("control.records.records", made),
                        say("control.records.asTheTrailerSays", FormatDates.quoted(stated)));
            }
        }

        private static int number(String text) {
            return !text.isEmpty() && text.length() < 10 && FormatDates.digits(text, text.length())
                    ? Integer.parseInt(text)
                    : -1;
        }

        private void warn(String code, String found, String expected) {
            sink.warn(
                    ReadWarning.breach(recordLine, code, found, expected, say("format.aRecordIsMissingOrWrongFetch")));
        }

        /** The field in whole minor units, with or without a sign. */
        private long amount() {
            long plain = record.number();
            if (plain >= 0) {
                return plain;
            }
            String text = record.field();
            int start = text.startsWith("-") || text.startsWith("+") ? 1 : 0;
            String digits = text.substring(start);
            if (digits.isEmpty() || digits.length() > 18 || !FormatDates.digits(digits, digits.length())) {
                throw new RuleViolation(
                        "amount.unreadable",
                        say("amount.unreadable.where", recordLine),
                        FormatDates.quoted(text),
                        say("amount.unreadable.expected", places()),
                        say("amount.unreadable.remedy"));
            }
            long value = Long.parseLong(digits);
            return text.charAt(0) == '-' ? -value : value;
        }

        /** An amount of which so many as a file may hold cannot overflow; totals may be larger. */
        private long bounded(long amount) {
            if (Math.abs(amount) > MinorUnits.LARGEST) {
                throw new RuleViolation(
                        "amount.size",
                        say("amount.size.where", recordLine),
                        FormatDates.quoted(Long.toString(amount)),
                        say("amount.size.expected", MinorUnits.LARGEST),
                        say("amount.size.remedy"));
            }
            return amount;
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
}
