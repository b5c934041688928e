package tidemark.core.matching;

import java.util.Arrays;

/**
 * How many entries of an amount are to be expected by chance: counted among the entries of nearly this amount, apart
 * for round amounts, which people choose more often than others. Cost: O(m log m) to make, O(log m) to ask.
 */
final class AmountDensity {
    /** Amounts up to a fifth away count as nearly this amount. */
    private static final double NEAR = 1.2;

    private static final long[] ROUND = {1, 100, 500, 1_000, 5_000, 10_000, 100_000};

    private final long[][] multiples = new long[ROUND.length][];

    AmountDensity(long[] amounts) {
        for (int r = 0; r < ROUND.length; r++) {
            long step = ROUND[r];
            multiples[r] = Arrays.stream(amounts)
                    .map(Math::abs)
                    .filter(a -> a % step == 0)
                    .sorted()
                    .toArray();
        }
    }

    /** Expected number of entries of exactly this amount among all, by chance; more than zero. */
    double expected(long minorUnits) {
        long amount = Math.abs(minorUnits);
        double most = 0;
        for (int r = 0; r < ROUND.length && amount % ROUND[r] == 0; r++) {
            most = Math.max(most, near(multiples[r], amount, ROUND[r]));
        }
        return most;
    }

    private static double near(long[] sorted, long amount, long step) {
        long low = Math.min((long) (amount / NEAR), amount - 2 * step);
        long high = Math.max((long) (amount * NEAR), amount + 2 * step);
        int count = below(sorted, high + 1) - below(sorted, Math.max(1, low));
        // half an entry more, so that an empty neighbourhood is rare and not impossible
        return (count + .5) / ((high - Math.max(0, low)) / (double) step + 1);
    }

    /** How many are less than the bound. */
    private static int below(long[] sorted, long bound) {
        int low = 0;
        int high = sorted.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (sorted[middle] < bound) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
