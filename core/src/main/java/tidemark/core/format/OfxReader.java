package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Reads bank and card statements of OFX 1.x (SGML) and 2.x (XML), as a stream. A statement has a closing balance
 * ({@code LEDGERBAL}) and no opening one. Source: Open Financial Exchange specification 1.6 and 2.2, chapter 11.
 */
public final class OfxReader implements StatementReader {
    @Override
    public String format() {
        return "OFX";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        BufferedInputStream buffered = in instanceof BufferedInputStream b ? b : new BufferedInputStream(in, 1 << 16);
        String head = head(buffered);
        Charset charset = charset(head);
        new Reading(new OfxTokens(new StrictReader(buffered, charset)), isXml(head), assumed, sink).read();
    }

    private static String head(BufferedInputStream in) throws IOException {
        in.mark(2048);
        String head = new String(in.readNBytes(1024), StandardCharsets.ISO_8859_1).toUpperCase(Locale.ROOT);
        in.reset();
        return head;
    }

    private static boolean isXml(String head) {
        return head.contains("<?XML") || head.contains("<?OFX");
    }

    /** The character set that the head of the file names. */
    private static Charset charset(String head) {
        boolean xml = isXml(head);
        if (head.contains("ENCODING:UTF-8")
                || head.contains("ENCODING:UNICODE")
                || head.contains("CHARSET:UTF-8")
                || (xml && !head.contains("ENCODING=\"ISO-8859-1\"") && !head.contains("ENCODING=\"WINDOWS-1252\""))) {
            return StandardCharsets.UTF_8;
        }
        return head.contains("CHARSET:8859-1") ? StandardCharsets.ISO_8859_1 : Charset.forName("windows-1252");
    }

    private static final class Reading {
        private final OfxTokens tokens;
        /** Of 2.x, in which each element is closed. */
        private final boolean xml;

        private final CurrencyUnit assumed;
        private final StatementSink sink;
        private final Deque<OfxElement> path = new ArrayDeque<>();
        private final LineDraft draft = new LineDraft();
        private final DayMemo days = new DayMemo();

        private boolean open;
        private boolean begun;
        private boolean complete;
        private int statements;
        private long position;
        private String account = "";
        private @Nullable CurrencyUnit currency;
        private @Nullable LocalDate from;
        private @Nullable LocalDate to;
        private @Nullable LocalDate closingDay;
        private @Nullable String closingText;
        private int closingLine;

        private final Set<OfxElement> toldEmpty = EnumSet.noneOf(OfxElement.class);
        private boolean inLine;
        private String amount = "";
        private int amountLine;
        private String corrects = "";
        private String correction = "";
        private String rate = "";
        private String symbol = "";

        Reading(OfxTokens tokens, boolean xml, CurrencyUnit assumed, StatementSink sink) {
            this.tokens = tokens;
            this.xml = xml;
            this.assumed = assumed;
            this.sink = sink;
        }

        void read() throws IOException {
            OfxElement element = OfxElement.OTHER;
            OfxElement toClose = OfxElement.OTHER;
            boolean seen = false;
            OfxTokens.Kind kind = tokens.next();
            while (kind != OfxTokens.Kind.END) {
                boolean more = kind == OfxTokens.Kind.TEXT;
                boolean closes = kind == OfxTokens.Kind.CLOSE && tokens.element() == toClose;
                if (toClose != OfxElement.OTHER && !more && !closes) {
                    throw malformed(say("format.isNotClosed", toClose));
                }
                toClose = more ? toClose : OfxElement.OTHER;
                switch (kind) {
                    case LEAF -> {
                        leaf(tokens.element());
                        toClose = xml && !tokens.isClosed() ? tokens.element() : OfxElement.OTHER;
                        element = OfxElement.OTHER;
                    }
                    case OPEN -> {
                        tellEmpty(element);
                        element = tokens.element();
                        if (element == OfxElement.OFX) {
                            seen = true;
                        }
                        if (element.group) {
                            if (path.size() > 40) {
                                throw malformed(say("format.groupsInGroupsMoreThan40Deep"));
                            }
                            path.push(element);
                            opened(element);
                            element = OfxElement.OTHER;
                        }
                    }
                    case TEXT -> {
                        leaf(element);
                        toClose = xml && element != OfxElement.OTHER ? element : toClose;
                        element = OfxElement.OTHER;
                    }
                    case CLOSE -> {
                        OfxElement closed = tokens.element();
                        tellEmpty(element);
                        element = OfxElement.OTHER;
                        if (closed.group) {
                            if (path.peek() != closed) {
                                throw malformed(say(
                                        "format.whereIsOpen",
                                        closed,
                                        path.isEmpty() ? "nothing" : "<" + path.peek() + ">"));
                            }
                            path.pop();
                            closed(closed);
                        }
                    }
                    case END -> {}
                }
                kind = tokens.next();
            }
            if (!seen) {
                throw new RuleViolation(
                        "file.format",
                        say("file.format.where", tokens.line()),
                        say("file.format.found"),
                        say("file.format.expected"),
                        say("file.format.remedy"));
            }
            if (!complete) {
                throw new RuleViolation(
                        "file.incomplete",
                        say("file.incomplete.where", tokens.line()),
                        say(
                                "file.incomplete.found3",
                                path.isEmpty() ? say("file.incomplete.found2") : "<" + path.peek() + ">"),
                        say("file.incomplete.expected3"),
                        say("file.incomplete.remedy"));
            }
            if (statements == 0) {
                throw new RuleViolation(
                        "statement.none",
                        "",
                        say("statement.none.found5"),
                        say("statement.none.expected5"),
                        say("statement.none.remedy"));
            }
        }

