package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import tidemark.core.matching.Facts.Reference;
import tidemark.core.matching.GroupSearch.Group;

/**
 * Finds the lines that one entry may be together, as a deposit is credited in parts, and lines that cancel each other.
 *
 * <p>Cost: for each open entry at most {@link #MOST_LOOKED_AT} lines and one bounded subset search of those that speak
 * for it and one of those near.
 */
final class PartLines {
    private static final int MOST_SOLUTIONS = 6;
    /** Lines near an entry of which some may be its parts. */
    private static final int MOST_NEAR = 60;

    private static final int MOST_LOOKED_AT = 300;
    private static final int EARLIEST_SPEAKING = -3;
    private static final int LATEST_SPEAKING = 30;
    private static final int[] NONE = {};
    private static final int DAYS_TO_CANCEL = 15;
    /** A correction or return mostly repeats something of what it takes back. */
    private static final double ALIKE = 2;

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final AmountDensity lineDensity;
    /** Business days that the open lines cover. */
    private final int span;

    private final Map<Integer, int[]> linesByDay = new HashMap<>();
    private final Map<Long, int[]> linesByAmount = new HashMap<>();
    private final Map<String, int[]> linesByKey = new HashMap<>();
    private final int[][] speakingOf;

    PartLines(Comparison comparison, Weights.Table weights, boolean[] openLine, PairSearch.Found[] pairs) {
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        speakingOf = speaking(pairs, openLine, terms.entries.length);
        Map<String, List<Integer>> byKey = new HashMap<>();
        Map<Integer, List<Integer>> days = new TreeMap<>();
        Map<Long, List<Integer>> amounts = new HashMap<>();
        for (int l = 0; l < terms.lines.length; l++) {
            if (openLine[l]) {
                for (String key : keys(terms.lines[l])) {
                    byKey.computeIfAbsent(key, k -> new ArrayList<>()).add(l);
                }
                days.computeIfAbsent(terms.lines[l].day, k -> new ArrayList<>()).add(l);
                amounts.computeIfAbsent(terms.lines[l].line.minorUnits(), k -> new ArrayList<>())
                        .add(l);
            }
        }
        lineDensity = new AmountDensity(IntStream.range(0, terms.lines.length)
                .filter(l -> openLine[l])
                .mapToLong(l -> terms.lines[l].line.minorUnits())
                .toArray());
        int[] covered = days.keySet().stream().mapToInt(Integer::intValue).toArray();
        span = covered.length == 0
                ? DAYS_TO_CANCEL
                : Math.max(DAYS_TO_CANCEL, covered[covered.length - 1] - covered[0]);
        byKey.forEach((key, members) -> linesByKey.put(key, array(members)));
        days.forEach((day, members) -> linesByDay.put(day, array(members)));
        amounts.forEach((amount, members) -> linesByAmount.put(amount, array(members)));
    }

    /** For each entry the open lines that speak for it by reference or name, as comparing the pairs has shown. */
    private static int[][] speaking(PairSearch.Found[] pairs, boolean[] openLine, int entries) {
        int[] counts = new int[entries];
        int[][] out = new int[entries][];
        for (boolean filling : new boolean[] {false, true}) {
            for (int l = 0; l < pairs.length; l++) {
                for (int i = 0; openLine[l] && i < pairs[l].entries().length; i++) {
                    int e = pairs[l].entries()[i];
                    if (!speaks(pairs[l].facts()[i])) {
                        continue;
                    }
                    if (filling) {
                        out[e][out[e].length - counts[e]--] = l;
                    } else {
                        counts[e]++;
                    }
                }
            }
            for (int e = 0; !filling && e < entries; e++) {
                out[e] = new int[counts[e]];
            }
        }
        return out;
    }

    void of(int e, List<Group> out) {
        Terms.EntryTerms entry = terms.entries[e];
        int[] near = partsNear(entry);
        // those that speak for the entry by reference or name first
        int[] byKey = linesByKey.getOrDefault(Phrase.withoutZeros(entry.reference), NONE);
        int[] some = new int[byKey.length + speakingOf[e].length + near.length];
        int count = 0;
        for (int l : byKey) {
            if (isWithin(l, entry, EARLIEST_SPEAKING, LATEST_SPEAKING) && mayBePart(l, entry)) {
                some[count++] = l;
            }
        }
        for (int l : speakingOf[e]) {
            if (isWithin(l, entry, GroupSearch.EARLIEST, GroupSearch.LATEST) && mayBePart(l, entry)) {
                some[count++] = l;
            }
        }
        for (int l : near) {
            if (speaks(compared(l, e))) {
                some[count++] = l;
            }
        }
        int[] speaking = count == 0
                ? NONE
                : Arrays.stream(some, 0, count).sorted().distinct().toArray();
        if (speaking.length >= 2 && speaking.length <= SubsetSums.MOST) {
            sums(e, speaking, true, out);
        }
        if (near.length >= 2 && near.length != speaking.length) {
            sums(e, near, false, out);
        }
    }

