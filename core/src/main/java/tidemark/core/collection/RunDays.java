package tidemark.core.collection;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tidemark.core.calendar.BankCalendar;
import tidemark.core.mandate.Mandate;
import tidemark.core.problem.Problem;
import tidemark.core.problem.Words;

/** Whether a file may still be written for a day, and whether whoever is collected from was told in time. */
public final class RunDays {
    /** An entry of ACH may be reversed within so many banking days after it settled. */
    public static final int REVERSAL_DAYS = 5;

    private RunDays() {}

    /** The first day that a file which is written on {@code today} may be for. @param lead banking days that the bank asks for */
    public static LocalDate first(LocalDate today, int lead, BankCalendar calendar) {
        return calendar.plus(today, lead);
    }

    /** What is wrong with the day of a run: {@code run.holiday} and {@code run.near}; none where nothing is. */
    public static List<Problem> problems(LocalDate collectOn, LocalDate today, int lead, BankCalendar calendar) {
        List<Problem> out = new ArrayList<>();
        if (!calendar.isBankingDay(collectOn)) {
            LocalDate next = calendar.onOrAfter(collectOn);
            out.add(new Problem(
                            "run.holiday",
                            "collectOn",
                            say("run.holiday.found", Words.day(collectOn)),
                            say("run.holiday.expected", Words.day(next)),
                            say("run.holiday.remedy"))
                    .with("next", next));
        }
        LocalDate first = first(today, lead, calendar);
        if (collectOn.isBefore(first)) {
            out.add(new Problem(
                            "run.near",
                            "collectOn",
                            Words.day(collectOn),
                            say("run.near.expected", lead, Words.day(first)),
                            say("run.near.remedy"))
                    .with("next", first));
        }
        return out;
    }

    /** Whether a run may be reversed at the bank on a day, by the rules of ACH. */
    public static boolean mayReverse(LocalDate settled, LocalDate day, BankCalendar calendar) {
        return !day.isAfter(calendar.plus(settled, REVERSAL_DAYS));
    }

    /**
     * How it stands with the notice to a customer.
     *
     * @param by the last day to tell them; empty where nobody has to be told
     * @param told when they were; empty where they were not
     */
    public record Notice(Optional<LocalDate> by, Optional<LocalDate> told) {
        /** They have to be told, and it can still be done in time. */
        public boolean due(LocalDate today) {
            return by.isPresent() && told.isEmpty() && !today.isAfter(by.get());
        }

        /** {@code notice.late} where they were not told in time and cannot be any more. */
        public Optional<Problem> problem(LocalDate today, String reference) {
            if (by.isEmpty()) {
                return Optional.empty();
            }
            LocalDate last = by.get();
            if (told.map(t -> !t.isAfter(last)).orElse(!today.isAfter(last))) {
                return Optional.empty();
            }
            return Optional.of(new Problem(
                    "notice.late",
                    reference,
                    told.map(Words::day).orElse(say("notice.late.none")),
                    say("notice.late.expected", Words.day(last)),
                    say("notice.late.remedy")));
        }
    }

    /**
     * @param last what was collected by the mandate before, minor units; empty where nothing was
     * @param agreed days that were agreed with the customer
     */
    public static Notice notice(
            Mandate mandate,
            LocalDate collectOn,
            long amount,
            Optional<Long> last,
            Optional<Integer> agreed,
            Optional<LocalDate> told) {
        return new Notice(mandate.noticeBy(collectOn, last.isPresent() && last.get() != amount, agreed), told);
    }
}
