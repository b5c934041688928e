package tidemark.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.format.StatementFiles;

/** Reads one file from disk in a process of its own whose heap is small; runs out of memory where a reader keeps lines. */
final class SmallHeap {
    static final int MEGABYTES = 256;

    private SmallHeap() {}

    public static void main(String[] args) throws IOException {
        ReadingBenchmark.Counting sink = new ReadingBenchmark.Counting();
        long start = System.nanoTime();
        try (InputStream in = Files.newInputStream(Path.of(args[0]))) {
            new StatementFiles(StatementFiles.Limits.USUAL, List.of()).read(in, CurrencyUnit.USD, sink);
        }
        System.out.printf("%,d lines in %,d ms", sink.lines(), (System.nanoTime() - start) / 1_000_000);
    }

    /** What the process says of the file. */
    static String read(byte[] file) throws Exception {
        Path path = Files.createTempFile("statement", ".any");
        try {
            Files.write(path, file);
            Process process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-Xmx" + MEGABYTES + "m",
                            "-cp",
                            System.getProperty("java.class.path"),
                            SmallHeap.class.getName(),
                            path.toString())
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            if (process.waitFor() != 0) {
                throw new IllegalStateException("reading " + path + " failed: " + said);
            }
            return said;
        } finally {
            Files.delete(path);
        }
    }
}
