package tidemark.core.calendar;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BankCalendarTest {
    private static final BankCalendar US = BankCalendar.of(BankCalendar.System.UNITED_STATES);
    private static final BankCalendar TARGET = BankCalendar.of(BankCalendar.System.TARGET);

    private static List<String> closedWeekdays(BankCalendar calendar, int year) {
        return Stream.iterate(LocalDate.of(year, 1, 1), d -> d.plusDays(1))
                .limit(365)
                .filter(d -> d.getDayOfWeek() != DayOfWeek.SATURDAY && d.getDayOfWeek() != DayOfWeek.SUNDAY)
                .filter(d -> !calendar.isBankingDay(d))
                .map(d -> d.toString().substring(5))
                .toList();
    }

    /** The lists as the two systems publish them. */
    @Test
    void holidays_areThoseOfTheSystems() {
        assertEquals(
                List.of("01-01", "01-19", "02-16", "05-25", "06-19", "09-07", "10-12", "11-11", "11-26", "12-25"),
                closedWeekdays(US, 2026),
                "4 July 2026 is a Saturday and is not moved to Friday");
        assertEquals(
                List.of("01-01", "01-18", "02-15", "05-31", "07-05", "09-06", "10-11", "11-11", "11-25"),
                closedWeekdays(US, 2027),
                "4 July 2027 is a Sunday and is kept on Monday");
        assertEquals(List.of("01-01", "04-03", "04-06", "05-01", "12-25"), closedWeekdays(TARGET, 2026));
        assertEquals(List.of("01-01", "03-26", "03-29"), closedWeekdays(TARGET, 2027));
    }

    @ParameterizedTest
    @CsvSource({"2000,2000-04-23", "2008,2008-03-23", "2011,2011-04-24", "2024,2024-03-31", "2038,2038-04-25"})
    void easter_isThatOfTheAlmanacs(int year, LocalDate sunday) {
        assertEquals(sunday, BankCalendar.easter(year));
    }

    @Test
    void counting_passesOverWhatIsClosed_alsoWhatTheCompanyKeeps() {
        LocalDate thursday = LocalDate.of(2026, 7, 2);
        assertEquals(LocalDate.of(2026, 7, 6), US.plus(thursday, 2));
        assertEquals(LocalDate.of(2026, 7, 6), US.onOrAfter(LocalDate.of(2026, 7, 4)));
        assertEquals(LocalDate.of(2026, 7, 2), US.plus(LocalDate.of(2026, 7, 6), -2));
        BankCalendar with = new BankCalendar(BankCalendar.System.UNITED_STATES, Set.of(LocalDate.of(2026, 7, 3)));
        assertFalse(with.isBankingDay(LocalDate.of(2026, 7, 3)));
        assertEquals(LocalDate.of(2026, 7, 7), with.plus(thursday, 2));
        assertEquals(thursday, with.plus(thursday, 0));
    }
}
