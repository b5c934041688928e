package tidemark.core.bankfile;

import java.time.LocalDate;
import java.util.Optional;

/**
 * What a bank says of something it was sent.
 *
 * @param code of the reason, of ACH (R and C with two digits) or ISO 20022; empty where none is told
 * @param ofPayment whether it is of money that was paid out, else of a collection
 * @param message identification of the file that it answers; {@code batch} of the batch in it; empty where none is told
 * @param id that the entry or transaction went out with
 * @param trace of ACH, fifteen digits
 * @param mandate of SEPA
 * @param amount minor units; 0 where it is not told
 * @param currency three letters
 * @param name of the other party; {@code account} its account; empty where none is told
 * @param words as the bank wrote them; of a change what is right now
 * @param day on which it was said or booked
 */
public record BankAnswer(
        What what,
        String code,
        boolean ofPayment,
        String message,
        String batch,
        String id,
        String trace,
        String mandate,
        long amount,
        String currency,
        String name,
        String account,
        String words,
        Optional<LocalDate> day) {
    /** What is said. */
    public enum What {
        /** A whole file or batch is taken. */
        ACCEPTED,
        /** It never left the bank; of a file, a batch, or one transaction. */
        REFUSED,
        /** It was carried out, and came back. */
        RETURNED,
        /** It stands; something of it is another before the next. */
        CHANGED
    }

    /** Whether it is of one transaction, or of a file or batch as a whole. */
    public boolean ofOne() {
        return !id.isEmpty() || !trace.isEmpty();
    }
}
