package tidemark.core.statement;

/** Identifies a bank line; while a file is being read, the line's place in its statement, from 1. */
public record BankLineId(long value) implements Comparable<BankLineId> {
    @Override
    public int compareTo(BankLineId other) {
        return Long.compare(value, other.value);
    }
}
