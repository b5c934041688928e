package tidemark.core.certificate;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import tidemark.core.problem.Words;

/**
 * Verifies a certificate from its file alone: the digest of its content, the chain of seals up to it, and all its
 * arithmetic. It shares no code with what computes a proof: it only adds up what the certificate says.
 */
public final class CertificateVerifier {
    /** @param words what was compared, with the figures */
    public record Check(String name, boolean holds, String words) {}

    private final Map<?, ?> file;
    private final List<Check> checks = new ArrayList<>();

    private CertificateVerifier(Map<?, ?> file) {
        this.file = file;
    }

    /**
     * @param file the tree of the JSON file
     * @return all checks in a fixed order, held or not; a file of another shape gives one that does not hold
     */
    public static List<Check> verify(Map<?, ?> file) {
        CertificateVerifier verifier = new CertificateVerifier(file);
        try {
            verifier.run();
        } catch (ClassCastException | IllegalArgumentException | java.time.DateTimeException e) {
            verifier.add("shape", false, say("certificate.theFileIsNotAWholeCertificate", e.getMessage()));
        }
        return List.copyOf(verifier.checks);
    }

    private void add(String name, boolean holds, String words) {
        checks.add(new Check(name, holds, words));
    }

    private void equal(String name, String what, BigDecimal computed, BigDecimal stated) {
        add(
                name,
                computed.compareTo(stated) == 0,
                say("certificate.computedStated", what, computed.toPlainString(), stated.toPlainString()));
    }

    private void run() {
        Map<?, ?> content = map(file, "certificate");
        if (DrawerMonthContent.FORMAT.equals(content.get("format"))) {
            seals(content);
            drawer(content);
            persons(content);
            return;
        }
        add(
                "format",
                CertificateContent.FORMAT.equals(content.get("format")),
                say("certificate.format", content.get("format")));
        seals(content);
        statements(content);
        proof(content);
        proofOfCash(content);
        persons(content);
    }

    private void seals(Map<?, ?> content) {
        List<?> chain = list(file, "chain");
        if (chain.isEmpty()) {
            add("chain", false, say("certificate.theChainOfSealsIsEmpty"));
            return;
        }
        Map<?, ?> last = asMap(chain.getLast());
        String digest = CanonicalJson.sha256(content);
        add(
                "content",
                digest.equals(last.get("contentSha256")),
                say("certificate.sha256OfTheContentComputedStated", digest, last.get("contentSha256")));
        String previous = "";
        YearMonth before = null;
        for (Object link : chain) {
            Map<?, ?> seal = asMap(link);
            YearMonth month = YearMonth.parse(text(seal, "month"));
            String value = Seal.value(previous, text(seal, "contentSha256"));
            add(
                    say("certificate.seal", month),
                    value.equals(seal.get("seal")),
                    say("certificate.sealOfComputedStated", month, value, seal.get("seal")));
            if (before != null) {
                add(
                        say("certificate.order", month),
                        month.equals(before.plusMonths(1)),
                        say("certificate.follows", month, before));
            }
            before = month;
            if (link != chain.getLast()) {
                previous = text(seal, "seal");
            }
        }
        add(
                say("certificate.previousSeal"),
                previous.equals(content.get("previousSeal")),
                say("certificate.theContentNamesThePreviousSeal", content.get("previousSeal")));
        add(
                "month",
                text(last, "month").equals(content.get("month")),
                say("certificate.monthInTheChain", content.get("month"), last.get("month")));
    }

