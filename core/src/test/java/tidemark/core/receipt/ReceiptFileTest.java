package tidemark.core.receipt;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class ReceiptFileTest {
    @Test
    void rows_areReadWithWhatTheySay_aCheckWhereTheySayNothing() {
        List<ReceiptFile.Row> rows = ReceiptFile.read("""
                        date,from,amount,tender,number,items,paper_date
                        2026-06-01,Pell Charter,120.50,,3320,Q-1 Q-2,2026-07-10
                        2026-06-02,Larkspur,9,Travel Voucher,,,
                        2026-06-02,Chandlery,7,Cash,till 1,,
                        """, CurrencyUnit.USD, Map.of("Travel voucher", Tender.CHECK))
                .rowsOrRefuse();
        assertEquals(12_050, rows.getFirst().amount());
        assertEquals(Tender.CHECK, rows.getFirst().tender());
        assertEquals("Q-1 Q-2", rows.getFirst().items());
        assertEquals(LocalDate.of(2026, 7, 10), rows.getFirst().paperDate());
        assertEquals("Travel voucher", rows.get(1).tenderName());
        assertEquals(Tender.CHECK, rows.get(1).tender());
        assertEquals("", rows.getLast().tenderName());
        assertEquals(Tender.CASH, rows.getLast().tender());
        assertEquals(LocalDate.MIN, rows.getLast().paperDate());
    }

    @Test
    void everyProblem_isNamedByItsLine() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> ReceiptFile.read(
                                "date,from,amount,tender\n2026-06-01,Pell,0,\n2026-06-02,Pell,5,shells\n",
                                CurrencyUnit.USD,
                                Map.of())
                        .rowsOrRefuse());
        assertEquals(
                List.of("amount.zero", "tender.unknown"),
                refused.problems().stream().map(Problem::code).toList());
    }
}
