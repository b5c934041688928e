package tidemark.core.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import javax.xml.stream.XMLStreamException;
import org.joda.money.CurrencyUnit;
import org.joda.money.IllegalCurrencyException;
import org.jspecify.annotations.Nullable;

/**
 * Reads payment messages of anybody and checks them: what must be there and in which order, counts and sums recomputed, check
 * digits, days, lengths, and for SEPA mandates, sequences and identifiers. Cost: O(length), in memory as well.
 */
public final class PaymentMessageReader {
    private static final Pattern MESSAGE =
            Pattern.compile("urn:iso:std:iso:20022:tech:xsd:(pain\\.00[18]\\.\\d{3}\\.\\d{2})");
    private static final Pattern AMOUNT = Pattern.compile("\\+?\\d{0,18}(\\.\\d{1,5})?");
    private static final List<String> SEQUENCES = List.of("FRST", "RCUR", "FNAL", "OOFF");
    /** COR1 is read although it is no more. */
    private static final List<String> SCHEMES = List.of("CORE", "B2B", "COR1");

    private static final int MOST_PROBLEMS = 1_000;

    /** The children of what is looked into, in their order. */
    private static final Map<String, List<String>> ORDER = Map.of(
            "GrpHdr",
            words("MsgId,CreDtTm,Authstn,NbOfTxs,CtrlSum,InitgPty,FwdgAgt"),
            "CdtTrf/PmtInf",
            words("PmtInfId,PmtMtd,BtchBookg,NbOfTxs,CtrlSum,PmtTpInf,ReqdExctnDt,PoolgAdjstmntDt,Dbtr,DbtrAcct,DbtrAgt"
                    + ",DbtrAgtAcct,InstrForDbtrAgt,UltmtDbtr,ChrgBr,ChrgsAcct,ChrgsAcctAgt,CdtTrfTxInf"),
            "DrctDbt/PmtInf",
            words("PmtInfId,PmtMtd,BtchBookg,NbOfTxs,CtrlSum,PmtTpInf,ReqdColltnDt,Cdtr,CdtrAcct,CdtrAgt,CdtrAgtAcct"
                    + ",UltmtCdtr,ChrgBr,ChrgsAcct,ChrgsAcctAgt,CdtrSchmeId,DrctDbtTxInf"),
            "CdtTrfTxInf",
            words("PmtId,PmtTpInf,Amt,XchgRateInf,ChrgBr,ChqInstr,UltmtDbtr,IntrmyAgt1,IntrmyAgt1Acct,IntrmyAgt2"
                    + ",IntrmyAgt2Acct,IntrmyAgt3,IntrmyAgt3Acct,CdtrAgt,CdtrAgtAcct,Cdtr,CdtrAcct,UltmtCdtr"
                    + ",InstrForCdtrAgt,InstrForDbtrAgt,Purp,RgltryRptg,Tax,RltdRmtInf,RmtInf,SplmtryData"),
            "DrctDbtTxInf",
            words("PmtId,PmtTpInf,InstdAmt,ChrgBr,DrctDbtTx,UltmtCdtr,DbtrAgt,DbtrAgtAcct,Dbtr,DbtrAcct,UltmtDbtr"
                    + ",InstrForCdtrAgt,Purp,RgltryRptg,Tax,RltdRmtInf,RmtInf,SplmtryData"),
            "MndtRltdInf",
            words(
                    "MndtId,DtOfSgntr,AmdmntInd,AmdmntInfDtls,ElctrncSgntr,FrstColltnDt,FnlColltnDt,Frqcy,Rsn,TrckgDays"));

    private static final Map<String, List<String>> NEEDED = Map.of(
            "GrpHdr", words("MsgId,CreDtTm,NbOfTxs,InitgPty"),
            "CdtTrf/PmtInf", words("PmtInfId,PmtMtd,ReqdExctnDt,Dbtr,DbtrAcct,DbtrAgt,CdtTrfTxInf"),
            "DrctDbt/PmtInf", words("PmtInfId,PmtMtd,ReqdColltnDt,Cdtr,CdtrAcct,CdtrAgt,DrctDbtTxInf"),
            "CdtTrfTxInf", words("PmtId,Amt"),
            "DrctDbtTxInf", words("PmtId,InstdAmt,DbtrAgt,Dbtr,DbtrAcct"),
            "MndtRltdInf", words(""));

