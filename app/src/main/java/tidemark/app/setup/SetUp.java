package tidemark.app.setup;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.People;
import tidemark.app.access.Person;
import tidemark.app.access.Role;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Creates the first company with its administrator and chart, and bank accounts that are usable at once. */
@Service
public class SetUp {
    static final String OPENING = "3900";
    private static final String CHARGES = "6810";
    private static final String INTEREST = "4810";
    private static final String DIFFERENCES = "6890";

    private final Companies companies;
    private final People people;
    private final BankAccounts accounts;
    private final Ledger ledger;
    private final ActivityLog activity;

    SetUp(Companies companies, People people, BankAccounts accounts, Ledger ledger, ActivityLog activity) {
        this.companies = companies;
        this.people = people;
        this.accounts = accounts;
        this.ledger = ledger;
        this.activity = activity;
    }

    /** What the first run asks for. */
    public record FirstRun(String companyName, String currency, String login, String name, String password) {}

    @Transactional
    public Company firstRun(FirstRun wish, List<String> sites) {
        if (people.anybody()) {
            throw new RuleViolation(
                    "set-up.done",
                    "",
                    "an installation that has its administrator",
                    "an empty one",
                    "Sign in; the administrator can add people.");
        }
        Person administrator = people.create(wish.login(), wish.name(), wish.password());
        Company company = companies.create(
                wish.companyName(), MinorUnits.currency(wish.currency(), "currency"), sites, administrator.name());
        people.setRoles(
                administrator.id(), company.id(), EnumSet.of(Role.ADMINISTRATOR, Role.PREPARER), administrator.name());
        for (LedgerAccount account : startingChart()) {
            ledger.addAccount(company.id(), account, administrator.name());
        }
        return company;
    }

    private static List<LedgerAccount> startingChart() {
        List<LedgerAccount> chart = new ArrayList<>();
        chart.add(new LedgerAccount("1200", "Receivables", AccountType.ASSET, true));
        chart.add(new LedgerAccount("1900", "Between our own banks", AccountType.ASSET, true));
        chart.add(new LedgerAccount("2010", "Payables", AccountType.LIABILITY, true));
        chart.add(new LedgerAccount("2900", "Unidentified receipts", AccountType.LIABILITY, true));
        chart.add(new LedgerAccount(OPENING, "Opening balances", AccountType.EQUITY, true));
        chart.add(new LedgerAccount("4010", "Sales", AccountType.INCOME, true));
        chart.add(new LedgerAccount(INTEREST, "Interest earned", AccountType.INCOME, true));
        chart.add(new LedgerAccount("4820", "Returned-item fee income", AccountType.INCOME, true));
        chart.add(new LedgerAccount("6010", "Operating expenses", AccountType.EXPENSE, true));
        chart.add(new LedgerAccount(CHARGES, "Bank charges", AccountType.EXPENSE, true));
        chart.add(new LedgerAccount(DIFFERENCES, "Differences", AccountType.EXPENSE, true));
        return chart;
    }

    /**
     * @param openingMonth the account is proven from the month after this one; its opening balance stands at the end
     *     of it
     */
    public record NewBankAccount(
            String name, String bank, String number, YearMonth openingMonth, String openingBalance) {}

    /** One form makes a usable account: its cash account is added to the chart and its opening balance booked. */
    @Transactional
    public BankAccount addBankAccount(long companyId, NewBankAccount wish, String who) {
        Company company = companies.get(companyId);
        required(wish.name(), "name", 120);
        required(wish.bank(), "bank", 120);
        required(wish.number(), "number", 60);
        long opening = MinorUnits.parse(
                wish.openingBalance().strip().replace(",", ""), company.baseCurrency(), "openingBalance");
        LocalDate openingDate = wish.openingMonth().atEndOfMonth();
        for (BankAccount other : accounts.list(companyId)) {
            if (other.name().equalsIgnoreCase(wish.name().strip())
                    || other.number().equals(wish.number().strip())) {
                throw new RuleViolation(
                        "bank-account.taken",
                        "name",
                        "“" + wish.name() + "”, " + wish.number(),
                        "a name and a number no other account has",
                        "Choose another name, or look at the account that has it.");
            }
        }
        ChartAccount cash = ledger.addAccount(
                companyId,
                new LedgerAccount(freeCashCode(companyId), wish.name().strip(), AccountType.ASSET, true),
                who);
        if (opening != 0) {
            // booked before the account exists as a bank account: it is its balance, not one of its entries
            ledger.book(
                    companyId,
                    List.of(new Ledger.Draft(
                            new JournalEntry(
                                    openingDate,
                                    company.baseCurrency(),
                                    "",
                                    "Opening balance of " + wish.name().strip(),
                                    List.of(
                                            new JournalLine(cash.code(), opening, "", ""),
                                            new JournalLine(OPENING, Math.negateExact(opening), "", ""))),
                            "",
                            "")),
                    EntrySource.OPENING,
                    null,
                    who);
        }
        BankAccount account = accounts.create(
                companyId,
                new BankAccounts.NewAccount(
                        wish.name().strip(),
                        wish.bank().strip(),
                        wish.number().strip(),
                        company.baseCurrency(),
                        openingDate,
                        opening),
                new BankAccounts.Purposes(
                        cash.id(), id(companyId, CHARGES), id(companyId, INTEREST), id(companyId, DIFFERENCES)));
        activity.record(
                companyId,
                who,
                "bank-account.added",
                "bank_account",
                account.id(),
                "Added " + account.title() + ", opening " + MinorUnits.grouped(opening, company.baseCurrency()));
        return account;
    }

    private static void required(String text, String field, int longest) {
        if (text.isBlank() || text.length() > longest) {
            throw new RuleViolation(
                    "field.invalid",
                    field,
                    text.isBlank() ? "nothing" : text.length() + " characters",
                    "1 to " + longest + " characters",
                    "Fill in the field.");
        }
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
                "no free code from 1010 to 1190",
                "a free code for the cash account",
                "Free one of them.");
    }

    private long id(long companyId, String code) {
        return ledger.accountByCode(companyId, code)
                .map(ChartAccount::id)
                .orElseThrow(() -> new RuleViolation(
                        "account.unknown",
                        "",
                        "no account " + code + " in the chart",
                        "the account that this purpose is booked on",
                        "Add the account to the chart first."));
    }
}
