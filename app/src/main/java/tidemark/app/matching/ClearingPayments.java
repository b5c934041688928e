package tidemark.app.matching;

import java.util.OptionalLong;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;

/** Payments of accounts that book on clearing, as the work on bank lines needs them. */
public interface ClearingPayments {
    record Clearing(JournalEntry entry, String checkNumber) {}

    /**
     * The entry that clears a payment by a bank line.
     *
     * @throws tidemark.core.problem.RuleViolation {@code payment.clearing} when it is not waiting for the bank, or its
     *     amount differs
     */
    Clearing clearing(long companyId, long bankAccountId, long paymentId, BankLineBooking.Movement movement);

    void cleared(long companyId, long paymentId, long entryId);

    /** What a payment takes from its account, below zero, in minor units of the account's currency. */
    long ownMinorUnits(long companyId, long paymentId);

    /** The payment that an entry clears. */
    OptionalLong clearedBy(long companyId, long entryId);
}
