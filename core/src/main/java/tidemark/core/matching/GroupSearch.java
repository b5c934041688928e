package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tidemark.core.matching.Bundles.Bundle;
import tidemark.core.matching.Bundles.Tie;
import tidemark.core.matching.Facts.Reference;

/**
 * Finds groups among lines and entries that no pair explains: one line for many entries, many lines for one entry, and
 * lines that cancel each other. The groups looked at are those that people and banks make: the {@link Bundles}, and
 * lines of one reference, one payer or a few days.
 *
 * <p>The weight of a group falls with the number of sets that were tried and could have come to the sum by chance, on
 * the raster of the amounts; so a sum of few out of few is telling, and one of many out of many is not.
 *
 * <p>Cost: for each open line and entry the bundles of {@link #LATEST} days, and a bounded subset search in at most
 * {@link #MOST_SEARCHED} of them.
 */
final class GroupSearch {
    static final int MOST_SEARCHED = 10;
    private static final int MOST_SOLUTIONS = 6;
    private static final int LATEST = 8;
    private static final int EARLIEST = -1;
    private static final int MOST_OF_A_DAY = 12;
    /** Lines near an entry of which some may be its parts. */
    private static final int MOST_NEAR = 60;

    private static final double LARGEST_FEE = .06;
    /** What one reference ties is banked as one in half of the cases, what only shares its day seldom. */
    private static final double SLIP = Math.log(.5);

    private static final double DAY = Math.log(.15);
    /** A part of a bundle is banked by itself now and then. */
    private static final double PART = Math.log(.05);

    private static final double CREDITED_IN_PARTS = Math.log(.05);
    private static final double CANCELS = Math.log(.03);
    /** A kind whose lines never had this code, as a logarithm of odds, is not searched for parts. */
    private static final double OTHER_KIND = -3;

    /** A group with its weight before others are considered. */
    record Group(
            int[] lines, int[] entries, double weight, boolean whole, boolean reference, long apart, boolean oneLine) {}

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final boolean[] openLine;
    private final boolean[] openEntry;
    private final Bundles bundles;
    private final TreeMap<Integer, int[]> linesByDay = new TreeMap<>();
    private final Map<Long, int[]> linesByAmount = new HashMap<>();
    private final Map<String, List<Integer>> linesByKey = new HashMap<>();
    private final Map<List<Integer>, Group> found = new LinkedHashMap<>();

    GroupSearch(Comparison comparison, Weights.Table weights, boolean[] openLine, boolean[] openEntry) {
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        this.openLine = openLine;
        this.openEntry = openEntry;
        this.bundles = new Bundles(terms, openEntry);
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
        days.forEach((day, members) -> linesByDay.put(day, array(members)));
        amounts.forEach((amount, members) -> linesByAmount.put(amount, array(members)));
    }

