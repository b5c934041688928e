package tidemark.app.setup;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.People;
import tidemark.app.access.Person;
import tidemark.app.access.Role;
import tidemark.app.activity.ActivityLog;
import tidemark.app.activity.Changes;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.ExistingCashAccounts;
import tidemark.app.ledger.Ledger;
import tidemark.app.statement.Statements;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.OutstandingItemsFile;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.CheckAges;
import tidemark.core.payment.CheckNumber;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** Creates the first company with its administrator and chart, and bank accounts that are usable at once. */
@Service
public class SetUp {
    private final Companies companies;
    private final People people;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;
    private final NumberCounters numbers;
    private final Ledger ledger;
    private final Chart chart;
    private final ExistingCashAccounts existing;
    private final Statements statements;
    private final ActivityLog activity;
    private final EntityManager em;

    SetUp(
            Companies companies,
            People people,
            BankAccounts bankAccounts,
            MasterData masterData,
            NumberCounters numbers,
            Ledger ledger,
            Chart chart,
            ExistingCashAccounts existing,
            Statements statements,
            ActivityLog activity,
            EntityManager em) {
        this.companies = companies;
        this.people = people;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
        this.numbers = numbers;
        this.ledger = ledger;
        this.chart = chart;
        this.existing = existing;
        this.statements = statements;
        this.activity = activity;
        this.em = em;
    }

    /** What the first run asks for. */
    public record FirstRun(
            String companyName,
            String currency,
            @Nullable String timeZone,
            String login,
            String name,
            String password) {}

    /** @throws RuleViolation set-up.done when somebody set the installation up before */
    void checkEmpty() {
        if (people.anybody()) {
            throw new RuleViolation(
                    "set-up.done",
                    "",
                    say("set-up.done.found"),
                    say("set-up.done.expected"),
                    say("set-up.done.remedy"));
        }
    }

    @Transactional
    public Company firstRun(FirstRun request, List<String> sites) {
        checkEmpty();
        Person administrator = people.create(request.login(), request.name(), request.password());
        Company company = companies.create(
                request.companyName(),
                MinorUnits.currency(request.currency(), "currency"),
                request.timeZone(),
                sites,
                administrator.name());
        people.setRoles(
                administrator.id(), company.id(), EnumSet.of(Role.ADMINISTRATOR, Role.PREPARER), administrator.name());
        startingBooks(company, administrator.name());
        return company;
    }

    /** Another company in the installation; who adds it administers it. */
    @Transactional
    public Company addCompany(String name, String currency, @Nullable String timeZone, Actor actor) {
        boolean administers = people.companies(actor.personId()).stream()
                .anyMatch(c -> people.roles(actor.personId(), c).contains(Role.ADMINISTRATOR));
        if (!administers) {
            throw new RuleViolation(
                    "company.right",
                    "",
                    say("company.right.found"),
                    say("company.right.expected"),
                    say("company.right.remedy"));
        }
        Company company = companies.create(
                Fields.text(name, "name", 120),
                MinorUnits.currency(currency, "currency"),
                timeZone,
                List.of(),
                actor.name());
        people.setRoles(actor.personId(), company.id(), EnumSet.of(Role.ADMINISTRATOR, Role.PREPARER), actor.name());
        startingBooks(company, actor.name());
        return company;
    }

    private void startingBooks(Company company, String who) {
        StartingChart.ACCOUNTS.forEach(account -> chart.add(company.id(), account, who));
        StartingChart.OF_COMPANY.forEach(
                (purpose, code) -> companies.purpose(company.id(), purpose, id(company.id(), code), who));
        numbers.series(company.id());
    }

    /**
     * @param currency empty for the company's
     * @param openingMonth the account is proven from the month after this one; its opening balance stands at the end
     *     of it
     * @param openingBalance the ledger's, in the account's currency
     * @param cashAccountId a ledger account that lives already and becomes the cash account; absent for a new one
     * @param outstanding items of the last reconciliation, as CSV or cells of a spreadsheet; empty for none
     */
    public record NewBankAccount(
            String name,
            String bank,
            String number,
            String currency,
            YearMonth openingMonth,
            String openingBalance,
            String outstanding,
            @Nullable Long cashAccountId) {}

    /** A new bank account and what its opening balance booked. */
    public record Added(BankAccount account, Ledger.Booked booked) {}

