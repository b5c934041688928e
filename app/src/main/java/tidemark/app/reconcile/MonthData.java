package tidemark.app.reconcile;

import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.MatchingResult;
import tidemark.core.matching.Strength;
import tidemark.core.proof.Ladder;
import tidemark.core.proof.Match;
import tidemark.core.proof.Proof;
import tidemark.core.proof.Reconciliation;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** An account's month with everything the core works out of it, at one revision of the account. */
public final class MonthData {
    private final YearMonth month;
    private final Reconciliation reconciliation;
    private final MatchingResult matching;
    private final Ladder ladder;
    private final Proof proof;
    private final Map<Long, ItemMatch> matches;
    private final boolean hasStatement;
    private final boolean fromPaper;
    private final Map<BankLineId, Rule> ruleOf = new LinkedHashMap<>();
    private final Map<BankLineId, Long> matchOfLine = new HashMap<>();
    private final Map<Long, List<CashEntryId>> entriesOfMatch = new HashMap<>();
    private final List<Rule> rules;
    private final long ofAccount;
    private final MonthMembers members;
    private final MonthMembers.Once<Map<CashEntryId, List<Candidate>>> byEntry =
            new MonthMembers.Once<>(this::candidatesByEntry);

    /** @param ofAccount the difference that the account allows */
    MonthData(
            YearMonth month,
            Reconciliation reconciliation,
            MatchingResult matching,
            Map<Long, ItemMatch> matches,
            boolean hasStatement,
            boolean fromPaper,
            MonthMembers members,
            List<Rule> rules,
            long ofAccount) {
        this.rules = List.copyOf(rules);
        this.ofAccount = ofAccount;
        this.month = month;
        this.reconciliation = reconciliation;
        this.matching = matching;
        this.matches = Map.copyOf(matches);
        this.hasStatement = hasStatement;
        this.fromPaper = fromPaper;
        this.members = members;
        this.ladder = Ladder.of(reconciliation);
        this.proof = Proof.closing(reconciliation);
        applyRules(rules);
        reconciliation.matches().forEach(m -> {
            m.lines().forEach(line -> matchOfLine.put(line, m.id()));
            entriesOfMatch.put(m.id(), m.entries());
        });
    }

    /** Open lines that a rule books, unless something firm explains them. */
    private void applyRules(List<Rule> rules) {
        if (rules.isEmpty()) {
            return;
        }
        for (Ladder.Row row : ladder.rows()) {
            List<Candidate> candidates = matching.candidates(row.line().id());
            boolean firm = !candidates.isEmpty() && candidates.getFirst().strength() == Strength.FIRM;
            if (row.state() == Ladder.State.OPEN && !firm) {
                Rule.booking(rules, row.line())
                        .ifPresent(r -> ruleOf.put(row.line().id(), r));
            }
        }
    }

    /** The rule that books an open line. */
    @Nullable
    Rule ruleOf(BankLineId line) {
        return ruleOf.get(line);
    }

    /** Rules that book open lines of the month, in the order of the lines, each with how many. */
    Map<Rule, Integer> rulesAtWork() {
        Map<Rule, Integer> out = new LinkedHashMap<>();
        ruleOf.values().forEach(r -> out.merge(r, 1, Integer::sum));
        return out;
    }

    /** Open lines that a rule books, in the bank's order. */
    public List<BankLine> byRule(long ruleId) {
        return ladder.rows().stream()
                .map(Ladder.Row::line)
                .filter(l -> {
                    Rule rule = ruleOf.get(l.id());
                    return rule != null && rule.id() == ruleId;
                })
                .toList();
    }

    public YearMonth month() {
        return month;
    }

    public Reconciliation reconciliation() {
        return reconciliation;
    }

    public MatchingResult matching() {
        return matching;
    }

    public Ladder ladder() {
        return ladder;
    }

    public Proof proof() {
        return proof;
    }

    /** Whether any statement covers the month's last day. */
    public boolean hasStatement() {
        return hasStatement;
    }

    public boolean fromPaper() {
        return fromPaper;
    }

    @Nullable
    public ItemMatch matchOf(BankLineId line) {
        Long id = matchOfLine.get(line);
        return id == null ? null : matches.get(id);
    }

    List<CashEntry> entriesOf(long matchId) {
        return entriesOfMatch.getOrDefault(matchId, List.of()).stream()
                .map(members::entry)
                .filter(java.util.Objects::nonNull)
                .toList();
    }

    /** The journal entry that a cash entry came from; none for an item taken over with the account. */
    @Nullable
    Long journalEntryOf(CashEntryId id) {
        return members.journalEntryOf(id);
    }

