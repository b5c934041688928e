package tidemark.app.company;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.core.ledger.Purpose;

/** Bank accounts, and the lock that every change of one takes first. */
@Service
public class BankAccounts {
    private final BankAccountRepository accounts;

    BankAccounts(BankAccountRepository accounts) {
        this.accounts = accounts;
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
        return accounts.save(new BankAccount(companyId, place, fresh));
    }

    @Transactional(readOnly = true)
    public List<BankAccount> list(long companyId) {
        return accounts.findByCompanyIdOrderByPlace(companyId);
    }

    @Transactional(readOnly = true)
    public BankAccount get(long companyId, long accountId) {
        return accounts.findByIdAndCompanyId(accountId, companyId).orElseThrow(() -> new Missing("bank account"));
    }

    /**
     * Takes the account for a change: others who change it wait until this transaction ends, and what they then see
     * is its outcome. All checks of a change come after this call.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public BankAccount forChange(long companyId, long accountId) {
        BankAccount account = accounts.lock(accountId, companyId).orElseThrow(() -> new Missing("bank account"));
        account.changed();
        return account;
    }

    /** Takes the bank accounts whose cash accounts these are, in a fixed order so that no two changes can wait for each other. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<BankAccount> forChangeByLedgerAccounts(long companyId, Collection<Long> ledgerAccountIds) {
        List<BankAccount> out = new ArrayList<>();
        if (!ledgerAccountIds.isEmpty()) {
            for (long id : accounts.ofLedgerAccounts(companyId, ledgerAccountIds)) {
                out.add(forChange(companyId, id));
            }
        }
        return out;
    }

    /** Takes all bank accounts of a company, for work that may touch any of them. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<BankAccount> takeAll(long companyId) {
        return forChangeByLedgerAccounts(
                companyId,
                accounts.findByCompanyIdOrderByPlace(companyId).stream()
                        .map(BankAccount::ledgerAccountId)
                        .toList());
    }

    /** Takes the company for numbering journal entries; always after its bank accounts. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Company companyForNumbering(long companyId) {
        return accounts.lockCompany(companyId).orElseThrow(() -> new Missing("company"));
    }

    /** The company's currency. */
    @Transactional(readOnly = true)
    public CurrencyUnit companyCurrency(long companyId) {
        return accounts.company(companyId)
                .orElseThrow(() -> new Missing("company"))
                .baseCurrency();
    }
}
