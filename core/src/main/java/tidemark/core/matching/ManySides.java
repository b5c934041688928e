package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tidemark.core.matching.Facts.Name;
import tidemark.core.matching.Facts.Reference;

/**
 * Finds several lines and several entries of one party that only together come to the same: two payments for three
 * invoices. Sets of which a part balances by itself are left out, as the part says more.
 *
 * <p>Cost: for each party and run of its open lines every subset of at most {@link #MOST_LINES} lines against every
 * subset of at most {@link #MOST_ENTRIES} entries, met by their sums: a few hundred sums each.
 */
final class ManySides {
    static final int MOST_LINES = 5;
    static final int MOST_ENTRIES = 7;
    private static final int MOST_SOLUTIONS = 6;
    /** Entries of the party before the last line that are looked at. */
    private static final int MOST_NEAR = 40;

    /** Business days between the lines that are looked at together, and from an entry to them. */
    private static final int RUN = 5;

    private static final int LATEST = 22;
    private static final int EARLIEST = -1;
    private final Terms terms;
    private final Weights.Table weights;
    private final Bundles bundles;

    ManySides(Terms terms, Weights.Table weights, Bundles bundles) {
        this.terms = terms;
        this.weights = weights;
        this.bundles = bundles;
    }

    /** Sets of places on both sides with equal sums, none of which holds another; at most so many. */
    static List<int[][]> balanced(long[] lines, long[] entries, int most) {
        // sum and set in one number, so that equal sums lie together, their sets rising
        long[] bySum = new long[(1 << entries.length) - 1];
        Arrays.setAll(bySum, i -> (sum(entries, i + 1) << MOST_ENTRIES) | (i + 1));
        Arrays.sort(bySum);
        List<int[]> found = new ArrayList<>();
        for (int set = 1; set < 1 << lines.length; set++) {
            long wanted = sum(lines, set);
            int at = Arrays.binarySearch(bySum, wanted << MOST_ENTRIES);
            for (int i = -at - 1; i < bySum.length && bySum[i] >> MOST_ENTRIES == wanted; i++) {
                found.add(new int[] {set, (int) bySum[i] & ((1 << MOST_ENTRIES) - 1)});
            }
        }
        List<int[][]> out = new ArrayList<>();
        for (int[] sets : found) {
            boolean many = Integer.bitCount(sets[0]) > 1 && Integer.bitCount(sets[1]) > 1;
            if (many && out.size() < most && found.stream().noneMatch(part -> isPart(part, sets))) {
                out.add(new int[][] {places(sets[0]), places(sets[1])});
            }
        }
        return out;
    }

    private static boolean isPart(int[] part, int[] whole) {
        return part != whole && (part[0] & ~whole[0]) == 0 && (part[1] & ~whole[1]) == 0;
    }

    private static long sum(long[] amounts, int set) {
        long sum = 0;
        for (int i = 0; i < amounts.length; i++) {
            sum += (set >> i & 1) == 1 ? amounts[i] : 0;
        }
        return sum;
    }

    private static int[] places(int set) {
        int[] out = new int[Integer.bitCount(set)];
        int at = 0;
        for (int i = 0; i < Integer.SIZE; i++) {
            if ((set >> i & 1) == 1) {
                out[at++] = i;
            }
        }
        return out;
    }

    /** For each party the open lines that speak for it. */
    Map<Integer, List<Integer>> linesOfParties(PairSearch.Found[] pairs, boolean[] openLine) {
        Map<Integer, List<Integer>> linesOf = new TreeMap<>();
        for (int l = 0; l < pairs.length; l++) {
            if (openLine[l]) {
                int line = l;
                speaksFor(pairs[l])
                        .forEach(party -> linesOf.computeIfAbsent(party, k -> new ArrayList<>())
                                .add(line));
            }
        }
        return linesOf;
    }

