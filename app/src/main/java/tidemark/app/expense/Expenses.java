package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.CancellingPairs;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.Reversals;
import tidemark.app.party.Invoices;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.pettycash.Vouchers;
import tidemark.core.expense.ExpenseBooking;
import tidemark.core.expense.PaidBy;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.ForeignAmount;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.InvoiceBooking;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.pettycash.UnitPrice;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.json.JsonMapper;

/** Books expenses and movements typed by hand, puts them right, and takes them back. */
@Service
public class Expenses {
    private final ExpenseRepository expenses;
    private final ExpenseDoubles doubles;
    private final Ledger ledger;
    private final Chart chart;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;
    private final NumberCounters numbers;
    private final Parties parties;
    private final Invoices invoices;
    private final Vouchers vouchers;
    private final Papers papers;
    private final Reversals reversals;
    private final CashEntryRepository cashEntries;
    private final CancellingPairs pairs;
    private final ActivityLog activity;
    private final JsonMapper json;
    private final Clock clock;

    Expenses(
            ExpenseRepository expenses,
            ExpenseDoubles doubles,
            Ledger ledger,
            Chart chart,
            BankAccounts bankAccounts,
            MasterData masterData,
            NumberCounters numbers,
            Parties parties,
            Invoices invoices,
            Vouchers vouchers,
            Papers papers,
            Reversals reversals,
            CashEntryRepository cashEntries,
            CancellingPairs pairs,
            ActivityLog activity,
            JsonMapper json,
            Clock clock) {
        this.expenses = expenses;
        this.doubles = doubles;
        this.ledger = ledger;
        this.chart = chart;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
        this.numbers = numbers;
        this.parties = parties;
        this.invoices = invoices;
        this.vouchers = vouchers;
        this.papers = papers;
        this.reversals = reversals;
        this.cashEntries = cashEntries;
        this.pairs = pairs;
        this.activity = activity;
        this.json = json;
        this.clock = clock;
    }

