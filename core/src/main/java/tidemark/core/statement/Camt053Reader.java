package tidemark.core.statement;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.stax.WstxInputFactory;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.OptionalLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;

/**
 * Reads ISO 20022 camt.053, versions 02 to 13, any namespace prefix, as a stream: memory does not grow with the file.
 * A document type definition is refused outright, so no entity is ever expanded. Text is bounded.
 * Source: ISO 20022 message definition report, Bank-to-Customer Statement.
 */
public final class Camt053Reader implements StatementReader {
    private static final Pattern NAMESPACE =
            Pattern.compile("urn:iso:std:iso:20022:tech:xsd:camt\\.053\\.001\\.(\\d\\d)");
    private static final int LONGEST_TEXT = 10_000;
    private static final XMLInputFactory FACTORY = factory();

    private static XMLInputFactory factory() {
        XMLInputFactory factory = new WstxInputFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, 60);
        factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTE_SIZE, 2_000);
        factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTES_PER_ELEMENT, 30);
        factory.setProperty(WstxInputProperties.P_MAX_TEXT_LENGTH, LONGEST_TEXT);
        return factory;
    }

    @Override
    public String format() {
        return "camt.053";
    }

    @Override
    public void read(InputStream in, CurrencyUnit assumed, StatementSink sink) {
        XMLStreamReader xml = null;
        try {
            xml = FACTORY.createXMLStreamReader(in);
            new Document(xml, sink).read();
        } catch (XMLStreamException e) {
            int line = xml == null ? 1 : xml.getLocation().getLineNumber();
            throw XmlCursor.at(
                    line,
                    "xml.malformed",
                    "XML that breaks off or is not well-formed",
                    "a complete camt.053 document",
                    "Fetch the file from the bank again.");
        } finally {
            close(xml);
        }
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

    /** One pass over one document; holds the fields of the statement and entry being read. */
    private static final class Document {
        private final XMLStreamReader xml;
        private final XmlCursor cursor;
        private final StatementSink sink;
        private int statements;

        private String accountNumber = "";
        private String reference = "";
        private @Nullable CurrencyUnit currency;
        private @Nullable LocalDate from;
        private @Nullable LocalDate to;
        private OptionalLong opening = OptionalLong.empty();
        private OptionalLong closing = OptionalLong.empty();
        private boolean headerSent;
        private long position;

        private final Camt053Entry entry = new Camt053Entry();

        Document(XMLStreamReader xml, StatementSink sink) {
            this.xml = xml;
            this.cursor = new XmlCursor(xml);
            this.sink = sink;
        }

        void read() throws XMLStreamException {
            int event = xml.next();
            while (event != XMLStreamConstants.START_ELEMENT) {
                if (event == XMLStreamConstants.DTD) {
                    throw XmlCursor.at(
                            cursor.line(),
                            "xml.doctype",
                            "a document type definition",
                            "a camt.053 document without one",
                            "Do not use this file; ask the bank for a clean one.");
                }
                event = xml.next();
            }
            String namespace = xml.getNamespaceURI() == null ? "" : xml.getNamespaceURI();
            Matcher matcher = NAMESPACE.matcher(namespace);
            int version = matcher.matches() ? Integer.parseInt(matcher.group(1)) : 0;
            if (!xml.getLocalName().equals("Document") || version < 2 || version > 13) {
                throw XmlCursor.at(
                        cursor.line(),
                        "file.format",
                        "<" + xml.getLocalName() + "> in “" + namespace + "”",
                        "a camt.053 document, version 02 to 13",
                        "Ask the bank for the statement as camt.053.");
            }
            cursor.children(message -> {
                if (message.equals("BkToCstmrStmt")) {
                    cursor.children(part -> {
                        if (part.equals("Stmt")) {
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
                        "no statement in the file",
                        "at least one Stmt",
                        "Choose the file that holds the statement.");
            }
        }

        private void statement() throws XMLStreamException {
            statements++;
            int startLine = cursor.line();
            accountNumber = "";
            reference = "";
            currency = null;
            from = null;
            to = null;
            opening = OptionalLong.empty();
            closing = OptionalLong.empty();
            headerSent = false;
            position = 0;
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
                        sendHeader(cursor.line());
                        entry();
                    }
                    default -> cursor.skip();
                }
            });
            sendHeader(startLine);
        }

        private void account() throws XMLStreamException {
            cursor.children(name -> {
                switch (name) {
                    case "Id" ->
                        cursor.children(id -> {
                            if (id.equals("IBAN")) {
                                accountNumber = cursor.text();
                            } else if (id.equals("Othr")) {
                                cursor.children(other -> {
                                    if (other.equals("Id")) {
                                        accountNumber = cursor.text();
                                    } else {
                                        cursor.skip();
                                    }
                                });
                            } else {
                                cursor.skip();
                            }
                        });
                    case "Ccy" -> currency = MinorUnits.currency(cursor.text(), "line " + cursor.line() + ", Ccy");
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
                            if (t.equals("CdOrPrtry")) {
                                cursor.children(c -> type[0] = cursor.text());
                            } else {
                                cursor.skip();
                            }
                        });
                    case "Amt" -> amount[0] = amount();
                    case "CdtDbtInd" -> debit[0] = isDebit();
                    case "Dt" -> cursor.children(d -> date[0] = cursor.date());
                    default -> cursor.skip();
                }
            });
            long signed = debit[0] ? -amount[0] : amount[0];
            switch (type[0]) {
                case "OPBD", "PRCD" -> {
                    if (opening.isEmpty() || type[0].equals("OPBD")) {
                        opening = OptionalLong.of(signed);
                    }
                    if (from == null && date[0] != null) {
                        from = type[0].equals("PRCD") ? date[0].plusDays(1) : date[0];
                    }
                }
                case "CLBD" -> {
                    closing = OptionalLong.of(signed);
                    if (to == null) {
                        to = date[0];
                    }
                }
                default -> {}
            }
        }

        private void sendHeader(int line) {
            if (headerSent) {
                return;
            }
            if (opening.isEmpty() || closing.isEmpty()) {
                throw XmlCursor.at(
                        line,
                        "statement.balance.missing",
                        opening.isEmpty() ? "no opening balance (OPBD)" : "no closing balance (CLBD)",
                        "both, before the first entry",
                        "Ask the bank for a complete camt.053; an interim report has no closing balance.");
            }
            if (from == null || to == null || to.isBefore(from)) {
                throw XmlCursor.at(
                        line,
                        "statement.period",
                        from == null || to == null ? "no period" : "a period from " + from + " to " + to,
                        "a first and a last day, in that order",
                        "Fetch the file from the bank again.");
            }
            if (currency == null) {
                throw XmlCursor.at(
                        line,
                        "currency.missing",
                        "no currency on the account or its balances",
                        "a currency code",
                        "Fetch the file from the bank again.");
            }
            headerSent = true;
            sink.header(new StatementHeader(
                    accountNumber, reference, currency, from, to, opening.getAsLong(), closing.getAsLong()));
        }

        private void entry() throws XMLStreamException {
            entry.clear();
            int startLine = cursor.line();
            cursor.children(name -> {
                switch (name) {
                    case "NtryRef" -> entry.reference = cursor.text();
                    case "Amt" -> entry.amount = amount();
                    case "CdtDbtInd" -> entry.debit = isDebit();
                    case "Sts" -> entry.status = cursor.textOrCode();
                    case "BookgDt" -> cursor.children(d -> entry.booked = cursor.date());
                    case "ValDt" -> cursor.children(d -> entry.value = cursor.date());
                    case "AcctSvcrRef" -> entry.bankReference = cursor.text();
                    case "BkTxCd" -> transactionCode();
                    case "NtryDtls" ->
                        cursor.children(d -> {
                            if (d.equals("TxDtls")) {
                                details();
                            } else {
                                cursor.skip();
                            }
                        });
                    case "AddtlNtryInf" -> entry.info = cursor.text();
                    default -> cursor.skip();
                }
            });
            if (entry.status.equals("PDNG") || entry.status.equals("INFO")) {
                return;
            }
            if (entry.booked == null) {
                throw XmlCursor.at(
                        startLine,
                        "line.date.missing",
                        "an entry without a booking date",
                        "BookgDt on every booked entry",
                        "Fetch the file from the bank again.");
            }
            if (entry.amount == 0) {
                throw XmlCursor.at(
                        startLine,
                        "amount.zero",
                        "an entry of zero",
                        "an amount other than zero",
                        "Fetch the file from the bank again.");
            }
            position++;
            sink.line(new ReadLine(entry.line(position), startLine, OptionalLong.empty()));
        }

        private void transactionCode() throws XMLStreamException {
            cursor.children(kind -> {
                switch (kind) {
                    case "Domn" ->
                        cursor.children(d -> {
                            if (d.equals("Cd")) {
                                entry.code = cursor.text();
                            } else {
                                cursor.children(f -> entry.code += "-" + cursor.text());
                            }
                        });
                    case "Prtry" ->
                        cursor.children(p -> {
                            String code = cursor.text();
                            if (entry.code.isEmpty() && p.equals("Cd")) {
                                entry.code = code;
                            }
                        });
                    default -> cursor.skip();
                }
            });
        }

        private void details() throws XMLStreamException {
            cursor.children(name -> {
                switch (name) {
                    case "Refs" ->
                        cursor.children(r -> {
                            switch (r) {
                                case "EndToEndId" -> {
                                    String id = cursor.text();
                                    if (!id.equals("NOTPROVIDED")) {
                                        entry.endToEnd = join(entry.endToEnd, id);
                                    }
                                }
                                case "ChqNb" -> entry.check = cursor.text();
                                default -> cursor.skip();
                            }
                        });
                    case "RltdPties" ->
                        cursor.children(side -> {
                            switch (side) {
                                case "Dbtr" -> entry.debtor = partyName();
                                case "Cdtr" -> entry.creditor = partyName();
                                default -> cursor.skip();
                            }
                        });
                    case "RmtInf" ->
                        cursor.children(r -> {
                            if (r.equals("Ustrd")) {
                                entry.remittance = join(entry.remittance, cursor.text());
                            } else {
                                cursor.skip();
                            }
                        });
                    case "AddtlTxInf" -> {
                        String more = cursor.text();
                        if (entry.info.isEmpty()) {
                            entry.info = more;
                        }
                    }
                    default -> cursor.skip();
                }
            });
        }

        /** The name stands directly in the side (version 02) or in its Pty (later versions). */
        private String partyName() throws XMLStreamException {
            String[] found = {""};
            cursor.children(name -> {
                if (name.equals("Nm")) {
                    found[0] = cursor.text();
                } else if (name.equals("Pty")) {
                    String inner = partyName();
                    found[0] = inner.isEmpty() ? found[0] : inner;
                } else {
                    cursor.skip();
                }
            });
            return found[0];
        }

        private static String join(String before, String more) {
            return before.isEmpty() ? more : before.length() > 500 ? before : before + " " + more;
        }

        private long amount() throws XMLStreamException {
            String code = cursor.attribute("Ccy");
            int line = cursor.line();
            if (!code.isEmpty()) {
                if (currency == null) {
                    currency = MinorUnits.currency(code, "line " + line + ", Ccy");
                } else if (!currency.getCode().equals(code)) {
                    throw XmlCursor.at(
                            line,
                            "currency.other",
                            "an amount in " + code,
                            "amounts in " + currency.getCode() + ", the currency of the account",
                            "Fetch the file from the bank again, or ask the bank what it means.");
                }
            }
            if (currency == null) {
                throw XmlCursor.at(
                        line, "currency.missing", "an amount without Ccy", "a currency code", "Fetch the file again.");
            }
            String digits = cursor.text();
            if (digits.startsWith("-")) {
                throw XmlCursor.at(
                        line,
                        "amount.negative",
                        "“" + digits + "”",
                        "an amount without a sign, its side told by CdtDbtInd",
                        "Fetch the file from the bank again.");
            }
            return MinorUnits.parse(digits, currency, "line " + line + ", Amt");
        }

        private boolean isDebit() throws XMLStreamException {
            int line = cursor.line();
            String side = cursor.text();
            return switch (side) {
                case "DBIT" -> true;
                case "CRDT" -> false;
                default ->
                    throw XmlCursor.at(
                            line,
                            "side.unreadable",
                            "“" + side + "” as CdtDbtInd",
                            "CRDT or DBIT",
                            "Fetch the file from the bank again.");
            };
        }
    }
}
