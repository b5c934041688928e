package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import tidemark.core.matching.Bundles.Bundle;
import tidemark.core.matching.GroupSearch.Group;

/**
 * Finds all lines of something that together come to one entry, or to all entries of something: a slip that was credited in
 * parts and shows its number on each, a payroll that was paid one by one, the takings of a day in two credits, several
 * payments of one payer for several invoices. What is looked at are all lines with one number in their text, of one code on
 * one day, or that name one party, within a few days.
 *
 * <p>Cost: O(n log n), as a series has at most {@link #MOST_DAYS} sets for each of its days.
 */
final class LineSets {
    private static final int SPAN = 5;
    static final int MOST_DAYS = SPAN + 1;
    private static final int MOST_LINES = 60;
    private static final int SHORTEST_WORD = 5;
    /** A word that more open lines have is nobody's own. */
    private static final int MOST_OF_A_WORD = 60;
    /** A number that more lines have is a branch's or an account's own. */
    private static final int MOST_OF_A_NUMBER = 400;

    /** Business days that an entry may be later or earlier than the first of its lines. */
    private static final int EARLIEST = -5;

    private static final int LATEST = 12;
    private static final int MOST_TAKEN_APART = 6;

    /** @param key the number that all have; empty for none */
    private record LineSet(int[] lines, long total, int first, int last, String key, int party) {}

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final Bundles bundles;
    private final Map<Long, List<Integer>> entriesByAmount = new HashMap<>();
    private final List<LineSet> sets = new ArrayList<>();
    private final Set<Long> made = new HashSet<>();
    private final int[] setsOf;

    LineSets(
            Comparison comparison,
            Weights.Table weights,
            Bundles bundles,
            boolean[] openLine,
            Map<Integer, List<Integer>> linesOfParty) {
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        this.bundles = bundles;
        setsOf = new int[terms.lines.length];
        for (int e = 0; e < terms.entries.length; e++) {
            if (bundles.isOpen(e)) {
                entriesByAmount
                        .computeIfAbsent(terms.entries[e].amount(), k -> new ArrayList<>())
                        .add(e);
            }
        }
        Map<String, List<Integer>> numbers = new LinkedHashMap<>();
        Map<Long, List<Integer>> days = new TreeMap<>();
        for (int l = 0; l < openLine.length; l++) {
            if (openLine[l]) {
                Terms.LineTerms line = terms.lines[l];
                for (String number : line.numbers) {
                    numbers.computeIfAbsent(number, k -> new ArrayList<>()).add(l);
                }
                long key = ((long) line.day << 20) | (line.code * 2L + (line.line.minorUnits() < 0 ? 1 : 0));
                days.computeIfAbsent(key, k -> new ArrayList<>()).add(l);
            }
        }
        // the whole text is a word of its own
        Map<Object, List<Integer>> words = new LinkedHashMap<>();
        for (int l = 0; l < openLine.length; l++) {
            if (openLine[l]) {
                words.computeIfAbsent(terms.lines[l].text, k -> new ArrayList<>())
                        .add(l);
            }
            for (String word : openLine[l] ? terms.lines[l].words : List.<String>of()) {
                if (word.length() >= SHORTEST_WORD) {
                    words.computeIfAbsent(word, k -> new ArrayList<>()).add(l);
                }
            }
        }
        words.values().removeIf(all -> all.size() > MOST_OF_A_WORD);
        words.values().forEach(all -> series(all, "", -1));
        numbers.forEach((number, all) -> {
            if (all.size() <= MOST_OF_A_NUMBER) {
                series(all, number, -1);
            }
        });
        linesOfParty.forEach((party, all) -> series(all, "", party));
        days.values().forEach(all -> series(all, "", -1));
    }

    private void series(List<Integer> all, String key, int party) {
        int n = all.size();
        if (n < 2) {
            return;
        }
        if (day(all.get(n - 1)) - day(all.get(0)) <= SPAN) {
            set(all, key, party);
        }
        for (int start = 0; start < n; start = nextDay(all, start)) {
            int end = start;
            while (end < n && day(all.get(end)) - day(all.get(start)) <= SPAN) {
                end = nextDay(all, end);
                set(all.subList(start, end), key, party);
            }
        }
    }

    private int day(int l) {
        return terms.lines[l].day;
    }

    private int nextDay(List<Integer> all, int from) {
        int to = from;
        while (to < all.size() && day(all.get(to)) == day(all.get(from))) {
            to++;
        }
        return to;
    }

    private void set(List<Integer> all, String key, int party) {
        if (all.size() < 2 || all.size() > MOST_LINES) {
            return;
        }
        int[] lines = all.stream().mapToInt(Integer::intValue).toArray();
        long total = 0;
        for (int l : lines) {
            total += terms.lines[l].line.minorUnits();
        }
        if (total != 0 && made.add(Bundles.key(lines, total))) {
            sets.add(new LineSet(lines, total, day(lines[0]), day(lines[lines.length - 1]), key, party));
            for (int l : lines) {
                setsOf[l]++;
            }
        }
    }

