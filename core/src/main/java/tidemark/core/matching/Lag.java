package tidemark.core.matching;

import java.util.EnumMap;
import java.util.Map;

/**
 * Business days from the ledger's date to the bank's, in steps that widen with the distance, and how often each step is
 * met for a kind of movement before anything is known of an account.
 *
 * <p>Why these shares: a card settlement, wire or transfer is booked by the bank on the day or the day after; a deposit
 * taken to the bank on the day, or the day after when it was late; a direct debit within the two days of its notice; a
 * check is mailed, opened and banked by somebody else, which takes one to three weeks and now and then months; ledgers
 * written up from papers are a few days behind the bank now and then. They are weak: {@link Weights} counts what the
 * account itself shows.
 */
final class Lag {
    /** The first business day of each step; the first step reaches down without end. */
    private static final int[] FROM = {-30, -20, -15, -10, -5, -2, 0, 1, 2, 3, 4, 6, 9, 14, 21, 31, 61, 131};

    private static final int[] WIDTH = {15, 10, 5, 5, 3, 2, 1, 1, 1, 1, 2, 3, 5, 7, 10, 30, 70, 100};

    static final int STEPS = FROM.length;

    private static final double[] QUICK = {
        .0003, .0007, .001, .004, .01, .04, .42, .34, .09, .04, .03, .012, .006, .003, .001, .0005, .0002, .0001
    };
    private static final double[] BANKED = {
        .0003, .0007, .001, .004, .01, .03, .30, .36, .14, .07, .05, .02, .008, .003, .001, .0005, .0002, .0001
    };
    private static final double[] MAILED = {
        .0003, .0007, .001, .003, .005, .01, .03, .05, .07, .09, .18, .20, .17, .09, .05, .03, .01, .002
    };
    private static final double[] ANY = {
        .0006, .001, .0014, .006, .015, .05, .30, .25, .12, .07, .08, .05, .03, .015, .006, .003, .001, .0005
    };

    private static final Map<MovementKind, double[]> SHIPPED = new EnumMap<>(MovementKind.class);

    static {
        for (MovementKind kind : MovementKind.values()) {
            SHIPPED.put(
                    kind,
                    switch (kind) {
                        case CHECK -> MAILED;
                        case DEPOSIT -> BANKED;
                        case TRANSFER, CARD_SETTLEMENT, WIRE, PAYROLL -> QUICK;
                        case DIRECT_DEBIT, FEE, OTHER -> ANY;
                    });
        }
    }

    private Lag() {}

    /** The step of each day from the first of the second step on to the first of the last. */
    private static final byte[] STEP = new byte[FROM[STEPS - 1] - FROM[1] + 1];

    static {
        int step = 1;
        for (int day = FROM[1]; day <= FROM[STEPS - 1]; day++) {
            while (step + 1 < STEPS && day >= FROM[step + 1]) {
                step++;
            }
            STEP[day - FROM[1]] = (byte) step;
        }
    }

    /** Cost: O(1). */
    static int step(int days) {
        return days < FROM[1] ? 0 : STEP[Math.min(days, FROM[STEPS - 1]) - FROM[1]];
    }

    /** Business days that a step holds. */
    static int width(int step) {
        return WIDTH[step];
    }

    static double shipped(MovementKind kind, int step) {
        return SHIPPED.getOrDefault(kind, ANY)[step];
    }
}
