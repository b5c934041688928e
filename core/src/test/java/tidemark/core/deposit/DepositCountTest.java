package tidemark.core.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.deposit.DepositCount.Elsewhere;
import tidemark.core.deposit.DepositCount.Explanation;
import tidemark.core.deposit.DepositCount.Leftover;
import tidemark.core.deposit.DepositCount.Receipt;
import tidemark.core.money.KeyingSlip;
import tidemark.core.problem.RuleViolation;

class DepositCountTest {
    private static final CurrencyUnit USD = CurrencyUnit.USD;

    private static Receipt receipt(long id, long minorUnits) {
        return new Receipt(id, minorUnits, "check " + id);
    }

    private static DepositCount count(List<Long> keyed, List<Receipt> picked) {
        return DepositCount.of(keyed, picked, List.of(), List.of(), CashPieces.NONE, 0);
    }

    private static List<Receipt> pile(Random random, int n) {
        List<Receipt> out = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            out.add(receipt(i, 100 + random.nextInt(400_000)));
        }
        return out;
    }

    private static List<Long> keyed(List<Receipt> pile, Random random) {
        List<Long> out = new ArrayList<>(pile.stream().map(Receipt::minorUnits).toList());
        Collections.shuffle(out, random);
        return out;
    }

    private static boolean explains(DepositCount count, Explanation wanted) {
        return count.leftovers().stream().anyMatch(l -> l.explanations().contains(wanted));
    }

    @RepeatedTest(200)
    void count_ofThePileAsItIs_agreesInAnyOrder_andEachFindsAnotherReceipt(RepetitionInfo seed) {
        Random random = new Random(seed.getCurrentRepetition());
        List<Receipt> pile = pile(random, 1 + random.nextInt(60));
        pile.add(receipt(999, pile.getFirst().minorUnits()));
        DepositCount count = count(keyed(pile, random), pile);
        assertTrue(count.agrees());
        assertEquals(0, count.checksApart());
        assertEquals(pile.size(), count.found().stream().distinct().count());
    }

    @RepeatedTest(300)
    void singleError_ofEachKind_amongUpToSixtyChecks_isFound(RepetitionInfo seed) {
        Random random = new Random(1_000 + seed.getCurrentRepetition());
        List<Receipt> pile = pile(random, 2 + random.nextInt(59));
        List<Long> keyed = keyed(pile, random);
        int at = random.nextInt(keyed.size());
        long meant = keyed.get(at);
        Receipt victim =
                pile.stream().filter(r -> r.minorUnits() == meant).findFirst().orElseThrow();
        Receipt stranger = receipt(5_000, 777_777);
        List<Receipt> inHand = List.of(stranger);
        List<Elsewhere> other = List.of(new Elsewhere(receipt(6_000, 888_888), "slip D-9"));
        Explanation planted;
        switch (seed.getCurrentRepetition() % 6) {
            case 0 -> {
                List<KeyingSlip.Swap> swaps = KeyingSlip.swaps(meant);
                if (swaps.isEmpty()) {
                    return;
                }
                long wrong = swaps.get(random.nextInt(swaps.size())).amount();
                keyed.set(at, wrong);
                planted = new Explanation.DigitsSwapped(wrong, victim);
            }
            case 1 -> {
                keyed.set(at, meant * 10);
                planted = new Explanation.PointMoved(meant * 10, victim);
            }
            case 2 -> {
                keyed.add(meant);
                planted = new Explanation.KeyedTwice(meant);
            }
            case 3 -> {
                keyed.remove(at);
                planted = new Explanation.Missing(victim);
            }
            case 4 -> {
                keyed.add(stranger.minorUnits());
                planted = new Explanation.NotPicked(stranger.minorUnits(), stranger);
            }
            default -> {
                keyed.add(888_888L);
                planted = new Explanation.OnOtherSlip(888_888, other.getFirst().receipt(), "slip D-9");
            }
        }
        DepositCount count = DepositCount.of(keyed, pile, inHand, other, CashPieces.NONE, 0);
        assertFalse(count.agrees());
        boolean same = pile.stream().filter(r -> r.minorUnits() == meant).count() > 1;
        assertTrue(same || explains(count, planted), () -> planted + " in " + count.leftovers());
        assertEquals(1, count.leftovers().size(), "one error is told once");
        assertFalse(
                DepositCount.told(count.leftovers().getFirst().explanations().getFirst(), USD)
                        .isEmpty());
        assertEquals(
                keyed.stream().mapToLong(Long::longValue).sum()
                        - pile.stream().mapToLong(Receipt::minorUnits).sum(),
                count.checksApart());
    }

    @Test
    void twoExplanationsThatFit_areBothTold() {
        // 12.00 keyed as 21.00, where a check of 21.00 is on the slip too: swapped, or that one keyed twice
        List<Receipt> pile = List.of(receipt(1, 12_00), receipt(2, 21_00));
        Leftover only = count(List.of(21_00L, 21_00L), pile).leftovers().getFirst();
        assertFalse(only.isCertain());
        assertEquals(
                List.of(new Explanation.DigitsSwapped(21_00, pile.getFirst()), new Explanation.KeyedTwice(21_00)),
                only.explanations());
        // keyed 63.00 that is in hand, and 36.00 is missing
        List<Receipt> other = List.of(receipt(1, 36_00));
        DepositCount both =
                DepositCount.of(List.of(63_00L), other, List.of(receipt(7, 63_00)), List.of(), CashPieces.NONE, 0);
        assertEquals(2, both.leftovers().getFirst().explanations().size());
    }

    @Test
    void amountThatNothingIsLike_andTheReceiptThatWasNotKeyed_bothStandOut() {
        DepositCount count = count(List.of(55_01L), List.of(receipt(1, 730_40)));
        assertEquals(
                List.of(
                        new Leftover(0, List.of(new Explanation.Unknown(55_01))),
                        new Leftover(-1, List.of(new Explanation.Missing(receipt(1, 730_40))))),
                count.leftovers());
        assertEquals(55_01 - 730_40, count.checksApart());
    }

    @Test
    void cash_isCountedByPiece_exactly() {
        CashPieces pieces = CashPieces.of(Map.of(20_00L, 3, 25L, 2, 1L, 4, 5_00L, 0), USD);
        assertEquals(60_54, pieces.total());
        assertEquals(9, pieces.count());
        assertEquals(List.of(20_00L, 25L, 1L), List.copyOf(pieces.pieces().keySet()));
        DepositCount count = DepositCount.of(List.of(), List.of(), List.of(), List.of(), pieces, 60_50);
        assertEquals(4, count.cashApart());
        assertFalse(count.agrees());
        assertEquals(
                "pieces.unknown",
                assertThrows(RuleViolation.class, () -> CashPieces.of(Map.of(3_00L, 1), USD))
                        .code());
        assertEquals(
                "pieces.count",
                assertThrows(RuleViolation.class, () -> CashPieces.of(Map.of(1L, -1), USD))
                        .code());
        for (String code : List.of("USD", "EUR", "GBP", "CHF", "CAD", "JPY", "KWD")) {
            List<Long> inUse = CashPieces.inUse(CurrencyUnit.of(code));
            assertEquals(inUse.stream().sorted(Collections.reverseOrder()).toList(), inUse);
        }
    }
}
