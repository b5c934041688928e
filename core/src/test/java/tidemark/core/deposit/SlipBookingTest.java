package tidemark.core.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

class SlipBookingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 29);
    private static final Map<String, Taxes.Tax> TAXES = Map.of("V", new Taxes.Tax("V", new BigDecimal("19"), "1410"));

    private static JournalEntry entry(
            List<SlipBooking.Receipt> receipts, List<TaxedLine> charges, List<SlipBooking.KeptBack> kept) {
        return SlipBooking.entry(
                "1010",
                receipts,
                charges,
                kept,
                TAXES,
                DAY,
                DAY,
                CurrencyUnit.USD,
                "D-0178",
                "Halyard Pay",
                "Deposit slip D-0178");
    }

    private static long on(JournalEntry entry, String account) {
        return entry.lines().stream()
                .filter(l -> l.accountCode().equals(account))
                .mapToLong(JournalLine::minorUnits)
                .sum();
    }

    @Test
    void receiptsOf7851_89_withAChargeAndCashKeptBack_bookCashNetAndEachReceiptGross() {
        JournalEntry entry = entry(
                List.of(
                        new SlipBooking.Receipt("1250", 7_000_00, "Pell Charter", ""),
                        new SlipBooking.Receipt("1250", 851_89, "Svea Marin AB", "")),
                List.of(new TaxedLine("6810", 11_90, "V", "", "Fee")),
                List.of(new SlipBooking.KeptBack("1050", 40_00)));
        assertEquals("1010", entry.lines().getFirst().accountCode());
        assertEquals("Halyard Pay", entry.lines().getFirst().party());
        assertEquals(7_799_99, on(entry, "1010"));
        assertEquals(10_00, on(entry, "6810"));
        assertEquals(1_90, on(entry, "1410"));
        assertEquals(40_00, on(entry, "1050"));
        assertEquals(-7_851_89, on(entry, "1250"));
        assertEquals(
                List.of("Pell Charter", "Svea Marin AB"),
                entry.lines().stream()
                        .filter(l -> l.accountCode().equals("1250"))
                        .map(JournalLine::party)
                        .toList());
    }

    @RepeatedTest(100)
    void slip_isItsReceiptsLessChargesAndCashKeptBack_alwaysTheCashLine(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<SlipBooking.Receipt> receipts = new ArrayList<>();
        long sum = 0;
        for (int i = 1 + random.nextInt(20); i > 0; i--) {
            long amount = 1_000 + random.nextInt(90_000);
            receipts.add(new SlipBooking.Receipt("125" + random.nextInt(3), amount, "Payer " + i, ""));
            sum += amount;
        }
        if (random.nextInt(3) == 0) {
            long refund = 1 + random.nextInt(500);
            receipts.add(new SlipBooking.Receipt("1250", -refund, "", "Refund"));
            sum -= refund;
        }
        List<TaxedLine> charges = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            long gross = 1 + random.nextInt(100);
            charges.add(new TaxedLine("6810", gross, random.nextBoolean() ? "V" : "", "", ""));
            sum -= gross;
        }
        List<SlipBooking.KeptBack> kept = new ArrayList<>();
        if (random.nextBoolean()) {
            kept.add(new SlipBooking.KeptBack("1050", 100));
            sum -= 100;
        }
        JournalEntry entry = entry(receipts, charges, kept);
        assertEquals(sum, on(entry, "1010"));
        assertEquals(
                1,
                entry.lines().stream()
                        .filter(l -> l.accountCode().equals("1010"))
                        .count());
    }

    @Test
    void slip_withNothingOnIt_orNothingLeftForTheBank_isRefused() {
        SlipBooking.Receipt small = new SlipBooking.Receipt("1250", 5_00, "Pell", "");
        assertEquals("slip.empty", code(() -> entry(List.of(), List.of(), List.of())));
        assertEquals(
                "slip.net",
                code(() -> entry(List.of(small), List.of(new TaxedLine("6810", 5_00, "", "", "")), List.of())));
        assertEquals(
                "slip.kept",
                code(() -> entry(List.of(small), List.of(), List.of(new SlipBooking.KeptBack("1050", 0)))));
        assertEquals(
                "tax.unknown",
                code(() -> entry(List.of(small), List.of(new TaxedLine("6810", 1_00, "X", "", "")), List.of())));
    }

    private static String code(Runnable booking) {
        return assertThrows(RuleViolation.class, booking::run).code();
    }

    @Test
    void processor_usualShareIsTheMedian_andItsFeeIsRounded() {
        List<CardTakings.Batch> past = List.of(
                batch(1, 100_000, 2_600),
                batch(2, 200_000, 5_200),
                batch(3, 50_000, 9_999),
                batch(4, 10_000, 260),
                batch(5, 0, 0));
        BigDecimal share = CardTakings.usualShare(past).orElseThrow();
        assertEquals(0, share.compareTo(new BigDecimal("0.026")));
        assertEquals(32, CardTakings.fee(1_250, share), "32.5 goes to the even neighbour");
        assertTrue(CardTakings.usualShare(List.of()).isEmpty());
    }

    private static CardTakings.Batch batch(int day, long gross, long fee) {
        return new CardTakings.Batch(1, LocalDate.of(2026, 6, day), gross, 0, 0, 0, fee);
    }

    @Test
    void processor_thatPaysADaySoonerOrAfterAHoliday_isMissingNoDay() {
        LocalDate thursday = LocalDate.of(2026, 6, 4);
        List<CardTakings.Batch> batches = List.of(batch(2, 10_000, 0), batch(3, 10_000, 0), batch(8, 5_000, 0));
        // due on the 4th, the 5th and the 10th
        Map<LocalDate, Long> credits = Map.of(
                thursday.minusDays(1), 10_000L, thursday.plusDays(1), 10_000L, LocalDate.of(2026, 6, 12), 4_999L);
        List<CardTakings.DayDue> days = CardTakings.days(batches, 2, credits, LocalDate.of(2026, 6, 30));
        assertEquals(
                List.of(
                        new CardTakings.DayDue(thursday, 10_000, 10_000),
                        new CardTakings.DayDue(thursday.plusDays(1), 10_000, 10_000),
                        new CardTakings.DayDue(LocalDate.of(2026, 6, 10), 5_000, 0),
                        new CardTakings.DayDue(LocalDate.of(2026, 6, 12), 0, 4_999)),
                days,
                "another amount near it is not its");
    }

    @Test
    void receiptsOfABatch_areAllOrTheOnlySetThatComesToIt() {
        assertEquals(Optional.of(List.of(0, 1)), CardTakings.receiptsOf(List.of(60L, 40L), 100));
        assertEquals(Optional.of(List.of(1, 2)), CardTakings.receiptsOf(List.of(50L, 60L, 40L), 100));
        assertEquals(Optional.empty(), CardTakings.receiptsOf(List.of(60L, 60L, 40L), 100), "either of two");
        assertEquals(Optional.empty(), CardTakings.receiptsOf(List.of(60L, 30L), 100));
        assertEquals(Optional.empty(), CardTakings.receiptsOf(List.of(), 100));
    }

    /** Held against trying every set. */
    @RepeatedTest(60)
    void picking_findsASetWhereThereIsOne_andSaysWhetherThereAreSeveral(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<SlipPartition.Receipt> receipts = new ArrayList<>();
        for (int i = 1 + random.nextInt(9); i > 0; i--) {
            receipts.add(new SlipPartition.Receipt(1 + random.nextInt(12), List.of()));
        }
        long amount = 1 + random.nextInt(40);
        int sets = 0;
        for (int set = 1; set < 1 << receipts.size(); set++) {
            long sum = 0;
            for (int i = 0; i < receipts.size(); i++) {
                sum += (set >> i & 1) == 1 ? receipts.get(i).minorUnits() : 0;
            }
            sets += sum == amount ? 1 : 0;
        }
        SlipPartition found = SlipPartition.picking(receipts, amount);
        assertEquals(sets > 0, found.isFound());
        assertEquals(sets > 1, found.several());
        if (found.isFound()) {
            assertEquals(
                    amount,
                    found.parts().getFirst().stream()
                            .mapToLong(i -> receipts.get(i).minorUnits())
                            .sum());
        }
    }

    @Test
    void processor_dayThatNeverCame_andDayOfAnotherAmount_areNamed_overTheWeekEnd() {
        // 4 June 2026 is a Thursday; two business days later it is Monday the 8th
        List<CardTakings.Batch> batches = List.of(
                new CardTakings.Batch(1, LocalDate.of(2026, 6, 3), 10_000, 500, 0, 0, 260),
                new CardTakings.Batch(1, LocalDate.of(2026, 6, 4), 20_000, 0, 700, 100, 520),
                new CardTakings.Batch(2, LocalDate.of(2026, 6, 4), 1_000, 0, 0, 0, 26),
                new CardTakings.Batch(1, LocalDate.of(2026, 6, 30), 9_000, 0, 0, 0, 0));
        List<CardTakings.DayDue> days = CardTakings.days(
                batches,
                2,
                Map.of(LocalDate.of(2026, 6, 5), 9_230L, LocalDate.of(2026, 6, 9), 55L),
                LocalDate.of(2026, 6, 30));
        assertEquals(
                List.of(
                        new CardTakings.DayDue(LocalDate.of(2026, 6, 5), 9_240, 9_230),
                        new CardTakings.DayDue(LocalDate.of(2026, 6, 8), 18_680 + 974, 0),
                        new CardTakings.DayDue(LocalDate.of(2026, 6, 9), 0, 55)),
                days);
        assertEquals(-10, days.getFirst().apart());
        assertTrue(days.get(1).isMissing());
    }
}
