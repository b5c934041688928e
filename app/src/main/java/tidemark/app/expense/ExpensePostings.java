package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.PostingListener;
import tidemark.core.problem.RuleViolation;

/** Keeps expenses in step with the journal. */
@Component
class ExpensePostings implements PostingListener {
    private final ExpenseRepository expenses;

    ExpensePostings(ExpenseRepository expenses) {
        this.expenses = expenses;
    }

    /** One that was passed on goes back with its invoice, or not at all. */
    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        expenses.ofEntry(original.id())
                .filter(x -> x.state() == Expense.State.BOOKED)
                .ifPresent(x -> {
                    if (x.passedOnEntryId() != null) {
                        throw new RuleViolation(
                                "expense.passed-on",
                                "",
                                say("expense.passed-on.found", x.title()),
                                say("expense.passed-on.expected"),
                                say("expense.passed-on.remedy"));
                    }
                    x.reversed();
                });
        return List.of();
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        return expenses
                .ofEntry(entryId)
                .filter(x -> x.companyId() == companyId)
                .map(x -> new Link(x.title(), "/expenses/" + x.id(), x.payee()))
                .stream()
                .toList();
    }
}
