package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.attachment.Papers;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.party.OpenItems;
import tidemark.app.party.Parties;
import tidemark.app.pettycash.PettyCashViews;
import tidemark.core.expense.Doubles;
import tidemark.core.expense.PaidBy;
import tidemark.core.money.MinorUnits;
import tools.jackson.databind.json.JsonMapper;

/** Expenses as screens show them. */
@Service
public class ExpenseViews {
    private static final int MOST = 500;
    private static final int REMEMBERED = 8;

    private final ExpenseRepository expenses;
    private final Expenses booking;
    private final ExpenseDoubles doubles;
    private final Papers papers;
    private final CashEntryRepository cashEntries;
    private final OpenItems items;
    private final BankAccounts bankAccounts;
    private final PettyCashViews drawers;
    private final Parties parties;
    private final Companies companies;
    private final ActivityLog activity;
    private final JsonMapper json;

    ExpenseViews(
            ExpenseRepository expenses,
            Expenses booking,
            ExpenseDoubles doubles,
            Papers papers,
            CashEntryRepository cashEntries,
            OpenItems items,
            BankAccounts bankAccounts,
            PettyCashViews drawers,
            Parties parties,
            Companies companies,
            ActivityLog activity,
            JsonMapper json) {
        this.expenses = expenses;
        this.booking = booking;
        this.doubles = doubles;
        this.papers = papers;
        this.cashEntries = cashEntries;
        this.items = items;
        this.bankAccounts = bankAccounts;
        this.drawers = drawers;
        this.parties = parties;
        this.companies = companies;
        this.activity = activity;
        this.json = json;
    }

    /** What a list shows. @param text found in number, payee, text, reference and tags; empty for all */
    public record Filter(
            Expense.Kind kind,
            LocalDate from,
            LocalDate to,
            @Nullable PaidBy paidBy,
            String text,
            boolean noPicture,
            boolean noLine,
            boolean owed) {}

    /**
     * One of a list.
     *
     * @param amount decimal text, in the company's currency
     * @param paidFrom the account, drawer or employee
     * @param settled whether the bank's line is matched, or the employee was paid back; a drawer's is at once
     * @param waits days since it was paid, where it is not
     */
    public record ExpenseRow(
            long id,
            String number,
            LocalDate date,
            String who,
            String text,
            String reference,
            String tags,
            String amount,
            boolean in,
            PaidBy paidBy,
            String paidFrom,
            int pictures,
            boolean reversed,
            boolean settled,
            long waits,
            @Nullable Long bankAccountId,
            String customer,
            long entryId) {}

    /** @param sum of those that stand, in less out the other way, decimal text */
    public record ExpenseList(
            List<ExpenseRow> rows, String sum, int withoutPicture, int withoutLine, int owed, boolean more) {}

    /** @param what in words; {@code changes} what was and what is now */
    public record HistoryLine(Instant at, String who, String what, String changes) {}

    /** @param form as it was typed */
    public record ExpenseDetail(
            ExpenseRow row,
            Expense.Kind kind,
            int version,
            String madeBy,
            Expenses.NewExpense form,
            @Nullable Long passedOnEntryId,
            List<Papers.Listed> papers,
            List<ExpenseDoubles.SameExpense> same,
            List<HistoryLine> history) {}

    @Transactional(readOnly = true)
    public ExpenseList list(long companyId, Filter f) {
        String wanted = f.text()
                .strip()
                .toLowerCase(Locale.ROOT)
                .replace("!", "!!")
                .replace("%", "!%")
                .replace("_", "!_");
        List<Expense> found = expenses.list(
                companyId,
                f.kind(),
                f.from(),
                f.to(),
                f.paidBy(),
                wanted,
                f.noPicture(),
                f.noLine(),
                f.owed(),
                Limit.of(MOST + 1));
        List<Expense> shown = found.stream().limit(MOST).toList();
        List<ExpenseRow> rows = rows(companyId, shown);
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        long sum = 0;
        int withoutPicture = 0;
        int withoutLine = 0;
        int owed = 0;
        for (int i = 0; i < rows.size(); i++) {
            ExpenseRow row = rows.get(i);
            if (row.reversed()) {
                continue;
            }
            sum = Math.addExact(
                    sum, row.in() ? -shown.get(i).gross() : shown.get(i).gross());
            withoutPicture += row.pictures() == 0 ? 1 : 0;
            withoutLine += row.paidBy().atTheBank() && !row.settled() ? 1 : 0;
            owed += row.paidBy() == PaidBy.EMPLOYEE && !row.settled() ? 1 : 0;
        }
        return new ExpenseList(
                rows, MinorUnits.toDecimal(sum, currency), withoutPicture, withoutLine, owed, found.size() > MOST);
    }

