package tidemark.core.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import tidemark.core.given.AccountYear;
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
        double[] exact = exactOdds(small);
        Components components = new Components(small.all, small.nodes);
        Beliefs beliefs = new Beliefs(small.all, small.nodes);
        Assignment assignment = new Assignment(small.all, components, beliefs, small.nodes);
        Rivals rivals = rivals(small, assignment, beliefs);
        for (int h = 0; h < exact.length; h++) {
            if (assignment.isChosen(h)) {
                assertTrue(rivals.logOdds(h) <= exact[h] + 1.2, rivals.logOdds(h) + " against " + exact[h]);
            }
        }
    }

    private static Rivals rivals(Small small, Assignment assignment, Beliefs beliefs) {
        return new Rivals(small.all, assignment, beliefs::logOdds, beliefs::logOdds, (h, other) -> false, small.nodes);
    }

    /** Where the surest came first, exchanges never make the whole worse and leave little that could be better. */
    @Test
    void exchanges_bringTheSurestFirstToTheBestOfAll() {
        int rough = 0;
        int exchanged = 0;
        int seeds = 400;
        for (int seed = 0; seed < seeds; seed++) {
            Small small = Small.of(new Random(seed + 5_000L), seed % 2 == 0);
            double best = 0;
            for (int chosen = 0; chosen < 1 << small.all.count(); chosen++) {
                best = small.fits(chosen) ? Math.max(best, small.weight(chosen)) : best;
            }
            Beliefs beliefs = new Beliefs(small.all, small.nodes);
            Components components = new Components(small.all, small.nodes);
            Assignment surest = new Assignment(small.all, components, beliefs, small.nodes, false);
            Rivals rivals = rivals(small, surest, beliefs);
            int before = bits(h -> surest.isChosen(h), small.all.count());
            int after = bits(rivals::isChosen, small.all.count());
            assertTrue(small.fits(after), "seed " + seed);
            assertTrue(small.weight(after) >= small.weight(before) - 1e-9, "seed " + seed);
            rough += small.weight(before) > best - 1e-9 ? 1 : 0;
            exchanged += small.weight(after) > best - 1e-9 ? 1 : 0;
        }
        assertTrue(exchanged >= seeds * .99 && exchanged > rough, rough + " were the best, then " + exchanged);
    }

    private static int bits(IntPredicate chosen, int count) {
        return IntStream.range(0, count).filter(chosen).map(h -> 1 << h).sum();
    }

    /** On a tree messages tell the odds of all ways together, with groups as without. */
    @RepeatedTest(100)
    void beliefs_areExactOnATree(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition() + 9_000L);
        int lines = 1 + random.nextInt(4);
        int nodes = lines + 2 + random.nextInt(4);
        Hypotheses all = new Hypotheses(lines);
        List<Integer> tied = new ArrayList<>(List.of(0));
        for (int e = lines; e < nodes; e++) {
            int l = random.nextInt(lines);
            // a new entry ties at most one line that is tied already to one that is not, so that no circle comes about
            int other = random.nextInt(lines);
            double weight = random.nextDouble() * 8 - 3;
            if (tied.contains(l) && !tied.contains(other)) {
                all.add(weight, l, e);
                all.add(random.nextDouble() * 8 - 3, other, e);
                tied.add(other);
            } else {
                all.add(weight, l, e);
            }
        }
        Small small = new Small(all, lines, nodes);
        double[] exact = exactOdds(small);
        Beliefs beliefs = new Beliefs(all, nodes, 60);
        for (int h = 0; h < all.count(); h++) {
            assertEquals(exact[h], beliefs.logOdds(h), .05, "hypothesis " + h + " of " + all.count());
        }
    }

    private static double[] exactOdds(Small small) {
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
        double sum = all;
        return Arrays.stream(with).map(w -> Math.log(w / (sum - w))).toArray();
    }

    /** Letters rule out no words that are alike: cut, shortened, and with up to two slips. */
    @RepeatedTest(20)
    void letters_ruleOutNothingThatIsAlike(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int alike = 0;
        int ruledOut = 0;
        for (int i = 0; i < 5_000; i++) {
            String word = word(random, 3 + random.nextInt(10));
            StringBuilder other = new StringBuilder(random.nextInt(3) == 0 ? word(random, 7) : word);
            for (int slips = random.nextInt(3); slips > 0; slips--) {
                int at = random.nextInt(other.length());
                switch (random.nextInt(3)) {
                    case 0 -> other.insert(at, (char) ('A' + random.nextInt(26)));
                    case 1 -> other.setCharAt(at, (char) (random.nextInt(9) == 0 ? 0xC4 : 'A' + random.nextInt(26)));
                    default -> other.deleteCharAt(at);
                }
            }
            String banks = random.nextInt(4) == 0 ? other.substring(0, other.length() / 2 + 1) : other.toString();
            boolean mayBe = Likeness.mayBe(Likeness.letters(word), Likeness.letters(banks));
            if (Likeness.of(word, banks) > 0) {
                alike++;
                assertTrue(mayBe, word + " and " + banks);
            }
            ruledOut += mayBe ? 0 : 1;
        }
        assertTrue(alike > 1_000 && ruledOut > 1_000, alike + " alike, " + ruledOut + " ruled out");
    }

    private static String word(Random random, int length) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < length; i++) {
            out.append((char) ('A' + random.nextInt(26)));
        }
        return out.toString();
    }

    /** Against counting; days with no entry, before the first and after the last among them. */
    @RepeatedTest(30)
    void firstOfADay_isWhereAllBeforeItEnd(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        List<LedgerItem> items = new ArrayList<>();
        for (int i = 0; i < random.nextInt(40); i++) {
            items.add(new LedgerItem(
                    new CashEntry(new CashEntryId(i), DAY.plusDays(random.nextInt(30)), 100, "", "", "", ""),
                    MovementKind.OTHER));
        }
        Terms terms = new Terms(List.of(), items);
        int[] some = IntStream.range(0, terms.entries.length)
                .filter(e -> random.nextBoolean())
                .toArray();
        int from = BusinessDays.number(DAY);
        for (int day = from - 10; day < from + 40; day++) {
            int wanted = day;
            assertEquals(
                    Arrays.stream(some)
                            .filter(e -> terms.entries[e].day < wanted)
                            .count(),
                    terms.firstOn(some, day));
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

    /** A pool that does nothing, since its workers wait for something that whoever matches may hold. */
    @Test
    void matching_endsWithoutAnybodyElseWorking() throws InterruptedException {
        AccountYear year = new AccountYear(AccountYear.TYPICAL, 200, 5, 120);
        MatchingResult asUsual = new LinkageMatching().propose(year.lines, year.items, Learned.NOTHING);
        CountDownLatch release = new CountDownLatch(1);
        CountDownLatch busy = new CountDownLatch(ForkJoinPool.getCommonPoolParallelism());
        try {
            for (int i = 0; i < ForkJoinPool.getCommonPoolParallelism(); i++) {
                ForkJoinPool.commonPool().execute(() -> {
                    busy.countDown();
                    try {
                        release.await();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                });
            }
            busy.await();
            MatchingResult alone = assertTimeoutPreemptively(
                    Duration.ofSeconds(60),
                    () -> new LinkageMatching().propose(year.lines, year.items, Learned.NOTHING));
            assertEquals(asUsual.firm(), alone.firm());
        } finally {
            release.countDown();
        }
    }
}
