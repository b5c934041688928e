package tidemark.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import tidemark.core.given.AccountYear;
import tidemark.core.ledger.CashEntry;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Learned;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.LinkageMatching;
import tidemark.core.matching.MatchingResult;
import tidemark.core.statement.BankLine;

/**
 * How often the engine is right, on made-up years whose truth is known, beside two simple ways: the only entry of the
 * amount within three days; and the check number or reference, else the nearest in time of the amount. Then companies of
 * another make ({@link CompanyBenchmark}), and time and memory as the lines grow.
 */
final class MatchingBenchmark implements Benchmarks.Benchmark {
    private static final int SEEDS = Integer.getInteger("seeds", 5);
    private static final int[] SIZES = Arrays.stream(
                    System.getProperty("sizes", "20000,200000,1000000").split(","))
            .mapToInt(Integer::parseInt)
            .toArray();
    /** Lines of a year of a busy account. */
    private static final int A_YEAR = 200_000;

    private static final int LINES = Integer.getInteger("lines", 4_000);

    @Override
    public void run() throws Exception {
        System.out.printf("%-12s %-34s %9s %9s %9s %8s%n", "profile", "way", "precision", "recall", "first", "wrong");
        for (AccountYear.Profile profile : AccountYear.ALL) {
            Score engine = new Score();
            Score unique = new Score();
            Score nearest = new Score();
            for (int seed = 1; seed <= SEEDS; seed++) {
                AccountYear year = new AccountYear(profile, LINES, seed);
                engine.add(year, new LinkageMatching().propose(year.lines, year.items, Learned.NOTHING));
                unique.addPairs(year, uniqueAmount(year));
                nearest.addPairs(year, keyElseNearest(year));
            }
            engine.print(profile.name(), "engine, firm");
            unique.print(profile.name(), "unique amount within 3 days");
            nearest.print(profile.name(), "key, else nearest of the amount");
        }
        new CompanyBenchmark().run();
        if (!Boolean.getBoolean("quick")) {
            grow();
        }
    }

    /** Longer at as many lines a day as a year of the middle size has, then all of it within one year. */
    private static void grow() {
        Timed before = null;
        Timed ofAYear = null;
        for (int size : SIZES) {
            before = time(size, Math.max(365, 365 * size / A_YEAR), before);
            ofAYear = size == A_YEAR ? before : ofAYear;
        }
        if (SIZES[SIZES.length - 1] > A_YEAR) {
            time(SIZES[SIZES.length - 1], 365, ofAYear);
        }
    }

    private record Timed(int lines, double seconds) {
        /** How many times as long for twice as many, were it the same for each doubling from the other to this. */
        double forEachDoubling(Timed from) {
            double doublings = Math.log((double) lines / from.lines) / Math.log(2);
            return Math.pow(seconds / from.seconds, 1 / doublings);
        }
    }

    private static Timed time(int size, int days, @Nullable Timed before) {
        AccountYear year = new AccountYear(AccountYear.TYPICAL, size, 11, days);
        System.gc();
        Peak peak = new Peak();
        long start = System.nanoTime();
        MatchingResult result = new LinkageMatching().propose(year.lines, year.items, Learned.NOTHING);
        Timed now = new Timed(size, (System.nanoTime() - start) / 1e9);
        System.out.printf(
                "%,d lines of %,d days against %,d entries: %.1f s%s, peak heap %d MB, %,d firm%n",
                year.lines.size(),
                days,
                year.items.size(),
                now.seconds(),
                before == null
                        ? ""
                        : ", %.2f times for each doubling of %,d"
                                .formatted(now.forEachDoubling(before), before.lines()),
                peak.stop(),
                result.firm().size());
        return now;
    }

    /** Watches the heap from a thread of its own. */
    private static final class Peak {
        private volatile boolean running = true;
        private volatile long most;
        private final Thread thread = Thread.ofPlatform().daemon().start(() -> {
            while (running) {
                Runtime r = Runtime.getRuntime();
                most = Math.max(most, r.totalMemory() - r.freeMemory());
                java.util.concurrent.locks.LockSupport.parkNanos(20_000_000);
            }
        });

        long stop() {
            running = false;
            thread.interrupt();
            return most / 1_000_000;
        }
    }

    private record Pair(long line, long entry) {}

