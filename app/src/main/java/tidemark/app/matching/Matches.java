package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CancellingPairs;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.reconcile.Decisions;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.reconcile.ItemMatchRepository;
import tidemark.app.reconcile.MonthData;
import tidemark.app.reconcile.Months;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.app.reconcile.WaitingItems;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.ledger.JournalLine;
import tidemark.core.matching.Candidate;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLineId;

/** Makes and undoes matches. Every change takes its account first, so that of two people the second sees the first. */
@Service
public class Matches implements CancellingPairs {
    private final BankAccounts accounts;
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final ItemMatchRepository matches;
    private final MatchRows rows;
    private final Months months;
    private final Decisions decisions;
    private final Ledger ledger;
    private final Reversals reversals;
    private final WaitingItems waiting;
    private final ActivityLog activity;
    private final Clock clock;

    Matches(
            BankAccounts accounts,
            BankLineRepository lines,
            CashEntryRepository entries,
            ItemMatchRepository matches,
            MatchRows rows,
            Months months,
            Decisions decisions,
            Ledger ledger,
            Reversals reversals,
            WaitingItems waiting,
            ActivityLog activity,
            Clock clock) {
        this.accounts = accounts;
        this.lines = lines;
        this.entries = entries;
        this.matches = matches;
        this.rows = rows;
        this.months = months;
        this.decisions = decisions;
        this.ledger = ledger;
        this.reversals = reversals;
        this.waiting = waiting;
        this.activity = activity;
        this.clock = clock;
    }

    /** A match with the entries it tied. */
    public record Tied(ItemMatch match, List<CashEntry> entries) {}

    /** Ties lines and entries that a person selected, or the candidate that a person took. */
    @Transactional
    public Tied match(long companyId, long accountId, Collection<Long> lineIds, Collection<Long> entryIds, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        List<BankLineRow> lineRows = rows.lines(account, lineIds);
        Candidate candidate = lineRows.isEmpty() ? null : candidate(account, lineRows, entryIds);
        Members members = members(account, lineRows, entryIds, who);
        List<CashEntryRow> entryRows = members.entries();
        ItemMatch.How how = candidate == null ? ItemMatch.How.HAND : ItemMatch.How.CANDIDATE;
        ItemMatch match = rows.match(account, lineRows, entryRows, how, candidate, null, members.booked(), who);
        rows.recordMatch(account, match, lineRows, entryRows, who);
        if (members.booked().isEmpty()) {
            months.made(account, match, lineIds, entryIds);
        }
        return new Tied(match, entryRows.stream().map(CashEntryRow::entry).toList());
    }

    /** The candidate of exactly these members, where the engine had one. */
    private @Nullable Candidate candidate(BankAccount account, List<BankLineRow> lineRows, Collection<Long> wanted) {
        BankLineRow first = lineRows.getFirst();
        MonthData month = months.beforeChange(account, YearMonth.from(first.bookingDate()));
        Set<BankLineId> lineIds = lineRows.stream().map(l -> l.line().id()).collect(Collectors.toSet());
        Set<CashEntryId> entryIds = wanted.stream().map(CashEntryId::new).collect(Collectors.toSet());
        return month.matching().candidates(first.line().id()).stream()
                .filter(c -> lineIds.equals(Set.copyOf(c.lines())) && entryIds.equals(Set.copyOf(c.entries())))
                .findFirst()
                .orElse(null);
    }

    /**
     * The entries of a match.
     *
     * @param booked journal entries that were booked for it
     */
    record Members(List<CashEntryRow> entries, Set<Long> booked) {}

    /** The entries of a match; what waited for the bank among them is booked now. */
    Members members(BankAccount account, List<BankLineRow> lineRows, Collection<Long> entryIds, String who) {
        List<Long> waited = entryIds.stream()
                .filter(WaitingForBank::isStandIn)
                .map(WaitingForBank::idOf)
                .toList();
        List<CashEntryRow> members = new ArrayList<>(rows.entries(
                account,
                entryIds.stream().filter(id -> !WaitingForBank.isStandIn(id)).toList()));
        if (waited.isEmpty()) {
            return new Members(members, Set.of());
        }
        if (lineRows.isEmpty()) {
            throw new NotFound(say("matching.bankLine"));
        }
        for (BankLineRow line : lineRows) {
            if (line.itemMatchId() != null) {
                throw rows.taken(line.line().title(), line.itemMatchId());
            }
        }
        LocalDate day = lineRows.stream()
                .map(BankLineRow::bookingDate)
                .max(Comparator.naturalOrder())
                .orElseThrow();
        Ledger.Booked booked = waiting.arrived(account, day, waited, who);
        members.addAll(booked.cashEntries());
        return new Members(members, ids(booked));
    }

    private static Set<Long> ids(Ledger.Booked booked) {
        return booked.entries().stream().map(JournalEntryRow::id).collect(Collectors.toSet());
    }

