package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** Puts what is left of a contest into candidates for each line, with their strength and evidence. Cost: O(candidates). */
final class ResultWriter {
    /** Odds no further apart than this are as good as equal: messages stand when they move by less than a hundredth. */
    private static final double AS_GOOD = Math.log(1.05);

    private static final double WORTH_TELLING = Math.log(1e-6);
    /** Days that are met less than a thirtieth as often as the most usual. */
    private static final double UNUSUAL = Math.log(1 / 30.0);

    private final Terms terms;
    private final Contest contest;
    private final Rivals rivals;
    private final Interchangeable alike;
    private final Weights.Table table;
    private final PairRules rules;
    private final Set<Learned.UndoneSet> undone;
    private final double firm;
    private final EvidenceWriter telling;

    /** @param firm the logarithm of the odds from which a match is firm */
    ResultWriter(
            Terms terms,
            Contest contest,
            Rivals rivals,
            Interchangeable alike,
            Weights.Table table,
            PairRules rules,
            Set<Learned.UndoneSet> undone,
            double firm) {
        this.terms = terms;
        this.contest = contest;
        this.rivals = rivals;
        this.alike = alike;
        this.table = table;
        this.rules = rules;
        this.undone = undone;
        this.firm = firm;
        telling = new EvidenceWriter(terms);
    }

    MatchingResult result() {
        int[][] ofLine = ofLines();
        int[] ofAmount = ofAmount();
        Map<Integer, Candidate> made = new ConcurrentHashMap<>();
        List<OfLine> all = IntStream.range(0, terms.lines.length)
                .parallel()
                .mapToObj(l -> ofLine(l, ofLine, ofAmount[l], made))
                .toList();
        Map<BankLineId, List<Candidate>> byLine = LinkedHashMap.newLinkedHashMap(all.size());
        List<Candidate> presumed = new ArrayList<>();
        for (int l = 0; l < terms.lines.length; l++) {
            if (!all.get(l).candidates().isEmpty()) {
                byLine.put(terms.lines[l].line.id(), all.get(l).candidates());
            }
            presumed.addAll(all.get(l).presumed());
        }
        presumed.sort(Comparator.comparingLong(c -> c.lines().getFirst().value()));
        return new MatchingResult(byLine, presumed);
    }

    /** @param presumed those of them that are chosen, each at the first of its lines */
    private record OfLine(List<Candidate> candidates, List<Candidate> presumed) {
        static final OfLine NONE = new OfLine(List.of(), List.of());
    }

    private OfLine ofLine(int l, int[][] ofLine, int ofAmount, Map<Integer, Candidate> made) {
        if (ofLine[l].length == 0) {
            return OfLine.NONE;
        }
        List<Candidate> candidates = new ArrayList<>(Math.min(ofLine[l].length, MatchingResult.MOST_PER_LINE));
        List<Candidate> presumed = new ArrayList<>(1);
        for (int h : ofLine[l]) {
            if (candidates.size() == MatchingResult.MOST_PER_LINE
                    || (rivals.logOdds(h) < WORTH_TELLING && !candidates.isEmpty())) {
                break;
            }
            boolean chosen = rivals.isChosen(h);
            Candidate c = contest.isPair(h)
                    ? pair(h, chosen, ofAmount)
                    : made.computeIfAbsent(
                            h,
                            g -> group(
                                    g, chosen, groupsOf(ofLine[contest.group(g).lines()[0]])));
            candidates.add(c);
            boolean first = contest.isPair(h) || contest.group(h).lines()[0] == l;
            if (chosen && first && c.strength() != Strength.FAINT) {
                presumed.add(c);
            }
        }
        return new OfLine(candidates, presumed);
    }

    /** How many groups of a line come to its amount. */
    private long groupsOf(int[] hypotheses) {
        return Arrays.stream(hypotheses)
                .filter(h -> !contest.isPair(h) && contest.isBalanced(h))
                .count();
    }

    /** The hypotheses of each line, the likeliest first; among those as good, what is best for the whole. */
    private int[][] ofLines() {
        int[] counts = new int[terms.lines.length];
        for (int h = 0; h < contest.hypotheses().count(); h++) {
            for (int s = contest.hypotheses().from(h); s < contest.hypotheses().to(h); s++) {
                if (contest.hypotheses().member(s) < counts.length) {
                    counts[contest.hypotheses().member(s)]++;
                }
            }
        }
        int[][] out = new int[counts.length][];
        for (int l = 0; l < counts.length; l++) {
            out[l] = new int[counts[l]];
            counts[l] = 0;
        }
        for (int h = 0; h < contest.hypotheses().count(); h++) {
            for (int s = contest.hypotheses().from(h); s < contest.hypotheses().to(h); s++) {
                int l = contest.hypotheses().member(s);
                if (l < counts.length) {
                    out[l][counts[l]++] = h;
                }
            }
        }
        Comparator<Integer> best = (a, b) -> {
            int byOdds = Double.compare(
                    rivals.logOdds(b) + (rivals.isChosen(b) ? AS_GOOD : 0),
                    rivals.logOdds(a) + (rivals.isChosen(a) ? AS_GOOD : 0));
            int byWeight = byOdds != 0
                    ? byOdds
                    : Double.compare(
                            contest.hypotheses().weight(b), contest.hypotheses().weight(a));
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
        for (int h = 0; h < contest.pairCount(); h++) {
            out[contest.line(h)] += contest.isBalanced(h) ? 1 : 0;
        }
        return out;
    }

    private Candidate pair(int h, boolean chosen, int ofAmount) {
        int l = contest.line(h);
        int facts = contest.facts(h);
        int e = contest.entry(h);
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
        return odds >= Math.log(LinkageMatching.FAIR_ODDS) ? Strength.FAIR : Strength.FAINT;
    }

    private Candidate group(int h, boolean chosen, long groupsOf) {
        GroupSearch.Group group = contest.group(h);
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

    private boolean wasUndone(List<BankLineId> lines, List<CashEntryId> entries) {
        return !undone.isEmpty() && undone.contains(Learned.UndoneSet.of(lines, entries));
    }
}
