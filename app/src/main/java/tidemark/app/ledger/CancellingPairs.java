package tidemark.app.ledger;

import java.util.Optional;
import tidemark.app.company.BankAccount;

/** Ties a cash entry to the one that reverses it, so that neither counts as open any more, and lets matches go. */
public interface CancellingPairs {
    void cancel(BankAccount account, CashEntryRow entry, CashEntryRow reversal, String who);

    /** Both count as open again, since one of them is itself taken back. */
    void part(BankAccount account, CashEntryRow entry);

    /**
     * Undoes the match of an entry with lines of the bank, since what made the entry is taken back.
     *
     * @return what it was matched with, in words; empty where it was not matched
     * @throws tidemark.core.problem.RuleViolation where the month of a line is certified or waits for it
     */
    Optional<String> undo(BankAccount account, CashEntryRow entry, String who);
}
