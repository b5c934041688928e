package tidemark.core.matching;

import java.util.Arrays;

/**
 * How usual each {@link Way} of explaining a line is, and how often each level of each field is met among true matches
 * ({@code m}), as counts: shipped ones, as many as {@link #SHIPPED_MATCHES} matches would give, plus those of the account
 * itself. How often a level is met by chance
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
    /** However many lines have no better explanation, slips of the hand stay rare. */
    private static final double[] MOST_OF_AMOUNTS = {1, 1, .1, .02, .02, .02, .02, .02};

    private static final double[] CHECK = {.985, .01, .005};
    private static final double[] REFERENCE = {.55, .02, .2, .01, .22};
    private static final double[] NAME = {.5, .2, .12, .13, .05};
    private static final double[] PAYER = {.9, .1};
    private static final double[] MONTH = {.97, .03};
    private static final int CODES = 512;
    static final int TEXTS = 512;
    /** A text that is hardly ever banked so makes it a fiftieth as likely, one that always is at most eight times. */
    private static final double LEAST_OF_A_TEXT = Math.log(.02);

    private static final double MOST_OF_A_TEXT = Math.log(8);
    /** One entry of ten has no counterpart at the bank, or not yet. */
    private static final double FREE = .1;

    private final double[][] amount = new double[Movement.COUNT][AMOUNT.length];
    private final double[] check = counts(CHECK);
    private final double[] reference = counts(REFERENCE);
    private final double[] name = counts(NAME);
    private final double[] payer = counts(PAYER);
    private final double[] month = counts(MONTH);
    private final double[][] lag = new double[Movement.COUNT][Lag.STEPS];
    /** For each kind, how often each code of the bank was met. */
    private final double[][] code = new double[Movement.COUNT][CODES];

    private final double[] allCodes = new double[CODES];
    /** For each way and code of the bank, how many lines are explained so. */
    private final double[][] ways = new double[Way.values().length][CODES];
    /** For each kind, how many entries there are, and how many of them have no counterpart. */
    private final double[][] entries = new double[Movement.COUNT][Way.values().length];

    private final int[] kindOfText = new int[TEXTS];

    private boolean withTexts;
    /** The same for each text that many entries have. */
    private final double[][] texts = new double[TEXTS][];

    Weights() {
        for (int m = 0; m < Movement.COUNT; m++) {
            for (int s = 0; s < Lag.STEPS; s++) {
                lag[m][s] = Lag.shipped(Movement.at(m).kind(), s) * SHIPPED_MATCHES / 2;
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
    void count(int facts, Movement movement, int lineCode, double times) {
        amount[movement.index()][Facts.amount(facts).ordinal()] += times;
        add(check, Facts.check(facts).ordinal(), times);
        add(reference, Facts.reference(facts).ordinal(), times);
        add(name, Facts.name(facts).ordinal(), times);
        add(payer, Facts.payer(facts).ordinal(), times);
        add(month, Facts.month(facts).ordinal(), times);
        lag[movement.index()][Lag.step(Facts.days(facts))] += times;
        code[movement.index()][Math.min(lineCode, CODES - 1)] += times;
    }

    private static void add(double[] counts, int level, double times) {
        if (level < counts.length) {
            counts[level] += times;
        }
    }

    /** Counts a line, with the probability that it is explained so. */
    void countLine(int lineCode, Way way, double probability) {
        ways[way.ordinal()][Math.min(lineCode, CODES - 1)] += probability;
    }

    /** Counts an entry, with the probability that it is explained so. */
    void countEntry(Terms.EntryTerms entry, Way way, double probability) {
        entries[entry.movement.index()][way.ordinal()] += probability;
    }

    /** Tells that it is known by now which groups there are, so that what texts tell of ways can be counted. */
    void withTexts() {
        withTexts = true;
    }

    /** Counts how an entry of a text is explained, where it is to the cent. */
    void countText(Terms.EntryTerms entry, Way way, double probability) {
        if (withTexts && entry.text >= 0) {
            if (texts[entry.text] == null) {
                texts[entry.text] = new double[Way.values().length];
                kindOfText[entry.text] = entry.movement.index();
            }
            texts[entry.text][way.ordinal()] += probability;
        }
    }

    /** Logarithms of what the counts make, quick to look up. */
    Table table() {
        return new Table(this);
    }

    /** The shares of true matches at each level, as natural logarithms; a silent level has none. */
    static final class Table {
        private final double[][] amount = new double[Movement.COUNT][];
        private final double[] check;
        private final double[] reference;
        private final double[] name;
        private final double[] payer;
        private final double[] month;
        private final double[][] lag = new double[Movement.COUNT][];
        /** Of each kind of movement, what its most usual days weigh. */
        private final double[] mostUsual = new double[Movement.COUNT];

        private final double[][] code = new double[Movement.COUNT][CODES];
        /** For each way, the odds that a line of a code is explained so, against not at all. */
        private final double[][] prior = new double[Way.values().length][CODES];
        /** For each kind, the share of entries that are explained so. */
        private final double[][] entries = new double[Movement.COUNT][Way.values().length];
        /** For each text, how much more usual each way is for it than for its kind. */
        private final double[][] texts = new double[TEXTS][];

        private Table(Weights w) {
            double[] amounts = counts(AMOUNT);
            for (double[] of : w.amount) {
                for (int i = 0; i < of.length; i++) {
                    amounts[i] += of[i];
                }
            }
            double allAmounts = Arrays.stream(amounts).sum();
            for (int k = 0; k < amount.length; k++) {
                double[] of = w.amount[k].clone();
                for (int i = 0; i < of.length; i++) {
                    // as often as anywhere, until the kind's own matches show otherwise
                    of[i] += 20 * amounts[i] / allAmounts;
                }
                amount[k] = logs(of);
                for (int i = 0; i < AMOUNT.length; i++) {
                    amount[k][i] = Math.min(amount[k][i], Math.log(MOST_OF_AMOUNTS[i]));
                }
            }
            check = logs(w.check);
            reference = logs(w.reference);
            name = logs(w.name);
            payer = logs(w.payer);
            month = logs(w.month);
            double allCodes = Arrays.stream(w.allCodes).sum() + 1;
            for (int k = 0; k < lag.length; k++) {
                lag[k] = logs(w.lag[k]);
                mostUsual[k] = Double.NEGATIVE_INFINITY;
                for (int s = 0; s < Lag.STEPS; s++) {
                    lag[k][s] -= Math.log(Lag.width(s));
                    mostUsual[k] = Math.max(mostUsual[k], lag[k][s]);
                }
                double kind = Arrays.stream(w.code[k]).sum();
                for (int c = 0; c < CODES; c++) {
                    // four matches as the code is met anywhere, before the kind's own are believed
                    double share = (w.allCodes[c] + .5) / allCodes;
                    code[k][c] = Math.log((w.code[k][c] + 4 * share) / (kind + 4)) - Math.log(share);
                }
            }
            priors(w);
            entries(w);
            texts(w);
        }

        private void priors(Weights w) {
            int none = Way.NONE.ordinal();
            double[] of = new double[prior.length];
            for (Way way : Way.values()) {
                of[way.ordinal()] = Arrays.stream(w.ways[way.ordinal()]).sum();
            }
            double all = Arrays.stream(of).sum();
            for (Way way : Way.values()) {
                of[way.ordinal()] = (of[way.ordinal()] + SHIPPED_MATCHES * way.shipped) / (all + SHIPPED_MATCHES);
            }
            for (int c = 0; c < CODES; c++) {
                for (int way = 0; way < prior.length; way++) {
                    prior[way][c] = Math.log((w.ways[way][c] + 10 * of[way]) / (w.ways[none][c] + 10 * of[none]));
                }
            }
        }

        private void entries(Weights w) {
            int ways = Way.values().length;
            double[] all = new double[ways];
            for (Way way : Way.values()) {
                all[way.ordinal()] = SHIPPED_MATCHES * (way == Way.NONE ? FREE : way.shipped * (1 - FREE));
                for (double[] of : w.entries) {
                    all[way.ordinal()] += of[way.ordinal()];
                }
            }
            double sum = Arrays.stream(all).sum();
            for (int m = 0; m < entries.length; m++) {
                double of = Arrays.stream(w.entries[m]).sum();
                for (int way = 0; way < ways; way++) {
                    entries[m][way] = Math.log((w.entries[m][way] + 10 * all[way] / sum) / (of + 10));
                }
            }
        }

        /** How much more usual a way is for entries of a text than for their kind. Cost: O(1). */
        double ofText(Terms.EntryTerms entry, Way way) {
            return entry.text < 0 || texts[entry.text] == null ? 0 : texts[entry.text][way.ordinal()];
        }

        private void texts(Weights w) {
            for (int t = 0; t < texts.length; t++) {
                double[] counted = w.texts[t];
                if (counted != null) {
                    double[] kind = entries[w.kindOfText[t]];
                    double all = Arrays.stream(counted).sum();
                    texts[t] = new double[counted.length];
                    for (int i = 0; i < counted.length; i++) {
                        double share = Math.exp(kind[i]);
                        double here = (counted[i] + 10 * share) / (all + 10);
                        texts[t][i] = Math.clamp(Math.log(here / share), LEAST_OF_A_TEXT, MOST_OF_A_TEXT);
                    }
                }
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
        double of(int facts, Terms.EntryTerms entry, int lineCode) {
            Movement movement = entry.movement;
            return prior(Way.PAIR, lineCode)
                    - free(movement)
                    + ofText(entry, Way.PAIR)
                    + amount[movement.index()][Facts.amount(facts).ordinal()]
                    + text(facts)
                    + lag[movement.index()][Lag.step(Facts.days(facts))]
                    + code[movement.index()][Math.min(lineCode, CODES - 1)];
        }

        /** The part of it that is of the texts. */
        double text(int facts) {
            return check[Facts.check(facts).ordinal()]
                    + reference[Facts.reference(facts).ordinal()]
                    + name[Facts.name(facts).ordinal()]
                    + payer[Facts.payer(facts).ordinal()]
                    + month[Facts.month(facts).ordinal()];
        }

        /** The logarithm of the odds that a line of the code is explained so, against not at all. */
        double prior(Way way, int lineCode) {
            return prior[way.ordinal()][Math.min(lineCode, CODES - 1)];
        }

        /** The logarithm of the share of entries of the kind that have no counterpart. */
        double free(Movement movement) {
            return entries[movement.index()][Way.NONE.ordinal()];
        }

        /** How usual so many days are for the kind, against the most usual number; at most 0. */
        double lateness(Movement movement, int days) {
            return lag[movement.index()][Lag.step(days)] - mostUsual[movement.index()];
        }

        /** The logarithm of the share of matches of a kind that are so many days apart, for one day. */
        double lag(Movement movement, int days) {
            return lag[movement.index()][Lag.step(days)];
        }

        double code(Movement movement, int lineCode) {
            return code[movement.index()][Math.min(lineCode, CODES - 1)];
        }

        double reference(Facts.Reference level) {
            return reference[level.ordinal()];
        }
    }
}
