package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import tidemark.core.problem.RuleViolation;

/**
 * After how many days a check that the bank has not paid is old, so that somebody asks after it, and after how many it is
 * stale, so that something is decided.
 *
 * @param old at least 1
 * @param stale above {@code old}, at most {@value #MOST}
 */
public record CheckAges(int old, int stale) {
    public static final int MOST = 3_650;
    /** What checks mostly say of themselves: void after 180 days. */
    public static final CheckAges USUAL = new CheckAges(90, 180);

    /** @throws RuleViolation {@code check.ages} */
    public CheckAges {
        if (old < 1 || stale <= old || stale > MOST) {
            throw new RuleViolation(
                    "check.ages",
                    "staleCheckDays",
                    say("check.ages.found", old, stale),
                    say("check.ages.expected", MOST),
                    say("check.ages.remedy"));
        }
    }

    /** How long a check has been out. */
    public enum Stage {
        FRESH,
        OLD,
        STALE
    }

    /** Whole days from the check's date to the day looked at; none where it is dated ahead. */
    public static long days(LocalDate written, LocalDate asOf) {
        return Math.max(0, ChronoUnit.DAYS.between(written, asOf));
    }

    /** A check of exactly so many days counts as over them. */
    public Stage stage(LocalDate written, LocalDate asOf) {
        long days = days(written, asOf);
        return days >= stale ? Stage.STALE : days >= old ? Stage.OLD : Stage.FRESH;
    }
}
