package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;

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
}
