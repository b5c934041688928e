package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.exc.WstxLazyException;
import com.ctc.wstx.stax.WstxInputFactory;
import java.io.CharConversionException;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Reads ISO 20022 account messages as a stream: camt.053 (statement), camt.052 (interim report) and camt.054 (notice of
 * movements), versions 02 to 13, any namespace prefix, bare or inside an envelope. A document type definition is refused
 * outright, so no entity is ever expanded. Text is bounded. Source: ISO 20022 message definition report, Bank-to-Customer
 * Cash Management.
 */
public final class CamtReader implements StatementReader {
    private static final Pattern NAMESPACE =
            Pattern.compile("urn:iso:std:iso:20022:tech:xsd:(camt\\.05[234])\\.001\\.(\\d\\d)");
    private static final XMLInputFactory FACTORY = factory();

    private String format = "camt";

    private static XMLInputFactory factory() {
        XMLInputFactory factory = new WstxInputFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, false);
        factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, 60);
        factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTE_SIZE, 2_000);
        factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTES_PER_ELEMENT, 30);
        factory.setProperty(WstxInputProperties.P_MAX_TEXT_LENGTH, XmlCursor.LONGEST_TEXT);
        return factory;
    }

    /** {@code camt.053}, {@code camt.052} or {@code camt.054}; known once the file's first element has been read. */
    @Override
    public String format() {
        return format;
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException {
        XMLStreamReader xml = null;
        try {
            xml = FACTORY.createXMLStreamReader(in);
            new Document(xml, sink).read();
        } catch (XMLStreamException e) {
            if (e.getNestedException() instanceof IOException broken && !(broken instanceof CharConversionException)) {
                throw broken;
            }
            throw malformed(xml);
        } catch (WstxLazyException e) {
            // text that is skipped is looked at only when the next element is asked for
            throw malformed(xml);
        } finally {
            close(xml);
        }
    }

    private static RuleViolation malformed(@Nullable XMLStreamReader xml) {
        int line = xml == null ? 1 : xml.getLocation().getLineNumber();
        return XmlCursor.at(
                line,
                "xml.malformed",
                say("xml.malformed.xmlThatBreaksOffIsNotWell"),
                say("xml.malformed.aCompleteCamtDocument"),
                say("xml.malformed.fetchTheFileFromTheBankAgain"));
    }

    private static void close(@Nullable XMLStreamReader xml) {
        try {
            if (xml != null) {
                xml.close();
            }
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    /** One pass over one document; holds the fields of the statement being read. */
    private final class Document {
        private final XMLStreamReader xml;
        private final XmlCursor cursor;
        private final StatementSink sink;
        private final CamtEntries entries;
        private int statements;

        private StatementFacts.Kind kind = StatementFacts.Kind.BOOKED;
        private String accountNumber = "";
        private String reference = "";
        private final CamtCurrency currency = new CamtCurrency();
        private @Nullable LocalDate from;
        private @Nullable LocalDate to;
        private @Nullable Balance opening;
        private @Nullable Balance closing;
        private boolean openingBooked;
        private boolean begun;

        Document(XMLStreamReader xml, StatementSink sink) {
            this.xml = xml;
            this.cursor = new XmlCursor(xml);
            this.sink = sink;
            this.entries = new CamtEntries(cursor, currency, sink);
        }

        void read() throws XMLStreamException {
            String message = root();
            cursor.children(name -> {
                if (name.equals(message)) {
                    cursor.children(part -> {
                        if (part.equals("Stmt") || part.equals("Rpt") || part.equals("Ntfctn")) {
                            statement();
                        } else {
                            cursor.skip();
                        }
                    });
                } else {
                    cursor.skip();
                }
            });
            while (xml.hasNext()) {
                xml.next();
            }
            if (statements == 0) {
                throw XmlCursor.at(
                        cursor.line(),
                        "statement.none",
                        say("statement.none.noStatementInTheFile"),
                        say("statement.none.atLeastOneStmtRptOrNtfctn"),
                        say("statement.none.chooseTheFileThatHoldsTheStatement"));
            }
        }

        /** Goes to the Document element, through an envelope where there is one; gives the message's element. */
        private String root() throws XMLStreamException {
            String first = "";
            int looked = 0;
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.DTD) {
                    throw XmlCursor.at(
                            cursor.line(),
                            "xml.doctype",
                            say("xml.doctype.aDocumentTypeDefinition"),
                            say("xml.doctype.aCamtDocumentWithoutOne"),
                            say("xml.doctype.doNotUseThisFileAskThe"));
                }
                if (event != XMLStreamConstants.START_ELEMENT) {
                    continue;
                }
                String namespace = xml.getNamespaceURI() == null ? "" : xml.getNamespaceURI();
                first = first.isEmpty() ? say("format.in", xml.getLocalName(), namespace) : first;
                Matcher matcher = NAMESPACE.matcher(namespace);
                if (xml.getLocalName().equals("Document") && matcher.matches()) {
                    int version = Integer.parseInt(matcher.group(2));
                    if (version >= 2 && version <= 13) {
                        format = matcher.group(1);
                        return switch (format) {
                            case "camt.052" -> {
                                kind = StatementFacts.Kind.INTERIM;
                                yield "BkToCstmrAcctRpt";
                            }
                            case "camt.054" -> {
                                kind = StatementFacts.Kind.NOTICE;
                                yield "BkToCstmrDbtCdtNtfctn";
                            }
                            default -> "BkToCstmrStmt";
                        };
                    }
                }
                if (++looked > 500) {
                    break;
                }
            }
            throw XmlCursor.at(
                    cursor.line(),
                    "file.format",
                    first.isEmpty() ? say("file.format.noElement") : first,
                    say("file.format.aCamt052Camt053OrCamt"),
                    say("file.format.askTheBankForTheStatementAs"));
        }

        private void statement() throws XMLStreamException {
            statements++;
            int startLine = cursor.line();
            accountNumber = "";
            reference = "";
            currency.unit = null;
            from = null;
            to = null;
            opening = null;
            closing = null;
            openingBooked = false;
            begun = false;
            entries.begin();
            cursor.children(name -> {
                switch (name) {
                    case "Id" -> reference = cursor.text();
                    case "FrToDt" ->
                        cursor.children(d -> {
                            switch (d) {
                                case "FrDtTm", "FrDt" -> from = cursor.date();
                                case "ToDtTm", "ToDt" -> to = cursor.date();
                                default -> cursor.skip();
                            }
                        });
                    case "Acct" -> account();
                    case "Bal" -> balance();
                    case "Ntry" -> {
                        begin();
                        entries.read();
                    }
                    default -> cursor.skip();
                }
            });
            begin();
            if (kind == StatementFacts.Kind.BOOKED && (opening == null || closing == null)) {
                sink.warn(ReadWarning.breach(
                        startLine,
                        "statement.balance.missing",
                        opening == null
                                ? say("statement.balance.missing.found")
                                : say("statement.balance.missing.found2"),
                        say("statement.balance.missing.expected"),
                        say("statement.balance.missing.remedy")));
            }
            if (from != null && to != null && to.isBefore(from)) {
                throw XmlCursor.at(
                        startLine,
                        "statement.period",
                        say("statement.period.aPeriodFromTo", from, to),
                        say("statement.period.aFirstAndALastDayIn"),
                        say("statement.period.fetchTheFileFromTheBankAgain"));
            }
            sink.end(facts());
        }

        private void begin() {
            if (!begun) {
                begun = true;
                sink.begin(facts());
            }
        }

        private StatementFacts facts() {
            return new StatementFacts(
                    kind,
                    accountNumber,
                    reference,
                    Optional.ofNullable(currency.unit),
                    Optional.ofNullable(from),
                    Optional.ofNullable(to),
                    Optional.ofNullable(opening),
                    Optional.ofNullable(closing));
        }

        private void account() throws XMLStreamException {
            cursor.children(name -> {
                switch (name) {
                    case "Id" ->
                        cursor.children(id -> {
                            if (id.equals("IBAN")) {
                                accountNumber = cursor.text();
                            } else if (id.equals("Othr") || id.equals("PrtryAcct")) {
                                cursor.children(other -> {
                                    if (other.equals("Id")) {
                                        accountNumber = cursor.text();
                                    } else {
                                        cursor.skip();
                                    }
                                });
                            } else if (id.equals("BBAN") || id.equals("UPIC")) {
                                accountNumber = cursor.text();
                            } else {
                                cursor.skip();
                            }
                        });
                    case "Ccy" ->
                        currency.unit = MinorUnits.currency(cursor.text(), say("format.lineCcy", cursor.line()));
                    default -> cursor.skip();
                }
            });
        }

        private void balance() throws XMLStreamException {
            String[] type = {""};
            long[] amount = {0};
            boolean[] debit = {false};
            LocalDate[] date = new LocalDate[1];
            cursor.children(name -> {
                switch (name) {
                    case "Tp" ->
                        cursor.children(t -> {
                            if (t.equals("CdOrPrtry") || t.equals("Cd")) {
                                type[0] = cursor.textOrCode();
                            } else {
                                cursor.skip();
                            }
                        });
                    case "Amt" -> amount[0] = currency.amount(cursor);
                    case "CdtDbtInd" -> debit[0] = CamtEntries.isDebit(cursor);
                    case "Dt" -> cursor.children(d -> date[0] = cursor.date());
                    default -> cursor.skip();
                }
            });
            long signed = debit[0] ? -amount[0] : amount[0];
            LocalDate day = date[0];
            switch (type[0]) {
                case "OPBD", "PRCD" -> {
                    boolean booked = type[0].equals("OPBD");
                    if (day != null && (opening == null || (booked && !openingBooked))) {
                        opening = new Balance(day, signed);
                        openingBooked = booked;
                    }
                    if (from == null && day != null) {
                        from = booked ? day : day.plusDays(1);
                    }
                }
                case "CLBD" -> {
                    if (day != null) {
                        closing = new Balance(day, signed);
                        to = to == null ? day : to;
                    }
                }
                default -> {}
            }
        }
    }
}
