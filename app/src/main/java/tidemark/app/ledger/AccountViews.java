package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.ledger.AccountLedger;
import tidemark.core.ledger.AccountPeriods;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.TrialBalance;
import tidemark.core.money.MinorUnits;

/** Accounts of the ledger as they are shown: by line, by period, all of them at a date. Amounts are decimal text. */
@Service
public class AccountViews {
    private final Ledger ledger;
    private final JournalEntryRepository entries;
    private final JournalLineRepository lines;
    private final AccountTotals totals;
    private final BankAccounts bankAccounts;

    AccountViews(
            Ledger ledger,
            JournalEntryRepository entries,
            JournalLineRepository lines,
            AccountTotals totals,
            BankAccounts bankAccounts) {
        this.ledger = ledger;
        this.entries = entries;
        this.lines = lines;
        this.totals = totals;
        this.bankAccounts = bankAccounts;
    }

    public record AccountView(
            long id,
            String code,
            String name,
            AccountType type,
            Control control,
            boolean active,
            String balance,
            @Nullable Long bankAccountId,
            @Nullable String currency) {}

    public record AccountLine(
            long id,
            long entryId,
            long entryNumber,
            LocalDate date,
            String text,
            String party,
            @Nullable String debit,
            @Nullable String credit,
            String balance) {}

    public record AccountLedgerView(
            AccountView account,
            LocalDate from,
            LocalDate to,
            String opening,
            String debits,
            String credits,
            String closing,
            @Nullable Place next,
            List<AccountLine> lines) {}

    /** Where the next page of an account begins: after this line. */
    public record Place(LocalDate date, long lineId) {}

    public record PeriodView(
            LocalDate from, LocalDate to, String opening, String debits, String credits, String closing) {}

    public record PeriodsView(AccountView account, String opening, List<PeriodView> periods, String closing) {}

    public record BalanceRow(
            long accountId,
            String code,
            String name,
            AccountType type,
            @Nullable String debit,
            @Nullable String credit) {}

    public record TrialBalanceView(
            LocalDate date, List<BalanceRow> rows, String debits, String credits, boolean balanced) {}

