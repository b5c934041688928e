package tidemark.core.table;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.ChartFile;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.OutstandingItemsFile;
import tidemark.core.party.InvoiceFile;
import tidemark.core.problem.Problem;

/** Tables in and out: each kind of bad cell, harmless cells, and charts that read back. */
class TablesTest {
    private static List<String> codes(CsvTable.Result<?> read) {
        return read.problems().stream().map(Problem::code).toList();
    }

    @Test
    void formulas_areMadePlain_amountsStay() {
        String out = CsvWriting.of(
                List.of("a", "b"),
                List.of(List.of("=1+1", "-12.50"), List.of("@sum", "-x"), List.of("a,\"b\"", "+1"), List.of("-", "5")));
        assertEquals("a,b\r\n'=1+1,-12.50\r\n'@sum,'-x\r\n\"a,\"\"b\"\"\",'+1\r\n'-,5\r\n", out);
    }

    @RepeatedTest(40)
    void chart_writtenAndReadAgain_isTheSame(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<LedgerAccount> chart = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            AccountType type = AccountType.values()[random.nextInt(5)];
            chart.add(new LedgerAccount(
                    "A" + i,
                    "Name, \"" + random.nextInt() + "\" ü",
                    type,
                    random.nextBoolean(),
                    Control.values()[random.nextInt(3)]));
        }
        assertEquals(chart, ChartFile.read(ChartFile.write(chart)).rowsOrRefuse());
    }

    @Test
    void chart_withUnknownWords_isRefused() {
        assertEquals(
                List.of("choice.unknown", "choice.unknown", "choice.unknown"),
                codes(ChartFile.read("code,name,type,active,control\n1,A,money,maybe,some\n")));
    }

    @Test
    void cellsOfASpreadsheet_areReadByTheirTabs() {
        CsvTable.Result<OutstandingItemsFile.Row> read = OutstandingItemsFile.read(
                "date\tamount\tcheck_number\n2026-05-28\t-1240.00\t1007\n2026-06-01\t5.00\t\n",
                CurrencyUnit.USD,
                LocalDate.of(2026, 5, 31));
        assertEquals(List.of("outstanding.date"), codes(read));
        assertEquals("1007", read.rows().getFirst().checkNumber());
        assertEquals(
                1_000_000 + 124_000,
                OutstandingItemsFile.bankBalance(1_000_000, read.rows()),
                "the bank has not paid the check yet");
    }

    @Test
    void invoices_withBadCells_areNamed() {
        CsvTable.Result<InvoiceFile.Row> read = InvoiceFile.read("""
                party,number,date,amount,account,due_date
                PELL,Q-1,2026-06-04,640.00,4020,2026-07-04
                PELL,,2026-06-04,0.00,,2026-06-01
                """, CurrencyUnit.USD);
        assertEquals(List.of("date.order", "field.empty", "amount.zero", "field.empty"), codes(read));
        assertEquals(1, read.rows().size());
    }

    @Test
    void table_tooLongTextTooManyRowsOrNoCsv_isRefused() {
        assertEquals(
                List.of("text.long"),
                codes(InvoiceFile.read(
                        "party,number,date,amount,account,text\nP,1,2026-06-04,1.00,4010," + "x".repeat(201) + "\n",
                        CurrencyUnit.USD)));
        StringBuilder many = new StringBuilder("code,name,type\n");
        for (int i = 0; i <= CsvTable.MOST_ROWS; i++) {
            many.append("A").append(i).append(",N,asset\n");
        }
        assertEquals(List.of("file.rows"), codes(ChartFile.read(many.toString())));
        assertEquals(List.of("file.column"), codes(ChartFile.read("code,name,type,name\n1,A,asset,B\n")));
        assertEquals(List.of("file.column.missing"), codes(ChartFile.read("code,name\n1,A\n")));
        assertEquals(List.of("file.empty"), codes(ChartFile.read("code,name,type\n")));
    }
}
