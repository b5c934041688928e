package tidemark.core.matching;

import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;

/** A cash entry that waits for the bank, with its kind. */
public record LedgerItem(CashEntry entry, MovementKind kind) {
    public LedgerItem(CashEntry entry) {
        this(entry, MovementKind.of(entry));
    }

    /** The identity of its cash entry. */
    public CashEntryId id() {
        return entry.id();
    }
}
