package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Reads the customer statement messages MT940 and MT942, with or without their envelope, as a stream. Messages that are
 * pages of one statement ({@code :62M:} then {@code :60M:}) make one statement. Source: the message type
 * specifications of category 9, fields 20, 25, 28C, 34F, 60a, 61, 62a, 64, 65, 86, 90C, 90D.
 */
public final class MtReader implements StatementReader {
    @Override
    public String format() {
        return "MT940";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        new Reading(new TextLines(in), assumed, sink).read();
    }

    private static final class Reading {
        private static final int MOST_MORE = 200;

        private final TextLines lines;
        private final CurrencyUnit assumed;
        private final StatementSink sink;
        private final LineDraft draft = new LineDraft();
        private final MtAmounts amounts;
        private final DayMemo days = new DayMemo();
        private String head = "";
        private int headAt;
        private final List<String> more = new ArrayList<>();
        private String tag = "";
        private int tagLine;
        private boolean envelope;
        private boolean messageOpen;
        private boolean started;
        private int statements;

        private boolean open;
        private boolean begun;
        private boolean drafted;
        private boolean described;
        private boolean markTold;
        private boolean pageToCome;
        private boolean interim;
        private boolean closed;
        private String account = "";
        private String newAccount = "";
        private String reference = "";
        private String newReference = "";
        private String sequence = "";
        private @Nullable CurrencyUnit currency;
        private @Nullable Balance opening;
        private @Nullable Balance closing;
        private long position;
        private int debits;
        private int credits;
        private long debitSum;
        private long creditSum;
        private int lastSign;

        Reading(TextLines lines, CurrencyUnit assumed, StatementSink sink) {
            this.lines = lines;
            this.assumed = assumed;
            this.sink = sink;
            this.amounts = new MtAmounts(assumed);
        }

        void read() throws IOException {
            String line = lines.next();
            while (line != null) {
                line(line);
                line = lines.next();
            }
            field();
            if (envelope) {
                throw incomplete(say("format.aMessageThatIsNotEndedBy"), say("format.afterTheLastField"));
            }
            endMessage();
            finish();
            if (statements == 0) {
                throw new RuleViolation(
                        "statement.none",
                        "",
                        say("statement.none.found5"),
                        say("statement.none.expected4"),
                        say("statement.none.remedy"));
            }
            lines.tellCharset(sink);
        }

        private void line(String raw) {
            String text = raw;
            if (text.startsWith("{") || (text.startsWith("-}") && text.indexOf('{') > 0)) {
                if (text.startsWith("-}")) {
                    endOfText();
                }
                int body = text.lastIndexOf("{4:");
                if (body < 0) {
                    return;
                }
                envelope = true;
                text = text.substring(body + 3);
                if (text.isEmpty()) {
                    return;
                }
            }
            if ((text.equals("-") && !envelope) || text.startsWith("-}")) {
                endOfText();
                return;
            }
            int colon = text.startsWith(":") ? text.indexOf(':', 1) : -1;
            if (colon >= 3 && colon <= 4 && isTag(text, colon)) {
                field();
                tag = tagOf(text, colon);
                tagLine = lines.number();
                amounts.at(tag, tagLine);
                head = text;
                headAt = colon + 1;
            } else if (!tag.isEmpty() && more.size() < MOST_MORE) {
                more.add(text);
            } else if (!text.isBlank() && messageOpen) {
                throw new RuleViolation(
                        "mt.field",
                        say("mt.field.where", lines.number()),
                        FormatDates.quoted(text),
                        say("mt.field.expected"),
                        say("mt.field.remedy"));
            }
        }

        private static boolean isTag(String text, int colon) {
            return FormatDates.digits(text, 1, 2) && (colon == 3 || (text.charAt(3) >= 'A' && text.charAt(3) <= 'Z'));
        }

        private static String tagOf(String text, int colon) {
            // the two of which a file is full
            return colon > 3
                    ? text.substring(1, colon)
                    : switch (FormatDates.number(text, 1, 2)) {
                        case 61 -> "61";
                        case 86 -> "86";
                        default -> text.substring(1, colon);
                    };
        }

        private void endOfText() {
            field();
            endMessage();
            envelope = false;
        }

        private RuleViolation incomplete(String found, String expected) {
            return new RuleViolation(
                    "file.incomplete",
                    say("file.incomplete.where", Math.max(1, lines.number())),
                    found,
                    expected,
                    say("file.incomplete.remedy"));
        }

        /** Works off the field that has been gathered. */
        private void field() {
            if (tag.isEmpty()) {
                return;
            }
            if (tag.equals("61")) {
                line61();
            } else {
                field(head.substring(headAt));
            }
            if (amounts.wasWithoutMark() && !markTold) {
                // once: whoever leaves it out does so all over the file
                markTold = true;
                sink.warn(ReadWarning.note(
                        tagLine,
                        "amount.mark",
                        FormatDates.quoted(head),
                        say("amount.mark.expected"),
                        say("amount.mark.remedy", counted().getCode())));
            }
            tag = "";
            if (!more.isEmpty()) {
                more.clear();
            }
        }

