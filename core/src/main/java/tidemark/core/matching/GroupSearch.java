package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Finds groups among lines and entries that no pair explains: one line for many entries
 * ({@link BundledEntries}), many lines for one entry and lines that cancel each other ({@link PartLines}), several of
 * each ({@link ManySides}), and all lines of something for one entry or all entries of something ({@link LineSets}). The
 * groups looked at are those that people and banks make: the {@link Bundles}, and lines of one reference, one payer or a
 * few days.
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
    /** Lines or entries that are gone through as one piece of work. */
    private static final int PIECE = 128;

    /**
     * A group with its weight before others are considered.
     *
     * @param bare the weight without the odds of its way
     * @param most what it may weigh at the most
     * @param openShare of entries like its own that were not explained when it was found
     */
    record Group(
            Way way,
            int[] lines,
            int[] entries,
            double bare,
            boolean whole,
            boolean reference,
            long apart,
            boolean oneLine,
            double openShare,
            double most) {
        /** However well its texts and ways speak, some of many is no surer than its sum by chance and one in twenty. */
        static final double SURER = Math.log(20);

        Group(
                Way way,
                int[] lines,
                int[] entries,
                double bare,
                boolean whole,
                boolean reference,
                long apart,
                boolean oneLine) {
            this(way, lines, entries, bare, whole, reference, apart, oneLine, 1, Double.POSITIVE_INFINITY);
        }

        /** The weight before it is known which ways are usual. */
        double weight() {
            return Math.min(bare + way.atFirst, most);
        }

        /** @param byChance the logarithm of how many such sets come to the sum by chance */
        Group someOf(double byChance) {
            double atMost = SURER - byChance;
            return new Group(way, lines, entries, bare, whole, reference, apart, oneLine, openShare, atMost);
        }

        Group whereOpen(double share) {
            return new Group(way, lines, entries, bare, whole, reference, apart, oneLine, share, most);
        }
    }

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final boolean[] openLine;
    private final boolean[] openEntry;
    private final PairSearch.Found[] pairs;
    private final double[] openShare = new double[Movement.COUNT];
    private final Bundles bundles;
    private final BundledEntries bundled;
    private final PartLines parts;
    private final @Nullable Set<Integer> changedDays;
    private final Map<Members, Group> found = new LinkedHashMap<>();

    /**
     * @param sure lines, then entries, that are explained for certain
     * @param changedDays around which something was explained since the search before; null where all is searched
     * @param again whether this is a later search, among what is left, in which more is tried
     */
    GroupSearch(
            Comparison comparison,
            Weights.Table weights,
            boolean[] sure,
            PairSearch.Found[] pairs,
            boolean again,
            @Nullable Set<Integer> changedDays) {
        this.changedDays = changedDays;
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        openLine = new boolean[terms.lines.length];
        for (int l = 0; l < openLine.length; l++) {
            openLine[l] = !sure[l];
        }
        openEntry = new boolean[terms.entries.length];
        for (int e = 0; e < openEntry.length; e++) {
            openEntry[e] = !sure[openLine.length + e];
        }
        double[] all = new double[Movement.COUNT];
        for (int e = 0; e < openEntry.length; e++) {
            int movement = terms.entries[e].movement.index();
            all[movement]++;
            openShare[movement] += openEntry[e] ? 1 : 0;
        }
        for (int m = 0; m < all.length; m++) {
            openShare[m] = (openShare[m] + 1) / (all[m] + 1);
        }
        this.pairs = pairs;
        SideBySide.Both<BundledEntries, PartLines> prepared = SideBySide.of(
                () -> new BundledEntries(comparison, weights, new Bundles(terms, openEntry), again),
                () -> new PartLines(comparison, weights, openLine, pairs));
        bundled = prepared.first();
        bundles = bundled.bundles();
        parts = prepared.second();
    }

    /** Tells of bundles that are a little more than an open line, the latest first; so what is usually kept is found. */
    void meetFees(UsualFees fees) {
        for (int l = terms.lines.length - 1; l >= 0 && !fees.isFull(); l--) {
            if (openLine[l]) {
                bundled.meetFees(l, fees);
            }
        }
    }

    /** What is found, in an order that does not depend on that of the input. */
    Map<Members, Group> find() {
        // one for each that works at a time
        Queue<BundledEntries.Recent> idle = new ConcurrentLinkedQueue<>();
        gather(terms.lines.length, (from, to) -> {
            BundledEntries.Recent free = idle.poll();
            BundledEntries.Recent recent = free == null ? new BundledEntries.Recent() : free;
            List<Group> out = new ArrayList<>();
            for (int l = from; l < to; l++) {
                if (openLine[l] && isNew(terms.lines[l].day)) {
                    out.addAll(ofLine(l, recent));
                }
            }
            idle.add(recent);
            return out;
        });
        gather(terms.entries.length, (from, to) -> {
            List<Group> out = new ArrayList<>();
            for (int e = from; e < to; e++) {
                if (openEntry[e] && isNew(terms.entryDays[e])) {
                    out.addAll(ofEntry(e));
                }
            }
            return out;
        });
        ManySides many = new ManySides(terms, weights, bundles);
        Map<Integer, List<Integer>> linesOfParty = many.linesOfParties(pairs, openLine);
        many.find(linesOfParty).forEach(this::found);
        new LineSets(comparison, weights, bundles, openLine, linesOfParty)
                .find()
                .forEach(this::found);
        return found;
    }

    /** Whether a search around a day may find what the one before has not. */
    private boolean isNew(int day) {
        if (changedDays == null) {
            return true;
        }
        for (int d = day - LATEST; d <= day + LATEST; d++) {
            if (changedDays.contains(d)) {
                return true;
            }
        }
        return false;
    }

    /** What is found from one on to another. */
    private interface Search {
        List<Group> of(int from, int to);
    }

    /** Each is searched by itself and what comes of it is put together in order, so that it does not depend on who did it. */
    private void gather(int count, Search search) {
        IntStream.range(0, (count + PIECE - 1) / PIECE)
                .parallel()
                .mapToObj(p -> search.of(p * PIECE, Math.min(count, (p + 1) * PIECE)))
                .toList()
                .forEach(some -> some.forEach(this::found));
    }

    private List<Group> ofLine(int l, BundledEntries.Recent recent) {
        List<Group> out = new ArrayList<>();
        bundled.of(l, pairs[l], recent, out);
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

    /** A set that was found in two ways is one group, of the better way. */
    private void found(Group found) {
        Group group = found.way().isAll || found.entries().length == 0
                ? found
                : found.whereOpen(openShare[terms.entries[found.entries()[0]].movement.index()]);
        this.found.merge(new Members(group), group, GroupSearch::better);
    }

    /** All there is of something says more than some of it; else the weightier. */
    static Group better(Group a, Group b) {
        if (a.way().isAll != b.way().isAll) {
            return a.way().isAll ? a : b;
        }
        return a.weight() >= b.weight() ? a : b;
    }

    /** What a group ties, as a key. */
    static final class Members {
        private final int[] lines;
        private final int[] entries;
        private final int hash;

        Members(Group group) {
            lines = group.lines();
            entries = rising(group.entries());
            hash = 31 * Arrays.hashCode(lines) + Arrays.hashCode(entries);
        }

        private static int[] rising(int[] some) {
            for (int i = 1; i < some.length; i++) {
                if (some[i] < some[i - 1]) {
                    int[] out = some.clone();
                    Arrays.sort(out);
                    return out;
                }
            }
            return some;
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
