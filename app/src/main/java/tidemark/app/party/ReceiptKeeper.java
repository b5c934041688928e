package tidemark.app.party;

import java.time.LocalDate;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.core.receipt.Tender;

/** Whoever keeps books of money received hears of each receipt here, in its transaction. */
public interface ReceiptKeeper {
    /**
     * A receipt.
     *
     * @param entry that it was booked by; none for one that is dated ahead, which is booked when its date has come
     * @param ledgerAccountId the account that the money reaches
     * @param waits whether money waits on that account to be taken to the bank
     * @param number as it stands on the check, or the receipt's own
     * @param whatFor what it settles, or its text
     * @param minorUnits what was received, above zero
     * @param form as it was entered, with plain decimals and the number it was given
     */
    record Received(
            long companyId,
            @Nullable JournalEntryRow entry,
            long ledgerAccountId,
            boolean waits,
            Tender tender,
            @Nullable Long partyId,
            String payer,
            String number,
            String whatFor,
            LocalDate receivedOn,
            LocalDate paperDate,
            long minorUnits,
            Receipts.NewReceipt form) {}

    /**
     * A receipt was booked, or is promised.
     *
     * @return whether it is kept; one that is dated ahead must be
     */
    boolean received(Received receipt);

    /** A receipt was booked, whether it is kept or not. */
    default void booked(Received receipt) {}

    /** What of a party's open items is promised by receipts that are dated ahead, in words by item. */
    default Map<Long, String> promised(long companyId, long partyId) {
        return Map.of();
    }
}
