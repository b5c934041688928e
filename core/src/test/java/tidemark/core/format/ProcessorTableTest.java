package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.format.ProcessorTable.Part;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class ProcessorTableTest {
    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static ProcessorTable as(ProcessorTable.Looked looked) {
        return new ProcessorTable(looked.separator(), looked.dates(), looked.decimalPoint(), looked.columns());
    }

    @Test
    void aReport_isLookedAt_andReadByWhatItsColumnsHold() {
        byte[] report = bytes("""
                Batch_Date;Store;Batch Number;Gross Sales;Refunds;Fee;Net
                23.06.2026;Dock;B-1;1.250,00;-50,00;-36,25;1.163,75
                24.06.2026;Workshop;B-2;80,5;;2,33;78,17
                """);
        ProcessorTable.Looked looked = ProcessorTable.look(report);
        assertEquals(';', looked.separator());
        assertEquals(DateOrder.DAY_FIRST, looked.dates());
        assertEquals(',', looked.decimalPoint());
        assertEquals("Batch_Date", looked.columns().get(Part.DAY));
        assertEquals(2, looked.rows().size());
        ProcessorTable table = as(looked);
        assertTrue(table.fits(report));
        assertFalse(table.fits(bytes("Day,Gross\n")));
        List<ProcessorTable.Row> rows = table.read(report, CurrencyUnit.USD);
        assertEquals(
                new ProcessorTable.Row(2, LocalDate.of(2026, 6, 23), "Dock", "B-1", 1_250_00, 50_00, 0, 0, 36_25),
                rows.getFirst());
        assertEquals(80_50, rows.getLast().gross());
        assertEquals(2_33, rows.getLast().fee());
    }

    @Test
    void everyRowThatDoesNotFit_isNamedByItsLine_andNothingIsTaken() {
        byte[] report = bytes("""
                date,gross,fee,net
                2026-06-23,100.00,2.90,97.10
                2026-06-24,100.00,2.90,97.00
                2026-13-24,100.00,2.90,97.10
                2026-06-25,-5.00,0.10,
                2026-06-26,abc,,
                """);
        RuleViolation refused = assertThrows(
                RuleViolation.class, () -> as(ProcessorTable.look(report)).read(report, CurrencyUnit.USD));
        assertEquals(
                List.of("processor.net", "date.unreadable", "processor.gross", "amount.unreadable"),
                refused.problems().stream().map(Problem::code).toList());
        assertTrue(refused.problems().getFirst().where().contains("3"));
        assertTrue(refused.problems().getFirst().expected().contains("97.10"));
    }

    @Test
    void columnsThatAreMissing_orTold_twice_areRefused() {
        assertThrows(
                RuleViolation.class,
                () -> new ProcessorTable(',', DateOrder.YEAR_FIRST, '.', Map.of(Part.DAY, "date")));
        assertThrows(
                RuleViolation.class,
                () -> new ProcessorTable(
                        ',', DateOrder.YEAR_FIRST, '.', Map.of(Part.DAY, "date", Part.GROSS, "x", Part.FEE, "x")));
        ProcessorTable table =
                new ProcessorTable(',', DateOrder.YEAR_FIRST, '.', Map.of(Part.DAY, "date", Part.GROSS, "sales"));
        RuleViolation refused = assertThrows(
                RuleViolation.class, () -> table.read(bytes("date,amount\n2026-06-01,5\n"), CurrencyUnit.USD));
        assertEquals("processor.column", refused.problems().getFirst().code());
        assertEquals(
                "processor.rows",
                assertThrows(RuleViolation.class, () -> table.read(bytes("date,sales\n"), CurrencyUnit.USD))
                        .problems()
                        .getFirst()
                        .code());
    }
}
