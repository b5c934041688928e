package tidemark.core.recurring;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * When an invoice comes again: on a day of every month, quarter or year, counted from the month in which it begins. Where a
 * month is too short, on its last day.
 *
 * @param day of the month, 1 to 31
 * @param from no invoice before this day
 * @param to no invoice after this day; empty for no end
 */
public record Recurrence(Every every, int day, LocalDate from, Optional<LocalDate> to) {
    private static final int MOST = 400;
    private static final int MONTHS_OF_QUARTER = 3;

    /** How many months lie between two. */
    public enum Every {
        MONTH(1),
        QUARTER(MONTHS_OF_QUARTER),
        YEAR(12);

        private final int months;

        Every(int months) {
            this.months = months;
        }
    }

    /** @throws RuleViolation {@code recurrence.day} for no day of a month, {@code recurrence.order} for an end before the start */
    public Recurrence {
        List<Problem> problems = new ArrayList<>();
        if (day < 1 || day > 31) {
            problems.add(new Problem(
                    "recurrence.day",
                    "day",
                    Integer.toString(day),
                    say("recurrence.day.expected"),
                    say("recurrence.day.remedy")));
        }
        LocalDate end = to.orElse(null);
        if (end != null && end.isBefore(from)) {
            problems.add(new Problem(
                    "recurrence.order",
                    "endsOn",
                    end.toString(),
                    say("recurrence.order.expected", from),
                    say("recurrence.order.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    /**
     * The days of invoices that are due, oldest first.
     *
     * @param upTo the last day that counts
     * @throws RuleViolation {@code recurrence.many} for more than 400. Cost: O(days)
     */
    public List<LocalDate> due(LocalDate upTo) {
        LocalDate last = to.filter(t -> t.isBefore(upTo)).orElse(upTo);
        List<LocalDate> out = new ArrayList<>();
        for (YearMonth month = YearMonth.from(from);
                !month.atDay(1).isAfter(last);
                month = month.plusMonths(every.months)) {
            LocalDate on = month.atDay(Math.min(day, month.lengthOfMonth()));
            if (!on.isBefore(from) && !on.isAfter(last)) {
                out.add(on);
            }
            if (out.size() > MOST) {
                throw new RuleViolation(
                        "recurrence.many",
                        "startsOn",
                        from.toString(),
                        say("recurrence.many.expected", MOST),
                        say("recurrence.many.remedy"));
            }
        }
        return out;
    }

    /**
     * The same without what was made: a month up to that of the last invoice comes no more, whatever its day is now.
     *
     * @param made day of the last that was made; empty for none
     */
    public List<LocalDate> due(Optional<LocalDate> made, LocalDate upTo) {
        Optional<YearMonth> done = made.map(YearMonth::from);
        return due(upTo).stream()
                .filter(d -> done.filter(m -> !YearMonth.from(d).isAfter(m)).isEmpty())
                .toList();
    }

    /** The first day after another on which one is due; empty where none comes any more. */
    public Optional<LocalDate> next(LocalDate after) {
        LocalDate start = after.isBefore(from) ? from.minusDays(1) : after;
        // two steps on lies one in any case
        return due(start.plusMonths(2L * every.months)).stream()
                .filter(d -> d.isAfter(start))
                .findFirst();
    }

    /** A text with what it is for: {@code {month}} such as July 2026, {@code {quarter}} such as Q3 2026, {@code {year}}. */
    public static String text(String template, LocalDate on) {
        String year = Integer.toString(on.getYear());
        return template.replace("{month}", on.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH) + " " + year)
                .replace("{quarter}", "Q" + ((on.getMonthValue() - 1) / MONTHS_OF_QUARTER + 1) + " " + year)
                .replace("{year}", year);
    }
}