        private void field(String first) {
            switch (tag) {
                case "20" -> {
                    endMessage();
                    messageOpen = true;
                    started = false;
                    closed = false;
                    newAccount = "";
                    newReference = first.strip();
                }
                case "25", "25P" -> newAccount = first.strip();
                case "28C", "28" -> sequence = first.strip();
                case "34F" -> {
                    // a second one gives the other side's limit
                    if (!started) {
                        start(true, MinorUnits.currency(cut(first, 0, 3), amounts.where()), null);
                    }
                }
                case "13D", "13" -> {}
                case "60F", "60M" -> open60(first, tag.equals("60M"));
                case "86" -> line86(first);
                case "62F", "62M" -> {
                    endLine();
                    if (!open || !started) {
                        throw noStatement();
                    }
                    closing = amounts.balance(first, currency);
                    closed = true;
                    pageToCome = tag.equals("62M");
                    if (!lines.wasEnded()) {
                        checkBroken();
                    }
                }
                case "90D", "90C" -> {
                    endLine();
                    if (!open) {
                        throw noStatement();
                    }
                    total(first, tag.equals("90D"));
                }
                default -> endLine();
            }
        }

        private void open60(String text, boolean intermediate) {
            Balance balance = amounts.balance(text, null);
            if (!MtAmounts.namesCurrency(text)) {
                sink.warn(ReadWarning.note(
                        tagLine,
                        "currency.untold",
                        FormatDates.quoted(text),
                        say("currency.untold.expected"),
                        say("currency.untold.remedy", assumed.getCode())));
            }
            if (open && intermediate && pageToCome && newAccount.equals(account)) {
                if (closing != null && closing.minorUnits() != balance.minorUnits()) {
                    sink.warn(ReadWarning.breach(
                            tagLine,
                            "statement.page",
                            say("statement.page.found", sequence, MinorUnits.report(balance.minorUnits(), counted())),
                            say("statement.page.expected", MinorUnits.report(closing.minorUnits(), counted())),
                            say("statement.page.remedy")));
                }
                pageToCome = false;
                started = true;
                return;
            }
            start(false, amounts.unitOf(text), balance);
            if (intermediate) {
                sink.warn(ReadWarning.breach(
                        tagLine,
                        "statement.page",
                        say("statement.page.found2"),
                        say("statement.page.expected2"),
                        say("statement.page.remedy2")));
            }
        }

        private CurrencyUnit counted() {
            return currency == null ? assumed : currency;
        }

        /** Begins a statement with what its message has told so far. */
        private void start(boolean isInterim, CurrencyUnit unit, @Nullable Balance first) {
            finish();
            open = true;
            started = true;
            // another group of fields under the same reference is another statement
            closed = false;
            begun = false;
            interim = isInterim;
            account = newAccount;
            reference = newReference;
            currency = unit;
            opening = first;
            closing = null;
            position = 0;
            debits = 0;
            credits = 0;
            debitSum = 0;
            creditSum = 0;
            pageToCome = false;
        }

        private void line61() {
            if (!open || !started || closed) {
                throw noStatement();
            }
            endLine();
            begin();
            draft.clear();
            drafted = true;
            described = false;
            draft.fileLine = tagLine;
            Mt61 parts = Mt61.parse(head, headAt, tagLine);
            LocalDate value = days.ofSix(parts.valueDate());
            if (value == null) {
                value = FormatDates.endOfMonth(parts.valueDate());
                if (value != null) {
                    sink.warn(ReadWarning.note(
                            tagLine,
                            "date.calendar",
                            FormatDates.quoted(head.substring(headAt, headAt + 6)),
                            say("date.calendar.expected"),
                            say("date.calendar.remedy", Words.day(value))));
                }
            }
            if (value == null) {
                throw FormatDates.refused(head.substring(headAt, headAt + 6), tagLine, ":61:", FormatDates.SIX_DIGITS);
            }
            draft.value = value;
            draft.booked =
                    parts.entryDate() < 0 ? value : FormatDates.nearest(parts.entryDate(), value, tagLine, ":61:");
            long amount = amounts.amount(head, parts.amountFrom(), parts.amountTo(), counted());
            if (amount == 0) {
                throw new RuleViolation(
                        "amount.zero",
                        amounts.where(),
                        say("amount.zero.found"),
                        say("amount.zero.expected"),
                        say("amount.zero.remedy3"));
            }
            draft.amount = parts.in() ? amount : -amount;
            draft.pending = parts.expected();
            if (parts.reversal()) {
                draft.extra("reversal");
            }
            draft.code = parts.type();
            String own = parts.reference();
            boolean check = parts.type().endsWith("CHK");
            if (check && FormatDates.digits(own, own.length()) && !own.isEmpty()) {
                draft.check = own;
            } else if (!own.equals("NONREF")) {
                draft.reference = own;
            }
            draft.bankReference = parts.bankReference();
            for (int i = 0; i < more.size(); i++) {
                draft.extra(more.get(i).strip());
            }
            lastSign = parts.in() ? 1 : -1;
            if (!draft.pending) {
                if (lastSign > 0) {
                    credits++;
                    creditSum = Math.addExact(creditSum, amount);
                } else {
                    debits++;
                    debitSum = Math.addExact(debitSum, amount);
                }
            }
        }

