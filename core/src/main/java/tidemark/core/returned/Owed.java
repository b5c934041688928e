package tidemark.core.returned;

import java.util.List;

/**
 * What of something that came back is owed now: of each item that opened again no more than was settled of it before, as far
 * as it is still open; and the fees.
 *
 * @param total minor units, not negative
 */
public record Owed(List<Part> parts, long total) {
    /**
     * @param settled what the returned money had settled of it, above zero
     * @param open what is open of it now, not negative
     */
    public record Part(long item, String title, long settled, long open) {
        /** What of it is owed because of what came back. */
        public long owed() {
            return Math.min(settled, open);
        }
    }

    public Owed {
        parts = List.copyOf(parts);
    }

    /** Cost: O(n). */
    public static Owed of(List<Part> parts) {
        long total = 0;
        for (Part part : parts) {
            total = Math.addExact(total, part.owed());
        }
        return new Owed(parts, total);
    }
}
