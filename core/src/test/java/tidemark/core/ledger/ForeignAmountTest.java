package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class ForeignAmountTest {
    private static final CurrencyUnit[] CURRENCIES = {
        CurrencyUnit.USD, CurrencyUnit.EUR, CurrencyUnit.JPY, CurrencyUnit.of("KWD")
    };

    private static ForeignAmount of(Long own, Long base, String rate) {
        return ForeignAmount.of(
                own == null ? OptionalLong.empty() : OptionalLong.of(own),
                CurrencyUnit.EUR,
                base == null ? OptionalLong.empty() : OptionalLong.of(base),
                CurrencyUnit.USD,
                Optional.ofNullable(rate).map(BigDecimal::new),
                "line 1");
    }

    private static String code(Runnable work) {
        return assertThrows(RuleViolation.class, work::run).code();
    }

    @Test
    void of_anyTwo_givesTheThird() {
        assertEquals(10_842, of(10_000L, null, "1.0842").baseMinorUnits());
        assertEquals(9_223, of(null, 10_000L, "1.0842").ownMinorUnits());
        assertEquals(new BigDecimal("1.0842"), of(10_000L, 10_842L, null).rate());
        assertEquals(-10_842, of(-10_000L, null, "1.0842").baseMinorUnits());
        assertEquals(10_842, of(10_000L, 10_842L, "1.0842").baseMinorUnits());
    }

    @Test
    void of_oneOnly_orWhatDoesNotTie_isRefused() {
        assertEquals("foreign.two", code(() -> of(10_000L, null, null)));
        assertEquals("foreign.two", code(() -> of(null, 10_000L, null)));
        assertEquals("foreign.two", code(() -> of(0L, 10_000L, null)));
        assertEquals("foreign.two", code(() -> of(10_000L, null, "0")));
        assertEquals("foreign.two", code(() -> of(1L, null, "0.001")));
        assertThrows(IllegalArgumentException.class, () -> of(-1L, 1L, null));
        assertEquals("foreign.tie", code(() -> of(10_000L, 10_843L, "1.0842")));
    }

    @RepeatedTest(200)
    void of_randomAmountsInAnyCurrencies_alwaysTies(RepetitionInfo info) {
        Random dice = new Random(info.getCurrentRepetition());
        CurrencyUnit own = CURRENCIES[dice.nextInt(4)];
        CurrencyUnit base = CURRENCIES[dice.nextInt(4)];
        long one = dice.nextLong(1, 1_000_000_000_000L) >> dice.nextInt(30);
        long other = dice.nextLong(1, 1_000_000_000_000L) >> dice.nextInt(30);
        BigDecimal rate = BigDecimal.valueOf(dice.nextLong(1, 100_000_000_000L), 8);
        one = Math.max(1, one);
        other = Math.max(1, other);
        ForeignAmount byAmounts =
                ForeignAmount.of(OptionalLong.of(one), own, OptionalLong.of(other), base, Optional.empty(), "");
        if (byAmounts.rate().signum() > 0) {
            assertTrue(
                    ForeignAmount.ties(one, other, byAmounts.rate(), own, base),
                    one + " " + own + " = " + other + " " + base + " at " + byAmounts.rate());
        }
        try {
            ForeignAmount byBase =
                    ForeignAmount.of(OptionalLong.empty(), own, OptionalLong.of(other), base, Optional.of(rate), "");
            assertEquals(other, byBase.baseMinorUnits());
            assertTrue(ForeignAmount.ties(byBase.ownMinorUnits(), other, byBase.rate(), own, base));
        } catch (RuleViolation e) {
            assertEquals("foreign.two", e.code());
        }
    }

    @Test
    void rules_refuseALineOnAForeignAccountThatDoesNotCarryBoth_saveAnExchangeDifference() {
        PostingRules rules = new PostingRules(
                Map.of(
                        "1010", new LedgerAccount("1010", "Operating", AccountType.ASSET, true),
                        "1040", new LedgerAccount("1040", "Euro parts", AccountType.ASSET, true)),
                Map.of(),
                Map.of("1040", CurrencyUnit.EUR),
                java.util.Set.of(),
                java.util.Set.of(),
                java.util.Set.of(),
                Map.of());
        LocalDate day = LocalDate.of(2026, 6, 4);
        JournalLine cash = JournalLine.credit("1010", 10_842, "", "");
        JournalLine euro = JournalLine.debit("1040", 10_842, "", "");
        List<JournalLine> unfit = List.of(
                euro,
                euro.own(10_842, BigDecimal.ONE.add(BigDecimal.ONE)),
                euro.own(9_999, new BigDecimal("1.0842")),
                euro.own(10_000, BigDecimal.ZERO));
        for (JournalLine line : unfit) {
            JournalEntry entry = new JournalEntry(day, CurrencyUnit.USD, "", "", List.of(line, cash));
            assertEquals(
                    List.of("foreign.tie"),
                    rules.problems(entry, day).stream().map(Problem::code).toList(),
                    line.toString());
        }
        for (JournalLine line : List.of(
                euro.own(10_000, new BigDecimal("1.0842")),
                euro.own(10_842, BigDecimal.ONE),
                euro.exchangeDifference())) {
            JournalEntry entry = new JournalEntry(day, CurrencyUnit.USD, "", "", List.of(line, cash));
            assertEquals(List.of(), rules.problems(entry, day), line.toString());
            assertEquals(List.of(), rules.problems(entry.reversedOn(day), day));
        }
    }
}
