package tidemark.core.format;

import java.io.IOException;
import java.io.InputStream;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/** Reads one format of statement file, as a stream: memory does not grow with the file. */
public interface StatementReader {
    /**
     * Reads to the end or to the first thing that does not fit.
     *
     * @param in not closed by the reader
     * @param assumed the currency to count in where the format names none
     * @throws RuleViolation naming the line, what was found, what was expected; what the sink got before is void
     * @throws IOException when the stream itself fails
     */
    void read(InputStream in, CurrencyUnit assumed, StatementSink sink) throws IOException;

    /** Short name of the format, such as {@code camt.053}. */
    String format();
}
