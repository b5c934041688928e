package tidemark.core.expense;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.problem.RuleViolation;

class ExpenseTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 11);
    private static final ExpenseBooking.Paper PAPER =
            new ExpenseBooking.Paper(DAY, DAY.minusDays(1), CurrencyUnit.USD, "R-1", "Harbour Taxi", "to the fair");

    private static TaxedLine line(String account, long gross) {
        return new TaxedLine(account, gross, "", "", "");
    }

    @RepeatedTest(20)
    void anyLines_areOnTheOtherSideTogether_outOrIn(RepetitionInfo info) {
        Random dice = new Random(info.getCurrentRepetition());
        List<TaxedLine> lines = new ArrayList<>();
        long gross = 0;
        for (int i = 0; i <= dice.nextInt(6); i++) {
            long amount = 1 + dice.nextInt(100_000);
            gross += amount;
            lines.add(line("6" + dice.nextInt(3) + "10", amount));
        }
        boolean in = dice.nextBoolean();
        JournalEntry entry =
                ExpenseBooking.entry(PAPER, lines, in, new ExpenseBooking.Other("2300", new PartyId(7)), Map.of());
        long sum = entry.lines().stream().mapToLong(JournalLine::minorUnits).sum();
        assertEquals(0, sum, "debits are credits");
        JournalLine other = entry.lines().getLast();
        assertEquals(in ? gross : -gross, other.minorUnits());
        assertEquals(new PartyId(7), other.partyId());
        assertEquals(DAY, entry.date());
        assertEquals(DAY.minusDays(1), entry.documentDate());
    }

    @Test
    void nothing_orLessThanNothing_isNoExpense() {
        ExpenseBooking.Other bank = new ExpenseBooking.Other("1010", PartyId.NONE);
        assertEquals("expense.lines", code(() -> ExpenseBooking.entry(PAPER, List.of(), false, bank, Map.of())));
        for (long amount : new long[] {0, -1}) {
            List<TaxedLine> lines = List.of(line("6110", 5), line("6110", amount));
            assertEquals("expense.amount", code(() -> ExpenseBooking.entry(PAPER, lines, false, bank, Map.of())));
        }
    }

    private static String code(Runnable booking) {
        return assertThrows(RuleViolation.class, booking::run)
                .problems()
                .getFirst()
                .code();
    }

    @Test
    void theSame_isFound_byItsPictureOrByDayAmountAndPayee() {
        Doubles.Told one = new Doubles.Told(1, DAY, 3_100, "Café Möwe & Co.", Set.of("aa", "bb"));
        List<Doubles.Told> others = List.of(
                new Doubles.Told(2, DAY, 3_100, "CAFE MOWE CO", Set.of()),
                new Doubles.Told(3, DAY.plusDays(1), 99, "Somebody", Set.of("cc", "bb")),
                new Doubles.Told(4, DAY.plusDays(1), 3_100, "Café Möwe & Co.", Set.of()),
                new Doubles.Told(5, DAY, 3_101, "Café Möwe & Co.", Set.of()),
                new Doubles.Told(6, DAY, 3_100, "Café Sturm", Set.of("dd")));
        assertEquals(
                List.of(
                        new Doubles.Double(2, Doubles.Why.DAY_AMOUNT_PAYEE),
                        new Doubles.Double(3, Doubles.Why.PICTURE)),
                Doubles.of(one, others));
    }
}
