package tidemark.core.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Tax, periods, trial balance and the rules that go with the tags of a line. */
class LedgerSumsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 4);

    @RepeatedTest(100)
    void tax_netAndTaxAlwaysComeToTheGross(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        long gross = random.nextLong(-5_000_000, 5_000_000);
        BigDecimal rate = BigDecimal.valueOf(random.nextInt(0, 100_001), 3);
        TaxSplit split = TaxSplit.ofGross(gross, rate);
        assertEquals(gross, split.net() + split.tax());
        // the tax on the net, unrounded, lies within half a cent of what was split, as far as rounding the net allows
        BigDecimal exact = BigDecimal.valueOf(split.net()).multiply(rate).movePointLeft(2);
        assertTrue(
                exact.subtract(BigDecimal.valueOf(split.tax())).abs().compareTo(new BigDecimal("1.01")) <= 0,
                gross + " at " + rate);
        assertEquals(TaxSplit.ofGross(-gross, rate).tax(), -split.tax(), "the same on both sides");
    }

    @Test
    void tax_workedExampleAndUnfitRates() {
        assertEquals(new TaxSplit(59_122, 4_878), TaxSplit.ofGross(64_000, new BigDecimal("8.25")));
        for (String rate : List.of("-1", "100.001", "8.2501")) {
            assertEquals(
                    "tax.rate",
                    assertThrows(RuleViolation.class, () -> TaxSplit.ofGross(1, new BigDecimal(rate)))
                            .code());
        }
    }

    @RepeatedTest(60)
    void periods_ofAnyLength_equalTheSumsOfTheirDays(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        LocalDate from = DAY.minusDays(random.nextInt(200));
        LocalDate to = DAY.plusDays(random.nextInt(200));
        Map<LocalDate, AccountPeriods.DayTotal> days = new TreeMap<>();
        for (int i = 0; i < 40; i++) {
            LocalDate day = from.plusDays(random.nextLong(java.time.temporal.ChronoUnit.DAYS.between(from, to) + 1));
            days.put(day, new AccountPeriods.DayTotal(day, random.nextInt(9_000), random.nextInt(9_000)));
        }
        long opening = random.nextInt(-5_000, 5_000);
        for (AccountPeriods.Length length : AccountPeriods.Length.values()) {
            List<AccountPeriods.Period> periods =
                    AccountPeriods.of(opening, List.copyOf(days.values()), length, from, to);
            long balance = opening;
            LocalDate last = from.minusDays(1);
            for (AccountPeriods.Period p : periods) {
                assertTrue(p.from().isAfter(last) && !p.from().isBefore(from) && !p.to().isAfter(to));
                assertEquals(balance, p.opening());
                long debits = 0;
                long credits = 0;
                for (AccountPeriods.DayTotal d : days.values()) {
                    if (!d.day().isBefore(p.from()) && !d.day().isAfter(p.to())) {
                        debits += d.debits();
                        credits += d.credits();
                    }
                }
                assertEquals(debits, p.debits(), length.toString());
                assertEquals(credits, p.credits());
                balance += debits - credits;
                assertEquals(balance, p.closing());
                last = p.to();
            }
            long all = opening
                    + days.values().stream()
                            .mapToLong(d -> d.debits() - d.credits())
                            .sum();
            assertEquals(all, balance);
        }
    }

    @Test
    void trialBalance_ofBalancedEntries_isBalanced_andSaysWhenNot() {
        LedgerAccount cash = new LedgerAccount("1010", "Operating", AccountType.ASSET, true);
        LedgerAccount sales = new LedgerAccount("4010", "Sales", AccountType.INCOME, true);
        LedgerAccount still = new LedgerAccount("6010", "Expenses", AccountType.EXPENSE, true);
        TrialBalance fit = TrialBalance.of(List.of(
                new TrialBalance.Row(cash, 700), new TrialBalance.Row(sales, -700), new TrialBalance.Row(still, 0)));
        assertEquals(2, fit.rows().size());
        assertEquals(700, fit.debits());
        assertTrue(fit.balanced());
        assertEquals(700, fit.rows().getLast().credit());
        assertTrue(!TrialBalance.of(List.of(new TrialBalance.Row(cash, 1))).balanced());
    }

    @Test
    void rules_ofTagsPartiesPeriodsAndCurrency_areEachNamed() {
        PostingRules rules = new PostingRules(
                Map.of(
                        "1010", new LedgerAccount("1010", "Operating", AccountType.ASSET, true),
                        "1200", new LedgerAccount("1200", "Receivables", AccountType.ASSET, true, Control.RECEIVABLES)),
                Map.of(),
                Map.of(),
                Set.of(YearMonth.of(2026, 6)),
                Set.of("YARD"),
                Set.of("ST"),
                Map.of(new PartyId(3), Control.RECEIVABLES, new PartyId(4), Control.PAYABLES));
        List<JournalLine> lines = new ArrayList<>();
        lines.add(JournalLine.debit("1010", 10, "", "").tagged("SHED", "VAT"));
        lines.add(JournalLine.debit("1010", 10, "", "").own(9, BigDecimal.ONE));
        lines.add(JournalLine.debit("1010", 10, "", "").of(new PartyId(99)));
        lines.add(JournalLine.credit("1200", 10, "", ""));
        lines.add(JournalLine.credit("1200", 10, "", "").of(new PartyId(4)));
        lines.add(JournalLine.credit("1200", 10, "", "").of(new PartyId(3)));
        JournalEntry entry = new JournalEntry(DAY, CurrencyUnit.USD, "", "", lines);
        assertEquals(
                List.of(
                        "period.closed",
                        "cost-centre.unknown",
                        "tax.unknown",
                        "currency.wrong",
                        "party.unknown",
                        "party.missing",
                        "party.missing"),
                rules.problems(entry, DAY).stream().map(Problem::code).toList());
        assertEquals("line 5", rules.problems(entry, DAY).getLast().where());
    }

    @Test
    void purposes_fitTheTypesOfAccountsThatCanServeThem() {
        assertTrue(Purpose.CHARGES.fits(AccountType.EXPENSE));
        assertTrue(!Purpose.CHARGES.fits(AccountType.ASSET));
        assertTrue(Purpose.RECEIVABLES.ofCompany());
        assertTrue(!Purpose.BETWEEN_BANKS.ofCompany());
        for (Purpose purpose : Purpose.values()) {
            assertTrue(!purpose.words().isBlank());
        }
    }

    @Test
    void line_inItsOwnCurrency_liesOnTheSameSide() {
        JournalLine line = JournalLine.credit("1040", 10_840, "", "").own(-10_000, new BigDecimal("1.084"));
        assertEquals(-10_000, line.ownMinorUnits());
        assertEquals(10_000, line.reversed().ownMinorUnits());
        assertThrows(IllegalArgumentException.class, () -> line.own(10_000, BigDecimal.ONE));
    }
}