    /** @param message where it is one of those that are written here and could be read whole */
    public record Read(Optional<PaymentMessage> message, BankFileReport report) {}

    private final List<BankFileReport.FileProblem> problems = new ArrayList<>();
    private final List<BankFileReport.Control> controls = new ArrayList<>();
    private final List<BankFileReport.Batch> told = new ArrayList<>();
    private final Set<String> batchIds = new HashSet<>();
    private final String format;
    private final boolean debits;
    /** Whether the order of elements is known for this version. */
    private final boolean ordered;

    private BigDecimal sum = BigDecimal.ZERO;
    private int count;
    private @Nullable CurrencyUnit currency;

    private PaymentMessageReader(String format) {
        this.format = format;
        this.debits = format.startsWith("pain.008");
        this.ordered = Set.of(
                        "pain.001.001.03",
                        "pain.001.001.09",
                        "pain.008.001.02",
                        "pain.008.001.08",
                        "pain.001.003.03",
                        "pain.008.003.02")
                .contains(format);
    }

    private static List<String> words(String text) {
        return text.isEmpty() ? List.of() : List.of(text.split(","));
    }

    /** What is no payment message has a report with one problem and no format. */
    public static Read read(byte[] content) {
        XmlTree root;
        try {
            root = XmlTree.read(new ByteArrayInputStream(content));
        } catch (XMLStreamException | RuntimeException e) {
            int line = e instanceof XMLStreamException x && x.getLocation() != null
                    ? x.getLocation().getLineNumber()
                    : 0;
            return unknown(line, "iso.xml", firstLine(e.getMessage()), say("iso.xml.expected"));
        }
        java.util.regex.Matcher known = MESSAGE.matcher(root.namespace());
        if (!root.name().equals("Document") || !known.matches()) {
            return unknown(
                    root.line(),
                    "file.unknown",
                    root.name() + " " + root.namespace(),
                    say("bank-file.unknown.expected"));
        }
        PaymentMessageReader reader = new PaymentMessageReader(known.group(1));
        BankFileReport report = reader.document(root);
        Optional<PaymentMessage> message = PaymentMessage.Version.of(root.namespace())
                .filter(v -> report.holds())
                .map(v -> new PaymentMessageTaking(v).message(root.children().getFirst()));
        return new Read(message, report);
    }

    private static String either(List<String> of) {
        return String.join(", ", of);
    }

    private static String firstLine(@Nullable String text) {
        return text == null ? "" : text.lines().findFirst().orElse("");
    }

    private static Read unknown(int line, String code, String found, String expected) {
        return new Read(
                Optional.empty(),
                new BankFileReport(
                        "",
                        "EUR",
                        List.of(),
                        0,
                        0,
                        List.of(),
                        List.of(new BankFileReport.FileProblem(code, line, found, expected))));
    }

    private BankFileReport document(XmlTree root) {
        String wanted = debits ? "CstmrDrctDbtInitn" : "CstmrCdtTrfInitn";
        XmlTree body = root.at(wanted).orElse(null);
        if (body == null) {
            problem("iso.missing", root, "", wanted);
        } else {
            XmlTree head = body.at("GrpHdr").orElse(null);
            if (head == null) {
                problem("iso.missing", body, "", "GrpHdr");
            }
            List<XmlTree> batches = body.all("PmtInf");
            if (batches.isEmpty()) {
                problem("iso.missing", body, "", "PmtInf");
            }
            batches.forEach(this::batch);
            if (head != null) {
                head(head);
            }
        }
        CurrencyUnit in = currency == null ? CurrencyUnit.EUR : currency;
        long all = minor(sum, in);
        return new BankFileReport(
                format,
                in.getCode(),
                List.copyOf(told),
                debits ? all : 0,
                debits ? 0 : all,
                List.copyOf(controls),
                problems.stream()
                        .sorted(java.util.Comparator.comparingInt(BankFileReport.FileProblem::line))
                        .toList());
    }

