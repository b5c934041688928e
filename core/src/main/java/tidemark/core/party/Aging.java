package tidemark.core.party;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;

/**
 * What is open by how long it has been due. Signed minor units as the items.
 *
 * @param notDue due on the day or later; the others by days past the due date: 1 to 30, 31 to 60, more
 */
public record Aging(long notDue, long to30, long to60, long over60) {
    /** An amount open and the day it is due. */
    public record Due(LocalDate dueDate, long open) {}

    /**
     * Sorts what is open by whole days past due: not due, 1 to 30, 31 to 60, over 60. Cost: O(items). @throws
     * ArithmeticException on overflow of a {@code long}
     */
    public static Aging of(List<Due> items, LocalDate day) {
        long[] sums = new long[4];
        for (Due item : items) {
            long late = ChronoUnit.DAYS.between(item.dueDate(), day);
            int bucket = late <= 0 ? 0 : late <= 30 ? 1 : late <= 60 ? 2 : 3;
            sums[bucket] = Math.addExact(sums[bucket], item.open());
        }
        return new Aging(sums[0], sums[1], sums[2], sums[3]);
    }

    /** The four together; minor units, signed as in the journal. */
    public long total() {
        return Math.addExact(Math.addExact(notDue, to30), Math.addExact(to60, over60));
    }
}
