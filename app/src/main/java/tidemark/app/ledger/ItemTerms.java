package tidemark.app.ledger;

import java.time.LocalDate;
import tidemark.core.party.OpenItem;

/**
 * What an entry's open item is.
 *
 * @param number of the document, unique among its party's of that kind; empty for none
 * @param title as a person names it; empty for the entry's own text
 */
public record ItemTerms(Kind kind, String number, String title, LocalDate dueDate, OpenItem.Discount discount) {
    /** What brought an item about. */
    public enum Kind {
        INVOICE,
        CREDIT_NOTE,
        PAYMENT,
        OTHER,
        REVERSAL
    }

    /** An item due on the day of its entry, without a number. */
    public static ItemTerms plain(Kind kind) {
        return new ItemTerms(kind, "", "", LocalDate.MIN, OpenItem.Discount.NONE);
    }
}
