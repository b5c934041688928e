package tidemark.app.reconcile;

import java.time.YearMonth;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.MatchingResult;
import tidemark.core.matching.Strength;
import tidemark.core.proof.Ladder;
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
    private final Map<CashEntryId, Long> journalEntryOf;
    private final Map<BankLineId, Rule> ruleOf = new LinkedHashMap<>();
    private final Map<BankLineId, Long> matchOfLine = new HashMap<>();
    private final Map<Long, List<CashEntryId>> entriesOfMatch = new HashMap<>();
    private final Map<CashEntryId, CashEntry> entries = new HashMap<>();

    MonthData(
            YearMonth month,
            Reconciliation reconciliation,
            MatchingResult matching,
            Map<Long, ItemMatch> matches,
            boolean hasStatement,
            boolean fromPaper,
            Map<CashEntryId, Long> journalEntryOf,
            List<Rule> rules) {
        this.month = month;
        this.reconciliation = reconciliation;
        this.matching = matching;
        this.matches = Map.copyOf(matches);
        this.hasStatement = hasStatement;
        this.fromPaper = fromPaper;
        this.journalEntryOf = Map.copyOf(journalEntryOf);
        this.ladder = Ladder.of(reconciliation);
        this.proof = Proof.closing(reconciliation);
        applyRules(rules);
        reconciliation.entries().forEach(e -> entries.put(e.id(), e));
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
    ItemMatch matchOf(BankLineId line) {
        Long id = matchOfLine.get(line);
        return id == null ? null : matches.get(id);
    }

    List<CashEntry> entriesOf(long matchId) {
        return entriesOfMatch.getOrDefault(matchId, List.of()).stream()
                .map(entries::get)
                .filter(java.util.Objects::nonNull)
                .toList();
    }

    /** The journal entry that a cash entry came from; none for an item taken over with the account. */
    @Nullable
    Long journalEntryOf(CashEntryId id) {
        return journalEntryOf.get(id);
    }

    public @Nullable CashEntry entry(CashEntryId id) {
        return entries.get(id);
    }
}
