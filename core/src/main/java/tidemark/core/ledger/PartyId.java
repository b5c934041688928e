package tidemark.core.ledger;

/** Identifies somebody in one role, such as a customer or an employee. */
public record PartyId(long value) implements Comparable<PartyId> {
    /** Nobody in particular. */
    public static final PartyId NONE = new PartyId(0);

    @Override
    public int compareTo(PartyId other) {
        return Long.compare(value, other.value);
    }
}
