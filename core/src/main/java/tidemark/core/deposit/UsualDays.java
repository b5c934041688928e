package tidemark.core.deposit;

import java.time.LocalDate;
import java.util.List;

/** How many days a bank takes to credit a slip, from what it took before. */
public final class UsualDays {
    /** Where nothing is known of a bank yet. */
    static final int UNKNOWN = 3;

    private UsualDays() {}

    /**
     * What nine of ten slips took at the most; {@value #UNKNOWN} where there was none yet. Cost: O(n log n).
     *
     * @param took days from the day a slip was taken to the bank to the day it was credited
     */
    public static int of(List<Integer> took) {
        List<Integer> sorted = took.stream().sorted().toList();
        return sorted.isEmpty() ? UNKNOWN : Math.max(0, sorted.get((9 * sorted.size() + 9) / 10 - 1));
    }

    /**
     * Whether a slip should have been credited by now. Nothing is late that the bank may yet credit on a day of which no
     * statement is there.
     *
     * @param known the last day that the bank has told of
     */
    public static boolean isLate(LocalDate takenOn, int usual, LocalDate known) {
        return takenOn.plusDays(usual).isBefore(known);
    }
}