    /** One form makes a usable account: its cash account is added to the chart and its opening balance booked. */
    @Transactional
    public Added addBankAccount(long companyId, NewBankAccount request, String who) {
        bankAccounts.lockJournal(companyId);
        Company company = companies.get(companyId);
        String name = Fields.text(request.name(), "name", 120);
        String bank = Fields.text(request.bank(), "bank", 120);
        String number = Fields.text(request.number(), "number", 60);
        CurrencyUnit currency = request.currency().isBlank()
                ? company.baseCurrency()
                : MinorUnits.currency(request.currency().strip(), "currency");
        long opening = company.amountStyle().minorUnits(request.openingBalance(), currency, "openingBalance");
        LocalDate openingDate = request.openingMonth().atEndOfMonth();
        for (BankAccount other : bankAccounts.list(companyId)) {
            if (other.name().equalsIgnoreCase(name) || other.number().equals(number)) {
                throw new RuleViolation(
                        "bank-account.taken",
                        "name",
                        "“" + name + "”, " + number,
                        say("bank-account.taken.expected"),
                        say("bank-account.taken.remedy"));
            }
        }
        masterData.bankNamed(companyId, bank, who);
        CurrencyUnit foreign = currency.equals(company.baseCurrency()) ? null : currency;
        ChartAccount cash = request.cashAccountId() == null
                ? chart.add(
                        companyId,
                        new LedgerAccount(freeCashCode(companyId), name, AccountType.ASSET, true),
                        foreign,
                        who)
                : existing.fitting(companyId, request.cashAccountId(), foreign, opening, openingDate);
        // booked before the account is known as a bank account: the entry is its balance, not one of its movements
        Ledger.Booked booked = opening == 0 || request.cashAccountId() != null
                ? Ledger.Booked.nothing()
                : bookOpening(company, name, cash.code(), opening, currency, openingDate, who);
        Map<Purpose, Long> purposes = new EnumMap<>(Purpose.class);
        StartingChart.OF_BANK_ACCOUNT.forEach(
                (purpose, code) -> ledger.accountByCode(companyId, code).ifPresent(a -> purposes.put(purpose, a.id())));
        BankAccount account = bankAccounts.create(
                companyId,
                new BankAccounts.NewAccount(name, bank, number, currency, openingDate, opening, cash.id(), purposes));
        em.flush();
        if (request.cashAccountId() != null) {
            existing.takeLines(account, who);
        }
        if (!request.outstanding().isBlank()) {
            takeOver(companyId, account.id(), request.outstanding(), who);
        }
        activity.record(
                companyId,
                who,
                "bank-account.added",
                "bank_account",
                account.id(),
                say("bank-account.added.addedOpening", account.title(), MinorUnits.grouped(opening, currency)));
        return new Added(account, booked);
    }

    private Ledger.Booked bookOpening(
            Company company,
            String name,
            String cashCode,
            long opening,
            CurrencyUnit currency,
            LocalDate day,
            String who) {
        ExchangeRate rate = masterData.rate(company.id(), currency, company.baseCurrency(), day);
        long value = rate.toBase(opening);
        JournalLine cash = new JournalLine(cashCode, value, "", "");
        String text = say("setup.openingBalanceOf", name);
        return ledger.book(
                company.id(),
                List.of(new Ledger.Posting(
                        new JournalEntry(
                                day,
                                company.baseCurrency(),
                                "",
                                text,
                                List.of(
                                        rate.tie()
                                                .map(r -> cash.own(opening, r))
                                                .orElse(cash),
                                        new JournalLine(
                                                chart.accountCodeFor(company.id(), null, Purpose.OPENING),
                                                Math.negateExact(value),
                                                "",
                                                ""))),
                        "",
                        "")),
                EntrySource.OPENING,
                null,
                who);
    }

    /** What was taken over with an account: the items and the bank's balance that follows from them. */
    public record TakenOver(int items, String ledgerBalance, String bankBalance) {}

