package tidemark.core.returned;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

class ReturnBookingTest {
    private static final LocalDate DAY = LocalDate.of(2031, 6, 18);
    private static final PartyId PELL = new PartyId(7);
    private static final ReturnBooking.Exchange EXCHANGE = new ReturnBooking.Exchange("7100", "7200");
    private static final Map<String, Taxes.Tax> TAXES =
            Map.of("ST", new Taxes.Tax("ST", new BigDecimal("8"), "2300", TaxUse.SALES, true, true));

    private static BankLineBooking.Movement out(long minorUnits) {
        return new BankLineBooking.Movement(DAY, CurrencyUnit.USD, -minorUnits, "4471", "Pell", "Returned check 4471");
    }

    private static JournalEntry receipt(JournalLine... lines) {
        return new JournalEntry(DAY.minusDays(5), CurrencyUnit.USD, "4471", "Receipt", List.of(lines));
    }

    private static Map<String, Long> balances(JournalEntry... entries) {
        Map<String, Long> out = new HashMap<>();
        for (JournalEntry entry : entries) {
            entry.lines().forEach(l -> out.merge(l.accountCode(), l.minorUnits(), Long::sum));
        }
        out.values().removeIf(v -> v == 0);
        return out;
    }

    /** As the trade books it: original 640.00, the bank's fee 12.00, our fee 25.00. */
    @Test
    void returnedCheck_opensTheReceivable_chargesTheFee_andOwesOurs() {
        JournalEntry received = receipt(
                JournalLine.debit("1250", 64_000, "Pell", ""),
                JournalLine.credit("1200", 64_000, "Pell", "").of(PELL));
        JournalEntry back = ReturnBooking.item(out(64_000), "1000", received, "1250", List.of(), EXCHANGE);
        JournalEntry fee = ReturnBooking.bankFee(out(1_200), "1000", "6810");
        JournalEntry ours = ReturnBooking.ourFee(
                new ReturnBooking.Terms(DAY, CurrencyUnit.USD, "4471", "Fee"),
                PELL,
                "Pell",
                "1200",
                new TaxedLine("4900", 2_500, "", "", "Fee"),
                TAXES);
        assertEquals(
                Map.of("1200", 66_500L, "6810", 1_200L, "1000", -65_200L, "4900", -2_500L), balances(back, fee, ours));
        assertEquals(
                List.of(PELL),
                back.lines().stream()
                        .map(JournalLine::partyId)
                        .filter(p -> !p.equals(PartyId.NONE))
                        .toList());
    }

    /** Whatever a receipt was for: with its return nothing is left of it but the money, in hand no more and gone. */
    @Test
    void anyReceiptWithItsReturn_leavesOnlyWhereTheMoneyWas() {
        Random random = new Random(31);
        for (int round = 0; round < 500; round++) {
            List<JournalLine> lines = new ArrayList<>();
            long money = 0;
            for (int i = 0; i < 1 + random.nextInt(4); i++) {
                long part = 1 + random.nextInt(90_000);
                lines.add(
                        i == 0
                                ? JournalLine.credit("1200", part, "Pell", "").of(PELL)
                                : JournalLine.credit("40" + (10 + i), part, "Pell", "")
                                        .tagged("YARD", "ST"));
                money += part;
            }
            long discount = random.nextInt(3) == 0 ? Math.max(1, money / 50) : 0;
            if (discount > 0 && discount < money) {
                lines.add(JournalLine.debit("4800", discount, "Pell", ""));
                money -= discount;
            }
            lines.add(JournalLine.debit("1250", money, "Pell", ""));
            JournalEntry received = receipt(lines.toArray(JournalLine[]::new));
            long later = 1 + random.nextInt(500);
            JournalEntry granted = receipt(
                    JournalLine.debit("4800", later, "Pell", ""),
                    JournalLine.credit("1200", later, "Pell", "").of(PELL));
            JournalEntry back = ReturnBooking.item(out(money), "1000", received, "1250", List.of(granted), EXCHANGE);
            assertEquals(Map.of("1250", money, "1000", -money), balances(received, granted, back));
        }
    }

    @Test
    void anotherCurrency_theDifferenceOfTheExchangeIsBooked_eitherWay() {
        JournalEntry received = receipt(
                JournalLine.debit("1010", 11_000, "Pell", "").own(10_000, new BigDecimal("1.10")),
                JournalLine.credit("1200", 11_000, "Pell", "").of(PELL));
        for (long worth : new long[] {11_300, 10_800, 11_000}) {
            JournalEntry back = ReturnBooking.item(
                    new BankLineBooking.Movement(
                            DAY,
                            CurrencyUnit.USD,
                            -10_000,
                            -worth,
                            "4471",
                            "Pell",
                            "Returned",
                            Optional.of(new BigDecimal(worth).movePointLeft(4))),
                    "1010",
                    received,
                    "1010",
                    List.of(),
                    EXCHANGE);
            assertEquals(11_000, balances(back).get("1200"));
            assertEquals(-10_000, back.lines().getFirst().ownMinorUnits());
            assertEquals(
                    worth == 11_000 ? Set.of("1200", "1010") : Set.of("1200", "1010", worth > 11_000 ? "7200" : "7100"),
                    balances(back).keySet());
        }
    }

