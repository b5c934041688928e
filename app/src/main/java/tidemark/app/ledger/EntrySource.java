package tidemark.app.ledger;

/** Where a journal entry came from. */
public enum EntrySource {
    OPENING(true),
    MANUAL(true),
    FILE(true),
    BANK_LINE(true),
    CORRECTION(true),
    REVERSAL(true),
    INVOICE(true),
    RECEIPT(true),
    DISCOUNT(true),
    PAYMENT(false),
    CLEARING(true),
    TRANSFER(false);

    private final boolean reversedAsEntry;

    EntrySource(boolean reversedAsEntry) {
        this.reversedAsEntry = reversedAsEntry;
    }

    /** Whether the entry itself is reversed; otherwise what it came from is, so that both stay in step. */
    public boolean reversedAsEntry() {
        return reversedAsEntry;
    }
}