    List<GroupSearch.Group> find(Map<Integer, List<Integer>> linesOf) {
        List<GroupSearch.Group> out = new ArrayList<>();
        linesOf.forEach((party, lines) -> {
            int[] entries = bundles.ofParty(party);
            if (lines.size() > 1 && entries.length > 1) {
                runs(lines, entries, out);
            }
        });
        return out;
    }

    private List<Integer> speaksFor(PairSearch.Found pairs) {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < pairs.entries().length; i++) {
            int facts = pairs.facts()[i];
            int party = terms.entries[pairs.entries()[i]].party;
            boolean speaks = Facts.name(facts) == Name.ALL
                    || Facts.name(facts) == Name.MOST
                    || Facts.reference(facts).ordinal() <= Reference.ONE_SLIP.ordinal();
            if (speaks && !terms.parties.get(party).words.isEmpty() && !out.contains(party)) {
                out.add(party);
            }
        }
        return out;
    }

    /** Lines that follow each other within days and go one way are looked at together. */
    private void runs(List<Integer> lines, int[] entries, List<GroupSearch.Group> out) {
        for (boolean money : new boolean[] {true, false}) {
            int[] oneWay = lines.stream()
                    .filter(l -> terms.lines[l].line.minorUnits() > 0 == money)
                    .sorted(Comparator.comparingInt(l -> terms.lines[l].day))
                    .mapToInt(Integer::intValue)
                    .toArray();
            int start = 0;
            for (int i = 1; i <= oneWay.length; i++) {
                if (i == oneWay.length
                        || i - start == MOST_LINES
                        || terms.lines[oneWay[i]].day - terms.lines[oneWay[i - 1]].day > RUN) {
                    if (i - start > 1) {
                        run(Arrays.copyOfRange(oneWay, start, i), entries, out);
                    }
                    start = i;
                }
            }
        }
    }

    private void run(int[] lines, int[] party, List<GroupSearch.Group> out) {
        int first = terms.lines[lines[0]].day;
        int last = terms.lines[lines[lines.length - 1]].day;
        boolean in = terms.lines[lines[0]].line.minorUnits() > 0;
        int end = terms.firstOn(party, last - EARLIEST + 1);
        int start = Math.max(terms.firstOn(party, first - LATEST), end - MOST_NEAR);
        int[] near = Arrays.stream(party, start, end)
                .filter(e -> terms.entries[e].amount() > 0 == in)
                .toArray();
        int[] entries =
                near.length <= MOST_ENTRIES ? near : Arrays.copyOfRange(near, near.length - MOST_ENTRIES, near.length);
        long[] bank = Arrays.stream(lines)
                .mapToLong(l -> terms.lines[l].line.minorUnits())
                .toArray();
        long[] ledger =
                Arrays.stream(entries).mapToLong(e -> terms.entries[e].amount()).toArray();
        for (int[][] sets : balanced(bank, ledger, MOST_SOLUTIONS)) {
            long sum = 0;
            for (int l : sets[0]) {
                sum += bank[l];
            }
            double chance = Chance.raster(Chance.step(ledger), sum);
            double weight = -Math.log(chance)
                    - Chance.sets(lines.length, sets[0].length)
                    - Chance.sets(entries.length, sets[1].length)
                    + late(lines, sets[0], entries, sets[1]);
            out.add(new GroupSearch.Group(
                    Way.CROSSWISE,
                    Arrays.stream(sets[0]).map(i -> lines[i]).sorted().toArray(),
                    Arrays.stream(sets[1]).map(i -> entries[i]).sorted().toArray(),
                    weight,
                    true,
                    false,
                    0,
                    false));
        }
    }

    /** How usual it is that the entries come to the bank with the last of the lines. */
    private double late(int[] lines, int[] someLines, int[] entries, int[] someEntries) {
        Terms.LineTerms last = terms.lines[lines[someLines[someLines.length - 1]]];
        double sum = 0;
        for (int e : someEntries) {
            Terms.EntryTerms entry = terms.entries[entries[e]];
            sum += weights.lateness(entry.movement, last.day - entry.day) + weights.code(entry.movement, last.code);
        }
        return sum / someEntries.length;
    }
}