    /**
     * Takes over the items that were outstanding when the account was: they stand in the opening balance already, so
     * nothing is booked; they are matched when the bank shows them.
     */
    @Transactional
    public TakenOver takeOver(long companyId, long accountId, String table, String who) {
        BankAccount account = bankAccounts.lock(companyId, accountId);
        if (statements.any(accountId)) {
            throw new RuleViolation(
                    "outstanding.late",
                    "",
                    say("outstanding.late.found", account.name()),
                    say("outstanding.late.expected"),
                    say("outstanding.late.remedy"));
        }
        List<OutstandingItemsFile.Row> rows = OutstandingItemsFile.read(
                        table, account.currency(), account.openingDate())
                .rowsOrRefuse();
        ledger.takeOver(account, rows);
        account.openingBankMinorUnits(OutstandingItemsFile.bankBalance(account.openingBankMinorUnits(), rows));
        activity.record(
                companyId,
                who,
                "outstanding.taken",
                "bank_account",
                accountId,
                say("setup.tookOverOutstandingItemsOf").formatted(rows.size(), account.name()));
        return new TakenOver(
                rows.size(),
                MinorUnits.toDecimal(account.openingMinorUnits(), account.currency()),
                MinorUnits.toDecimal(account.openingBankMinorUnits(), account.currency()));
    }

    private void checkOnClearing(BankAccount account, BankAccount.Settings request) {
        boolean foreign = !account.currency().equals(bankAccounts.companyCurrency(account.companyId()));
        Map<String, Purpose> needs = new LinkedHashMap<>();
        if (request.bookOnClearing()) {
            needs.put("bookOnClearing", Purpose.IN_TRANSIT_OUT);
        }
        if (request.depositsOnClearing()) {
            needs.put("depositsOnClearing", Purpose.IN_TRANSIT_IN);
        }
        needs.forEach((field, purpose) -> {
            if (foreign || !request.purposes().containsKey(purpose)) {
                throw new RuleViolation(
                        "clearing.unfit",
                        field,
                        foreign
                                ? say("clearing.unfit.found", account.currency().getCode())
                                : say("clearing.unfit.found2", purpose.words()),
                        foreign ? say("clearing.unfit.expected") : say("clearing.unfit.expected2"),
                        foreign ? say("clearing.unfit.remedy") : say("clearing.unfit.remedy2"));
            }
        });
    }

    private static CheckAges checkAges(BankAccount.Settings request) {
        return new CheckAges(request.oldCheckDays(), request.staleCheckDays());
    }

    /** Changes what may be changed of a bank account at any time. */
    @Transactional
    public void change(long companyId, long accountId, BankAccount.Settings request, String who) {
        BankAccount account = bankAccounts.lock(companyId, accountId);
        String name = Fields.text(request.name(), "name", 120);
        for (BankAccount other : bankAccounts.list(companyId)) {
            if (other.id() != accountId && other.name().equalsIgnoreCase(name)) {
                throw Fields.taken("name", name);
            }
        }
        request.purposes().forEach((purpose, id) -> {
            if (purpose.ofCompany()) {
                throw new RuleViolation(
                        "purpose.company",
                        purpose.name(),
                        say("purpose.company.found", purpose.words()),
                        say("purpose.company.expected2"),
                        say("purpose.company.remedy2"));
            }
            chart.fit(companyId, purpose, id);
        });
        request.sites().forEach(site -> companies.site(companyId, site));
        if (request.branchId() != null) {
            masterData.branch(companyId, request.branchId());
        }
        CheckNumber.parse(request.nextCheckNumber());
        checkAges(request);
        if (request.leastPayment() != null
                && request.mostPayment() != null
                && request.leastPayment() > request.mostPayment()) {
            throw new RuleViolation(
                    "limits.order",
                    "leastPayment",
                    say("limits.order.found"),
                    say("limits.order.expected"),
                    say("limits.order.remedy"));
        }
        checkOnClearing(account, request);
        String changes = Changes.between(account.settings(), request);
        account.settings(request);
        activity.record(
                companyId,
                who,
                "bank-account.changed",
                "bank_account",
                accountId,
                say("bank-account.changed.changed", name),
                changes);
    }

    private String freeCashCode(long companyId) {
        for (int code = 1010; code < 1200; code += 10) {
            if (ledger.accountByCode(companyId, Integer.toString(code)).isEmpty()) {
                return Integer.toString(code);
            }
        }
        throw new RuleViolation(
                "account.codes",
                "",
                say("account.codes.found"),
                say("account.codes.expected"),
                say("account.codes.remedy"));
    }

    private long id(long companyId, String code) {
        return ledger.accountByCode(companyId, code)
                .map(ChartAccount::id)
                .orElseThrow(() -> new RuleViolation(
                        "account.unknown",
                        "",
                        say("account.unknown.found2", code),
                        say("account.unknown.expected2"),
                        say("account.unknown.remedy2")));
    }
}
