package tidemark.core.matching;

import java.time.LocalDate;

/** Days on which banks book, Monday to Friday; a day of the weekend counts as the Monday after it. */
public final class BusinessDays {
    private BusinessDays() {}

    /** A running number of business days; the difference of two is the business days between them. Cost: O(1). */
    public static int number(LocalDate day) {
        // the epoch day 0 was a Thursday
        long shifted = day.toEpochDay() + 3;
        long week = Math.floorDiv(shifted, 7L);
        return Math.toIntExact(week * 5 + Math.min(Math.floorMod(shifted, 7L), 5));
    }
}
