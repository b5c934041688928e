package tidemark.core.approval;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/**
 * What a second person is asked to approve.
 *
 * @param title such as {@code Check 20421 to Orrin Paints}
 * @param askedBy the person who asked, by number, since names change
 * @param lapsesAfter the last day on which it can be approved
 * @param digest of what was asked for; empty where it cannot change
 */
public record Asked(String title, long askedBy, LocalDate lapsesAfter, String digest) {
    /** Days after which nobody remembers why it was asked. */
    private static final int DAYS = 30;

    /** The last day on which what was asked on that day can be approved. */
    public static LocalDate lapsesAfter(LocalDate asked) {
        return asked.plus(DAYS, ChronoUnit.DAYS);
    }

    /** Whether it can still be approved on that day. */
    public boolean lapsedOn(LocalDate day) {
        return day.isAfter(lapsesAfter);
    }

    /**
     * Checks that somebody may approve it.
     *
     * @param who the person, by number
     * @param digestNow of what it is now
     * @throws RuleViolation {@code approval.second} for the one who asked, {@code approval.lapsed}, and
     *     {@code approval.changed} where it is not what was asked for any more
     */
    public void checkApproval(long who, String name, LocalDate day, String digestNow) {
        if (who == askedBy) {
            throw new RuleViolation(
                    "approval.second",
                    "",
                    say("approval.second.found", name),
                    say("approval.second.expected"),
                    say("approval.second.remedy"));
        }
        if (lapsedOn(day)) {
            throw new RuleViolation(
                    "approval.lapsed",
                    "",
                    say("approval.lapsed.found", title, Words.day(lapsesAfter)),
                    say("approval.lapsed.expected", DAYS),
                    say("approval.lapsed.remedy"));
        }
        if (!digest.isEmpty() && !digest.equals(digestNow)) {
            throw new RuleViolation(
                    "approval.changed",
                    "",
                    say("approval.changed.found", title),
                    say("approval.changed.expected"),
                    say("approval.changed.remedy"));
        }
    }
}
