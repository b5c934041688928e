package tidemark.core.statement;

import static tidemark.core.words.Catalogue.say;

import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** A line typed from a paper statement, checked against the balance that is printed beside it. */
public final class PaperLine {
    private PaperLine() {}

    /**
     * The balance after a typed line.
     *
     * @param printed the balance on paper after the line, where the paper gives one
     * @throws RuleViolation {@code paper.balance} where the two differ
     */
    public static long balanceAfter(long before, long amount, OptionalLong printed, CurrencyUnit currency) {
        long after = Math.addExact(before, amount);
        if (printed.isPresent() && printed.getAsLong() != after) {
            throw new RuleViolation(
                    "paper.balance",
                    "balance",
                    say("paper.balance.found", MinorUnits.report(printed.getAsLong(), currency)),
                    say(
                            "paper.balance.expected",
                            MinorUnits.report(after, currency),
                            MinorUnits.report(before, currency),
                            MinorUnits.report(amount, currency),
                            MinorUnits.report(Math.subtractExact(printed.getAsLong(), after), currency)),
                    say("paper.balance.remedy"));
        }
        return after;
    }
}
