package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tidemark.app.attachment.Papers;
import tidemark.app.company.Company;
import tidemark.core.expense.Doubles;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** Expenses that may be told twice. */
@Component
class ExpenseDoubles {
    private final ExpenseRepository expenses;
    private final Papers papers;

    ExpenseDoubles(ExpenseRepository expenses, Papers papers) {
        this.expenses = expenses;
        this.papers = papers;
    }

    /** @param why in words */
    record SameExpense(long id, String number, LocalDate day, String why) {}

    /** @throws RuleViolation {@code expense.double}, which asks */
    void check(Company company, Expenses.NewExpense form, String payee, long gross, @Nullable Expense itself) {
        LocalDate day = form.paperDate() == null ? form.date() : form.paperDate();
        Set<String> pictures = papers.digests(company.id(), form.paperIds());
        List<SameExpense> found =
                find(company.id(), new Doubles.Told(itself == null ? 0 : itself.id(), day, gross, payee, pictures));
        if (!found.isEmpty()) {
            throw new RuleViolation(
                    "expense.double",
                    "",
                    say(
                            "expense.double.found",
                            payee,
                            MinorUnits.grouped(gross, company.baseCurrency()),
                            found.getFirst().number(),
                            found.getFirst().why()),
                    say("expense.double.expected"),
                    say("expense.double.remedy"));
        }
    }

    /** What one that is booked may be the same as. */
    List<SameExpense> of(Expense row) {
        return find(
                row.companyId(), new Doubles.Told(row.id(), row.paperDay(), row.gross(), row.payee(), digests(row)));
    }

    private Set<String> digests(Expense row) {
        Set<String> out = new HashSet<>();
        papers.ofEntry(row.entryId()).forEach(p -> out.add(p.sha256()));
        return out;
    }

    private List<SameExpense> find(long companyId, Doubles.Told one) {
        Map<Long, Expense> near = new LinkedHashMap<>();
        expenses.ofPayeeOn(companyId, Doubles.plain(one.payee()), one.day()).forEach(x -> near.put(x.id(), x));
        List<Long> entries = papers.entriesWith(companyId, one.pictures());
        if (!entries.isEmpty()) {
            expenses.standingOf(entries).forEach(x -> near.put(x.id(), x));
        }
        near.remove(one.id());
        List<Doubles.Told> others = near.values().stream()
                .map(x -> new Doubles.Told(x.id(), x.paperDay(), x.gross(), x.payee(), digests(x)))
                .toList();
        List<SameExpense> out = new ArrayList<>();
        for (Doubles.Double d : Doubles.of(one, others)) {
            Expense x = java.util.Objects.requireNonNull(near.get(d.id()));
            out.add(new SameExpense(
                    x.id(),
                    x.number(),
                    x.paperDay(),
                    d.why() == Doubles.Why.PICTURE ? say("expense.samePicture") : say("expense.sameDayAmountPayee")));
        }
        return out;
    }
}
