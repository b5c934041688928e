package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** What stands twice on one side, and transfers that stand on two statements. */
class TwinsTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);

    private static BankLine line(long id, int after, long amount, String reference, String text) {
        LocalDate day = DAY.plusDays(after);
        return new BankLine(new BankLineId(id), day, day, amount, reference, "", "", "", text, "");
    }

    private static CashEntry entry(long id, int after, long amount, String reference, String party) {
        return new CashEntry(new CashEntryId(id), DAY.plusDays(after), amount, reference, "", party, "");
    }

    private static Map<CashEntryId, CashEntryId> ledger(List<CashEntry> entries, List<BankLine> lines) {
        return Twins.ofLedger(entries, Set.of(), lines, DAY.plusDays(60));
    }

    @Test
    void entryTypedTwice_isPointedOut_whileTheBankHasOne() {
        List<CashEntry> entries = List.of(
                entry(1, 0, -50_000, "INV-7", "Osprey Glass"), entry(2, 20, -50_000, "INV-7", "Osprey Glass Ltd"));
        List<BankLine> one = List.of(line(1, 3, -50_000, "INV-7", "OSPREY"));
        assertEquals(Map.of(new CashEntryId(2), new CashEntryId(1)), ledger(entries, one));
        assertEquals(
                Map.of(new CashEntryId(2), new CashEntryId(1)),
                Twins.ofLedger(entries, Set.of(new CashEntryId(1)), one, DAY.plusDays(60)));
        List<BankLine> two = List.of(one.getFirst(), line(2, 23, -50_000, "INV-7", "OSPREY"));
        assertEquals(Map.of(), ledger(entries, two));
    }

    @Test
    void equalPaymentsOfEveryWeek_areNotTwins_norIsWhatTheBankMayYetBring() {
        List<CashEntry> weekly =
                List.of(entry(1, 0, -900, "", "Window cleaner"), entry(2, 7, -900, "", "Window cleaner"));
        assertEquals(Map.of(), ledger(weekly, List.of(line(1, 1, -900, "", "WINDOW"))));
        List<CashEntry> late = List.of(entry(1, 0, -900, "R1", "Osprey"), entry(2, 1, -900, "R1", "Osprey"));
        assertEquals(Map.of(), Twins.ofLedger(late, Set.of(), List.of(), DAY.plusDays(1)));
    }

    @Test
    void lineBookedTwiceByTheBank_isPointedOut_unlessTheLedgerHasBoth() {
        List<BankLine> lines = List.of(line(1, 0, -1_999, "", "CARD 7731"), line(2, 1, -1_999, "", "CARD 7731"));
        assertEquals(
                Map.of(new BankLineId(2), new BankLineId(1)),
                Twins.ofBank(lines, Set.of(), List.of(entry(1, -1, -1_999, "", "Quill"))));
        assertEquals(
                Map.of(),
                Twins.ofBank(
                        lines, Set.of(), List.of(entry(1, -1, -1_999, "", "Quill"), entry(2, 0, -1_999, "", "Quill"))));
    }

    @RepeatedTest(20)
    void anyOrder_givesTheSame(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<CashEntry> entries = new ArrayList<>();
        List<BankLine> lines = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            entries.add(entry(i, random.nextInt(20), random.nextInt(1, 4), "R" + random.nextInt(3), "P"));
            lines.add(line(i, random.nextInt(20), random.nextInt(1, 4), "R" + random.nextInt(3), "T"));
        }
        Map<CashEntryId, CashEntryId> found = ledger(entries, lines);
        Map<BankLineId, BankLineId> atBank = Twins.ofBank(lines, Set.of(), entries);
        Collections.shuffle(entries, random);
        Collections.shuffle(lines, random);
        assertEquals(found, ledger(entries, lines));
        assertEquals(atBank, Twins.ofBank(lines, Set.of(), entries));
    }

    @Test
    void otherEnd_isOfTheSameAmountTheOtherWay_withinDays_theOneThatSpeaksFirst() {
        BankLine out = line(1, 0, -500_000, "", "XFER");
        List<OwnTransfer.OtherEnd> others = List.of(
                new OwnTransfer.OtherEnd(2, "Reserve", line(2, 0, 500_000, "", "DEPOSIT")),
                new OwnTransfer.OtherEnd(3, "Payroll", line(3, 2, 500_000, "", "TRANSFER IN")),
                new OwnTransfer.OtherEnd(3, "Payroll", line(4, 9, 500_000, "", "TRANSFER IN")),
                new OwnTransfer.OtherEnd(3, "Payroll", line(5, 1, 499_999, "", "TRANSFER IN")),
                new OwnTransfer.OtherEnd(3, "Payroll", line(6, -3, 500_000, "", "TRANSFER IN")));
        assertEquals(
                List.of(3L, 2L),
                OwnTransfer.otherEnds(out, "Operating", others).stream()
                        .map(o -> o.line().id().value())
                        .toList());
        OwnTransfer.check(out, others.getFirst().line());
        assertThrows(
                RuleViolation.class, () -> OwnTransfer.check(out, others.get(3).line()));
    }
}
