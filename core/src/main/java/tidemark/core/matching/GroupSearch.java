package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Finds groups among lines and entries that no pair explains: one line for many entries
 * ({@link BundledEntries}), many lines for one entry and lines that cancel each other ({@link PartLines}), several of
 * each ({@link ManySides}). The groups looked at are those that people and banks make: the {@link Bundles}, and lines of
 * one reference, one payer or a few days.
 *
 * <p>The weight of a group falls with the number of sets that were tried and could have come to the sum by chance, on
 * the raster of the amounts; so a sum of few out of few is telling, and one of many out of many is not.
 *
 * <p>Cost: a bounded search for each open line and entry; of each at most {@link #MOST_KEPT} groups are kept.
 */
final class GroupSearch {
    static final int LATEST = 8;
    static final int EARLIEST = -1;
    /** A kind whose lines never had this code, as a logarithm of odds, is not searched for parts. */
    static final double OTHER_KIND = -3;
    /** Groups of one line or one entry that compete with each other: as many as would be told. */
    private static final int MOST_KEPT = MatchingResult.MOST_PER_LINE;

    /** A group with its weight before others are considered. */
    record Group(
            int[] lines, int[] entries, double weight, boolean whole, boolean reference, long apart, boolean oneLine) {}

    private final Terms terms;
    private final Weights.Table weights;
    private final boolean[] openLine;
    private final boolean[] openEntry;
    private final PairSearch.Found[] pairs;
    private final Bundles bundles;
    private final BundledEntries bundled;
    private final PartLines parts;
    private final Map<Members, Group> found = new LinkedHashMap<>();

    GroupSearch(
            Comparison comparison,
            Weights.Table weights,
            boolean[] openLine,
            boolean[] openEntry,
            PairSearch.Found[] pairs) {
        this.terms = comparison.terms();
        this.weights = weights;
        this.openLine = openLine;
        this.openEntry = openEntry;
        bundles = new Bundles(terms, openEntry);
        bundled = new BundledEntries(comparison, weights, bundles);
        this.pairs = pairs;
        parts = new PartLines(comparison, weights, openLine, pairs);
    }

    /** Tells of bundles that are a little more than an open line, the latest first; so what is usually kept is found. */
    void meetFees(UsualFees fees) {
        for (int l = terms.lines.length - 1; l >= 0 && !fees.isFull(); l--) {
            if (openLine[l]) {
                bundled.meetFees(l, fees);
            }
        }
    }

    List<Group> find() {
        gather(terms.lines.length, l -> openLine[l] ? ofLine(l) : List.of());
        gather(terms.entries.length, e -> openEntry[e] ? ofEntry(e) : List.of());
        new ManySides(terms, weights, bundles).find(pairs, openLine).forEach(this::found);
        return List.copyOf(found.values());
    }

    /** Each is searched by itself and what comes of it is put together in order, so that it does not depend on who did it. */
    private void gather(int count, IntFunction<List<Group>> search) {
        IntStream.range(0, count).parallel().mapToObj(search).toList().forEach(some -> some.forEach(this::found));
    }

    private List<Group> ofLine(int l) {
        List<Group> out = new ArrayList<>();
        bundled.of(l, pairs[l], out);
        parts.cancelling(l, out);
        return weightiest(out);
    }

    private List<Group> ofEntry(int e) {
        List<Group> out = new ArrayList<>();
        parts.of(e, out);
        return weightiest(out);
    }

    /** Enough to know that there are rivals; more of them would not be told. */
    private static List<Group> weightiest(List<Group> some) {
        if (some.size() <= MOST_KEPT) {
            return some;
        }
        // stable, so that among equals those found first stay
        some.sort((a, b) -> Double.compare(b.weight(), a.weight()));
        return List.copyOf(some.subList(0, MOST_KEPT));
    }

    /** A set that was found in two ways is one group, as weighty as the better way makes it. */
    private void found(Group group) {
        found.merge(new Members(group), group, (a, b) -> a.weight() >= b.weight() ? a : b);
    }

    /** What a group ties, as a key. */
    private static final class Members {
        private final int[] lines;
        private final int[] entries;
        private final int hash;

        Members(Group group) {
            lines = group.lines();
            entries = group.entries().clone();
            Arrays.sort(entries);
            hash = 31 * Arrays.hashCode(lines) + Arrays.hashCode(entries);
        }

        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof Members o && Arrays.equals(lines, o.lines) && Arrays.equals(entries, o.entries);
        }

        @Override
        public int hashCode() {
            return hash;
        }
    }
}