    /** A month of a drawer: its book runs, never below zero, and its float, ledger and counts agree with it. */
    private void drawer(Map<?, ?> content) {
        BigDecimal running = decimal(content, "opening");
        BigDecimal least = running;
        String day = "";
        for (Object r : list(content, "rows")) {
            Map<?, ?> row = asMap(r);
            String of = say("certificate.drawerRow", row.get("day"), row.get("number"));
            running = running.add(decimal(row, "cash"));
            least = least.min(running);
            equal("row", of, running, decimal(row, "holds"));
            boolean within = text(row, "day").startsWith(text(content, "month") + "-");
            add("day", within && text(row, "day").compareTo(day) >= 0, of);
            day = text(row, "day");
        }
        equal("closing", say("certificate.drawerClosing"), running, decimal(content, "closing"));
        add("below", least.signum() >= 0, say("certificate.drawerLeast", least.toPlainString()));
        Map<?, ?> parts = map(content, "float");
        BigDecimal sum = BigDecimal.ZERO;
        for (String part :
                List.of("cash", "checks", "vouchers", "advances", "onTheWay", "shortLessOver", "banked", "floatDue")) {
            sum = sum.add(decimal(parts, part));
        }
        equal(
                "float",
                say("certificate.drawerFloat"),
                sum.subtract(decimal(parts, "received")),
                decimal(parts, "float"));
        equal("cash", say("certificate.drawerCash"), running, decimal(parts, "cash"));
        equal(
                "ledger",
                say("certificate.drawerLedger"),
                decimal(parts, "cash").add(decimal(parts, "checks")).add(decimal(parts, "onTheWay")),
                decimal(content, "ledgerBalance"));
        add("counts", !list(content, "counts").isEmpty(), say("certificate.drawerCounted"));
    }

    private void statements(Map<?, ?> content) {
        BigDecimal running = decimal(content, "previousClosing");
        List<?> statements = list(content, "statements");
        add(
                "statements",
                !statements.isEmpty(),
                Words.count(statements.size(), say("noun.statement"), say("noun.statements")));
        Map<?, ?> perBank = asMap(list(map(content, "proofOfCash"), "bank").getFirst());
        for (Object s : statements) {
            Map<?, ?> statement = asMap(s);
            if (text(statement, "from").compareTo(text(content, "from")) >= 0) {
                equal(
                        say("certificate.statement", statement.get("from")),
                        say("certificate.openingBalanceOfTheStatementFrom", statement.get("from")),
                        running,
                        decimal(statement, "opening"));
            }
            running = decimal(statement, "closing");
        }
        equal(
                "opening",
                say("certificate.openingBalanceInTheProofOfCash"),
                decimal(content, "previousClosing"),
                decimal(perBank, "opening"));
    }

    private void proof(Map<?, ?> content) {
        Map<?, ?> proof = map(content, "proof");
        BigDecimal bank = decimal(proof, "bankBalance");
        for (String list : List.of("onTheWay", "notPresented", "bankErrors")) {
            bank = bank.add(total(proof, list));
        }
        equal(
                say("certificate.adjustedBankBalance"),
                say("certificate.adjustedBankBalance"),
                bank,
                decimal(proof, "adjustedBank"));
        BigDecimal ledger = decimal(proof, "ledgerBalance");
        for (String list : List.of("notBookedIn", "notBookedOut", "ledgerErrors")) {
            ledger = ledger.add(total(proof, list));
        }
        equal(
                say("certificate.adjustedLedgerBalance"),
                say("certificate.adjustedLedgerBalance"),
                ledger,
                decimal(proof, "adjustedLedger"));
        equal("gap", "gap", bank.subtract(ledger), decimal(proof, "gap"));
        add(
                say("certificate.gapIsZero"),
                bank.compareTo(ledger) == 0,
                say("certificate.adjustedBalancesAnd", bank, ledger));
        Map<?, ?> lines = map(content, "bankLines");
        long explained = number(lines, "matched") + number(lines, "bankErrors");
        add(
                say("certificate.bankLines"),
                explained == number(lines, "count"),
                say("certificate.ofBankLinesExplained", explained, lines.get("count")));
    }

    private BigDecimal total(Map<?, ?> proof, String name) {
        Map<?, ?> group = map(proof, name);
        BigDecimal sum = BigDecimal.ZERO;
        for (Object item : list(group, "items")) {
            sum = sum.add(decimal(asMap(item), "amount"));
        }
        equal(name, say("certificate.totalOf", name), sum, decimal(group, "total"));
        return sum;
    }

