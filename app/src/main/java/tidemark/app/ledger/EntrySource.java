package tidemark.app.ledger;

/** Where a journal entry came from, and where it is taken back. */
public enum EntrySource {
    OPENING(UndoneAt.NOWHERE),
    MANUAL(UndoneAt.ENTRY),
    FILE(UndoneAt.ENTRY),
    BANK_LINE(UndoneAt.ENTRY),
    CORRECTION(UndoneAt.ENTRY),
    REVERSAL(UndoneAt.NOWHERE),
    INVOICE(UndoneAt.ENTRY),
    RECEIPT(UndoneAt.ENTRY),
    DISCOUNT(UndoneAt.ENTRY),
    PAYMENT(UndoneAt.SOURCE),
    CLEARING(UndoneAt.ENTRY),
    TRANSFER(UndoneAt.SOURCE);

    /** Whether an entry itself is reversed, or what made it, so that both stay in step, or neither. */
    public enum UndoneAt {
        ENTRY,
        SOURCE,
        NOWHERE
    }

    private final UndoneAt undoneAt;

    EntrySource(UndoneAt undoneAt) {
        this.undoneAt = undoneAt;
    }

    public UndoneAt undoneAt() {
        return undoneAt;
    }

    /** Whether a form made it that asks for the site; what follows from a bank line has its account instead. */
    boolean asksForSite() {
        return switch (this) {
            case MANUAL, FILE, INVOICE, RECEIPT, PAYMENT -> true;
            case OPENING, BANK_LINE, CORRECTION, REVERSAL, DISCOUNT, CLEARING, TRANSFER -> false;
        };
    }
}
