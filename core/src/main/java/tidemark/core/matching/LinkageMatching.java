package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * Matches bank lines with cash entries by probabilistic record linkage: pairs and groups are weighed by how much likelier
 * their findings are among true matches than by chance, all of them compete for the lines and entries they share, and
 * those are chosen that are best together.
 *
 * <p>Firm is a candidate whose odds against everything else are at least {@link #FIRM_ODDS} to one, that balances to
 * the cent and is among the chosen; among lines and entries alike in every respect it does not matter which is taken.
 *
 * <p>Cost: O((n + m) log (n + m)) with bounded work for each line and entry. Guarantee: a line and an entry are
 * presumed once at most; the order of the input does not matter. Limits: a line is compared with the nearest entries of
 * its amount, reference and party only ({@link PairSearch}); groups are sought among those that {@link GroupSearch}
 * names.
 *
 * <p>Source: see {@link Weights}, {@link Beliefs} and {@link Assignment}.
 */
public final class LinkageMatching implements MatchingEngine {
    /** Of the firm ones at most one in two thousand may be wrong. */
    public static final double FIRM_ODDS = 2_000;
    /** Likelier than not. */
    public static final double FAIR_ODDS = 1;

    /** Odds no further apart than this are as good as equal: messages stand when they move by less than a hundredth. */
    private static final double AS_GOOD = Math.log(1.05);

    private static final int ROUNDS = 3;
    private static final int GROUP_ROUNDS = 2;
    private static final int SEARCHES = 3;
    /** More than this many of the latest lines teach an account's weights no better. */
    private static final int MOST_TAUGHT_BY = 8_000;

    /** Rounds of messages while the weights are still being learned and groups are still to come. */
    private static final int FIRST_IMPRESSION = 8;

    /** Days that are met less than a thirtieth as often as the most usual. */
    private static final double UNUSUAL = Math.log(1 / 30.0);
    /** One in a hundred. */
    private static final double UNLIKELY = Math.log(.01);

    private static final double A_WEEK = Math.log(5);
    /** Where the messages of the round before are where they start. */
    private static final int ANOTHER_LOOK = 4;

    private static final double WORTH_TELLING = Math.log(1e-6);

    @Override
    public MatchingResult propose(List<BankLine> lines, List<LedgerItem> items, Learned learned, List<Rule> rules) {
        if (lines.isEmpty()) {
            return new MatchingResult(Map.of(), List.of());
        }
        return new Run(new Terms(lines, items), learned, new PairRules(rules)).result();
    }

    @SuppressWarnings("NullAway.Init")
    private static final class Run {
        private final Terms terms;
        private final Comparison comparison;
        private final PairRules rules;
        private Weights.Table table;
        private final PairSearch.Found[] pairs;
        private final Set<Learned.UndoneSet> undone;
        private final double firm;

        private Hypotheses hypotheses;
        private Beliefs beliefs;
        private Rivals rivals;
        private Interchangeable alike;
        private final List<GroupSearch.Group> groups = new ArrayList<>();
        private List<List<GroupSearch.Group>> madeUp = List.of();
        private float[] lacking = {};
        /** The kind and direction of what a hypothesis leaves over, -1 for none. */
        private int[] rest = {};

        private int pairCount;
        private int[] pairLine = {};
        private int[] pairPlace = {};

        Run(Terms terms, Learned learned, PairRules rules) {
            this.terms = terms;
            this.rules = rules;
            undone = new HashSet<>(learned.undoneSets());
            Payers payers = new Payers();
            comparison = new Comparison(terms, payers);
            Weights taught = teach(learned, payers);
            firm = Math.log(FIRM_ODDS) + Math.log1p(learned.undone().size());
            PairSearch search = new PairSearch(comparison);
            Weights.Table first = taught.table();
            pairs = new PairSearch.Found[terms.lines.length];
            // each line by itself, so that the result does not depend on who worked on it
            IntStream.range(0, pairs.length)
                    .parallel()
                    .forEach(l -> pairs[l] = rules.applied(terms, l, search.of(l, first)));
            table = learn(learned, first);
            hypotheses = pairsAsHypotheses(table);
            beliefs = new Beliefs(hypotheses, nodes(), FIRST_IMPRESSION);
            addGroups(learned);
        }

        private int nodes() {
            return terms.lines.length + terms.entries.length;
        }

        private Weights teach(Learned learned, Payers payers) {
            Weights weights = new Weights();
            for (Terms.LineTerms line : terms.lines) {
                weights.seen(line.code);
            }
            for (Learned.Decided d : learned.accepted()) {
                terms.past(d, payers, 1);
            }
            for (Learned.Decided d : learned.undone()) {
                terms.past(d, payers, -2);
                undone.add(Learned.UndoneSet.of(
                        List.of(d.line().id()), List.of(d.item().id())));
            }
            terms.countPast(learned.accepted(), weights, comparison);
            return weights;
        }

        private boolean wasUndone(List<BankLineId> lines, List<CashEntryId> entries) {
            return !undone.isEmpty() && undone.contains(Learned.UndoneSet.of(lines, entries));
        }

        /** Expectation and maximization over the account's own lines, on top of what is shipped and was decided. */
        private Weights.Table learn(Learned learned, Weights.Table first) {
            Weights.Table now = first;
            int[] latest = latest(MOST_TAUGHT_BY);
            Hypotheses all = pairsAsHypotheses(now, latest);
            Beliefs believed = null;
            for (int round = 0; round < ROUNDS; round++) {
                for (int h = 0; round > 0 && h < all.count(); h++) {
                    all.weigh(h, weightOfPair(h, now));
                }
                believed = new Beliefs(all, nodes(), FIRST_IMPRESSION, believed);
                Weights weights = teach(learned, new Payers());
                count(all, believed, latest, weights, round == 0);
                now = weights.table();
                if (round == 0) {
                    comparison.fees().settle();
                    lookAtFees();
                }
            }
            return now;
        }

        /** Counts what is believed of lines and the entries that any of these may be. */
        private void count(Hypotheses all, Beliefs believed, int[] lines, Weights weights, boolean meetFees) {
            for (int h = 0; h < all.count(); h++) {
                if (believed.logOdds(h) < UNLIKELY) {
                    continue;
                }
                double p = believed.probability(h);
                if (h >= pairCount) {
                    GroupSearch.Group group = groups.get(h - pairCount);
                    for (int l : group.lines()) {
                        weights.countLine(terms.lines[l].code, group.way(), p);
                    }
                    for (int e : group.entries()) {
                        weights.countEntry(terms.entries[e], group.way(), p);
                        if (group.apart() == 0) {
                            weights.countText(terms.entries[e], group.way(), p);
                        }
                    }
                    continue;
                }
                int l = pairLine[h];
                PairSearch.Found found = pairs[l];
                Terms.EntryTerms entry = terms.entries[found.entries()[pairPlace[h]]];
                long apart = terms.lines[l].line.minorUnits() - entry.amount();
                weights.count(found.facts()[pairPlace[h]], entry.movement, terms.lines[l].code, p);
                weights.countLine(terms.lines[l].code, Way.PAIR, p);
                if (apart == 0) {
                    weights.countText(entry, Way.PAIR, p);
                }
                weights.countEntry(entry, Way.PAIR, p);
                if (meetFees && Facts.amount(found.facts()[pairPlace[h]]) == Facts.Amount.LESS) {
                    comparison.fees().met(terms.lines[l].line.minorUnits(), entry.amount());
                }
            }
            int firstDay = Integer.MAX_VALUE;
            for (int l : lines) {
                weights.countLine(terms.lines[l].code, Way.NONE, 1 - believed.taken(l));
                firstDay = Math.min(firstDay, terms.lines[l].day);
            }
            for (int e = terms.firstEntryOn(firstDay); e < terms.entries.length; e++) {
                weights.countEntry(terms.entries[e], Way.NONE, 1 - believed.taken(terms.lines.length + e));
            }
        }

        /** The latest lines, at most so many, in their order. */
        private int[] latest(int most) {
            int n = terms.lines.length;
            long[] byDay = new long[n];
            for (int l = 0; l < n; l++) {
                byDay[l] = ((long) terms.lines[l].day << 32) | l;
            }
            Arrays.sort(byDay);
            return Arrays.stream(byDay, Math.max(0, n - most), n)
                    .mapToInt(key -> (int) key)
                    .sorted()
                    .toArray();
        }

        /** Pairs that are apart by what has turned out to be usual are told so. */
        private void lookAtFees() {
            if (comparison.fees().usualCount() == 0) {
                return;
            }
            for (int l = 0; l < pairs.length; l++) {
                for (int i = 0; i < pairs[l].entries().length; i++) {
                    int facts = pairs[l].facts()[i];
                    Terms.EntryTerms entry = terms.entries[pairs[l].entries()[i]];
                    if ((Facts.amount(facts) == Facts.Amount.LESS || Facts.amount(facts) == Facts.Amount.OTHER)
                            && comparison.fees().isUsual(terms.lines[l].line.minorUnits(), entry.amount())) {
                        int told = Facts.with(facts, Facts.Amount.USUAL_FEE);
                        pairs[l].facts()[i] = told;
                        // what a rule added stays
                        pairs[l].unlikely()[i] += (float) (comparison.unlikely(told, terms.lines[l], entry)
                                - comparison.unlikely(facts, terms.lines[l], entry));
                    }
                }
            }
        }

        private Hypotheses pairsAsHypotheses(Weights.Table now) {
            return pairsAsHypotheses(now, IntStream.range(0, pairs.length).toArray());
        }

        private Hypotheses pairsAsHypotheses(Weights.Table now, int[] lines) {
            Hypotheses all = new Hypotheses(terms.lines.length);
            int count = Arrays.stream(lines).map(l -> pairs[l].entries().length).sum();
            pairLine = new int[count];
            pairPlace = new int[count];
            for (int l : lines) {
                PairSearch.Found found = pairs[l];
                for (int i = 0; i < found.entries().length; i++) {
                    int e = found.entries()[i];
                    pairLine[all.count()] = l;
                    pairPlace[all.count()] = i;
                    all.add(
                            found.unlikely()[i] + now.of(found.facts()[i], terms.entries[e], terms.lines[l].code),
                            l,
                            terms.lines.length + e);
                }
            }
            pairCount = all.count();
            return all;
        }

        /** Groups among what no pair explains for certain; then, among what these leave, those that are harder to tell. */
        private void addGroups(Learned learned) {
            Map<GroupSearch.Members, Integer> places = new HashMap<>();
            boolean[] before = new boolean[0];
            for (int round = 0; round < SEARCHES; round++) {
                boolean[] sure = sure();
                if (Arrays.equals(before, sure)) {
                    break;
                }
                Set<Integer> changed = round < 2 ? null : daysOf(before, sure);
                before = sure;
                GroupSearch search = new GroupSearch(comparison, table, sure, pairs, round > 0, changed);
                if (round == 0) {
                    search.meetFees(comparison.fees());
                    comparison.fees().settle();
                    lookAtFees();
                }
                search.find().forEach((members, group) -> {
                    if (rules.allow(terms, group)) {
                        add(members, group, places);
                    }
                });
                madeUp = madeUp();
                findLacking();
                weigh();
                weighGroups(learned, GROUP_ROUNDS);
                if (round == 0) {
                    learnTexts();
                }
            }
        }

        /** The business days of what has become sure. */
        private Set<Integer> daysOf(boolean[] before, boolean[] now) {
            Set<Integer> out = new HashSet<>();
            for (int v = 0; v < now.length; v++) {
                if (now[v] != before[v]) {
                    out.add(v < terms.lines.length ? terms.lines[v].day : terms.entryDays[v - terms.lines.length]);
                }
            }
            return out;
        }

        /** What is matched for certain by other evidence teaches the texts of payers, which then tell of lines that are not. */
        private void learnTexts() {
            boolean[] sure = sure();
            for (int h = 0; h < pairCount; h++) {
                int l = pairLine[h];
                boolean same = Facts.amount(pairs[l].facts()[pairPlace[h]]) == Facts.Amount.SAME;
                if (same && beliefs.logOdds(h) > Math.log(FIRM_ODDS)) {
                    comparison.met(terms.lines[l], terms.entries[pairs[l].entries()[pairPlace[h]]].party);
                }
            }
            for (int l = 0; l < pairs.length; l++) {
                PairSearch.Found found = pairs[l];
                for (int i = 0; !sure[l] && i < found.entries().length; i++) {
                    Terms.EntryTerms entry = terms.entries[found.entries()[i]];
                    int facts = found.facts()[i];
                    int told = comparison.withPayer(facts, terms.lines[l], entry);
                    if (told != facts) {
                        found.facts()[i] = told;
                        found.unlikely()[i] += (float) (comparison.unlikely(told, terms.lines[l], entry)
                                - comparison.unlikely(facts, terms.lines[l], entry));
                    }
                }
            }
            weigh();
        }

        private void add(
                GroupSearch.Members members, GroupSearch.Group group, Map<GroupSearch.Members, Integer> places) {
            Integer place = places.putIfAbsent(members, groups.size());
            if (place == null) {
                groups.add(group);
                hypotheses.add(group.weight(), nodes(group));
            } else {
                groups.set(place, GroupSearch.better(groups.get(place), group));
            }
        }

        private void weigh() {
            IntStream.range(0, hypotheses.count())
                    .parallel()
                    .forEach(h -> hypotheses.weigh(h, h < pairCount ? weightOfPair(h, table) : weightOfGroup(h)));
        }

        private int[] nodes(GroupSearch.Group group) {
            int[] nodes = new int[group.lines().length + group.entries().length];
            System.arraycopy(group.lines(), 0, nodes, 0, group.lines().length);
            for (int i = 0; i < group.entries().length; i++) {
                nodes[group.lines().length + i] = terms.lines.length + group.entries()[i];
            }
            return nodes;
        }

        /** Lines and entries of what is as good as certain and balances to the cent. */
        private boolean[] sure() {
            boolean[] sure = new boolean[nodes()];
            for (int h = 0; h < hypotheses.count(); h++) {
                boolean balanced = h < pairCount
                        ? Facts.amount(pairs[pairLine[h]].facts()[pairPlace[h]]) == Facts.Amount.SAME
                        : groups.get(h - pairCount).apart() == 0;
                if (balanced && beliefs.logOdds(h) > Math.log(FIRM_ODDS)) {
                    for (int s = hypotheses.from(h); s < hypotheses.to(h); s++) {
                        sure[hypotheses.member(s)] = true;
                    }
                }
            }
            return sure;
        }

        /** Which ways are usual here is known once there are groups. */
        private void weighGroups(Learned learned, int rounds) {
            int[] all = IntStream.range(0, terms.lines.length).toArray();
            for (int round = 0; round < rounds; round++) {
                beliefs = new Beliefs(hypotheses, nodes(), ANOTHER_LOOK, beliefs);
                Weights weights = teach(learned, new Payers());
                weights.withTexts();
                count(hypotheses, beliefs, all, weights, false);
                table = weights.table();
                weigh();
            }
        }

        /**
         * For each line, the sets that come to its amount to the cent. What leaves out some of such a set lacks just what the rest comes to, and that would be chance.
         */
        private List<List<GroupSearch.Group>> madeUp() {
            List<List<GroupSearch.Group>> out = new ArrayList<>(Collections.nCopies(terms.lines.length, List.of()));
            for (GroupSearch.Group group : groups) {
                if (group.apart() != 0 || group.entries().length == 0) {
                    continue;
                }
                for (int l : group.lines()) {
                    if (out.get(l).isEmpty()) {
                        out.set(l, new ArrayList<>(2));
                    }
                    out.get(l).add(group);
                }
            }
            return out;
        }

        /**
         * For each hypothesis that is apart, how unlikely it would be that the rest of a set makes up what it lacks of a line:
         * that an entry of this amount, without counterpart, lies beside it on the day. Found once; how many are without
         * counterpart is learned.
         */
        private void findLacking() {
            lacking = new float[hypotheses.count()];
            rest = new int[lacking.length];
            for (int h = 0; h < lacking.length; h++) {
                rest[h] = -1;
                if (h < pairCount) {
                    int l = pairLine[h];
                    int e = pairs[l].entries()[pairPlace[h]];
                    long apart = terms.entries[e].amount() - terms.lines[l].line.minorUnits();
                    if (apart != 0 && !madeUp.get(l).isEmpty()) {
                        lacking(h, l, new int[] {e}, apart);
                    }
                } else {
                    GroupSearch.Group group = groups.get(h - pairCount);
                    if (group.apart() != 0 && group.lines().length == 1) {
                        lacking(h, group.lines()[0], group.entries(), group.apart());
                    }
                }
            }
        }

        private void lacking(int h, int l, int[] entries, long apart) {
            for (GroupSearch.Group group : madeUp.get(l)) {
                int in = 0;
                int left = -1;
                for (int e : group.entries()) {
                    if (contains(entries, e)) {
                        in++;
                    } else {
                        left = e;
                    }
                }
                // of what is not all there is, any one entry of some days may have been left over
                if (in == entries.length && (group.whole() || group.entries().length == in + 1)) {
                    double chance = Math.log(terms.density.expected(apart) / terms.span);
                    if (left >= 0) {
                        Movement of = terms.entries[left].movement;
                        rest[h] = of.index();
                        chance += of == terms.entries[entries[0]].movement ? 0 : terms.share(of);
                    }
                    lacking[h] = (float) (chance + (group.whole() ? 0 : A_WEEK));
                    return;
                }
            }
        }

        private static boolean contains(int[] some, int one) {
            for (int each : some) {
                if (each == one) {
                    return true;
                }
            }
            return false;
        }

        private double lacking(int h) {
            if (h >= lacking.length || lacking[h] == 0) {
                return 0;
            }
            return Math.min(0, lacking[h] + (rest[h] < 0 ? 0 : table.free(Movement.at(rest[h]))));
        }

        /** How unlikely it would be that an entry of the amount lies beside lines that take each other back; at most 0. */
        private double besides(GroupSearch.Group cancelling) {
            double least = 0;
            for (int l : cancelling.lines()) {
                PairSearch.Found found = pairs[l];
                for (int i = 0; i < found.entries().length; i++) {
                    if (Facts.amount(found.facts()[i]) == Facts.Amount.SAME) {
                        Terms.EntryTerms entry = terms.entries[found.entries()[i]];
                        double likely = -found.unlikely()[i] + A_WEEK + table.free(entry.movement);
                        least = Math.min(least, likely);
                    }
                }
            }
            return least;
        }

        private double weightOfPair(int h, Weights.Table now) {
            int l = pairLine[h];
            PairSearch.Found found = pairs[l];
            int i = pairPlace[h];
            int e = found.entries()[i];
            return found.unlikely()[i] + lacking(h) + now.of(found.facts()[i], terms.entries[e], terms.lines[l].code);
        }

        private double weightOfGroup(int h) {
            GroupSearch.Group group = groups.get(h - pairCount);
            if (group.way() == Way.CANCELLED) {
                int code = terms.lines[group.lines()[0]].code;
                return group.bare() + table.prior(group.way(), code) + besides(group);
            }
            Movement movement = terms.entries[group.entries()[0]].movement;
            double free = table.free(movement);
            if (!group.way().isAll) {
                // some of what was still open by chance: its own counterpart may be one that is not found
                free = Math.min(0, free - Math.log(group.openShare()));
            }
            double text = 0;
            for (int e : group.entries()) {
                text += table.ofText(terms.entries[e], group.way());
            }
            double all = group.bare()
                    + lacking(h)
                    + text / group.entries().length
                    + table.prior(group.way(), terms.lines[group.lines()[0]].code)
                    - free;
            return Math.min(all, group.most());
        }

        MatchingResult result() {
            Components components = new Components(hypotheses, nodes());
            beliefs = new Beliefs(hypotheses, nodes(), Beliefs.MOST_ROUNDS, beliefs);
            Assignment assignment = new Assignment(hypotheses, components, beliefs, nodes());
            alike = new Interchangeable(terms, hypotheses, pairCount, beliefs);
            rivals = new Rivals(hypotheses, assignment, alike::logOdds, beliefs::logOdds, alike::same, nodes());
            EvidenceWriter telling = new EvidenceWriter(terms);
            Map<BankLineId, List<Candidate>> byLine = new LinkedHashMap<>();
            List<Candidate> presumed = new ArrayList<>();
            int[][] ofLine = ofLines();
            int[] ofAmount = ofAmount();
            Map<Integer, Candidate> made = new HashMap<>();
            for (int l = 0; l < terms.lines.length; l++) {
                List<Candidate> candidates = new ArrayList<>();
                long groupsOf = Arrays.stream(ofLine[l])
                        .filter(h -> h >= pairCount && groups.get(h - pairCount).apart() == 0)
                        .count();
                for (int h : ofLine[l]) {
                    if (candidates.size() == MatchingResult.MOST_PER_LINE
                            || (rivals.logOdds(h) < WORTH_TELLING && !candidates.isEmpty())) {
                        break;
                    }
                    boolean chosen = rivals.isChosen(h);
                    Candidate c = h < pairCount
                            ? pair(h, chosen, telling, ofAmount[l])
                            : made.computeIfAbsent(h, g -> group(g, chosen, telling, groupsOf));
                    candidates.add(c);
                    boolean first = h < pairCount || groups.get(h - pairCount).lines()[0] == l;
                    if (chosen && first && c.strength() != Strength.FAINT) {
                        presumed.add(c);
                    }
                }
                if (!candidates.isEmpty()) {
                    byLine.put(terms.lines[l].line.id(), candidates);
                }
            }
            presumed.sort(Comparator.comparing(c -> c.lines().getFirst()));
            return new MatchingResult(byLine, presumed);
        }

        /** The hypotheses of each line, the likeliest first; among those as good, what is best for the whole. */
        private int[][] ofLines() {
            int[] counts = new int[terms.lines.length];
            for (int h = 0; h < hypotheses.count(); h++) {
                for (int s = hypotheses.from(h); s < hypotheses.to(h); s++) {
                    if (hypotheses.member(s) < counts.length) {
                        counts[hypotheses.member(s)]++;
                    }
                }
            }
            int[][] out = new int[counts.length][];
            for (int l = 0; l < counts.length; l++) {
                out[l] = new int[counts[l]];
                counts[l] = 0;
            }
            for (int h = 0; h < hypotheses.count(); h++) {
                for (int s = hypotheses.from(h); s < hypotheses.to(h); s++) {
                    int l = hypotheses.member(s);
                    if (l < counts.length) {
                        out[l][counts[l]++] = h;
                    }
                }
            }
            Comparator<Integer> best = (a, b) -> {
                int byOdds = Double.compare(
                        rivals.logOdds(b) + (rivals.isChosen(b) ? AS_GOOD : 0),
                        rivals.logOdds(a) + (rivals.isChosen(a) ? AS_GOOD : 0));
                int byWeight = byOdds != 0 ? byOdds : Double.compare(hypotheses.weight(b), hypotheses.weight(a));
                return byWeight != 0 ? byWeight : Integer.compare(a, b);
            };
            for (int l = 0; l < out.length; l++) {
                if (out[l].length > 1) {
                    out[l] = Arrays.stream(out[l])
                            .boxed()
                            .sorted(best)
                            .mapToInt(Integer::intValue)
                            .toArray();
                }
            }
            return out;
        }

        /** For each line, how many entries of its amount were among its pairs. */
        private int[] ofAmount() {
            int[] out = new int[terms.lines.length];
            for (int l = 0; l < out.length; l++) {
                for (int facts : pairs[l].facts()) {
                    out[l] += Facts.amount(facts) == Facts.Amount.SAME ? 1 : 0;
                }
            }
            return out;
        }

        private Candidate pair(int h, boolean chosen, EvidenceWriter telling, int ofAmount) {
            int l = pairLine[h];
            int facts = pairs[l].facts()[pairPlace[h]];
            int e = pairs[l].entries()[pairPlace[h]];
            BankLine line = terms.lines[l].line;
            List<BankLineId> lines = List.of(line.id());
            List<CashEntryId> entries = List.of(terms.entries[e].entry.id());
            double odds = rivals.logOdds(h);
            boolean may = chosen
                    && Facts.amount(facts) == Facts.Amount.SAME
                    && Facts.check(facts) != Facts.Check.OTHER
                    && (Facts.speak(facts) || areUsual(Facts.days(facts), terms.entries[e].movement))
                    && !wasUndone(lines, entries);
            return new Candidate(
                    lines,
                    entries,
                    strength(odds, may),
                    odds,
                    line.minorUnits() - terms.entries[e].amount(),
                    rules.told(line, terms.entries[e].entry, telling.ofPair(facts, l, e, ofAmount, alike.of(h))));
        }

        /** What only the amount tells is taken on usual days alone. */
        private boolean areUsual(int days, Movement movement) {
            return table.lateness(movement, days) > UNUSUAL;
        }

        private Strength strength(double odds, boolean mayBeFirm) {
            if (mayBeFirm && odds >= firm) {
                return Strength.FIRM;
            }
            return odds >= Math.log(FAIR_ODDS) ? Strength.FAIR : Strength.FAINT;
        }

        private Candidate group(int h, boolean chosen, EvidenceWriter telling, long groupsOf) {
            GroupSearch.Group group = groups.get(h - pairCount);
            double odds = rivals.logOdds(h);
            List<BankLineId> lines = Arrays.stream(group.lines())
                    .mapToObj(l -> terms.lines[l].line.id())
                    .sorted()
                    .toList();
            List<CashEntryId> entries = Arrays.stream(group.entries())
                    .mapToObj(e -> terms.entries[e].entry.id())
                    .sorted()
                    .toList();
            boolean crosswise = lines.size() > 1 && entries.size() > 1;
            boolean may = chosen
                    && group.apart() == 0
                    && !entries.isEmpty()
                    && (!crosswise || group.whole())
                    && !wasUndone(lines, entries);
            return new Candidate(
                    lines,
                    entries,
                    strength(odds, may),
                    odds,
                    group.apart(),
                    telling.ofGroup(group, groupsOf > 1 && group.apart() == 0 && odds < firm));
        }
    }
}
