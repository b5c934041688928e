package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLStreamException;
import org.joda.money.CurrencyUnit;
import org.joda.money.IllegalCurrencyException;
import tidemark.core.bankfile.BankAnswer.What;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * Reads what banks answer: ACH files of returns and notifications of change, status reports of ISO 20022 (pain.002) and the
 * returns in its notifications of debits and credits (camt.054), of any version. Sources: NACHA Operating Rules, addenda
 * records 98 and 99; ISO 20022 message definition reports.
 */
public final class BankAnswers {
    private static final Pattern MESSAGE =
            Pattern.compile("urn:iso:std:iso:20022:tech:xsd:((pain|camt)\\.\\d{3})\\.\\d{3}\\.\\d{2}");
    private static final String REPORT = "pain.002";
    private static final String NOTIFICATION = "camt.054";
    private static final int MOST = 200_000;

    /**
     * @param format NACHA, or the name of the message with its version
     * @param id of the file as the bank numbers it; empty where it does not
     */
    public record Read(String format, String id, List<BankAnswer> answers) {
        public Read {
            answers = List.copyOf(answers);
        }
    }

    private BankAnswers() {}

    /**
     * The answers of a file, in its order. Cost: O(length), in memory as well.
     *
     * @throws RuleViolation {@code answer.unknown} for another kind of file, {@code answer.none} where nothing is answered in
     *     it, {@code answer.file} where an ACH file does not hold, {@code answer.form} where a message lacks what it must have
     */
    public static Read read(byte[] content) {
        String text = new String(content, StandardCharsets.ISO_8859_1);
        Read read = AchReader.looksLike(text) ? ach(text) : message(content);
        if (read.answers().isEmpty()) {
            throw refused("answer.none", 0, read.format());
        }
        return read;
    }

    private static RuleViolation refused(String code, int line, String found) {
        String shown = found.length() > 80 ? found.substring(0, 80) + "…" : found;
        return new RuleViolation(List.of(
                switch (code) {
                    case "answer.unknown" ->
                        Problem.atLine(line, code, shown, say("answer.unknown.expected"), say("answer.unknown.remedy"));
                    case "answer.none" ->
                        Problem.atLine(line, code, shown, say("answer.none.expected"), say("answer.none.remedy"));
                    default -> Problem.atLine(line, code, shown, say("answer.form.expected"), say("answer.remedy"));
                }));
    }

    private static Read ach(String text) {
        AchReader.Read read = AchReader.read(text);
        if (!read.report().holds()) {
            throw new RuleViolation(read.report().problems().stream()
                    .limit(50)
                    .map(p -> Problem.atLine(p.line(), "answer.file", p.found(), p.expected(), say("answer.remedy")))
                    .toList());
        }
        AchFile file = read.file();
        List<BankAnswer> out = new ArrayList<>();
        for (AchAnswer a : AchAnswer.of(file)) {
            out.add(new BankAnswer(
                    a.isReturn() ? What.RETURNED : What.CHANGED,
                    a.code(),
                    a.ofCredit(),
                    "",
                    "",
                    a.individualId(),
                    a.originalTrace(),
                    "",
                    a.amount(),
                    "USD",
                    a.name(),
                    a.account(),
                    a.information(),
                    Optional.of(file.created())));
        }
        return new Read("NACHA", file.reference(), out);
    }

