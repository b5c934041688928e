package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;

/**
 * Whoever keeps books of its own beside the journal hears here of everything that becomes of its entries, in the
 * transaction in which it happens: what a listener throws ends that transaction whole. All beans of this type are told, in
 * no order that may be counted on.
 */
public interface PostingListener {
    /** Which of these customers and suppliers are the company's and active, and of which kind. */
    default Map<PartyId, Control> parties(long companyId, Collection<PartyId> ids) {
        return Map.of();
    }

    /**
     * An entry was booked; a reversal is booked too before it is told of as one. The company's journal is locked.
     *
     * @return what open items it makes
     */
    default List<ItemChange> booked(long companyId, Posted posted) {
        return List.of();
    }

    /**
     * An entry was reversed; both stand.
     *
     * @return what of open items it releases
     */
    default List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        return List.of();
    }

    /** Cash entries were matched, to bank lines or to one another. The bank account is locked. */
    default void matched(long companyId, MatchedEntries matched) {}

    /** Their match was undone. The bank account is locked. */
    default void unmatched(long companyId, MatchedEntries unmatched) {}

    /** The ways from an entry to what made it and to what it settles. */
    default List<Link> links(long companyId, long entryId) {
        return List.of();
    }

    /**
     * An entry as it was booked.
     *
     * @param posting what was asked for
     * @param controlLines those of its lines that lie on the accounts of customers and suppliers
     * @param cashEntries what of it moves a bank account
     */
    record Posted(
            Ledger.Posting posting,
            JournalEntryRow entry,
            List<JournalLineRow> lines,
            List<JournalLineRow> controlLines,
            List<CashEntryRow> cashEntries) {}

    /**
     * @param entries of one bank account, as they were before their rows told of the match
     * @param atBank the last day of the bank's lines; of the entries themselves where there is none
     */
    record MatchedEntries(long bankAccountId, long matchId, List<CashEntryRow> entries, LocalDate atBank) {}

    /** @param path of the screen that shows it */
    record Link(String title, String path, String note) {}

    /** What is open of an item before and after; signed minor units. */
    record ItemChange(long itemId, String title, long before, long after) {}
}
