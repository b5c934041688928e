package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Entries that people take to the bank together: those with one reference within a few days, those of one day and kind,
 * and of these the ones of one party. Cost: O(m log m).
 */
final class Bundles {
    /** What ties a bundle. */
    enum Tie {
        REFERENCE,
        DAY,
        DAY_AND_PARTY
    }

    /**
     * @param number from 0; -1 for one made for a single line
     * @param units places of members that are taken together or not at all, as one reference ties them
     * @param unitTotals what each unit comes to
     * @param day the latest of its days
     * @param step that all its amounts share
     */
    record Bundle(
            int number,
            Tie tie,
            int[] members,
            int[][] units,
            long[] unitTotals,
            int day,
            long total,
            long step,
            MovementKind kind) {}

    private static final int MOST_MEMBERS = 400;
    private static final int DAYS_OF_A_REFERENCE = 3;

    private final Terms terms;
    private final Map<Integer, List<Bundle>> byDay = new TreeMap<>();
    private final Map<Integer, List<Bundle>> wholeDays = new TreeMap<>();
    private final Map<Integer, List<Bundle>> partiesOfDay = new TreeMap<>();
    private final Map<Long, List<Bundle>> byTotal = new HashMap<>();
    private final Map<String, List<Bundle>> byReference = new HashMap<>();
    private final Map<Integer, int[]> byParty = new HashMap<>();
    /** For each entry its reference bundle, from 1; 0 for none. */
    private final int[] slip;

    private int count;

    /** @param open entries that no pair explains; what a reference ties stays together whatever its parts look like */
    Bundles(Terms terms, boolean[] open) {
        this.terms = terms;
        slip = new int[terms.entries.length];
        Map<String, List<Integer>> references = new LinkedHashMap<>();
        Map<Long, List<Integer>> days = new TreeMap<>();
        Map<Integer, List<Integer>> parties = new TreeMap<>();
        for (int e = 0; e < terms.entries.length; e++) {
            Terms.EntryTerms entry = terms.entries[e];
            if (entry.reference.length() >= 3) {
                references
                        .computeIfAbsent(entry.reference, k -> new ArrayList<>())
                        .add(e);
            }
            if (open[e]) {
                long key = (long) entry.day * 64 + entry.kind.ordinal() * 2L + (entry.amount() < 0 ? 1 : 0);
                days.computeIfAbsent(key, k -> new ArrayList<>()).add(e);
                parties.computeIfAbsent(entry.party, k -> new ArrayList<>()).add(e);
            }
        }
        references.forEach(this::references);
        days.forEach((key, members) -> days(members));
        byDay.values().forEach(all -> all.sort(Comparator.comparingLong(Bundle::total)));
        partiesOfDay.values().forEach(all -> all.sort(Comparator.comparingLong(Bundle::total)));
        parties.forEach((party, members) -> {
            if (members.size() > 1) {
                byParty.put(party, array(members));
            }
        });
    }

    private static int[] array(List<Integer> numbers) {
        return numbers.stream().mapToInt(Integer::intValue).toArray();
    }

    private void references(String reference, List<Integer> all) {
        if (all.size() < 2) {
            return;
        }
        int start = 0;
        for (int i = 1; i <= all.size(); i++) {
            if (i == all.size()
                    || terms.entries[all.get(i)].day - terms.entries[all.get(start)].day > DAYS_OF_A_REFERENCE) {
                if (i - start > 1) {
                    int[] members = array(all.subList(start, i));
                    Bundle bundle = bundle(Tie.REFERENCE, members);
                    if (bundle != null) {
                        byReference
                                .computeIfAbsent(reference, k -> new ArrayList<>())
                                .add(bundle);
                        for (int e : members) {
                            slip[e] = count;
                        }
                    }
                }
                start = i;
            }
        }
    }

    private void days(List<Integer> members) {
        if (members.size() < 2) {
            return;
        }
        int[] all = array(members);
        bundle(Tie.DAY, all);
        Map<Integer, List<Integer>> parties = new TreeMap<>();
        for (int e : all) {
            parties.computeIfAbsent(terms.entries[e].party, k -> new ArrayList<>())
                    .add(e);
        }
        if (parties.size() > 1) {
            parties.values().stream()
                    .filter(some -> some.size() > 1)
                    .forEach(some -> bundle(Tie.DAY_AND_PARTY, array(some)));
        }
    }

