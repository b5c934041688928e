package tidemark.core.certificate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.given.Books;
import tidemark.core.problem.RuleViolation;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.StatementHeader;

class CertificateTest {
    private static final YearMonth JUNE = YearMonth.of(2026, 6);
    private static final Person MAREN = new Person("maren", "Maren Oduya");
    private static final Person TORVALD = new Person("torvald", "Torvald Brandvold");

    /** A month whose every line is explained. */
    private static Books explained(long seed) {
        Books books = Books.random(seed);
        books.lines.removeIf(l -> l.text().equals("open line"));
        return books;
    }

    private static Map<String, Object> file(long seed) {
        Books books = explained(seed);
        Reconciliation r = books.month();
        List<Seal> chain = new ArrayList<>();
        chain.add(Seal.next(chain, JUNE.minusMonths(2), Map.of("a", "b")));
        chain.add(Seal.next(chain, JUNE.minusMonths(1), Map.of("a", "c")));
        Map<String, Object> content = CertificateContent.of(new CertificateContent.Input(
                "Quillhaven",
                "Operating",
                "4417",
                "1010 Operating",
                JUNE,
                r.bankOpening(),
                List.of(new CertificateContent.StatementProof(header(r), 3, "ab")),
                r,
                new CertificateContent.Signature(MAREN, Instant.EPOCH),
                new CertificateContent.Signature(TORVALD, Instant.EPOCH),
                false,
                Optional.empty(),
                chain.getLast().value()));
        chain.add(Seal.next(chain, JUNE, content));
        return Seal.file(content, chain);
    }

    private static StatementHeader header(Reconciliation r) {
        return new StatementHeader("4417", "S", CurrencyUnit.USD, r.from(), r.to(), r.bankOpening(), r.bankClosing());
    }

    @RepeatedTest(60)
    void certificate_ofAnyExplainedMonth_verifies(RepetitionInfo info) {
        List<CertificateVerifier.Check> broken = CertificateVerifier.verify(file(info.getCurrentRepetition())).stream()
                .filter(c -> !c.holds())
                .toList();
        assertEquals(List.of(), broken);
    }

    @RepeatedTest(20)
    void seal_changesWithAnyValueOfTheFile(RepetitionInfo info) {
        long seed = info.getCurrentRepetition();
        int leaves = count(file(seed));
        for (int i = 0; i < leaves; i++) {
            Map<String, Object> forged = file(seed);
            String where = change(forged, new int[] {i}, "");
            assertTrue(
                    CertificateVerifier.verify(forged).stream().anyMatch(c -> !c.holds()),
                    "changed " + where + " and nothing broke");
        }
    }

    @Test
    void arithmetic_resealedAfterForging_isStillFound() {
        Map<String, Object> forged = deepCopy(file(7));
        Map<String, Object> content = cast(forged.get("certificate"));
        Map<String, Object> proof = cast(content.get("proof"));
        proof.put("bankBalance", "1.00");
        List<Seal> chain = new ArrayList<>();
        chain.add(Seal.next(chain, JUNE.minusMonths(2), Map.of("a", "b")));
        chain.add(Seal.next(chain, JUNE.minusMonths(1), Map.of("a", "c")));
        content.put("previousSeal", chain.getLast().value());
        chain.add(Seal.next(chain, JUNE, content));
        List<String> broken = CertificateVerifier.verify(Seal.file(content, chain)).stream()
                .filter(c -> !c.holds())
                .map(CertificateVerifier.Check::name)
                .toList();
        assertTrue(broken.contains("adjusted bank balance"), broken.toString());
    }

    @Test
    void canonicalJson_isSortedAndEscapedAsRfc8785() {
        Map<String, Object> tree = new LinkedHashMap<>();
        tree.put("b", List.of(1, 2L, true));
        tree.put("a", "é\"\\\n\u0001/");
        tree.put("\u20ac", Map.of());
        assertEquals("{\"a\":\"é\\\"\\\\\\n\\u0001/\",\"b\":[1,2,true],\"€\":{}}", CanonicalJson.write(tree));
        assertThrows(IllegalArgumentException.class, () -> CanonicalJson.write(1.5));
        assertNotEquals(CanonicalJson.sha256(Map.of("a", "1")), CanonicalJson.sha256(Map.of("a", "2")));
    }

