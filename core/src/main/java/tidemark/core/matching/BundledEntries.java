package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import tidemark.core.matching.Bundles.Bundle;
import tidemark.core.matching.Bundles.Tie;
import tidemark.core.matching.Facts.Reference;
import tidemark.core.matching.GroupSearch.Group;

/**
 * Finds the entries that one line may be together: a deposit slip, a day's takings, a card batch less its fee, a
 * collection run less its returned items.
 *
 * <p>Cost: the bundles of {@link GroupSearch#LATEST} days, and a bounded subset search in at most {@link #MOST_SEARCHED}
 * of them.
 */
final class BundledEntries {
    static final int MOST_SEARCHED = 5;
    /** A month in business days. */
    private static final int DAYS_OF_A_PARTY = 22;
    /** Of a party's entries, those that go the other way among them. */
    private static final int MOST_LOOKED_AT = 400;

    private static final int MOST_SOLUTIONS = 6;
    /** Parties of one day whose takings are searched. */
    private static final int MOST_OF_PARTIES = 6;

    private static final int MOST_OF_A_DAY = 12;
    /** Of more entries the sum of some tells nothing. */
    private static final int MOST_OF_A_BUNDLE = 2 * SubsetSums.MOST_FEW;

    /** Where more are a little more than a line, one less an unusual fee is as good as another. */
    private static final int MOST_LESS = 36;

    private static final double LARGEST_FEE = .06;
    /** References that a line quotes, entries that have one number, and those that go the other way beside them. */
    private static final int MOST_QUOTED = 60;

    private static final int MOST_OF_A_NUMBER = 12;
    private static final int MOST_OTHERS = 4;
    /** A small number in a text is the count by chance in one line of thirty at the least. */
    private static final double LEAST_COUNTED = 1 / 30.0;
    /** Business days that a ledger is written up behind the bank. */
    private static final int EARLIEST_POSTED = -4;
    /** Days on which what is taken to the bank together may have ended. */
    private static final int WINDOWS = 4;
    /** Where something is usually kept back at all, it is in about half of the cases. */
    private static final double USUALLY_KEPT = .5;
    /** What is fainter than this, as a logarithm of odds, moves nothing else ({@link Beliefs}) and is not worth telling. */
    private static final double FAINTEST = Math.log(1e-3);
    /** No name makes a sum more telling than one that one party of two thousand has. */
    private static final double MOST_NAMED = Math.log(1_000);

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final Bundles bundles;
    private final boolean again;

    /** What was prepared for the bundles searched last; lines of neighbouring days search the same ones. */
    static final class Recent {
        private static final int KEPT = 256;

        private final @Nullable Bundle[] bundles = new Bundle[KEPT];
        private final @Nullable SubsetSums[] sums = new SubsetSums[KEPT];

        SubsetSums of(Bundle bundle) {
            int place =
                    (bundle.number() < 0 ? 37 * bundle.day() + bundle.movement().index() : bundle.number())
                            & (KEPT - 1);
            SubsetSums known = sums[place];
            if (known == null || bundles[place] != bundle) {
                bundles[place] = bundle;
                known = known == null
                        ? new SubsetSums(bundle.unitTotals())
                        : SubsetSums.over(bundle.unitTotals(), known);
                sums[place] = known;
            }
            return known;
        }
    }

    BundledEntries(Comparison comparison, Weights.Table weights, Bundles bundles, boolean again) {
        this.again = again;
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        this.bundles = bundles;
    }

    Bundles bundles() {
        return bundles;
    }

    /** Tells of bundles that are a little more than a line, so that what is usually kept back is found. */
    void meetFees(int l, UsualFees fees) {
        aLittleMore(terms.lines[l]).forEach(b -> fees.met(terms.lines[l].line.minorUnits(), b.total()));
    }

    private static boolean isLess(long bank, long total) {
        return total > bank && total - bank <= Math.abs(total) * LARGEST_FEE;
    }

    /** Bundles of the days before a line that come to a little more than it. */
    private List<Bundle> aLittleMore(Terms.LineTerms line) {
        long amount = line.line.minorUnits();
        long upTo = amount + (long) (Math.abs(amount) * (amount > 0 ? LARGEST_FEE / (1 - LARGEST_FEE) : LARGEST_FEE));
        List<Bundle> out = new ArrayList<>();
        for (int d = line.day - GroupSearch.EARLIEST; d >= line.day - GroupSearch.LATEST; d--) {
            out.addAll(bundles.between(d, amount, upTo, MOST_OF_A_DAY));
        }
        return out;
    }