    private static Read message(byte[] content) {
        XmlTree root;
        try {
            root = XmlTree.read(new ByteArrayInputStream(content));
        } catch (XMLStreamException | RuntimeException e) {
            int line = e instanceof XMLStreamException x && x.getLocation() != null
                    ? x.getLocation().getLineNumber()
                    : 1;
            String start = new String(content, 0, Math.min(content.length, 200), StandardCharsets.UTF_8).strip();
            throw refused(
                    start.startsWith("<") ? "answer.form" : "answer.unknown",
                    line,
                    start.lines().findFirst().orElse(""));
        }
        Matcher known = MESSAGE.matcher(root.namespace());
        if (!root.name().equals("Document") || !known.matches()) {
            throw refused("answer.unknown", root.line(), root.name() + " " + root.namespace());
        }
        String kind = known.group(1);
        String format = root.namespace().substring(root.namespace().lastIndexOf(':') + 1);
        if (kind.equals(REPORT)) {
            XmlTree report = needed(root, "CstmrPmtStsRpt");
            return new Read(format, report.textAt("GrpHdr", "MsgId"), statuses(report));
        }
        if (kind.equals(NOTIFICATION)) {
            XmlTree body = needed(root, "BkToCstmrDbtCdtNtfctn");
            return new Read(format, body.textAt("GrpHdr", "MsgId"), returns(body));
        }
        throw refused("answer.unknown", root.line(), format);
    }

    private static XmlTree needed(XmlTree of, String name) {
        return of.at(name).orElseThrow(() -> refused("answer.form", of.line(), name));
    }

    /** How a status report reads what it says of a file, a batch or a transaction; nothing of what is only on its way. */
    private static Optional<What> status(String code) {
        return switch (code) {
            case "RJCT", "CANC" -> Optional.of(What.REFUSED);
            case "ACCP", "ACTC", "ACSP", "ACSC", "ACCC", "ACWC", "ACFC", "RCVD" -> Optional.of(What.ACCEPTED);
            default -> Optional.empty();
        };
    }

    private static List<BankAnswer> statuses(XmlTree report) {
        XmlTree group = needed(report, "OrgnlGrpInfAndSts");
        String message = group.textAt("OrgnlMsgId");
        boolean payment = group.textAt("OrgnlMsgNmId").startsWith("pain.001");
        Optional<LocalDate> day = day(report.textAt("GrpHdr", "CreDtTm"));
        List<BankAnswer> out = new ArrayList<>();
        String whole = group.textAt("GrpSts");
        // what is partly taken says so of its parts
        status(whole).ifPresent(w -> out.add(whole(w, group, payment, message, "", day)));
        for (XmlTree batch : report.all("OrgnlPmtInfAndSts")) {
            String id = batch.textAt("OrgnlPmtInfId");
            String of = batch.textAt("PmtInfSts");
            List<XmlTree> all = batch.all("TxInfAndSts");
            if (all.isEmpty() && !of.equals(whole)) {
                status(of).ifPresent(w -> out.add(whole(w, batch, payment, message, id, day)));
            }
            for (XmlTree t : all) {
                String said = t.textAt("TxSts");
                if (status(said.isEmpty() ? of : said).orElse(What.ACCEPTED) == What.REFUSED) {
                    out.add(refusal(t, t.at("StsRsnInf").orElse(batch), payment, message, id, day));
                }
                if (out.size() > MOST) {
                    throw refused("answer.form", t.line(), Integer.toString(out.size()));
                }
            }
        }
        return out;
    }

    private static BankAnswer whole(
            What what, XmlTree of, boolean payment, String message, String batch, Optional<LocalDate> day) {
        XmlTree reason = of.at("StsRsnInf").orElse(of);
        return new BankAnswer(
                what, code(reason), payment, message, batch, "", "", "", 0, "EUR", "", "", words(reason), day);
    }

    private static BankAnswer refusal(
            XmlTree t, XmlTree reason, boolean payment, String message, String batch, Optional<LocalDate> day) {
        Optional<XmlTree> was = t.at("OrgnlTxRef");
        Optional<XmlTree> amount = was.flatMap(w -> w.at("Amt", "InstdAmt").or(() -> w.at("InstdAmt")));
        String other = payment ? "Cdtr" : "Dbtr";
        return new BankAnswer(
                What.REFUSED,
                code(reason),
                payment,
                message,
                batch,
                t.textAt("OrgnlEndToEndId").isEmpty() ? t.textAt("OrgnlInstrId") : t.textAt("OrgnlEndToEndId"),
                "",
                was.map(w -> w.textAt("MndtRltdInf", "MndtId")).orElse(""),
                amount.map(a -> minor(a)).orElse(0L),
                amount.map(a -> a.attribute("Ccy")).orElse("EUR"),
                was.map(w -> name(w, other)).orElse(""),
                was.map(w -> account(w, other)).orElse(""),
                words(reason),
                day);
    }