    static long minor(BigDecimal amount, CurrencyUnit in) {
        return amount.movePointRight(Math.max(0, in.getDecimalPlaces()))
                .setScale(0, RoundingMode.HALF_UP)
                .longValue();
    }

    private void head(XmlTree head) {
        shape(head, "GrpHdr");
        head.at("MsgId").ifPresent(this::identifier);
        head.at("CreDtTm").ifPresent(this::moment);
        counted(head, "", count, sum);
    }

    private void batch(XmlTree b) {
        shape(b, (debits ? "DrctDbt" : "CdtTrf") + "/PmtInf");
        String id = b.textAt("PmtInfId");
        b.at("PmtInfId").ifPresent(this::identifier);
        if (!id.isEmpty() && !batchIds.add(id)) {
            problem("iso.double", b, id, say("iso.double.expected"));
        }
        String method = b.textAt("PmtMtd");
        List<String> methods = debits ? List.of("DD") : List.of("TRF", "CHK", "TRA");
        if (!methods.contains(method)) {
            problem("iso.method", b.at("PmtMtd").orElse(b), method, either(methods));
        }
        XmlTree dayAt = debits
                ? b.at("ReqdColltnDt").orElse(null)
                : b.at("ReqdExctnDt", "Dt").or(() -> b.at("ReqdExctnDt")).orElse(null);
        Optional<LocalDate> day = dayAt == null ? Optional.empty() : day(dayAt);
        boolean sepa = b.textAt("PmtTpInf", "SvcLvl", "Cd").equals("SEPA");
        String own = debits ? "Cdtr" : "Dbtr";
        b.at(own + "Acct").ifPresent(a -> account(a, sepa));
        b.at(own + "Agt").ifPresent(this::bank);
        b.at(own).ifPresent(p -> party(p, sepa));
        b.at("CdtrSchmeId").ifPresent(this::creditor);
        BigDecimal before = sum;
        int first = count;
        List<XmlTree> all = b.all(debits ? "DrctDbtTxInf" : "CdtTrfTxInf");
        all.forEach(t -> transaction(t, b, sepa, day));
        BigDecimal here = sum.subtract(before);
        counted(b, say("iso.name.batch", id) + " ", count - first, here);
        CurrencyUnit in = currency == null ? CurrencyUnit.EUR : currency;
        long minor = minor(here, in);
        String kind = debits
                ? (b.textAt("PmtTpInf", "LclInstrm", "Cd") + " " + b.textAt("PmtTpInf", "SeqTp")).strip()
                : method;
        told.add(new BankFileReport.Batch(
                id, kind, day.map(LocalDate::toString).orElse(""), all.size(), debits ? minor : 0, debits ? 0 : minor));
    }

    private void counted(XmlTree of, String name, int entries, BigDecimal total) {
        of.at("NbOfTxs").ifPresent(n -> {
            String computed = Integer.toString(entries);
            controls.add(new BankFileReport.Control(name + "NbOfTxs", n.line(), n.text(), computed));
            if (!n.text().equals(computed)) {
                problem("iso.count", n, n.text(), computed);
            }
        });
        of.at("CtrlSum").ifPresent(s -> {
            Optional<BigDecimal> written = decimal(s.text());
            boolean same = written.isPresent() && written.get().compareTo(total) == 0;
            controls.add(new BankFileReport.Control(
                    name + "CtrlSum", s.line(), s.text(), same ? s.text() : total.toPlainString()));
            if (!same) {
                problem("iso.sum", s, s.text(), total.toPlainString());
            }
        });
    }

