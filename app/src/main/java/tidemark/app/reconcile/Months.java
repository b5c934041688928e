package tidemark.app.reconcile;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.rule.Rules;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.LinkageMatching;
import tidemark.core.matching.MatchingEngine;
import tidemark.core.matching.MatchingResult;
import tidemark.core.proof.Match;
import tidemark.core.proof.Reconciliation;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * Loads an account's month and has the core work out its ladder, candidates and proof. What was worked out is kept for
 * as long as the account's revision stands; every change of the account makes a new revision, so nothing stale is
 * ever shown.
 */
@Service
public class Months {
    /** Entries dated this long after the month are candidates too: ledgers are written up late. */
    private static final int DAYS_AFTER = 10;

    private static final int BLOCK = 1_000;

    /** From so many open lines on a match alone does not have the month worked out anew at once. */
    private static final int LARGE = 2_000;

    private int large = LARGE;

    private static final int MOST_STEPS = 60;

    private record Step(long revision, long matchId, Set<BankLineId> lines, Set<CashEntryId> entries) {}

    private record Key(long accountId, YearMonth month, long revision) {}

    private final Cache<Key, MonthData> cache =
            Caffeine.newBuilder().maximumSize(40).build();
    /** For each account the last matches that were its only change. */
    private final Cache<Long, List<Step>> steps =
            Caffeine.newBuilder().maximumSize(200).build();

    private final LargeMonthSchedule soon;
    private final BankAccounts accounts;
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final ItemMatchRepository matches;
    private final DeclaredErrors errors;
    private final Statements statements;
    private final Decisions decisions;
    private final Rules rules;
    private final WaitingItems waitingForBank;
    private final MatchingEngine engine = new LinkageMatching();

    Months(
            BankAccounts accounts,
            BankLineRepository lines,
            CashEntryRepository entries,
            ItemMatchRepository matches,
            DeclaredErrors errors,
            Statements statements,
            Decisions decisions,
            Rules rules,
            WaitingItems waitingForBank,
            LargeMonthSchedule soon) {
        this.waitingForBank = waitingForBank;
        this.soon = soon;
        this.rules = rules;
        this.decisions = decisions;
        this.accounts = accounts;
        this.lines = lines;
        this.entries = entries;
        this.matches = matches;
        this.errors = errors;
        this.statements = statements;
    }

    /** The month as it is now, from one unchanging view of the database. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public MonthData load(long companyId, long accountId, YearMonth month) {
        BankAccount account = accounts.get(companyId, accountId);
        return cache.get(new Key(accountId, month, account.revision()), key -> {
            MonthData patched = patched(key);
            if (patched == null) {
                return read(account, month);
            }
            soon.workOut(companyId, accountId, month);
            return patched;
        });
    }

    /** Works the month out as a whole and keeps that in the place of what was put together from before. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public void workOut(long companyId, long accountId, YearMonth month) {
        BankAccount account = accounts.get(companyId, accountId);
        cache.put(new Key(accountId, month, account.revision()), read(account, month));
    }

    /**
     * Tells of a match that is all that a change of the account does, so that a large month need not be worked out anew
     * before its next line can be looked at.
     */
    public void made(BankAccount account, ItemMatch match, Collection<Long> lineIds, Collection<Long> entryIds) {
        steps.asMap().compute(account.id(), (id, known) -> {
            List<Step> out = new ArrayList<>(known == null ? List.of() : known);
            out.removeIf(s -> s.revision() >= account.revision());
            out.add(new Step(
                    account.revision(),
                    match.id(),
                    lineIds.stream().map(BankLineId::new).collect(Collectors.toSet()),
                    entryIds.stream().map(CashEntryId::new).collect(Collectors.toSet())));
            return out.size() > MOST_STEPS ? List.copyOf(out.subList(out.size() - MOST_STEPS, out.size())) : out;
        });
    }

