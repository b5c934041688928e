package tidemark.bench;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import tidemark.core.given.CompanyYear;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Learned;
import tidemark.core.matching.LinkageMatching;
import tidemark.core.matching.MatchingResult;
import tidemark.core.matching.Strength;
import tidemark.core.statement.BankLine;

/**
 * How often the engine is right on years of four kinds of company of another make, in large accounts and in small ones; what
 * it takes and misses of each class of evidence; and how often what it says is so likely is true.
 */
final class CompanyBenchmark {
    private static final int SEEDS = Integer.getInteger("seeds", 5);
    private static final int[] SIZES = {4_000, 300};

    /** Bounds of the odds, as decimal logarithms, of the rows of the table. */
    private static final double[] BOUNDS = {0, .5, 1, 1.5, 2, 2.5, 3, 3.3, 4, 5, 6};

    private final Map<CompanyYear.Told, int[]> classes = new EnumMap<>(CompanyYear.Told.class);
    private final Map<String, int[][]> reliability = new TreeMap<>();

    void run() {
        System.out.printf("%n%-12s %8s %9s %9s %9s %8s%n", "company", "lines", "precision", "recall", "first", "wrong");
        for (int size : SIZES) {
            for (CompanyYear.Kind kind : CompanyYear.Kind.values()) {
                company(kind, size);
            }
        }
        System.out.printf("%n%-36s %8s %8s %8s %8s%n", "what tells it", "lines", "taken", "right", "missed");
        classes.forEach((told, n) ->
                System.out.printf("%-36s %,8d %,8d %,8d %,8d%n", told.words, n[0], n[1], n[2], n[0] - n[2]));
        System.out.printf(
                "%n%-20s %-22s %8s %8s %10s%n", "kind of match", "said to be true", "first", "wrong", "said wrong");
        reliability.forEach(this::printed);
    }

    private void company(CompanyYear.Kind kind, int size) {
        int lines = 0;
        int all = 0;
        int taken = 0;
        int right = 0;
        int first = 0;
        int seeds = SEEDS * (size < 1_000 ? 4 : 1);
        for (int seed = 301; seed < 301 + seeds; seed++) {
            CompanyYear year = new CompanyYear(kind, size, seed);
            Map<Long, CompanyYear.Truth> truth = year.byLine();
            MatchingResult result = new LinkageMatching().propose(year.lines, year.items, Learned.NOTHING);
            lines += year.lines.size();
            for (BankLine line : year.lines) {
                CompanyYear.Truth t = truth.get(line.id().value());
                List<Candidate> candidates = result.candidates(line.id());
                Candidate best = candidates.isEmpty() ? null : candidates.getFirst();
                boolean isRight = best != null && same(best, t);
                boolean isTaken = best != null && best.strength() == Strength.FIRM;
                all += t == null ? 0 : 1;
                taken += isTaken ? 1 : 0;
                right += isTaken && isRight ? 1 : 0;
                first += isRight ? 1 : 0;
                if (t != null) {
                    int[] n = classes.computeIfAbsent(t.told(), k -> new int[3]);
                    n[0]++;
                    n[1] += isTaken ? 1 : 0;
                    n[2] += isTaken && isRight ? 1 : 0;
                }
                if (best != null && best.differenceMinorUnits() == 0 && best.logOdds() >= 0) {
                    count(best, isRight);
                }
            }
        }
        System.out.printf(
                "%-12s %,8d %9.5f %9.4f %9.4f %8d%n",
                kind.name().toLowerCase(java.util.Locale.ROOT),
                lines,
                right / (double) Math.max(1, taken),
                right / (double) all,
                first / (double) all,
                taken - right);
    }

    private void count(Candidate c, boolean isRight) {
        String shape = c.isPair() ? "one and one" : c.lines().size() == 1 ? "one line, many" : "many lines";
        int row = 0;
        while (row + 1 < BOUNDS.length && c.logOdds() / Math.log(10) >= BOUNDS[row + 1]) {
            row++;
        }
        int[] n = reliability.computeIfAbsent(shape, k -> new int[BOUNDS.length][2])[row];
        n[0]++;
        n[1] += isRight ? 0 : 1;
    }

    private void printed(String shape, int[][] rows) {
        for (int row = 0; row < rows.length; row++) {
            double said = 1 / (1 + Math.pow(10, BOUNDS[row]));
            System.out.printf(
                    "%-20s odds of %,11.0f : 1 up %,8d %,8d %10.5f%n",
                    shape, Math.pow(10, BOUNDS[row]), rows[row][0], rows[row][1], said);
        }
    }

    private static boolean same(Candidate c, CompanyYear.@Nullable Truth t) {
        if (t == null) {
            return false;
        }
        Set<Long> l = new TreeSet<>();
        Set<Long> e = new TreeSet<>();
        c.lines().forEach(id -> l.add(id.value()));
        c.entries().forEach(id -> e.add(id.value()));
        return l.equals(t.lines()) && e.equals(t.entries());
    }
}