    private void proofOfCash(Map<?, ?> content) {
        Map<?, ?> proofOfCash = map(content, "proofOfCash");
        Map<?, ?> proof = map(content, "proof");
        List<String> columns = List.of("opening", "in", "out", "closing");
        for (String side : List.of("bank", "ledger")) {
            Map<?, ?> adjusted = map(proofOfCash, side.equals("bank") ? "adjustedBank" : "adjustedLedger");
            for (String column : columns) {
                BigDecimal sum = BigDecimal.ZERO;
                for (Object row : list(proofOfCash, side)) {
                    sum = sum.add(decimal(asMap(row), column));
                }
                equal(
                        say("certificate.cash", side, column),
                        say("certificate.column", side, column),
                        sum,
                        decimal(adjusted, column));
            }
            for (Object row : list(proofOfCash, side)) {
                Map<?, ?> r = asMap(row);
                equal(
                        say("certificate.cashRow", r.get("name")),
                        say("certificate.row", r.get("name")),
                        decimal(r, "opening").add(decimal(r, "in")).subtract(decimal(r, "out")),
                        decimal(r, "closing"));
            }
        }
        for (String column : columns) {
            equal(
                    say("certificate.cash2", column),
                    say("certificate.bothSidesColumn", column),
                    decimal(map(proofOfCash, "adjustedBank"), column),
                    decimal(map(proofOfCash, "adjustedLedger"), column));
        }
        equal(
                say("certificate.cashClosingBank"),
                say("certificate.closingBalanceOfTheProofOfCash"),
                decimal(asMap(list(proofOfCash, "bank").getFirst()), "closing"),
                decimal(proof, "bankBalance"));
        equal(
                say("certificate.cashClosingLedger"),
                say("certificate.closingLedgerBalanceOfTheProofOf"),
                decimal(asMap(list(proofOfCash, "ledger").getFirst()), "closing"),
                decimal(proof, "ledgerBalance"));
    }

    private void persons(Map<?, ?> content) {
        String prepared = text(map(content, "preparedBy"), "login");
        String certified = text(map(content, "certifiedBy"), "login");
        boolean onePerson = Boolean.TRUE.equals(content.get("onePerson"));
        add(
                say("certificate.twoPersons"),
                onePerson || !prepared.equals(certified),
                say(
                        "certificate.preparedByCertifiedBy",
                        prepared,
                        certified,
                        onePerson ? say("certificate.onePersonAllowed") : ""));
    }

    private static Map<?, ?> map(Map<?, ?> parent, String key) {
        return need(parent, key, Map.class, () -> say("certificate.noObject", key));
    }

    private static Map<?, ?> asMap(Object node) {
        return (Map<?, ?>) node;
    }

    private static List<?> list(Map<?, ?> parent, String key) {
        return need(parent, key, List.class, () -> say("certificate.noList", key));
    }

    private static String text(Map<?, ?> parent, String key) {
        return need(parent, key, String.class, () -> say("certificate.noText", key));
    }

    private static long number(Map<?, ?> parent, String key) {
        return need(parent, key, Number.class, () -> say("certificate.noNumber", key))
                .longValue();
    }

    private static BigDecimal decimal(Map<?, ?> parent, String key) {
        String text = text(parent, key);
        if (!text.matches("-?\\d{1,20}(\\.\\d{1,6})?")) {
            throw new IllegalArgumentException("“" + text + "” is not an amount (" + key + ")");
        }
        return new BigDecimal(text);
    }

    private static <T> T need(Map<?, ?> parent, String key, Class<T> type, Supplier<String> otherwise) {
        Object value = parent.get(key);
        if (!type.isInstance(value)) {
            throw new IllegalArgumentException(otherwise.get());
        }
        return type.cast(value);
    }
}
