package tidemark.core.pettycash;

import tidemark.core.deposit.CashPieces;

/**
 * What was counted in a drawer, in minor units, against what should be in it at the moment it was begun.
 *
 * @param shouldBe the cash as the book had it at that moment
 */
public record DrawerCount(CashPieces pieces, long shouldBe) {
    public long counted() {
        return pieces.total();
    }

    /** Above zero where too much was found, below where it is short. */
    public long over() {
        return Math.subtractExact(counted(), shouldBe);
    }

    /** What closing it does to the drawer: exactly the difference. */
    public DrawerMove move() {
        return DrawerMove.overShort(over());
    }
}
