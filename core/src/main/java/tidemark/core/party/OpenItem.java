package tidemark.core.party;

import java.time.LocalDate;
import tidemark.core.ledger.PartyId;

/**
 * One line on a control account, until settlements have used it up: an invoice, a credit note, a payment.
 *
 * @param accountCode the control account; items of different accounts never settle one another
 * @param title as a person names it: {@code Invoice 1043}
 * @param minorUnits signed as in the journal: debit positive; never zero
 * @param discount what may be deducted when it is settled in time
 */
public record OpenItem(
        OpenItemId id,
        PartyId party,
        String accountCode,
        String title,
        LocalDate date,
        LocalDate dueDate,
        long minorUnits,
        Discount discount) {
    public OpenItem {
        if (minorUnits == 0) {
            throw new IllegalArgumentException("An open item is other than zero");
        }
        if (discount.minorUnits() < 0 || discount.minorUnits() > Math.abs(minorUnits)) {
            throw new IllegalArgumentException("A discount lies between zero and the item's amount");
        }
    }

    /**
     * An early-payment discount: up to {@code minorUnits}, not negative, when paid no later than {@code until}. Of an
     * item that took some already, what is left: it is granted once for the item, not for each payment.
     */
    public record Discount(LocalDate until, long minorUnits) {
        public static final Discount NONE = new Discount(LocalDate.EPOCH, 0);

        /** What may be deducted on that day; zero when it is too late. */
        public long on(LocalDate day) {
            return day.isAfter(until) ? 0 : minorUnits;
        }
    }
}