    private List<ExpenseRow> rows(long companyId, List<Expense> some) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        LocalDate today = companies.today(companyId);
        List<Long> entries = some.stream().map(Expense::entryId).toList();
        Map<Long, Integer> pictures = papers.counts(entries);
        Map<Long, Boolean> matched = new HashMap<>();
        if (!entries.isEmpty()) {
            for (CashEntryRow c : cashEntries.findByJournalEntryIdInOrderById(entries)) {
                matched.merge(c.journalEntryId(), c.itemMatchId() != null, (a, b) -> a && b);
            }
        }
        Set<Long> owed = items.openEntries(some.stream()
                .filter(x -> x.paidBy() == PaidBy.EMPLOYEE)
                .map(Expense::entryId)
                .toList());
        Map<Long, String> accounts = new HashMap<>();
        bankAccounts.list(companyId).forEach(a -> accounts.put(a.id(), a.name()));
        List<ExpenseRow> out = new ArrayList<>();
        for (Expense x : some) {
            boolean settled = switch (x.paidBy()) {
                case DRAWER -> true;
                case EMPLOYEE -> !owed.contains(x.entryId());
                default -> matched.getOrDefault(x.entryId(), false);
            };
            out.add(new ExpenseRow(
                    x.id(),
                    x.number(),
                    x.moveDay(),
                    x.payee(),
                    x.text(),
                    x.reference(),
                    x.tags(),
                    MinorUnits.toDecimal(x.gross(), currency),
                    x.incoming(),
                    x.paidBy(),
                    paidFrom(companyId, x, accounts),
                    pictures.getOrDefault(x.entryId(), 0),
                    x.state() == Expense.State.REVERSED,
                    settled,
                    settled ? 0 : Math.max(0, ChronoUnit.DAYS.between(x.moveDay(), today)),
                    x.bankAccountId(),
                    x.customerId() == null ? "" : parties.nameOf(companyId, x.customerId()),
                    x.entryId()));
        }
        return out;
    }

    private String paidFrom(long companyId, Expense x, Map<Long, String> accounts) {
        if (x.bankAccountId() != null) {
            return accounts.getOrDefault(x.bankAccountId(), "");
        }
        if (x.fundId() != null) {
            return drawers.nameOf(companyId, x.fundId());
        }
        return x.employeeId() == null ? "" : parties.nameOf(companyId, x.employeeId());
    }

    @Transactional(readOnly = true)
    public ExpenseDetail detail(long companyId, long id) {
        Expense x = booking.get(companyId, id);
        return new ExpenseDetail(
                rows(companyId, List.of(x)).getFirst(),
                x.kind(),
                x.version(),
                x.madeBy(),
                json.readValue(x.form(), Expenses.NewExpense.class),
                x.passedOnEntryId(),
                papers.ofEntry(x.entryId()),
                x.state() == Expense.State.REVERSED ? List.of() : doubles.of(x),
                activity.ofObject(companyId, "expense", id).stream()
                        .map(a -> new HistoryLine(a.happenedAt(), a.who(), a.text(), a.changes()))
                        .toList());
    }

    /** @param form of the last of them; what is of that day alone is left out */
    public record LastOfPayee(String who, Expenses.@Nullable NewExpense form) {}

    /** Payees that begin so, and how the last of the first was booked. */
    @Transactional(readOnly = true)
    public List<LastOfPayee> remembered(long companyId, Expense.Kind kind, String begins) {
        String plain = Doubles.plain(begins);
        if (plain.isEmpty()) {
            return List.of();
        }
        List<LastOfPayee> out = new ArrayList<>();
        for (String payee : expenses.payees(companyId, kind, plain, Limit.of(REMEMBERED))) {
            out.add(new LastOfPayee(
                    payee,
                    expenses.lastOf(companyId, kind, Doubles.plain(payee), Limit.of(1)).stream()
                            .findFirst()
                            .map(x -> json.readValue(x.form(), Expenses.NewExpense.class))
                            .orElse(null)));
        }
        return out;
    }

    /** What a screen says about one that was just booked. */
    static String told(List<String> told) {
        return told.isEmpty() ? "" : say("expense.also", String.join(" ", told));
    }
}