    private void transaction(XmlTree t, XmlTree batch, boolean ofBatch, Optional<LocalDate> day) {
        count++;
        shape(t, debits ? "DrctDbtTxInf" : "CdtTrfTxInf");
        boolean sepa = ofBatch || t.textAt("PmtTpInf", "SvcLvl", "Cd").equals("SEPA");
        XmlTree id = t.at("PmtId", "EndToEndId").orElse(null);
        if (id == null) {
            problem("iso.missing", t, "", "EndToEndId");
        } else {
            identifier(id);
        }
        XmlTree amount = (debits ? t.at("InstdAmt") : t.at("Amt", "InstdAmt").or(() -> t.at("Amt", "EqvtAmt", "Amt")))
                .orElse(null);
        if (amount != null) {
            amount(amount, sepa);
        } else if (t.at("Amt").isPresent()) {
            problem("iso.missing", t, "", "InstdAmt");
        }
        String other = debits ? "Dbtr" : "Cdtr";
        t.at(other + "Acct").ifPresent(a -> account(a, sepa));
        t.at(other + "Agt").ifPresent(this::bank);
        t.at(other).ifPresent(p -> party(p, sepa));
        t.at("RmtInf", "Ustrd").ifPresent(u -> longest(u, 140));
        if (sepa && !debits && t.at("CdtrAcct").isEmpty()) {
            problem("iso.missing", t, "", "CdtrAcct");
        }
        if (debits) {
            debit(t, batch, sepa, day);
        }
    }

    private void debit(XmlTree t, XmlTree batch, boolean sepa, Optional<LocalDate> day) {
        Optional<XmlTree> mandate = t.at("DrctDbtTx", "MndtRltdInf");
        mandate.ifPresent(m -> {
            shape(m, "MndtRltdInf");
            m.at("MndtId").ifPresent(this::identifier);
            Optional<LocalDate> signed = m.at("DtOfSgntr").flatMap(this::day);
            if (signed.isPresent() && day.isPresent() && signed.get().isAfter(day.get())) {
                problem("sepa.signed", m, signed.get().toString(), say("sepa.signed.expected", day.get()));
            }
        });
        t.at("DrctDbtTx", "CdtrSchmeId").ifPresent(this::creditor);
        if (!sepa) {
            return;
        }
        if (mandate.isEmpty() || mandate.get().textAt("MndtId").isEmpty()) {
            problem("iso.missing", t, "", "MndtId");
        }
        if (mandate.isEmpty() || mandate.get().textAt("DtOfSgntr").isEmpty()) {
            problem("iso.missing", t, "", "DtOfSgntr");
        }
        String sequence = batch.textAt("PmtTpInf", "SeqTp") + t.textAt("PmtTpInf", "SeqTp");
        if (!SEQUENCES.contains(sequence)) {
            problem("sepa.sequence", t, sequence, either(SEQUENCES));
        }
        String scheme = batch.textAt("PmtTpInf", "LclInstrm", "Cd") + t.textAt("PmtTpInf", "LclInstrm", "Cd");
        if (!SCHEMES.contains(scheme)) {
            problem("sepa.scheme", t, scheme, either(SCHEMES));
        }
        if (batch.at("CdtrSchmeId").isEmpty()
                && t.at("DrctDbtTx", "CdtrSchmeId").isEmpty()) {
            problem("iso.missing", t, "", "CdtrSchmeId");
        }
    }

    private void amount(XmlTree at, boolean sepa) {
        Optional<BigDecimal> read = decimal(at.text());
        String code = at.attribute("Ccy");
        CurrencyUnit in = null;
        try {
            in = CurrencyUnit.of(code);
        } catch (IllegalCurrencyException e) {
            problem("iso.currency", at, code, say("iso.currency.expected"));
        }
        if (sepa && in != null && !code.equals("EUR")) {
            problem("sepa.currency", at, code, "EUR");
        }
        if (currency == null && in != null) {
            currency = in;
        }
        if (read.isEmpty() || read.get().signum() <= 0) {
            problem("iso.amount", at, at.text(), say("iso.amount.expected"));
            return;
        }
        if (in != null && read.get().stripTrailingZeros().scale() > Math.max(0, in.getDecimalPlaces())) {
            problem("iso.amount", at, at.text(), say("iso.amount.decimals", in.getDecimalPlaces(), code));
        }
        if (sepa && read.get().compareTo(new BigDecimal("999999999.99")) > 0) {
            problem("iso.amount", at, at.text(), say("iso.amount.most"));
        }
        sum = sum.add(read.get());
    }

    private static Optional<BigDecimal> decimal(String text) {
        return text.isEmpty() || text.equals(".") || !AMOUNT.matcher(text).matches()
                ? Optional.empty()
                : Optional.of(new BigDecimal(text));
    }

