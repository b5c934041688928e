package tidemark.core.certificate;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.Collection;
import java.util.Locale;
import tidemark.core.problem.RuleViolation;

/** The day up to which an account is certified; nothing on or below it changes. */
public record Mark(LocalDate date) {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);

    /** Whether the day is certified: on the mark or before it. */
    public boolean holds(LocalDate day) {
        return !day.isAfter(date);
    }

    /** The month that is certified next. */
    public YearMonth nextMonth() {
        return YearMonth.from(date.plusDays(1));
    }

    /**
     * Refuses a change to a match, new or old: a bank line on or below the mark may only take part when it is an open
     * bank error, and something in the match must lie above the mark.
     *
     * @param fixedLineDates dates of its lines that are not declared errors
     * @param allDates dates of all its lines and entries
     * @throws RuleViolation {@code mark.held}
     */
    public void checkMatch(Collection<LocalDate> fixedLineDates, Collection<LocalDate> allDates) {
        for (LocalDate day : fixedLineDates) {
            if (holds(day)) {
                throw held(say("certificate.aBankLineOf", DAY.format(day)));
            }
        }
        if (allDates.stream().allMatch(this::holds)) {
            throw held(say("certificate.itemsThatAreAllDatedUpTo"));
        }
    }

    /** @throws RuleViolation {@code mark.held} when the day is on or below the mark */
    public void check(LocalDate day, String what) {
        if (holds(day)) {
            throw held(say("certificate.of", what, DAY.format(day)));
        }
    }

    private RuleViolation held(String found) {
        return new RuleViolation(
                        "mark.held", "", found, say("mark.held.expected", DAY.format(date)), say("mark.held.remedy"))
                .with("mark", date);
    }
}
