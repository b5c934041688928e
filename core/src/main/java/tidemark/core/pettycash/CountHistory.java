package tidemark.core.pettycash;

import java.util.List;

/**
 * What counts have found, in minor units.
 *
 * @param shortBy what was short in all, above zero
 * @param overBy what was over in all
 */
public record CountHistory(int counts, int shorts, long shortBy, int overs, long overBy) {
    /** @param overs of each count, below zero where it was short; O(n) */
    public static CountHistory of(List<Long> overs) {
        int shorts = 0;
        long shortBy = 0;
        int more = 0;
        long overBy = 0;
        for (long over : overs) {
            if (over < 0) {
                shorts++;
                shortBy = Math.subtractExact(shortBy, over);
            } else if (over > 0) {
                more++;
                overBy = Math.addExact(overBy, over);
            }
        }
        return new CountHistory(overs.size(), shorts, shortBy, more, overBy);
    }
}
