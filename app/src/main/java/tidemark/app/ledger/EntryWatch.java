package tidemark.app.ledger;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;

/** Capabilities that keep books of their own beside the journal, told of each booking in its transaction. */
public interface EntryWatch {
    /** Which of these customers and suppliers are the company's and active, and of which kind. */
    default Map<PartyId, Control> parties(long companyId, Collection<PartyId> ids) {
        return Map.of();
    }

    /** What open items a booking makes; called with the company's row locked. */
    default List<ItemChange> booked(long companyId, Ledger.Draft draft, PostedEntry entry, List<PostedLine> lines) {
        return List.of();
    }

    /** What a reversal releases; called after both entries stand. */
    default List<ItemChange> reversed(
            long companyId, PostedEntry original, PostedEntry reversal, LocalDate date, String who) {
        return List.of();
    }

    /** The ways from an entry to what made it and to what it settles. */
    default List<Link> links(long companyId, long entryId) {
        return List.of();
    }

    /** @param path of the screen that shows it */
    record Link(String title, String path, String note) {}

    /** What is open of an item before and after; signed minor units. */
    record ItemChange(long itemId, String title, long before, long after) {}
}