        /** An element without a value is as none at all; said once for each. */
        private void tellEmpty(OfxElement leaf) {
            if (leaf != OfxElement.OTHER && !leaf.group && toldEmpty.add(leaf)) {
                sink.warn(ReadWarning.note(
                        tokens.line(),
                        "element.empty",
                        "<" + leaf + ">",
                        say("element.empty.expected"),
                        say("element.empty.remedy")));
            }
        }

        private RuleViolation malformed(String found) {
            return new RuleViolation(
                    "ofx.malformed",
                    say("ofx.malformed.where", tokens.line()),
                    found,
                    say("ofx.malformed.expected"),
                    say("ofx.malformed.remedy"));
        }

        private void opened(OfxElement group) {
            switch (group) {
                case STMTRS, CCSTMTRS -> {
                    open = true;
                    begun = false;
                    position = 0;
                    account = "";
                    currency = null;
                    from = null;
                    to = null;
                    closingDay = null;
                    closingText = null;
                }
                case STMTTRN, STMTTRNP -> {
                    begin();
                    draft.clear();
                    draft.fileLine = tokens.line();
                    draft.pending = group == OfxElement.STMTTRNP;
                    inLine = true;
                    amount = "";
                    corrects = "";
                    correction = "";
                }
                case CURRENCY, ORIGCURRENCY -> {
                    rate = "";
                    symbol = "";
                }
                default -> {}
            }
        }

        private void leaf(OfxElement leaf) {
            OfxElement group = path.peek();
            if (leaf == OfxElement.OTHER || group == null) {
                return;
            }
            if (inLine) {
                lineLeaf(group, leaf);
                return;
            }
            switch (group) {
                case STMTRS, CCSTMTRS -> {
                    if (leaf == OfxElement.CURDEF) {
                        currency = MinorUnits.currency(tokens.value(), say("format.lineCurdef", tokens.line()));
                    }
                }
                case BANKACCTFROM, CCACCTFROM -> {
                    if (leaf == OfxElement.ACCTID) {
                        account = tokens.value();
                    }
                }
                case BANKTRANLIST -> {
                    if (leaf == OfxElement.DTSTART) {
                        from = day(leaf);
                    } else if (leaf == OfxElement.DTEND) {
                        to = day(leaf);
                    }
                }
                case LEDGERBAL -> {
                    if (leaf == OfxElement.BALAMT) {
                        closingText = tokens.value();
                        closingLine = tokens.line();
                    } else if (leaf == OfxElement.DTASOF) {
                        closingDay = day(leaf);
                    }
                }
                default -> {}
            }
        }

        private void lineLeaf(OfxElement group, OfxElement leaf) {
            switch (group) {
                case CURRENCY, ORIGCURRENCY -> {
                    if (leaf == OfxElement.CURRATE) {
                        rate = tokens.value();
                    } else if (leaf == OfxElement.CURSYM) {
                        symbol = tokens.value();
                    }
                }
                case PAYEE -> {
                    if (leaf == OfxElement.NAME) {
                        draft.counterparty = tokens.value();
                    }
                }
                case BANKACCTTO, CCACCTTO -> {
                    if (leaf == OfxElement.ACCTID) {
                        draft.extra(say("format.account", tokens.value()));
                    }
                }
                default -> own(leaf);
            }
        }

