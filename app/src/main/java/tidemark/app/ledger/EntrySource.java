package tidemark.app.ledger;

/** Where a journal entry came from. */
public enum EntrySource {
    OPENING,
    MANUAL,
    FILE,
    BANK_LINE,
    CORRECTION,
    REVERSAL
}
