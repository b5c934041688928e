package tidemark.core.deposit;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Which receipts of a slip make each of the amounts the bank credited it in. Tried in this order, each completely before the
 * next: the groups of one label (a site, a tender, a day) taken whole; then any set of receipts, part by part from the
 * smallest credit, by the sums that can be reached.
 *
 * <p>Cost: O(n) for each label; O(n · {@link #MOST_SUMS}) for each part at most, time and memory. Beyond that many sums the
 * search stops and says so. Guarantee: what is found comes to the cent; the same input in any order of credits gives the same
 * parts. Source: the table of reachable sums of Bellman, Notes on the theory of dynamic programming, 1956.
 *
 * @param parts for each credit, in the order given, the places of its receipts, rising; empty where nothing was found
 * @param several whether another partition comes to the same amounts
 * @param complete whether every partition was looked at, so that nothing found means that there is none
 */
public record SlipPartition(List<List<Integer>> parts, boolean several, boolean complete) {
    /** More sums than these are not kept. */
    static final int MOST_SUMS = 20_000;

    /** More credits than a slip is split over. */
    static final int MOST_PARTS = 6;

    private static final SlipPartition NONE = new SlipPartition(List.of(), false, true);
    private static final SlipPartition UNKNOWN = new SlipPartition(List.of(), false, false);

    /**
     * A receipt of the slip.
     *
     * @param minorUnits above zero
     * @param labels what it may be grouped by, each in the same place for all receipts: site, tender, day
     */
    public record Receipt(long minorUnits, List<String> labels) {
        public Receipt {
            if (minorUnits <= 0) {
                throw new IllegalArgumentException("A receipt that is split off has an amount above zero");
            }
            labels = List.copyOf(labels);
        }
    }

    public SlipPartition {
        parts = parts.stream().map(List::copyOf).toList();
    }

    public boolean isFound() {
        return !parts.isEmpty();
    }

    /**
     * @param receipts in the order of the slip
     * @param credits at least two, each above zero; their sum is the slip's, else nothing is found
     */
    public static SlipPartition of(List<Receipt> receipts, List<Long> credits) {
        long total = receipts.stream().mapToLong(Receipt::minorUnits).sum();
        long credited = credits.stream().mapToLong(Long::longValue).sum();
        if (credits.size() < 2 || receipts.size() < credits.size() || total != credited) {
            return NONE;
        }
        if (credits.size() > MOST_PARTS) {
            return UNKNOWN;
        }
        int labels = receipts.getFirst().labels().size();
        for (int i = 0; i < labels; i++) {
            SlipPartition whole = byLabel(receipts, credits, i);
            if (whole.isFound()) {
                return whole;
            }
        }
        return bySums(receipts, credits);
    }

    /**
     * Which of many receipts make one amount, the others left where they are. Where several sets do, the one that holds the
     * receipts that stand last. Cost: that of two credits.
     *
     * @return one part, or none
     */
    public static SlipPartition picking(List<Receipt> receipts, long amount) {
        long total = 0;
        for (Receipt receipt : receipts) {
            total = Math.addExact(total, receipt.minorUnits());
        }
        if (receipts.isEmpty() || amount <= 0 || total < amount) {
            return NONE;
        }
        if (total == amount) {
            List<Integer> all = new ArrayList<>();
            for (int i = 0; i < receipts.size(); i++) {
                all.add(i);
            }
            return new SlipPartition(List.of(all), false, true);
        }
        SlipPartition both = of(receipts, List.of(amount, total - amount));
        return both.isFound()
                ? new SlipPartition(List.of(both.parts().getFirst()), both.several(), both.complete())
                : both;
    }

    /** Each group whole; the groups are few. */
    private static SlipPartition byLabel(List<Receipt> receipts, List<Long> credits, int label) {
        Map<String, List<Integer>> groups = new TreeMap<>();
        for (int i = 0; i < receipts.size(); i++) {
            groups.computeIfAbsent(receipts.get(i).labels().get(label), g -> new ArrayList<>())
                    .add(i);
        }
        if (groups.size() < credits.size()) {
            return NONE;
        }
        List<List<Integer>> members = List.copyOf(groups.values());
        List<Receipt> sums = members.stream()
                .map(m -> new Receipt(
                        m.stream().mapToLong(i -> receipts.get(i).minorUnits()).sum(), List.of()))
                .toList();
        SlipPartition found = bySums(sums, credits);
        return new SlipPartition(
                found.parts().stream()
                        .map(part -> part.stream()
                                .flatMap(g -> members.get(g).stream())
                                .sorted()
                                .toList())
                        .toList(),
                found.several(),
                found.complete());
    }

    private static SlipPartition bySums(List<Receipt> receipts, List<Long> credits) {
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < credits.size(); i++) {
            order.add(i);
        }
        order.sort((a, b) -> Long.compare(credits.get(a), credits.get(b)));
        List<Integer> left = new ArrayList<>();
        for (int i = 0; i < receipts.size(); i++) {
            left.add(i);
        }
        List<List<Integer>> parts = new ArrayList<>(Collections.nCopies(credits.size(), List.of()));
        Search search = new Search(receipts, credits, order);
        boolean found = search.from(0, left, parts);
        if (!found) {
            return search.complete ? NONE : UNKNOWN;
        }
        return new SlipPartition(parts, search.several, search.complete);
    }

    private static final class Search {
        /** How many ways to make one credit are followed. */
        private static final int MOST_WAYS = 40;

        private final List<Receipt> receipts;
        private final List<Long> credits;
        private final List<Integer> order;
        private boolean several;
        private boolean complete = true;

        Search(List<Receipt> receipts, List<Long> credits, List<Integer> order) {
            this.receipts = receipts;
            this.credits = credits;
            this.order = order;
        }

        /** Makes the credits from one on out of what is left, the smallest first; the last takes the rest. */
        boolean from(int step, List<Integer> left, List<List<Integer>> parts) {
            int credit = order.get(step);
            if (step == order.size() - 1) {
                parts.set(credit, List.copyOf(left));
                return !left.isEmpty();
            }
            List<List<Integer>> ways = ways(left, credits.get(credit));
            boolean found = false;
            for (List<Integer> way : ways) {
                List<Integer> rest = new ArrayList<>(left);
                rest.removeAll(way);
                List<List<Integer>> tried = found ? new ArrayList<>(parts) : parts;
                if (!rest.isEmpty() && from(step + 1, rest, tried)) {
                    if (!found) {
                        parts.set(credit, way);
                    }
                    several |= found;
                    found = true;
                    if (several) {
                        return true;
                    }
                }
            }
            return found;
        }

        /** Sets of what is left that come to a sum, each as places that rise, the last receipts first. */
        private List<List<Integer>> ways(List<Integer> left, long sum) {
            // how many of them, from the first on, it takes to make each sum; with more of them it stays within reach
            Map<Long, Integer> reached = new HashMap<>();
            reached.put(0L, 0);
            List<Long> made = new ArrayList<>(List.of(0L));
            for (int i = 0; i < left.size(); i++) {
                long amount = receipts.get(left.get(i)).minorUnits();
                for (int k = made.size() - 1; k >= 0; k--) {
                    long more = made.get(k) + amount;
                    if (more > sum || reached.containsKey(more)) {
                        continue;
                    }
                    if (reached.size() >= MOST_SUMS) {
                        complete = false;
                        break;
                    }
                    reached.put(more, i + 1);
                    made.add(more);
                }
            }
            List<List<Integer>> out = new ArrayList<>();
            back(left, reached, left.size(), sum, new int[left.size()], 0, out);
            return out;
        }

        private void back(
                List<Integer> left,
                Map<Long, Integer> reached,
                int upTo,
                long sum,
                int[] taken,
                int count,
                List<List<Integer>> out) {
            if (sum == 0) {
                out.add(Arrays.stream(taken, 0, count).boxed().sorted().toList());
                return;
            }
            for (int i = upTo - 1; i >= 0; i--) {
                if (out.size() >= MOST_WAYS) {
                    complete = false;
                    return;
                }
                long rest = sum - receipts.get(left.get(i)).minorUnits();
                if (rest >= 0 && reached.getOrDefault(rest, Integer.MAX_VALUE) <= i) {
                    taken[count] = left.get(i);
                    back(left, reached, i, rest, taken, count + 1, out);
                }
            }
        }
    }
}
