package tidemark.core.party;

import java.time.LocalDate;
import java.util.Optional;

/**
 * So much of a debit item and of a credit item settled against one another.
 *
 * @param minorUnits above zero
 * @param discount how much of it is an early-payment discount, from zero to all of it
 * @param from first day on which it counts
 * @param closing whether it closes an item to its reversal; such a one stands
 * @param undone the day from which it no longer counts, if it was undone
 */
public record Settlement(
        long id,
        OpenItemId debit,
        OpenItemId credit,
        long minorUnits,
        long discount,
        LocalDate from,
        boolean closing,
        Optional<LocalDate> undone) {
    public Settlement {
        if (discount < 0 || discount > minorUnits) {
            throw new IllegalArgumentException("The discount in a settlement lies between zero and its amount");
        }
        if (minorUnits <= 0) {
            throw new IllegalArgumentException("A settlement moves an amount above zero");
        }
    }

    /** Whether it counts at the end of a day: from its own day on, until the day it was undone. */
    public boolean standsOn(LocalDate day) {
        return !from.isAfter(day) && undone.map(u -> u.isAfter(day)).orElse(true);
    }

    /** Whether it has not been undone. */
    public boolean stands() {
        return undone.isEmpty();
    }

    boolean touches(OpenItemId item) {
        return debit.equals(item) || credit.equals(item);
    }
}
