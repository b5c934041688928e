package tidemark.core.pettycash;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.TemporalAdjusters;

/** What of a drawer's book is read at a time. */
public enum BookSpan {
    DAY,
    /** From Monday to Sunday. */
    WEEK,
    MONTH;

    /** The first day of the span that a day is in. */
    public LocalDate first(LocalDate day) {
        return switch (this) {
            case DAY -> day;
            case WEEK -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
            case MONTH -> day.withDayOfMonth(1);
        };
    }

    /** The last day of the span that a day is in. */
    public LocalDate last(LocalDate day) {
        return switch (this) {
            case DAY -> day;
            case WEEK -> day.with(TemporalAdjusters.nextOrSame(DayOfWeek.SUNDAY));
            case MONTH -> YearMonth.from(day).atEndOfMonth();
        };
    }
}
