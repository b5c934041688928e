package tidemark.core.format;

import com.ctc.wstx.stax.WstxOutputFactory;
import java.io.OutputStream;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.StatementHeader;

/**
 * Writes a statement as OFX 2.2, such that {@link OfxReader} reads the same lines back, save that texts are cut to the
 * lengths OFX allows (name 32, memo 255, check number 12, references 32 and 255) and the value date is kept only where it
 * is another day.
 */
public final class OfxWriter {
    private static final XMLOutputFactory FACTORY = new WstxOutputFactory();
    private static final DateTimeFormatter DAY = DateTimeFormatter.BASIC_ISO_DATE;

    private OfxWriter() {}

    /** Cost: O(lines); nothing is kept. The stream is flushed and not closed. */
    public static void write(StatementHeader header, List<BankLine> lines, OutputStream out) {
        try {
            XMLStreamWriter xml = FACTORY.createXMLStreamWriter(out, "UTF-8");
            new Writing(xml, header.currency()).document(header, lines);
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("The statement could not be written", e);
        }
    }

    private record Writing(XMLStreamWriter xml, CurrencyUnit currency) {
        void document(StatementHeader header, List<BankLine> lines) throws XMLStreamException {
            xml.writeStartDocument("UTF-8", "1.0");
            xml.writeProcessingInstruction(
                    "OFX",
                    "OFXHEADER=\"200\" VERSION=\"220\" SECURITY=\"NONE\" OLDFILEUID=\"NONE\" NEWFILEUID=\"NONE\"");
            open("OFX");
            open("SIGNONMSGSRSV1");
            open("SONRS");
            status();
            element("DTSERVER", day(header.to()));
            element("LANGUAGE", "ENG");
            close();
            close();
            open("BANKMSGSRSV1");
            open("STMTTRNRS");
            element("TRNUID", "0");
            status();
            open("STMTRS");
            element("CURDEF", currency.getCode());
            open("BANKACCTFROM");
            element("BANKID", "0");
            element("ACCTID", header.accountNumber());
            element("ACCTTYPE", "CHECKING");
            close();
            open("BANKTRANLIST");
            element("DTSTART", day(header.from()));
            element("DTEND", day(header.to()));
            for (BankLine line : lines) {
                line(line);
            }
            close();
            open("LEDGERBAL");
            element("BALAMT", MinorUnits.toDecimal(header.closingMinorUnits(), currency));
            element("DTASOF", day(header.to()));
            xml.writeEndDocument();
        }

        private void status() throws XMLStreamException {
            open("STATUS");
            element("CODE", "0");
            element("SEVERITY", "INFO");
            close();
        }

        private void line(BankLine l) throws XMLStreamException {
            xml.writeCharacters("\n");
            open("STMTTRN");
            String type = !l.checkNumber().isEmpty() ? "CHECK" : l.minorUnits() < 0 ? "DEBIT" : "CREDIT";
            element("TRNTYPE", type);
            element("DTPOSTED", day(l.bookingDate()));
            if (!l.valueDate().equals(l.bookingDate())) {
                element("DTAVAIL", day(l.valueDate()));
            }
            element("TRNAMT", MinorUnits.toDecimal(l.minorUnits(), currency));
            element("FITID", l.bankReference().isEmpty() ? "L" + l.id().value() : cut(l.bankReference(), 255));
            optional("CHECKNUM", cut(l.checkNumber(), 12));
            optional("REFNUM", cut(l.reference(), 32));
            optional("NAME", cut(l.counterparty(), 32));
            optional("MEMO", cut(l.text(), 255));
            close();
        }

        private static String cut(String text, int most) {
            return text.length() <= most ? text : text.substring(0, most);
        }

        private static String day(LocalDate day) {
            return DAY.format(day);
        }

        private void open(String name) throws XMLStreamException {
            xml.writeStartElement(name);
        }

        private void close() throws XMLStreamException {
            xml.writeEndElement();
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
    }
}