    /** Undoes a match; an entry that was booked from the bank line for it is reversed with it. */
    @Transactional
    public void undo(long companyId, long accountId, long matchId, String who) {
        BankAccount account = accounts.lockWith(companyId, accountId, entries.accountsReversedWith(matchId));
        ItemMatch match = matches.findByIdAndBankAccountId(matchId, accountId).orElse(null);
        if (match == null) {
            throw new RuleViolation(
                    "match.gone", "", say("match.gone.found"), say("match.gone.expected"), say("match.gone.remedy"));
        }
        if (match.how() == ItemMatch.How.CANCELLED) {
            throw new RuleViolation(
                    "match.cancelled",
                    "",
                    say("match.cancelled.found"),
                    say("match.cancelled.expected"),
                    say("match.cancelled.remedy"));
        }
        List<CashEntryRow> members = entries.ofMatches(List.of(matchId));
        List<BankLineRow> lineMembers = lines.ofMatches(List.of(matchId));
        List<Long> reversed = matches.bookedFor(List.of(matchId));
        if (!reversed.isEmpty()) {
            // what was booked is reversed below, and what hears of the match reads what the journal guards
            accounts.lockJournal(companyId);
        }
        Map<Long, CashEntryId> waitAgain = waiting.standInsOf(companyId, reversed);
        rows.unmatch(account, match);
        if (reversed.isEmpty() || !waitAgain.isEmpty()) {
            decisions.undone(
                    accountId,
                    lineMembers.stream().map(BankLineRow::id).toList(),
                    members.stream().map(m -> remembered(m, waitAgain)).toList(),
                    who,
                    clock.instant());
        }
        activity.record(
                companyId,
                who,
                "match.undone",
                "match",
                matchId,
                say(
                        "match.undone.undid",
                        account.name(),
                        String.join(
                                ", ",
                                lineMembers.stream()
                                        .limit(5)
                                        .map(l -> l.line().title())
                                        .toList())));
        reverseBooked(companyId, members, reversed, who);
    }

    /** What a member is remembered by: by what waits again, where its own entry is reversed. */
    private static long remembered(CashEntryRow member, Map<Long, CashEntryId> waitAgain) {
        CashEntryId standIn = member.journalEntryId() == null ? null : waitAgain.get(member.journalEntryId());
        return standIn == null ? member.id() : standIn.value();
    }

    /** Reverses what was booked for a match, each entry once and on its own day. */
    private void reverseBooked(long companyId, List<CashEntryRow> members, List<Long> booked, String who) {
        for (CashEntryRow member : members) {
            Long entry = member.journalEntryId();
            if (entry != null && booked.contains(entry)) {
                reversals.reverse(companyId, entry, member.entryDate(), who);
            }
        }
    }

    /** Undoes a match of many that were taken in one step; what was booked for it waits for the bank again. */
    void unmatchOfMany(BankAccount account, ItemMatch match, String who) {
        List<CashEntryRow> members = entries.ofMatches(List.of(match.id()));
        List<Long> booked = matches.bookedFor(List.of(match.id()));
        rows.unmatch(account, match);
        reverseBooked(account.companyId(), members, booked, who);
    }

    @Override
    @Transactional
    public void cancel(BankAccount account, CashEntryRow entry, CashEntryRow reversal, String who) {
        List<CashEntryRow> pair = List.of(entry, reversal);
        rows.match(account, List.of(), pair, ItemMatch.How.CANCELLED, null, null, Set.of(), who);
    }

    @Override
    @Transactional
    public void part(BankAccount account, CashEntryRow entry) {
        Long pair = entry.itemMatchId();
        ItemMatch match = pair == null ? null : matches.findById(pair).orElse(null);
        if (match != null && match.how() == ItemMatch.How.CANCELLED) {
            rows.unmatch(account, match);
        }
    }

    @Override
    @Transactional
    public Optional<String> undo(BankAccount account, CashEntryRow entry, String who) {
        Long matchId = entry.itemMatchId();
        if (matchId == null) {
            return Optional.empty();
        }
        String with = String.join(
                ", ",
                lines.ofMatches(List.of(matchId)).stream()
                        .limit(5)
                        .map(l -> l.line().title())
                        .toList());
        undo(account.companyId(), account.id(), matchId, who);
        return Optional.of(say("matching.undoneFirst", account.name(), with));
    }

    /** Books what only the bank knew, and matches it at once. */
    @Transactional
    public Ledger.Booked bookFromLine(
            long companyId,
            long accountId,
            long lineId,
            Ledger.Posting posting,
            EntrySource source,
            List<Long> with,
            String who) {
        return bookFromLines(companyId, accountId, List.of(lineId), posting, source, with, who);
    }

    /** Books what several lines and entries are apart by, and matches all of it at once. */
    @Transactional
    public Ledger.Booked bookFromLines(
            long companyId,
            long accountId,
            List<Long> lineIds,
            Ledger.Posting posting,
            EntrySource source,
            List<Long> with,
            String who) {
        BankAccount account = accounts.lockWith(
                companyId,
                accountId,
                ledger.accountIds(
                        companyId,
                        posting.entry().lines().stream()
                                .map(JournalLine::accountCode)
                                .toList()));
        Ledger.Booked booked = ledger.book(companyId, List.of(posting), source, null, who);
        List<BankLineRow> lines = rows.lines(account, lineIds);
        List<CashEntryRow> members = new ArrayList<>(rows.entries(account, with));
        booked.cashEntries().stream()
                .filter(c -> c.bankAccountId() == accountId)
                .forEach(members::add);
        ItemMatch match = rows.match(account, lines, members, ItemMatch.How.BOOKED, null, null, ids(booked), who);
        rows.recordMatch(account, match, lines, members, who);
        return booked;
    }

    /** The journal entry that a cash entry came from, read without the entry itself. */
    Optional<Long> journalEntryOf(long accountId, long entryId) {
        return entries.journalEntryOf(accountId, entryId);
    }
}