    void of(int l, PairSearch.Found pairs, Recent recent, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        long amount = line.line.minorUnits();
        int[] tried = new int[Way.values().length];
        Arrays.fill(tried, 1);
        List<Bundle> near = new ArrayList<>();
        List<Bundle> ofParties = new ArrayList<>();
        for (int d = line.day - GroupSearch.EARLIEST; d >= line.day - GroupSearch.LATEST; d--) {
            bundles.countOfDay(d, tried);
            near.addAll(bundles.wholeDays(d));
            ofParties.addAll(bundles.ofPartiesAbove(d, amount, MOST_OF_PARTIES));
        }
        List<Told> told = told(line);
        for (Told t : told) {
            whole(l, t.bundle(), 1, t.weight(), out);
            part(l, t.bundle(), 1, t.weight(), out);
        }
        for (Bundle bundle : bundles.ofTotal(amount)) {
            int days = line.day - bundle.day();
            if (!isTold(told, bundle) && days >= EARLIEST_POSTED && days <= 2 * GroupSearch.LATEST) {
                whole(l, bundle, tried[bundle.tie().way.ordinal()], 0, out);
            }
        }
        List<Bundle> more = aLittleMore(line);
        for (Bundle bundle : more) {
            boolean tells = more.size() <= MOST_LESS || comparison.fees().isUsual(amount, bundle.total());
            if (tells && !isTold(told, bundle)) {
                whole(l, bundle, tried[bundle.tie().way.ordinal()], 0, out);
            }
        }
        if (!again) {
            partsOf(l, near, tried[Way.DAY.ordinal()], recent, out);
        }
        partsOf(l, ofParties, tried[Way.PARTY_DAY.ordinal()], recent, out);
        quoted(l, out);
        parties(l, pairs, out);
        if (again) {
            window(l, recent, out);
        }
    }

    /** The entries whose numbers the line quotes, all of them, or with a few of their party that go the other way. */
    private void quoted(int l, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        TreeSet<Integer> all = new TreeSet<>();
        for (String number : line.numbers) {
            int[] of = bundles.ofNumber(number);
            if (of.length <= MOST_OF_A_NUMBER) {
                for (int e : of) {
                    int days = line.day - terms.entries[e].day;
                    if (days >= EARLIEST_POSTED && days <= DAYS_OF_A_PARTY) {
                        all.add(e);
                    }
                }
            }
        }
        if (all.isEmpty() || all.size() > MOST_QUOTED) {
            return;
        }
        int party = terms.entries[all.first()].party;
        List<Integer> others = new ArrayList<>();
        for (int e : near(bundles.ofParty(party), line)) {
            boolean other = (terms.entries[e].amount() < 0) != (line.line.minorUnits() < 0);
            if (other && !all.contains(e) && others.size() < MOST_OTHERS) {
                others.add(e);
            }
        }
        long left = line.line.minorUnits();
        for (int e : all) {
            left -= terms.entries[e].amount();
        }
        for (int some = 0; some < 1 << others.size(); some++) {
            long more = 0;
            for (int i = 0; i < others.size(); i++) {
                more += (some >> i & 1) == 1 ? terms.entries[others.get(i)].amount() : 0;
            }
            if (more == left && all.size() + Integer.bitCount(some) > 1) {
                TreeSet<Integer> members = new TreeSet<>(all);
                for (int i = 0; i < others.size(); i++) {
                    if ((some >> i & 1) == 1) {
                        members.add(others.get(i));
                    }
                }
                int[] set = members.stream().mapToInt(Integer::intValue).toArray();
                Bundle bundle = bundles.unbundled(Tie.QUOTED, set);
                whole(l, bundle, 1 << others.size(), comparison.spoken(line, all, weights), out);
            }
        }
    }

