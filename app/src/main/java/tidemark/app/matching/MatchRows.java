package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.PostingListener;
import tidemark.app.reconcile.DeclaredErrors;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.reconcile.ItemMatchRepository;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.core.certificate.Mark;
import tidemark.core.ledger.CashEntry;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Evidence;
import tidemark.core.problem.RuleViolation;
import tidemark.core.proof.Match;
import tidemark.core.statement.BankLine;

/**
 * The rows that matches are made of: writes and removes them after all checks, and tells whoever keeps books of the
 * entries. Its callers have locked the account.
 */
@Service
class MatchRows {
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final ItemMatchRepository matches;
    private final DeclaredErrors errors;
    private final List<PostingListener> listeners;
    private final ActivityLog activity;
    private final EntityManager em;
    private final Clock clock;

    MatchRows(
            BankLineRepository lines,
            CashEntryRepository entries,
            ItemMatchRepository matches,
            DeclaredErrors errors,
            List<PostingListener> listeners,
            ActivityLog activity,
            EntityManager em,
            Clock clock) {
        this.lines = lines;
        this.entries = entries;
        this.matches = matches;
        this.errors = errors;
        this.listeners = listeners;
        this.activity = activity;
        this.em = em;
        this.clock = clock;
    }

    List<BankLineRow> lines(BankAccount account, Collection<Long> ids) {
        List<BankLineRow> found = ids.isEmpty() ? List.of() : lines.some(account.id(), ids);
        if (found.size() != ids.size()) {
            throw new NotFound(say("matching.bankLine"));
        }
        return found;
    }

    List<CashEntryRow> entries(BankAccount account, Collection<Long> ids) {
        List<CashEntryRow> found = ids.isEmpty() ? List.of() : entries.some(account.id(), ids);
        if (found.size() != ids.size()) {
            throw new NotFound(say("matching.cashEntry"));
        }
        return found;
    }

    /** The words of a line; empty where the account has no such line. */
    String title(long accountId, long lineId) {
        return lines.some(accountId, List.of(lineId)).stream()
                .map(row -> row.line().title())
                .findFirst()
                .orElse("");
    }

    BankLineRow line(BankAccount account, long lineId) {
        return lines(account, List.of(lineId)).getFirst();
    }

    CashEntryRow entry(BankAccount account, long entryId) {
        return entries(account, List.of(entryId)).getFirst();
    }

