package tidemark.core.ledger;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * The first day at whose end an account that cannot hold less than nothing does: cash, receipts in hand, a bank account
 * without credit.
 *
 * @param day the first such day
 * @param minorUnits the balance at its end, below zero
 */
public record Shortfall(LocalDate day, long minorUnits) {
    /**
     * Shape: n days, ascending; result the first of them below zero, or none. Units: minor units, debit positive.
     * Cost: O(n).
     *
     * @param opening balance before the first of the days
     */
    public static Optional<Shortfall> first(long opening, List<AccountPeriods.DayTotal> days) {
        long balance = opening;
        for (AccountPeriods.DayTotal total : days) {
            balance = Math.addExact(balance, Math.subtractExact(total.debits(), total.credits()));
            if (balance < 0) {
                return Optional.of(new Shortfall(total.day(), balance));
            }
        }
        return Optional.empty();
    }
}
