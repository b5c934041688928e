package tidemark.app.party;

import tidemark.app.ledger.JournalEntryRow;
import tidemark.core.receipt.Tender;

/** Whoever keeps books of money received hears of each receipt here, in its transaction. */
public interface ReceiptKeeper {
    /**
     * A receipt was booked.
     *
     * @param ledgerAccountId the account that the money reached
     * @param number as it stands on the check, or the receipt's own
     * @param minorUnits what was received, above zero
     */
    void received(
            JournalEntryRow entry, long ledgerAccountId, Tender tender, String payer, String number, long minorUnits);
}
