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

    /** The number that is written so; empty for what this series would write otherwise, or not at all. */
    public OptionalLong read(String written) {
        String tail =
                written.startsWith(beginning()) ? written.substring(beginning().length()) : "";
        if (tail.isEmpty() || tail.length() > 18 || !tail.chars().allMatch(c -> c >= '0' && c <= '9')) {
            return OptionalLong.empty();
        }
        long number = Long.parseLong(tail);
        return number > 0 && write(number).equals(written) ? OptionalLong.of(number) : OptionalLong.empty();
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
