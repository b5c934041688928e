package tidemark.core.ledger;

/** Identifies a cash entry. */
public record CashEntryId(long value) implements Comparable<CashEntryId> {
    @Override
    public int compareTo(CashEntryId other) {
        return Long.compare(value, other.value);
    }
}
