package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import com.ctc.wstx.stax.WstxOutputFactory;
import java.io.ByteArrayOutputStream;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * Writes payment messages. Names and texts are put into the characters of SEPA and its lengths; identifications, accounts
 * and amounts that do not fit are refused, never cut. The same message is the same bytes. Cost: O(transactions).
 */
public final class PaymentMessageWriter {
    private static final XMLOutputFactory FACTORY = new WstxOutputFactory();
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss", Locale.ROOT);
    private static final CurrencyUnit EURO = CurrencyUnit.EUR;
    private static final long MOST = 99_999_999_999L;

    private final XMLStreamWriter xml;
    private final PaymentMessage message;

    private PaymentMessageWriter(XMLStreamWriter xml, PaymentMessage message) {
        this.xml = xml;
        this.message = message;
    }

    /** @throws RuleViolation {@code payment-message.field} for what does not fit, with where it is */
    public static byte[] write(PaymentMessage message) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            XMLStreamWriter xml = FACTORY.createXMLStreamWriter(out, "UTF-8");
            new PaymentMessageWriter(xml, message).document();
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("The message could not be written", e);
        }
        return out.toByteArray();
    }

    private boolean debits() {
        return message.version().isDebits();
    }

    private void document() throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeCharacters("\n");
        xml.writeStartElement("Document");
        xml.writeDefaultNamespace(message.version().namespace());
        open(debits() ? "CstmrDrctDbtInitn" : "CstmrCdtTrfInitn");
        open("GrpHdr");
        element("MsgId", identifier(message.id(), "MsgId"));
        element("CreDtTm", MOMENT.format(message.created()));
        element("NbOfTxs", Integer.toString(message.count()));
        element("CtrlSum", amount(message.sum()));
        open("InitgPty");
        element("Nm", name(message.initiator(), "InitgPty"));
        close();
        close();
        for (PaymentMessage.Batch batch : message.batches()) {
            batch(batch);
        }
        close();
        close();
        xml.writeEndDocument();
    }

    private void batch(PaymentMessage.Batch b) throws XMLStreamException {
        open("PmtInf");
        element("PmtInfId", identifier(b.id(), "PmtInfId"));
        element("PmtMtd", debits() ? "DD" : "TRF");
        element("BtchBookg", Boolean.toString(b.oneBooking()));
        element("NbOfTxs", Integer.toString(b.transactions().size()));
        element("CtrlSum", amount(b.sum()));
        open("PmtTpInf");
        wrapped("SvcLvl", "Cd", "SEPA");
        PaymentMessage.Collecting collecting = b.debits().orElse(null);
        if (collecting != null) {
            wrapped("LclInstrm", "Cd", collecting.scheme().name());
            element("SeqTp", collecting.sequence().name());
        }
        close();
        if (message.version() == PaymentMessage.Version.CREDITS_09) {
            wrapped("ReqdExctnDt", "Dt", b.day().toString());
        } else {
            element(debits() ? "ReqdColltnDt" : "ReqdExctnDt", b.day().toString());
        }
        String own = debits() ? "Cdtr" : "Dbtr";
        wrapped(own, "Nm", name(b.name(), own));
        account(own + "Acct", b.iban(), b.id());
        bank(own + "Agt", b.bic(), b.id());
        element("ChrgBr", "SLEV");
        if (collecting != null) {
            open("CdtrSchmeId");
            creditor(collecting.creditorId());
            close();
        }
        for (PaymentMessage.Transaction t : b.transactions()) {
            if (debits()) {
                debit(t);
            } else {
                credit(t);
            }
        }
        close();
    }

    private void creditor(String id) throws XMLStreamException {
        if (!AccountNumbers.isCreditor(id)) {
            throw unfit("CdtrSchmeId", id, say("payment-message.creditor"));
        }
        open("Id");
        open("PrvtId");
        open("Othr");
        element("Id", id);
        wrapped("SchmeNm", "Prtry", "SEPA");
        close();
        close();
        close();
    }

    private void debit(PaymentMessage.Transaction t) throws XMLStreamException {
        PaymentMessage.SignedMandate mandate =
                t.mandate().orElseThrow(() -> unfit(t.endToEnd(), "", say("payment-message.mandate")));
        open("DrctDbtTxInf");
        wrapped("PmtId", "EndToEndId", identifier(t.endToEnd(), "EndToEndId"));
        instructed(t);
        open("DrctDbtTx");
        open("MndtRltdInf");
        element("MndtId", identifier(mandate.id(), "MndtId"));
        element("DtOfSgntr", mandate.signed().toString());
        if (mandate.changed().isPresent()) {
            element("AmdmntInd", "true");
            amendment(mandate.changed().get(), t.endToEnd());
        } else {
            element("AmdmntInd", "false");
        }
        close();
        close();
        bank("DbtrAgt", t.bic(), t.endToEnd());
        wrapped("Dbtr", "Nm", name(t.name(), "Dbtr"));
        account("DbtrAcct", t.iban(), t.endToEnd());
        texts(t);
        close();
    }

    private void amendment(PaymentMessage.Amendment a, String where) throws XMLStreamException {
        open("AmdmntInfDtls");
        if (!a.mandate().isEmpty()) {
            element("OrgnlMndtId", identifier(a.mandate(), "OrgnlMndtId"));
        }
        if (!a.creditorName().isEmpty() || !a.creditorId().isEmpty()) {
            open("OrgnlCdtrSchmeId");
            if (!a.creditorName().isEmpty()) {
                element("Nm", name(a.creditorName(), "OrgnlCdtrSchmeId"));
            }
            if (!a.creditorId().isEmpty()) {
                creditor(a.creditorId());
            }
            close();
        }
        if (!a.iban().isEmpty()) {
            account("OrgnlDbtrAcct", a.iban(), where);
        } else if (a.newAccount()) {
            open("OrgnlDbtrAcct");
            open("Id");
            wrapped("Othr", "Id", "SMNDA");
            close();
            close();
        }
        close();
    }

    private void credit(PaymentMessage.Transaction t) throws XMLStreamException {
        open("CdtTrfTxInf");
        wrapped("PmtId", "EndToEndId", identifier(t.endToEnd(), "EndToEndId"));
        open("Amt");
        instructed(t);
        close();
        if (!t.bic().isEmpty()) {
            bank("CdtrAgt", t.bic(), t.endToEnd());
        }
        wrapped("Cdtr", "Nm", name(t.name(), "Cdtr"));
        account("CdtrAcct", t.iban(), t.endToEnd());
        texts(t);
        close();
    }

    private void texts(PaymentMessage.Transaction t) throws XMLStreamException {
        if (!t.purpose().isEmpty()) {
            wrapped("Purp", "Cd", t.purpose());
        }
        String text = BankText.sepa(t.text(), 140).text();
        if (!text.isEmpty()) {
            wrapped("RmtInf", "Ustrd", text);
        }
    }

    private void instructed(PaymentMessage.Transaction t) throws XMLStreamException {
        if (t.amount() <= 0 || t.amount() > MOST) {
            throw unfit(t.endToEnd(), amount(t.amount()), say("payment-message.amount"));
        }
        xml.writeStartElement("InstdAmt");
        xml.writeAttribute("Ccy", "EUR");
        xml.writeCharacters(amount(t.amount()));
        xml.writeEndElement();
    }

    private static String amount(long cents) {
        return MinorUnits.toDecimal(cents, EURO);
    }

    private void account(String name, String iban, String where) throws XMLStreamException {
        if (!AccountNumbers.isIban(iban)) {
            throw unfit(where, iban, say("payment-message.iban"));
        }
        open(name);
        wrapped("Id", "IBAN", iban);
        close();
    }

    /** By its BIC; without one the bank finds it by the account. */
    private void bank(String name, String bic, String where) throws XMLStreamException {
        if (!bic.isEmpty() && !AccountNumbers.isBic(bic)) {
            throw unfit(where, bic, say("payment-message.bic"));
        }
        open(name);
        open("FinInstnId");
        if (bic.isEmpty()) {
            wrapped("Othr", "Id", "NOTPROVIDED");
        } else {
            element(message.version().isLater() ? "BICFI" : "BIC", bic);
        }
        close();
        close();
    }

    private static String name(String name, String where) {
        String written = BankText.sepa(name, 70).text();
        if (written.isEmpty()) {
            throw unfit(where, name, say("payment-message.name"));
        }
        return written;
    }

    private static String identifier(String id, String where) {
        BankText.Written written = BankText.sepaIdentifier(id, 35);
        if (written.changed() || written.text().isEmpty()) {
            throw unfit(where, id, say("payment-message.identifier"));
        }
        return id;
    }

    private static RuleViolation unfit(String where, String found, String expected) {
        return new RuleViolation("payment-message.field", where, found, expected, say("payment-message.field.remedy"));
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

    private void wrapped(String outer, String inner, String text) throws XMLStreamException {
        open(outer);
        element(inner, text);
        close();
    }
}