    /**
     * Matches the members after all checks; their rows are then read anew.
     *
     * @param booked journal entries that were booked for this match
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public ItemMatch match(
            BankAccount account,
            List<BankLineRow> lineRows,
            List<CashEntryRow> entryRows,
            ItemMatch.How how,
            @Nullable Candidate candidate,
            @Nullable Long batch,
            Set<Long> booked,
            String who) {
        return again(
                account,
                lineRows,
                entryRows,
                dates -> new ItemMatch(
                        account.id(),
                        batch,
                        booked.isEmpty() ? how : ItemMatch.How.BOOKED,
                        candidate == null ? null : candidate.strength(),
                        candidate == null ? "" : words(candidate, account),
                        dates.getFirst(),
                        dates.getLast(),
                        booked,
                        who,
                        clock.instant()));
    }

    /**
     * The same for a match that is known already.
     *
     * @param made of the days of its members, in order
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public ItemMatch again(
            BankAccount account,
            List<BankLineRow> lineRows,
            List<CashEntryRow> entryRows,
            Function<List<LocalDate>, ItemMatch> made) {
        for (BankLineRow line : lineRows) {
            if (line.itemMatchId() != null) {
                throw taken(line.line().title(), line.itemMatchId());
            }
        }
        for (CashEntryRow entry : entryRows) {
            if (entry.itemMatchId() != null) {
                throw taken(entry.entry().title(), entry.itemMatchId());
            }
        }
        List<BankLine> coreLines = lineRows.stream().map(BankLineRow::line).toList();
        List<CashEntry> coreEntries =
                entryRows.stream().map(CashEntryRow::entry).toList();
        Match.check(coreLines, coreEntries, account.currency());
        checkMark(account, lineRows, entryRows);
        ItemMatch match = made.apply(dates(lineRows, entryRows));
        em.persist(match);
        em.flush();
        List<Long> lineIds = lineRows.stream().map(BankLineRow::id).toList();
        List<Long> entryIds = entryRows.stream().map(CashEntryRow::id).toList();
        int matched = (lineIds.isEmpty() ? 0 : lines.tie(account.id(), lineIds, match.id()))
                + (entryIds.isEmpty() ? 0 : entries.tie(account.id(), entryIds, match.id()));
        if (matched != lineIds.size() + entryIds.size()) {
            throw new IllegalStateException("A member was matched meanwhile although its account was taken");
        }
        activity.tell(
                account.companyId(),
                "match.made",
                match.id(),
                Map.of("bankAccountId", account.id(), "bankLineIds", lineIds, "cashEntryIds", entryIds));
        if (!entryRows.isEmpty()) {
            PostingListener.MatchedEntries told = told(account, match.id(), lineRows, entryRows);
            listeners.forEach(l -> l.matched(account.companyId(), told));
        }
        return match;
    }

    private static PostingListener.MatchedEntries told(
            BankAccount account, long matchId, List<BankLineRow> lineRows, List<CashEntryRow> entryRows) {
        List<LocalDate> days = dates(lineRows, lineRows.isEmpty() ? entryRows : List.of());
        return new PostingListener.MatchedEntries(account.id(), matchId, List.copyOf(entryRows), days.getLast());
    }

    private static String words(Candidate candidate, BankAccount account) {
        List<String> words = new ArrayList<>();
        for (Evidence e : candidate.evidence()) {
            words.add(e.words(account.currency()));
        }
        return String.join("; ", words);
    }

    RuleViolation taken(String title, long matchId) {
        ItemMatch match = matches.findById(matchId).orElseThrow(() -> new NotFound(say("matching.match")));
        return new RuleViolation(
                "match.taken",
                "",
                say("match.taken.found", title, match.madeBy()),
                say("match.taken.expected"),
                say("match.taken.remedy"));
    }

    private void checkMark(BankAccount account, List<BankLineRow> lineRows, List<CashEntryRow> entryRows) {
        List<LocalDate> fixed = lineRows.stream()
                .filter(l -> account.mark().holds(l.bookingDate()) && !errors.isBankError(l.id()))
                .map(BankLineRow::bookingDate)
                .toList();
        account.mark().checkMatch(fixed, dates(lineRows, entryRows));
        Mark held = new Mark(account.lockedThrough());
        for (BankLineRow line : lineRows) {
            if (held.holds(line.bookingDate()) && !account.mark().holds(line.bookingDate())) {
                throw prepared(account);
            }
        }
        if (lineRows.isEmpty() && dates(lineRows, entryRows).stream().allMatch(held::holds)) {
            throw prepared(account);
        }
    }

    static RuleViolation prepared(BankAccount account) {
        return new RuleViolation(
                "month.prepared",
                "",
                say("month.prepared.found2", account.name()),
                say("month.prepared.expected2"),
                say("month.prepared.remedy2"));
    }

    private static List<LocalDate> dates(List<BankLineRow> lineRows, List<CashEntryRow> entryRows) {
        List<LocalDate> dates = new ArrayList<>();
        lineRows.forEach(l -> dates.add(l.bookingDate()));
        entryRows.forEach(e -> dates.add(e.entryDate()));
        dates.sort(null);
        return dates;
    }

    void recordMatch(
            BankAccount account,
            ItemMatch match,
            List<BankLineRow> lineRows,
            List<CashEntryRow> entryRows,
            String who) {
        String bank = String.join(
                ", ", lineRows.stream().limit(5).map(l -> l.line().title()).toList());
        String ours = String.join(
                ", ", entryRows.stream().limit(5).map(e -> e.entry().title()).toList());
        activity.record(
                account.companyId(),
                who,
                "match.made",
                "match",
                match.id(),
                account.name() + ": " + (bank.isEmpty() ? say("match.made.noLine") : bank) + " = "
                        + (ours.isEmpty() ? say("match.made.noEntry") : ours));
    }

    /** Undoes a match after all checks. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void unmatch(BankAccount account, ItemMatch match) {
        List<BankLineRow> lineRows = lines.ofMatches(List.of(match.id()));
        List<CashEntryRow> entryRows = entries.ofMatches(List.of(match.id()));
        checkMark(account, lineRows, entryRows);
        if (!lineRows.isEmpty()) {
            lines.unmatch(match.id());
        }
        if (!entryRows.isEmpty()) {
            entries.unmatch(match.id());
        }
        matches.deleteById(match.id());
        em.flush();
        activity.tell(account.companyId(), "match.undone", match.id(), Map.of("bankAccountId", account.id()));
        if (!entryRows.isEmpty()) {
            PostingListener.MatchedEntries told = told(account, match.id(), lineRows, entryRows);
            listeners.forEach(l -> l.unmatched(account.companyId(), told));
        }
    }

    /** Whether a match is a tick on paper. */
    boolean isTick(long matchId) {
        return matches.findById(matchId)
                .filter(m -> m.how() == ItemMatch.How.PAPER)
                .isPresent();
    }

    /** Undoes the match of a ticked paper line; the caller removes the line. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void unmatch(BankAccount account, long matchId) {
        unmatch(account, matches.findById(matchId).orElseThrow(() -> new NotFound(say("matching.match"))));
    }
}
