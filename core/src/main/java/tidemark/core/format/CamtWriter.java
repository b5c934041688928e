package tidemark.core.format;

import com.ctc.wstx.stax.WstxOutputFactory;
import java.io.OutputStream;
import java.util.List;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.StatementHeader;

/** Writes a statement as ISO 20022 camt.053.001.08, such that {@link CamtReader} reads the same lines back. */
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
            element("MsgId", nonEmpty(header.reference(), "1"));
            element("CreDtTm", header.to() + "T20:00:00");
            xml.writeEndElement();
            line(1);
            open("Stmt");
            element("Id", nonEmpty(header.reference(), "1"));
            open("FrToDt");
            element("FrDtTm", header.from() + "T00:00:00");
            element("ToDtTm", header.to() + "T23:59:59");
            xml.writeEndElement();
            open("Acct");
            open("Id");
            open("Othr");
            element("Id", header.accountNumber());
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
            optional("AcctSvcrRef", l.bankReference());
            open("BkTxCd");
            open("Prtry");
            element("Cd", nonEmpty(l.code(), "NTRF"));
            xml.writeEndElement();
            xml.writeEndElement();
            open("NtryDtls");
            open("TxDtls");
            if (!l.reference().isEmpty() || !l.checkNumber().isEmpty()) {
                open("Refs");
                optional("EndToEndId", l.reference());
                optional("ChqNb", l.checkNumber());
                xml.writeEndElement();
            }
            if (!l.counterparty().isEmpty()) {
                open("RltdPties");
                open(l.minorUnits() < 0 ? "Cdtr" : "Dbtr");
                open("Pty");
                element("Nm", l.counterparty());
                xml.writeEndElement();
                xml.writeEndElement();
                xml.writeEndElement();
            }
            if (!l.text().isEmpty()) {
                open("RmtInf");
                element("Ustrd", l.text());
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

        private static String nonEmpty(String text, String otherwise) {
            return text.isEmpty() ? otherwise : text;
        }
    }
}
