package tidemark.core.certificate;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.given.Books;
import tidemark.core.proof.Reconciliation;
import tidemark.core.statement.StatementHeader;

/** Whoever forges a certificate and seals it anew is still found out by its arithmetic, and told where. */
class CertificateVerifierTest {
    private static final YearMonth JUNE = YearMonth.of(2026, 6);

    /** Opens with 10,000.00; one line matched, one the bank's error, one entry on the way. */
    private static Map<String, Object> content(boolean onePerson) {
        Books books = new Books();
        LocalDate day = LocalDate.of(2026, 6, 10);
        books.match(
                List.of(books.bank(day, 50_000, "", "line")), List.of(books.ledger(day, 50_000, "", "Pell Charter")));
        books.bankErrors.put(books.bank(day, -500, "", "Charge").id(), "the bank puts it right");
        books.ledger(day, 7_000, "", "On the way");
        Reconciliation r = books.month();
        StatementHeader header =
                new StatementHeader("4417", "S", CurrencyUnit.USD, r.from(), r.to(), r.bankOpening(), r.bankClosing());
        List<Seal> before = chain();
        return copy(CertificateContent.of(new CertificateContent.Input(
                "Quillhaven",
                "Operating",
                "4417",
                "1010 Operating",
                JUNE,
                r.bankOpening(),
                List.of(new CertificateContent.StatementProof(header, 2, "ab")),
                r,
                new CertificateContent.Signature(new Person("maren", "Maren Oduya"), Instant.EPOCH),
                new CertificateContent.Signature(new Person("torvald", "Torvald Brandvold"), Instant.EPOCH),
                onePerson,
                Optional.empty(),
                before.getLast().value())));
    }

    private static List<Seal> chain() {
        List<Seal> chain = new ArrayList<>();
        chain.add(Seal.next(chain, JUNE.minusMonths(2), Map.of("a", "b")));
        chain.add(Seal.next(chain, JUNE.minusMonths(1), Map.of("a", "c")));
        return chain;
    }

    /** The file of a content, sealed as if it had been certified so. */
    private static Map<String, Object> sealed(Map<String, Object> content) {
        List<Seal> chain = chain();
        chain.add(Seal.next(chain, JUNE, content));
        return copy(Seal.file(content, chain));
    }

    private static List<String> broken(Map<String, Object> file) {
        return CertificateVerifier.verify(file).stream()
                .filter(c -> !c.holds())
                .map(CertificateVerifier.Check::name)
                .toList();
    }

    @Test
    void certificate_isHeldAgainstEverythingItSays() {
        List<CertificateVerifier.Check> checks = CertificateVerifier.verify(sealed(content(false)));
        assertEquals(List.of(), broken(sealed(content(false))));
        assertEquals(
                """
                format
                content
                seal 2026-04
                seal 2026-05
                order 2026-05
                seal 2026-06
                order 2026-06
                previous seal
                month
                statements
                statement 2026-06-01
                opening
                onTheWay
                notPresented
                bankErrors
                adjusted bank balance
                notBookedIn
                notBookedOut
                ledgerErrors
                adjusted ledger balance
                gap
                gap is zero
                bank lines
                """.strip(),
                String.join(
                        "\n",
                        checks.stream()
                                .limit(23)
                                .map(CertificateVerifier.Check::name)
                                .toList()));
        assertEquals(
                List.of("two persons", "prepared by maren, certified by torvald"),
                List.of(checks.getLast().name(), checks.getLast().words()));
        assertEquals(
                "adjusted bank balance: computed 10570.00, stated 10570.00",
                checks.stream()
                        .filter(c -> c.name().equals("adjusted bank balance"))
                        .findFirst()
                        .orElseThrow()
                        .words());
    }