    private static int[] array(List<Integer> numbers) {
        return numbers.stream().mapToInt(Integer::intValue).toArray();
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

    /** Tells of bundles that are a little more than an open line, so that what is usually kept back is found. */
    void meetFees(UsualFees fees) {
        for (int l = 0; l < terms.lines.length; l++) {
            int line = l;
            if (openLine[l]) {
                less(terms.lines[l]).forEach(b -> fees.met(terms.lines[line].line.minorUnits(), b.total()));
            }
        }
    }

    private static boolean isLess(long bank, long total) {
        return total > bank && total - bank <= Math.abs(total) * LARGEST_FEE;
    }

    /** Bundles of the days before a line that come to a little more than it. */
    private List<Bundle> less(Terms.LineTerms line) {
        long amount = line.line.minorUnits();
        long upTo = amount + (long) (Math.abs(amount) * (amount > 0 ? LARGEST_FEE / (1 - LARGEST_FEE) : LARGEST_FEE));
        List<Bundle> out = new ArrayList<>();
        for (int d = line.day - EARLIEST; d >= line.day - LATEST; d--) {
            out.addAll(bundles.between(d, amount, upTo, MOST_OF_A_DAY));
        }
        return out;
    }

    List<Group> find(PairSearch.Found[] pairs) {
        for (int l = 0; l < terms.lines.length; l++) {
            if (openLine[l]) {
                manyEntries(l, pairs[l]);
                cancelling(l);
            }
        }
        for (int e = 0; e < terms.entries.length; e++) {
            if (openEntry[e]) {
                manyLines(e);
            }
        }
        return List.copyOf(found.values());
    }

    /** A set that was found in two ways is one group, as weighty as the better way makes it. */
    private void found(Group group) {
        List<Integer> key = new ArrayList<>(group.lines().length + group.entries().length + 1);
        Arrays.stream(group.lines()).forEach(key::add);
        key.add(-1);
        Arrays.stream(group.entries()).sorted().forEach(key::add);
        found.merge(key, group, (a, b) -> a.weight() >= b.weight() ? a : b);
    }

    private void manyEntries(int l, PairSearch.Found pairs) {
        Terms.LineTerms line = terms.lines[l];
        long amount = line.line.minorUnits();
        int tried = 1;
        List<Bundle> near = new ArrayList<>();
        for (int d = line.day - EARLIEST; d >= line.day - LATEST; d--) {
            tried += bundles.countOfDay(d);
            near.addAll(bundles.wholeDays(d));
        }
        List<Bundle> told = told(line);
        for (Bundle bundle : told) {
            whole(l, bundle, 1, true);
            part(l, bundle, 1, true);
        }
        for (Bundle bundle : bundles.ofTotal(amount)) {
            int days = line.day - bundle.day();
            if (!told.contains(bundle) && days >= EARLIEST && days <= 2 * LATEST) {
                whole(l, bundle, tried, false);
            }
        }
        for (Bundle bundle : less(line)) {
            if (!told.contains(bundle)) {
                whole(l, bundle, tried, false);
            }
        }
        int searched = 0;
        for (Bundle bundle : near) {
            boolean worth = (bundle.total() < 0) == (amount < 0)
                    && Math.abs(bundle.total()) > Math.abs(amount)
                    && weights.code(bundle.kind(), line.code) > OTHER_KIND;
            if (worth && searched < MOST_SEARCHED) {
                searched++;
                part(l, bundle, tried, false);
            }
        }
        parties(l, pairs);
    }

    /** Bundles whose reference the line gives. */
    private List<Bundle> told(Terms.LineTerms line) {
        List<Bundle> out = new ArrayList<>();
        List<String> keys = new ArrayList<>(line.references);
        keys.addAll(line.text.codes());
        for (String key : keys) {
            for (Bundle bundle : bundles.ofReference(key)) {
                int days = line.day - bundle.day();
                if (days >= -3 && days <= 30 && !out.contains(bundle)) {
                    out.add(bundle);
                }
            }
        }
        return out;
    }

    private void parties(int l, PairSearch.Found pairs) {
        Terms.LineTerms line = terms.lines[l];
        List<Integer> seen = new ArrayList<>();
        for (int i = 0; i < pairs.entries().length; i++) {
            int party = terms.entries[pairs.entries()[i]].party;
            Facts.Name name = Facts.name(pairs.facts()[i]);
            if ((name == Facts.Name.ALL || name == Facts.Name.MOST) && !seen.contains(party)) {
                seen.add(party);
                int[] some = near(bundles.ofParty(party), line);
                if (some.length > 1) {
                    Bundle bundle = bundles.loose(some);
                    whole(l, bundle, 1, false);
                    part(l, bundle, 1, false);
                }
            }
        }
    }

    /** The latest entries of a party before the line, up to a month old. */
    private int[] near(int[] all, Terms.LineTerms line) {
        int[] inTime = Arrays.stream(all)
                .filter(e -> line.day - terms.entries[e].day >= EARLIEST && line.day - terms.entries[e].day <= 22)
                .filter(e -> (terms.entries[e].amount() < 0) == (line.line.minorUnits() < 0))
                .toArray();
        return inTime.length <= SubsetSums.MOST
                ? inTime
                : Arrays.copyOfRange(inTime, inTime.length - SubsetSums.MOST, inTime.length);
    }

    private void whole(int l, Bundle bundle, int tried, boolean told) {
        long wanted = terms.lines[l].line.minorUnits();
        double chance = tried * raster(bundle, wanted);
        double prior = bundle.tie() == Tie.REFERENCE ? SLIP : DAY;
        if (bundle.total() == wanted) {
            add(l, bundle.members(), prior - Math.log(Math.min(1, chance)), bundle, true, 0, told);
        } else if (isLess(wanted, bundle.total())) {
            double amounts = comparison.fees().isUsual(wanted, bundle.total())
                    ? 2.0 * comparison.fees().usualCount()
                    : Math.abs(wanted) * LARGEST_FEE;
            double kept = comparison.fees().isUsual(wanted, bundle.total()) ? .5 : .1;
            add(
                    l,
                    bundle.members(),
                    prior + Math.log(kept) - Math.log(Math.max(chance * amounts, 1e-9)),
                    bundle,
                    true,
                    wanted - bundle.total(),
                    told);
        }
    }

    private void part(int l, Bundle bundle, int tried, boolean told) {
        long wanted = terms.lines[l].line.minorUnits();
        int[][] units = bundle.units();
        long[] amounts = new long[units.length];
        for (int u = 0; u < units.length; u++) {
            for (int place : units[u]) {
                amounts[u] += terms.entries[bundle.members()[place]].amount();
            }
        }
        SubsetSums.Found subsets = SubsetSums.of(amounts, wanted, MOST_SOLUTIONS);
        for (int[] subset : subsets.subsets()) {
            if (subset.length == units.length) {
                continue;
            }
            boolean fewLeftOut = units.length - subset.length <= 2;
            double more = subsets.complete() || subset.length <= 3 || fewLeftOut ? 0 : 2;
            int[] members = Arrays.stream(subset)
                    .flatMap(u -> Arrays.stream(units[u]))
                    .map(place -> bundle.members()[place])
                    .sorted()
                    .toArray();
            double weight = PART - Math.log(tried * raster(bundle, wanted)) - sets(units.length, subset.length) - more;
            add(l, members, weight, bundle, false, 0, told);
        }
    }

    /** The logarithm of how many sets of this size there are to choose from. */
    static double sets(int n, int k) {
        int few = Math.min(k, n - k);
        double log = 0;
        for (int i = 0; i < few; i++) {
            log += Math.log((n - i) / (double) (i + 1));
        }
        return log;
    }

    /** The chance that a sum hits the wanted one: the step that the amounts share over the size of the sum. */
    private double raster(Bundle bundle, long wanted) {
        long step = 0;
        for (int e : bundle.members()) {
            step = gcd(step, Math.abs(terms.entries[e].amount()));
        }
        return raster(step, wanted);
    }

    private static double raster(long step, long wanted) {
        return Math.min(1, Math.max(1, step) / (double) Math.max(1, Math.abs(wanted)));
    }

    private static long gcd(long a, long b) {
        long x = a;
        long y = b;
        while (y != 0) {
            long rest = x % y;
            x = y;
            y = rest;
        }
        return x;
    }

    private void add(int l, int[] members, double weight, Bundle bundle, boolean whole, long apart, boolean told) {
        Terms.LineTerms line = terms.lines[l];
        double late = 0;
        double code = 0;
        boolean oneParty = true;
        for (int e : members) {
            Terms.EntryTerms entry = terms.entries[e];
            late += weights.lateness(entry.kind, line.day - entry.day);
            code += weights.code(entry.kind, line.code);
            oneParty &= entry.party == terms.entries[members[0]].party;
        }
        double all = weight + (late + code) / members.length;
        if (told) {
            all += weights.reference(Reference.SAME) + Math.log(Math.max(200, bundles.count()));
        }
        if (oneParty
                && !terms.parties.get(terms.entries[members[0]].party).words.isEmpty()) {
            all += named(line, terms.entries[members[0]].party);
        }
        found(new Group(new int[] {l}, members, all, whole, told, apart, true));
    }

    private double named(Terms.LineTerms line, int party) {
        double share = terms.parties.get(party).count / (double) Math.max(20, terms.entries.length);
        double part = terms.named(terms.parties.get(party), line.text);
        return part >= .75 ? Math.log(.5 / Math.clamp(share, .0005, .5)) : part >= .4 ? 2 : 0;
    }

    private void manyLines(int e) {
        Terms.EntryTerms entry = terms.entries[e];
        List<Integer> near = new ArrayList<>();
        for (int[] day : linesByDay
                .subMap(entry.day + EARLIEST, true, entry.day + LATEST, true)
                .values()) {
            for (int l : day) {
                if (near.size() < MOST_NEAR && mayBePart(l, entry)) {
                    near.add(l);
                }
            }
        }
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
            sums(e, speaking, true);
        }
        if (near.size() >= 2 && near.size() != speaking.length) {
            sums(e, array(near), false);
        }
    }

