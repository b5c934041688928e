package tidemark.core.format;

import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/**
 * One coverage-guided fuzzer for each reader, run by {@code ./tidemark fuzz}: whatever the bytes, a reader reads or
 * refuses them, and nothing else. Sums are checked on the way as they are for real files.
 */
class ReadersFuzz {
    private static final String TIME = "30s";

    private static void read(StatementReader reader, byte[] file) throws IOException {
        try {
            reader.read(
                    new ByteArrayInputStream(file),
                    CurrencyUnit.USD,
                    new SumCheck(new CollectingSink(), CurrencyUnit.USD));
        } catch (RuleViolation e) {
            if (e.problems().isEmpty()) {
                throw new AssertionError("a refusal without a reason", e);
            }
        }
    }

    @FuzzTest(maxDuration = TIME)
    void camt(byte[] file) throws IOException {
        read(new CamtReader(), file);
    }

    @FuzzTest(maxDuration = TIME)
    void mt(byte[] file) throws IOException {
        read(new MtReader(), file);
    }

    @FuzzTest(maxDuration = TIME)
    void ofx(byte[] file) throws IOException {
        read(new OfxReader(), file);
    }

    @FuzzTest(maxDuration = TIME)
    void bai(byte[] file) throws IOException {
        read(new BaiReader(), file);
    }

    @FuzzTest(maxDuration = TIME)
    void qif(byte[] file) throws IOException {
        read(new QifReader(), file);
    }

    @FuzzTest(maxDuration = TIME)
    void csv(byte[] file) throws IOException {
        read(new CsvStatementReader(), file);
    }

    /** A spreadsheet whose first sheet is these bytes. */
    @FuzzTest(maxDuration = TIME)
    void xlsx(byte[] sheet) throws IOException {
        byte[] shared = Workbooks.text("<sst><si><t>Date</t></si><si><t>Amount</t></si></sst>");
        files(Workbooks.of(sheet, shared));
    }

    @FuzzTest(maxDuration = TIME)
    void anything(byte[] file) throws IOException {
        files(file);
    }

    private static void files(byte[] file) throws IOException {
        try {
            new StatementFiles(new StatementFiles.Limits(1 << 22, 20), List.of())
                    .readAll(new ByteArrayInputStream(file), CurrencyUnit.USD);
        } catch (RuleViolation e) {
            if (e.problems().isEmpty()) {
                throw new AssertionError("a refusal without a reason", e);
            }
        }
    }
}
