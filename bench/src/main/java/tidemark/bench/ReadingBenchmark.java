package tidemark.bench;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamReader;
import org.joda.money.CurrencyUnit;
import tidemark.core.statement.Camt053Reader;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.StatementHeader;
import tidemark.core.statement.StatementSink;

/** Reading a camt.053 of 100,000 lines against a bare StAX pass over the same bytes that only counts events. */
final class ReadingBenchmark implements Benchmarks.Benchmark {
    @Override
    public void run() throws Exception {
        Statements100k.Made made =
                Statements100k.make("B-1", 100_000, 0, LocalDate.of(2026, 1, 1), LocalDate.of(2026, 12, 31), "R");
        XMLInputFactory factory = new WstxInputFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        Pairs.compare(
                "reading camt.053, 100,000 lines, " + made.file().length / 1_000_000 + " MB",
                4,
                11,
                "reader",
                round -> {
                    Counting sink = new Counting();
                    new Camt053Reader().read(new ByteArrayInputStream(made.file()), CurrencyUnit.USD, sink);
                    if (sink.lines != 100_000) {
                        throw new IllegalStateException("read " + sink.lines);
                    }
                },
                "bare StAX pass",
                round -> {
                    XMLStreamReader xml = factory.createXMLStreamReader(new ByteArrayInputStream(made.file()));
                    int events = 0;
                    while (xml.hasNext()) {
                        xml.next();
                        events++;
                    }
                    if (events < 100_000) {
                        throw new IllegalStateException("passed " + events);
                    }
                });
    }

    private static final class Counting implements StatementSink {
        private int lines;

        @Override
        public void header(StatementHeader header) {}

        @Override
        public void line(ReadLine line) {
            lines++;
        }
    }
}
