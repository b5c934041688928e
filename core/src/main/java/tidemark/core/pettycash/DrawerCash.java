package tidemark.core.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** The cash of a drawer by day and then order of posting: never below zero. */
public final class DrawerCash {
    private DrawerCash() {}

    /**
     * A step of the cash.
     *
     * @param title as people know it: {@code voucher PC-0118}
     */
    public record Step(LocalDate day, long cash, String title) {}

    /** Where the drawer would hold less than nothing, the first such place. */
    public record Below(LocalDate day, long holds, String title) {}

    /**
     * @param before what the drawer holds before the first step
     * @param steps by day and then order of posting; O(n)
     */
    public static Optional<Below> firstBelow(long before, List<Step> steps) {
        long holds = before;
        for (Step step : steps) {
            holds = Math.addExact(holds, step.cash());
            if (holds < 0) {
                return Optional.of(new Below(step.day(), holds, step.title()));
            }
        }
        return Optional.empty();
    }

    /** What the drawer holds after each step, in their order. */
    public static List<Long> running(long before, List<Step> steps) {
        List<Long> out = new ArrayList<>(steps.size());
        long holds = before;
        for (Step step : steps) {
            holds = Math.addExact(holds, step.cash());
            out.add(holds);
        }
        return out;
    }

    /** @throws RuleViolation {@code drawer.below}, which names the first day and how much would be missing */
    public static void check(long before, List<Step> steps, String drawer, CurrencyUnit currency, String where) {
        firstBelow(before, steps).ifPresent(below -> {
            throw new RuleViolation(
                    "drawer.below",
                    where,
                    say(
                            "drawer.below.found",
                            drawer,
                            MinorUnits.grouped(below.holds(), currency),
                            tidemark.core.problem.Words.day(below.day()),
                            below.title()),
                    say("drawer.below.expected"),
                    say("drawer.below.remedy"));
        });
    }
}
