package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * What an account's bank or card processor usually keeps back: a share of the gross amount and an amount for each
 * payment, found by the vote of all pairs whose amounts are a little apart. Each pair votes for every share with the
 * amount that is then left; what is usual gathers votes in one place, what is chance spreads.
 *
 * <p>Cost: O(pairs × shares that may be) once. Source: Hough's transform, 1962, for lines.
 */
final class UsualFees {
    private static final int SHARES = 1_200;
    private static final double STEP = 5e-5;
    private static final int AMOUNTS = 100;
    private static final int MOST_SCHEDULES = 4;
    private static final int MOST_PAIRS = 5_000;
    /** So many votes, and so many times what the places around have, make a schedule. */
    private static final double OFTEN = 4;

    private static final double STANDS_OUT = 6;

    private record Pair(long gross, long kept) {}

    private record Schedule(double share, long amount) {
        boolean fits(long gross, long kept) {
            return Math.abs(kept - Math.round(Math.abs(gross) * share) - amount) <= 1;
        }
    }

    private final List<Pair> pairs = new ArrayList<>();
    private final List<Schedule> schedules = new ArrayList<>();

    /** Tells of a pair that may be one less a fee. */
    void met(long bank, long ledger) {
        if (ledger > bank && pairs.size() < MOST_PAIRS) {
            pairs.add(new Pair(ledger, ledger - bank));
        }
    }

    /** Whether no more pairs are heard. */
    boolean isFull() {
        return pairs.size() >= MOST_PAIRS;
    }

    /** Finds the schedules in what was met. */
    void settle() {
        List<Pair> left = new ArrayList<>(pairs);
        schedules.clear();
        fixed(left);
        while (schedules.size() < MOST_SCHEDULES && left.size() >= OFTEN) {
            Schedule found = strongest(left);
            if (found == null) {
                break;
            }
            schedules.add(found);
            left.removeIf(p -> found.fits(p.gross(), p.kept()));
        }
    }

    /** One amount whatever the gross. */
    private void fixed(List<Pair> left) {
        Map<Long, Integer> counts = new HashMap<>();
        left.forEach(p -> counts.merge(p.kept(), 1, Integer::sum));
        counts.entrySet().stream()
                .filter(e -> e.getValue() >= OFTEN && e.getValue() >= left.size() * .02)
                .map(Map.Entry::getKey)
                .sorted()
                .limit(2)
                .forEach(amount -> schedules.add(new Schedule(0, amount)));
        left.removeIf(p -> schedules.stream().anyMatch(s -> s.fits(p.gross(), p.kept())));
    }

    private static @Nullable Schedule strongest(List<Pair> pairs) {
        int[][] votes = new int[SHARES][AMOUNTS + 1];
        for (Pair p : pairs) {
            // the shares that leave an amount between nothing and the largest lie beside each other
            double step = Math.max(1e-9, Math.abs(p.gross()) * STEP);
            int first = (int) Math.max(1, Math.floor((p.kept() - AMOUNTS - 1) / step));
            int last = (int) Math.min(SHARES - 1, Math.ceil((p.kept() + 1) / step));
            for (int s = first; s <= last; s++) {
                long rest = p.kept() - Math.round(Math.abs(p.gross()) * s * STEP);
                if (rest >= 0 && rest <= AMOUNTS) {
                    votes[s][(int) rest]++;
                }
            }
        }
        int best = 0;
        int bestShare = 0;
        int bestAmount = 0;
        for (int s = 1; s < SHARES; s++) {
            for (int rest = 0; rest <= AMOUNTS; rest++) {
                if (votes[s][rest] > best) {
                    best = votes[s][rest];
                    bestShare = s;
                    bestAmount = rest;
                }
            }
        }
        if (best < OFTEN) {
            return null;
        }
        double around = 0;
        int places = 0;
        for (int s = Math.max(1, bestShare - 60); s < Math.min(SHARES, bestShare + 60); s++) {
            if (Math.abs(s - bestShare) > 4) {
                around += Arrays.stream(votes[s]).sum();
                places += AMOUNTS + 1;
            }
        }
        return best >= STANDS_OUT * (around / Math.max(1, places)) + OFTEN - 1
                ? new Schedule(bestShare * STEP, bestAmount)
                : null;
    }

    /** Whether the amount at the bank is what a usual fee leaves of the ledger's. Cost: O(1). */
    boolean isUsual(long bank, long ledger) {
        if ((bank < 0) != (ledger < 0) || ledger <= bank) {
            return false;
        }
        for (Schedule schedule : schedules) {
            if (schedule.fits(ledger, ledger - bank)) {
                return true;
            }
        }
        return false;
    }

    /**
     * The amounts of which a usual fee leaves what the bank has, rising; empty for money out. Cost: O(1), at most a few
     * for each schedule.
     */
    long[] grosses(long bank) {
        if (bank <= 0) {
            return new long[0];
        }
        TreeSet<Long> out = new TreeSet<>();
        for (Schedule schedule : schedules) {
            long middle = Math.round((bank + schedule.amount()) / (1 - schedule.share()));
            for (long gross = middle - 2; gross <= middle + 2; gross++) {
                if (gross > bank && schedule.fits(gross, gross - bank)) {
                    out.add(gross);
                }
            }
        }
        return out.stream().mapToLong(Long::longValue).toArray();
    }

    int usualCount() {
        return schedules.size();
    }
}
