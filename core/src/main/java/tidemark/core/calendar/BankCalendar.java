package tidemark.core.calendar;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.temporal.TemporalAdjusters;
import java.util.Set;

/**
 * The days on which banks settle: no weekends, no holidays of the payment system, none of those that the company keeps.
 * Holidays are computed for any year.
 *
 * @param system whose holidays count
 * @param own days besides, on which the company's bank does not work
 */
public record BankCalendar(System system, Set<LocalDate> own) {
    /** A payment system with holidays of its own. */
    public enum System {
        /** The Federal Reserve: a holiday on a Sunday is kept on Monday, one on a Saturday is not moved. */
        UNITED_STATES,
        /** TARGET, the system of the euro. */
        TARGET
    }

    public BankCalendar {
        own = Set.copyOf(own);
    }

    public static BankCalendar of(System system) {
        return new BankCalendar(system, Set.of());
    }

    /** Whether banks settle on a day. Cost: O(1). */
    public boolean isBankingDay(LocalDate day) {
        DayOfWeek weekday = day.getDayOfWeek();
        return weekday != DayOfWeek.SATURDAY
                && weekday != DayOfWeek.SUNDAY
                && !own.contains(day)
                && !(system == System.TARGET ? targetHoliday(day) : federalHoliday(day));
    }

    /** The day itself where it is one, else the next. */
    public LocalDate onOrAfter(LocalDate day) {
        LocalDate at = day;
        while (!isBankingDay(at)) {
            at = at.plusDays(1);
        }
        return at;
    }

    /** The banking day so many banking days after a day; with 0 the day itself or the next. Below zero: before it. */
    public LocalDate plus(LocalDate day, int bankingDays) {
        LocalDate at = bankingDays < 0 ? day : onOrAfter(day);
        int step = bankingDays < 0 ? -1 : 1;
        for (int left = Math.abs(bankingDays); left > 0; ) {
            at = at.plusDays(step);
            if (isBankingDay(at)) {
                left--;
            }
        }
        return at;
    }

    private static boolean targetHoliday(LocalDate day) {
        LocalDate easter = easter(day.getYear());
        Month month = day.getMonth();
        int date = day.getDayOfMonth();
        return (month == Month.JANUARY && date == 1)
                || (month == Month.MAY && date == 1)
                || (month == Month.DECEMBER && (date == 25 || date == 26))
                || day.equals(easter.minusDays(2))
                || day.equals(easter.plusDays(1));
    }

    /** Easter Sunday of the Gregorian calendar. Source: the anonymous algorithm in Meeus, Astronomical Algorithms, chapter 8. */
    static LocalDate easter(int year) {
        int a = year % 19;
        int b = year / 100;
        int c = year % 100;
        int h = (19 * a + b - b / 4 - (b - (b + 8) / 25 + 1) / 3 + 15) % 30;
        int l = (32 + 2 * (b % 4) + 2 * (c / 4) - h - c % 4) % 7;
        int m = (a + 11 * h + 22 * l) / 451;
        int n = h + l - 7 * m + 114;
        return LocalDate.of(year, n / 31, n % 31 + 1);
    }

    private static boolean federalHoliday(LocalDate day) {
        boolean monday = day.getDayOfWeek() == DayOfWeek.MONDAY;
        return fixedHoliday(day)
                || (monday && fixedHoliday(day.minusDays(1)))
                || day.equals(nth(day, Month.JANUARY, 3, DayOfWeek.MONDAY))
                || day.equals(nth(day, Month.FEBRUARY, 3, DayOfWeek.MONDAY))
                || day.equals(
                        LocalDate.of(day.getYear(), Month.MAY, 1).with(TemporalAdjusters.lastInMonth(DayOfWeek.MONDAY)))
                || day.equals(nth(day, Month.SEPTEMBER, 1, DayOfWeek.MONDAY))
                || day.equals(nth(day, Month.OCTOBER, 2, DayOfWeek.MONDAY))
                || day.equals(nth(day, Month.NOVEMBER, 4, DayOfWeek.THURSDAY));
    }

    private static LocalDate nth(LocalDate day, Month month, int which, DayOfWeek weekday) {
        return LocalDate.of(day.getYear(), month, 1).with(TemporalAdjusters.dayOfWeekInMonth(which, weekday));
    }

    private static boolean fixedHoliday(LocalDate day) {
        int date = day.getDayOfMonth();
        return switch (day.getMonth()) {
            case JANUARY -> date == 1;
            case JUNE -> date == 19 && day.getYear() >= 2022;
            case JULY -> date == 4;
            case NOVEMBER -> date == 11;
            case DECEMBER -> date == 25;
            default -> false;
        };
    }
}
