package tidemark.core.ledger;

import java.util.ArrayList;
import java.util.List;

/**
 * An account's movements over a span with their running balance. Signed minor units, debit positive.
 *
 * @param balances after each movement, in the order given
 */
public record AccountLedger(long opening, List<Long> balances, long debits, long credits, long closing) {
    public AccountLedger {
        balances = List.copyOf(balances);
    }

    /** Cost: O(movements). @throws ArithmeticException on overflow of a {@code long} */
    public static AccountLedger of(long opening, List<Long> movements) {
        List<Long> balances = new ArrayList<>(movements.size());
        long running = opening;
        long debits = 0;
        long credits = 0;
        for (long movement : movements) {
            running = Math.addExact(running, movement);
            balances.add(running);
            if (movement > 0) {
                debits = Math.addExact(debits, movement);
            } else {
                credits = Math.subtractExact(credits, movement);
            }
        }
        return new AccountLedger(opening, balances, debits, credits, running);
    }
}
