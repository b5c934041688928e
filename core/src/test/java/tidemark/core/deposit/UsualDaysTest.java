package tidemark.core.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class UsualDaysTest {
    @Test
    void nineOfTenTookNoLonger_andWithADayLessItWouldNotBeSo() {
        Random random = new Random(3);
        for (int n = 1; n <= 200; n++) {
            List<Integer> took = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                took.add(random.nextInt(12));
            }
            int usual = UsualDays.of(took);
            assertTrue(10 * took.stream().filter(d -> d <= usual).count() >= 9L * n);
            assertTrue(10 * took.stream().filter(d -> d < usual).count() < 9L * n || usual == 0);
        }
        assertEquals(UsualDays.UNKNOWN, UsualDays.of(List.of()));
        assertEquals(0, UsualDays.of(List.of(-2)));
    }

    @Test
    void slipIsLate_onceTheBankHasToldOfLaterDays() {
        LocalDate taken = LocalDate.of(2026, 6, 5);
        assertFalse(UsualDays.isLate(taken, 3, LocalDate.of(2026, 6, 8)));
        assertTrue(UsualDays.isLate(taken, 3, LocalDate.of(2026, 6, 9)));
    }
}