    public @Nullable CashEntry entry(CashEntryId id) {
        return members.entry(id);
    }

    public @Nullable BankLine line(BankLineId id) {
        return members.line(id);
    }

    /** Place of a line on the ladder, from 0; 0 where it is of another month. */
    int place(BankLineId id) {
        for (int i = 0; i < ladder.rows().size(); i++) {
            if (ladder.rows().get(i).line().id().equals(id)) {
                return i;
            }
        }
        return 0;
    }

    /** The difference that may be booked where the line is matched, by the account or a rule. */
    long tolerance(BankLine line) {
        return Rule.tolerance(rules, line, ofAccount);
    }

    /** The same for lines that are matched together. */
    long tolerance(List<BankLine> lines) {
        return Rule.tolerance(rules, lines, ofAccount);
    }

    private Map<CashEntryId, List<Candidate>> candidatesByEntry() {
        Map<CashEntryId, List<Candidate>> out = new HashMap<>();
        matching.byLine()
                .values()
                .forEach(all -> all.forEach(c -> c.entries().forEach(e -> {
                    List<Candidate> known = out.computeIfAbsent(e, k -> new ArrayList<>());
                    if (!known.contains(c)) {
                        known.add(c);
                    }
                })));
        out.values().forEach(all -> all.sort(Comparator.comparingDouble(c -> -c.logOdds())));
        return out;
    }

    /** Where an open entry may be at the bank, the likeliest first. */
    List<Candidate> candidatesOf(CashEntryId entry) {
        return byEntry.get().getOrDefault(entry, List.of());
    }

    /** The entry that an open one looks like, where it may have been booked twice. */
    @Nullable
    CashEntry twinOf(CashEntryId id) {
        return members.twinOf(id);
    }

    /** The line that an open one looks like, where the bank may have booked it twice. */
    @Nullable
    BankLine twinOf(BankLineId id) {
        return members.twinOf(id);
    }

    /**
     * The month with one match more. Proof, ladder and sums are worked out anew; of the proposals only those that the
     * match took something from are gone, the others stand as they were, as does what was seen twice.
     *
     * @return empty where the month does not hold all that the match touches, and has to be read anew
     */
    Optional<MonthData> withMatch(ItemMatch made, Set<BankLineId> itsLines, Set<CashEntryId> itsEntries) {
        boolean ofThisMonth = !made.firstDate().isAfter(reconciliation.to())
                && !made.lastDate().isBefore(reconciliation.from());
        boolean holdsAll = itsLines.stream().allMatch(l -> members.line(l) != null)
                && itsEntries.stream().allMatch(e -> members.entry(e) != null);
        if (!ofThisMonth || !holdsAll) {
            boolean holdsNone = itsLines.stream().allMatch(l -> members.line(l) == null)
                    && itsEntries.stream().allMatch(e -> members.entry(e) == null);
            return !ofThisMonth && holdsNone ? Optional.of(this) : Optional.empty();
        }
        Map<BankLineId, List<Candidate>> left = new LinkedHashMap<>();
        matching.byLine().forEach((line, candidates) -> {
            if (!itsLines.contains(line)) {
                List<Candidate> free = candidates.stream().anyMatch(c -> touches(c, itsLines, itsEntries))
                        ? candidates.stream()
                                .filter(c -> !touches(c, itsLines, itsEntries))
                                .toList()
                        : candidates;
                if (!free.isEmpty()) {
                    left.put(line, free);
                }
            }
        });
        MatchingResult proposals = new MatchingResult(
                left,
                matching.presumed().stream()
                        .filter(c -> !touches(c, itsLines, itsEntries))
                        .toList());
        List<Match> all = new ArrayList<>(reconciliation.matches());
        all.add(new Match(made.id(), sorted(itsLines), sorted(itsEntries)));
        Map<Long, ItemMatch> known = new LinkedHashMap<>(matches);
        known.put(made.id(), made);
        return Optional.of(new MonthData(
                month,
                reconciliation.with(all, WaitingForBank.inTheLedger(proposals.presumed())),
                proposals,
                known,
                hasStatement,
                fromPaper,
                members,
                rules,
                ofAccount));
    }

    private static <T extends Comparable<? super T>> List<T> sorted(Set<T> ids) {
        return ids.stream().sorted().toList();
    }

    private static boolean touches(Candidate c, Set<BankLineId> lines, Set<CashEntryId> entries) {
        return !Collections.disjoint(c.lines(), lines) || !Collections.disjoint(c.entries(), entries);
    }
}
