package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Reads the interchange format QIF: lists of movements of bank, cash and card accounts. It tells neither currency nor
 * period nor, mostly, a balance; a record “Opening Balance” is taken as one, as is the balance of an account's block. Whether the month or the day stands
 * first in its dates is found from all dates of a list, which is kept in memory for that (at most {@link #MOST} lines).
 */
public final class QifReader implements StatementReader {
    static final int MOST = 500_000;
    private static final Set<String> READ = Set.of("bank", "cash", "ccard", say("format.othA"), say("format.othL"));

    @Override
    public String format() {
        return "QIF";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        new Reading(new TextLines(in), assumed, sink).read();
    }

    /** A record as it stands in the file. */
    private record Raw(int line, String date, long amount, String number, String payee, String memo, String category) {}

    private static final class Reading {
        private final TextLines lines;
        private final CurrencyUnit assumed;
        private final StatementSink sink;
        private final List<Raw> records = new ArrayList<>();
        private boolean inList;
        private boolean inAccount;
        private String account = "";
        /** Accounts that the block names. */
        private int accounts;

        private String balance = "";
        private String balanceDay = "";
        private int balanceLine;
        private int statements;

        private int recordLine;
        private String date = "";
        private @Nullable String amount;
        private String number = "";
        private String payee = "";
        private String memo = "";
        private String category = "";
        private boolean any;

        Reading(TextLines lines, CurrencyUnit assumed, StatementSink sink) {
            this.lines = lines;
            this.assumed = assumed;
            this.sink = sink;
        }

        void read() throws IOException {
            String line = lines.next();
            while (line != null) {
                if (!line.isBlank()) {
                    if (line.charAt(0) == '!') {
                        section(line.substring(1).strip());
                    } else if (inList) {
                        field(line);
                    } else if (inAccount) {
                        ofAccount(line.charAt(0), line.substring(1).strip());
                    }
                }
                line = lines.next();
            }
            if (any) {
                endOfFile();
            }
            endList();
            if (statements == 0) {
                throw new RuleViolation(
                        "statement.none",
                        "",
                        say("statement.none.found6"),
                        say("statement.none.expected6"),
                        say("statement.none.remedy3"));
            }
            lines.tellCharset(sink);
        }

        /** The last record has no end of its own: a person decides, where its last line is whole; else the file was cut off. */
        private void endOfFile() {
            if (!lines.wasEnded() || date.isEmpty() || amount == null) {
                throw new RuleViolation(
                        "file.incomplete",
                        say("file.incomplete.where", lines.number()),
                        say("file.incomplete.found4"),
                        say("file.incomplete.expected4"),
                        say("file.incomplete.remedy3"));
            }
            sink.warn(ReadWarning.breach(
                    recordLine,
                    "record.end",
                    say("file.incomplete.found4"),
                    say("file.incomplete.expected4"),
                    say("record.end.remedy")));
            endRecord();
        }

        /** A field of an account's block; the block that stands before a list is of its account. */
        private void ofAccount(char field, String value) {
            switch (field) {
                case 'N' -> {
                    account = value;
                    accounts++;
                    balance = "";
                    balanceDay = "";
                }
                case '$' -> {
                    balance = value;
                    balanceLine = lines.number();
                }
                case '/' -> balanceDay = value;
                default -> {}
            }
        }

        private void section(String header) {
            if (any) {
                throw bad(say("format.aNewSectionInsideARecord"), say("format.afterEveryRecord"));
            }
            String lower = header.toLowerCase(Locale.ROOT);
            if (lower.startsWith("option:") || lower.startsWith("clear:")) {
                return;
            }
            endList();
            inAccount = lower.equals("account");
            if (inAccount) {
                account = "";
                accounts = 0;
                balance = "";
                balanceDay = "";
            } else if (accounts > 1) {
                // a list of accounts, of which none is told to be that of what follows
                sink.warn(ReadWarning.note(
                        lines.number(),
                        "account.several",
                        say("account.several.found", accounts),
                        say("account.several.expected"),
                        say("account.several.remedy")));
                account = "";
                accounts = 0;
                balance = "";
                balanceDay = "";
            }
            inList = false;
            if (lower.startsWith("type:")) {
                inList = READ.contains(lower.substring(5).strip());
                if (!inList) {
                    sink.warn(ReadWarning.note(
                            lines.number(),
                            "section.other",
                            FormatDates.quoted(header),
                            say("section.other.expected"),
                            say("section.other.remedy")));
                }
            } else if (!inAccount) {
                throw bad(FormatDates.quoted("!" + header), say("format.typeBankOrAnotherSectionOfQif"));
            }
        }

        private RuleViolation bad(String found, String expected) {
            return new RuleViolation(
                    "qif.record", say("qif.record.where", lines.number()), found, expected, say("qif.record.remedy"));
        }

        private void field(String line) {
            if (!any) {
                any = true;
                recordLine = lines.number();
                date = "";
                amount = null;
                number = "";
                payee = "";
                memo = "";
                category = "";
            }
            String value = line.substring(1).strip();
            switch (line.charAt(0)) {
                case 'D' -> date = value;
                case 'T' -> amount = value;
                case 'U' -> amount = amount == null ? value : amount;
                case 'N' -> number = value;
                case 'P' -> payee = value;
                case 'M' -> memo = value;
                case 'L' -> category = value;
                case '^' -> endRecord();
                case 'C', 'A', 'S', 'E', '$', '%', 'F', 'X', 'I', 'K', 'Q', 'Y', 'O', 'B', 'R', 'V', 'W' -> {}
                default -> throw bad(FormatDates.quoted(line), say("format.aFieldOfQifSuchAsD"));
            }
        }

        private void endRecord() {
            any = false;
            if (date.isEmpty() && amount == null) {
                return;
            }
            if (date.isEmpty() || amount == null) {
                throw new RuleViolation(
                        "qif.record",
                        say("qif.record.where", recordLine),
                        date.isEmpty() ? say("qif.record.found") : say("qif.record.found2"),
                        say("qif.record.expected"),
                        say("qif.record.remedy"));
            }
            if (records.size() >= MOST) {
                throw bad(say("format.moreThanMovements", MOST), say("format.atMost", MOST));
            }
            long minorUnits = MinorUnits.parse(
                    DecimalText.plain(amount, DecimalText.pointOf(amount)), assumed, say("format.lineT", recordLine));
            if (minorUnits == 0 && !payee.equalsIgnoreCase("Opening Balance")) {
                sink.warn(ReadWarning.note(
                        recordLine,
                        "amount.zero",
                        say("amount.zero.found4"),
                        say("amount.zero.expected"),
                        say("amount.zero.remedy")));
                return;
            }
            records.add(new Raw(recordLine, date, minorUnits, number, payee, memo, category));
        }

        private void endList() {
            if (!inList) {
                return;
            }
            inList = false;
            if (records.isEmpty()) {
                return;
            }
            statements++;
            DateOrder order = DateOrder.of(records.stream().map(Raw::date).toList());
            if (order == DateOrder.UNTOLD) {
                sink.warn(ReadWarning.breach(
                        records.getFirst().line(),
                        "date.order",
                        say("date.order.found", records.getFirst().date()),
                        say("date.order.expected"),
                        say("date.order.remedy")));
                order = DateOrder.MONTH_FIRST;
            }
            Optional<Raw> opens = opening();
            Optional<Balance> opening = Optional.empty();
            if (opens.isPresent()) {
                Raw first = opens.get();
                opening = Optional.of(new Balance(order.parse(first.date(), first.line(), "D"), first.amount()));
                if (first.category().startsWith("[") && account.isEmpty()) {
                    account = first.category().replaceAll("[\\[\\]]", "");
                }
                records.remove(first);
            }
            Optional<Balance> closing = closing(order);
            sink.begin(facts(opening, closing));
            long position = 0;
            for (Raw raw : records) {
                position++;
                sink.line(line(raw, order.parse(raw.date(), raw.line(), "D"), position));
            }
            sink.end(facts(opening, closing));
            records.clear();
            account = "";
            balance = "";
            balanceDay = "";
        }

        /** The record that is the opening balance, wherever it stands; none where several say that they are. */
        private Optional<Raw> opening() {
            List<Raw> said = records.stream()
                    .filter(r -> r.payee().equalsIgnoreCase("Opening Balance"))
                    .toList();
            return said.size() == 1 ? Optional.of(said.getFirst()) : Optional.empty();
        }

        /** What the account's block says that the list comes to; its day where it has none is that of the last movement. */
        private Optional<Balance> closing(DateOrder order) {
            if (balance.isEmpty()) {
                return Optional.empty();
            }
            LocalDate day = balanceDay.isEmpty()
                    ? records.stream()
                            .map(r -> order.parse(r.date(), r.line(), "D"))
                            .max(LocalDate::compareTo)
                            .orElse(null)
                    : order.parse(balanceDay, balanceLine, "/");
            return day == null
                    ? Optional.empty()
                    : Optional.of(new Balance(
                            day,
                            MinorUnits.parse(
                                    DecimalText.plain(balance, DecimalText.pointOf(balance)),
                                    assumed,
                                    say("format.lineBalance", balanceLine))));
        }

        private StatementFacts facts(Optional<Balance> opening, Optional<Balance> closing) {
            return new StatementFacts(
                    StatementFacts.Kind.BOOKED,
                    account,
                    "",
                    Optional.empty(),
                    Optional.empty(),
                    closing.map(Balance::date),
                    opening,
                    closing);
        }

        private static ReadLine line(Raw raw, LocalDate day, long position) {
            boolean check = !raw.number().isEmpty()
                    && FormatDates.digits(raw.number(), raw.number().length());
            return new ReadLine(
                    new BankLine(
                            new BankLineId(position),
                            day,
                            day,
                            raw.amount(),
                            check ? "" : raw.number(),
                            "",
                            check ? CheckNumbers.plain(raw.number()) : "",
                            raw.payee(),
                            raw.memo(),
                            ""),
                    raw.line(),
                    OptionalLong.empty());
        }
    }
}
