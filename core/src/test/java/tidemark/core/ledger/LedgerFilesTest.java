package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tidemark.core.problem.RuleViolation;
import tidemark.core.table.CsvTable;

/** The chart of accounts and the outstanding items of a takeover, as files. */
class LedgerFilesTest {
    private static final LocalDate CONVERSION = LocalDate.of(2026, 5, 31);

    @RepeatedTest(30)
    void chart_ofAnyAccounts_isReadBackAsItWasWritten(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<LedgerAccount> chart = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            AccountType[] types = AccountType.values();
            Control[] controls = Control.values();
            chart.add(new LedgerAccount(
                    Integer.toString(1000 + i),
                    i % 3 == 0 ? "Rent, \"heat\" and light" : "Name " + i,
                    types[random.nextInt(types.length)],
                    random.nextBoolean(),
                    controls[random.nextInt(controls.length)]));
        }
        assertEquals(chart, ChartFile.read(ChartFile.write(chart)).rowsOrRefuse());
    }

    @ParameterizedTest
    @EnumSource(Control.class)
    void control_isReadInAnySpelling_andLeftOutMeansNone(Control control) {
        String file = "code,name,type,control\n1200,Receivables,Asset,%s\n1300,Stock,ASSET,\n".formatted(control);
        List<LedgerAccount> read = ChartFile.read(file).rowsOrRefuse();
        assertEquals(control, read.getFirst().control());
        assertEquals(new LedgerAccount("1300", "Stock", AccountType.ASSET, true), read.getLast());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            1,Cash,money,,        | choice.unknown | line 2, type | “money” | asset, liability, equity, income, expense
            1,Cash,,,             | choice.unknown | line 2, type | nothing | asset, liability, equity, income, expense
            1,Cash,asset,perhaps, | choice.unknown | line 2, active | “perhaps” | yes or no
            1,Cash,asset,yes,all  | choice.unknown | line 2, control | “all” | none, receivables, payables, employees, sister_companies
            ,Cash,asset,,         | field.empty | line 2, code | nothing | a value
            1,,asset,,            | field.empty | line 2, name | nothing | a value
            """)
    void chart_withSomethingElse_saysWhereAndWhatIsExpected(
            String row, String code, String where, String found, String expected) {
        CsvTable.Result<LedgerAccount> result = ChartFile.read("code,name,type,active,control\n" + row + "\n");
        var problem = result.problems().getFirst();
        assertEquals(
                List.of(code, where, found, expected),
                List.of(problem.code(), problem.where(), problem.found(), problem.expected()));
        assertEquals(
                code, assertThrows(RuleViolation.class, result::rowsOrRefuse).code());
    }

    @Test
    void account_isNoLongerActive_onlyWhereTheFileSaysNo() {
        String file = "code,name,type,active\n1,A,asset,no\n2,B,asset,NO\n3,C,asset,yes\n4,D,asset,\n";
        assertEquals(
                List.of(false, false, true, true),
                ChartFile.read(file).rowsOrRefuse().stream()
                        .map(LedgerAccount::active)
                        .toList());
    }

    @Test
    void outstandingItems_areReadWithAllTheySay_upToTheConversion() {
        String file = "date,amount,reference,check_number,party,text\n"
                + "2026-05-31,-498.60,R1,20421,Dunmore Timber,Oak\n2026-05-12,90.00,,,,\n";
        List<OutstandingItemsFile.Row> rows =
                OutstandingItemsFile.read(file, CurrencyUnit.USD, CONVERSION).rowsOrRefuse();
        assertEquals(
                new OutstandingItemsFile.Row(CONVERSION, -49_860, "R1", "20421", "Dunmore Timber", "Oak"),
                rows.getFirst());
        assertEquals(new OutstandingItemsFile.Row(LocalDate.of(2026, 5, 12), 9_000, "", "", "", ""), rows.getLast());
        assertEquals(100_000 + 49_860 - 9_000, OutstandingItemsFile.bankBalance(100_000, rows));
        var late = OutstandingItemsFile.read("date,amount\n2026-06-01,1.00\n", CurrencyUnit.USD, CONVERSION)
                .problems();
        assertEquals(1, late.size());
        assertEquals("outstanding.date", late.getFirst().code());
        assertTrue(late.getFirst().expected().contains("2026-05-31, the conversion date"));
    }

    @ParameterizedTest
    @CsvSource({
        "20421, Oak, R1, Dunmore Timber, 5, 'Check 20421, Dunmore Timber'",
        "'', Oak, R1, Dunmore Timber, 5, 'Oak, Dunmore Timber'",
        "'', '', R1, '', 5, R1",
        "'', '', '', '', 5, Money in",
        "'', '', '', Pell, -5, 'Money out, Pell'"
    })
    void cashEntry_isNamedByTheMostThatIsKnownOfIt(
            String check, String text, String reference, String party, long amount, String title) {
        assertEquals(
                title, new CashEntry(new CashEntryId(1), CONVERSION, amount, reference, check, party, text).title());
    }

    @Test
    void cashEntry_movesSomething() {
        assertThrows(
                IllegalArgumentException.class, () -> new CashEntry(new CashEntryId(1), CONVERSION, 0, "", "", "", ""));
    }
}
