package tidemark.core.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

class PettyCashBookingTest {
    private static final LocalDate DAY = LocalDate.of(2026, 7, 2);
    private static final Map<String, Taxes.Tax> TAXES = Map.of(
            "P10", new Taxes.Tax("P10", new BigDecimal("10"), "1400", TaxUse.PURCHASES, true, false),
            "N10", new Taxes.Tax("N10", new BigDecimal("10"), "1400", TaxUse.PURCHASES, false, false),
            "S10", new Taxes.Tax("S10", new BigDecimal("10"), "2300", TaxUse.SALES, true, false));
    private static final PettyCashBooking.Paper PAPER = new PettyCashBooking.Paper(
            "1010", DAY, DAY.minusDays(1), CurrencyUnit.USD, "PC-0119", "Kestrel Bakery", "crew meeting");

    private static TaxedLine line(String account, long gross, String tax) {
        return new TaxedLine(account, gross, tax, "DOCK", "crew meeting");
    }

    private static String told(JournalEntry entry) {
        StringBuilder out = new StringBuilder();
        for (JournalLine l : entry.lines()) {
            out.append(l.accountCode())
                    .append(' ')
                    .append(l.minorUnits())
                    .append(' ')
                    .append(l.costCentre())
                    .append('|');
        }
        return out.toString();
    }

    @Test
    void paid_withTax_isNetAndTaxAgainstTheDrawer() {
        assertEquals(
                "6400 1400 DOCK|1400 140 |1010 -1540 |",
                told(PettyCashBooking.paid(PAPER, List.of(line("6400", 15_40, "P10")), TAXES)));
        assertEquals(
                "6400 1540 DOCK|1010 -1540 |",
                told(PettyCashBooking.paid(PAPER, List.of(line("6400", 15_40, "N10")), TAXES)));
    }

    @Test
    void received_withTax_isIncomeAndTaxIntoTheDrawer() {
        assertEquals(
                "4030 -1273 DOCK|2300 -127 |1010 1400 |",
                told(PettyCashBooking.received(PAPER, List.of(line("4030", 14_00, "S10")), TAXES)));
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> PettyCashBooking.received(PAPER, List.of(line("4030", 14_00, "P10")), TAXES));
        assertEquals("tax.use", refused.problems().getFirst().code());
    }

    @Test
    void settled_bringsBackTheRest_orPaysWhatWasMissing_orBooksNoCash() {
        assertEquals(
                "6400 4200 DOCK|1310 -5000 |1010 800 |",
                told(PettyCashBooking.settled(PAPER, "1310", 50_00, List.of(line("6400", 42_00, "")), TAXES)));
        assertEquals(
                "6400 5800 DOCK|1310 -5000 |1010 -800 |",
                told(PettyCashBooking.settled(PAPER, "1310", 50_00, List.of(line("6400", 58_00, "")), TAXES)));
        assertEquals(
                "6400 5000 DOCK|1310 -5000 |",
                told(PettyCashBooking.settled(PAPER, "1310", 50_00, List.of(line("6400", 50_00, "")), TAXES)));
        assertEquals("1310 -5000 |1010 5000 |", told(PettyCashBooking.settled(PAPER, "1310", 50_00, List.of(), TAXES)));
    }

    @Test
    void overShort_booksExactlyTheDifference() {
        assertEquals("6890 50 |1010 -50 |", told(PettyCashBooking.overShort(PAPER, "6890", -50)));
        assertEquals("6890 -75 |1010 75 |", told(PettyCashBooking.overShort(PAPER, "6890", 75)));
    }

    @Test
    void moved_andAdvance_goEitherWay() {
        assertEquals("1000 -18820 |1010 18820 |", told(PettyCashBooking.moved(PAPER, "1000", 188_20)));
        assertEquals("1050 10000 |1010 -10000 |", told(PettyCashBooking.moved(PAPER, "1050", -100_00)));
        assertEquals("1310 5000 |1010 -5000 |", told(PettyCashBooking.advance(PAPER, "1310", 50_00)));
    }

    @Test
    void amountOfZeroOrLess_isRefused() {
        RuleViolation second = assertThrows(
                RuleViolation.class,
                () -> PettyCashBooking.paid(PAPER, List.of(line("6400", 5_00, ""), line("6400", 0, "")), TAXES));
        assertTrue(second.problems().getFirst().where().contains("2"));
        assertThrows(RuleViolation.class, () -> PettyCashBooking.advance(PAPER, "1310", -1));
    }

    @Test
    void taxIn_isThatOfEachLine_gotBackOrNot() {
        List<TaxedLine> lines = List.of(line("6400", 15_40, "P10"), line("6400", 11_00, "N10"), line("6400", 5_00, ""));
        assertEquals(1_40 + 1_00, PettyCashBooking.taxIn(lines, TAXES));
    }

    @Test
    void unitPrice_isRoundedHalfUp_andRefusesWhatIsNoNumber() {
        assertEquals(42_75, UnitPrice.amount("3", "14.25", CurrencyUnit.USD));
        assertEquals(1_01, UnitPrice.amount("0.335", "3", CurrencyUnit.USD));
        for (String odd : List.of("", "two", "-1", "0", "1234567", "1e3")) {
            assertEquals(
                    "voucher.quantity",
                    assertThrows(RuleViolation.class, () -> UnitPrice.amount(odd, "1", CurrencyUnit.USD))
                            .problems()
                            .getFirst()
                            .code());
        }
    }

    @Test
    void spans_areWholeWeeksFromMonday_andMonths() {
        assertEquals(LocalDate.of(2026, 6, 29), BookSpan.WEEK.first(DAY));
        assertEquals(LocalDate.of(2026, 7, 5), BookSpan.WEEK.last(DAY));
        assertEquals(LocalDate.of(2026, 7, 1), BookSpan.MONTH.first(DAY));
        assertEquals(LocalDate.of(2026, 7, 31), BookSpan.MONTH.last(DAY));
        assertEquals(DAY, BookSpan.DAY.first(DAY));
    }

    @Test
    void history_tellsShortFromOver() {
        assertEquals(new CountHistory(4, 2, 1_75, 1, 20), CountHistory.of(List.of(-50L, 0L, 20L, -125L)));
    }
}