    private static List<BankAnswer> returns(XmlTree body) {
        List<BankAnswer> out = new ArrayList<>();
        for (XmlTree notice : body.all("Ntfctn")) {
            for (XmlTree entry : notice.all("Ntry")) {
                Optional<LocalDate> day = entry.at("BookgDt").flatMap(d -> day(d.textAt("Dt") + d.textAt("DtTm")));
                for (XmlTree details : entry.all("NtryDtls")) {
                    for (XmlTree t : details.all("TxDtls")) {
                        t.at("RtrInf").ifPresent(r -> out.add(returned(entry, t, r, day)));
                        if (out.size() > MOST) {
                            throw refused("answer.form", t.line(), Integer.toString(out.size()));
                        }
                    }
                }
            }
        }
        return out;
    }

    private static BankAnswer returned(XmlTree entry, XmlTree t, XmlTree why, Optional<LocalDate> day) {
        String sign = t.textAt("CdtDbtInd").isEmpty() ? entry.textAt("CdtDbtInd") : t.textAt("CdtDbtInd");
        // what was paid out comes back as a credit
        boolean payment = sign.equals("CRDT");
        String other = payment ? "Cdtr" : "Dbtr";
        XmlTree parties = t.at("RltdPties").orElse(t);
        // what was instructed, since the bank may have added charges to what it booked
        XmlTree amount = t.at("AmtDtls", "InstdAmt", "Amt")
                .or(() -> t.at("AmtDtls", "TxAmt", "Amt"))
                .or(() -> t.at("Amt"))
                .or(() -> entry.at("Amt"))
                .orElse(entry);
        return new BankAnswer(
                What.RETURNED,
                code(why),
                payment,
                t.textAt("Refs", "MsgId"),
                t.textAt("Refs", "PmtInfId"),
                t.textAt("Refs", "EndToEndId"),
                "",
                t.textAt("Refs", "MndtId"),
                minor(amount),
                amount.attribute("Ccy").isEmpty() ? "EUR" : amount.attribute("Ccy"),
                name(parties, other),
                account(parties, other),
                words(why),
                day);
    }

    private static String name(XmlTree of, String party) {
        String plain = of.textAt(party, "Nm");
        return plain.isEmpty() ? of.textAt(party, "Pty", "Nm") : plain;
    }

    private static String account(XmlTree of, String party) {
        String iban = of.textAt(party + "Acct", "Id", "IBAN");
        return iban.isEmpty() ? of.textAt(party + "Acct", "Id", "Othr", "Id") : iban;
    }

    private static String code(XmlTree reason) {
        String code = reason.textAt("Rsn", "Cd");
        return (code.isEmpty() ? reason.textAt("Rsn", "Prtry") : code).toUpperCase(Locale.ROOT);
    }

    private static String words(XmlTree reason) {
        return String.join(
                " ", reason.all("AddtlInf").stream().map(XmlTree::text).toList());
    }

    private static long minor(XmlTree amount) {
        try {
            String currency = amount.attribute("Ccy");
            BigDecimal value = new BigDecimal(amount.text());
            if (value.precision() - value.scale() > 15 || value.scale() > 5) {
                throw refused("answer.form", amount.line(), amount.text());
            }
            return PaymentMessageReader.minor(value, currency.isEmpty() ? CurrencyUnit.EUR : CurrencyUnit.of(currency));
        } catch (NumberFormatException | IllegalCurrencyException e) {
            throw refused("answer.form", amount.line(), amount.text() + " " + amount.attribute("Ccy"));
        }
    }

    private static Optional<LocalDate> day(String text) {
        try {
            return text.length() < 10 ? Optional.empty() : Optional.of(LocalDate.parse(text.substring(0, 10)));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}
