package tidemark.core.matching;

import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;

/** Entries by day and then amount, to find those a little larger than a line within a few days of it. */
final class DayAmounts {
    private static final int MOST_OF_A_DAY = 3;
    private static final int EARLIEST = -2;
    private static final int LATEST = 6;
    private static final double LARGEST_FEE = .06;

    /** Entries of one day, by amount. */
    private record Day(int[] entries, long[] amounts) {}

    private final Map<Integer, Day> days = new HashMap<>();

    DayAmounts(Terms terms) {
        int start = 0;
        int[] of = terms.entryDays;
        for (int i = 1; i <= of.length; i++) {
            if (i == of.length || of[i] != of[start]) {
                days.put(of[start], day(terms, start, i));
                start = i;
            }
        }
    }

    private static Day day(Terms terms, int from, int to) {
        int[] entries = IntStream.range(from, to)
                .boxed()
                .sorted(Comparator.comparingLong(e -> terms.entries[e].amount()))
                .mapToInt(Integer::intValue)
                .toArray();
        return new Day(
                entries,
                Arrays.stream(entries).mapToLong(e -> terms.entries[e].amount()).toArray());
    }

    /** Adds the entries whose amount less a fee may be the line's. Cost: O(days × log m). */
    void larger(Terms.LineTerms line, PairSearch.Gathered gathered) {
        long amount = line.line.minorUnits();
        // money out is more at the bank, so smaller in the ledger; both lie above the line as signed numbers
        long low = amount + 1;
        long high = amount + (long) (Math.abs(amount) * (amount > 0 ? LARGEST_FEE / (1 - LARGEST_FEE) : LARGEST_FEE));
        for (int day = line.day - LATEST; day <= line.day - EARLIEST; day++) {
            Day of = days.get(day);
            if (of != null) {
                int at = first(of.amounts(), low);
                for (int taken = 0; taken < MOST_OF_A_DAY && at < of.amounts().length; taken++, at++) {
                    if (of.amounts()[at] > high) {
                        break;
                    }
                    gathered.add(of.entries()[at]);
                }
            }
        }
    }

    private static int first(long[] row, long amount) {
        int low = 0;
        int high = row.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (row[middle] < amount) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
