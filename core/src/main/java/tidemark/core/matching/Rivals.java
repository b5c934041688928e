package tidemark.core.matching;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/**
 * How much worse the whole would be with another choice in the place of a chosen hypothesis: each rival is put in, what
 * it displaces is taken out, and what is then left free is filled again as well as it can be. {@link Beliefs} alone
 * judge two lines and two entries that fit crosswise too surely, as their messages run round in a circle.
 *
 * <p>Where that would leave the whole better, which can be in components too large for {@link Assignment} to search, the
 * exchange is made.
 *
 * <p>Hypotheses that are alike, as {@link Interchangeable} has it, are no rivals.
 *
 * <p>Cost: for each chosen hypothesis the number of its rivals times the few hypotheses of a line; no more than
 * {@link #MOST_RIVALS} of a node are tried.
 */
final class Rivals {
    private static final int MOST_RIVALS = 200;
    private static final int MOST_EXCHANGES = 4;
    private static final double LEAST_GAIN = 1e-6;
    private static final int FEW = 32;

    private final Hypotheses all;
    private final boolean[] chosen;
    private final int[] chosenOf;
    private final int[][] ofNode;
    private final double[] logOdds;
    /** Whether there is no difference between two. */
    interface Alike {
        boolean are(int hypothesis, int other);
    }

    private final Alike alike;

    Rivals(
            Hypotheses all,
            Assignment assignment,
            IntToDoubleFunction ofChosen,
            IntToDoubleFunction ofOthers,
            Alike alike,
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
        for (int line = 0; line < all.lineCount(); line++) {
            weightiestFirst(ofNode[line]);
        }
        for (int round = 0; round < MOST_EXCHANGES && exchange(); round++) {}
        for (int h = 0; h < all.count(); h++) {
            logOdds[h] = (chosen[h] ? ofChosen : ofOthers).applyAsDouble(h);
        }
        // each by itself against what was before, put together in order
        List<Against> found = IntStream.range(0, all.count())
                .filter(h -> chosen[h])
                .parallel()
                .mapToObj(this::against)
                .toList();
        for (Against against : found) {
            logOdds[against.hypothesis()] = against.logOdds();
            for (int i = 0; i < against.rivals().length; i++) {
                int rival = against.rivals()[i];
                double itself = Math.exp(-Math.max(against.worse()[i], 0));
                double others = Math.max(1, Math.exp(-against.logOdds()) - itself + 1);
                logOdds[rival] = Math.max(logOdds[rival], Math.log(itself / others));
            }
        }
    }

    /** What was found of a chosen one: its odds, and how much worse the whole would be with each of its rivals. */
    private record Against(int hypothesis, double logOdds, int[] rivals, double[] worse) {}

    boolean isChosen(int hypothesis) {
        return chosen[hypothesis];
    }

    double logOdds(int hypothesis) {
        return logOdds[hypothesis];
    }

    private Against against(int h) {
        int[] tried = rivalsOf(h);
        double[] worse = new double[tried.length];
        double instead = 0;
        for (int i = 0; i < tried.length; i++) {
            worse[i] = worse(tried[i]);
            instead += Math.exp(-Math.max(-300, worse[i]));
        }
        // both count all that may be instead; the more doubtful holds
        return new Against(h, Math.min(logOdds[h], -Math.log(instead)), tried, worse);
    }

    /** What shares a member with a chosen one and is not like it, each once. */
    private int[] rivalsOf(int h) {
        int[] out = new int[8];
        int count = 0;
        for (int s = all.from(h); s < all.to(h); s++) {
            int[] rivals = ofNode[all.member(s)];
            for (int i = 0; i < Math.min(rivals.length, MOST_RIVALS); i++) {
                if (!chosen[rivals[i]] && !alike.are(h, rivals[i])) {
                    if (count == out.length) {
                        out = Arrays.copyOf(out, 2 * count);
                    }
                    out[count++] = rivals[i];
                }
            }
        }
        Arrays.sort(out, 0, count);
        int kept = 0;
        for (int i = 0; i < count; i++) {
            if (i == 0 || out[i] != out[i - 1]) {
                out[kept++] = out[i];
            }
        }
        return Arrays.copyOf(out, kept);
    }

    /** What is lost with a rival put in and the gaps filled. */
    private double worse(int rival) {
        return new Exchange(rival).lost;
    }

    /** A rival put in, what it displaces taken out, and what is then free filled again. */
    private final class Exchange {
        private final Few out = new Few();
        private final Few in = new Few();
        private double lost;