    /** What was kept of an earlier revision with the matches since, where matches are all that came since. */
    private @Nullable MonthData patched(Key key) {
        List<Step> known = steps.asMap().getOrDefault(key.accountId(), List.of());
        List<Step> since = new ArrayList<>();
        for (long revision = key.revision(); ; revision--) {
            MonthData kept = cache.getIfPresent(new Key(key.accountId(), key.month(), revision));
            if (kept != null && !since.isEmpty()) {
                return kept.ladder().openLines() < large ? null : with(kept, since.reversed());
            }
            long wanted = revision;
            Step step = known.stream()
                    .filter(s -> s.revision() == wanted)
                    .findFirst()
                    .orElse(null);
            if (step == null) {
                return null;
            }
            since.add(step);
        }
    }

    private @Nullable MonthData with(MonthData kept, List<Step> since) {
        MonthData now = kept;
        for (Step step : since) {
            ItemMatch match = matches.findById(step.matchId()).orElse(null);
            if (match == null) {
                // its change was not kept
                return null;
            }
            MonthData after = now.withMatch(match, step.lines(), step.entries()).orElse(null);
            if (after == null) {
                return null;
            }
            now = after;
        }
        return now;
    }

    /** From so many open lines on months are put together from before; for tests. */
    void putTogetherFrom(int openLines) {
        large = openLines;
    }

    /**
     * The month as it was when its account was taken for the change that is going on, before anything was changed: what
     * was kept of that revision, or else worked out now.
     */
    @Transactional
    public MonthData beforeChange(BankAccount account, YearMonth month) {
        MonthData kept = cache.getIfPresent(new Key(account.id(), month, account.revision() - 1));
        return kept == null ? read(account, month) : kept;
    }

    /** The month within a change of its account, before or after the change; never from what was kept. */
    @Transactional
    public MonthData loadForChange(BankAccount account, YearMonth month) {
        return read(account, month);
    }

    private MonthData read(BankAccount account, YearMonth month) {
        LocalDate from = month.atDay(1);
        LocalDate to = month.atEndOfMonth();
        List<ItemMatch> touching = matches.touching(account.id(), from, to);
        List<Long> matchIds = touching.stream().map(ItemMatch::id).toList();

        Map<Long, BankLineRow> lineRows = new LinkedHashMap<>();
        lines.openBefore(account.id(), from).forEach(l -> lineRows.put(l.id(), l));
        lines.span(account.id(), from, to).forEach(l -> lineRows.put(l.id(), l));
        inBlocks(matchIds).forEach(block -> lines.ofMatches(block).forEach(l -> lineRows.put(l.id(), l)));
        Map<Long, CashEntryRow> entryRows = new LinkedHashMap<>();
        entries.openUpTo(account.id(), to.plusDays(DAYS_AFTER)).forEach(e -> entryRows.put(e.id(), e));
        entries.span(account.id(), from, to).forEach(e -> entryRows.put(e.id(), e));
        inBlocks(matchIds).forEach(block -> entries.ofMatches(block).forEach(e -> entryRows.put(e.id(), e)));

        List<BankLine> coreLines = lineRows.values().stream()
                .sorted(java.util.Comparator.comparingLong(BankLineRow::place))
                .map(BankLineRow::line)
                .toList();
        List<CashEntry> coreEntries = entryRows.values().stream()
                .map(CashEntryRow::entry)
                .sorted(java.util.Comparator.comparing(CashEntry::date).thenComparing(CashEntry::id))
                .toList();
        Map<BankLineId, String> bankErrors = errors.ofLines(account.id(), lineRows.keySet());
        Map<CashEntryId, String> ledgerErrors = errors.ofEntries(account.id(), entryRows.keySet());
        List<Rule> inForce = rules.inForce(account);
        List<CashEntry> waiting = waitingForBank.at(account.id()).stream()
                .filter(e -> !e.date().isAfter(to.plusDays(DAYS_AFTER)))
                .toList();
        MatchingResult proposed = engine.propose(
                coreLines.stream()
                        .filter(l -> row(lineRows, l.id().value()).itemMatchId() == null)
                        .filter(l -> !bankErrors.containsKey(l.id()))
                        .filter(l -> !l.bookingDate().isAfter(to))
                        .toList(),
                Stream.concat(
                                coreEntries.stream()
                                        .filter(e ->
                                                row(entryRows, e.id().value()).itemMatchId() == null)
                                        .filter(e -> !ledgerErrors.containsKey(e.id())),
                                waiting.stream())
                        .map(LedgerItem::new)
                        .toList(),
                decisions.of(account.id()),
                inForce);
        List<StatementRow> covering = statements.touching(account.id(), from, to);
        long ledgerOpening = ledgerBalance(account, from.minusDays(1));
        long bankOpening = statements
                .bankBalance(account, from.minusDays(1))
                .orElseGet(() -> statements.latestBankBalance(account));
        Reconciliation reconciliation = new Reconciliation(
                account.currency(),
                from,
                to,
                bankOpening,
                statements.bankBalance(account, to).orElseGet(() -> latestWithin(account, to)),
                ledgerOpening,
                ledgerBalance(account, to),
                coreLines,
                coreEntries,
                coreMatches(touching, lineRows.values(), entryRows.values()),
                bankErrors,
                ledgerErrors,
                WaitingForBank.inTheLedger(proposed.presumed()));
        Map<Long, ItemMatch> byId = new LinkedHashMap<>();
        touching.forEach(m -> byId.put(m.id(), m));
        Map<CashEntryId, Long> journalEntryOf = new LinkedHashMap<>();
        entryRows.values().stream()
                .filter(e -> e.journalEntryId() != null)
                .forEach(e -> journalEntryOf.put(new CashEntryId(e.id()), e.journalEntryId()));
        return new MonthData(
                month,
                reconciliation,
                proposed,
                byId,
                covering.stream().anyMatch(s -> !s.toDate().isBefore(to)),
                covering.stream().anyMatch(StatementRow::fromPaper),
                new MonthMembers(reconciliation, waiting, proposed, journalEntryOf),
                inForce,
                account.differenceTolerance());
    }