    @Test
    void verify_ofAnythingElse_doesNotHold() {
        assertTrue(CertificateVerifier.verify(Map.of()).stream().anyMatch(c -> !c.holds()));
        assertTrue(CertificateVerifier.verify(Map.of("certificate", Map.of(), "chain", List.of())).stream()
                .anyMatch(c -> !c.holds()));
    }

    @Test
    void month_movesOnlyAsTheTableSays() {
        assertEquals(MonthState.PREPARED, MonthState.OPEN.after(MonthState.Move.PREPARE, "June"));
        assertEquals(MonthState.OPEN, MonthState.PREPARED.after(MonthState.Move.SEND_BACK, "June"));
        assertEquals(MonthState.CERTIFIED, MonthState.PREPARED.after(MonthState.Move.CERTIFY, "June"));
        assertEquals(MonthState.OPEN, MonthState.CERTIFIED.after(MonthState.Move.REOPEN, "June"));
        for (MonthState.Move illegal :
                List.of(MonthState.Move.SEND_BACK, MonthState.Move.CERTIFY, MonthState.Move.REOPEN)) {
            RuleViolation refused =
                    assertThrows(RuleViolation.class, () -> MonthState.OPEN.after(illegal, "June of Operating"));
            assertEquals("month.state", refused.code());
            assertTrue(refused.getMessage().contains("June of Operating, which is open"));
        }
        assertThrows(RuleViolation.class, () -> MonthState.CERTIFIED.after(MonthState.Move.PREPARE, "June"));
    }

    @Test
    void mark_holdsItsOwnDay() {
        Mark mark = new Mark(LocalDate.of(2026, 5, 31));
        assertEquals(JUNE, mark.nextMonth());
        LocalDate may = LocalDate.of(2026, 5, 31);
        LocalDate june = LocalDate.of(2026, 6, 1);
        assertEquals(
                "mark.held",
                assertThrows(RuleViolation.class, () -> mark.check(may, "a line"))
                        .code());
        mark.check(june, "a line");
        mark.checkMatch(List.of(june), List.of(may, june));
        assertThrows(RuleViolation.class, () -> mark.checkMatch(List.of(may), List.of(may, june)));
        assertThrows(RuleViolation.class, () -> mark.checkMatch(List.of(), List.of(may, may)));
    }

    private static CertificationConditions.Input good(Books books) {
        Reconciliation r = books.month();
        return new CertificationConditions.Input(
                JUNE,
                new Mark(LocalDate.of(2026, 5, 31)),
                LocalDate.of(2026, 7, 2),
                List.of(header(r)),
                r.bankOpening(),
                r.ledgerClosing(),
                Optional.of(MAREN),
                Optional.of(TORVALD),
                false,
                r);
    }

    private static List<String> broken(CertificationConditions.Input in) {
        return CertificationConditions.check(in).stream()
                .filter(c -> !c.holds())
                .map(Condition::code)
                .toList();
    }

