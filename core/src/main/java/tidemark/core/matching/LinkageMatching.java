package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
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
    /** More than this many of the latest lines teach an account's weights no better. */
    private static final int MOST_TAUGHT_BY = 20_000;

    /** Rounds of messages while the weights are still being learned and groups are still to come. */
    private static final int FIRST_IMPRESSION = 8;

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
        private final Weights.Table table;
        private final PairSearch.Found[] pairs;
        private final Set<Learned.UndoneSet> undone;
        private final double firm;

        private Hypotheses hypotheses;
        private Beliefs beliefs;
        private Rivals rivals;
        private List<GroupSearch.Group> groups = List.of();
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
            table = learn(learned, payers, first);
            hypotheses = pairsAsHypotheses(table);
            beliefs = new Beliefs(hypotheses, nodes(), FIRST_IMPRESSION);
            addGroups();
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
        private Weights.Table learn(Learned learned, Payers payers, Weights.Table first) {
            Weights.Table now = first;
            int[] latest = latest(MOST_TAUGHT_BY);
            for (int round = 0; round < ROUNDS; round++) {
                Hypotheses all = pairsAsHypotheses(now, latest);
                Beliefs believed = new Beliefs(all, nodes(), FIRST_IMPRESSION);
                Weights weights = teach(learned, new Payers());
                for (int h = 0; h < all.count(); h++) {
                    int l = pairLine[h];
                    double p = believed.probability(h);
                    if (p < .01) {
                        continue;
                    }
                    PairSearch.Found found = pairs[l];
                    Terms.EntryTerms entry = terms.entries[found.entries()[pairPlace[h]]];
                    weights.count(found.facts()[pairPlace[h]], entry.kind, terms.lines[l].code, p);
                    Facts.Amount amount = Facts.amount(found.facts()[pairPlace[h]]);
                    if (round == 0 && amount == Facts.Amount.LESS) {
                        comparison.fees().met(terms.lines[l].line.minorUnits(), entry.amount());
                    }
                }
                for (int l : latest) {
                    weights.countLine(terms.lines[l].code, believed.taken(l));
                }
                now = weights.table();
                if (round == 0) {
                    comparison.fees().settle();
                    lookAtFees();
                }
            }
            return now;
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
                            found.unlikely()[i] + now.of(found.facts()[i], terms.entries[e].kind, terms.lines[l].code),
                            l,
                            terms.lines.length + e);
                }
            }
            pairCount = all.count();
            return all;
        }

        private void addGroups() {
            int n = terms.lines.length;
            boolean[] openLine = new boolean[n];
            boolean[] openEntry = new boolean[terms.entries.length];
            boolean[] sure = new boolean[nodes()];
            for (int h = 0; h < pairCount; h++) {
                if (beliefs.logOdds(h) > Math.log(FIRM_ODDS)
                        && Facts.amount(pairs[pairLine[h]].facts()[pairPlace[h]]) == Facts.Amount.SAME) {
                    for (int s = hypotheses.from(h); s < hypotheses.to(h); s++) {
                        sure[hypotheses.member(s)] = true;
                    }
                }
            }
            for (int l = 0; l < n; l++) {
                openLine[l] = !sure[l];
            }
            for (int e = 0; e < openEntry.length; e++) {
                openEntry[e] = !sure[n + e];
            }
            GroupSearch search = new GroupSearch(comparison, table, openLine, openEntry, pairs);
            search.meetFees(comparison.fees());
            comparison.fees().settle();
            lookAtFees();
            hypotheses = pairsAsHypotheses(table);
            groups = search.find().stream().filter(g -> rules.allow(terms, g)).toList();
            for (GroupSearch.Group group : groups) {
                int[] nodes = new int[group.lines().length + group.entries().length];
                System.arraycopy(group.lines(), 0, nodes, 0, group.lines().length);
                for (int i = 0; i < group.entries().length; i++) {
                    nodes[group.lines().length + i] = n + group.entries()[i];
                }
                hypotheses.add(group.weight(), nodes);
            }
        }

        MatchingResult result() {
            Components components = new Components(hypotheses, nodes());
            beliefs = new Beliefs(hypotheses, nodes());
            Assignment assignment = new Assignment(hypotheses, components, beliefs, nodes());
            Interchangeable alike = new Interchangeable(terms, hypotheses, pairCount, beliefs);
            rivals = new Rivals(hypotheses, assignment, alike::logOdds, beliefs::logOdds, alike::same, nodes());
            EvidenceWriter telling = new EvidenceWriter(terms);
            Map<BankLineId, List<Candidate>> byLine = new LinkedHashMap<>();
            List<Candidate> presumed = new ArrayList<>();
            int[][] ofLine = ofLines();
            int[] ofAmount = ofAmount();
            Map<Integer, Candidate> made = new HashMap<>();
            for (int l = 0; l < terms.lines.length; l++) {
                List<Candidate> candidates = new ArrayList<>();
                long groupsOf =
                        Arrays.stream(ofLine[l]).filter(h -> h >= pairCount).count();
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
                    && !wasUndone(lines, entries);
            return new Candidate(
                    lines,
                    entries,
                    strength(odds, may),
                    odds,
                    line.minorUnits() - terms.entries[e].amount(),
                    rules.told(line, terms.entries[e].entry, telling.ofPair(facts, l, e, ofAmount)));
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
            boolean may = chosen && group.apart() == 0 && !entries.isEmpty() && !wasUndone(lines, entries);
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
