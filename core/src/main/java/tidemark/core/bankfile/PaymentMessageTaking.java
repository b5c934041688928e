package tidemark.core.bankfile;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;

/** Takes over a message that was checked and holds, as it is written here. */
record PaymentMessageTaking(PaymentMessage.Version version) {
    PaymentMessage message(XmlTree body) {
        XmlTree head = body.at("GrpHdr").orElseThrow();
        return new PaymentMessage(
                version,
                head.textAt("MsgId"),
                PaymentMessageReader.time(head.textAt("CreDtTm")).orElseThrow(),
                head.textAt("InitgPty", "Nm"),
                body.all("PmtInf").stream().map(this::batch).toList());
    }

    private PaymentMessage.Batch batch(XmlTree b) {
        String own = version.isDebits() ? "Cdtr" : "Dbtr";
        String day = version.isDebits()
                ? b.textAt("ReqdColltnDt")
                : b.at("ReqdExctnDt", "Dt").map(XmlTree::text).orElse(b.textAt("ReqdExctnDt"));
        return new PaymentMessage.Batch(
                b.textAt("PmtInfId"),
                LocalDate.parse(day.substring(0, 10)),
                b.textAt(own, "Nm"),
                b.textAt(own + "Acct", "Id", "IBAN"),
                bic(b, own + "Agt"),
                b.textAt("BtchBookg").equals("true"),
                collecting(b),
                b.all(version.isDebits() ? "DrctDbtTxInf" : "CdtTrfTxInf").stream()
                        .map(this::transaction)
                        .toList());
    }

    private Optional<PaymentMessage.Collecting> collecting(XmlTree b) {
        String scheme = b.textAt("PmtTpInf", "LclInstrm", "Cd");
        String sequence = b.textAt("PmtTpInf", "SeqTp");
        if (!version.isDebits() || !Set.of("CORE", "B2B").contains(scheme) || sequence.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new PaymentMessage.Collecting(
                PaymentMessage.Scheme.valueOf(scheme),
                PaymentMessage.Sequence.valueOf(sequence),
                b.textAt("CdtrSchmeId", "Id", "PrvtId", "Othr", "Id")));
    }

    private static String bic(XmlTree of, String agent) {
        return of.textAt(agent, "FinInstnId", "BIC") + of.textAt(agent, "FinInstnId", "BICFI");
    }

    private PaymentMessage.Transaction transaction(XmlTree t) {
        String other = version.isDebits() ? "Dbtr" : "Cdtr";
        String amount = version.isDebits() ? t.textAt("InstdAmt") : t.textAt("Amt", "InstdAmt");
        return new PaymentMessage.Transaction(
                t.textAt("PmtId", "EndToEndId"),
                amount.isEmpty() ? 0 : PaymentMessageReader.minor(new BigDecimal(amount), CurrencyUnit.EUR),
                t.textAt(other, "Nm"),
                t.textAt(other + "Acct", "Id", "IBAN"),
                bic(t, other + "Agt"),
                t.textAt("RmtInf", "Ustrd"),
                t.textAt("Purp", "Cd"),
                t.at("DrctDbtTx", "MndtRltdInf")
                        .filter(m -> !m.textAt("DtOfSgntr").isEmpty())
                        .map(PaymentMessageTaking::mandate));
    }

    private static PaymentMessage.SignedMandate mandate(XmlTree m) {
        return new PaymentMessage.SignedMandate(
                m.textAt("MndtId"),
                LocalDate.parse(m.textAt("DtOfSgntr").substring(0, 10)),
                m.at("AmdmntInfDtls")
                        .map(a -> new PaymentMessage.Amendment(
                                a.textAt("OrgnlMndtId"),
                                a.textAt("OrgnlCdtrSchmeId", "Nm"),
                                a.textAt("OrgnlCdtrSchmeId", "Id", "PrvtId", "Othr", "Id"),
                                a.textAt("OrgnlDbtrAcct", "Id", "IBAN"),
                                a.textAt("OrgnlDbtrAcct", "Id", "Othr", "Id").equals("SMNDA"))));
    }
}
