package tidemark.core.matching;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/** Entries by day and then amount, to find those a little larger than a line within a few days of it. */
final class DayAmounts {
    private static final int MOST_OF_A_DAY = 3;
    private static final int EARLIEST = -2;
    private static final int LATEST = 6;
    private static final double LARGEST_FEE = .06;

    private final Map<Integer, int[]> days = new HashMap<>();
    private final Terms terms;

    DayAmounts(Terms terms) {
        this.terms = terms;
        Integer[] order = new Integer[terms.entries.length];
        Arrays.setAll(order, i -> i);
        Arrays.parallelSort(order, (a, b) -> {
            int byDay = Integer.compare(terms.entries[a].day, terms.entries[b].day);
            int byAmount = byDay != 0 ? byDay : Long.compare(terms.entries[a].amount(), terms.entries[b].amount());
            return byAmount != 0 ? byAmount : Integer.compare(a, b);
        });
        int start = 0;
        for (int i = 1; i <= order.length; i++) {
            if (i == order.length || terms.entries[order[i]].day != terms.entries[order[start]].day) {
                int[] row = new int[i - start];
                for (int j = start; j < i; j++) {
                    row[j - start] = order[j];
                }
                days.put(terms.entries[order[start]].day, row);
                start = i;
            }
        }
    }

    /** Adds the entries whose amount less a fee may be the line's. Cost: O(days × log m). */
    void larger(Terms.LineTerms line, PairSearch.Gathered gathered) {
        long amount = line.line.minorUnits();
        // money out is more at the bank, so smaller in the ledger; both lie above the line as signed numbers
        long low = amount + 1;
        long high = amount + (long) (Math.abs(amount) * (amount > 0 ? LARGEST_FEE / (1 - LARGEST_FEE) : LARGEST_FEE));
        for (int day = line.day - LATEST; day <= line.day - EARLIEST; day++) {
            int[] row = days.get(day);
            if (row != null) {
                int at = first(row, low);
                for (int taken = 0; taken < MOST_OF_A_DAY && at < row.length; taken++, at++) {
                    if (terms.entries[row[at]].amount() > high) {
                        break;
                    }
                    gathered.add(row[at]);
                }
            }
        }
    }

    private int first(int[] row, long amount) {
        int low = 0;
        int high = row.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (terms.entries[row[middle]].amount() < amount) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
