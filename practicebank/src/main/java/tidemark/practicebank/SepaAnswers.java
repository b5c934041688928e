package tidemark.practicebank;

import java.io.StringWriter;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import tidemark.practicebank.FileDesk.Back;

/** The bank's messages of what it refused (pain.002.001.03) and what came back later (camt.054.001.02). */
final class SepaAnswers {
    private SepaAnswers() {}

    static String write(String message, LocalDate day, String reference, List<Back> backs) {
        boolean refused = backs.stream().anyMatch(b -> !b.item().problem().isEmpty());
        try {
            StringWriter out = new StringWriter();
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(out);
            xml.writeStartDocument("UTF-8", "1.0");
            xml.writeStartElement("Document");
            xml.writeDefaultNamespace(
                    "urn:iso:std:iso:20022:tech:xsd:" + (refused ? "pain.002.001.03" : "camt.054.001.02"));
            if (refused) {
                report(xml, message, day, reference, backs);
            } else {
                notification(xml, message, day, reference, backs);
            }
            xml.writeEndElement();
            xml.writeEndDocument();
            return out.toString();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void head(XMLStreamWriter xml, LocalDate day, String reference) throws XMLStreamException {
        xml.writeStartElement("GrpHdr");
        leaf(xml, "MsgId", "PB" + reference.replace("-", "").substring(0, 30));
        leaf(xml, "CreDtTm", day + "T06:00:00");
        xml.writeEndElement();
    }

    private static void report(XMLStreamWriter xml, String message, LocalDate day, String reference, List<Back> backs)
            throws XMLStreamException {
        xml.writeStartElement("CstmrPmtStsRpt");
        head(xml, day, reference);
        xml.writeStartElement("OrgnlGrpInfAndSts");
        leaf(xml, "OrgnlMsgId", message);
        leaf(xml, "OrgnlMsgNmId", backs.getFirst().batch().debits() ? "pain.008" : "pain.001");
        leaf(xml, "GrpSts", "PART");
        xml.writeEndElement();
        xml.writeStartElement("OrgnlPmtInfAndSts");
        leaf(xml, "OrgnlPmtInfId", message);
        for (Back b : backs) {
            xml.writeStartElement("TxInfAndSts");
            leaf(xml, "OrgnlEndToEndId", b.item().id());
            leaf(xml, "TxSts", "RJCT");
            reason(xml, "StsRsnInf", b.code());
            xml.writeStartElement("OrgnlTxRef");
            xml.writeStartElement("Amt");
            amount(xml, "InstdAmt", b.item().cents());
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
        }
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static void notification(
            XMLStreamWriter xml, String message, LocalDate day, String reference, List<Back> backs)
            throws XMLStreamException {
        xml.writeStartElement("BkToCstmrDbtCdtNtfctn");
        head(xml, day, reference);
        xml.writeStartElement("Ntfctn");
        leaf(xml, "Id", "PB" + reference.substring(0, 8));
        leaf(xml, "CreDtTm", day + "T06:00:00");
        for (Back b : backs) {
            String sign = b.batch().debits() ? "DBIT" : "CRDT";
            String other = b.batch().debits() ? "Dbtr" : "Cdtr";
            xml.writeStartElement("Ntry");
            amount(xml, "Amt", b.item().cents());
            leaf(xml, "CdtDbtInd", sign);
            leaf(xml, "Sts", "BOOK");
            xml.writeStartElement("BookgDt");
            leaf(xml, "Dt", day.toString());
            xml.writeEndElement();
            xml.writeStartElement("NtryDtls");
            xml.writeStartElement("TxDtls");
            xml.writeStartElement("Refs");
            leaf(xml, "MsgId", message);
            leaf(xml, "EndToEndId", b.item().id());
            xml.writeEndElement();
            xml.writeStartElement("RltdPties");
            xml.writeStartElement(other);
            leaf(xml, "Nm", b.item().name());
            xml.writeEndElement();
            xml.writeStartElement(other + "Acct");
            xml.writeStartElement("Id");
            leaf(xml, "IBAN", b.item().account());
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
            reason(xml, "RtrInf", b.code());
            xml.writeEndElement();
            xml.writeEndElement();
            xml.writeEndElement();
        }
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static void reason(XMLStreamWriter xml, String name, String code) throws XMLStreamException {
        xml.writeStartElement(name);
        xml.writeStartElement("Rsn");
        leaf(xml, "Cd", code);
        xml.writeEndElement();
        xml.writeEndElement();
    }

    private static void amount(XMLStreamWriter xml, String name, long cents) throws XMLStreamException {
        xml.writeStartElement(name);
        xml.writeAttribute("Ccy", "EUR");
        xml.writeCharacters(BigDecimal.valueOf(cents, 2).toPlainString());
        xml.writeEndElement();
    }

    private static void leaf(XMLStreamWriter xml, String name, String text) throws XMLStreamException {
        xml.writeStartElement(name);
        xml.writeCharacters(text);
        xml.writeEndElement();
    }
}