    @Test
    void conditions_eachBreaksAlone() {
        Books books = explained(3);
        CertificationConditions.Input g = good(books);
        assertEquals(List.of(), broken(g));
        CertificationConditions.require(CertificationConditions.check(g));
        Reconciliation r = g.reconciliation();
        assertEquals(
                List.of("order"),
                broken(with(
                        g,
                        new Mark(LocalDate.of(2026, 4, 30)),
                        g.today(),
                        g.statements(),
                        g.previousClosing(),
                        g.journalClosing(),
                        g.certifier(),
                        r)));
        assertEquals(
                List.of("month.over"),
                broken(with(
                        g,
                        g.mark(),
                        LocalDate.of(2026, 6, 30),
                        g.statements(),
                        g.previousClosing(),
                        g.journalClosing(),
                        g.certifier(),
                        r)));
        assertEquals(
                List.of("statements"),
                broken(with(
                        g, g.mark(), g.today(), List.of(), g.previousClosing(), g.journalClosing(), g.certifier(), r)));
        assertEquals(
                List.of("statements"),
                broken(with(
                        g,
                        g.mark(),
                        g.today(),
                        g.statements(),
                        g.previousClosing() + 1,
                        g.journalClosing(),
                        g.certifier(),
                        r)));
        assertEquals(
                List.of("journal"),
                broken(with(
                        g,
                        g.mark(),
                        g.today(),
                        g.statements(),
                        g.previousClosing(),
                        g.journalClosing() + 1,
                        g.certifier(),
                        r)));
        assertEquals(
                List.of("preparer"),
                broken(with(
                        g,
                        g.mark(),
                        g.today(),
                        g.statements(),
                        g.previousClosing(),
                        g.journalClosing(),
                        Optional.of(MAREN),
                        r)));
        books.bank(LocalDate.of(2026, 6, 30), -5, "", "open line");
        assertEquals(List.of("lines.explained"), broken(good(books)));
        RuleViolation refused = assertThrows(
                RuleViolation.class, () -> CertificationConditions.require(CertificationConditions.check(good(books))));
        assertEquals("certify.lines.explained", refused.code());
        Reconciliation short1 = explained(3).month(explained(3).bankAt(Books.TO) + 1);
        assertEquals(
                List.of("statements", "gap", "movements"),
                broken(with(
                        g,
                        g.mark(),
                        g.today(),
                        List.of(header(short1)),
                        g.previousClosing(),
                        g.journalClosing(),
                        g.certifier(),
                        short1)));
    }

    private static CertificationConditions.Input with(
            CertificationConditions.Input in,
            Mark mark,
            LocalDate today,
            List<StatementHeader> statements,
            long previousClosing,
            long journal,
            Optional<Person> certifier,
            Reconciliation r) {
        return new CertificationConditions.Input(
                in.month(), mark, today, statements, previousClosing, journal, in.preparer(), certifier, false, r);
    }

    private static int count(Object node) {
        return switch (node) {
            case Map<?, ?> map ->
                map.values().stream().mapToInt(CertificateTest::count).sum();
            case List<?> list -> list.stream().mapToInt(CertificateTest::count).sum();
            default -> 1;
        };
    }

    /** Changes the n-th leaf of a tree in place; returns where it was. */
    private static String change(Object node, int[] n, String path) {
        if (node instanceof Map<?, ?>) {
            Map<String, Object> map = cast(node);
            for (Map.Entry<String, Object> e : map.entrySet()) {
                if (isLeaf(e.getValue())) {
                    if (n[0]-- == 0) {
                        e.setValue(other(e.getValue()));
                        return path + "/" + e.getKey();
                    }
                } else {
                    Object copy = deep(e.getValue());
                    e.setValue(copy);
                    String found = change(copy, n, path + "/" + e.getKey());
                    if (!found.isEmpty()) {
                        return found;
                    }
                }
            }
        } else if (node instanceof List<?> list) {
            for (Object item : list) {
                String found = change(item, n, path + "/*");
                if (!found.isEmpty()) {
                    return found;
                }
            }
        }
        return "";
    }

    private static boolean isLeaf(Object node) {
        return !(node instanceof Map) && !(node instanceof List);
    }

    private static Object other(Object leaf) {
        return switch (leaf) {
            case String s -> s + "0";
            case Boolean b -> !b;
            case Integer i -> i + 1;
            default -> throw new IllegalArgumentException(leaf.toString());
        };
    }

    private static Object deep(Object node) {
        return switch (node) {
            case Map<?, ?> map -> deepCopy(cast(map));
            case List<?> list ->
                new ArrayList<>(list.stream().map(CertificateTest::deep).toList());
            default -> node;
        };
    }

    private static Map<String, Object> deepCopy(Map<String, Object> map) {
        Map<String, Object> out = new LinkedHashMap<>();
        map.forEach((k, v) -> out.put(k, deep(v)));
        return out;
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> cast(Object node) {
        return (Map<String, Object>) node;
    }
}
