package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.YearMonth;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.reconcile.ItemMatchRepository;
import tidemark.app.reconcile.Months;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.statement.BankLineId;

/** Takes all firm matches of a month in one step, and takes that step back. */
@Service
public class FirmMatches {
    private final BankAccounts accounts;
    private final Months months;
    private final Matches matches;
    private final MatchRows matchRows;
    private final ItemMatchRepository rows;
    private final ActivityLog activity;
    private final EntityManager em;

    FirmMatches(
            BankAccounts accounts,
            Months months,
            Matches matches,
            MatchRows matchRows,
            ItemMatchRepository rows,
            ActivityLog activity,
            EntityManager em) {
        this.accounts = accounts;
        this.months = months;
        this.matches = matches;
        this.matchRows = matchRows;
        this.rows = rows;
        this.activity = activity;
        this.em = em;
    }

    /** What taking the firm ones did. */
    public record FirmTaken(@Nullable Long batchId, int count) {}

    /** Takes all firm matches of a month in one step, which can be undone in one step. */
    @Transactional
    public FirmTaken takeFirm(long companyId, long accountId, YearMonth month, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        List<Candidate> firm = months.beforeChange(account, month).matching().firm();
        if (firm.stream().flatMap(c -> c.entries().stream()).anyMatch(e -> WaitingForBank.isStandIn(e.value()))) {
            // some of them book, and what hears of a match reads what the journal guards
            accounts.lockJournal(companyId);
        }
        Long batch = null;
        for (Candidate c : firm) {
            List<BankLineRow> line = matchRows.lines(
                    account, c.lines().stream().map(BankLineId::value).toList());
            List<Long> entryIds = c.entries().stream().map(CashEntryId::value).toList();
            Matches.Members members = matches.members(account, line, entryIds, who);
            if (batch == null) {
                // the first match of the step gives the step its name
                batch = ((Number) em.createNativeQuery("select next value for row_id", Long.class)
                                .getSingleResult())
                        .longValue();
            }
            matchRows.match(account, line, members.entries(), ItemMatch.How.FIRM, c, batch, members.booked(), who);
        }
        if (batch != null) {
            activity.record(
                    companyId,
                    who,
                    "match.firm",
                    "bank_account",
                    accountId,
                    say("matching.tookFirmMatchesOf").formatted(account.name(), firm.size(), month));
        }
        return new FirmTaken(batch, firm.size());
    }

    @Transactional
    public int undoBatch(long companyId, long accountId, long batchId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        List<ItemMatch> batch = rows.findByBankAccountIdAndBatchIdOrderById(accountId, batchId);
        if (batch.isEmpty()) {
            throw new NotFound(say("matching.match"));
        }
        if (!rows.bookedFor(batch.stream().map(ItemMatch::id).toList()).isEmpty()) {
            accounts.lockJournal(companyId);
        }
        for (ItemMatch match : batch) {
            matches.unmatchOfMany(account, match, who);
        }
        activity.record(
                companyId,
                who,
                "match.firm-undone",
                "bank_account",
                accountId,
                say("matching.undidFirmMatchesInOneStep").formatted(account.name(), batch.size()));
        return batch.size();
    }
}
