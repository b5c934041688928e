package tidemark.core.workpaper;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;

/**
 * A list for the file: what stands on it in sections, what it comes to, and which of its figures are held against figures
 * that were worked out another way. All amounts are signed minor units.
 *
 * @param at the day it tells of
 */
public record WorkPaper(
        LocalDate at, CurrencyUnit currency, List<Figure> figures, List<Section> sections, List<Tie> ties) {
    public WorkPaper {
        figures = List.copyOf(figures);
        sections = List.copyOf(sections);
        ties = List.copyOf(ties);
    }

    /** One row. @param date absent for what has none, such as a number that was never used */
    public record Item(Optional<LocalDate> date, String title, String detail, long minorUnits) {
        /** Whole days to the day of the paper; empty for what has no date. */
        public Optional<Long> daysAt(LocalDate day) {
            return date.map(d -> java.time.temporal.ChronoUnit.DAYS.between(d, day));
        }
    }

    /** Rows of one kind. */
    public record Section(String title, List<Item> items) {
        public Section {
            items = List.copyOf(items);
        }

        /** @throws ArithmeticException on overflow of a {@code long} */
        public long total() {
            return items.stream().mapToLong(Item::minorUnits).reduce(0, Math::addExact);
        }
    }

    /** A figure with its words. @param sum whether it is the sum of those above it */
    public record Figure(String words, long minorUnits, boolean sum) {}

    /** Two amounts that were worked out in different ways and must be the same. */
    public record Tie(String left, long leftUnits, String right, long rightUnits) {
        public boolean agrees() {
            return leftUnits == rightUnits;
        }
    }

    /** Whether all that is held against something agrees with it. */
    public boolean agrees() {
        return ties.stream().allMatch(Tie::agrees);
    }
}
