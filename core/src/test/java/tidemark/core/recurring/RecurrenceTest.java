package tidemark.core.recurring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.RuleViolation;
import tidemark.core.recurring.Recurrence.Every;

class RecurrenceTest {
    private static final int[] MONTHS = {1, 3, 12};

    /** Day by day: is it the day of its month, or the last of one that is too short, and a whole number of steps on? */
    private static List<LocalDate> dayByDay(Recurrence r, LocalDate upTo) {
        List<LocalDate> out = new ArrayList<>();
        for (LocalDate d = r.from(); !d.isAfter(upTo); d = d.plusDays(1)) {
            boolean day = d.getDayOfMonth() == r.day()
                    || (r.day() > d.lengthOfMonth() && d.getDayOfMonth() == d.lengthOfMonth());
            long steps = ChronoUnit.MONTHS.between(r.from().withDayOfMonth(1), d.withDayOfMonth(1));
            if (day && steps % MONTHS[r.every().ordinal()] == 0 && (r.to().isEmpty() || !d.isAfter(r.to().get()))) {
                out.add(d);
            }
        }
        return out;
    }

    @Test
    void whatIsDue_isWhatIsFoundDayByDay_andTheNextIsTheFirstAfter() {
        Random random = new Random(11);
        for (int i = 0; i < 3_000; i++) {
            LocalDate from = LocalDate.of(2024, 1, 1).plusDays(random.nextInt(900));
            Recurrence r = new Recurrence(
                    Every.values()[random.nextInt(3)],
                    1 + random.nextInt(31),
                    from,
                    random.nextBoolean() ? Optional.empty() : Optional.of(from.plusDays(random.nextInt(700))));
            LocalDate upTo = from.plusDays(random.nextInt(1_500) - 100L);
            assertEquals(dayByDay(r, upTo), r.due(upTo), r + " up to " + upTo);
            LocalDate after = from.plusDays(random.nextInt(800) - 200L);
            assertEquals(
                    dayByDay(r, after.plusYears(4)).stream()
                            .filter(d -> d.isAfter(after))
                            .findFirst(),
                    r.next(after),
                    r + " after " + after);
        }
    }

    @Test
    void whatIsNoRecurrence_isRefused_andATextSaysWhatItIsFor() {
        LocalDate day = LocalDate.of(2026, 7, 1);
        for (int wrong : new int[] {0, 32, -1}) {
            assertThrows(RuleViolation.class, () -> new Recurrence(Every.MONTH, wrong, day, Optional.empty()));
        }
        assertThrows(RuleViolation.class, () -> new Recurrence(Every.MONTH, 1, day, Optional.of(day.minusDays(1))));
        // a month that was invoiced is not invoiced again on another day
        assertEquals(
                List.of(LocalDate.of(2026, 8, 5)),
                new Recurrence(Every.MONTH, 5, LocalDate.of(2026, 6, 1), Optional.empty())
                        .due(Optional.of(day), LocalDate.of(2026, 8, 31)));
        Recurrence old = new Recurrence(Every.MONTH, 1, LocalDate.of(1900, 1, 1), Optional.empty());
        assertThrows(RuleViolation.class, () -> old.due(day));
        assertEquals(
                "Berth 14, July 2026 (Q3 2026, 2026) {week}",
                Recurrence.text("Berth 14, {month} ({quarter}, {year}) {week}", day));
    }
}
