package tidemark.core.money;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** How an amount that was typed can differ from the amount that was meant, by one slip of the hand. */
public sealed interface KeyingSlip {
    /** Two neighbouring digits changed places; always makes a difference divisible by nine. */
    record DigitsSwapped(int first, int second) implements KeyingSlip {}

    /** The decimal point moved by this many places: typed = meant × 10^places. */
    record PointMoved(int places) implements KeyingSlip {}

    /** Booked on the other side: typed = −meant; the difference is twice the amount. */
    record SideTurned() implements KeyingSlip {}

    /** The slip that turns {@code meant} into {@code typed}, if one does; empty for equal amounts. Cost: O(digits). */
    static Optional<KeyingSlip> between(long meant, long typed) {
        if (meant == typed || meant == 0 || typed == 0) {
            return Optional.empty();
        }
        if (meant == -typed) {
            return Optional.of(new SideTurned());
        }
        if ((meant < 0) != (typed < 0)) {
            return Optional.empty();
        }
        long a = Math.abs(meant);
        long b = Math.abs(typed);
        for (int places = 1; places <= 3; places++) {
            long factor = Math.round(Math.pow(10, places));
            if (b == a * factor) {
                return Optional.of(new PointMoved(places));
            }
            if (a == b * factor) {
                return Optional.of(new PointMoved(-places));
            }
        }
        if ((a - b) % 9 != 0) {
            return Optional.empty();
        }
        for (Swap swap : swaps(a)) {
            if (swap.amount() == b) {
                return Optional.of(new DigitsSwapped(swap.first(), swap.second()));
            }
        }
        return Optional.empty();
    }

    /** An amount with two neighbouring digits of another changed over. */
    record Swap(long amount, int first, int second) {}

    /** All amounts that swapping two neighbouring, different digits of a positive amount makes, from the right. */
    static List<Swap> swaps(long amount) {
        List<Swap> out = new ArrayList<>();
        for (long unit = 1; unit <= amount / 10; unit *= 10) {
            int low = (int) (amount / unit % 10);
            int high = (int) (amount / (unit * 10) % 10);
            if (low != high) {
                long other = amount - high * unit * 10 - low * unit + low * unit * 10 + high * unit;
                if (other > 0) {
                    out.add(new Swap(other, high, low));
                }
            }
        }
        return out;
    }
}
