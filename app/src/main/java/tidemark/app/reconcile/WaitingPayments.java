package tidemark.app.reconcile;

import java.util.List;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;

/**
 * Payments of accounts that book on clearing, which reach the cash account only when the bank has paid them. Until then
 * matching sees each as the cash entry that it will be, under an identifier below zero.
 */
public interface WaitingPayments {
    /** Those of a bank account that the bank has not paid yet. */
    List<CashEntry> at(long bankAccountId);

    /** What stands for a payment until it has a cash entry. */
    static CashEntryId standIn(long paymentId) {
        return new CashEntryId(-paymentId);
    }

    /**
     * Candidates that tie nothing but what the ledger's balance holds: a payment that waits is proposed, and explains
     * nothing of a gap.
     */
    static List<Candidate> inTheLedger(List<Candidate> candidates) {
        return candidates.stream()
                .filter(c -> c.entries().stream().noneMatch(e -> isStandIn(e.value())))
                .toList();
    }

    static boolean isStandIn(long entryId) {
        return entryId < 0;
    }

    /** The payment that a stand-in is of. */
    static long paymentOf(long entryId) {
        return -entryId;
    }
}