    List<Group> find() {
        List<Group> out = new ArrayList<>();
        for (LineSet set : sets) {
            List<Integer> entries = entriesByAmount.getOrDefault(set.total(), List.of());
            for (int e : entries) {
                int days = set.first() - terms.entries[e].day;
                if (days >= EARLIEST && days <= LATEST) {
                    out.add(ofEntry(set, e));
                }
            }
            for (Bundle bundle : bundles.ofTotal(set.total())) {
                int days = set.first() - bundle.day();
                if (days >= EARLIEST && days <= LATEST) {
                    out.add(ofBundle(set, bundle));
                }
            }
        }
        return out;
    }

    private Group ofEntry(LineSet set, int e) {
        Terms.EntryTerms entry = terms.entries[e];
        double chance = terms.density.expected(set.total()) / terms.span;
        double weight = -Math.log(chance)
                - Math.log(setsOf[set.lines()[0]])
                + weights.lag(entry.movement, set.last() - entry.day)
                + comparison.spoken(set.lines(), entry, weights);
        return group(Way.TOGETHER, set, new int[] {e}, weight + code(entry.movement, set));
    }

    private Group ofBundle(LineSet set, Bundle bundle) {
        int[] tried = new int[Way.values().length];
        Arrays.fill(tried, 1);
        for (int d = set.first() - LATEST; d <= set.first() - EARLIEST; d++) {
            bundles.countOfDay(d, tried);
        }
        Terms.EntryTerms first = terms.entries[bundle.members()[0]];
        boolean oneParty = Arrays.stream(bundle.members()).allMatch(e -> terms.entries[e].party == first.party);
        double weight = -Math.log(Chance.raster(bundle.step(), set.total()))
                - Math.log(tried[bundle.tie().way.ordinal()])
                - Math.log(setsOf[set.lines()[0]])
                + weights.lateness(bundle.movement(), set.last() - bundle.day())
                + spoken(set, Numbers.in(List.of(bundle.key())), oneParty ? first.party : -1);
        boolean tied = Numbers.in(List.of(bundle.key())).contains(set.key());
        boolean whole = tied || !mayBeApart(set, bundle);
        Group group = new Group(
                Way.CROSSWISE,
                set.lines(),
                bundle.members(),
                weight + code(bundle.movement(), set),
                whole,
                tied,
                0,
                false);
        // two bundles beside each other meet in any case
        return whole ? group : group.someOf(0);
    }

    /**
     * Whether a line may be some of the entries by itself, so that both sides meet because two bundles lie beside each other.
     * Where there are too many to be sure it may be.
     */
    private boolean mayBeApart(LineSet set, Bundle bundle) {
        if (set.lines().length > MOST_TAKEN_APART || bundle.members().length > SubsetSums.MOST) {
            return true;
        }
        long[] amounts = Arrays.stream(bundle.members())
                .mapToLong(e -> terms.entries[e].amount())
                .toArray();
        long[] lines = Arrays.stream(set.lines())
                .mapToLong(l -> terms.lines[l].line.minorUnits())
                .toArray();
        SubsetSums sums = new SubsetSums(amounts);
        for (int some = 1; some < (1 << lines.length) - 1; some++) {
            long sum = 0;
            for (int i = 0; i < lines.length; i++) {
                sum += (some >> i & 1) == 1 ? lines[i] : 0;
            }
            long wanted = sum;
            if (Arrays.stream(amounts).anyMatch(a -> a == wanted)
                    || !sums.of(sum, 1).subsets().isEmpty()) {
                return true;
            }
        }
        return false;
    }

    private Group group(Way way, LineSet set, int[] entries, double weight) {
        return new Group(way, set.lines(), entries, weight, true, !set.key().isEmpty(), 0, false);
    }

    private double code(Movement movement, LineSet set) {
        double sum = 0;
        for (int l : set.lines()) {
            sum += weights.code(movement, terms.lines[l].code);
        }
        return sum / set.lines().length;
    }

    /** What the texts of the lines tell of the entries: the number that all have, or the party. */
    private double spoken(LineSet set, List<String> numbers, int party) {
        double weight = 0;
        if (numbers.contains(set.key())) {
            weight += weights.reference(Facts.Reference.INSIDE) - Math.log(terms.share(set.key()));
        }
        if (party >= 0 && !terms.parties.get(party).words.isEmpty()) {
            double named = 1;
            for (int l : set.lines()) {
                named = Math.min(named, terms.named(terms.parties.get(party), terms.lines[l]));
            }
            weight += terms.weightOfName(party, named);
        }
        return weight;
    }
}