        private RuleViolation noStatement() {
            return new RuleViolation(
                    "statement.balance.missing",
                    say("statement.balance.missing.where", tagLine),
                    say("statement.balance.missing.found3"),
                    say("statement.balance.missing.expected2"),
                    say("statement.balance.missing.remedy2"));
        }

        private void begin() {
            if (!begun) {
                begun = true;
                sink.begin(facts());
            }
        }

        private void line86(String first) {
            if (drafted && !described) {
                described = true;
                Mt86.into(first, more, draft, lastSign > 0);
            } else if (drafted) {
                sink.warn(ReadWarning.note(
                        tagLine,
                        "text.twice",
                        say("text.twice.found"),
                        say("text.twice.expected"),
                        say("text.twice.remedy")));
                draft.extra((first + " " + String.join(" ", more)).strip());
            } else if (open && !closed) {
                sink.warn(ReadWarning.note(
                        tagLine,
                        "text.lineless",
                        FormatDates.quoted(first),
                        say("text.lineless.expected"),
                        say("text.lineless.remedy")));
            }
        }

        private void endLine() {
            if (drafted) {
                drafted = false;
                position++;
                sink.line(draft.line(position));
            }
        }

        /** The totals of an interim report: how many, and how much. */
        private void total(String text, boolean debit) {
            int end = 0;
            while (end < text.length() && Character.isDigit(text.charAt(end))) {
                end++;
            }
            if (end == 0 || end > 6 || text.length() < end + 4) {
                throw new RuleViolation(
                        "total.unreadable",
                        amounts.where(),
                        FormatDates.quoted(text),
                        say("total.unreadable.expected"),
                        say("total.unreadable.remedy"));
            }
            CurrencyUnit unit = MinorUnits.currency(text.substring(end, end + 3), amounts.where());
            if (currency == null) {
                currency = unit;
            }
            long sum = amounts.amount(text.substring(end + 3), unit);
            int count = Integer.parseInt(text.substring(0, end));
            if (count != (debit ? debits : credits) || sum != (debit ? debitSum : creditSum)) {
                sink.warn(ReadWarning.breach(
                        tagLine,
                        "control.total",
                        say(
                                "control.total.found3",
                                debit ? debits : credits,
                                debit ? say("control.total.found") : say("control.total.found2"),
                                MinorUnits.report(debit ? debitSum : creditSum, unit)),
                        say("control.total.expected", count, MinorUnits.report(sum, unit)),
                        say("control.total.remedy")));
            }
        }

        private void checkBroken() {
            // the very last characters of the file: a closing balance cut short would still look like one
            if (opening != null && closing != null) {
                long made = Math.addExact(opening.minorUnits(), Math.subtractExact(creditSum, debitSum));
                if (made != closing.minorUnits()) {
                    throw incomplete(
                            say("format.aClosingBalanceAtTheVeryEnd"), say("format.aLineBreakAfterTheLastField"));
                }
            }
        }

        private void endMessage() {
            endLine();
            if (messageOpen && !started) {
                throw incomplete(say("format.aMessageWithoutABalance"), say("format.60fOr34fInAnInterimReport"));
            }
            if (messageOpen && !interim && !closed) {
                throw incomplete(say("format.aStatementWithoutAClosingBalance"), say("format.62fAfterTheLastLine"));
            }
            messageOpen = false;
        }

        private void finish() {
            if (!open) {
                return;
            }
            endLine();
            if (pageToCome) {
                sink.warn(ReadWarning.breach(
                        lines.number(),
                        "statement.page",
                        say("statement.page.found3"),
                        say("statement.page.expected3"),
                        say("statement.page.remedy3")));
            }
            begin();
            sink.end(facts());
            statements++;
            open = false;
        }

        private StatementFacts facts() {
            return new StatementFacts(
                    interim ? StatementFacts.Kind.INTERIM : StatementFacts.Kind.BOOKED,
                    account,
                    reference,
                    Optional.ofNullable(currency),
                    Optional.empty(),
                    Optional.ofNullable(closing).map(Balance::date),
                    Optional.ofNullable(opening),
                    Optional.ofNullable(closing));
        }

        private static String cut(String text, int from, int to) {
            return text.length() < to ? text : text.substring(from, to);
        }
    }
}
