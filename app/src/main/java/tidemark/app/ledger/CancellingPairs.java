package tidemark.app.ledger;

import tidemark.app.company.BankAccount;

/** Ties a cash entry to the one that reverses it, so that neither counts as open any more. */
public interface CancellingPairs {
    void cancel(BankAccount account, CashEntryRow entry, CashEntryRow reversal, String who);

    /** Both count as open again, since one of them is itself taken back. */
    void part(BankAccount account, CashEntryRow entry);
}
