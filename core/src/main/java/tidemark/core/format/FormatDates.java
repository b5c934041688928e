package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import org.jspecify.annotations.Nullable;
import tidemark.core.problem.RuleViolation;

/** Dates as the line-based formats write them, in digits alone. */
final class FormatDates {
    static final String SIX_DIGITS = say("format.sixDigitsSuchAs260604");

    private FormatDates() {}

    /** Six digits, {@code 260604}; years before 80 are after 2000. */
    static LocalDate sixDigits(String text, int line, String field) {
        LocalDate day = null;
        if (text.length() == 6 && digits(text, 6)) {
            int year = number(text, 0, 2);
            day = of(year < 80 ? 2000 + year : 1900 + year, number(text, 2, 2), number(text, 4, 2));
        }
        return found(day, text, line, field, SIX_DIGITS);
    }

    /** Eight digits, {@code 20260604}, whatever follows. */
    static LocalDate eightDigits(String text, int line, String field) {
        LocalDate day = text.length() >= 8 && digits(text, 8)
                ? of(number(text, 0, 4), number(text, 4, 2), number(text, 6, 2))
                : null;
        return found(day, text, line, field, say("format.eightDigitsSuchAs20260604"));
    }

    /** A date such as 2026-06-04 as a number such as 20260604; -1 where it is not written so. */
    static int isoNumber(String text) {
        if (text.length() != 10 || text.charAt(4) != '-' || text.charAt(7) != '-') {
            return -1;
        }
        int year = number(text, 0, 4);
        int month = number(text, 5, 2);
        int day = number(text, 8, 2);
        return year < 0 || month < 0 || day < 0 ? -1 : year * 10_000 + month * 100 + day;
    }

    /**
     * The last day of its month for a day such as 260230 that the calendar does not have: banks that reckon interest by
     * months of 30 days write such. Null for what is no such day either.
     */
    static @Nullable LocalDate endOfMonth(int sixDigits) {
        int year = sixDigits / 10_000;
        int month = sixDigits / 100 % 100;
        int day = sixDigits % 100;
        return sixDigits < 0 || month < 1 || month > 12 || day < 29 || day > 31
                ? null
                : YearMonth.of(year < 80 ? 2000 + year : 1900 + year, month).atEndOfMonth();
    }

    /** The day with this month and day of month, four digits, that lies nearest to another. */
    static LocalDate nearest(int monthAndDay, LocalDate to, int line, String field) {
        LocalDate best = null;
        int month = monthAndDay / 100;
        int day = monthAndDay % 100;
        if (month == to.getMonthValue() && day == to.getDayOfMonth()) {
            return to;
        }
        for (int year = to.getYear() - 1; year <= to.getYear() + 1; year++) {
            LocalDate one = of(year, month, day);
            if (one != null
                    && (best == null
                            || Math.abs(one.toEpochDay() - to.toEpochDay())
                                    < Math.abs(best.toEpochDay() - to.toEpochDay()))) {
                best = one;
            }
        }
        return found(best, "%04d".formatted(monthAndDay), line, field, say("format.monthAndDaySuchAs0604"));
    }

    private static LocalDate found(@Nullable LocalDate day, String text, int line, String field, String expected) {
        if (day == null) {
            throw refused(text, line, field, expected);
        }
        return day;
    }

    static RuleViolation refused(String text, int line, String field, String expected) {
        return new RuleViolation(
                "date.unreadable",
                say("date.unreadable.where", line, field),
                quoted(text),
                expected,
                say("date.unreadable.remedy3"));
    }

    static String quoted(String text) {
        return text.isBlank()
                ? "nothing"
                : "“" + (text.length() > 60 ? text.substring(0, 60) + "…" : text.strip()) + "”";
    }

    static @Nullable LocalDate of(int year, int month, int day) {
        try {
            return LocalDate.of(year, month, day);
        } catch (DateTimeException e) {
            return null;
        }
    }

    static boolean digits(String text, int count) {
        return digits(text, 0, count);
    }

    /** Whether so many digits stand there. */
    static boolean digits(String text, int from, int count) {
        if (text.length() - from < count) {
            return false;
        }
        for (int i = from; i < from + count; i++) {
            if (text.charAt(i) < '0' || text.charAt(i) > '9') {
                return false;
            }
        }
        return true;
    }

    /** So many digits that stand there, as a number; -1 where there are others or fewer. */
    static int number(String text, int from, int count) {
        if (text.length() - from < count) {
            return -1;
        }
        int value = 0;
        for (int i = from; i < from + count; i++) {
            char c = text.charAt(i);
            if (c < '0' || c > '9') {
                return -1;
            }
            value = value * 10 + (c - '0');
        }
        return value;
    }
}
