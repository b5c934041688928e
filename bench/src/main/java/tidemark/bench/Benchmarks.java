package tidemark.bench;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;

/** Runs all benchmarks, or those that are named. */
public final class Benchmarks {
    private Benchmarks() {}

    /** A benchmark prints its own figures. */
    interface Benchmark {
        void run() throws Exception;
    }

    public static void main(String[] args) throws Exception {
        Map<String, Benchmark> all = new LinkedHashMap<>();
        all.put("reading", new ReadingBenchmark());
        all.put("import", new ImportBenchmark());
        all.put("ladder", new LadderBenchmark());
        all.put("scrolling", new ScrollingBenchmark());
        all.put("posting", new PostingBenchmark());
        all.put("find", new FindBenchmark());
        all.put("desk", new DeskBenchmark());
        all.put("collections", new CollectionBenchmark());
        all.put("petty-cash", new PettyCashBenchmark());
        all.put("load", new LoadBenchmark());
        all.put("matching", new MatchingBenchmark());
        for (Map.Entry<String, Benchmark> e : all.entrySet()) {
            if (args.length == 0 || Arrays.asList(args).contains(e.getKey())) {
                e.getValue().run();
            }
        }
        System.exit(0);
    }
}
