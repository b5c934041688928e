package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Takes a ledger account that lives already as the cash account of a bank account. */
@Service
public class ExistingCashAccounts {
    private final ChartAccountRepository chart;
    private final JournalLineRepository lines;
    private final JournalEntryRepository entries;
    private final BankAccounts bankAccounts;
    private final AccountTotals totals;
    private final CancellingPairs pairs;
    private final EntityManager em;

    ExistingCashAccounts(
            ChartAccountRepository chart,
            JournalLineRepository lines,
            JournalEntryRepository entries,
            BankAccounts bankAccounts,
            AccountTotals totals,
            CancellingPairs pairs,
            EntityManager em) {
        this.chart = chart;
        this.lines = lines;
        this.entries = entries;
        this.bankAccounts = bankAccounts;
        this.totals = totals;
        this.pairs = pairs;
        this.em = em;
    }

    /**
     * The account, if it can be a cash account of that currency and has that balance at the end of the day.
     *
     * @param foreign absent for the company's currency
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public ChartAccount fitting(
            long companyId, long ledgerAccountId, @Nullable CurrencyUnit foreign, long opening, LocalDate day) {
        ChartAccount account = chart.findByIdAndCompanyId(ledgerAccountId, companyId)
                .orElseThrow(() -> new NotFound(say("ledger.ledgerAccount")));
        boolean kind = account.type() == AccountType.ASSET || account.type() == AccountType.LIABILITY;
        boolean free = bankAccounts.list(companyId).stream().noneMatch(b -> b.ledgerAccountId() == ledgerAccountId);
        if (!kind || account.control() != Control.NONE || !account.active() || !free) {
            throw new RuleViolation(
                    "bank-account.cash",
                    "cashAccountId",
                    free
                            ? say("bank-account.cash.found", account.code(), account.name())
                            : say("bank-account.cash.found2", account.code(), account.name()),
                    say("bank-account.cash.expected"),
                    say("bank-account.cash.remedy"));
        }
        if (!account.currency().equals(java.util.Optional.ofNullable(foreign))) {
            throw new RuleViolation(
                    "bank-account.currency",
                    "cashAccountId",
                    say(
                            "bank-account.currency.found",
                            account.code(),
                            account.name(),
                            account.currency().map(CurrencyUnit::getCode).orElse(say("bank-account.currency.found2"))),
                    say("bank-account.currency.expected"),
                    say("bank-account.currency.remedy"));
        }
        long balance = totals.ownBalance(account.id(), day);
        CurrencyUnit currency = foreign == null ? bankAccounts.companyCurrency(companyId) : foreign;
        if (balance != opening) {
            throw new RuleViolation(
                            "bank-account.opening",
                            "openingBalance",
                            MinorUnits.grouped(opening, currency),
                            say(
                                    "bank-account.opening.expected",
                                    MinorUnits.grouped(balance, currency),
                                    account.code(),
                                    account.name(),
                                    day),
                            say("bank-account.opening.remedy"))
                    .with("balance", MinorUnits.toDecimal(balance, currency));
        }
        return account;
    }

    /**
     * Makes a cash entry of each line booked on the account after its opening; those that were reversed cancel each other.
     *
     * @return how many
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public int takeLines(BankAccount account, String who) {
        List<JournalLineRow> after =
                lines.findByLedgerAccountIdAndEntryDateAfterOrderById(account.ledgerAccountId(), account.openingDate());
        Map<Long, JournalEntryRow> byId = new HashMap<>();
        entries.findAllById(after.stream().map(JournalLineRow::journalEntryId).toList())
                .forEach(e -> byId.put(e.id(), e));
        Map<Long, List<CashEntryRow>> made = new HashMap<>();
        for (JournalLineRow line : after) {
            JournalEntryRow entry = java.util.Objects.requireNonNull(byId.get(line.journalEntryId()));
            if (line.ownMinorUnits() != 0) {
                CashEntryRow cash = new CashEntryRow(account.id(), entry, line, "");
                em.persist(cash);
                made.computeIfAbsent(entry.id(), e -> new java.util.ArrayList<>())
                        .add(cash);
            }
        }
        em.flush();
        for (JournalEntryRow entry : byId.values().stream()
                .sorted(java.util.Comparator.comparing(JournalEntryRow::id))
                .toList()) {
            List<CashEntryRow> reversed =
                    made.getOrDefault(entry.reversalOf() == null ? 0L : entry.reversalOf(), List.of());
            List<CashEntryRow> reversals = made.getOrDefault(entry.id(), List.of());
            for (int i = 0; i < Math.min(reversed.size(), reversals.size()); i++) {
                pairs.cancel(account, reversed.get(i), reversals.get(i), who);
            }
        }
        return made.values().stream().mapToInt(List::size).sum();
    }
}
