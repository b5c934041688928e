package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** What is found of sets: of mixed signs, of several lines, of many of each, complete and with something left out. */
class SetsTest {
    /** A Wednesday. */
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);

    private final List<BankLine> lines = new ArrayList<>();
    private final List<LedgerItem> items = new ArrayList<>();

    /** Movements of another make around, that have each other. */
    @BeforeEach
    void around() {
        for (int i = 1; i <= 60; i++) {
            LocalDate day = DAY.minusDays(60 - i);
            long amount = (i % 2 == 0 ? 1 : -1) * (13_117L * i + 41);
            line(500 + i, day, amount, "TRF", "PAYMENT SALTMARSH NR " + (70_000 + i));
            entry(
                    500 + i,
                    day.minusDays(1),
                    amount,
                    MovementKind.TRANSFER,
                    "IV-" + (70_000 + i),
                    "Saltmarsh " + i,
                    "Invoice");
        }
    }

    private void line(long id, LocalDate day, long amount, String code, String text) {
        lines.add(new BankLine(new BankLineId(id), day, day, amount, "", "", "", "", text, code));
    }

    private void entry(
            long id, LocalDate day, long amount, MovementKind kind, String reference, String party, String text) {
        items.add(new LedgerItem(new CashEntry(new CashEntryId(id), day, amount, reference, "", party, text), kind));
    }

    private Candidate first(long line) {
        return new LinkageMatching()
                .propose(lines, items, Learned.NOTHING)
                .candidates(new BankLineId(line))
                .getFirst();
    }

    private static String words(Candidate c) {
        return String.join(
                "; ", c.evidence().stream().map(e -> e.words(CurrencyUnit.USD)).toList());
    }

    private static List<Long> entries(Candidate c) {
        return c.entries().stream().map(CashEntryId::value).toList();
    }

    private void assertFirm(long line, List<Long> of, String told) {
        Candidate c = first(line);
        assertEquals(of, entries(c), words(c));
        assertEquals(Strength.FIRM, c.strength(), words(c) + " " + c.logOdds());
        assertTrue(words(c).contains(told), words(c));
    }

    @Test
    void takings_lessTheirFeeEntry_areOneSet_andNotTakingsOfWhichAFeeWasKept() {
        for (int d = 1; d <= 12; d++) {
            LocalDate day = DAY.minusDays(20 - d);
            entry(2 * d, day, 80_000 + 777 * d, MovementKind.CARD_SETTLEMENT, "", "Harbour Cards", "Takings");
            entry(2 * d + 1, day, -1_200 - 12 * d, MovementKind.FEE, "", "Harbour Cards", "Card fee");
            line(d, day.plusDays(1), 78_800 + 765 * d, "CRD", "HARBOUR CARDS SETTLEMENT");
        }
        assertFirm(5, List.of(10L, 11L), "one of them goes the other way");
    }

    @Test
    void invoices_lessACreditNote_areOneSet() {
        entry(1, DAY.minusDays(2), 431_700, MovementKind.TRANSFER, "INV-8101", "Osprey Glass", "Invoice");
        entry(2, DAY.minusDays(2), 99_033, MovementKind.TRANSFER, "INV-8102", "Osprey Glass", "Invoice");
        entry(3, DAY.minusDays(1), -20_011, MovementKind.TRANSFER, "CN-77", "Osprey Glass", "Credit note");
        line(1, DAY, 510_722, "TRF", "OSPREY GLASS INV 8101 8102");
        assertFirm(1, List.of(1L, 2L, 3L), "one of them goes the other way");
    }

    @Test
    void referencesQuoted_namelessOrNot_areTakenTogether() {
        entry(1, DAY.minusDays(2), 431_700, MovementKind.TRANSFER, "INV-8101", "Osprey Glass", "Invoice");
        entry(2, DAY.minusDays(3), 99_033, MovementKind.TRANSFER, "INV-8105", "Osprey Glass", "Invoice");
        entry(3, DAY.minusDays(2), 10_777, MovementKind.TRANSFER, "INV-8106", "Osprey Glass", "Invoice");
        line(1, DAY, 442_477, "TRF", "REF 0008101,NO8106");
        assertFirm(1, List.of(1L, 3L), "its text quotes all 2");
    }

    @ParameterizedTest
    @CsvSource({"BULK PAYMENT", "BULK PAYMENT RN0393", "BULK PAYMENT 14 ITEMS"})
    void run_isOneSet_whateverTheBankTellsOfIt(String text) {
        long total = 0;
        for (int i = 1; i <= 14; i++) {
            long amount = -(31_733L + 977 * i);
            total += amount;
            entry(i, DAY, amount, MovementKind.TRANSFER, "RN0393-%03d".formatted(i), "Supplier " + i, "Run");
        }
        entry(15, DAY, -45_001, MovementKind.TRANSFER, "IV-9", "Another", "Invoice");
        line(1, DAY.plusDays(1), total, "BLK", text);
        assertFirm(1, LongStream.rangeClosed(1, 14).boxed().toList(), "all 14 entries of one run make the amount");
        assertEquals(text.contains("14"), words(first(1)).contains("the bank tells of 14 items"));
    }

    @Test
    void wages_paidOneByOne_areOneEntry() {
        long total = 0;
        for (int i = 1; i <= 9; i++) {
            long amount = -(213_000L + 7_919 * i);
            total += amount;
            line(i, DAY, amount, "SAL", "SALARY ANNIKA NR" + i);
        }
        entry(1, DAY, total, MovementKind.PAYROLL, "", "Staff", "Wages June");
        Candidate c = first(3);
        assertEquals(9, c.lines().size(), words(c));
        assertEquals(Strength.FIRM, c.strength(), words(c));
        assertTrue(words(c).contains("all 9 lines of the bank make the amount"), words(c));
    }

    @Test
    void takings_withTheirCoinCreditedApart_areOneEntry() {
        entry(1, DAY.minusDays(1), 151_733, MovementKind.DEPOSIT, "", "Shop Quay", "Cash takings");
        line(1, DAY, 149_011, "CSH", "CASH BAG 73 4471");
        line(2, DAY.plusDays(1), 2_722, "CSH", "CASH BAG 73 4471");
        Candidate c = first(2);
        assertEquals(2, c.lines().size(), words(c));
        assertEquals(Strength.FIRM, c.strength(), words(c));
    }

    @Test
    void rent_paidInHalvesByTwo_isOneEntry() {
        for (int flat = 1; flat <= 12; flat++) {
            entry(
                    flat,
                    DAY.minusDays(2),
                    91_000,
                    MovementKind.TRANSFER,
                    "",
                    "Tenant Mira" + flat + " Ostrand",
                    "Rent flat " + flat);
        }
        entry(20, DAY.minusDays(2), 91_000, MovementKind.TRANSFER, "", "Pelle Willowstead", "Rent flat 48");
        line(1, DAY, 45_500, "TRF", "CREDITPELLEWILLOWSTEADFLAT48RENT");
        line(2, DAY.plusDays(1), 45_500, "TRF", "UNA WILLOWSTEAD RENT FLAT 48");
        Candidate c = first(2);
        assertEquals(List.of(20L), entries(c), words(c));
        assertEquals(2, c.lines().size(), words(c));
        assertEquals(Strength.FIRM, c.strength(), words(c) + c.logOdds());
    }

    @Test
    void slip_creditedInTwo_isAllOfItsEntries() {
        for (int i = 1; i <= 5; i++) {
            entry(i, DAY.minusDays(1), 10_000L + 1_733 * i, MovementKind.DEPOSIT, "SL04417", "Payer " + i, "Receipt");
        }
        line(1, DAY, 70_000, "PIN", "PAID IN 004417");
        line(2, DAY, 5_995, "PIN", "PAID IN 004417 COIN");
        Candidate c = first(1);
        assertEquals(5, c.entries().size(), words(c));
        assertEquals(2, c.lines().size(), words(c));
        assertEquals(Strength.FIRM, c.strength(), words(c));
        assertTrue(words(c).contains("2 lines and 5 entries only together come to the same"), words(c));
    }

    @Test
    void twoSetsBesideEachOther_areNotTakenAsOne() {
        // both lines have their own entries, which nothing tells apart; together both sides meet in any case
        long[] amounts = IntStream.range(0, 24)
                .mapToLong(i -> 7_000 + 331L * i * i + 17 * i)
                .toArray();
        long one = 0;
        long other = 0;
        for (int i = 0; i < amounts.length; i++) {
            entry(i + 1, DAY.minusDays(1), amounts[i], MovementKind.DIRECT_DEBIT, "", "Member " + i, "Collection");
            one += i % 3 == 0 ? amounts[i] : 0;
            other += i % 3 == 0 ? 0 : amounts[i];
        }
        line(1, DAY, one, "DDC", "COLLECTION");
        line(2, DAY, other, "DDC", "COLLECTION");
        MatchingResult result = new LinkageMatching().propose(lines, items, Learned.NOTHING);
        assertTrue(result.firm().stream().noneMatch(c -> c.lines().contains(new BankLineId(1))));
    }

    @Test
    void someOfManyOfOneParty_thatHappenToMakeTheAmount_areNeverFirm() {
        // of 18 claims of one insurer hundreds of selections come to any amount; its name does not tell which
        long total = 0;
        for (int i = 1; i <= 18; i++) {
            long amount = 10_000L + 500 * ((i * 7) % 23);
            entry(i, DAY.minusDays(1), amount, MovementKind.TRANSFER, "", "Palisade Mutual", "Claim");
            total += i % 2 == 0 ? amount : 0;
        }
        line(1, DAY, total, "TRF", "CLAIMPMT PALISADE MUTUAL");
        assertNotEquals(Strength.FIRM, first(1).strength(), words(first(1)));
    }

    @Test
    void saturdayAndMonday_areDaysOfTheirOwn() {
        LocalDate saturday = LocalDate.of(2026, 6, 6);
        long[] totals = new long[3];
        for (int d = 0; d < 3; d++) {
            for (int i = 1; i <= 6; i++) {
                long amount = 9_000L + 1_237 * i + 411 * d * i;
                totals[d] += amount;
                entry(
                        10 * d + i,
                        saturday.plusDays(d),
                        amount,
                        MovementKind.CARD_SETTLEMENT,
                        "",
                        "Harbour Cards",
                        "Sale");
            }
        }
        for (int d = 0; d < 3; d++) {
            line(d + 1, saturday.plusDays(3 + d), totals[d], "CRD", "HARBOUR CARDS");
        }
        assertFirm(2, LongStream.rangeClosed(11, 16).boxed().toList(), "all 6 entries of one party make the amount");
    }

    @Test
    void monthInTheText_tellsOneRentFromTheNext() {
        for (int month = 1; month <= 6; month++) {
            LocalDate due = LocalDate.of(2026, month, 1);
            entry(month, due, 65_000, MovementKind.TRANSFER, "", "Mira Ostrand", "Rent 2026-%02d".formatted(month));
        }
        // half way between two
        line(1, LocalDate.of(2026, 4, 16), 65_000, "TRF", "MIRA OSTRAND RENT 05/2026");
        Candidate c = first(1);
        assertEquals(List.of(5L), entries(c), words(c));
        assertTrue(words(c).contains("for the same month"), words(c));
    }

    @Test
    void amountAlone_onUnusualDays_isNotFirm_howeverMuchWasAccepted() {
        List<Learned.Decided> accepted = new ArrayList<>();
        for (int i = 1; i <= 400; i++) {
            LocalDate day = DAY.minusDays(100 + i % 90);
            long amount = 10_000L + 137 * i;
            accepted.add(new Learned.Decided(
                    new BankLine(new BankLineId(9_000 + i), day, day, amount, "", "", "", "", "CREDIT", "TRF"),
                    new LedgerItem(
                            new CashEntry(
                                    new CashEntryId(9_000 + i), day.minusDays(1), amount, "", "", "Payer", "Receipt"),
                            MovementKind.TRANSFER)));
        }
        line(1, DAY, 124_000, "TRF", "CREDIT UNKNOWN SENDER");
        entry(1, DAY.plusDays(8), 124_000, MovementKind.TRANSFER, "", "Harbour Cards", "Takings");
        Candidate c = new LinkageMatching()
                .propose(lines, items, new Learned(accepted, List.of()))
                .candidates(new BankLineId(1))
                .getFirst();
        assertEquals(List.of(1L), entries(c));
        assertNotEquals(Strength.FIRM, c.strength(), words(c) + c.logOdds());
        items.removeLast();
        entry(1, DAY.minusDays(1), 124_000, MovementKind.TRANSFER, "", "Harbour Cards", "Takings");
        assertEquals(
                Strength.FIRM,
                new LinkageMatching()
                        .propose(lines, items, new Learned(accepted, List.of()))
                        .candidates(new BankLineId(1))
                        .getFirst()
                        .strength());
    }

    @Test
    void textOfAPayer_isLearnedFromWhatOtherEvidenceMatched() {
        // a trust pays for its tenant; six times the number tells, then nothing but the text of the payer
        for (int i = 1; i <= 6; i++) {
            LocalDate day = DAY.minusDays(10L * i);
            entry(i, day.minusDays(1), 65_000, MovementKind.TRANSFER, "L" + (88_010 + i), "Mira Ostrand", "Rent");
            line(i, day, 65_000, "TRF", "CREDIT HARBOURLINE TRUSTEES " + (88_010 + i));
        }
        List<String> tenants = List.of("Nils Hazelgate", "Mira Ostrand", "Una Brookmere", "Pelle Willowstead");
        for (int i = 0; i < tenants.size(); i++) {
            entry(20 + i, DAY.minusDays(1), 65_000, MovementKind.TRANSFER, "", tenants.get(i), "Rent");
        }
        line(20, DAY, 65_000, "TRF", "CREDIT HARBOURLINE TRUSTEES");
        Candidate c = first(20);
        assertEquals(List.of(21L), entries(c), words(c));
        assertTrue(words(c).contains("this payer was Mira Ostrand before"), words(c));
    }
}
