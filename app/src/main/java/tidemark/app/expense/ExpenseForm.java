package tidemark.app.expense;

import java.util.ArrayList;
import java.util.List;
import tidemark.app.access.Actor;
import tidemark.app.ledger.BookingForm;
import tidemark.app.ledger.Ledger;
import tools.jackson.databind.JsonNode;

/** An expense, or a movement typed by hand, each a form of its own among the drafts. */
class ExpenseForm implements BookingForm<Expenses.NewExpense> {
    private final String kind;
    private final Expenses expenses;

    ExpenseForm(String kind, Expenses expenses) {
        this.kind = kind;
        this.expenses = expenses;
    }

    @Override
    public String kind() {
        return kind;
    }

    @Override
    public Class<Expenses.NewExpense> type() {
        return Expenses.NewExpense.class;
    }

    @Override
    public Ledger.Booked book(long companyId, Expenses.NewExpense form, Actor actor) {
        return expenses.book(companyId, form, actor).booked();
    }

    @Override
    public List<String> amounts(JsonNode form) {
        List<String> out = new ArrayList<>();
        form.path("lines").forEach(l -> out.add(l.path("amount").asString("")));
        return out;
    }

    @Override
    public String about(long companyId, JsonNode form) {
        return form.path("who").asString("");
    }
}
