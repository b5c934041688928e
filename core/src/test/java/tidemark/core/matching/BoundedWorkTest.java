package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** The parts of the engine against slow ones that try everything, and their bounds. */
class BoundedWorkTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 10);

    /** Small lines, small entries, random weights: every way to choose is tried. */
    private record Small(Hypotheses all, int lines, int nodes) {
        static Small of(Random random, boolean groups) {
            int lines = 1 + random.nextInt(4);
            int entries = 1 + random.nextInt(4);
            Hypotheses all = new Hypotheses(lines);
            for (int l = 0; l < lines; l++) {
                for (int e = 0; e < entries; e++) {
                    if (random.nextInt(3) > 0) {
                        all.add(random.nextDouble() * 12 - 3, l, lines + e);
                    }
                }
            }
            if (groups && entries > 1) {
                all.add(random.nextDouble() * 12 - 3, 0, lines, lines + 1);
            }
            if (all.count() == 0) {
                all.add(1, 0, lines);
            }
            return new Small(all, lines, lines + entries);
        }

        boolean fits(int chosen) {
            boolean[] used = new boolean[nodes];
            for (int h = 0; h < all.count(); h++) {
                if ((chosen >> h & 1) == 1) {
                    for (int node : all.nodes(h)) {
                        if (used[node]) {
                            return false;
                        }
                        used[node] = true;
                    }
                }
            }
            return true;
        }

        double weight(int chosen) {
            double sum = 0;
            for (int h = 0; h < all.count(); h++) {
                sum += (chosen >> h & 1) == 1 ? all.weight(h) : 0;
            }
            return sum;
        }
    }

    @RepeatedTest(200)
    void assignment_isTheBestOfAll(RepetitionInfo info) {
        Small small = Small.of(new Random(info.getCurrentRepetition()), info.getCurrentRepetition() % 2 == 0);
        double best = 0;
        for (int chosen = 0; chosen < 1 << small.all.count(); chosen++) {
            if (small.fits(chosen)) {
                best = Math.max(best, small.weight(chosen));
            }
        }
        Components components = new Components(small.all, small.nodes);
        Beliefs beliefs = new Beliefs(small.all, small.nodes);
        Assignment assignment = new Assignment(small.all, components, beliefs, small.nodes);
        int taken = 0;
        for (int h = 0; h < small.all.count(); h++) {
            taken |= assignment.isChosen(h) ? 1 << h : 0;
        }
        assertTrue(small.fits(taken));
        assertEquals(best, small.weight(taken), 1e-9);
    }

    @RepeatedTest(100)
    void hungarian_isTheBestOfAll(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int n = 1 + random.nextInt(5);
        int m = n + random.nextInt(3);
        double[][] cost = new double[n][m];
        for (double[] row : cost) {
            Arrays.setAll(row, i -> random.nextInt(20));
        }
        int[] columns = Assignment.shortestPaths(cost, n, m);
        double sum = 0;
        for (int r = 0; r < n; r++) {
            sum += cost[r][columns[r]];
        }
        assertEquals(n, new TreeSet<>(Arrays.stream(columns).boxed().toList()).size());
        assertEquals(least(cost, 0, new boolean[m]), sum);
    }

    private static double least(double[][] cost, int row, boolean[] used) {
        if (row == cost.length) {
            return 0;
        }
        double best = Double.POSITIVE_INFINITY;
        for (int c = 0; c < used.length; c++) {
            if (!used[c]) {
                used[c] = true;
                best = Math.min(best, cost[row][c] + least(cost, row + 1, used));
                used[c] = false;
            }
        }
        return best;
    }

    /** What is firm in the engine is at least as likely when every way to choose is counted. */
    @RepeatedTest(300)
    void odds_areNeverFarAboveThoseOfAllWaysTogether(RepetitionInfo info) {
        Small small = Small.of(new Random(info.getCurrentRepetition() + 1_000L), info.getCurrentRepetition() % 2 == 0);
        double all = 0;
        double[] with = new double[small.all.count()];
        for (int chosen = 0; chosen < 1 << small.all.count(); chosen++) {
            if (small.fits(chosen)) {
                double weight = Math.exp(small.weight(chosen));
                all += weight;
                for (int h = 0; h < with.length; h++) {
                    with[h] += (chosen >> h & 1) == 1 ? weight : 0;
                }
            }
        }
        Components components = new Components(small.all, small.nodes);
        Beliefs beliefs = new Beliefs(small.all, small.nodes);
        Assignment assignment = new Assignment(small.all, components, beliefs, small.nodes);
        Rivals rivals = new Rivals(small.all, assignment, beliefs::logOdds, (h, other) -> false, small.nodes);
        for (int h = 0; h < with.length; h++) {
            double exact = Math.log(with[h] / (all - with[h]));
            if (assignment.isChosen(h)) {
                assertTrue(rivals.logOdds(h) <= exact + 1.2, rivals.logOdds(h) + " against " + exact);
            }
        }
    }

    @RepeatedTest(200)
    void subsets_areAllThatThereAre(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        long[] amounts = new long[2 + random.nextInt(9)];
        Arrays.setAll(amounts, i -> 1 + random.nextInt(12));
        long sum = 2 + random.nextInt(40);
        TreeSet<String> slow = new TreeSet<>();
        for (int mask = 0; mask < 1 << amounts.length; mask++) {
            long made = 0;
            List<Integer> places = new ArrayList<>();
            for (int i = 0; i < amounts.length; i++) {
                if ((mask >> i & 1) == 1) {
                    made += amounts[i];
                    places.add(i);
                }
            }
            if (made == sum && places.size() >= 2) {
                slow.add(places.toString());
            }
        }
        SubsetSums.Found found = SubsetSums.of(amounts, sum, 100_000);
        TreeSet<String> fast = new TreeSet<>();
        found.subsets().forEach(s -> fast.add(Arrays.toString(s)));
        assertEquals(slow, fast);
        assertTrue(found.complete());
        if (slow.size() > 2) {
            SubsetSums.Found few = SubsetSums.of(amounts, sum, 2);
            assertEquals(2, few.subsets().size());
            assertTrue(!few.complete());
        }
    }

    /** Against all pairs of sets, with the parts sought by trying. */
    @RepeatedTest(100)
    void manySides_areTheLeastSetsThatBalance(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        long[] lines = random.longs(2 + random.nextInt(4), 1, 12).toArray();
        long[] entries = random.longs(2 + random.nextInt(5), 1, 12).toArray();
        TreeSet<String> expected = new TreeSet<>();
        for (int a = 1; a < 1 << lines.length; a++) {
            for (int b = 1; b < 1 << entries.length; b++) {
                if (balances(lines, a, entries, b) && Integer.bitCount(a) > 1 && Integer.bitCount(b) > 1) {
                    boolean least = true;
                    for (int c = 1; c <= a; c++) {
                        for (int d = 1; d <= b; d++) {
                            boolean part = (c & ~a) == 0 && (d & ~b) == 0 && (c != a || d != b);
                            least &= !(part && balances(lines, c, entries, d));
                        }
                    }
                    if (least) {
                        expected.add(a + ":" + b);
                    }
                }
            }
        }
        TreeSet<String> found = new TreeSet<>();
        for (int[][] sets : ManySides.balanced(lines, entries, Integer.MAX_VALUE)) {
            found.add(bits(sets[0]) + ":" + bits(sets[1]));
        }
        assertEquals(expected, found);
    }

    private static int bits(int[] places) {
        return Arrays.stream(places).map(p -> 1 << p).sum();
    }

    private static boolean balances(long[] lines, int some, long[] entries, int others) {
        long sum = 0;
        for (int i = 0; i < lines.length; i++) {
            sum += (some >> i & 1) * lines[i];
        }
        for (int i = 0; i < entries.length; i++) {
            sum -= (others >> i & 1) * entries[i];
        }
        return sum == 0;
    }

    @Test
    void manyAmounts_findTripletsAndAllButTwo_andTellThatThereMayBeOthers() {
        long[] amounts = new long[60];
        Arrays.setAll(amounts, i -> 1_000L + 7L * i * i);
        long total = Arrays.stream(amounts).sum();
        SubsetSums.Found found = SubsetSums.of(amounts, amounts[3] + amounts[17] + amounts[40], 50);
        assertTrue(found.subsets().stream().anyMatch(s -> Arrays.equals(s, new int[] {3, 17, 40})));
        assertTrue(SubsetSums.of(amounts, total - amounts[5] - amounts[9], 50).subsets().stream()
                .anyMatch(s -> s.length == 58));
        assertTrue(!found.complete());
    }

    /** Equal amounts, equal days, equal names: the worst that can be given. Work is counted, not timed. */
    @Test
    void thousandsOfEqualLines_areComparedABoundedNumberOfTimes() {
        List<BankLine> lines = new ArrayList<>();
        List<LedgerItem> items = new ArrayList<>();
        for (int i = 0; i < 3_000; i++) {
            lines.add(new BankLine(
                    new BankLineId(i), DAY.plusDays(i % 5), DAY, 10_000, "", "", "", "", "DEPOSIT", "DEP"));
            items.add(new LedgerItem(
                    new CashEntry(new CashEntryId(i), DAY.plusDays(i % 4), 10_000, "D-" + i % 7, "", "Payer", ""),
                    MovementKind.DEPOSIT));
        }
        Terms terms = new Terms(lines, items);
        PairSearch search = new PairSearch(new Comparison(terms, new Payers()));
        Weights.Table table = new Weights().table();
        int most = 0;
        for (int l = 0; l < lines.size(); l++) {
            most = Math.max(most, search.of(l, table).entries().length);
        }
        assertTrue(most <= PairSearch.MOST_KEPT, most + " pairs of a line");
        MatchingResult result = new LinkageMatching().propose(lines, items, Learned.NOTHING);
        assertEquals(3_000, result.byLine().size());
        assertTrue(result.firm().isEmpty());
    }
}
