package tidemark.core.matching;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;

/**
 * Matches bank lines with cash entries by probabilistic record linkage: pairs and groups are weighed by how much likelier
 * their findings are among true matches than by chance, all of them compete for the lines and entries they share, and
 * those are chosen that are best together.
 *
 * <p>Firm is a candidate whose odds against everything else are at least {@link #FIRM_ODDS} to one, that balances to
 * the cent and is among the chosen; among lines and entries alike in every respect it does not matter which is taken.
 *
 * <p>Sets are sought three times: among what no pair explains for certain, and then among what is left of that. How usual
 * each way of explaining a line is, is learned after each search.
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

    private static final int ROUNDS = 3;
    private static final int GROUP_ROUNDS = 2;
    private static final int SEARCHES = 3;
    /** More than this many of the latest lines teach an account's weights no better. */
    private static final int MOST_TAUGHT_BY = 8_000;

    /** Rounds of messages while the weights are still being learned and groups are still to come. */
    private static final int FIRST_IMPRESSION = 8;

    /** One in a hundred. */
    private static final double UNLIKELY = Math.log(.01);

    /** Where the messages of the round before are where they start. */
    private static final int ANOTHER_LOOK = 4;

    @Override
    public MatchingResult propose(List<BankLine> lines, List<LedgerItem> items, Learned learned, List<Rule> rules) {
        if (lines.isEmpty()) {
            return new MatchingResult(Map.of(), List.of());
        }
        return new Run(new Terms(lines, items), learned, new PairRules(rules))
                .decided()
                .result();
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

        private final Contest contest;
        private Beliefs beliefs;

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
            contest = new Contest(terms, pairs, IntStream.range(0, pairs.length).toArray(), table);
            beliefs = new Beliefs(contest.hypotheses(), contest.nodes(), FIRST_IMPRESSION);
            addGroups(learned);
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

        /** Expectation and maximization over the account's own lines, on top of what is shipped and was decided. */
        private Weights.Table learn(Learned learned, Weights.Table first) {
            Weights.Table now = first;
            int[] latest = latest(MOST_TAUGHT_BY);
            Contest ofLatest = new Contest(terms, pairs, latest, now);
            Beliefs believed = null;
            for (int round = 0; round < ROUNDS; round++) {
                if (round > 0) {
                    ofLatest.weigh(now);
                }
                believed = new Beliefs(ofLatest.hypotheses(), ofLatest.nodes(), FIRST_IMPRESSION, believed);
                Weights weights = teach(learned, new Payers());
                count(ofLatest, believed, latest, weights, round == 0);
                now = weights.table();
                if (round == 0) {
                    comparison.fees().settle();
                    lookAtFees();
                }
            }
            return now;
        }

        /** Counts what is believed of lines and the entries that any of these may be. */
        private void count(Contest all, Beliefs believed, int[] lines, Weights weights, boolean meetFees) {
            for (int h = 0; h < all.count(); h++) {
                if (believed.logOdds(h) < UNLIKELY) {
                    continue;
                }
                double p = believed.probability(h);
                if (!all.isPair(h)) {
                    GroupSearch.Group group = all.group(h);
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
                int l = all.line(h);
                Terms.EntryTerms entry = terms.entries[all.entry(h)];
                weights.count(all.facts(h), entry.movement, terms.lines[l].code, p);
                weights.countLine(terms.lines[l].code, Way.PAIR, p);
                if (all.isBalanced(h)) {
                    weights.countText(entry, Way.PAIR, p);
                }
                weights.countEntry(entry, Way.PAIR, p);
                if (meetFees && Facts.amount(all.facts(h)) == Facts.Amount.LESS) {
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
            IntStream.range(0, pairs.length).parallel().forEach(this::tellOfFees);
        }

        private void tellOfFees(int l) {
            for (int i = 0; i < pairs[l].entries().length; i++) {
                int facts = pairs[l].facts()[i];
                if (Facts.amount(facts) != Facts.Amount.LESS && Facts.amount(facts) != Facts.Amount.OTHER) {
                    continue;
                }
                Terms.EntryTerms entry = terms.entries[pairs[l].entries()[i]];
                if (comparison.fees().isUsual(terms.lines[l].line.minorUnits(), entry.amount())) {
                    int told = Facts.with(facts, Facts.Amount.USUAL_FEE);
                    pairs[l].facts()[i] = told;
                    // what a rule added stays
                    pairs[l].unlikely()[i] += (float) (comparison.unlikely(told, terms.lines[l], entry)
                            - comparison.unlikely(facts, terms.lines[l], entry));
                }
            }
        }

        /** Groups among what no pair explains for certain; then, among what these leave, those that are harder to tell. */
        private void addGroups(Learned learned) {
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
                        contest.add(members, group);
                    }
                });
                contest.compare();
                contest.weigh(table);
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
            for (int h = 0; h < contest.pairCount(); h++) {
                if (isSure(h)) {
                    comparison.met(terms.lines[contest.line(h)], terms.entries[contest.entry(h)].party);
                }
            }
            IntStream.range(0, pairs.length).parallel().filter(l -> !sure[l]).forEach(this::tellOfPayer);
            contest.weigh(table);
        }

        private void tellOfPayer(int l) {
            PairSearch.Found found = pairs[l];
            for (int i = 0; i < found.entries().length; i++) {
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

        /** Lines and entries of what is as good as certain and balances to the cent. */
        private boolean[] sure() {
            boolean[] sure = new boolean[contest.nodes()];
            Hypotheses all = contest.hypotheses();
            for (int h = 0; h < all.count(); h++) {
                if (isSure(h)) {
                    for (int s = all.from(h); s < all.to(h); s++) {
                        sure[all.member(s)] = true;
                    }
                }
            }
            return sure;
        }

        private boolean isSure(int h) {
            return beliefs.logOdds(h) > Math.log(FIRM_ODDS) && contest.isBalanced(h);
        }

        /** Which ways are usual here is known once there are groups. */
        private void weighGroups(Learned learned, int rounds) {
            int[] all = IntStream.range(0, terms.lines.length).toArray();
            for (int round = 0; round < rounds; round++) {
                beliefs = new Beliefs(contest.hypotheses(), contest.nodes(), ANOTHER_LOOK, beliefs);
                Weights weights = teach(learned, new Payers());
                weights.withTexts();
                count(contest, beliefs, all, weights, false);
                table = weights.table();
                contest.weigh(table);
            }
        }

        /** What is left to be told; the rest is not held any longer. */
        ResultWriter decided() {
            Hypotheses all = contest.hypotheses();
            Components components = new Components(all, contest.nodes());
            beliefs = new Beliefs(all, contest.nodes(), Beliefs.MOST_ROUNDS, beliefs);
            Beliefs last = beliefs;
            SideBySide.Both<Assignment, Interchangeable> decided = SideBySide.of(
                    () -> new Assignment(all, components, last, contest.nodes()),
                    () -> new Interchangeable(terms, all, contest.pairCount(), last));
            Assignment assignment = decided.first();
            Interchangeable alike = decided.second();
            Rivals rivals = new Rivals(
                    all, assignment, h -> alike.logOdds(h, last), last::logOdds, alike::same, contest.nodes());
            return new ResultWriter(terms, contest, rivals, alike, table, rules, undone, firm);
        }
    }
}
