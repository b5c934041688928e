package tidemark.core.pettycash;

import java.util.ArrayList;
import java.util.List;

/**
 * Where the float of a drawer is, in minor units: {@code float = cash + checks + vouchers − received + advanced + on the way
 * + short − over + taken to the bank + float not paid in yet}, all but the first three and the last since the last top-up.
 *
 * @param vouchers what was spent and no top-up covers
 * @param received what came in and no top-up covers
 * @param overShort short less over, of counts that no top-up covers
 * @param banked taken to the bank, cash and checks, that no top-up covers
 * @param floatDue what the float was raised by and is not in the drawer; below zero where it was lowered
 * @param unsettled what top-ups cover less what they brought; zero
 */
public record DrawerProof(
        long floated,
        long cash,
        long checks,
        long vouchers,
        long received,
        long advanced,
        long onTheWay,
        long overShort,
        long banked,
        long floatDue,
        long unsettled) {
    /**
     * Moves of one kind added up.
     *
     * @param covered whether a top-up covers them
     */
    public record Sum(DrawerMove moves, boolean covered) {}

    /** Cost: O(n) for n sums. Any order, each kind as often as wanted. */
    public static DrawerProof of(List<Sum> sums) {
        long floated = 0;
        long cash = 0;
        long checks = 0;
        long advanced = 0;
        long onTheWay = 0;
        long vouchers = 0;
        long received = 0;
        long overShort = 0;
        long banked = 0;
        long floatDue = 0;
        long unsettled = 0;
        for (Sum sum : sums) {
            DrawerMove m = sum.moves();
            floated = Math.addExact(floated, m.floated());
            cash = Math.addExact(cash, m.cash());
            checks = Math.addExact(checks, m.checks());
            advanced = Math.addExact(advanced, m.advanced());
            onTheWay = Math.addExact(onTheWay, m.onTheWay());
            if (sum.covered() || !m.kind().isToppedUp()) {
                unsettled = Math.addExact(unsettled, m.due());
                continue;
            }
            switch (m.kind()) {
                case VOUCHER, SETTLED -> vouchers = Math.addExact(vouchers, m.due());
                case RECEIVED -> received = Math.subtractExact(received, m.due());
                case OVER_SHORT -> overShort = Math.addExact(overShort, m.due());
                case BANKED, CHECK_TAKEN -> banked = Math.addExact(banked, m.due());
                default -> floatDue = Math.addExact(floatDue, m.due());
            }
        }
        return new DrawerProof(
                floated, cash, checks, vouchers, received, advanced, onTheWay, overShort, banked, floatDue, unsettled);
    }

    /**
     * The same from what all moves come to. Cost: O(n) for n sums.
     *
     * @param all {@link DrawerMove#all}
     * @param waiting moves that a top-up makes good and none covers yet, as they are or added up by kind
     */
    public static DrawerProof of(DrawerMove all, List<DrawerMove> waiting) {
        List<Sum> sums = new ArrayList<>();
        long floated = all.floated();
        long cash = all.cash();
        long checks = all.checks();
        long advanced = all.advanced();
        long onTheWay = all.onTheWay();
        for (DrawerMove m : waiting) {
            sums.add(new Sum(m, false));
            floated = Math.subtractExact(floated, m.floated());
            cash = Math.subtractExact(cash, m.cash());
            checks = Math.subtractExact(checks, m.checks());
            advanced = Math.subtractExact(advanced, m.advanced());
            onTheWay = Math.subtractExact(onTheWay, m.onTheWay());
        }
        sums.add(new Sum(DrawerMove.all(floated, cash, checks, advanced, onTheWay), true));
        return of(sums);
    }

    /** What brings the drawer back to its float; below zero where it holds more. */
    public long toTopUp() {
        return vouchers - received + overShort + banked + floatDue;
    }

    /** What the float is found to be. */
    public long accountedFor() {
        return cash + checks + advanced + onTheWay + toTopUp();
    }

    /** Whether every cent of the float is accounted for and each top-up brought just what it covers. */
    public boolean holds() {
        return accountedFor() == floated && unsettled == 0;
    }

    /** What the ledger says of the drawer's account when both agree. */
    public long booked() {
        return cash + checks + onTheWay;
    }
}
