package tidemark.core.pettycash;

/**
 * What one step does to a drawer, in minor units of the company's currency. What the float grows by is always what all the
 * rest grows by, so that whatever happens, the float is accounted for.
 *
 * @param floated by how much the float grows
 * @param cash what comes into the drawer, or leaves it where below zero
 * @param checks checks held in the drawer
 * @param advanced what employees owe for
 * @param onTheWay top-ups that are not in the drawer yet
 * @param due what a top-up has to make good: spent, short, taken to the bank; below zero for what came in
 */
public record DrawerMove(MoveKind kind, long floated, long cash, long checks, long advanced, long onTheWay, long due) {
    public static final DrawerMove NOTHING = new DrawerMove(MoveKind.FLOAT, 0, 0, 0, 0, 0, 0);

    public DrawerMove {
        long parts = Math.addExact(Math.addExact(Math.addExact(cash, checks), Math.addExact(advanced, onTheWay)), due);
        if (parts != floated) {
            throw new IllegalArgumentException(
                    "a move of " + kind + " leaves " + (floated - parts) + " unaccounted for");
        }
    }

    /** Moves of all kinds added up; what is due is what the rest leaves of the float. */
    public static DrawerMove all(long floated, long cash, long checks, long advanced, long onTheWay) {
        long parts = Math.addExact(Math.addExact(cash, checks), Math.addExact(advanced, onTheWay));
        return new DrawerMove(
                MoveKind.TOP_UP, floated, cash, checks, advanced, onTheWay, Math.subtractExact(floated, parts));
    }

    /** The float is another; what it grows by is still to be put into the drawer. */
    public static DrawerMove floatChanged(long by) {
        return new DrawerMove(MoveKind.FLOAT, by, 0, 0, 0, 0, by);
    }

    public static DrawerMove voucher(long spent) {
        return new DrawerMove(MoveKind.VOUCHER, 0, Math.negateExact(spent), 0, 0, 0, spent);
    }

    public static DrawerMove received(long amount) {
        return new DrawerMove(MoveKind.RECEIVED, 0, amount, 0, 0, 0, Math.negateExact(amount));
    }

    public static DrawerMove advance(long amount) {
        return new DrawerMove(MoveKind.ADVANCE, 0, Math.negateExact(amount), 0, amount, 0, 0);
    }

    /** @param spent may be more than was advanced: the drawer pays the rest */
    public static DrawerMove settled(long advanced, long spent) {
        return new DrawerMove(
                MoveKind.SETTLED, 0, Math.subtractExact(advanced, spent), 0, Math.negateExact(advanced), 0, spent);
    }

    public static DrawerMove checkCashed(long amount) {
        return new DrawerMove(MoveKind.CHECK_CASHED, 0, Math.negateExact(amount), amount, 0, 0, 0);
    }

    public static DrawerMove checkTaken(long amount) {
        return new DrawerMove(MoveKind.CHECK_TAKEN, 0, 0, Math.negateExact(amount), 0, 0, amount);
    }

    public static DrawerMove banked(long amount) {
        return new DrawerMove(MoveKind.BANKED, 0, Math.negateExact(amount), 0, 0, 0, amount);
    }

    /** @param inDrawer whether the cash is there already; else it is on the way */
    public static DrawerMove topUp(long amount, boolean inDrawer) {
        return new DrawerMove(
                MoveKind.TOP_UP, 0, inDrawer ? amount : 0, 0, 0, inDrawer ? 0 : amount, Math.negateExact(amount));
    }

    public static DrawerMove arrived(long amount) {
        return new DrawerMove(MoveKind.ARRIVED, 0, amount, 0, 0, Math.negateExact(amount), 0);
    }

    /** @param over what was counted less what should be there; below zero where it is short */
    public static DrawerMove overShort(long over) {
        return new DrawerMove(MoveKind.OVER_SHORT, 0, over, 0, 0, 0, Math.negateExact(over));
    }

    /** What undoes it. */
    public DrawerMove reversed() {
        return new DrawerMove(
                kind,
                Math.negateExact(floated),
                Math.negateExact(cash),
                Math.negateExact(checks),
                Math.negateExact(advanced),
                Math.negateExact(onTheWay),
                Math.negateExact(due));
    }

    /** What the balance of the drawer's account in the ledger grows by: all that is its own and not owed for. */
    public long booked() {
        return Math.addExact(Math.addExact(cash, checks), onTheWay);
    }
}