    private boolean mayBePart(int l, Terms.EntryTerms entry) {
        long amount = terms.lines[l].line.minorUnits();
        return (amount < 0) == (entry.amount() < 0)
                && Math.abs(amount) < Math.abs(entry.amount())
                && weights.code(entry.kind, terms.lines[l].code) > OTHER_KIND;
    }

    private boolean speaks(int l, int e) {
        int facts = comparison.compare(terms.lines[l], terms.entries[e]);
        return Facts.reference(facts).ordinal() <= Reference.ONE_SLIP.ordinal() || Facts.name(facts) == Facts.Name.ALL;
    }

    private void sums(int e, int[] lines, boolean speaking) {
        Terms.EntryTerms entry = terms.entries[e];
        long[] amounts = new long[lines.length];
        long step = 0;
        for (int i = 0; i < lines.length; i++) {
            amounts[i] = terms.lines[lines[i]].line.minorUnits();
            step = gcd(step, Math.abs(amounts[i]));
        }
        double raster = raster(step, entry.amount());
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
            double weight =
                    CREDITED_IN_PARTS - Math.log(raster) - sets(lines.length, subset.length) + late / subset.length;
            if (speaking) {
                // each line's reference or name was met by chance in one of twenty at the most
                weight += subset.length * Math.log(20);
            }
            found(new Group(
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
    private void cancelling(int l) {
        Terms.LineTerms line = terms.lines[l];
        int[] opposite = linesByAmount.get(-line.line.minorUnits());
        if (opposite == null || opposite.length > 8) {
            return;
        }
        for (int other : opposite) {
            int days = terms.lines[other].day - line.day;
            boolean later = days > 0 || (days == 0 && other > l);
            if (later && days <= 15) {
                double chance = terms.density.expected(line.line.minorUnits()) * 15 / terms.span;
                boolean alike = shared(line, terms.lines[other]);
                double weight = CANCELS - Math.log(Math.min(1, chance)) + (alike ? 2 : 0);
                found(new Group(new int[] {l, other}, new int[0], weight, true, alike, 0, false));
            }
        }
    }

    private static boolean shared(Terms.LineTerms a, Terms.LineTerms b) {
        return a.references.stream().anyMatch(b.references::contains)
                || a.text.codes().stream().anyMatch(b.text.codes()::contains)
                || a.text.words().stream().filter(b.text.words()::contains).count() >= 2;
    }
}
