package tidemark.core.party;

/** Identifies an open item. */
public record OpenItemId(long value) implements Comparable<OpenItemId> {
    @Override
    public int compareTo(OpenItemId other) {
        return Long.compare(value, other.value);
    }
}