    /**
     * Lines near an entry of which some may be its parts. None where there are so many that a few could hardly be looked at
     * and a sum of any of them would tell nothing.
     */
    private int[] partsNear(Terms.EntryTerms entry) {
        int count = 0;
        for (int d = entry.day + GroupSearch.EARLIEST; d <= entry.day + GroupSearch.LATEST; d++) {
            count += linesOn(d).length;
        }
        if (count < 2 || count > MOST_LOOKED_AT) {
            return NONE;
        }
        int[] out = new int[Math.min(count, MOST_NEAR)];
        int found = 0;
        for (int d = entry.day + GroupSearch.EARLIEST; d <= entry.day + GroupSearch.LATEST; d++) {
            for (int l : linesOn(d)) {
                if (found < out.length && mayBePart(l, entry)) {
                    out[found++] = l;
                }
            }
        }
        return Arrays.copyOf(out, found);
    }

    private int[] linesOn(int day) {
        return linesByDay.getOrDefault(day, NONE);
    }

    private boolean isWithin(int l, Terms.EntryTerms entry, int earliest, int latest) {
        int days = terms.lines[l].day - entry.day;
        return days >= earliest && days <= latest;
    }

    private int compared(int l, int e) {
        return comparison.compare(terms.lines[l], terms.entries[e]);
    }

    private boolean mayBePart(int l, Terms.EntryTerms entry) {
        long amount = terms.lines[l].line.minorUnits();
        return (amount < 0) == (entry.amount() < 0)
                && Math.abs(amount) < Math.abs(entry.amount())
                && weights.code(entry.movement, terms.lines[l].code) > GroupSearch.OTHER_KIND;
    }

    private static boolean speaks(int facts) {
        return Facts.reference(facts).ordinal() <= Reference.ONE_SLIP.ordinal() || Facts.name(facts) == Facts.Name.ALL;
    }

    private void sums(int e, int[] lines, boolean speaking, List<Group> out) {
        Terms.EntryTerms entry = terms.entries[e];
        long[] amounts = new long[lines.length];
        Arrays.setAll(amounts, i -> terms.lines[lines[i]].line.minorUnits());
        double raster = Chance.raster(Chance.step(amounts), entry.amount());
        for (int[] subset :
                SubsetSums.of(amounts, entry.amount(), MOST_SOLUTIONS).subsets()) {
            if (subset.length > 4) {
                continue;
            }
            double late = 0;
            for (int i : subset) {
                late += weights.lateness(entry.movement, terms.lines[lines[i]].day - entry.day)
                        + weights.code(entry.movement, terms.lines[lines[i]].code);
            }
            double weight = -Math.log(raster) - Chance.sets(lines.length, subset.length) + late / subset.length;
            int[] some = Arrays.stream(subset).map(i -> lines[i]).sorted().toArray();
            if (speaking) {
                weight += comparison.spoken(some, entry, weights);
            }
            double byChance = Math.log(raster) + Chance.sets(lines.length, subset.length);
            out.add(new Group(Way.PARTS, some, new int[] {e}, weight, false, speaking, 0, false)
                    .someOf(speaking ? Double.NEGATIVE_INFINITY : byChance));
        }
    }

    /** Lines of one amount, one in and one out, a few days apart: an error and its correction, a credit and its return. */
    void cancelling(int l, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        int[] opposite = linesByAmount.get(-line.line.minorUnits());
        if (opposite == null || opposite.length > 8) {
            return;
        }
        for (int other : opposite) {
            int days = terms.lines[other].day - line.day;
            boolean later = days > 0 || (days == 0 && other > l);
            if (later && days <= DAYS_TO_CANCEL) {
                // half of the lines of an amount go the other way
                double chance = lineDensity.expected(line.line.minorUnits()) / 2 * DAYS_TO_CANCEL / span;
                boolean alike = shared(line, terms.lines[other]);
                double weight = -Math.log(Math.min(1, chance)) + (alike ? ALIKE : -ALIKE);
                out.add(new Group(Way.CANCELLED, new int[] {l, other}, new int[0], weight, true, alike, 0, false));
            }
        }
    }

    private static boolean shared(Terms.LineTerms a, Terms.LineTerms b) {
        return a.references.stream().anyMatch(b.references::contains)
                || a.text.codes().stream().anyMatch(b.text.codes()::contains)
                || a.text.words().stream().filter(b.text.words()::contains).count() >= 2;
    }

    private static List<String> keys(Terms.LineTerms line) {
        List<String> out = new ArrayList<>(line.references);
        out.addAll(line.text.codes());
        return out.stream()
                .filter(k -> k.length() >= 3)
                .map(Phrase::withoutZeros)
                .distinct()
                .toList();
    }

    private static int[] array(List<Integer> numbers) {
        return numbers.stream().mapToInt(Integer::intValue).toArray();
    }
}
