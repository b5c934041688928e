package tidemark.core.matching;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * The odds of each hypothesis against all that speaks otherwise, where every line and every entry belongs to one
 * hypothesis at most. What takes part in a strong one is thereby hardly free for another.
 *
 * <p>Messages are passed between hypotheses and their members until they stand, all lines at once and then all entries
 * at once; on a tree the odds are exact, elsewhere they are the Bethe approximation. Each message is the mean, in
 * logarithms, of the old and the new one, so that two equal rivals settle at once. Cost: O(slots × {@link #MOST_ROUNDS})
 * at the most; what stands is left.
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
    /** Nodes that are gone through as one piece of work. */
    private static final int PIECE = 2048;

    private final Hypotheses all;
    private final int nodes;
    private final double[] odds;
    /** For each slot, how free its member is as far as the other hypotheses go. */
    private final double[] free;
    /** What {@link #free} becomes when all of one side have been gone through. */
    private final double[] fresh;

    private final double[] logOdds;
    /** For each node, how likely it belongs to any hypothesis at all. */
    private final double[] taken;
    /** Around which nodes something moved in this half round, the one before it and the one before that, in turn. */
    private final boolean[][] stirred;

    private final int[] firstOf;
    private final int[] slotOf;

    Beliefs(Hypotheses all, int nodes) {
        this(all, nodes, MOST_ROUNDS);
    }

    /** @param rounds how often messages are passed at the most; a few give a first impression */
    Beliefs(Hypotheses all, int nodes, int rounds) {
        this(all, nodes, rounds, null);
    }

    /**
     * @param before what was believed of the first of these hypotheses with other weights; its messages are where this starts,
     *     and it may not be asked any more
     */
    Beliefs(Hypotheses all, int nodes, int rounds, @Nullable Beliefs before) {
        this.all = all;
        this.nodes = nodes;
        Beliefs same = before != null && before.free.length == all.slots() && before.odds.length == all.count()
                ? before
                : null;
        // what was believed before is not asked any more
        odds = same != null ? same.odds : new double[all.count()];
        pieces(0, odds.length, (from, to) -> {
            for (int h = from; h < to; h++) {
                odds[h] = Math.exp(weight(h));
            }
            return false;
        });
        free = same != null ? same.free : new double[all.slots()];
        if (same == null) {
            Arrays.fill(free, 1);
            if (before != null) {
                System.arraycopy(before.free, 0, free, 0, Math.min(free.length, before.free.length));
            }
        }
        fresh = same != null ? same.fresh : new double[free.length];
        logOdds = same != null ? same.logOdds : new double[all.count()];
        taken = new double[nodes];
        firstOf = new int[nodes + 1];
        slotOf = index();
        if (before != null) {
            for (int v = 0; v < nodes; v++) {
                if (firstOf[v + 1] - firstOf[v] == 1) {
                    free[slotOf[firstOf[v]]] = 1;
                }
            }
        }
        stirred = new boolean[3][nodes];
        Arrays.fill(stirred[1], true);
        Arrays.fill(stirred[2], true);
        boolean moved = true;
        for (int round = 0; round < rounds && moved; round++) {
            moved = half(2 * round, 0, all.lineCount()) | half(2 * round + 1, all.lineCount(), nodes);
        }
        tell();
    }

    private boolean moves(int h) {
        return odds[h] >= FAINTEST;
    }

    /** The slots of each node, of the hypotheses that move anything. */
    private int[] index() {
        int count = 0;
        for (int h = 0; h < all.count(); h++) {
            for (int s = all.from(h); s < all.to(h) && moves(h); s++) {
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

    private interface Work {
        /** Whether anything moved. */
        boolean on(int from, int to);
    }

    /** No piece reads what another writes, so that the result does not depend on who worked on it. */
    private static boolean pieces(int from, int to, Work work) {
        return IntStream.range(0, (to - from + PIECE - 1) / PIECE)
                        .parallel()
                        .map(p -> work.on(from + p * PIECE, Math.min(to, from + (p + 1) * PIECE)) ? 1 : 0)
                        .sum()
                > 0;
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

    /** All of one side, lines or entries, tell their hypotheses; what they tell holds once all have told. */
    private boolean half(int turn, int from, int to) {
        boolean[] now = stirred[turn % 3];
        Arrays.fill(now, false);
        boolean[] before = stirred[(turn + 2) % 3];
        boolean[] beforeThat = stirred[(turn + 1) % 3];
        boolean moved = pieces(from, to, (first, end) -> {
            Scratch scratch = new Scratch();
            boolean any = false;
            for (int v = first; v < end; v++) {
                if (before[v] || beforeThat[v]) {
                    any |= firstOf[v + 1] - firstOf[v] > 1 && pass(v, scratch, now);
                }
            }
            return any;
        });
        pieces(from, to, (first, end) -> {
            for (int v = first; v < end; v++) {
                if ((before[v] || beforeThat[v]) && firstOf[v + 1] - firstOf[v] > 1) {
                    for (int i = firstOf[v]; i < firstOf[v + 1]; i++) {
                        free[slotOf[i]] = fresh[slotOf[i]];
                    }
                }
            }
            return false;
        });
        return moved;
    }

    /** A node tells each of its hypotheses how free it is as far as the others go. */
    private boolean pass(int v, Scratch scratch, boolean[] now) {
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
            double told = Math.sqrt(old / (1 + behind + scratch.ahead[i + 1]));
            fresh[s] = told;
            double stake = scratch.terms[i] * Math.max(told, old);
            if (stake > NO_STAKE && Math.abs(told - old) > STANDS * Math.max(told, old)) {
                moved = true;
                int h = all.of(s);
                for (int o = all.from(h); o < all.to(h); o++) {
                    now[all.member(o)] = true;
                }
            }
            behind += scratch.terms[i];
        }
        return moved;
    }

    /** What a hypothesis claims of one of its members, as far as its others are free. */
    private double term(int slot) {
        int h = all.of(slot);
        double term = odds[h];
        for (int o = all.from(h); o < all.to(h); o++) {
            if (o != slot) {
                term *= free[o];
            }
        }
        return term;
    }

    private void tell() {
        pieces(0, odds.length, (from, to) -> {
            for (int h = from; h < to; h++) {
                if (moves(h)) {
                    double sum = weight(h);
                    for (int s = all.from(h); s < all.to(h); s++) {
                        sum += Math.log(free[s]);
                    }
                    logOdds[h] = sum;
                }
            }
            return false;
        });
        double[] claimed = new double[nodes];
        pieces(0, nodes, (from, to) -> {
            for (int v = from; v < to; v++) {
                for (int i = firstOf[v]; i < firstOf[v + 1]; i++) {
                    taken[v] += probability(all.of(slotOf[i]));
                    claimed[v] += term(slotOf[i]);
                }
            }
            return false;
        });
        // the odds of what moves nothing, from how free the others leave its members
        pieces(0, odds.length, (from, to) -> {
            for (int h = from; h < to; h++) {
                if (!moves(h)) {
                    double sum = weight(h);
                    for (int s = all.from(h); s < all.to(h); s++) {
                        sum -= Math.log1p(claimed[all.member(s)]);
                    }
                    logOdds[h] = sum;
                }
            }
            return false;
        });
    }

    private double weight(int h) {
        return Math.clamp(all.weight(h), -MOST_WEIGHT, MOST_WEIGHT);
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
