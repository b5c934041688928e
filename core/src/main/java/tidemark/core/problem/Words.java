package tidemark.core.problem;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How dates are written in sentences. */
public final class Words {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    private Words() {}

    /** {@code 4 Jun 2026}. */
    public static String day(LocalDate day) {
        return DAY.format(day);
    }
}
