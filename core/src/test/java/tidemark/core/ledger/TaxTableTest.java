package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.RuleViolation;

class TaxTableTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);

    private static Taxes.Tax tax(String code, int percent) {
        return new Taxes.Tax(code, BigDecimal.valueOf(percent), "2200");
    }

    private static Optional<LocalDate> day(Random random) {
        return random.nextInt(4) == 0 ? Optional.empty() : Optional.of(FIRST.plusDays(random.nextInt(20)));
    }

    private static boolean holds(TaxTable.Dated dated, LocalDate day) {
        return !day.isBefore(dated.from().orElse(LocalDate.MIN))
                && !day.isAfter(dated.to().orElse(LocalDate.MAX));
    }

    @RepeatedTest(300)
    void ofEachDay_thereIsWhatHoldsThen_andTwoMeetWhereADayHasBoth(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<TaxTable.Dated> all = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            TaxTable.Dated next = new TaxTable.Dated(tax("T" + random.nextInt(2), i), day(random), day(random));
            if (next.from().isPresent()
                    && next.to().isPresent()
                    && next.to().get().isBefore(next.from().get())) {
                continue;
            }
            boolean meets = false;
            for (TaxTable.Dated other : all) {
                boolean both = false;
                for (int d = -2; d < 23; d++) {
                    both |= holds(next, FIRST.plusDays(d)) && holds(other, FIRST.plusDays(d));
                }
                assertEquals(both, next.meets(other), next + " and " + other);
                assertEquals(both, other.meets(next));
                meets |= both && other.tax().code().equals(next.tax().code());
            }
            if (!meets) {
                all.add(next);
            }
        }
        TaxTable table = new TaxTable(all);
        for (int d = -2; d < 23; d++) {
            Map<String, Taxes.Tax> expected = new HashMap<>();
            for (TaxTable.Dated dated : all) {
                if (holds(dated, FIRST.plusDays(d))) {
                    expected.put(dated.tax().code(), dated.tax());
                }
            }
            assertEquals(expected, table.on(FIRST.plusDays(d)));
        }
    }

    @Test
    void taxWithoutDays_holdsAlways() {
        TaxTable table = new TaxTable(List.of(TaxTable.Dated.always(tax("A", 8))));
        assertEquals(Map.of("A", tax("A", 8)), table.on(LocalDate.of(1990, 1, 1)));
    }

    @ParameterizedTest
    @CsvSource({
        "SALES, SALES, true", "SALES, PURCHASES, false", "SALES, BOTH, true",
        "PURCHASES, SALES, false", "PURCHASES, PURCHASES, true", "PURCHASES, BOTH, true",
        "BOTH, SALES, true", "BOTH, PURCHASES, true", "BOTH, BOTH, true"
    })
    void tax_standsOnWhatItIsOf(TaxUse tax, TaxUse on, boolean fits) {
        assertEquals(fits, tax.fits(on));
        TaxedLine line = new TaxedLine("4010", 10_000, "T", "YARD", "Berth");
        Map<String, Taxes.Tax> taxes = Map.of("T", new Taxes.Tax("T", new BigDecimal("8"), "2200", tax, true, true));
        if (fits) {
            assertEquals(2, Taxes.lines(line, "Pell", taxes, on, "line 1").size());
        } else {
            RuleViolation refused =
                    assertThrows(RuleViolation.class, () -> Taxes.lines(line, "Pell", taxes, on, "line 1"));
            String other = on == TaxUse.SALES ? "purchases" : "sales";
            assertEquals("tax.use", refused.code());
            assertEquals(
                    "tax code “T”, of " + other, refused.problems().getFirst().found());
            assertEquals(
                    "a tax code of " + (on == TaxUse.SALES ? "sales" : "purchases"),
                    refused.problems().getFirst().expected());
        }
    }

    @Test
    void tax_thatIsNotGotBack_isPartOfTheCost_andOfNoDiscount() {
        Taxes.Tax part = new Taxes.Tax("T", new BigDecimal("8"), "2200", TaxUse.BOTH, false, true);
        TaxedLine line = new TaxedLine("6010", 10_000, "T", "YARD", "Rope");
        assertEquals(
                List.of(new JournalLine("6010", 10_000, "Pell", "Rope").tagged("YARD", "T")),
                Taxes.lines(line, "Pell", Map.of("T", part), "line 1"));
        assertEquals(
                List.of(new JournalLine("6010", -10_000, "Pell", "Rope").tagged("YARD", "T")),
                Taxes.lines(line.turned(), "Pell", Map.of("T", part), "line 1"));
        assertEquals(false, part.correctedByDiscounts());
        assertEquals(
                List.of(true, false),
                List.of(
                        new Taxes.Tax("T", BigDecimal.TEN, "2200", TaxUse.BOTH, true, true).correctedByDiscounts(),
                        new Taxes.Tax("T", BigDecimal.TEN, "2200").correctedByDiscounts()));
    }

    @ParameterizedTest
    @CsvSource({"0, true", "100, true", "0.001, true", "-0.001, false", "100.001, false", "8.2501, false"})
    void rate_liesBetweenNothingAndAll_withThreePlaces(BigDecimal rate, boolean fits) {
        if (fits) {
            TaxSplit.checkRate(rate, "rate");
        } else {
            assertEquals(
                    "tax.rate",
                    assertThrows(RuleViolation.class, () -> TaxSplit.checkRate(rate, "rate"))
                            .code());
        }
    }
}