    /** @param amount gross; empty where quantity and price of one say it */
    public record ExpenseLine(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 30) String quantity,
            @NotNull @Size(max = 30) String price,
            @Nullable @Size(max = 20) String taxCode,
            @Nullable @Size(max = 20) String costCentre,
            @NotNull @Size(max = 200) String text) {}

    /**
     * What of it a customer pays.
     *
     * @param amount gross; empty for all of it
     * @param account that the customer's invoice is booked on
     */
    public record PassOn(
            long partyId,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount,
            @Nullable @Size(max = 20) String taxCode) {}

    /**
     * An expense, or a movement of a bank account.
     *
     * @param bankAccountId for {@code BANK} and {@code CARD}, whose currency the amounts are in; {@code fundId} for
     *     {@code DRAWER}; {@code employeeId} for {@code EMPLOYEE}
     * @param date on which the money moved; {@code paperDate} of the receipt, absent for the same
     * @param in whether money came in
     * @param tags words of the company's own, with commas between them
     * @param paperIds pictures that were handed in before
     * @param again whether it is meant although it looks like one that is there
     * @param version of the expense that is put right; 0 for a new one
     */
    public record NewExpense(
            Expense.@NotNull Kind kind,
            @NotNull PaidBy paidBy,
            @Nullable Long bankAccountId,
            @Nullable Long fundId,
            @Nullable Long employeeId,
            @NotNull LocalDate date,
            @Nullable LocalDate paperDate,
            boolean in,
            @NotNull @Size(max = 200) String who,
            @NotNull @Size(max = 60) String reference,
            @NotNull @Size(max = 400) String text,
            @Nullable Long siteId,
            @NotNull @Size(max = 100) List<@Valid ExpenseLine> lines,
            @NotNull @Size(max = 400) String tags,
            @Nullable @Valid PassOn passOn,
            @Nullable @Size(max = 20) List<@NotNull Long> paperIds,
            @Nullable Boolean again,
            @Nullable Integer version) {
        NewExpense kept() {
            return new NewExpense(
                    kind,
                    paidBy,
                    bankAccountId,
                    fundId,
                    employeeId,
                    date,
                    paperDate,
                    in,
                    who,
                    reference,
                    text,
                    siteId,
                    lines,
                    tags,
                    passOn,
                    null,
                    null,
                    null);
        }
    }

    /** @param told what else was done, such as a match that was undone first */
    public record Made(long expenseId, Ledger.Booked booked, List<String> told) {}

    @Transactional
    public Made book(long companyId, NewExpense form, Actor who) {
        lock(companyId, form, null);
        checkKind(form);
        Company company = bankAccounts.lockJournal(companyId);
        String number = numbers.take(companyId, ExpenseDocuments.numbers(form.kind()), form.siteId(), form.date());
        Booked booked = bookNow(company, form, number, null, who);
        Expense row = new Expense(companyId, form.kind(), number, who.name(), clock.instant());
        row.is(booked.facts());
        expenses.saveAndFlush(row);
        activity.record(
                companyId,
                who.name(),
                "expense.booked",
                "expense",
                row.id(),
                say(
                        "expense.booked",
                        row.title(),
                        row.payee(),
                        MinorUnits.grouped(row.gross(), company.baseCurrency())));
        return new Made(row.id(), booked.all(), List.of());
    }

    private void lock(long companyId, NewExpense form, @Nullable Long before) {
        List<Long> accounts = new ArrayList<>(ledger.accountIds(
                companyId, form.lines().stream().map(ExpenseLine::account).toList()));
        for (Long id : new Long[] {form.bankAccountId(), before}) {
            if (id != null) {
                accounts.add(bankAccounts.get(companyId, id).ledgerAccountId());
            }
        }
        bankAccounts.lockByLedgerAccounts(companyId, accounts);
    }

    private static void checkKind(NewExpense form) {
        if (form.kind() == Expense.Kind.MOVEMENT && !form.paidBy().atTheBank()) {
            throw new RuleViolation(
                    "movement.account",
                    "paidBy",
                    form.paidBy().words(),
                    say("movement.account.expected"),
                    say("movement.account.remedy"));
        }
    }

    /** What was booked; the first entry is the expense's own. */
    private record Booked(Ledger.Booked all, Expense.Facts facts) {}

    private Booked bookNow(Company company, NewExpense form, String number, @Nullable Expense before, Actor who) {
        BankAccount account = account(company.id(), form);
        CurrencyUnit currency = account == null ? company.baseCurrency() : account.currency();
        boolean foreign = !currency.equals(company.baseCurrency());
        Optional<ExchangeRate> rate = foreign
                ? Optional.of(masterData.rate(company.id(), currency, company.baseCurrency(), form.date()))
                : Optional.empty();
        List<GrossLine> typed = typed(company, form, currency);
        GrossLine.Reading reading = new GrossLine.Reading(company.amountStyle(), currency, rate, "");
        List<TaxedLine> lines = GrossLine.read(typed, reading);
        long own = GrossLine.total(typed, reading);
        long gross = lines.stream().mapToLong(TaxedLine::gross).sum();
        String payee = Fields.text(form.who(), "who", 200);
        if (!Boolean.TRUE.equals(form.again())) {
            doubles.check(company, form, payee, gross, before);
        }
        Ledger.Booked all = switch (form.paidBy()) {
            case DRAWER -> ofDrawer(company, form, payee, typed, who);
            case EMPLOYEE -> owed(company, form, number, payee, lines, who);
            default -> atBank(company, form, number, payee, lines, new Own(required(account), own), who);
        };
        JournalEntryRow entry = all.entries().getFirst();
        papers.ofEntry(company.id(), form.paperIds(), entry.id(), form.date());
        Long passed = null;
        if (form.passOn() != null) {
            Ledger.Booked invoice = passOn(company, form, form.passOn(), number, gross, who);
            passed = invoice.entries().getFirst().id();
            all.add(invoice);
        }
        return new Booked(
                all, new Expense.Facts(form, payee, gross, json.writeValueAsString(form.kept()), entry.id(), passed));
    }

    private static BankAccount required(@Nullable BankAccount account) {
        if (account == null) {
            throw missing("bankAccountId", say("expense.account.bank"));
        }
        return account;
    }

    private static RuleViolation missing(String where, String what) {
        return new RuleViolation(
                "expense.account", where, say("expense.account.found"), what, say("expense.account.remedy"));
    }

    private @Nullable BankAccount account(long companyId, NewExpense form) {
        if (!form.paidBy().atTheBank()) {
            return null;
        }
        if (form.bankAccountId() == null) {
            throw missing("bankAccountId", say("expense.account.bank"));
        }
        BankAccount account = bankAccounts.get(companyId, form.bankAccountId());
        if (!account.active()) {
            throw new RuleViolation(
                    "bank-account.inactive",
                    "bankAccountId",
                    say("bank-account.inactive.found", account.name()),
                    say("bank-account.inactive.expected"),
                    say("bank-account.inactive.remedy"));
        }
        return account;
    }

    /** Each line with its amount, where quantity and price say it. */
    private static List<GrossLine> typed(Company company, NewExpense form, CurrencyUnit currency) {
        return form.lines().stream()
                .map(l -> new GrossLine(
                        l.account(),
                        l.amount().isBlank() && !l.quantity().isBlank() ? product(company, l, currency) : l.amount(),
                        l.taxCode(),
                        l.costCentre(),
                        l.text().isBlank() ? form.text().strip() : l.text()))
                .toList();
    }

    private static String product(Company company, ExpenseLine l, CurrencyUnit currency) {
        long amount = UnitPrice.amount(
                company.amountStyle().plain(l.quantity()).orElse(l.quantity()),
                company.amountStyle().plain(l.price()).orElse(l.price()),
                currency);
        return company.amountStyle().written(MinorUnits.toDecimal(amount, currency));
    }

    private static ExpenseBooking.Paper paper(Company company, NewExpense form, String number, String payee) {
        return new ExpenseBooking.Paper(
                form.date(),
                form.paperDate() == null ? form.date() : form.paperDate(),
                company.baseCurrency(),
                form.reference().isBlank() ? number : form.reference().strip(),
                payee,
                form.text().strip());
    }

    private JournalEntry entry(
            Company company,
            NewExpense form,
            String number,
            String payee,
            List<TaxedLine> lines,
            String code,
            PartyId id) {
        ExpenseBooking.Paper paper = paper(company, form, number, payee);
        return ExpenseBooking.entry(
                paper,
                lines,
                form.in(),
                new ExpenseBooking.Other(code, id),
                ledger.taxes(company.id()).on(paper.paperDay()));
    }

    /** A bank account, and what leaves it in its own currency. */
    private record Own(BankAccount account, long minorUnits) {}

    private Ledger.Booked atBank(
            Company company, NewExpense form, String number, String payee, List<TaxedLine> lines, Own own, Actor who) {
        String cash =
                ledger.account(company.id(), own.account().ledgerAccountId()).code();
        JournalEntry entry = entry(company, form, number, payee, lines, cash, PartyId.NONE);
        if (!own.account().currency().equals(company.baseCurrency())) {
            long signed = form.in() ? own.minorUnits() : -own.minorUnits();
            // each line was worth its own at the rate of the day, so their sum is tied by what both sums come to
            ForeignAmount tied = ForeignAmount.of(
                    OptionalLong.of(signed),
                    own.account().currency(),
                    OptionalLong.of(entry.movementOf(cash)),
                    company.baseCurrency(),
                    Optional.empty(),
                    "amount");
            entry = PaymentBooking.inOwnCurrency(entry, cash, signed, tied.rate());
        }
        return booked(company, form, entry, ItemTerms.plain(ItemTerms.Kind.OTHER), who);
    }

    private Ledger.Booked owed(
            Company company, NewExpense form, String number, String payee, List<TaxedLine> lines, Actor who) {
        if (form.employeeId() == null) {
            throw missing("employeeId", say("expense.account.employee"));
        }
        Party employee = parties.get(company.id(), form.employeeId());
        if (employee.control() != Control.EMPLOYEES || !employee.active()) {
            throw new RuleViolation(
                    "expense.employee",
                    "employeeId",
                    say("expense.employee.found", employee.name()),
                    say("expense.employee.expected"),
                    say("expense.employee.remedy"));
        }
        String code = chart.accountCodeFor(company.id(), null, Control.EMPLOYEES.purpose());
        JournalEntry entry = entry(company, form, number, payee, lines, code, employee.partyId());
        return booked(
                company,
                form,
                entry,
                new ItemTerms(
                        ItemTerms.Kind.OTHER,
                        // the number stands in the title: booked anew it has it once more
                        "",
                        say("expense.item", number, payee),
                        form.date(),
                        tidemark.core.party.OpenItem.Discount.NONE),
                who);
    }

    private Ledger.Booked booked(Company company, NewExpense form, JournalEntry entry, ItemTerms terms, Actor who) {
        return ledger.book(
                company.id(),
                List.of(new Ledger.Posting(entry, "", "", form.siteId(), terms)),
                ExpenseDocuments.source(form.kind()),
                null,
                who.name());
    }

    /** A voucher of the drawer, with a number of its own there. */
    private Ledger.Booked ofDrawer(Company company, NewExpense form, String payee, List<GrossLine> typed, Actor who) {
        if (form.fundId() == null) {
            throw missing("fundId", say("expense.account.drawer"));
        }
        return vouchers.book(
                        company.id(),
                        new Vouchers.NewVoucher(
                                form.fundId(),
                                form.in() ? Vouchers.VoucherKind.RECEIVED : Vouchers.VoucherKind.PAID,
                                form.date(),
                                form.paperDate(),
                                payee,
                                form.text(),
                                null,
                                "",
                                "",
                                "",
                                null,
                                null,
                                typed,
                                null,
                                null,
                                form.tags()),
                        who.name())
                .booked();
    }

    private Ledger.Booked passOn(Company company, NewExpense form, PassOn on, String number, long gross, Actor who) {
        String all = company.amountStyle().written(MinorUnits.toDecimal(gross, company.baseCurrency()));
        String text = say("expense.passedOn", number, form.text().isBlank() ? form.who() : form.text());
        return invoices.book(
                company.id(),
                new Invoices.NewInvoice(
                        on.partyId(),
                        form.in() ? InvoiceBooking.Kind.CREDIT_NOTE : InvoiceBooking.Kind.INVOICE,
                        "",
                        form.date(),
                        form.paperDate() == null || form.paperDate().isAfter(form.date())
                                ? form.date()
                                : form.paperDate(),
                        null,
                        form.siteId(),
                        text.length() > 400 ? text.substring(0, 400) : text,
                        List.of(new GrossLine(
                                on.account(),
                                on.amount().isBlank() ? all : on.amount(),
                                on.taxCode(),
                                null,
                                text.length() > 200 ? text.substring(0, 200) : text))),
                who.name());
    }

    private ExpenseRepository.Place place(long companyId, long id) {
        return expenses.placeOf(id, companyId).orElseThrow(() -> new NotFound(say("expense.expense")));
    }

    Expense get(long companyId, long id) {
        return expenses.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("expense.expense")));
    }

    private Expense standing(long companyId, long id, int version) {
        Expense row = get(companyId, id);
        if (row.state() == Expense.State.REVERSED) {
            throw new RuleViolation(
                    "expense.reversed",
                    "",
                    say("expense.reversed.found", row.title()),
                    say("expense.reversed.expected"),
                    say("expense.reversed.remedy"));
        }
        if (row.version() != version) {
            throw new RuleViolation(
                    "expense.changed",
                    "",
                    say("expense.changed.found", row.title()),
                    say("expense.changed.expected"),
                    say("expense.changed.remedy"));
        }
        return row;
    }

    /**
     * Puts an expense right: what was booked is reversed on its own day and booked anew under the same number, with its
     * pictures; a match with the bank is undone first. What changed stands in its history.
     */
    @Transactional
    public Made change(long companyId, long id, NewExpense form, Actor who) {
        lock(companyId, form, place(companyId, id).getBankAccountId());
        Company company = bankAccounts.lockJournal(companyId);
        Expense seen = standing(companyId, id, form.version() == null ? 0 : form.version());
        if (form.kind() != seen.kind()) {
            throw new NotFound(say("expense.expense"));
        }
        checkKind(form);
        List<String> told = new ArrayList<>();
        Expense row = unmatched(seen, told, who);
        NewExpense was = json.readValue(row.form(), NewExpense.class);
        String before = ExpenseHistory.of(row, company.baseCurrency());
        long entryBefore = row.entryId();
        Ledger.Booked all = Ledger.Booked.nothing();
        Ledger.Booked back = takeBack(row, row.moveDay(), who);
        Booked booked = bookNow(company, form, row.number(), row, who);
        papers.carry(entryBefore, booked.facts().entryId(), form.date());
        row.is(booked.facts());
        expenses.saveAndFlush(row);
        // the new entry first: it is what the form is told of
        all.add(booked.all());
        all.add(back);
        activity.record(
                companyId,
                who.name(),
                "expense.changed",
                "expense",
                row.id(),
                say("expense.changed", row.title()),
                ExpenseHistory.changes(was, form, before, ExpenseHistory.of(row, company.baseCurrency())));
        return new Made(row.id(), all, told);
    }

    /** Takes an expense back, with what was passed on of it. */
    @Transactional
    public Made reverse(long companyId, long id, int version, LocalDate date, Actor who) {
        ExpenseRepository.Place place = place(companyId, id);
        lock(companyId, json.readValue(place.getForm(), NewExpense.class), place.getBankAccountId());
        bankAccounts.lockJournal(companyId);
        List<String> told = new ArrayList<>();
        Expense row = unmatched(standing(companyId, id, version), told, who);
        Ledger.Booked back = takeBack(row, date, who);
        row.reversed();
        expenses.saveAndFlush(row);
        activity.record(
                companyId, who.name(), "expense.reversed", "expense", row.id(), say("expense.reversed", row.title()));
        return new Made(row.id(), back, told);
    }

    /** Lets go of the bank's lines of an expense; what was loaded before is not what there is any more. */
    private Expense unmatched(Expense row, List<String> told, Actor who) {
        for (CashEntryRow cash : cashEntries.findByJournalEntryIdInOrderById(List.of(row.entryId()))) {
            BankAccount account = bankAccounts.get(row.companyId(), cash.bankAccountId());
            pairs.undo(account, cash, who.name()).ifPresent(told::add);
        }
        return get(row.companyId(), row.id());
    }

    private Ledger.Booked takeBack(Expense row, LocalDate date, Actor who) {
        Ledger.Booked back = Ledger.Booked.nothing();
        Long passed = row.passedOnEntryId();
        row.reversed();
        expenses.flush();
        if (passed != null) {
            back.add(reversals.reverse(row.companyId(), passed, date, who.name()));
        }
        back.add(reversals.reverseAtSource(row.companyId(), row.entryId(), date, who.name()));
        return back;
    }
}
