package tidemark.core.expense;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class ExpenseFileTest {
    @Test
    void rows_sayWhatPaid() {
        List<ExpenseFile.Row> rows = ExpenseFile.read("""
                        date,who,amount,account,paid_by,out_of,tags,reference
                        2026-06-02,Ferry Kiosk,18.00,6160,Card,Harbour card,"travel, survey",INV 9
                        2026-06-03,Quill Stationers,7.5,6170,employee,Ines Halvorsen,,
                        """, CurrencyUnit.USD).rowsOrRefuse();
        assertEquals(PaidBy.CARD, rows.getFirst().paidBy());
        assertEquals("Harbour card", rows.getFirst().outOf());
        assertEquals("travel, survey", rows.getFirst().tags());
        assertEquals(PaidBy.EMPLOYEE, rows.getLast().paidBy());
        assertEquals(750, rows.getLast().amount());
        assertEquals(LocalDate.MIN, rows.getLast().paperDate());
    }

    @Test
    void everyProblem_isNamedByItsLine() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> ExpenseFile.read(
                                "date,who,amount,account,paid_by,out_of\n2026-06-02,,0,6160,shells,Card\n"
                                        + "2026-06-02,Pell,1,6160,bank,\n",
                                CurrencyUnit.USD)
                        .rowsOrRefuse());
        assertEquals(
                List.of("field.empty", "amount.zero", "expense.paid-by", "field.empty"),
                refused.problems().stream().map(Problem::code).toList());
    }
}
