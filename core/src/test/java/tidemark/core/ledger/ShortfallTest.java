package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

class ShortfallTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    private static AccountPeriods.DayTotal day(int n, long debits, long credits) {
        return new AccountPeriods.DayTotal(DAY.plusDays(n), debits, credits);
    }

    @Test
    void first_isTheFirstDayBelowZero_atItsEnd() {
        assertEquals(Optional.empty(), Shortfall.first(0, List.of()));
        assertEquals(Optional.empty(), Shortfall.first(0, List.of(day(0, 100, 100))));
        assertEquals(
                Optional.of(new Shortfall(DAY.plusDays(2), -1)),
                Shortfall.first(50, List.of(day(0, 0, 50), day(1, 10, 0), day(2, 0, 11), day(3, 100, 0))));
    }

    @RepeatedTest(50)
    void first_ofRandomDays_isWhatSummingEachDayAnewGives(RepetitionInfo info) {
        Random dice = new Random(info.getCurrentRepetition());
        List<AccountPeriods.DayTotal> days = new ArrayList<>();
        for (int i = 0; i < dice.nextInt(12); i++) {
            days.add(day(i, dice.nextInt(100), dice.nextInt(110)));
        }
        long opening = dice.nextInt(80);
        Optional<Shortfall> expected = Optional.empty();
        for (int i = days.size() - 1; i >= 0; i--) {
            long balance = opening
                    + days.subList(0, i + 1).stream()
                            .mapToLong(d -> d.debits() - d.credits())
                            .sum();
            if (balance < 0) {
                expected = Optional.of(new Shortfall(days.get(i).day(), balance));
            }
        }
        assertEquals(expected, Shortfall.first(opening, days));
    }
}
