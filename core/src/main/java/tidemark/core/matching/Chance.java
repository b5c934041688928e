package tidemark.core.matching;

/** How likely a set comes to a sum by chance alone. */
final class Chance {
    private Chance() {}

    /** The logarithm of how many sets of this size there are to choose from. */
    static double sets(int n, int k) {
        int few = Math.min(k, n - k);
        double log = 0;
        for (int i = 0; i < few; i++) {
            log += Math.log((n - i) / (double) (i + 1));
        }
        return log;
    }

    /** The step that all amounts share. */
    static long step(long[] amounts) {
        long step = 0;
        for (long amount : amounts) {
            step = gcd(step, Math.abs(amount));
        }
        return step;
    }

    /** The chance that a sum on the step hits the wanted one. */
    static double raster(long step, long wanted) {
        return Math.min(1, Math.max(1, step) / (double) Math.max(1, Math.abs(wanted)));
    }

    private static long gcd(long a, long b) {
        long x = a;
        long y = b;
        while (y != 0) {
            long rest = x % y;
            x = y;
            y = rest;
        }
        return x;
    }
}
