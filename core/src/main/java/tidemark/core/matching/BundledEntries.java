package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
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
    static final int MOST_SEARCHED = 12;
    /** A month in business days. */
    private static final int DAYS_OF_A_PARTY = 22;
    /** Of a party's entries, those that go the other way among them. */
    private static final int MOST_LOOKED_AT = 400;

    private static final int MOST_SOLUTIONS = 6;
    /** Parties of one day whose takings are searched. */
    private static final int MOST_OF_PARTIES = 6;

    private static final int MOST_OF_A_DAY = 12;
    /** Where more are a little more than a line, one less an unusual fee is as good as another. */
    private static final int MOST_LESS = 36;

    private static final double LARGEST_FEE = .06;
    /** What one reference ties is banked as one in half of the cases, what only shares its day seldom. */
    private static final double SLIP = Math.log(.5);

    private static final double DAY = Math.log(.15);
    /** Where something is usually kept back at all, it is in about half of the cases. */
    private static final double USUALLY_KEPT = .5;
    /** A part of a bundle is banked by itself now and then. */
    private static final double PART = Math.log(.05);

    /** What is fainter than this, as a logarithm of odds, moves nothing else ({@link Beliefs}) and is not worth telling. */
    private static final double FAINTEST = Math.log(1e-3);
    /** No name makes a sum more telling than one that one party of two thousand has. */
    private static final double MOST_NAMED = Math.log(1_000);

    private final Comparison comparison;
    private final Terms terms;
    private final Weights.Table weights;
    private final Bundles bundles;

    /** What was prepared for the bundles searched last; lines of neighbouring days search the same ones. */
    private static final class Recent {
        private static final int KEPT = 256;

        private final Bundle[] bundles = new Bundle[KEPT];
        private final SubsetSums[] sums = new SubsetSums[KEPT];

        SubsetSums of(Bundle bundle) {
            int place = bundle.number() & (KEPT - 1);
            if (bundles[place] != bundle) {
                bundles[place] = bundle;
                sums[place] = new SubsetSums(bundle.unitTotals());
            }
            return sums[place];
        }
    }

    private final ThreadLocal<Recent> recent = ThreadLocal.withInitial(Recent::new);

    BundledEntries(Comparison comparison, Weights.Table weights, Bundles bundles) {
        this.comparison = comparison;
        this.terms = comparison.terms();
        this.weights = weights;
        this.bundles = bundles;
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

    void of(int l, PairSearch.Found pairs, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        long amount = line.line.minorUnits();
        int tried = 1;
        List<Bundle> near = new ArrayList<>();
        List<Bundle> ofParties = new ArrayList<>();
        for (int d = line.day - GroupSearch.EARLIEST; d >= line.day - GroupSearch.LATEST; d--) {
            tried += bundles.countOfDay(d);
            near.addAll(bundles.wholeDays(d));
            ofParties.addAll(bundles.ofPartiesAbove(d, amount, MOST_OF_PARTIES));
        }
        List<Bundle> told = told(line);
        for (Bundle bundle : told) {
            whole(l, bundle, 1, true, out);
            part(l, bundle, 1, true, out);
        }
        for (Bundle bundle : bundles.ofTotal(amount)) {
            int days = line.day - bundle.day();
            if (!told.contains(bundle) && days >= GroupSearch.EARLIEST && days <= 2 * GroupSearch.LATEST) {
                whole(l, bundle, tried, false, out);
            }
        }
        List<Bundle> more = aLittleMore(line);
        for (Bundle bundle : more) {
            boolean tells = more.size() <= MOST_LESS || comparison.fees().isUsual(amount, bundle.total());
            if (tells && !told.contains(bundle)) {
                whole(l, bundle, tried, false, out);
            }
        }
        partsOf(l, near, tried, out);
        partsOf(l, ofParties, tried, out);
        parties(l, pairs, out);
    }

    /** Looks for the line among the parts of the latest bundles that are more than it, and of these less what is usually kept back. */
    private void partsOf(int l, List<Bundle> some, int tried, List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        long amount = line.line.minorUnits();
        long[] grosses = comparison.fees().grosses(amount);
        int searched = 0;
        for (Bundle bundle : some) {
            boolean worth = (bundle.total() < 0) == (amount < 0)
                    && Math.abs(bundle.total()) > Math.abs(amount)
                    && bundle.units().length > 2
                    && weights.code(bundle.kind(), line.code) > GroupSearch.OTHER_KIND;
            if (worth && searched < MOST_SEARCHED) {
                searched++;
                SubsetSums sums = recent.get().of(bundle);
                subsets(l, bundle, sums, amount, PART, tried, false, out);
                // with more units than all subsets can be searched of, one more unknown leaves nothing that tells
                for (int i = 0; sums.searchesAll() && i < grosses.length; i++) {
                    double prior = PART + Math.log(USUALLY_KEPT);
                    subsets(l, bundle, sums, grosses[i], prior, tried * grosses.length, false, out);
                }
            }
        }
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
                    Bundle bundle = bundles.unbundled(some);
                    whole(l, bundle, 1, false, out);
                    part(l, bundle, 1, false, out);
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
            if ((terms.entries[all[at]].amount() < 0) == (line.line.minorUnits() < 0)) {
                latest[count++] = all[at];
            }
        }
        int[] out = Arrays.copyOf(latest, count);
        Arrays.sort(out);
        return out;
    }

    private void whole(int l, Bundle bundle, int tried, boolean told, List<Group> out) {
        long wanted = terms.lines[l].line.minorUnits();
        double chance = tried * raster(bundle, wanted);
        double prior = bundle.tie() == Tie.REFERENCE ? SLIP : DAY;
        if (bundle.total() == wanted) {
            add(l, bundle.members(), prior - Math.log(Math.min(1, chance)), bundle, true, 0, told, out);
        } else if (isLess(wanted, bundle.total())) {
            double amounts = comparison.fees().isUsual(wanted, bundle.total())
                    ? 2.0 * comparison.fees().usualCount()
                    : Math.abs(wanted) * LARGEST_FEE;
            double kept = comparison.fees().isUsual(wanted, bundle.total()) ? USUALLY_KEPT : .1;
            add(
                    l,
                    bundle.members(),
                    prior + Math.log(kept) - Math.log(Math.max(chance * amounts, 1e-9)),
                    bundle,
                    true,
                    wanted - bundle.total(),
                    told,
                    out);
        }
    }

    private void part(int l, Bundle bundle, int tried, boolean told, List<Group> out) {
        SubsetSums sums = new SubsetSums(bundle.unitTotals());
        subsets(l, bundle, sums, terms.lines[l].line.minorUnits(), PART, tried, told, out);
    }

    /** Parts of a bundle that come to a sum: the line's amount, or it and what is usually kept back. */
    private void subsets(
            int l, Bundle bundle, SubsetSums sums, long sum, double prior, int tried, boolean told, List<Group> out) {
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
            boolean told,
            List<Group> out) {
        Terms.LineTerms line = terms.lines[l];
        boolean oneParty = bundle.tie() == Tie.DAY_AND_PARTY;
        double usual;
        if (oneParty || bundle.tie() == Tie.DAY) {
            // all of one day and kind; but the unbundled ones of a party
            usual = bundle.number() < 0 ? usual(line, members) : usual(line, terms.entries[members[0]]);
        } else {
            usual = usual(line, members);
        }
        for (int i = 1; !oneParty && i < members.length; i++) {
            if (terms.entries[members[i]].party != terms.entries[members[0]].party) {
                break;
            }
            oneParty = i == members.length - 1;
        }
        double all = weight + usual;
        if (!told && all + MOST_NAMED < FAINTEST) {
            return;
        }
        if (told) {
            all += weights.reference(Reference.SAME) + Math.log(Math.max(200, bundles.count()));
        }
        if (oneParty
                && !terms.parties.get(terms.entries[members[0]].party).words.isEmpty()) {
            all += named(line, terms.entries[members[0]].party);
        }
        if (told || all >= FAINTEST) {
            out.add(new Group(new int[] {l}, members, all, whole, told, apart, true));
        }
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
        return weights.lateness(entry.kind, line.day - entry.day) + weights.code(entry.kind, line.code);
    }

    private double named(Terms.LineTerms line, int party) {
        double share = terms.parties.get(party).count / (double) Math.max(20, terms.entries.length);
        double part = terms.named(terms.parties.get(party), line);
        return part >= .75 ? Math.log(.5 / Math.clamp(share, .0005, .5)) : part >= .4 ? 2 : 0;
    }
}