    /** Where something is changed in the content, to what, and all that is then found broken although it was sealed anew. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            format | other | format
            previousSeal | 00 | previous seal
            month | 2026-05 | month
            previousClosing | 9999.00 | statement 2026-06-01, opening
            statements.0.opening | 9999.00 | statement 2026-06-01
            bankLines.count | #3 | bank lines
            bankLines.matched | #2 | bank lines
            bankLines.bankErrors | #0 | bank lines
            proof.bankBalance | 10496.00 | adjusted bank balance, gap, gap is zero, cash closing bank
            proof.adjustedBank | 1.00 | adjusted bank balance
            proof.ledgerBalance | 10571.00 | adjusted ledger balance, gap, gap is zero, cash closing ledger
            proof.adjustedLedger | 1.00 | adjusted ledger balance
            proof.gap | 1.00 | gap
            proof.onTheWay.total | 71.00 | onTheWay
            proof.onTheWay.items.0.amount | 71.00 | onTheWay, adjusted bank balance, gap, gap is zero
            proof.bankErrors.items.0.amount | 6.00 | bankErrors, adjusted bank balance, gap, gap is zero
            proof.notPresented.total | 1.00 | notPresented
            proof.notBookedIn.total | 1.00 | notBookedIn
            proof.notBookedOut.total | 1.00 | notBookedOut
            proof.ledgerErrors.total | 1.00 | ledgerErrors
            certifiedBy.login | maren | two persons
            """)
    void change_sealedAnew_isFoundWhereItIs(String path, String value, String expected) {
        Map<String, Object> forged = content(false);
        set(forged, path, value.startsWith("#") ? (Object) Integer.valueOf(value.substring(1)) : value);
        assertEquals(Arrays.asList(expected.split(", ")), broken(sealed(forged)));
    }

    @ParameterizedTest
    @CsvSource({"opening", "in", "out", "closing"})
    void cell_ofTheProofOfCash_changedOnOneSide_breaksItsRowAndItsColumn(String column) {
        for (String side : List.of("bank", "ledger")) {
            Map<String, Object> forged = content(false);
            set(forged, "proofOfCash." + side + ".1." + column, "3.33");
            List<String> found = broken(sealed(forged));
            assertEquals(2, found.size(), found.toString());
            assertEquals("cash " + side + " " + column, found.getFirst());
            assertEquals(true, found.getLast().startsWith("cash row "));
            Map<String, Object> sum = content(false);
            String adjusted = side.equals("bank") ? "adjustedBank" : "adjustedLedger";
            set(sum, "proofOfCash." + adjusted + "." + column, "3.33");
            assertEquals(List.of("cash " + side + " " + column, "cash " + column), broken(sealed(sum)));
        }
    }

    @Test
    void statements_followOnFromOneAnother_andNoneIsNotEnough() {
        Map<String, Object> forged = content(false);
        List<Object> statements = list(forged.get("statements"));
        Map<String, Object> first = map(statements.getFirst());
        Map<String, Object> second = copy(first);
        first.put("closing", "10200.00");
        second.put("from", "2026-06-16");
        second.put("opening", "10200.00");
        statements.add(second);
        assertEquals(List.of(), broken(sealed(forged)));
        second.put("opening", "10200.01");
        assertEquals(List.of("statement 2026-06-16"), broken(sealed(forged)));
        second.put("from", "2026-05-16");
        assertEquals(List.of(), broken(sealed(forged)), "what was read of the month before is not of this one");
        statements.clear();
        assertEquals(List.of("statements"), broken(sealed(forged)));
    }

    @Test
    void chain_thatLeavesOutAMonth_orIsMissing_doesNotHold() {
        Map<String, Object> content = content(false);
        List<Seal> chain = new ArrayList<>();
        chain.add(Seal.next(chain, JUNE.minusMonths(3), Map.of("a", "b")));
        chain.add(Seal.next(chain, JUNE.minusMonths(1), Map.of("a", "c")));
        content.put("previousSeal", chain.getLast().value());
        chain.add(Seal.next(chain, JUNE, content));
        assertEquals(List.of("order 2026-05"), broken(copy(Seal.file(content, chain))));
        Map<String, Object> without = sealed(content(false));
        without.put("chain", List.of());
        assertEquals(List.of("chain"), broken(without));
    }

    @Test
    void onePerson_maySignTwice_whereTheCertificateSaysSo() {
        Map<String, Object> content = content(true);
        set(content, "certifiedBy.login", "maren");
        assertEquals(List.of(), broken(sealed(content)));
        assertEquals(
                "prepared by maren, certified by maren, one person allowed",
                CertificateVerifier.verify(sealed(content)).getLast().words());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            proof | x | no object “proof”
            statements | x | no list “statements”
            previousClosing | #1 | no text “previousClosing”
            bankLines.count | x | no number “count”
            previousClosing | 1e5 | “1e5” is not an amount (previousClosing)
            """)
    void file_ofAnotherShape_isToldByWhatIsMissing(String path, String value, String expected) {
        Map<String, Object> forged = content(false);
        set(forged, path, value.startsWith("#") ? (Object) Integer.valueOf(value.substring(1)) : value);
        CertificateVerifier.Check last =
                CertificateVerifier.verify(sealed(forged)).getLast();
        assertEquals("shape", last.name());
        assertEquals("the file is not a whole certificate: " + expected, last.words());
    }

    private static void set(Map<String, Object> tree, String path, Object value) {
        String[] parts = path.split("\\.");
        Object node = tree;
        for (int i = 0; i < parts.length - 1; i++) {
            node = parts[i].matches("\\d+")
                    ? list(node).get(Integer.parseInt(parts[i]))
                    : map(node).get(parts[i]);
        }
        map(node).put(parts[parts.length - 1], value);
    }

    private static Map<String, Object> copy(Map<String, Object> tree) {
        Map<String, Object> out = new LinkedHashMap<>();
        tree.forEach((k, v) -> out.put(k, deep(v)));
        return out;
    }

    private static Object deep(Object node) {
        return switch (node) {
            case Map<?, ?> m -> copy(map(m));
            case List<?> l ->
                new ArrayList<>(l.stream().map(CertificateVerifierTest::deep).toList());
            default -> node;
        };
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> map(Object node) {
        return (Map<String, Object>) node;
    }

    @SuppressWarnings("unchecked")
    private static List<Object> list(Object node) {
        return (List<Object>) node;
    }
}