        Exchange(int rival) {
            lost = -all.weight(rival);
            for (int s = all.from(rival); s < all.to(rival); s++) {
                int displaced = chosenOf[all.member(s)];
                if (displaced >= 0 && !out.contains(displaced)) {
                    out.add(displaced);
                    lost += all.weight(displaced);
                }
            }
            in.add(rival);
            for (int o = 0; o < out.count; o++) {
                int gone = out.some[o];
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
        }

        void make() {
            for (int i = 0; i < out.count; i++) {
                set(out.some[i], -1);
            }
            for (int i = 0; i < in.count; i++) {
                set(in.some[i], in.some[i]);
            }
        }

        private void set(int h, int holder) {
            chosen[h] = holder == h;
            for (int s = all.from(h); s < all.to(h); s++) {
                chosenOf[all.member(s)] = holder;
            }
        }
    }

    /** Makes exchanges that leave the whole better, as there may be where the surest came first; whether there were any. */
    private boolean exchange() {
        int[] better = IntStream.range(0, all.count())
                .parallel()
                .filter(h -> !chosen[h] && mayGain(h) && worse(h) < -LEAST_GAIN)
                .toArray();
        for (int h : better) {
            // those before may have changed what it displaces
            Exchange exchange = chosen[h] ? null : new Exchange(h);
            if (exchange != null && exchange.lost < -LEAST_GAIN) {
                exchange.make();
            }
        }
        return better.length > 0;
    }

    /** Whether something is gained where each line that is set free gets the best it has at all. Cost: O(members). */
    private boolean mayGain(int rival) {
        double gain = all.weight(rival);
        if (gain <= 0) {
            return false;
        }
        Few out = new Few();
        for (int s = all.from(rival); s < all.to(rival); s++) {
            int displaced = chosenOf[all.member(s)];
            if (displaced >= 0 && !out.contains(displaced)) {
                out.add(displaced);
                gain -= all.weight(displaced);
                for (int o = all.from(displaced); o < all.to(displaced); o++) {
                    int line = all.member(o);
                    if (line < all.lineCount() && !isMember(line, rival)) {
                        gain += Math.max(0, all.weight(ofNode[line][0]));
                    }
                }
            }
        }
        return gain > LEAST_GAIN;
    }

    private boolean isMember(int node, int h) {
        for (int s = all.from(h); s < all.to(h); s++) {
            if (all.member(s) == node) {
                return true;
            }
        }
        return false;
    }

    /** A handful of hypotheses. */
    private static final class Few {
        private int[] some = new int[4];
        private int count;

        void add(int hypothesis) {
            if (count == some.length) {
                some = Arrays.copyOf(some, 2 * count);
            }
            some[count++] = hypothesis;
        }

        boolean contains(int hypothesis) {
            for (int i = 0; i < count; i++) {
                if (some[i] == hypothesis) {
                    return true;
                }
            }
            return false;
        }
    }

    /** The weightiest that a line may still be; -1 for none. */
    private int fill(int line, Few out, Few in) {
        for (int h : ofNode[line]) {
            if (all.weight(h) <= 0) {
                return -1;
            }
            if (!out.contains(h) && fits(h, out, in)) {
                return h;
            }
        }
        return -1;
    }

    /** Equal ones stay in their order. Cost: O(n log n); by insertion where a line has few, as most have. */
    private void weightiestFirst(int[] some) {
        if (some.length > FEW) {
            int[] sorted = Arrays.stream(some)
                    .boxed()
                    .sorted((a, b) -> Double.compare(all.weight(b), all.weight(a)))
                    .mapToInt(Integer::intValue)
                    .toArray();
            System.arraycopy(sorted, 0, some, 0, some.length);
            return;
        }
        for (int i = 1; i < some.length; i++) {
            int h = some[i];
            int at = i;
            while (at > 0 && all.weight(some[at - 1]) < all.weight(h)) {
                some[at] = some[at - 1];
                at--;
            }
            some[at] = h;
        }
    }

    private boolean fits(int h, Few out, Few in) {
        for (int s = all.from(h); s < all.to(h); s++) {
            if (!isFree(all.member(s), out, in)) {
                return false;
            }
        }
        return true;
    }

    private boolean isFree(int node, Few out, Few in) {
        int holder = chosenOf[node];
        if (holder >= 0 && !out.contains(holder)) {
            return false;
        }
        for (int i = 0; i < in.count; i++) {
            if (isMember(node, in.some[i])) {
                return false;
            }
        }
        return true;
    }
}
