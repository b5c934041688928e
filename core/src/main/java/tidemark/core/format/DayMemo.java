package tidemark.core.format;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** Days from their digits. The last day is kept: lines of one day mostly stand together. */
final class DayMemo {
    private int known = -1;
    private @Nullable LocalDate day;

    /** The day such as 20260604, or null where the calendar has none. */
    @Nullable
    LocalDate of(int eightDigits) {
        if (eightDigits < 0) {
            return null;
        }
        if (eightDigits != known) {
            day = FormatDates.of(eightDigits / 10_000, eightDigits / 100 % 100, eightDigits % 100);
            known = eightDigits;
        }
        return day;
    }

    /** The day such as 260604; years before 80 are after 2000. */
    @Nullable
    LocalDate ofSix(int sixDigits) {
        return sixDigits < 0 ? null : of(sixDigits + (sixDigits < 800_000 ? 20_000_000 : 19_000_000));
    }
}