    @Test
    void writtenOff_theTaxIsPutRight_andNothingOfZeroIsBooked() {
        ReturnBooking.Terms terms = new ReturnBooking.Terms(DAY, CurrencyUnit.USD, "4471", "Written off");
        JournalEntry loss = ReturnBooking.writeOff(
                terms, PELL, "Pell", "1200", new TaxedLine("6900", 10_800, "ST", "", "Lost"), TAXES);
        assertEquals(Map.of("6900", 10_000L, "2300", 800L, "1200", -10_800L), balances(loss));
        assertEquals(
                "returned.amount",
                assertThrows(
                                RuleViolation.class,
                                () -> ReturnBooking.writeOff(
                                        terms, PELL, "Pell", "1200", new TaxedLine("6900", 0, "", "", ""), TAXES))
                        .problems()
                        .getFirst()
                        .code());
    }

    @Test
    void anotherAmountThanItBrought_orNoMoneyThere_isRefused() {
        JournalEntry received = receipt(
                JournalLine.debit("1250", 64_000, "Pell", ""),
                JournalLine.credit("1200", 64_000, "Pell", "").of(PELL));
        assertEquals(
                "returned.apart",
                assertThrows(
                                RuleViolation.class,
                                () -> ReturnBooking.item(out(64_100), "1000", received, "1250", List.of(), EXCHANGE))
                        .problems()
                        .getFirst()
                        .code());
        assertEquals(
                "returned.entry",
                assertThrows(
                                RuleViolation.class,
                                () -> ReturnBooking.item(out(64_000), "1000", received, "1260", List.of(), EXCHANGE))
                        .problems()
                        .getFirst()
                        .code());
    }

    /** Every move of every state, against the table as people tell it. */
    @Test
    void states_haveTheMovesThatAreTold_andNoOthers() {
        Map<ReturnedState, Set<ReturnedState.Move>> told = Map.of(
                ReturnedState.OPEN,
                EnumSet.of(
                        ReturnedState.Move.PRESENT_AGAIN,
                        ReturnedState.Move.OWE,
                        ReturnedState.Move.WRITE_OFF,
                        ReturnedState.Move.UNDO),
                ReturnedState.OWED,
                EnumSet.of(ReturnedState.Move.PRESENT_AGAIN, ReturnedState.Move.WRITE_OFF, ReturnedState.Move.UNDO),
                ReturnedState.AGAIN,
                EnumSet.of(ReturnedState.Move.TAKE_BACK),
                ReturnedState.WRITTEN_OFF,
                EnumSet.of(ReturnedState.Move.UNDO_WRITE_OFF),
                ReturnedState.UNDONE,
                EnumSet.noneOf(ReturnedState.Move.class));
        for (ReturnedState state : ReturnedState.values()) {
            for (ReturnedState.Move move : ReturnedState.Move.values()) {
                boolean may = told.get(state).contains(move);
                assertEquals(may, state.allows(move), state + " " + move);
                if (!may) {
                    RuleViolation refused = assertThrows(RuleViolation.class, () -> state.after(move, "4471 of Pell"));
                    assertTrue(refused.problems().getFirst().found().startsWith("4471 of Pell, which "));
                }
            }
        }
    }

    @Test
    void reasons_haveTheirTimeAndTheirWords() {
        assertEquals("R01 insufficient funds", ReturnReason.R01.titled());
        assertEquals("payment stopped", ReturnReason.STOPPED.titled());
        assertEquals(DAY.minusDays(65), ReturnReason.R10.since(DAY, 30));
        assertEquals(DAY.minusDays(9), ReturnReason.R01.since(DAY, 30));
        assertEquals(DAY.minusWeeks(8).minusDays(5), ReturnReason.MD06.since(DAY, 30));
        assertEquals(DAY.minusMonths(13).minusDays(5), ReturnReason.MD01.since(DAY, 30));
        assertEquals(DAY.minusDays(30), ReturnReason.NOT_SUFFICIENT.since(DAY, 30));
        for (ReturnReason reason : ReturnReason.values()) {
            assertEquals(reason, ReturnReason.find(reason.name()).orElseThrow());
            assertTrue(!reason.words().isBlank() && !reason.words().contains("returned.reason"));
        }
    }
}
