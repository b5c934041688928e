package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;

/**
 * What one payment of a bank account may come to, and what all of one day may. Minor units of the account's currency,
 * inclusive.
 *
 * @param mostInADay what all payments and transfers out of one day may come to
 * @param zeroAllowed whether a payment of nothing may be made, such as a check that documents a set-off
 */
public record PaymentLimits(OptionalLong least, OptionalLong most, OptionalLong mostInADay, boolean zeroAllowed) {
    public static final PaymentLimits NONE =
            new PaymentLimits(OptionalLong.empty(), OptionalLong.empty(), OptionalLong.empty(), false);

    /** What stands against a payment of that amount: {@code payment.amount}, {@code payment.limit}; empty for nothing. */
    public List<Problem> problems(long minorUnits, CurrencyUnit currency, String where) {
        List<Problem> out = new ArrayList<>();
        if (minorUnits < 0 || (minorUnits == 0 && !zeroAllowed)) {
            out.add(new Problem(
                    "payment.amount",
                    where,
                    minorUnits == 0 ? say("payment.amount.found") : say("payment.amount.found2"),
                    say("payment.amount.expected"),
                    say("payment.amount.remedy")));
        } else if (minorUnits > 0 && least.isPresent() && minorUnits < least.getAsLong()) {
            out.add(limit(where, minorUnits, say("payment.atLeast"), least.getAsLong(), currency));
        } else if (most.isPresent() && minorUnits > most.getAsLong()) {
            out.add(limit(where, minorUnits, say("payment.atMost"), most.getAsLong(), currency));
        }
        return out;
    }

    /**
     * What stands against so much more going out on a day: {@code payment.day}; empty for nothing.
     *
     * @param before what goes out on that day without it
     * @throws ArithmeticException where the day's sum is beyond what can be counted
     */
    public List<Problem> problemsOfDay(long minorUnits, long before, CurrencyUnit currency, String where) {
        if (mostInADay.isEmpty() || Math.addExact(before, minorUnits) <= mostInADay.getAsLong()) {
            return List.of();
        }
        long most = mostInADay.getAsLong();
        return List.of(new Problem(
                        "payment.day",
                        where,
                        say(
                                "payment.day.found",
                                MinorUnits.grouped(minorUnits, currency),
                                MinorUnits.grouped(before, currency)),
                        say("payment.day.expected", MinorUnits.grouped(most, currency)),
                        say("payment.day.remedy"))
                .with("limit", MinorUnits.toDecimal(most, currency))
                .with("left", MinorUnits.toDecimal(Math.max(0, most - before), currency)));
    }

    private static Problem limit(String where, long minorUnits, String side, long limit, CurrencyUnit currency) {
        return new Problem(
                        "payment.limit",
                        where,
                        MinorUnits.grouped(minorUnits, currency),
                        say("payment.limit.expected", side + MinorUnits.grouped(limit, currency)),
                        say("payment.limit.remedy"))
                .with("limit", MinorUnits.toDecimal(limit, currency));
    }
}
