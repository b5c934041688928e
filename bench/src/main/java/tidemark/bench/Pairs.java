package tidemark.bench;

import java.util.Arrays;

/** Times two pieces of work in turn, A B A B …, after a warm-up, and compares their medians. */
final class Pairs {
    /** Work that may fail. */
    interface Work {
        void run(int round) throws Exception;
    }

    private Pairs() {}

    static void compare(String name, int warmUp, int rounds, String nameA, Work a, String nameB, Work b)
            throws Exception {
        double[] timesA = new double[rounds];
        double[] timesB = new double[rounds];
        double[] ratios = new double[rounds];
        for (int i = -warmUp; i < rounds; i++) {
            double timeA = time(a, i + warmUp);
            double timeB = time(b, i + warmUp);
            if (i >= 0) {
                timesA[i] = timeA;
                timesB[i] = timeB;
                ratios[i] = timeA / timeB;
            }
        }
        System.out.printf(
                "%s: %s %.0f ms, %s %.0f ms, ratio %.2f (median of %d pairs; %.2f to %.2f)%n",
                name,
                nameA,
                median(timesA),
                nameB,
                median(timesB),
                median(ratios),
                rounds,
                Arrays.stream(ratios).min().orElseThrow(),
                Arrays.stream(ratios).max().orElseThrow());
    }

    private static double time(Work work, int round) throws Exception {
        long start = System.nanoTime();
        work.run(round);
        return (System.nanoTime() - start) / 1e6;
    }

    static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
