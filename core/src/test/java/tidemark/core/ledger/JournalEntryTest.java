package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.table.CsvTable;

class JournalEntryTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);

    private static JournalEntry entry(JournalLine... lines) {
        return new JournalEntry(DAY, CurrencyUnit.USD, "R-1", "Paint", List.of(lines));
    }

    @Test
    void of_unbalancedLines_isRefusedWithTheDifference() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> entry(JournalLine.debit("5030", 49_860, "", ""), JournalLine.credit("1010", 48_960, "", "")));
        assertEquals("entry.unbalanced", refused.code());
        assertEquals(
                Map.of("debits", "498.60", "credits", "489.60", "apart", "9.00"),
                refused.problems().getFirst().values());
        assertTrue(refused.problems().getFirst().found().contains("9.00 apart"));
        assertTrue(refused.problems().getFirst().remedy().contains("Add a credit of 9.00"));
    }

    @Test
    void of_oneLine_isRefused() {
        assertEquals(
                "entry.lines",
                assertThrows(RuleViolation.class, () -> entry(JournalLine.debit("5030", 1, "", "")))
                        .code());
    }

    @RepeatedTest(50)
    void reversal_ofAnyEntry_leavesNothing(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<JournalLine> lines = new ArrayList<>();
        long sum = 0;
        for (int i = 0; i < 1 + random.nextInt(8); i++) {
            long amount = random.nextInt(1, 100_000) * (random.nextBoolean() ? 1 : -1);
            lines.add(new JournalLine("A" + random.nextInt(4), amount, "", ""));
            sum += amount;
        }
        lines.add(new JournalLine("B", sum == 0 ? 1 : -sum, "", ""));
        if (sum == 0) {
            lines.add(new JournalLine("B", -1, "", ""));
        }
        JournalEntry entry = new JournalEntry(DAY, CurrencyUnit.USD, "", "", lines);
        JournalEntry back = entry.reversedOn(DAY.plusDays(random.nextInt(40)));
        for (String account : List.of("A0", "A1", "A2", "A3", "B")) {
            assertEquals(
                    0, entry.movementOf(account) + back.movementOf(account), "seed " + seed.getCurrentRepetition());
        }
        assertEquals(entry.totalMinorUnits(), back.totalMinorUnits());
    }

    @Test
    void reversal_beforeTheEntry_isRefused() {
        JournalEntry e = entry(JournalLine.debit("5030", 5, "", ""), JournalLine.credit("1010", 5, "", ""));
        assertEquals(
                "reversal.early",
                assertThrows(RuleViolation.class, () -> e.reversedOn(DAY.minusDays(1)))
                        .code());
    }

    @Test
    void posting_collectsEveryProblem() {
        PostingRules rules = new PostingRules(
                Map.of(
                        "1010", new LedgerAccount("1010", "Operating", AccountType.ASSET, true),
                        "5030", new LedgerAccount("5030", "Paint", AccountType.EXPENSE, false)),
                Map.of("1010", DAY));
        JournalEntry e = entry(
                JournalLine.debit("5030", 5, "", ""),
                JournalLine.debit("9999", 5, "", ""),
                JournalLine.credit("1010", 10, "", ""));
        assertEquals(
                List.of("account.inactive", "account.unknown", "mark.held"),
                rules.problems(e, DAY).stream().map(Problem::code).toList());
        assertEquals(
                List.of("entry.date.far", "account.inactive", "account.unknown", "mark.held"),
                rules.problems(e, DAY.minusYears(2)).stream().map(Problem::code).toList());
    }

    @Test
    void file_withBadRows_namesEachAndTakesNone() {
        String csv = """
                date,amount,party,text
                2026-06-04,-498.60,Dunmore Timber,Oak
                2026-06-31,1.00,X,Y
                2026-06-05,1.005,X,Y
                2026-06-06,0.00,X,Y
                """;
        CsvTable.Result<CashEntryFile.Row> read = CashEntryFile.read(csv, CurrencyUnit.USD);
        assertEquals(
                List.of("date.unreadable", "amount.places", "amount.zero"),
                read.problems().stream().map(Problem::code).toList());
        assertEquals("line 3, date", read.problems().getFirst().where());
        assertEquals(-49_860, read.rows().getFirst().minorUnits());
    }

    @Test
    void file_withUnknownOrMissingColumn_isRefused() {
        assertEquals(
                "file.column",
                CashEntryFile.read("date,amount,colour\n", CurrencyUnit.USD)
                        .problems()
                        .getFirst()
                        .code());
        assertEquals(
                "file.column.missing",
                CashEntryFile.read("date,text\n2026-06-04,x\n", CurrencyUnit.USD)
                        .problems()
                        .getFirst()
                        .code());
        assertEquals(
                "file.empty",
                CashEntryFile.read("", CurrencyUnit.USD).problems().getFirst().code());
        assertEquals(
                "file.empty",
                CashEntryFile.read("date,amount\n", CurrencyUnit.USD)
                        .problems()
                        .getFirst()
                        .code());
    }

    @RepeatedTest(20)
    void sums_ofAnEntry_areThoseOfItsLines(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<JournalLine> lines = new ArrayList<>();
        long left = 0;
        for (int i = 0; i < 5; i++) {
            long amount = random.nextInt(1, 10_000) * (random.nextBoolean() ? 1 : -1);
            lines.add(new JournalLine("A" + random.nextInt(3), amount, "", ""));
            left -= amount;
        }
        lines.add(new JournalLine("A0", left + 20_000_000, "", ""));
        lines.add(new JournalLine("B", -20_000_000, "", ""));
        JournalEntry entry = entry(lines.toArray(new JournalLine[0]));
        long debits = 0;
        long first = 0;
        for (JournalLine line : lines) {
            debits += line.minorUnits() > 0 ? line.minorUnits() : 0;
            first += line.accountCode().equals("A0") ? line.minorUnits() : 0;
        }
        assertEquals(debits, entry.totalMinorUnits());
        assertEquals(first, entry.movementOf("A0"));
        assertEquals(0, entry.movementOf("C"));
        assertEquals(entry, entry.with(lines));
        assertEquals(
                -20_000_000,
                entry.with(List.of(new JournalLine("X", 5, "", ""), new JournalLine("Y", -5, "", "")))
                                .movementOf("Y")
                        + entry.movementOf("B")
                        + 5);
    }

    @Test
    void reversal_isNamedByWhatItUndoes() {
        JournalLine debit = JournalLine.debit("5030", 100, "Orrin", "Paint");
        JournalLine credit = JournalLine.credit("1010", 100, "Orrin", "Paint");
        assertEquals("Reversal of Paint", entry(debit, credit).reversedOn(DAY).text());
        assertEquals(
                "Reversal of entry",
                new JournalEntry(DAY, CurrencyUnit.USD, "", "", List.of(debit, credit))
                        .reversedOn(DAY)
                        .text());
        assertEquals(
                List.of(
                        JournalLine.credit("5030", 100, "Orrin", "Paint"),
                        JournalLine.debit("1010", 100, "Orrin", "Paint")),
                entry(debit, credit).reversedOn(DAY).lines());
    }

    @Test
    void line_isOpenInItsOwnCurrency_untilARateOrAnotherAmountIsGiven() {
        JournalLine line = JournalLine.debit("1040", 10_842, "", "");
        assertTrue(line.ownIsOpen());
        assertEquals(false, line.own(10_000, new java.math.BigDecimal("1.0842")).ownIsOpen());
        assertEquals(false, line.own(10_842, java.math.BigDecimal.ONE).ownIsOpen());
        assertEquals(false, line.exchangeDifference().ownIsOpen());
        assertEquals(
                JournalLine.debit("1040", 5, "", ""),
                line.own(10_000, new java.math.BigDecimal("1.0842")).worth(5));
    }

    @Test
    void accountLedger_runsOn_andSumsBothSides() {
        AccountLedger ledger = AccountLedger.of(100, List.of(50L, -30L, 0L, -200L));
        assertEquals(new AccountLedger(100, List.of(150L, 120L, 120L, -80L), 50, 230, -80), ledger);
        assertEquals(new AccountLedger(7, List.of(), 0, 0, 7), AccountLedger.of(7, List.of()));
    }
}
