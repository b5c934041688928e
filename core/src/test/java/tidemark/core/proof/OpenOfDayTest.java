package tidemark.core.proof;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;

class OpenOfDayTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);

    @Test
    void days_holdEveryItemOnce_andAreAsManyAsThereAreDays() {
        Random random = new Random(5);
        for (int round = 0; round < 50; round++) {
            List<OpenOfDay.Item> items = new ArrayList<>();
            for (int i = random.nextInt(400); i > 0; i--) {
                items.add(new OpenOfDay.Item(
                        FIRST.plusDays(random.nextInt(30)), "T" + i, random.nextInt(20_001) - 10_000));
            }
            List<OpenOfDay> days = OpenOfDay.of(items);
            assertEquals(
                    items.stream().map(OpenOfDay.Item::date).distinct().sorted().toList(),
                    days.stream().map(OpenOfDay::date).toList());
            for (OpenOfDay day : days) {
                List<OpenOfDay.Item> own =
                        items.stream().filter(i -> i.date().equals(day.date())).toList();
                assertEquals(own.size(), day.count());
                assertEquals(own.size() == 1 ? own.getFirst().title() : "", day.title());
                assertEquals(own.stream().mapToLong(OpenOfDay.Item::minorUnits).sum(), day.minorUnits());
                assertEquals(
                        own.stream().mapToLong(i -> Math.abs(i.minorUnits())).sum(), day.size());
            }
        }
    }

    @Test
    void weight_isOfWhatMoved_inUnitsOfTheCurrency() {
        OpenOfDay set = new OpenOfDay(FIRST, 2, "", 0, 50_000);
        assertEquals(2, set.weight(CurrencyUnit.USD), "two of 250.00 that cancel one another");
        assertEquals(1, new OpenOfDay(FIRST, 1, "A", 49_999, 49_999).weight(CurrencyUnit.USD));
        assertEquals(3, new OpenOfDay(FIRST, 1, "A", -500_000, 500_000).weight(CurrencyUnit.USD));
        assertEquals(3, new OpenOfDay(FIRST, 1, "A", 5_000, 5_000).weight(CurrencyUnit.JPY));
    }

    @Test
    void amountsBeyondALong_areRefused() {
        OpenOfDay.Item most = new OpenOfDay.Item(FIRST, "A", Long.MAX_VALUE);
        assertThrows(ArithmeticException.class, () -> OpenOfDay.of(List.of(most, most)));
    }
}
