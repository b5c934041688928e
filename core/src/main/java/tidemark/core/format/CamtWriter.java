package tidemark.core.format;

import com.ctc.wstx.stax.WstxOutputFactory;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.StatementHeader;

/**
 * Writes a statement as ISO 20022 camt.053.001.08, such that {@link CamtReader} reads the same lines back; references
 * are cut at 35 characters and names at 140, as the message has room, and a long text is parted at its blanks.
 */
public final class CamtWriter {
    private static final String NAMESPACE = "urn:iso:std:iso:20022:tech:xsd:camt.053.001.08";
    private static final XMLOutputFactory FACTORY = new WstxOutputFactory();

    private CamtWriter() {}

    /** Cost: O(lines); nothing is kept. The stream is flushed and not closed. */
    public static void write(StatementHeader header, List<BankLine> lines, OutputStream out) {
        try {
            XMLStreamWriter xml = FACTORY.createXMLStreamWriter(out, "UTF-8");
            new CamtWriter.Writing(xml, header.currency()).document(header, lines);
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("The statement could not be written", e);
        }
    }

    private record Writing(XMLStreamWriter xml, CurrencyUnit currency) {
        void document(StatementHeader header, List<BankLine> lines) throws XMLStreamException {
            xml.writeStartDocument("UTF-8", "1.0");
            line(0);
            xml.writeStartElement("Document");
            xml.writeDefaultNamespace(NAMESPACE);
            open("BkToCstmrStmt");
            open("GrpHdr");
            element("MsgId", cut(nonEmpty(header.reference(), "1"), 35));
            element("CreDtTm", header.to() + "T20:00:00");
            xml.writeEndElement();
            line(1);
            open("Stmt");
            element("Id", cut(nonEmpty(header.reference(), "1"), 35));
            open("FrToDt");
            element("FrDtTm", header.from() + "T00:00:00");
            element("ToDtTm", header.to() + "T23:59:59");
            xml.writeEndElement();
            open("Acct");
            open("Id");
            open("Othr");
            element("Id", cut(nonEmpty(header.accountNumber(), "NOTPROVIDED"), 34));
            xml.writeEndElement();
            xml.writeEndElement();
            element("Ccy", currency.getCode());
            xml.writeEndElement();
            balance("OPBD", header.openingMinorUnits(), header.from().toString());
            balance("CLBD", header.closingMinorUnits(), header.to().toString());
            for (BankLine l : lines) {
                line(2);
                entry(l);
            }
            line(1);
            xml.writeEndDocument();
        }

        private void balance(String type, long minorUnits, String date) throws XMLStreamException {
            line(2);
            open("Bal");
            open("Tp");
            open("CdOrPrtry");
            element("Cd", type);
            xml.writeEndElement();
            xml.writeEndElement();
            amount(minorUnits);
            open("Dt");
            element("Dt", date);
            xml.writeEndElement();
            xml.writeEndElement();
        }

        private void amount(long minorUnits) throws XMLStreamException {
            xml.writeStartElement("Amt");
            xml.writeAttribute("Ccy", currency.getCode());
            xml.writeCharacters(MinorUnits.toDecimal(Math.absExact(minorUnits), currency));
            xml.writeEndElement();
            element("CdtDbtInd", minorUnits < 0 ? "DBIT" : "CRDT");
        }

        private void entry(BankLine l) throws XMLStreamException {
            open("Ntry");
            amount(l.minorUnits());
            open("Sts");
            element("Cd", "BOOK");
            xml.writeEndElement();
            open("BookgDt");
            element("Dt", l.bookingDate().toString());
            xml.writeEndElement();
            open("ValDt");
            element("Dt", l.valueDate().toString());
            xml.writeEndElement();
            optional("AcctSvcrRef", cut(l.bankReference(), 35));
            open("BkTxCd");
            open("Prtry");
            element("Cd", cut(nonEmpty(l.code(), "NTRF"), 35));
            xml.writeEndElement();
            xml.writeEndElement();
            open("NtryDtls");
            open("TxDtls");
            if (!l.reference().isEmpty() || !l.checkNumber().isEmpty()) {
                open("Refs");
                optional("EndToEndId", cut(l.reference(), 35));
                optional("ChqNb", cut(l.checkNumber(), 35));
                xml.writeEndElement();
            }
            if (!l.counterparty().isEmpty()) {
                open("RltdPties");
                open(l.minorUnits() < 0 ? "Cdtr" : "Dbtr");
                open("Pty");
                element("Nm", cut(l.counterparty(), 140));
                xml.writeEndElement();
                xml.writeEndElement();
                xml.writeEndElement();
            }
            if (!l.text().isEmpty()) {
                open("RmtInf");
                for (String piece : pieces(l.text())) {
                    element("Ustrd", piece);
                }
                xml.writeEndElement();
            }
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
        }

        private void open(String name) throws XMLStreamException {
            xml.writeStartElement(name);
        }

        private void element(String name, String text) throws XMLStreamException {
            xml.writeStartElement(name);
            xml.writeCharacters(text);
            xml.writeEndElement();
        }

        private void optional(String name, String text) throws XMLStreamException {
            if (!text.isEmpty()) {
                element(name, text);
            }
        }

        private void line(int depth) throws XMLStreamException {
            xml.writeCharacters("\n" + "  ".repeat(depth));
        }

        private static String cut(String text, int most) {
            return text.length() <= most ? text : text.substring(0, most).strip();
        }

        /** A text in pieces of at most 140 characters, parted at blanks where there are any. */
        private static List<String> pieces(String text) {
            List<String> out = new ArrayList<>();
            String rest = text;
            while (rest.length() > 140) {
                int blank = rest.lastIndexOf(' ', 140);
                int end = blank > 0 ? blank : 140;
                out.add(rest.substring(0, end));
                rest = rest.substring(blank > 0 ? end + 1 : end);
            }
            if (!rest.isEmpty()) {
                out.add(rest);
            }
            return out;
        }

        private static String nonEmpty(String text, String otherwise) {
            return text.isEmpty() ? otherwise : text;
        }
    }
}
