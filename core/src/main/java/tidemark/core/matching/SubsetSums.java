package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Subsets of amounts that come to exactly a given sum, for one sum after another. Up to {@link #MOST} amounts all subsets
 * are searched, by meeting in the middle; beyond, up to {@link #MOST_FEW} amounts, those of two and all but one or two,
 * and up to {@link #MOST_TRIPLES} those of three.
 *
 * <p>Cost: up to {@link #MOST} O(2^(n/2)) once in time and memory and again for each sum; beyond, O(n log n) once and O(n²)
 * for each sum with triples, O(n) without. No more than a given number is found, and then it is known that there are more.
 * Source: Horowitz and Sahni, Computing Partitions, 1974.
 */
public final class SubsetSums {
    public static final int MOST = 20;
    static final int MOST_TRIPLES = 64;
    static final int MOST_FEW = 120;

    /** @param complete whether these are all there are */
    public record Found(List<int[]> subsets, boolean complete) {}

    /** For what is asked once, in room that is used again and again. */
    private static final ThreadLocal<SubsetSums> ONCE = ThreadLocal.withInitial(() -> new SubsetSums(new long[0]));

    /** Room for half of the amounts, for as long as they are merged. */
    private static final class Scratch {
        private final long[] sums = new long[1 << ((MOST + 1) / 2)];
        private final int[] masks = new int[1 << ((MOST + 1) / 2)];
    }

    private static final ThreadLocal<Scratch> SCRATCH = ThreadLocal.withInitial(Scratch::new);

    /** Every subset's sum, rising, with the subset as bits, in room that is used again. */
    private static final class Half {
        private long[] sums = {0};
        private int[] masks = {0};
        private int size;

        /** By merging, amount by amount, the sums without it and with it. */
        void fill(long[] amounts, int from, int to) {
            size = 1 << (to - from);
            if (sums.length < size) {
                sums = new long[size];
                masks = new int[size];
            }
            Scratch scratch = SCRATCH.get();
            long[] fromSums = sums;
            int[] fromMasks = masks;
            long[] toSums = scratch.sums;
            int[] toMasks = scratch.masks;
            fromSums[0] = 0;
            fromMasks[0] = 0;
            for (int i = from; i < to; i++) {
                long amount = amounts[i];
                int bit = 1 << (i - from);
                int n = 1 << (i - from);
                int without = 0;
                int with = 0;
                for (int k = 0; k < 2 * n; k++) {
                    if (with == n || (without < n && fromSums[without] <= fromSums[with] + amount)) {
                        toSums[k] = fromSums[without];
                        toMasks[k] = fromMasks[without++];
                    } else {
                        toSums[k] = fromSums[with] + amount;
                        toMasks[k] = fromMasks[with++] | bit;
                    }
                }
                long[] swapSums = fromSums;
                fromSums = toSums;
                toSums = swapSums;
                int[] swapMasks = fromMasks;
                fromMasks = toMasks;
                toMasks = swapMasks;
            }
            if (fromSums != sums) {
                System.arraycopy(fromSums, 0, sums, 0, size);
                System.arraycopy(fromMasks, 0, masks, 0, size);
            }
        }
    }

    /** More than there are places, so that an amount and its place are one number. */
    private static final long PLACES = 128;

    private long[] amounts = {};
    private long total;
    private final Half left = new Half();
    private final Half right = new Half();
    private boolean halved;
    private int @Nullable [] rising;

    SubsetSums(long[] amounts) {
        over(amounts, this);
    }

    /** The same search over other amounts, in the same room. */
    static SubsetSums over(long[] amounts, SubsetSums room) {
        room.amounts = amounts;
        room.total = 0;
        for (long amount : amounts) {
            room.total += amount;
        }
        room.halved = false;
        room.rising = null;
        return room;
    }

    /** The search over amounts, for one sum after another. */
    public static SubsetSums over(long[] amounts) {
        return new SubsetSums(amounts.clone());
    }

    /** A search that is done with before this thread asks for another. */
    static SubsetSums once(long[] amounts) {
        return over(amounts, ONCE.get());
    }

    /** Subsets of at least two amounts, as places in the row; at most so many. */
    static Found of(long[] amounts, long sum, int most) {
        return once(amounts).of(sum, most);
    }

    /** Whether every subset is searched. */
    boolean searchesAll() {
        return amounts.length <= MOST;
    }

    /** Subsets of at least two amounts that come to the sum, as places in the row; at most so many. */
    public Found of(long sum, int most) {
        if (amounts.length < 2 || amounts.length > MOST_FEW) {
            return new Found(List.of(), amounts.length < 2);
        }
        return searchesAll() ? all(sum, most) : few(sum, most);
    }

    private Found all(long sum, int most) {
        int half = amounts.length / 2;
        if (!halved) {
            left.fill(amounts, 0, half);
            right.fill(amounts, half, amounts.length);
            halved = true;
        }
        return all(left, right, half, sum, most);
    }

    private static Found all(Half left, Half right, int half, long sum, int most) {
        List<int[]> out = new ArrayList<>();
        long[] leftSums = left.sums;
        long[] rightSums = right.sums;
        int r = right.size - 1;
        if (sum < leftSums[0] + rightSums[0] || sum > leftSums[left.size - 1] + rightSums[r]) {
            return new Found(out, true);
        }
        for (int l = 0; l < left.size; l++) {
            long rest = sum - leftSums[l];
            while (r >= 0 && rightSums[r] > rest) {
                r--;
            }
            for (int same = r; same >= 0 && rightSums[same] == rest; same--) {
                long mask = left.masks[l] | ((long) right.masks[same] << half);
                if (Long.bitCount(mask) >= 2) {
                    if (out.size() == most) {
                        return new Found(out, false);
                    }
                    out.add(places(mask));
                }
            }
        }
        return new Found(out, true);
    }

    private static int[] places(long mask) {
        int[] out = new int[Long.bitCount(mask)];
        int at = 0;
        for (int i = 0; i < 64; i++) {
            if ((mask >> i & 1) == 1) {
                out[at++] = i;
            }
        }
        return out;
    }

    private Found few(long sum, int most) {
        int[] order = rising();
        List<int[]> out = new ArrayList<>();
        if (total == sum) {
            out.add(others(amounts.length, new int[0]));
        }
        for (int place : order) {
            if (amounts[place] == total - sum && out.size() <= most) {
                out.add(others(amounts.length, new int[] {place}));
            }
        }
        int found = out.size();
        pairs(amounts, order, 0, total - sum, -1, most + found, out);
        for (int i = found; i < out.size(); i++) {
            out.set(i, others(amounts.length, out.get(i)));
        }
        pairs(amounts, order, 0, sum, -1, most + out.size(), out);
        for (int i = 0; amounts.length <= MOST_TRIPLES && i < order.length && out.size() <= most; i++) {
            pairs(amounts, order, i + 1, sum - amounts[order[i]], order[i], most + 1, out);
        }
        // there may be others in between, which were not looked for
        return new Found(out.size() > most ? out.subList(0, most) : out, false);
    }

    /** Places in the order of their amounts, equal ones in the order of the row. */
    private int[] rising() {
        if (rising == null) {
            long[] keys = new long[amounts.length];
            for (int i = 0; i < keys.length; i++) {
                keys[i] = amounts[i] * PLACES + i;
            }
            Arrays.sort(keys);
            int[] order = new int[keys.length];
            for (int i = 0; i < order.length; i++) {
                order[i] = (int) Math.floorMod(keys[i], PLACES);
            }
            rising = order;
        }
        return rising;
    }

    /** All places but some, which are rising. */
    private static int[] others(int n, int[] without) {
        int[] out = new int[n - without.length];
        int at = 0;
        int next = 0;
        for (int i = 0; i < n; i++) {
            if (next < without.length && without[next] == i) {
                next++;
            } else {
                out[at++] = i;
            }
        }
        return out;
    }

    /** Pairs from a place on, by two fingers, with a third amount before them where there is one. */
    private static void pairs(long[] amounts, int[] order, int from, long sum, int first, int most, List<int[]> out) {
        int low = from;
        int high = order.length - 1;
        while (low < high && out.size() < most) {
            long now = amounts[order[low]] + amounts[order[high]];
            if (now < sum) {
                low++;
            } else if (now > sum) {
                high--;
            } else {
                int[] found =
                        first < 0 ? new int[] {order[low], order[high]} : new int[] {first, order[low], order[high]};
                Arrays.sort(found);
                out.add(found);
                // equal amounts at either end make more pairs; one more is enough to know that it is not the only one
                if (low + 1 < high && amounts[order[low + 1]] == amounts[order[low]]) {
                    low++;
                } else {
                    high--;
                }
            }
        }
    }
}