    private static List<Pair> uniqueAmount(AccountYear year) {
        Map<Long, List<CashEntry>> byAmount = byAmount(year);
        Map<Long, Pair> taken = new HashMap<>();
        Set<Long> twice = new HashSet<>();
        for (BankLine line : year.lines) {
            List<CashEntry> near = byAmount.getOrDefault(line.minorUnits(), List.of()).stream()
                    .filter(e -> days(line, e) <= 3)
                    .toList();
            if (near.size() == 1) {
                long entry = near.getFirst().id().value();
                if (taken.put(entry, new Pair(line.id().value(), entry)) != null) {
                    twice.add(entry);
                }
            }
        }
        twice.forEach(taken::remove);
        return List.copyOf(taken.values());
    }

    private static List<Pair> keyElseNearest(AccountYear year) {
        Map<Long, List<CashEntry>> byAmount = byAmount(year);
        Map<String, CashEntry> byKey = new HashMap<>();
        for (LedgerItem item : year.items) {
            byKey.put(item.entry().checkNumber() + item.entry().reference(), item.entry());
        }
        Set<Long> used = new HashSet<>();
        List<Pair> out = new ArrayList<>();
        for (BankLine line : year.lines) {
            String key = line.checkNumber() + line.reference();
            CashEntry entry = key.isEmpty() ? null : byKey.get(key);
            if (entry == null
                    || entry.minorUnits() != line.minorUnits()
                    || used.contains(entry.id().value())) {
                entry = byAmount.getOrDefault(line.minorUnits(), List.of()).stream()
                        .filter(e -> !used.contains(e.id().value()))
                        .min(Comparator.comparingLong((CashEntry e) -> days(line, e))
                                .thenComparing(CashEntry::id))
                        .orElse(null);
            }
            if (entry != null) {
                used.add(entry.id().value());
                out.add(new Pair(line.id().value(), entry.id().value()));
            }
        }
        return out;
    }

    private static long days(BankLine line, CashEntry entry) {
        return Math.abs(line.bookingDate().toEpochDay() - entry.date().toEpochDay());
    }

    private static Map<Long, List<CashEntry>> byAmount(AccountYear year) {
        Map<Long, List<CashEntry>> out = new HashMap<>();
        year.items.forEach(i -> out.computeIfAbsent(i.entry().minorUnits(), k -> new ArrayList<>())
                .add(i.entry()));
        return out;
    }

    /** Counts what was taken and what was right. */
    private static final class Score {
        private int lines;
        private int right;
        private int exact;
        private int exactFound;
        private int any;
        private int first;

        void add(AccountYear year, MatchingResult result) {
            Map<Long, AccountYear.Truth> truth = year.byLine();
            Set<Long> found = new HashSet<>();
            for (Candidate c : result.firm()) {
                for (var id : c.lines()) {
                    lines++;
                    if (same(c, truth.get(id.value()))) {
                        right++;
                        found.add(id.value());
                    }
                }
            }
            for (BankLine line : year.lines) {
                AccountYear.Truth t = truth.get(line.id().value());
                if (t == null) {
                    continue;
                }
                any++;
                if (t.exact()) {
                    exact++;
                    exactFound += found.contains(line.id().value()) ? 1 : 0;
                }
                List<Candidate> candidates = result.candidates(line.id());
                if (!candidates.isEmpty() && same(candidates.getFirst(), t)) {
                    first++;
                }
            }
        }

        private static boolean same(Candidate c, AccountYear.@Nullable Truth t) {
            if (t == null) {
                return false;
            }
            Set<Long> l = new TreeSet<>();
            Set<Long> e = new TreeSet<>();
            c.lines().forEach(id -> l.add(id.value()));
            c.entries().forEach(id -> e.add(id.value()));
            return l.equals(t.lines()) && e.equals(t.entries());
        }

        void addPairs(AccountYear year, List<Pair> pairs) {
            Map<Long, AccountYear.Truth> truth = year.byLine();
            for (Pair pair : pairs) {
                lines++;
                AccountYear.Truth t = truth.get(pair.line());
                if (t != null && t.lines().size() == 1 && t.entries().equals(Set.of(pair.entry()))) {
                    right++;
                    first++;
                    exactFound += t.exact() ? 1 : 0;
                }
            }
            any += truth.size();
            exact += (int)
                    truth.values().stream().filter(AccountYear.Truth::exact).count();
        }

        void print(String profile, String way) {
            System.out.printf(
                    "%-12s %-34s %9.5f %9.4f %9.4f %8d%n",
                    profile,
                    way,
                    right / (double) Math.max(1, lines),
                    exactFound / (double) exact,
                    first / (double) any,
                    lines - right);
        }
    }
}
