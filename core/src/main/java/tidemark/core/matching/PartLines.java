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
    private static final double CREDITED_IN_PARTS = Math.log(.05);
    private static final double CANCELS = Math.log(.03);
    private static final int DAYS_TO_CANCEL = 15;
    /** A correction or return mostly repeats something of what it takes back. */
    private static final double ALIKE = 2;

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final AmountDensity lineDensity;
    /** Business days that the open lines cover. */
    private final int span;

    private final TreeMap<Integer, int[]> linesByDay = new TreeMap<>();
    private final Map<Long, int[]> linesByAmount = new HashMap<>();
    private final Map<String, List<Integer>> linesByKey = new HashMap<>();

    PartLines(Comparison comparison, Weights.Table weights, boolean[] openLine) {
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        Map<Integer, List<Integer>> days = new TreeMap<>();
        Map<Long, List<Integer>> amounts = new HashMap<>();
        for (int l = 0; l < terms.lines.length; l++) {
            if (openLine[l]) {
                for (String key : keys(terms.lines[l])) {
                    linesByKey.computeIfAbsent(key, k -> new ArrayList<>()).add(l);
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
        days.forEach((day, members) -> linesByDay.put(day, array(members)));
        amounts.forEach((amount, members) -> linesByAmount.put(amount, array(members)));
    }

    void of(int e, List<Group> out) {
        Terms.EntryTerms entry = terms.entries[e];
        List<Integer> near = partsNear(entry);
        // those that speak for the entry by reference or name first
        int[] speaking = java.util.stream.Stream.concat(
                        linesByKey.getOrDefault(Phrase.withoutZeros(entry.reference), List.of()).stream()
                                .filter(l -> mayBePart(l, entry)
                                        && terms.lines[l].day - entry.day >= -3
                                        && terms.lines[l].day - entry.day <= 30),
                        near.stream().filter(l -> speaks(l, e)))
                .mapToInt(Integer::intValue)
                .distinct()
                .sorted()
                .toArray();
        if (speaking.length >= 2 && speaking.length <= SubsetSums.MOST) {
            sums(e, speaking, true, out);
        }
        if (near.size() >= 2 && near.size() != speaking.length) {
            sums(e, array(near), false, out);
        }
    }

    private List<Integer> partsNear(Terms.EntryTerms entry) {
        List<Integer> near = new ArrayList<>();
        int looked = 0;
        for (int[] day : linesByDay
                .subMap(entry.day + GroupSearch.EARLIEST, true, entry.day + GroupSearch.LATEST, true)
                .values()) {
            for (int l : day) {
                if (near.size() == MOST_NEAR || ++looked > MOST_LOOKED_AT) {
                    return near;
                }
                if (mayBePart(l, entry)) {
                    near.add(l);
                }
            }
        }
        return near;
    }

    private boolean mayBePart(int l, Terms.EntryTerms entry) {
        long amount = terms.lines[l].line.minorUnits();
        return (amount < 0) == (entry.amount() < 0)
                && Math.abs(amount) < Math.abs(entry.amount())
                && weights.code(entry.kind, terms.lines[l].code) > GroupSearch.OTHER_KIND;
    }

    private boolean speaks(int l, int e) {
        int facts = comparison.compare(terms.lines[l], terms.entries[e]);
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
                late += weights.lateness(entry.kind, terms.lines[lines[i]].day - entry.day)
                        + weights.code(entry.kind, terms.lines[lines[i]].code);
            }
            double weight = CREDITED_IN_PARTS
                    - Math.log(raster)
                    - Chance.sets(lines.length, subset.length)
                    + late / subset.length;
            if (speaking) {
                // each line's reference or name was met by chance in one of twenty at the most
                weight += subset.length * Math.log(20);
            }
            out.add(new Group(
                    Arrays.stream(subset).map(i -> lines[i]).sorted().toArray(),
                    new int[] {e},
                    weight,
                    false,
                    speaking,
                    0,
                    false));
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
                double weight = CANCELS - Math.log(Math.min(1, chance)) + (alike ? ALIKE : -ALIKE);
                out.add(new Group(new int[] {l, other}, new int[0], weight, true, alike, 0, false));
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
