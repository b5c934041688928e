package tidemark.core.matching;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * The odds of each hypothesis against all that speaks otherwise, where every line and every entry belongs to one
 * hypothesis at most. What takes part in a strong one is thereby hardly free for another.
 *
 * <p>Messages are passed between hypotheses and their members until they stand; on a tree the odds are exact, elsewhere
 * they are the Bethe approximation. Each message is the mean, in logarithms, of the old and the new one, so that two
 * equal rivals settle at once. Cost: O(slots × {@link #MOST_ROUNDS}) at the most; a component that stands is left.
 *
 * <p>Source: Pearl, Probabilistic Reasoning in Intelligent Systems, 1988, chapter 4; for matchings Bayati, Gamarnik,
 * Katz, Nair and Tetali, Simple deterministic approximation algorithms for counting matchings, 2007.
 */
final class Beliefs {
    static final int MOST_ROUNDS = 12;
    private static final double STANDS = 1e-2;
    /** What is less likely than this to be true does not move anything else: a fiftieth of what firm leaves open. */
    private static final double NO_STAKE = 1e-5;
    /**
     * What has smaller odds even where all its members are free is told its own, and moves nothing: a hundred of them take
     * a tenth from the odds of another.
     */
    private static final double FAINTEST = 1e-3;
    /** Beyond this nothing becomes surer. */
    private static final double MOST_WEIGHT = 120;

    private final Hypotheses all;
    private final int rounds;
    private final double[] odds;
    private final boolean[] restless;
    private final double[] free;
    private final double[] logOdds;
    /** For each node, how likely it belongs to any hypothesis at all. */
    private final double[] taken;

    private final int[] firstOf;
    private final int[] slotOf;
    private final int[] hypothesisOf;

    Beliefs(Hypotheses all, int nodes) {
        this(all, nodes, MOST_ROUNDS);
    }

    /** @param rounds how often messages are passed at the most; a few give a first impression */
    Beliefs(Hypotheses all, int nodes, int rounds) {
        this.all = all;
        this.rounds = rounds;
        restless = new boolean[nodes];
        odds = new double[all.count()];
        for (int h = 0; h < odds.length; h++) {
            odds[h] = Math.exp(weight(h));
        }
        free = new double[all.slots()];
        Arrays.fill(free, 1);
        logOdds = new double[all.count()];
        taken = new double[nodes];
        hypothesisOf = new int[all.slots()];
        firstOf = new int[nodes + 1];
        slotOf = index();
        Components components = new Components(all, nodes, this::moves);
        // no component touches another, so that the result does not depend on who worked on it
        IntStream.range(0, components.count())
                .parallel()
                .forEach(c -> settle(components.order, components.starts[c], components.starts[c + 1]));
        tellTheFaint();
    }

    private boolean moves(int h) {
        return odds[h] >= FAINTEST;
    }

    /** The slots of each node, of the hypotheses that move anything. */
    private int[] index() {
        int count = 0;
        for (int h = 0; h < all.count(); h++) {
            for (int s = all.from(h); s < all.to(h) && moves(h); s++) {
                hypothesisOf[s] = h;
                firstOf[all.member(s) + 1]++;
                count++;
            }
        }
        for (int v = 1; v < firstOf.length; v++) {
            firstOf[v] += firstOf[v - 1];
        }
        int[] at = Arrays.copyOf(firstOf, firstOf.length);
        int[] out = new int[count];
        for (int h = 0; h < all.count(); h++) {
            for (int s = all.from(h); s < all.to(h) && moves(h); s++) {
                out[at[all.member(s)]++] = s;
            }
        }
        return out;
    }

    /** The odds of what moves nothing, from how free the others leave its members. */
    private void tellTheFaint() {
        double[] claimed = new double[firstOf.length - 1];
        for (int v = 0; v < claimed.length; v++) {
            for (int i = firstOf[v]; i < firstOf[v + 1]; i++) {
                claimed[v] += term(slotOf[i]);
            }
        }
        for (int h = 0; h < all.count(); h++) {
            if (!moves(h)) {
                double sum = weight(h);
                for (int s = all.from(h); s < all.to(h); s++) {
                    sum -= Math.log1p(claimed[all.member(s)]);
                }
                logOdds[h] = sum;
            }
        }
    }

    private static final class Scratch {
        private double[] terms = new double[64];
        private double[] ahead = new double[64];

        void room(int count) {
            if (terms.length < count) {
                terms = new double[2 * count];
                ahead = new double[2 * count];
            }
        }
    }

    private void settle(int[] order, int from, int to) {
        if (to - from > 1) {
            Scratch scratch = new Scratch();
            for (int i = from; i < to; i++) {
                for (int s = all.from(order[i]); s < all.to(order[i]); s++) {
                    restless[all.member(s)] = true;
                }
            }
            boolean moved = true;
            for (int round = 0; round < rounds && moved; round++) {
                moved = false;
                for (int i = from; i < to; i++) {
                    for (int s = all.from(order[i]); s < all.to(order[i]); s++) {
                        int v = all.member(s);
                        // only where something around it has moved since
                        if (restless[v]) {
                            restless[v] = false;
                            moved |= firstOf[v + 1] - firstOf[v] > 1 && pass(v, scratch);
                        }
                    }
                }
            }
        }
        for (int i = from; i < to; i++) {
            int h = order[i];
            double sum = weight(h);
            for (int s = all.from(h); s < all.to(h); s++) {
                sum += Math.log(free[s]);
            }
            logOdds[h] = sum;
            for (int s = all.from(h); s < all.to(h); s++) {
                taken[all.member(s)] += probability(h);
            }
        }
    }

    private double weight(int h) {
        return Math.clamp(all.weight(h), -MOST_WEIGHT, MOST_WEIGHT);
    }

    /** A node tells each of its hypotheses how free it is as far as the others go. */
    private boolean pass(int v, Scratch scratch) {
        int first = firstOf[v];
        int degree = firstOf[v + 1] - first;
        scratch.room(degree + 1);
        for (int i = 0; i < degree; i++) {
            scratch.terms[i] = term(slotOf[first + i]);
        }
        scratch.ahead[degree] = 0;
        for (int i = degree - 1; i >= 0; i--) {
            scratch.ahead[i] = scratch.ahead[i + 1] + scratch.terms[i];
        }
        double behind = 0;
        boolean moved = false;
        for (int i = 0; i < degree; i++) {
            int s = slotOf[first + i];
            double old = free[s];
            double now = Math.sqrt(old / (1 + behind + scratch.ahead[i + 1]));
            free[s] = now;
            double stake = scratch.terms[i] * Math.max(now, old);
            if (stake > NO_STAKE && Math.abs(now - old) > STANDS * Math.max(now, old)) {
                moved = true;
                restless[v] = true;
                int h = hypothesisOf[s];
                for (int o = all.from(h); o < all.to(h); o++) {
                    restless[all.member(o)] = true;
                }
            }
            behind += scratch.terms[i];
        }
        return moved;
    }

    /** What a hypothesis claims of one of its members, as far as its others are free. */
    private double term(int slot) {
        int h = hypothesisOf[slot];
        double term = odds[h];
        for (int o = all.from(h); o < all.to(h); o++) {
            if (o != slot) {
                term *= free[o];
            }
        }
        return term;
    }

    /** Natural logarithm of the odds that the hypothesis is true. */
    double logOdds(int hypothesis) {
        return logOdds[hypothesis];
    }

    double probability(int hypothesis) {
        return 1 / (1 + Math.exp(-logOdds[hypothesis]));
    }

    /** How likely the node belongs to any hypothesis, 0 to about 1. */
    double taken(int node) {
        return Math.min(1, taken[node]);
    }
}
