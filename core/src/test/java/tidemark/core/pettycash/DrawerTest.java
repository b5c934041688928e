package tidemark.core.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import tidemark.core.deposit.CashPieces;
import tidemark.core.problem.RuleViolation;

/** The identity of a drawer after any course of things, and its cash by day. */
class DrawerTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);

    /** A drawer as somebody sees it who looks into it: notes, checks, slips of advances, receipts in the box. */
    private static final class Box {
        long floated;
        long notes;
        long checks;
        long slipsOfAdvances;
        long promised;
        long spentSinceTopUp;
        long receivedSinceTopUp;
        long shortSinceTopUp;
        long bankedSinceTopUp;
        long floatNotPaidIn;
        final List<DrawerMove> moves = new ArrayList<>();
        final List<Boolean> covered = new ArrayList<>();
        final List<Long> advances = new ArrayList<>();
        final List<Long> way = new ArrayList<>();

        void did(DrawerMove move) {
            moves.add(move);
            covered.add(move.kind() == MoveKind.TOP_UP);
        }

        long missing() {
            return spentSinceTopUp - receivedSinceTopUp + shortSinceTopUp + bankedSinceTopUp + floatNotPaidIn;
        }

        void topUp(boolean there) {
            long missing = missing();
            did(DrawerMove.topUp(missing, there));
            for (int i = 0; i < moves.size(); i++) {
                if (moves.get(i).kind().isToppedUp()) {
                    covered.set(i, true);
                }
            }
            if (there) {
                notes += missing;
            } else {
                promised += missing;
                way.add(missing);
            }
            spentSinceTopUp = receivedSinceTopUp = shortSinceTopUp = bankedSinceTopUp = floatNotPaidIn = 0;
        }

        DrawerProof proof() {
            List<DrawerProof.Sum> sums = new ArrayList<>();
            for (int i = 0; i < moves.size(); i++) {
                sums.add(new DrawerProof.Sum(moves.get(i), covered.get(i)));
            }
            DrawerProof proof = DrawerProof.of(sums);
            assertEquals(proof, DrawerProof.of(all(), waiting()), "what is kept added up says the same");
            return proof;
        }

        private DrawerMove all() {
            return DrawerMove.all(
                    moves.stream().mapToLong(DrawerMove::floated).sum(),
                    moves.stream().mapToLong(DrawerMove::cash).sum(),
                    moves.stream().mapToLong(DrawerMove::checks).sum(),
                    moves.stream().mapToLong(DrawerMove::advanced).sum(),
                    moves.stream().mapToLong(DrawerMove::onTheWay).sum());
        }

        private List<DrawerMove> waiting() {
            List<DrawerMove> out = new ArrayList<>();
            for (int i = 0; i < moves.size(); i++) {
                if (!covered.get(i) && moves.get(i).kind().isToppedUp()) {
                    out.add(moves.get(i));
                }
            }
            return out;
        }
    }

    private static void step(Box box, Random random) {
        long amount = 1 + random.nextInt(5_000);
        switch (random.nextInt(11)) {
            case 0 -> {
                long by = random.nextInt(20_000) - 5_000;
                box.did(DrawerMove.floatChanged(by));
                box.floated += by;
                box.floatNotPaidIn += by;
            }
            case 1 -> {
                box.did(DrawerMove.received(amount));
                box.notes += amount;
                box.receivedSinceTopUp += amount;
            }
            case 2 -> {
                box.did(DrawerMove.advance(amount));
                box.notes -= amount;
                box.slipsOfAdvances += amount;
                box.advances.add(amount);
            }
            case 3 -> {
                if (!box.advances.isEmpty()) {
                    long advance = box.advances.removeFirst();
                    box.did(DrawerMove.settled(advance, amount));
                    box.slipsOfAdvances -= advance;
                    box.notes += advance - amount;
                    box.spentSinceTopUp += amount;
                }
            }
            case 4 -> {
                box.did(DrawerMove.checkCashed(amount));
                box.notes -= amount;
                box.checks += amount;
            }
            case 5 -> {
                box.did(DrawerMove.checkTaken(amount));
                box.checks -= amount;
                box.bankedSinceTopUp += amount;
            }
            case 6 -> {
                box.did(DrawerMove.banked(amount));
                box.notes -= amount;
                box.bankedSinceTopUp += amount;
            }
            case 7 -> box.topUp(random.nextBoolean());
            case 8 -> {
                if (!box.way.isEmpty()) {
                    long there = box.way.removeFirst();
                    box.did(DrawerMove.arrived(there));
                    box.promised -= there;
                    box.notes += there;
                }
            }
            case 9 -> {
                DrawerCount count = new DrawerCount(CashPieces.oneTotal(amount), box.notes);
                box.did(count.move());
                box.shortSinceTopUp += box.notes - amount;
                box.notes = amount;
            }
            default -> {
                box.did(DrawerMove.voucher(amount));
                box.notes -= amount;
                box.spentSinceTopUp += amount;
            }
        }
    }

    @Test
    void identity_afterAnyCourse_isWhatLiesInTheBox() {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            Box box = new Box();
            for (int i = 0; i < 60; i++) {
                step(box, random);
                DrawerProof proof = box.proof();
                assertTrue(proof.holds(), "seed " + seed + " step " + i + ": " + proof);
                assertEquals(box.floated, proof.floated());
                assertEquals(box.notes, proof.cash());
                assertEquals(box.checks, proof.checks());
                assertEquals(box.slipsOfAdvances, proof.advanced());
                assertEquals(box.promised, proof.onTheWay());
                assertEquals(box.spentSinceTopUp, proof.vouchers());
                assertEquals(box.receivedSinceTopUp, proof.received());
                assertEquals(box.shortSinceTopUp, proof.overShort());
                assertEquals(box.bankedSinceTopUp, proof.banked());
                assertEquals(box.floatNotPaidIn, proof.floatDue());
                assertEquals(box.missing(), proof.toTopUp());
                assertEquals(box.notes + box.checks + box.promised, proof.booked());
            }
        }
    }

    @Test
    void identity_whereATopUpBringsAnotherSum_doesNotHold() {
        DrawerProof proof = DrawerProof.of(List.of(
                new DrawerProof.Sum(DrawerMove.floatChanged(400_00), true),
                new DrawerProof.Sum(DrawerMove.topUp(399_99, true), true)));
        assertEquals(1, proof.unsettled());
        assertFalse(proof.holds());
    }

    @Test
    void move_leavingACentUnaccountedFor_isNone() {
        assertThrows(IllegalArgumentException.class, () -> new DrawerMove(MoveKind.VOUCHER, 0, -10, 0, 0, 0, 9));
    }

    @Test
    void move_reversed_leavesNothing() {
        for (DrawerMove move : List.of(
                DrawerMove.voucher(5),
                DrawerMove.settled(5, 7),
                DrawerMove.topUp(9, false),
                DrawerMove.overShort(-3),
                DrawerMove.checkCashed(8))) {
            DrawerProof proof = DrawerProof.of(
                    List.of(new DrawerProof.Sum(move, false), new DrawerProof.Sum(move.reversed(), false)));
            assertEquals(
                    List.of(0L, 0L, 0L, 0L, 0L),
                    List.of(proof.cash(), proof.checks(), proof.advanced(), proof.onTheWay(), proof.toTopUp()));
        }
    }

    private static DrawerCash.Step step(int day, long cash) {
        return new DrawerCash.Step(DAY.plusDays(day), cash, "voucher " + day);
    }

    @Test
    void cash_firstDayBelow_isTheFirstByDayAndOrder() {
        assertEquals(
                Optional.of(new DrawerCash.Below(DAY.plusDays(1), -10, "voucher 1")),
                DrawerCash.firstBelow(100, List.of(step(0, -60), step(1, -50), step(2, 500))));
        assertEquals(Optional.empty(), DrawerCash.firstBelow(100, List.of(step(0, -100), step(0, 1), step(0, -1))));
        assertEquals(List.of(40L, 45L), DrawerCash.running(100, List.of(step(0, -60), step(1, 5))));
    }

    @Test
    void cash_belowZero_isRefusedWithDayAndAmount() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> DrawerCash.check(10_00, List.of(step(2, -12_50)), "Dock office", CurrencyUnit.USD, "amount"));
        assertEquals("drawer.below", refused.problems().getFirst().code());
        String found = refused.problems().getFirst().found();
        for (String told : List.of("2.50", "3 Jun", "Dock office", "voucher 2")) {
            assertTrue(found.contains(told), found);
        }
    }

    @Test
    void count_isTheDifferenceAndNothingElse() {
        CashPieces pieces = CashPieces.of(
                Map.of(50_00L, 1, 20_00L, 4, 10_00L, 2, 5_00L, 1, 1_00L, 4, 25L, 2, 5L, 1), CurrencyUnit.USD);
        DrawerCount count = new DrawerCount(pieces, 160_05);
        assertEquals(159_55, count.counted());
        assertEquals(-50, count.over());
        assertEquals(-50, count.move().cash());
        assertEquals(50, count.move().due());
    }
}
