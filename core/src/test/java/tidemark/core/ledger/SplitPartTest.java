package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.RuleViolation;

class SplitPartTest {
    private static SplitPart share(String account, int basisPoints) {
        return new SplitPart(account, OptionalLong.empty(), OptionalInt.of(basisPoints), "", "");
    }

    private static SplitPart fixed(String account, long minorUnits) {
        return new SplitPart(account, OptionalLong.of(minorUnits), OptionalInt.empty(), "", "");
    }

    private static String code(org.junit.jupiter.api.function.Executable work) {
        return assertThrows(RuleViolation.class, work).code();
    }

    /** Parts come to the whole, each share within a unit of its exact one, none of the other sign. */
    @RepeatedTest(200)
    void parts_comeToTheWhole(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<SplitPart> parts = new ArrayList<>();
        int left = 10_000;
        for (int i = random.nextInt(4); i > 0 && left > 1; i--) {
            int some = random.nextInt(1, left);
            parts.add(share("a" + i, some));
            left -= some;
        }
        parts.add(share("rest", left));
        long amount = random.nextLong(1, 5_000_000) * (random.nextBoolean() ? 1 : -1);
        long taken = 0;
        if (random.nextBoolean()) {
            taken = random.nextLong(1, Math.abs(amount) + 1);
            parts.addFirst(fixed("first", taken));
        }
        long[] out = SplitPart.amounts(amount, parts);
        assertEquals(amount, Arrays.stream(out).sum());
        for (int i = 0; i < out.length; i++) {
            assertTrue(Long.signum(out[i]) != -Long.signum(amount));
            if (parts.get(i).basisPoints().isPresent()) {
                double exact = (Math.abs(amount) - taken)
                        * (double) parts.get(i).basisPoints().getAsInt()
                        / 10_000;
                assertEquals(exact, Math.abs(out[i]), 1);
            }
        }
    }

    @Test
    void badParts_areRefused() {
        assertEquals("split.shares", code(() -> SplitPart.amounts(100, List.of(share("a", 5_000), share("b", 4_999)))));
        assertEquals(
                "split.amounts", code(() -> SplitPart.amounts(-100, List.of(fixed("a", 101), share("b", 10_000)))));
        assertEquals("split.part", code(() -> share("", 10)));
        assertEquals("split.part", code(() -> fixed("a", 0)));
    }

    @Test
    void line_isBookedInParts_withTheTaxThatIsInThem() {
        BankLineBooking.Movement m = new BankLineBooking.Movement(
                LocalDate.of(2026, 6, 4), CurrencyUnit.USD, -11_050, "R", "Osprey", "Rent");
        List<SplitPart> parts = List.of(
                fixed("6100", 1_050),
                new SplitPart("6200", OptionalLong.empty(), OptionalInt.of(10_000), "YARD", "T10"));
        JournalEntry entry =
                BankLineBooking.parted(m, "1010", parts, Map.of("T10", new Taxes.Tax("T10", BigDecimal.TEN, "1500")));
        assertArrayEquals(
                new long[] {-11_050, 1_050, 9_091, 909},
                entry.lines().stream().mapToLong(JournalLine::minorUnits).toArray());
        assertEquals("YARD", entry.lines().get(2).costCentre());
        assertEquals("1500", entry.lines().get(3).accountCode());
        BankLineBooking.Movement foreign = new BankLineBooking.Movement(
                m.date(), m.base(), m.ownMinorUnits(), m.baseMinorUnits(), "", "", "", Optional.of(BigDecimal.ONE));
        assertEquals("split.foreign", code(() -> BankLineBooking.parted(foreign, "1010", parts, Map.of())));
        assertEquals("booking.same.account", code(() -> BankLineBooking.parted(m, "6100", parts, Map.of())));
    }

    @Test
    void difference_isBookedWithinTheToleranceOnly() {
        assertEquals(-3, BankLineBooking.difference(97, 100, 3, CurrencyUnit.USD));
        assertEquals("difference.tolerance", code(() -> BankLineBooking.difference(96, 100, 3, CurrencyUnit.USD)));
        assertEquals("difference.tolerance", code(() -> BankLineBooking.difference(101, 100, 0, CurrencyUnit.USD)));
        assertEquals("difference.none", code(() -> BankLineBooking.difference(100, 100, 3, CurrencyUnit.USD)));
    }

    @Test
    void line_isBookedAgainstOneAccount_onTheOtherSide_andNeverAgainstItself() {
        BankLineBooking.Movement m = new BankLineBooking.Movement(
                LocalDate.of(2026, 6, 9), CurrencyUnit.USD, -1_800, "FEE", "Northbank", "Service charge");
        JournalEntry entry = BankLineBooking.entry(m, "1010", "6810", new PartyId(7));
        assertEquals(
                List.of(
                        new JournalLine("1010", -1_800, "Northbank", "Service charge"),
                        new JournalLine("6810", 1_800, "Northbank", "Service charge").of(new PartyId(7))),
                entry.lines());
        assertEquals("booking.same.account", code(() -> BankLineBooking.entry(m, "1010", "1010", PartyId.NONE)));
        BankLineBooking.Movement euro = new BankLineBooking.Movement(
                LocalDate.of(2026, 6, 9),
                CurrencyUnit.USD,
                -1_000,
                -1_084,
                "",
                "",
                "",
                Optional.of(new BigDecimal("1.084")));
        assertEquals(
                new JournalLine("1040", -1_084, "", "").own(-1_000, new BigDecimal("1.084")),
                BankLineBooking.entry(euro, "1040", "6810", PartyId.NONE)
                        .lines()
                        .getFirst());
        JournalEntry whole =
                BankLineBooking.parted(euro, "1040", List.of(SplitPart.whole("6810", "YARD", "")), Map.of());
        assertEquals(
                new JournalLine("6810", 1_084, "", "").tagged("YARD", ""),
                whole.lines().getLast());
    }

    @Test
    void difference_thatIsTooLarge_saysWhatIsAllowed() {
        RuleViolation none =
                assertThrows(RuleViolation.class, () -> BankLineBooking.difference(101, 100, 0, CurrencyUnit.USD));
        assertEquals(
                "equal amounts: this account allows no difference",
                none.problems().getFirst().expected());
        RuleViolation some =
                assertThrows(RuleViolation.class, () -> BankLineBooking.difference(104, 100, 3, CurrencyUnit.USD));
        assertEquals(
                "a difference of 0.03 at the most", some.problems().getFirst().expected());
    }

    @Test
    void fixedParts_mayTakeAllOfTheLine_andNoMore() {
        SplitPart fixed = new SplitPart("6100", OptionalLong.of(500), OptionalInt.empty(), "", "");
        SplitPart rest = SplitPart.whole("6200", "", "");
        assertArrayEquals(new long[] {500, 0}, SplitPart.amounts(500, List.of(fixed, rest)));
        assertArrayEquals(new long[] {-500, -1}, SplitPart.amounts(-501, List.of(fixed, rest)));
        assertEquals("split.amounts", code(() -> SplitPart.amounts(499, List.of(fixed, rest))));
    }
}
