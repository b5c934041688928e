package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.FileRows;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.Parties;
import tidemark.app.pettycash.PettyCashViews;
import tidemark.core.expense.ExpenseFile;
import tidemark.core.expense.PaidBy;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Books a CSV file of expenses, all or nothing. */
@Service
class ExpenseFiles {
    private final Expenses expenses;
    private final Parties parties;
    private final PettyCashViews drawers;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    ExpenseFiles(
            Expenses expenses,
            Parties parties,
            PettyCashViews drawers,
            BankAccounts bankAccounts,
            Companies companies) {
        this.expenses = expenses;
        this.parties = parties;
        this.drawers = drawers;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

    @Transactional
    public Ledger.Booked book(long companyId, String content, Actor who) {
        Company company = companies.get(companyId);
        List<ExpenseFile.Row> rows =
                ExpenseFile.read(content, company.baseCurrency()).rowsOrRefuse();
        // all accounts before the journal, as for every change; it is one file
        bankAccounts.lockAll(companyId);
        bankAccounts.lockJournal(companyId);
        Ledger.Booked booked = Ledger.Booked.nothing();
        FileRows each = new FileRows();
        for (ExpenseFile.Row row : rows) {
            each.each(
                    say("party.line", row.fileLine()),
                    () -> booked.add(
                            expenses.book(companyId, expense(company, row), who).booked()));
        }
        each.end();
        return booked;
    }

    private Expenses.NewExpense expense(Company company, ExpenseFile.Row row) {
        String amount = company.amountStyle().written(MinorUnits.toDecimal(row.amount(), company.baseCurrency()));
        boolean atBank = row.paidBy().atTheBank();
        return new Expenses.NewExpense(
                Expense.Kind.EXPENSE,
                row.paidBy(),
                atBank ? bankAccount(company, row.outOf()) : null,
                row.paidBy() == PaidBy.DRAWER ? drawer(company, row.outOf()) : null,
                row.paidBy() == PaidBy.EMPLOYEE
                        ? parties.named(company.id(), Control.EMPLOYEES, row.outOf(), "out_of")
                                .value()
                        : null,
                row.date(),
                row.paperDate().equals(LocalDate.MIN) ? null : row.paperDate(),
                false,
                row.who(),
                row.reference(),
                row.text(),
                null,
                List.of(new Expenses.ExpenseLine(
                        row.account(), amount, "", "", row.taxCode(), row.costCentre(), row.text())),
                row.tags(),
                null,
                null,
                null,
                null);
    }

    private long bankAccount(Company company, String name) {
        BankAccount found = one(
                bankAccounts.list(company.id()).stream().filter(a -> a.name().equalsIgnoreCase(name)), name);
        if (!found.currency().equals(company.baseCurrency())) {
            throw new RuleViolation(
                    "expense.file-currency",
                    "out_of",
                    found.name(),
                    say("expense.file-currency.expected", company.baseCurrency().getCode()),
                    say("expense.file-currency.remedy"));
        }
        return found.id();
    }

    private long drawer(Company company, String name) {
        return one(drawers.funds(company.id()).stream().filter(f -> f.name().equalsIgnoreCase(name)), name)
                .id();
    }

    private static <T> T one(Stream<T> found, String name) {
        return found.findFirst()
                .orElseThrow(() -> new RuleViolation(
                        "expense.out-of",
                        "out_of",
                        "“" + name + "”",
                        say("expense.out-of.expected"),
                        say("expense.out-of.remedy")));
    }
}