    private @Nullable Bundle bundle(Tie tie, int[] members) {
        if (members.length > MOST_MEMBERS) {
            return null;
        }
        long total = 0;
        int day = Integer.MIN_VALUE;
        Map<Integer, List<Integer>> units = new LinkedHashMap<>();
        for (int i = 0; i < members.length; i++) {
            total += terms.entries[members[i]].amount();
            day = Math.max(day, terms.entries[members[i]].day);
            int slipOf = tie == Tie.REFERENCE ? 0 : slip[members[i]];
            units.computeIfAbsent(slipOf == 0 ? -1 - i : slipOf, k -> new ArrayList<>())
                    .add(i);
        }
        int[][] places = units.values().stream().map(Bundles::array).toArray(int[][]::new);
        if (tie != Tie.REFERENCE && places.length == 1) {
            // the same as the slip's
            return null;
        }
        Bundle made = made(count, tie, members, places, day, total);
        count++;
        if (tie == Tie.DAY) {
            wholeDays.computeIfAbsent(day, k -> new ArrayList<>()).add(made);
        }
        if (tie == Tie.DAY_AND_PARTY && places.length > 2) {
            partiesOfDay.computeIfAbsent(day, k -> new ArrayList<>()).add(made);
        }
        byDay.computeIfAbsent(day, k -> new ArrayList<>()).add(made);
        byTotal.computeIfAbsent(total, k -> new ArrayList<>()).add(made);
        return made;
    }

    private Bundle made(int number, Tie tie, int[] members, int[][] units, int day, long total) {
        long step = Chance.step(
                Arrays.stream(members).mapToLong(e -> terms.entries[e].amount()).toArray());
        return new Bundle(
                number, tie, members, units, totals(members, units), day, total, step, terms.entries[members[0]].kind);
    }

    private long[] totals(int[] members, int[][] units) {
        long[] out = new long[units.length];
        for (int u = 0; u < units.length; u++) {
            for (int place : units[u]) {
                out[u] += terms.entries[members[place]].amount();
            }
        }
        return out;
    }

    /** The bundles of a day and one kind each. */
    List<Bundle> wholeDays(int day) {
        return wholeDays.getOrDefault(day, List.of());
    }

    /**
     * Bundles of a day and one party, with enough units to be taken apart, whose total has the sum's sign and is the next
     * larger than it; at most so many. Cost: O(log n).
     */
    List<Bundle> ofPartiesAbove(int day, long sum, int most) {
        List<Bundle> all = partiesOfDay.getOrDefault(day, List.of());
        if (sum < 0) {
            int end = after(all, sum - 1);
            return all.subList(Math.max(0, end - most), end);
        }
        int from = after(all, sum);
        return all.subList(from, Math.min(all.size(), from + most));
    }

    /** The place of the first whose total is above. */
    private static int after(List<Bundle> rising, long total) {
        int low = 0;
        int high = rising.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (rising.get(middle).total() <= total) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    int countOfDay(int day) {
        return byDay.getOrDefault(day, List.of()).size();
    }

    /** The bundles of a day whose total lies above the one and not above the other, at most so many. Cost: O(log n). */
    List<Bundle> between(int day, long above, long upTo, int most) {
        List<Bundle> all = byDay.getOrDefault(day, List.of());
        int low = after(all, above);
        int end = low;
        while (end < all.size() && end - low < most && all.get(end).total() <= upTo) {
            end++;
        }
        return all.subList(low, end);
    }

    List<Bundle> ofTotal(long total) {
        return byTotal.getOrDefault(total, List.of());
    }

    List<Bundle> ofReference(String reference) {
        return byReference.getOrDefault(reference, List.of());
    }

    /** Open entries of a party, by day; empty where there are fewer than two. */
    int[] ofParty(int party) {
        return byParty.getOrDefault(party, new int[0]);
    }

    /** The entries of some as a bundle of their own, each a unit. */
    Bundle unbundled(int[] members) {
        long total =
                Arrays.stream(members).mapToLong(e -> terms.entries[e].amount()).sum();
        int[][] units = new int[members.length][];
        Arrays.setAll(units, i -> new int[] {i});
        int day = Arrays.stream(members).map(e -> terms.entries[e].day).max().orElse(0);
        return made(-1, Tie.DAY_AND_PARTY, members, units, day, total);
    }

    int count() {
        return count;
    }
}
