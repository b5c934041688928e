package tidemark.app.expense;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;

/** What changed of an expense, in words. */
final class ExpenseHistory {
    private ExpenseHistory() {}

    /** The amount as it stands. */
    static String of(Expense row, CurrencyUnit currency) {
        return MinorUnits.grouped(row.gross(), currency);
    }

    /** {@code name: Old → New; …} of all that is not the same. */
    static String changes(Expenses.NewExpense was, Expenses.NewExpense now, String amountBefore, String amountNow) {
        List<String> out = new ArrayList<>();
        add(out, say("expense.field.who"), was.who().strip(), now.who().strip());
        add(out, say("expense.field.amount"), amountBefore, amountNow);
        add(out, say("expense.field.date"), was.date().toString(), now.date().toString());
        add(out, say("expense.field.paperDate"), String.valueOf(was.paperDate()), String.valueOf(now.paperDate()));
        add(
                out,
                say("expense.field.reference"),
                was.reference().strip(),
                now.reference().strip());
        add(out, say("expense.field.text"), was.text().strip(), now.text().strip());
        add(out, say("expense.field.tags"), was.tags().strip(), now.tags().strip());
        add(out, say("expense.field.paidBy"), paid(was), paid(now));
        add(out, say("expense.field.direction"), direction(was), direction(now));
        add(out, say("expense.field.lines"), lines(was), lines(now));
        return String.join("; ", out);
    }

    private static void add(List<String> out, String name, String was, String now) {
        if (!was.equals(now)) {
            out.add(name + ": " + shown(was) + " → " + shown(now));
        }
    }

    private static String shown(String value) {
        return value.isEmpty() || value.equals("null") ? "–" : value;
    }

    private static String paid(Expenses.NewExpense x) {
        Long of = switch (x.paidBy()) {
            case DRAWER -> x.fundId();
            case EMPLOYEE -> x.employeeId();
            default -> x.bankAccountId();
        };
        return x.paidBy().words() + " " + of;
    }

    private static String direction(Expenses.NewExpense x) {
        return x.in() ? say("expense.in") : say("expense.out");
    }

    private static String lines(Expenses.NewExpense x) {
        return String.join(
                ", ",
                x.lines().stream()
                        .map(l -> (l.account() + " " + l.amount() + " " + (l.taxCode() == null ? "" : l.taxCode()) + " "
                                        + (l.costCentre() == null ? "" : l.costCentre()))
                                .strip())
                        .toList());
    }
}