    /** Looks for the line among the latest loose entries of each kind that its code is usual for. */
    private void window(int l, Recent recent, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        for (MovementKind kind : MovementKind.values()) {
            Movement movement = Movement.of(kind, line.line.minorUnits() < 0);
            int[] before = {};
            for (int day = line.day; weights.code(movement, line.code) > 0 && day > line.day - WINDOWS; day--) {
                Bundle latest = bundles.latestLoose(movement, day, SubsetSums.MOST);
                if (latest.members().length > 2 && !Arrays.equals(before, latest.members())) {
                    SubsetSums sums = recent.of(latest);
                    subsets(l, latest, sums, line.line.minorUnits(), 0, WINDOWS, 0, out);
                }
                before = latest.members();
            }
        }
    }

    /** Looks for the line among the parts of the latest bundles that are more than it, and of these less what is usually kept back. */
    private void partsOf(int l, List<Bundle> some, int tried, Recent recent, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        long amount = line.line.minorUnits();
        long[] grosses = comparison.fees().grosses(amount);
        int searched = 0;
        for (Bundle bundle : some) {
            boolean worth = (bundle.total() < 0) == (amount < 0)
                    && Math.abs(bundle.total()) > Math.abs(amount)
                    && bundle.members().length > 2
                    && bundle.members().length <= MOST_OF_A_BUNDLE
                    && bundle.units().length > 2
                    && weights.code(bundle.movement(), line.code) > GroupSearch.OTHER_KIND;
            if (worth && searched < MOST_SEARCHED) {
                searched++;
                SubsetSums sums = recent.of(bundle);
                subsets(l, bundle, sums, amount, 0, tried, 0, out);
                // with more units than all subsets can be searched of, one more unknown leaves nothing that tells
                for (int i = 0; sums.searchesAll() && i < grosses.length; i++) {
                    subsets(l, bundle, sums, grosses[i], Math.log(USUALLY_KEPT), tried * grosses.length, 0, out);
                }
            }
        }
    }

    /** A bundle of which the line tells the reference, and how telling that is. */
    private record Told(Bundle bundle, double weight) {}

    private static boolean isTold(List<Told> told, Bundle bundle) {
        return told.stream().anyMatch(t -> t.bundle() == bundle);
    }

    /** Bundles whose reference the line gives, whole or as a number inside; the fewer have it, the more it tells. */
    private List<Told> told(Terms.LineTerms line) {
        List<Told> out = new ArrayList<>();
        told(line, line.references, Reference.SAME, out);
        told(line, line.text.codes(), Reference.SAME, out);
        told(line, line.numbers, Reference.INSIDE, out);
        return out;
    }

    private void told(Terms.LineTerms line, List<String> keys, Reference level, List<Told> out) {
        for (String key : keys) {
            List<Bundle> all = bundles.ofKey(key);
            // one of ten thousand numbers of four digits is met by chance now and then
            double share = Math.max(
                    all.size() / (double) Math.max(200, bundles.count()),
                    level == Reference.SAME ? 0 : 2 * Math.pow(.1, key.length()));
            for (Bundle bundle : all) {
                int days = line.day - bundle.day();
                if (days >= -3 && days <= 30 && !isTold(out, bundle)) {
                    out.add(new Told(bundle, weights.reference(level) - Math.log(Math.min(1, share))));
                }
            }
        }
    }

    private void parties(int l, PairSearch.Found pairs, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        List<Integer> seen = new ArrayList<>();
        for (int i = 0; i < pairs.entries().length; i++) {
            int party = terms.entries[pairs.entries()[i]].party;
            Facts.Name name = Facts.name(pairs.facts()[i]);
            if ((name == Facts.Name.ALL || name == Facts.Name.MOST) && !seen.contains(party)) {
                seen.add(party);
                int[] some = near(bundles.ofParty(party), line);
                if (some.length > 1) {
                    Bundle bundle = bundles.unbundled(Tie.OPEN, some);
                    whole(l, bundle, 1, 0, out);
                    part(l, bundle, 1, 0, out);
                }
            }
        }
    }

    /** The latest entries of a party before the line, up to a month old. Cost: no more than so many are looked at. */
    private int[] near(int[] all, Terms.LineTerms line) {
        int at = terms.firstOn(all, line.day - GroupSearch.EARLIEST + 1) - 1;
        int from = Math.max(terms.firstOn(all, line.day - DAYS_OF_A_PARTY), at - MOST_LOOKED_AT);
        int[] latest = new int[SubsetSums.MOST];
        int count = 0;
        for (; at >= from && count < latest.length; at--) {
            latest[count++] = all[at];
        }
        int[] out = Arrays.copyOf(latest, count);
        Arrays.sort(out);
        return out;
    }

