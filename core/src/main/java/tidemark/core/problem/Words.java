package tidemark.core.problem;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** How dates and numbers of things are written in sentences. */
public final class Words {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    private Words() {}

    /** {@code 4 Jun 2026}. */
    public static String day(LocalDate day) {
        return DAY.format(day);
    }

    /** {@code 1 line}, {@code 2 lines}. */
    public static String count(int count, String one, String several) {
        return say("words.count", count, count == 1 ? one : several);
    }
}