        private void own(OfxElement leaf) {
            switch (leaf) {
                case TRNTYPE -> draft.code = tokens.value();
                case DTPOSTED, DTTRAN -> draft.booked = day(leaf);
                case DTAVAIL -> draft.value = day(leaf);
                case TRNAMT -> {
                    amount = tokens.value();
                    amountLine = tokens.line();
                }
                case FITID -> draft.bankReference = tokens.value();
                case CORRECTFITID -> corrects = tokens.value();
                case CORRECTACTION -> correction = tokens.value();
                case CHECKNUM -> draft.check = tokens.value();
                case REFNUM -> draft.reference = tokens.value();
                case NAME -> {
                    if (draft.counterparty.isEmpty()) {
                        draft.counterparty = tokens.value();
                    }
                }
                case EXTDNAME -> draft.counterparty = tokens.value();
                case MEMO -> draft.text = tokens.value();
                default -> {}
            }
        }

        private LocalDate day(OfxElement field) {
            LocalDate plain = tokens.day(days);
            return plain == null ? FormatDates.eightDigits(tokens.value(), tokens.line(), field.name()) : plain;
        }

        private void closed(OfxElement group) {
            switch (group) {
                case OFX -> complete = true;
                case CURRENCY, ORIGCURRENCY ->
                    draft.extra(say(
                            "format.at",
                            (group == OfxElement.CURRENCY ? say("format.in2") : say("format.originallyIn")) + symbol,
                            rate));
                case STMTTRN, STMTTRNP -> endLine();
                case LEDGERBAL -> {
                    if (closingText == null || closingText.isBlank()) {
                        closingText = null;
                        sink.warn(ReadWarning.note(
                                tokens.line(),
                                "balance.none",
                                say("balance.none.found"),
                                say("balance.none.expected"),
                                say("balance.none.remedy")));
                    }
                }
                case STMTRS, CCSTMTRS -> endStatement();
                default -> {}
            }
        }

        private void endLine() {
            inLine = false;
            CurrencyUnit unit = counted();
            if (!open) {
                throw malformed(say("format.aMovementOutsideAStatement"));
            }
            String plain = amount.indexOf('.') < 0 ? amount.replace(',', '.') : amount;
            draft.amount = MinorUnits.parse(plain, unit, Math.max(amountLine, draft.fileLine), "TRNAMT");
            if (draft.booked == null) {
                throw new RuleViolation(
                        "line.date.missing",
                        say("line.date.missing.where", draft.fileLine),
                        say("line.date.missing.found"),
                        say("line.date.missing.expected"),
                        say("line.date.missing.remedy"));
            }
            if (!corrects.isEmpty()) {
                boolean delete = correction.equals("DELETE");
                sink.warn(ReadWarning.breach(
                        draft.fileLine,
                        "line.correction",
                        say(
                                "line.correction.found3",
                                delete ? say("line.correction.found") : say("line.correction.found2"),
                                corrects),
                        say("line.correction.expected"),
                        say("line.correction.remedy")));
                draft.extra((delete ? say("format.deletes") : say("format.replaces")) + corrects);
                if (delete) {
                    return;
                }
            }
            if (draft.amount == 0) {
                sink.warn(ReadWarning.note(
                        draft.fileLine,
                        "amount.zero",
                        say("amount.zero.found"),
                        say("amount.zero.expected"),
                        say("amount.zero.remedy")));
                return;
            }
            position++;
            sink.line(draft.line(position));
        }

        private CurrencyUnit counted() {
            return currency == null ? assumed : currency;
        }

        private void begin() {
            if (!begun) {
                begun = true;
                sink.begin(facts(Optional.empty()));
            }
        }

        private void endStatement() {
            begin();
            Optional<Balance> closing = Optional.empty();
            if (closingText != null) {
                String plain = closingText.indexOf('.') < 0 ? closingText.replace(',', '.') : closingText;
                long minorUnits = MinorUnits.parse(plain, counted(), say("format.lineBalamt", closingLine));
                LocalDate day = closingDay != null ? closingDay : to;
                if (day != null) {
                    closing = Optional.of(new Balance(day, minorUnits));
                }
            }
            sink.end(facts(closing));
            statements++;
            open = false;
        }

        private StatementFacts facts(Optional<Balance> closing) {
            return new StatementFacts(
                    StatementFacts.Kind.BOOKED,
                    account,
                    "",
                    Optional.ofNullable(currency),
                    Optional.ofNullable(from),
                    Optional.ofNullable(to),
                    Optional.empty(),
                    closing);
        }
    }
}