    private void whole(int l, Bundle bundle, int tried, double told, List<Group> out) {
        long wanted = terms.lines[l].line.minorUnits();
        double chance = tried * raster(bundle, wanted);
        if (bundle.total() == wanted) {
            add(l, bundle.members(), -Math.log(Math.min(1, chance)), bundle, true, 0, told, out);
        } else if (isLess(wanted, bundle.total())) {
            double amounts = comparison.fees().isUsual(wanted, bundle.total())
                    ? 2.0 * comparison.fees().usualCount()
                    : Math.abs(wanted) * LARGEST_FEE;
            double kept = comparison.fees().isUsual(wanted, bundle.total()) ? USUALLY_KEPT : .1;
            add(
                    l,
                    bundle.members(),
                    Math.log(kept) - Math.log(Math.max(chance * amounts, 1e-9)),
                    bundle,
                    true,
                    wanted - bundle.total(),
                    told,
                    out);
        }
    }

    private void part(int l, Bundle bundle, int tried, double told, List<Group> out) {
        SubsetSums sums = SubsetSums.once(bundle.unitTotals());
        subsets(l, bundle, sums, terms.lines[l].line.minorUnits(), 0, tried, told, out);
    }

    /** Parts of a bundle that come to a sum: the line's amount, or it and what is usually kept back. */
    private void subsets(
            int l, Bundle bundle, SubsetSums sums, long sum, double prior, int tried, double told, List<Group> out) {
        int[][] units = bundle.units();
        SubsetSums.Found subsets = sums.of(sum, MOST_SOLUTIONS);
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
            double weight =
                    prior - Math.log(tried * raster(bundle, sum)) - Chance.sets(units.length, subset.length) - more;
            add(l, members, weight, bundle, false, terms.lines[l].line.minorUnits() - sum, told, out);
        }
    }

    /** The chance that a sum hits the wanted one: the step that the amounts share over the size of the sum. */
    private static double raster(Bundle bundle, long wanted) {
        return Chance.raster(bundle.step(), wanted);
    }

    private void add(
            int l,
            int[] members,
            double weight,
            Bundle bundle,
            boolean whole,
            long apart,
            double told,
            List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        double usual = whole && bundle.number() >= 0
                ? weights.lateness(bundle.movement(), line.day - bundle.day())
                        + weights.code(bundle.movement(), line.code)
                : usual(line, members);
        boolean oneParty = true;
        for (int i = 1; oneParty && i < members.length; i++) {
            oneParty = terms.entries[members[i]].party == terms.entries[members[0]].party;
        }
        Way way = whole ? bundle.tie().way : Way.PART;
        double all = weight + usual + told + itemsTold(line, members.length);
        if (told == 0 && all + way.atFirst + MOST_NAMED < FAINTEST) {
            return;
        }
        if (oneParty
                && !terms.parties.get(terms.entries[members[0]].party).words.isEmpty()) {
            int party = terms.entries[members[0]].party;
            all += terms.weightOfName(party, terms.named(terms.parties.get(party), line));
        }
        if (told != 0 || all + way.atFirst >= FAINTEST) {
            Group group = new Group(way, new int[] {l}, members, all, whole, told != 0, apart, true);
            out.add(whole ? group : group.someOf(-weight));
        }
    }

    /** The bank's count of items among the numbers of its text, as far as not many of its lines have this number. */
    private double itemsTold(Terms.LineTerms line, int count) {
        String number = Integer.toString(count);
        if (!line.text.codes().contains(number)) {
            return 0;
        }
        return -Math.log(Math.max(LEAST_COUNTED, terms.shareOfLines(line.code, number)));
    }

    /** How usual the days between and the code of the line are for the entries, on the mean. */
    private double usual(Terms.LineTerms line, int[] members) {
        double sum = 0;
        for (int e : members) {
            sum += usual(line, terms.entries[e]);
        }
        return sum / members.length;
    }

    private double usual(Terms.LineTerms line, Terms.EntryTerms entry) {
        return weights.lateness(entry.movement, line.day - entry.day) + weights.code(entry.movement, line.code);
    }
}
