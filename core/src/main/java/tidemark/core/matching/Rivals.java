package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.BiPredicate;
import java.util.function.IntToDoubleFunction;

/**
 * How much worse the whole would be with another choice in the place of a chosen hypothesis: each rival is put in, what
 * it displaces is taken out, and what is then left free is filled again as well as it can be. {@link Beliefs} alone
 * judge two lines and two entries that fit crosswise too surely, as their messages run round in a circle.
 *
 * <p>Hypotheses that are alike, as {@link Interchangeable} has it, are no rivals.
 *
 * <p>Cost: for each chosen hypothesis the number of its rivals times the few hypotheses of a line; no more than
 * {@link #MOST_RIVALS} of a node are tried.
 */
final class Rivals {
    private static final int MOST_RIVALS = 200;

    private final Hypotheses all;
    private final boolean[] chosen;
    private final int[] chosenOf;
    private final int[][] ofNode;
    private final double[] logOdds;
    private final BiPredicate<Integer, Integer> alike;

    Rivals(
            Hypotheses all,
            Assignment assignment,
            IntToDoubleFunction oddsOf,
            BiPredicate<Integer, Integer> alike,
            int nodes) {
        this.all = all;
        this.alike = alike;
        chosen = new boolean[all.count()];
        chosenOf = new int[nodes];
        Arrays.fill(chosenOf, -1);
        logOdds = new double[all.count()];
        int[] counts = new int[nodes];
        for (int h = 0; h < all.count(); h++) {
            chosen[h] = assignment.isChosen(h);
            logOdds[h] = oddsOf.applyAsDouble(h);
            for (int s = all.from(h); s < all.to(h); s++) {
                counts[all.member(s)]++;
                if (chosen[h]) {
                    chosenOf[all.member(s)] = h;
                }
            }
        }
        ofNode = new int[nodes][];
        for (int v = 0; v < nodes; v++) {
            ofNode[v] = new int[counts[v]];
            counts[v] = 0;
        }
        for (int h = 0; h < all.count(); h++) {
            for (int s = all.from(h); s < all.to(h); s++) {
                ofNode[all.member(s)][counts[all.member(s)]++] = h;
            }
        }
        double[] corrected = logOdds.clone();
        for (int h = 0; h < all.count(); h++) {
            if (chosen[h]) {
                corrected[h] = against(h, corrected);
            }
        }
        System.arraycopy(corrected, 0, logOdds, 0, corrected.length);
    }

    double logOdds(int hypothesis) {
        return logOdds[hypothesis];
    }

    private double against(int h, double[] corrected) {
        double instead = Math.exp(-Math.max(-300, logOdds[h]));
        List<Integer> tried = new ArrayList<>();
        for (int s = all.from(h); s < all.to(h); s++) {
            int[] rivals = ofNode[all.member(s)];
            for (int i = 0; i < Math.min(rivals.length, MOST_RIVALS); i++) {
                int rival = rivals[i];
                if (chosen[rival] || alike.test(h, rival) || tried.contains(rival)) {
                    continue;
                }
                if (all.to(h) - all.from(h) > 2) {
                    tried.add(rival);
                }
                double worse = worse(rival);
                instead += Math.exp(-Math.max(-300, worse));
                corrected[rival] = Math.max(corrected[rival], -Math.max(worse, 0));
            }
        }
        return -Math.log(instead);
    }

    /** What is lost with a rival put in and the gaps filled. */
    private double worse(int rival) {
        double lost = -all.weight(rival);
        List<Integer> out = new ArrayList<>(3);
        for (int s = all.from(rival); s < all.to(rival); s++) {
            int displaced = chosenOf[all.member(s)];
            if (displaced >= 0 && !out.contains(displaced)) {
                out.add(displaced);
                lost += all.weight(displaced);
            }
        }
        List<Integer> in = new ArrayList<>(3);
        in.add(rival);
        for (int gone : out) {
            for (int s = all.from(gone); s < all.to(gone); s++) {
                int line = all.member(s);
                if (line < all.lineCount() && isFree(line, out, in)) {
                    int best = fill(line, out, in);
                    if (best >= 0) {
                        in.add(best);
                        lost -= all.weight(best);
                    }
                }
            }
        }
        return lost;
    }

    private int fill(int line, List<Integer> out, List<Integer> in) {
        int best = -1;
        for (int h : ofNode[line]) {
            if (all.weight(h) > 0
                    && (best < 0 || all.weight(h) > all.weight(best))
                    && !out.contains(h)
                    && fits(h, out, in)) {
                best = h;
            }
        }
        return best;
    }

    private boolean fits(int h, List<Integer> out, List<Integer> in) {
        for (int s = all.from(h); s < all.to(h); s++) {
            if (!isFree(all.member(s), out, in)) {
                return false;
            }
        }
        return true;
    }

    private boolean isFree(int node, List<Integer> out, List<Integer> in) {
        int holder = chosenOf[node];
        if (holder >= 0 && !out.contains(holder)) {
            return false;
        }
        for (int h : in) {
            for (int s = all.from(h); s < all.to(h); s++) {
                if (all.member(s) == node) {
                    return false;
                }
            }
        }
        return true;
    }
}
