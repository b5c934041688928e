package tidemark.bench;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamReader;
import org.joda.money.CurrencyUnit;
import tidemark.core.format.StatementFiles;
import tidemark.core.format.StatementSink;
import tidemark.core.given.BankFiles;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/**
 * Each reader against a bare pass over the same file: camt against a StAX pass that only counts events, the line-based
 * formats against reading the file's lines; how the time of camt grows with the file; and a million lines with a small
 * heap.
 */
final class ReadingBenchmark implements Benchmarks.Benchmark {
    private static final LocalDate FROM = LocalDate.of(2026, 1, 1);
    private static final LocalDate TO = LocalDate.of(2026, 12, 31);
    private static final int LINES = 100_000;

    @Override
    public void run() throws Exception {
        BankFiles.Made made = BankFiles.statement(1, LINES, FROM, TO);
        byte[] camt = BankFiles.camt(made);
        Pairs.compare(
                "reading camt.053, 100,000 lines, " + camt.length / 1_000_000 + " MB",
                4,
                9,
                "reader",
                round -> read(camt, LINES),
                "bare StAX pass",
                round -> pass(camt));
        Map<String, Function<BankFiles.Made, byte[]>> formats = new LinkedHashMap<>();
        formats.put("MT940", BankFiles::mt940);
        formats.put("BAI2", BankFiles::bai);
        formats.put("OFX", BankFiles::ofx);
        formats.put("CSV", BankFiles::csv);
        for (Map.Entry<String, Function<BankFiles.Made, byte[]>> format : formats.entrySet()) {
            BankFiles.Made own = format.getKey().equals("BAI2") ? BankFiles.statement(1, LINES, TO, TO) : made;
            byte[] file = format.getValue().apply(own);
            Pairs.compare(
                    "reading " + format.getKey() + ", 100,000 lines, " + file.length / 1_000_000 + " MB",
                    4,
                    9,
                    "reader",
                    round -> read(file, LINES),
                    "lines of the file",
                    round -> lines(file));
        }
        grow();
        formats.put("camt.053", BankFiles::camt);
        for (Map.Entry<String, Function<BankFiles.Made, byte[]>> format : formats.entrySet()) {
            BankFiles.Made million =
                    BankFiles.statement(3, 1_000_000, format.getKey().equals("BAI2") ? TO : FROM, TO);
            System.out.printf(
                    "reading %s with a heap of %d MB: %s%n",
                    format.getKey(),
                    SmallHeap.MEGABYTES,
                    SmallHeap.read(format.getValue().apply(million)));
        }
    }

    /** Time for a line at 10,000, 100,000 and 1,000,000 lines. */
    private static void grow() throws Exception {
        double[] perLine = new double[3];
        int[] sizes = {10_000, 100_000, 1_000_000};
        for (int i = 0; i < sizes.length; i++) {
            byte[] file = BankFiles.camt(BankFiles.statement(2, sizes[i], FROM, TO));
            int rounds = i == 0 ? 30 : 5;
            double[] times = new double[rounds];
            for (int r = 0; r < rounds; r++) {
                long start = System.nanoTime();
                read(file, sizes[i]);
                times[r] = (System.nanoTime() - start) / 1e3 / sizes[i];
            }
            perLine[i] = Pairs.median(times);
        }
        System.out.printf(
                "camt.053 as it grows: %.2f, %.2f, %.2f microseconds a line at 10k, 100k, 1M lines; ratio 1M to 10k %.2f%n",
                perLine[0], perLine[1], perLine[2], perLine[2] / perLine[0]);
    }

    private static void read(byte[] file, int expected) throws IOException {
        Counting sink = new Counting();
        new StatementFiles(StatementFiles.Limits.USUAL, List.of())
                .read(new ByteArrayInputStream(file), CurrencyUnit.USD, sink);
        if (sink.lines != expected) {
            throw new IllegalStateException("read " + sink.lines);
        }
    }

    private static void pass(byte[] file) throws Exception {
        XMLInputFactory factory = new WstxInputFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        XMLStreamReader xml = factory.createXMLStreamReader(new ByteArrayInputStream(file));
        int events = 0;
        while (xml.hasNext()) {
            xml.next();
            events++;
        }
        if (events < LINES) {
            throw new IllegalStateException("passed " + events);
        }
    }

    private static void lines(byte[] file) throws IOException {
        try (BufferedReader in =
                new BufferedReader(new InputStreamReader(new ByteArrayInputStream(file), StandardCharsets.UTF_8))) {
            int count = 0;
            while (in.readLine() != null) {
                count++;
            }
            if (count < LINES) {
                throw new IllegalStateException("counted " + count);
            }
        }
    }

    /** Counts lines, and stops at the first warning. */
    static class Counting implements StatementSink {
        private int lines;

        int lines() {
            return lines;
        }

        @Override
        public void begin(StatementFacts soFar) {}

        @Override
        public void line(ReadLine line) {
            lines++;
        }

        @Override
        public void end(StatementFacts all) {}

        @Override
        public void warn(ReadWarning warning) {
            throw new IllegalStateException(warning.toString());
        }
    }
}
