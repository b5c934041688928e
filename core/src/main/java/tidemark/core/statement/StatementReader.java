package tidemark.core.statement;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/** Reads one format of statement file, as a stream. */
public interface StatementReader {
    /**
     * Reads to the end or to the first thing that does not fit.
     *
     * @param in not closed by the reader
     * @param assumed the currency for formats that name none
     * @throws RuleViolation naming the line, what was found, what was expected; what the sink got before is void
     * @throws IOException when the stream itself fails
     */
    void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException;

    /** Short name of the format, such as {@code camt.053}. */
    String format();

    /**
     * Chooses the reader by what the file begins with, never by its name. The stream must support mark and is reset.
     *
     * @throws RuleViolation {@code file.empty} or {@code file.format}
     */
    static StatementReader detect(BufferedInputStream in) throws IOException {
        in.mark(4096);
        byte[] head = in.readNBytes(2048);
        in.reset();
        String start =
                new String(head, StandardCharsets.UTF_8).replace("\uFEFF", "").stripLeading();
        if (start.isEmpty()) {
            throw new RuleViolation(
                    "file.empty", "", "an empty file", "a bank statement", "Choose the file the bank gave you.");
        }
        if (start.startsWith("<")) {
            return new Camt053Reader();
        }
        for (byte b : head) {
            if (b >= 0 && b < 32 && b != '\n' && b != '\r' && b != '\t') {
                throw new RuleViolation(
                        "file.format",
                        "",
                        "a file that is not text",
                        "a camt.053 XML file or a CSV file with a header row",
                        "Ask the bank for the statement as camt.053, or save it as CSV.");
            }
        }
        return new CsvStatementReader();
    }

    /** Detects and reads everything into memory. Cost: O(size). */
    static List<ReadStatement> readAll(InputStream in, CurrencyUnit assumed) throws IOException {
        BufferedInputStream buffered = new BufferedInputStream(in, 1 << 16);
        List<ReadStatement> out = new ArrayList<>();
        StatementCollector collector = new StatementCollector(out::add);
        detect(buffered).read(buffered, assumed, collector);
        collector.finish();
        return out;
    }
}
