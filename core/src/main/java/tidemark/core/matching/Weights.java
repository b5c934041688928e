package tidemark.core.matching;

import java.util.Arrays;

/**
 * How often each level of each field is met among true matches ({@code m}), as counts: shipped ones, as many as
 * {@link #SHIPPED_MATCHES} matches would give, plus those of the account itself. How often a level is met by chance
 * ({@code u}) is counted for each pair, as it depends on how common its amount, reference and name are.
 *
 * <p>Why the shipped shares: about one amount in twenty is apart at the bank, mostly for a fee kept back, seldom for a
 * slip of the hand; where both sides have a check number it is the same but for a rare misreading; banks pass on our
 * reference in most payments made with one, often inside a text; they name the other party mostly, often cut short.
 *
 * <p>Source: Fellegi and Sunter, A Theory for Record Linkage, 1969; the counts by expectation and maximization as in
 * Winkler, Using the EM Algorithm for Weight Computation, 1988, with the shipped counts as a Dirichlet prior.
 */
final class Weights {
    /** The account's own matches weigh as much as the shipped knowledge once there are so many. */
    private static final double SHIPPED_MATCHES = 60;

    private static final double[] AMOUNT = {.94, .015, .015, .006, .002, .002, .01, .01};
    private static final double[] CHECK = {.985, .01, .005};
    private static final double[] REFERENCE = {.55, .02, .2, .01, .22};
    private static final double[] NAME = {.5, .2, .12, .13, .05};
    private static final double[] PAYER = {.9, .1};
    private static final int CODES = 512;

    private final double[] amount = counts(AMOUNT);
    private final double[] check = counts(CHECK);
    private final double[] reference = counts(REFERENCE);
    private final double[] name = counts(NAME);
    private final double[] payer = counts(PAYER);
    private final double[][] lag = new double[MovementKind.values().length][Lag.STEPS];
    /** For each kind, how often each code of the bank was met. */
    private final double[][] code = new double[MovementKind.values().length][CODES];

    private final double[] allCodes = new double[CODES];
    /** For each code of the bank, how many lines had one entry as counterpart, and how many had none or a group. */
    private final double[] matched = new double[CODES];

    private final double[] unmatched = new double[CODES];

    Weights() {
        for (MovementKind kind : MovementKind.values()) {
            for (int s = 0; s < Lag.STEPS; s++) {
                lag[kind.ordinal()][s] = Lag.shipped(kind, s) * SHIPPED_MATCHES / 2;
            }
        }
    }

    private static double[] counts(double[] shares) {
        return Arrays.stream(shares).map(s -> s * SHIPPED_MATCHES).toArray();
    }

    /** Tells of a line's code, matched or not. */
    void seen(int lineCode) {
        allCodes[Math.min(lineCode, CODES - 1)]++;
    }

    /** Counts a match, or the part of one that its probability is. */
    void count(int facts, MovementKind kind, int lineCode, double times) {
        amount[Facts.amount(facts).ordinal()] += times;
        add(check, Facts.check(facts).ordinal(), times);
        add(reference, Facts.reference(facts).ordinal(), times);
        add(name, Facts.name(facts).ordinal(), times);
        add(payer, Facts.payer(facts).ordinal(), times);
        lag[kind.ordinal()][Lag.step(Facts.days(facts))] += times;
        code[kind.ordinal()][Math.min(lineCode, CODES - 1)] += times;
    }

    private static void add(double[] counts, int level, double times) {
        if (level < counts.length) {
            counts[level] += times;
        }
    }

    /** Counts a line, with the probability that one entry is its counterpart. */
    void countLine(int lineCode, double probability) {
        matched[Math.min(lineCode, CODES - 1)] += probability;
        unmatched[Math.min(lineCode, CODES - 1)] += 1 - probability;
    }

    /** Logarithms of what the counts make, quick to look up. */
    Table table() {
        return new Table(this);
    }

    /** The shares of true matches at each level, as natural logarithms; a silent level has none. */
    static final class Table {
        private final double[] amount;
        private final double[] check;
        private final double[] reference;
        private final double[] name;
        private final double[] payer;
        private final double[][] lag = new double[MovementKind.values().length][];
        private final double[][] code = new double[MovementKind.values().length][CODES];
        /** Odds that a line of a code has one entry as counterpart. */
        private final double[] prior = new double[CODES];

        private Table(Weights w) {
            amount = logs(w.amount);
            check = logs(w.check);
            reference = logs(w.reference);
            name = logs(w.name);
            payer = logs(w.payer);
            double allCodes = Arrays.stream(w.allCodes).sum() + 1;
            for (int k = 0; k < lag.length; k++) {
                lag[k] = logs(w.lag[k]);
                for (int s = 0; s < Lag.STEPS; s++) {
                    lag[k][s] -= Math.log(Lag.width(s));
                }
                double kind = Arrays.stream(w.code[k]).sum();
                for (int c = 0; c < CODES; c++) {
                    // ten matches as the code is met anywhere, before the kind's own are believed
                    double share = (w.allCodes[c] + .5) / allCodes;
                    code[k][c] = Math.log((w.code[k][c] + 10 * share) / (kind + 10)) - Math.log(share);
                }
            }
            // nine of ten lines have a counterpart, until the account or the code shows otherwise
            double all = (Arrays.stream(w.matched).sum() + SHIPPED_MATCHES * .9)
                    / (Arrays.stream(w.matched).sum()
                            + Arrays.stream(w.unmatched).sum()
                            + SHIPPED_MATCHES);
            for (int c = 0; c < CODES; c++) {
                prior[c] = Math.log((w.matched[c] + 10 * all) / (w.unmatched[c] + 10 * (1 - all)));
            }
        }

        private static double[] logs(double[] counts) {
            double all = Arrays.stream(counts).sum();
            // with one level more, the silent one, which weighs nothing
            double[] out = new double[counts.length + 1];
            for (int i = 0; i < counts.length; i++) {
                out[i] = Math.log(counts[i] / all);
            }
            return out;
        }

        /** The part of a pair's weight that the account teaches. Cost: O(1). */
        double of(int facts, MovementKind kind, int lineCode) {
            return prior[Math.min(lineCode, CODES - 1)]
                    + amount[Facts.amount(facts).ordinal()]
                    + check[Facts.check(facts).ordinal()]
                    + reference[Facts.reference(facts).ordinal()]
                    + name[Facts.name(facts).ordinal()]
                    + payer[Facts.payer(facts).ordinal()]
                    + lag[kind.ordinal()][Lag.step(Facts.days(facts))]
                    + code[kind.ordinal()][Math.min(lineCode, CODES - 1)];
        }

        /** How usual so many days are for the kind, against the most usual number; at most 0. */
        double lateness(MovementKind kind, int days) {
            double[] steps = lag[kind.ordinal()];
            double best = Double.NEGATIVE_INFINITY;
            for (int s = 0; s < Lag.STEPS; s++) {
                best = Math.max(best, steps[s]);
            }
            return steps[Lag.step(days)] - best;
        }

        double code(MovementKind kind, int lineCode) {
            return code[kind.ordinal()][Math.min(lineCode, CODES - 1)];
        }

        double reference(Facts.Reference level) {
            return reference[level.ordinal()];
        }
    }
}
