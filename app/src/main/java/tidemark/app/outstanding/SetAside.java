package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.CancellingPairs;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.party.Parties;
import tidemark.app.payment.PaymentVoids;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.UnclaimedMoney;
import tidemark.core.problem.RuleViolation;

/** Books what a check draws on the bank over to unclaimed money, and back. */
@Service
class SetAside {
    private final UnclaimedRepository unclaimed;
    private final PaymentVoids payments;
    private final Parties parties;
    private final Ledger ledger;
    private final Chart chart;
    private final CashEntryRepository cashEntries;
    private final CancellingPairs pairs;
    private final Reversals reversals;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final Clock clock;

    SetAside(
            UnclaimedRepository unclaimed,
            PaymentVoids payments,
            Parties parties,
            Ledger ledger,
            Chart chart,
            CashEntryRepository cashEntries,
            CancellingPairs pairs,
            Reversals reversals,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            Clock clock) {
        this.unclaimed = unclaimed;
        this.payments = payments;
        this.parties = parties;
        this.ledger = ledger;
        this.chart = chart;
        this.cashEntries = cashEntries;
        this.pairs = pairs;
        this.reversals = reversals;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.clock = clock;
    }

    /** The check's account and the journal are locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked setAside(OutstandingChecks.Check check, LocalDate date, String who) {
        Company company = companies.get(check.companyId());
        BankAccount account = bankAccounts.lock(company.id(), check.bankAccountId());
        String liability = chart.accountCodeFor(company.id(), null, Purpose.UNCLAIMED_MONEY);
        if (check.paymentId() != null) {
            payments.setAside(company.id(), check.paymentId());
        }
        String text = say("outstanding.setAsideText", check.number(), check.payee());
        JournalLine money = money(company, account, check);
        JournalEntry entry = UnclaimedMoney.setAside(
                money,
                check.writtenOn(),
                new UnclaimedMoney.Terms(date, company.baseCurrency(), check.number(), text),
                liability,
                check.payee());
        Ledger.Booked booked = ledger.book(
                company.id(),
                List.of(new Ledger.Posting(entry, check.onClearing() ? "" : check.number(), "")),
                OutstandingDocuments.UNCLAIMED,
                null,
                who);
        if (!check.onClearing()) {
            cancel(
                    account,
                    Objects.requireNonNull(check.cashEntryId()),
                    booked.cashEntries().getFirst(),
                    who);
        }
        UnclaimedRow row = unclaimed.saveAndFlush(new UnclaimedRow(
                check,
                check.partyId() == null
                        ? ""
                        : parties.get(company.id(), check.partyId()).address(),
                date,
                Math.negateExact(money.minorUnits()),
                booked.entries().getFirst().id(),
                who,
                clock.instant()));
        activity.record(
                company.id(),
                who,
                "unclaimed.held",
                "unclaimed_money",
                row.id(),
                say(
                        "unclaimed.held.movedOver",
                        check.title(),
                        check.payee(),
                        MinorUnits.grouped(row.minorUnits(), company.baseCurrency())));
        return booked;
    }

    private void cancel(BankAccount account, long entryId, CashEntryRow with, String who) {
        pairs.cancel(account, cashEntries.some(account.id(), List.of(entryId)).getFirst(), with, who);
    }

    /** The line by which it left the money account; of what was taken over with the account as its balance holds it. */
    private JournalLine money(Company company, BankAccount account, OutstandingChecks.Check check) {
        String cash = ledger.account(company.id(), account.ledgerAccountId()).code();
        Long entryId = check.entryId();
        if (entryId != null) {
            String code = check.onClearing()
                    ? payments.inTransitCode(company.id(), Objects.requireNonNull(check.paymentId()))
                    : cash;
            return ledger.asBooked(company.id(), entryId).lines().stream()
                    .filter(l -> l.accountCode().equals(code) && l.minorUnits() < 0)
                    .findFirst()
                    .orElseThrow(() -> unfit(check));
        }
        if (!account.currency().equals(company.baseCurrency())) {
            throw unfit(check);
        }
        return JournalLine.credit(cash, check.minorUnits(), check.payee(), check.text());
    }

    private static RuleViolation unfit(OutstandingChecks.Check check) {
        return new RuleViolation(
                "check.worth",
                "",
                say("check.worth.found", check.title()),
                say("check.worth.expected"),
                say("check.worth.remedy"));
    }

    /** The bank may pay the check after all: it is outstanding again. The account and the journal are locked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked takeBack(UnclaimedRow row, LocalDate date, String who) {
        long companyId = row.companyId();
        BankAccount account = bankAccounts.lock(companyId, row.bankAccountId());
        for (CashEntryRow cash : cashEntries.findByJournalEntryIdInOrderById(List.of(row.entryId()))) {
            pairs.part(account, cash);
        }
        Ledger.Booked booked = reversals.reverseAtSource(companyId, row.entryId(), date, who);
        Long payment = row.paymentId();
        if (payment != null) {
            payments.takeBack(companyId, payment);
        }
        row.takeBack();
        unclaimed.saveAndFlush(row);
        return booked;
    }
}
