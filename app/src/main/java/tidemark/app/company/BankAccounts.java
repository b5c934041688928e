package tidemark.app.company;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.core.ledger.Purpose;

/** Bank accounts, and the lock that every change of one takes first. */
@Service
public class BankAccounts {
    private final BankAccountRepository accounts;
    private final RowLocks locks;
    private final JdbcTemplate jdbc;

    BankAccounts(BankAccountRepository accounts, RowLocks locks, JdbcTemplate jdbc) {
        this.accounts = accounts;
        this.locks = locks;
        this.jdbc = jdbc;
    }

    /**
     * @param openingDate day at whose end the opening balance stands, the last of a month
     */
    public record NewAccount(
            String name,
            String bank,
            String number,
            CurrencyUnit currency,
            LocalDate openingDate,
            long openingMinorUnits,
            long cashAccountId,
            Map<Purpose, Long> purposes) {}

    @Transactional(propagation = Propagation.MANDATORY)
    public BankAccount create(long companyId, NewAccount fresh) {
        int place = accounts.findByCompanyIdOrderByPlace(companyId).size() + 1;
        BankAccount made = accounts.save(new BankAccount(companyId, place, fresh));
        locks.made(LockedRow.BANK_ACCOUNT, made.id());
        return made;
    }

    @Transactional(readOnly = true)
    public List<BankAccount> list(long companyId) {
        return accounts.findByCompanyIdOrderByPlace(companyId);
    }

    @Transactional(readOnly = true)
    public BankAccount get(long companyId, long accountId) {
        return accounts.findByIdAndCompanyId(accountId, companyId)
                .orElseThrow(() -> new NotFound(say("company.bankAccount")));
    }

    /**
     * Locks the account for a change: others who change it wait until this transaction ends, and what they then see
     * is its outcome. Whoever asks must be allowed to work on it. All checks of a change come after this call, and what it reads of the account.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public BankAccount lock(long companyId, long accountId) {
        BankAccount account = take(companyId, accountId);
        Limits.checkAccount(accountId, account.name());
        return account;
    }

    private BankAccount take(long companyId, long accountId) {
        boolean first = !locks.holds(LockedRow.BANK_ACCOUNT, accountId);
        BankAccount account = locks.lock(LockedRow.BANK_ACCOUNT, BankAccount.class, accountId)
                .filter(a -> a.companyId() == companyId)
                .orElseThrow(() -> new NotFound(say("company.bankAccount")));
        if (first) {
            account.changed();
        }
        return account;
    }

    /** Locks the bank accounts whose cash accounts these are, in the order of their identifiers. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<BankAccount> lockByLedgerAccounts(long companyId, Collection<Long> ledgerAccountIds) {
        List<BankAccount> out = new ArrayList<>();
        if (!ledgerAccountIds.isEmpty()) {
            for (long id : accounts.ofLedgerAccounts(companyId, ledgerAccountIds)) {
                out.add(lock(companyId, id));
            }
        }
        return out;
    }

    /** Locks one bank account together with those that others of these ledger accounts belong to, in their order. */
    @Transactional(propagation = Propagation.MANDATORY)
    public BankAccount lockWith(long companyId, long accountId, Collection<Long> ledgerAccountIds) {
        Set<Long> ids = new TreeSet<>(
                ledgerAccountIds.isEmpty() ? List.of() : accounts.ofLedgerAccounts(companyId, ledgerAccountIds));
        ids.add(accountId);
        ids.forEach(id -> lock(companyId, id));
        return lock(companyId, accountId);
    }

    /**
     * Locks all bank accounts of a company, for work that may touch any of them; whether whoever asks may work on one
     * is checked where it is touched.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<BankAccount> lockAll(long companyId) {
        return accounts.ids(companyId).stream().map(id -> take(companyId, id)).toList();
    }

    /**
     * Locks the company's journal: entries are numbered and open items settled by one transaction at a time. Always
     * after the bank accounts that are locked.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Company lockJournal(long companyId) {
        if (!locks.lock(LockedRow.JOURNAL, companyId)) {
            throw new NotFound(say("company.company"));
        }
        return accounts.company(companyId).orElseThrow(() -> new NotFound(say("company.company")));
    }

    /** The first of so many numbers of journal entries, taken from the company's counter; its journal must be locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long takeEntryNumbers(long companyId, int count) {
        jdbc.update("update journal_counter set next_number = next_number + ? where id = ?", count, companyId);
        Long next = jdbc.queryForObject("select next_number from journal_counter where id = ?", Long.class, companyId);
        return Objects.requireNonNull(next) - count;
    }

    /** The company's currency. */
    @Transactional(readOnly = true)
    public CurrencyUnit companyCurrency(long companyId) {
        return accounts.company(companyId)
                .orElseThrow(() -> new NotFound(say("company.company")))
                .baseCurrency();
    }
}
