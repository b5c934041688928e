package tidemark.core.payment;

import tidemark.core.ledger.Means;

/** How money goes out. A check carries a number from the account's stock. */
public enum PaymentKind {
    CHECK,
    BANK_TRANSFER,
    WIRE,
    CARD,
    OTHER;

    /** How it travels, for the in-transit account that holds it until the bank has paid it. */
    public Means means() {
        return switch (this) {
            case CHECK -> Means.CHECKS;
            case BANK_TRANSFER -> Means.ACH;
            case WIRE -> Means.WIRES;
            case CARD -> Means.CARDS;
            case OTHER -> Means.OTHER;
        };
    }
}