    /** Where no statement reaches the day, what the bank last said. */
    private long latestWithin(BankAccount account, LocalDate to) {
        return statements.list(account.id()).stream()
                .filter(s -> !s.toDate().isAfter(to))
                .findFirst()
                .map(StatementRow::closingMinorUnits)
                .orElse(account.openingBankMinorUnits());
    }

    private static <T> T row(Map<Long, T> rows, long id) {
        return java.util.Objects.requireNonNull(rows.get(id));
    }

    private static List<Match> coreMatches(
            List<ItemMatch> touching, Collection<BankLineRow> lines, Collection<CashEntryRow> entries) {
        Map<Long, List<BankLineId>> linesOf = new LinkedHashMap<>();
        Map<Long, List<CashEntryId>> entriesOf = new LinkedHashMap<>();
        for (BankLineRow line : lines) {
            if (line.itemMatchId() != null) {
                linesOf.computeIfAbsent(line.itemMatchId(), k -> new ArrayList<>())
                        .add(new BankLineId(line.id()));
            }
        }
        for (CashEntryRow entry : entries) {
            if (entry.itemMatchId() != null) {
                entriesOf
                        .computeIfAbsent(entry.itemMatchId(), k -> new ArrayList<>())
                        .add(new CashEntryId(entry.id()));
            }
        }
        List<Match> out = new ArrayList<>();
        for (ItemMatch match : touching) {
            out.add(new Match(
                    match.id(),
                    linesOf.getOrDefault(match.id(), List.of()),
                    entriesOf.getOrDefault(match.id(), List.of())));
        }
        return out;
    }

    private static List<List<Long>> inBlocks(List<Long> ids) {
        List<List<Long>> out = new ArrayList<>();
        for (int i = 0; i < ids.size(); i += BLOCK) {
            out.add(ids.subList(i, Math.min(ids.size(), i + BLOCK)));
        }
        return out;
    }

    /** The ledger's balance of the account from its cash entries; sums begin at the mark. */
    @Transactional(readOnly = true)
    public long ledgerBalance(BankAccount account, LocalDate day) {
        LocalDate mark = account.mark().date();
        if (!day.isBefore(mark)) {
            return Math.addExact(account.markLedgerMinorUnits(), entries.sum(account.id(), mark, day));
        }
        return Math.addExact(account.openingMinorUnits(), entries.sum(account.id(), account.openingDate(), day));
    }
}
