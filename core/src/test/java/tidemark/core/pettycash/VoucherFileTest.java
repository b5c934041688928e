package tidemark.core.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class VoucherFileTest {
    @Test
    void rows_areReadInTheirOrder_paidWhereTheySayNothing() {
        List<VoucherFile.Row> rows = VoucherFile.read("""
                        date,who,amount,kind,purpose,text,paper_date,tags
                        2026-06-02,Kestrel Bakery,18.40,,Meetings,"rolls, and coffee",2026-06-01,"crew, launch"
                        2026-06-03,L. Sorensen,50,Advance,,parts,,
                        2026-06-03,A guest,14,received,Sundry sales,ice,,
                        """, CurrencyUnit.USD).rowsOrRefuse();
        assertEquals(
                List.of(VoucherFile.Kind.PAID, VoucherFile.Kind.ADVANCE, VoucherFile.Kind.RECEIVED),
                rows.stream().map(VoucherFile.Row::kind).toList());
        assertEquals(1_840, rows.getFirst().amount());
        assertEquals("rolls, and coffee", rows.getFirst().text());
        assertEquals("crew, launch", rows.getFirst().tags());
        assertEquals(LocalDate.of(2026, 6, 1), rows.getFirst().paperDate());
        assertEquals(LocalDate.MIN, rows.getLast().paperDate());
    }

    @Test
    void everyProblem_isNamedByItsLineAndColumn() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> VoucherFile.read(
                                "date,who,amount,kind,purpose\n2026-06-02,Pell,-5,,Post\n2026-06-02,Pell,5,given,Post\n"
                                        + "2026-06-31,Pell,5,paid,\n",
                                CurrencyUnit.USD)
                        .rowsOrRefuse());
        assertEquals(
                List.of("amount.negative", "voucher.kind", "voucher.purpose", "date.unreadable"),
                refused.problems().stream().map(Problem::code).toList());
        assertEquals("line 4, date", refused.problems().getLast().where());
    }
}
