package tidemark.core.payment;

/** How money goes out. A check carries a number from the account's stock. */
public enum PaymentKind {
    CHECK,
    BANK_TRANSFER,
    CARD,
    OTHER
}