    @Transactional(readOnly = true)
    public List<AccountView> accounts(long companyId) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        Map<Long, Long> balances = totals.balances(companyId, LedgerViews.EVER);
        Map<Long, BankAccount> banks = new LinkedHashMap<>();
        bankAccounts.list(companyId).forEach(b -> banks.put(b.ledgerAccountId(), b));
        return ledger.chart(companyId).stream()
                .map(a -> view(a, balances.getOrDefault(a.id(), 0L), banks.get(a.id()), currency))
                .toList();
    }

    private static AccountView view(ChartAccount a, long balance, @Nullable BankAccount bank, CurrencyUnit currency) {
        return new AccountView(
                a.id(),
                a.code(),
                a.name(),
                a.type(),
                a.control(),
                a.active(),
                MinorUnits.toDecimal(balance, currency),
                bank == null ? null : bank.id(),
                a.currency().map(CurrencyUnit::getCode).orElse(null));
    }

    private AccountView view(long companyId, ChartAccount account, CurrencyUnit currency) {
        BankAccount bank = bankAccounts.list(companyId).stream()
                .filter(b -> b.ledgerAccountId() == account.id())
                .findFirst()
                .orElse(null);
        return view(account, totals.balance(account.id(), LedgerViews.EVER), bank, currency);
    }

    /**
     * A page of an account's lines with their running balance: those after a place, or from the span's beginning.
     * Cost: O(days + lines of the place's day + page), whatever the account holds.
     */
    @Transactional(readOnly = true)
    public AccountLedgerView accountLedger(
            long companyId, long accountId, LocalDate from, LocalDate to, @Nullable Place after, int size) {
        ChartAccount account = ledger.account(companyId, accountId);
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        LocalDate start = after == null ? from : after.date();
        long opening = totals.balance(accountId, start.minusDays(1));
        if (after != null) {
            opening = Math.addExact(opening, totals.upTo(accountId, start, after.lineId()));
        }
        List<JournalLineRow> found =
                lines.page(accountId, start, after == null ? 0 : after.lineId(), to, Limit.of(size + 1));
        boolean more = found.size() > size;
        List<JournalLineRow> shown = more ? found.subList(0, size) : found;
        Map<Long, JournalEntryRow> entryOf = new LinkedHashMap<>();
        entries.findAllById(shown.stream()
                        .map(JournalLineRow::journalEntryId)
                        .distinct()
                        .toList())
                .forEach(e -> entryOf.put(e.id(), e));
        AccountLedger running = AccountLedger.of(
                opening, shown.stream().map(JournalLineRow::minorUnits).toList());
        List<AccountLine> rows = new ArrayList<>();
        for (int i = 0; i < shown.size(); i++) {
            JournalLineRow line = shown.get(i);
            JournalEntryRow entry = Objects.requireNonNull(entryOf.get(line.journalEntryId()));
            rows.add(new AccountLine(
                    line.id(),
                    entry.id(),
                    entry.number(),
                    line.entryDate(),
                    line.text().isEmpty() ? entry.text() : line.text(),
                    line.party(),
                    LedgerViews.debit(line.minorUnits(), currency),
                    LedgerViews.credit(line.minorUnits(), currency),
                    MinorUnits.toDecimal(running.balances().get(i), currency)));
        }
        AccountLedger span = AccountLedger.of(
                totals.balance(accountId, from.minusDays(1)),
                totals.days(accountId, from, to).stream()
                        .flatMap(d -> Stream.of(d.debits(), Math.negateExact(d.credits())))
                        .toList());
        return new AccountLedgerView(
                view(companyId, account, currency),
                from,
                to,
                MinorUnits.toDecimal(opening, currency),
                MinorUnits.toDecimal(span.debits(), currency),
                MinorUnits.toDecimal(span.credits(), currency),
                MinorUnits.toDecimal(span.closing(), currency),
                more ? new Place(shown.getLast().entryDate(), shown.getLast().id()) : null,
                rows);
    }

    /** An account by day, week or month. */
    @Transactional(readOnly = true)
    public PeriodsView periods(
            long companyId, long accountId, AccountPeriods.Length length, LocalDate from, LocalDate to) {
        ChartAccount account = ledger.account(companyId, accountId);
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        long opening = totals.balance(accountId, from.minusDays(1));
        List<AccountPeriods.Period> periods =
                AccountPeriods.of(opening, totals.days(accountId, from, to), length, from, to);
        return new PeriodsView(
                view(companyId, account, currency),
                MinorUnits.toDecimal(opening, currency),
                periods.stream()
                        .map(p -> new PeriodView(
                                p.from(),
                                p.to(),
                                MinorUnits.toDecimal(p.opening(), currency),
                                MinorUnits.toDecimal(p.debits(), currency),
                                MinorUnits.toDecimal(p.credits(), currency),
                                MinorUnits.toDecimal(p.closing(), currency)))
                        .toList(),
                MinorUnits.toDecimal(
                        periods.isEmpty() ? opening : periods.getLast().closing(), currency));
    }

    @Transactional(readOnly = true)
    public TrialBalanceView trialBalance(long companyId, LocalDate date) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        Map<Long, Long> balances = totals.balances(companyId, date);
        Map<String, Long> ids = new LinkedHashMap<>();
        List<TrialBalance.Row> all = new ArrayList<>();
        for (ChartAccount account : ledger.chart(companyId)) {
            ids.put(account.code(), account.id());
            all.add(new TrialBalance.Row(account.account(), balances.getOrDefault(account.id(), 0L)));
        }
        TrialBalance trial = TrialBalance.of(all);
        return new TrialBalanceView(
                date,
                trial.rows().stream()
                        .map(r -> new BalanceRow(
                                Objects.requireNonNull(ids.get(r.account().code())),
                                r.account().code(),
                                r.account().name(),
                                r.account().type(),
                                LedgerViews.debit(r.balance(), currency),
                                LedgerViews.credit(r.balance(), currency)))
                        .toList(),
                MinorUnits.toDecimal(trial.debits(), currency),
                MinorUnits.toDecimal(trial.credits(), currency),
                trial.balanced());
    }
}
