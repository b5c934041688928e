package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Instant;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.reconcile.MonthData;
import tidemark.app.reconcile.Months;
import tidemark.app.reconcile.StartedOver;
import tidemark.app.reconcile.StartedOverRepository;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.core.certificate.Mark;
import tidemark.core.matching.Strength;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/** Lets all matches of a month go in one step, and puts them back in one. */
@Service
public class StartOver {
    private final BankAccounts accounts;
    private final Months months;
    private final MatchRows matchRows;
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final StartedOverRepository rows;
    private final ActivityLog activity;
    private final JsonMapper json;
    private final Clock clock;

    StartOver(
            BankAccounts accounts,
            Months months,
            MatchRows matchRows,
            BankLineRepository lines,
            CashEntryRepository entries,
            StartedOverRepository rows,
            ActivityLog activity,
            JsonMapper json,
            Clock clock) {
        this.accounts = accounts;
        this.months = months;
        this.matchRows = matchRows;
        this.lines = lines;
        this.entries = entries;
        this.rows = rows;
        this.activity = activity;
        this.json = json;
        this.clock = clock;
    }

    /** A match as it was. */
    record Kept(
            ItemMatch.How how,
            @Nullable Strength strength,
            String evidence,
            @Nullable Long batchId,
            String madeBy,
            Instant madeAt,
            List<Long> lines,
            List<Long> entries) {}

    /**
     * What starting over did.
     *
     * @param id by which it is put back
     * @param stays matches that stay: something was booked for them, they are ticks on paper, or a month before holds a part
     */
    public record Over(long id, int count, int stays) {}

    /**
     * @throws RuleViolation {@code month.prepared} where the month is certified or waits for it, {@code over.nothing} where no
     *     match of it can be let go
     */
    @Transactional
    public Over begin(long companyId, long accountId, YearMonth month, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        Mark held = new Mark(account.lockedThrough());
        if (held.holds(month.atEndOfMonth())) {
            throw MatchRows.prepared(account);
        }
        Map<Long, ItemMatch> found = ofMonth(months.beforeChange(account, month));
        List<Kept> kept = new ArrayList<>();
        for (ItemMatch match : found.values()) {
            List<BankLineRow> own = lines.ofMatches(List.of(match.id()));
            if (!match.onlyTies() || own.stream().anyMatch(l -> held.holds(l.bookingDate()))) {
                continue;
            }
            kept.add(new Kept(
                    match.how(),
                    match.strength(),
                    match.evidence(),
                    match.batchId(),
                    match.madeBy(),
                    match.madeAt(),
                    own.stream().map(BankLineRow::id).toList(),
                    entries.ofMatches(List.of(match.id())).stream()
                            .map(CashEntryRow::id)
                            .toList()));
            matchRows.unmatch(account, match);
        }
        if (kept.isEmpty()) {
            throw new RuleViolation(
                    "over.nothing",
                    "",
                    say("over.nothing.found", account.name()),
                    say("over.nothing.expected"),
                    say("over.nothing.remedy"));
        }
        StartedOver row = rows.saveAndFlush(
                new StartedOver(account, month, json.writeValueAsString(kept), kept.size(), who, clock.instant()));
        activity.record(
                companyId,
                who,
                "over.begun",
                "bank_account",
                accountId,
                say("over.begun.letGo", account.name(), kept.size(), month));
        return new Over(row.id(), kept.size(), found.size() - kept.size());
    }

    private static Map<Long, ItemMatch> ofMonth(MonthData data) {
        Map<Long, ItemMatch> out = new TreeMap<>();
        data.ladder().rows().forEach(row -> {
            ItemMatch match = data.matchOf(row.line().id());
            if (match != null) {
                out.put(match.id(), match);
            }
        });
        return out;
    }

    /** @param left matches that were not put back, since a line or an entry of theirs is matched otherwise or gone by now */
    public record PutBack(int count, int left) {}

    /** @throws RuleViolation {@code over.done} where they were put back before */
    @Transactional
    public PutBack putBack(long companyId, long accountId, long id, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        StartedOver row = rows.findByIdAndCompanyId(id, companyId)
                .filter(s -> s.bankAccountId() == accountId)
                .orElseThrow(() -> new NotFound(say("matching.startedOver")));
        if (row.isPutBack()) {
            throw new RuleViolation(
                    "over.done", "", say("over.done.found"), say("over.done.expected"), say("over.done.remedy"));
        }
        int count = 0;
        List<Kept> all = List.of(json.readValue(row.matches(), Kept[].class));
        for (Kept match : all) {
            count += again(account, match) ? 1 : 0;
        }
        row.putBack(who);
        rows.saveAndFlush(row);
        activity.record(
                companyId,
                who,
                "over.putBack",
                "bank_account",
                accountId,
                say("over.putBack.again", account.name(), count, all.size(), row.month()));
        return new PutBack(count, all.size() - count);
    }

    private boolean again(BankAccount account, Kept match) {
        List<BankLineRow> lineRows = match.lines().isEmpty() ? List.of() : lines.some(account.id(), match.lines());
        List<CashEntryRow> entryRows =
                match.entries().isEmpty() ? List.of() : entries.some(account.id(), match.entries());
        boolean free = lineRows.size() == match.lines().size()
                && entryRows.size() == match.entries().size()
                && lineRows.stream().allMatch(l -> l.itemMatchId() == null)
                && entryRows.stream().allMatch(e -> e.itemMatchId() == null);
        if (free) {
            matchRows.again(
                    account,
                    lineRows,
                    entryRows,
                    dates -> new ItemMatch(
                            account.id(),
                            match.batchId(),
                            match.how(),
                            match.strength(),
                            match.evidence(),
                            dates.getFirst(),
                            dates.getLast(),
                            Set.of(),
                            match.madeBy(),
                            match.madeAt()));
        }
        return free;
    }
}
