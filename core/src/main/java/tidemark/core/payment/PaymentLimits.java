package tidemark.core.payment;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;

/**
 * What one payment of a bank account may come to. Minor units of the account's currency, inclusive.
 *
 * @param zeroAllowed whether a payment of nothing may be made, such as a check that documents a set-off
 */
public record PaymentLimits(OptionalLong least, OptionalLong most, boolean zeroAllowed) {
    public static final PaymentLimits NONE = new PaymentLimits(OptionalLong.empty(), OptionalLong.empty(), false);

    /** What stands against a payment of that amount: {@code payment.amount}, {@code payment.limit}; empty for nothing. */
    public List<Problem> problems(long minorUnits, CurrencyUnit currency, String where) {
        List<Problem> out = new ArrayList<>();
        if (minorUnits < 0 || (minorUnits == 0 && !zeroAllowed)) {
            out.add(new Problem(
                    "payment.amount",
                    where,
                    minorUnits == 0 ? "zero" : "an amount below zero",
                    "an amount above zero",
                    "Correct the amounts."));
        } else if (minorUnits > 0 && least.isPresent() && minorUnits < least.getAsLong()) {
            out.add(limit(where, minorUnits, "at least ", least.getAsLong(), currency));
        } else if (most.isPresent() && minorUnits > most.getAsLong()) {
            out.add(limit(where, minorUnits, "at most ", most.getAsLong(), currency));
        }
        return out;
    }

    private static Problem limit(String where, long minorUnits, String side, long limit, CurrencyUnit currency) {
        return new Problem(
                        "payment.limit",
                        where,
                        MinorUnits.grouped(minorUnits, currency),
                        side + MinorUnits.grouped(limit, currency) + ", this account's limit for one payment",
                        "Change the amount, or have an administrator change the limit.")
                .with("limit", MinorUnits.toDecimal(limit, currency));
    }
}