    private void account(XmlTree account, boolean sepa) {
        XmlTree iban = account.at("Id", "IBAN").orElse(null);
        if (iban != null && !AccountNumbers.isIban(iban.text())) {
            problem("iban.unfit", iban, iban.text(), say("iban.unfit.expected"));
        } else if (iban == null && sepa) {
            problem("iso.missing", account, "", "IBAN");
        } else if (iban == null && account.textAt("Id", "Othr", "Id").isEmpty()) {
            problem("iso.missing", account, "", either(List.of("IBAN", "Othr")));
        }
    }

    private void bank(XmlTree agent) {
        agent.at("FinInstnId").flatMap(f -> f.at("BIC").or(() -> f.at("BICFI"))).ifPresent(b -> {
            if (!AccountNumbers.isBic(b.text())) {
                problem("bic.unfit", b, b.text(), say("bic.unfit.expected"));
            }
        });
        if (agent.at("FinInstnId").isEmpty()) {
            problem("iso.missing", agent, "", "FinInstnId");
        }
    }

    private void party(XmlTree party, boolean sepa) {
        Optional<XmlTree> name = party.at("Nm");
        name.ifPresent(n -> longest(n, sepa ? 70 : 140));
        if (sepa && (name.isEmpty() || name.get().text().isEmpty())) {
            problem("iso.missing", party, "", "Nm");
        }
    }

    private void longest(XmlTree at, int most) {
        if (at.text().length() > most) {
            problem("iso.length", at, Integer.toString(at.text().length()), say("iso.length.expected", most));
        }
    }

    private void creditor(XmlTree scheme) {
        XmlTree id = scheme.at("Id", "PrvtId", "Othr", "Id")
                .or(() -> scheme.at("Id", "OrgId", "Othr", "Id"))
                .orElse(null);
        if (id == null) {
            problem("iso.missing", scheme, "", "Othr/Id");
        } else if (!AccountNumbers.isCreditor(id.text())) {
            problem("creditor.unfit", id, id.text(), say("creditor.unfit.expected"));
        }
    }

    private void identifier(XmlTree at) {
        String text = at.text();
        if (text.isEmpty() || text.length() > 35) {
            problem("iso.length", at, Integer.toString(text.length()), say("iso.length.identifier"));
        } else if (text.startsWith("/") || text.endsWith("/") || text.contains("//") || !BankText.isSepa(text)) {
            problem("iso.identifier", at, text, say("iso.identifier.expected"));
        }
    }

    private Optional<LocalDate> day(XmlTree at) {
        try {
            // a time zone may follow
            return Optional.of(
                    LocalDate.parse(at.text().length() > 10 ? at.text().substring(0, 10) : at.text()));
        } catch (DateTimeException e) {
            problem("iso.date", at, at.text(), say("iso.date.expected"));
            return Optional.empty();
        }
    }

    private void moment(XmlTree at) {
        if (time(at.text()).isEmpty()) {
            problem("iso.date", at, at.text(), say("iso.date.moment"));
        }
    }

    static Optional<LocalDateTime> time(String text) {
        try {
            return Optional.of(
                    text.matches(".*(Z|[+-]\\d\\d:\\d\\d)$")
                            ? OffsetDateTime.parse(text).toLocalDateTime()
                            : LocalDateTime.parse(text));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** What must be there, what is not known, and in which order. */
    private void shape(XmlTree of, String kind) {
        for (String name : NEEDED.getOrDefault(kind, List.of())) {
            if (of.at(name).isEmpty()) {
                problem("iso.missing", of, "", name);
            }
        }
        if (!ordered) {
            return;
        }
        List<String> order = ORDER.getOrDefault(kind, List.of());
        int last = 0;
        for (XmlTree child : of.children()) {
            int place = order.indexOf(child.name());
            if (place < 0) {
                problem("iso.element", child, child.name(), say("iso.element.expected", of.name()));
            } else if (place < last) {
                problem("iso.order", child, child.name(), say("iso.order.expected", order.get(last)));
            } else {
                last = place;
            }
        }
    }

    private void problem(String code, XmlTree at, String found, String expected) {
        if (problems.size() < MOST_PROBLEMS) {
            problems.add(new BankFileReport.FileProblem(
                    code, at.line(), found.length() > 200 ? found.substring(0, 200) : found, expected));
        }
    }
}
