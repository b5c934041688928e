package tidemark.core.numbering;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.OptionalLong;
import java.util.TreeSet;

/**
 * How the numbers of a series are written: {@code INV-2026-0043} for prefix {@code INV-}, year 2026 and four digits.
 *
 * @param year 0 for a series that runs on from year to year
 * @param digits how many there are at least, with zeros before the number; 1 to 10
 */
public record Numbering(String prefix, int year, int digits) {
    private static final int MOST_DIGITS = 10;
    private static final String YEAR = "[0-9]{4}-";

    /** Numbers that no document has, from the first to the last; both are among them. */
    public record Gap(long from, long to) {
        public long count() {
            return to - from + 1;
        }
    }

    private String beginning() {
        return year == 0 ? prefix : prefix + year + "-";
    }

    /** @param number above zero */
    public String write(long number) {
        String plain = Long.toString(number);
        return beginning() + "0".repeat(Math.max(0, digits - plain.length())) + plain;
    }

    /**
     * The number that is written so, with as many zeros before it as the series has now or may have had before; empty for
     * what it never writes.
     */
    public OptionalLong read(String written) {
        String tail =
                written.startsWith(beginning()) ? written.substring(beginning().length()) : "";
        if (tail.isEmpty() || tail.length() > 18 || !tail.chars().allMatch(c -> c >= '0' && c <= '9')) {
            return OptionalLong.empty();
        }
        long number = Long.parseLong(tail);
        boolean zeros = tail.length() > MOST_DIGITS && tail.charAt(0) == '0';
        return number > 0 && !zeros ? OptionalLong.of(number) : OptionalLong.empty();
    }

    /**
     * Whether two series may write the same, be it in some year or for a long number. Cost: the length of the prefixes.
     *
     * @param yearly whether the first begins anew each year, and has the year in its numbers
     */
    public static boolean meet(String prefix, boolean yearly, String otherPrefix, boolean otherYearly) {
        if (yearly == otherYearly) {
            // of two that run on, what the longer one has more may be digits of the other's number
            return yearly
                    ? prefix.equals(otherPrefix)
                    : goesOn(prefix, "", otherPrefix) || goesOn(otherPrefix, "", prefix);
        }
        return yearly ? goesOn(prefix, YEAR, otherPrefix) : goesOn(otherPrefix, YEAR, prefix);
    }

    /** Whether the longer one is the shorter one, what follows it, and digits. */
    private static boolean goesOn(String shorter, String between, String longer) {
        return longer.startsWith(shorter) && longer.substring(shorter.length()).matches(between + "[0-9]*");
    }

    /**
     * What is missing among the numbers that were given out. Cost: O(n log n) in the documents.
     *
     * @param first the first number of the series
     * @param next the one that is given out next
     * @param written numbers of documents as they are written, also those of other series and doubles
     * @return in order, none beside another
     */
    public List<Gap> gaps(long first, long next, Collection<String> written) {
        TreeSet<Long> there = new TreeSet<>();
        written.forEach(w -> read(w).ifPresent(there::add));
        List<Gap> out = new ArrayList<>();
        long expected = first;
        for (long number : there.tailSet(first).headSet(next)) {
            if (number > expected) {
                out.add(new Gap(expected, number - 1));
            }
            expected = number + 1;
        }
        if (expected < next) {
            out.add(new Gap(expected, next - 1));
        }
        return out;
    }
}
