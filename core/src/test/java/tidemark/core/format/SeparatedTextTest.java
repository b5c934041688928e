package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tidemark.core.problem.RuleViolation;

/** Rows of separated values, held against a library that reads them in its own way. */
class SeparatedTextTest {
    private static final String[] LINE_ENDS = {"\n", "\r\n", "\r"};

    private record Row(int number, List<String> fields) {}

    /** Gives few characters at a time. */
    private static Reader dribbling(String text, Random random) {
        return new FilterReader(new StringReader(text)) {
            @Override
            public int read(char[] into, int offset, int length) throws IOException {
                return super.read(into, offset, Math.min(length, 1 + random.nextInt(5)));
            }
        };
    }

    private static List<Row> ours(Reader in, char separator) throws IOException {
        SeparatedText rows = new SeparatedText(in, separator);
        List<Row> all = new ArrayList<>();
        while (rows.next()) {
            all.add(new Row(rows.number(), rows.texts()));
        }
        return all;
    }

    @SuppressWarnings("removal")
    private static List<Row> library(String text, char separator) throws IOException {
        List<Row> all = new ArrayList<>();
        try (CsvReader<CsvRecord> reader = CsvReader.builder()
                .fieldSeparator(separator)
                .allowExtraFields(true)
                .allowMissingFields(true)
                .allowExtraCharsAfterClosingQuote(true)
                .skipEmptyLines(false)
                .ofCsvRecord(text)) {
            reader.forEach(r -> all.add(new Row((int) r.getStartingLineNumber(), List.copyOf(r.getFields()))));
        }
        return all;
    }

    private static String some(Random random, String alphabet) {
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(5); i > 0; i--) {
            text.append(alphabet.charAt(random.nextInt(alphabet.length())));
        }
        return text.toString();
    }

    private static String field(Random random, char separator) {
        if (random.nextInt(2) == 0) {
            String plain = some(random, "ab é€\" ");
            return plain.startsWith("\"") ? "x" + plain : plain;
        }
        String quoted = some(random, "ab\n\r\"\"é" + separator).replace("\"", "\"\"");
        return "\"" + quoted + "\"" + (random.nextInt(4) == 0 ? some(random, "c d") : "");
    }

    @Test
    void anyText_isReadAsTheLibraryReadsIt_orHasAQuoteThatIsNeverEnded() throws IOException {
        int read = 0;
        int refused = 0;
        for (long seed = 0; seed < 60_000; seed++) {
            Random random = new Random(seed);
            char separator = ",;\t|".charAt(random.nextInt(4));
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(9); i > 0; i--) {
                text.append(field(random, separator));
                text.append(random.nextInt(3) > 0 ? String.valueOf(separator) : LINE_ENDS[random.nextInt(3)]);
            }
            if (random.nextInt(3) == 0) {
                text.setLength(random.nextInt(text.length() + 1));
            }
            String whole = text.toString();
            try {
                List<Row> rows = ours(dribbling(whole, random), separator);
                assertEquals(library(whole, separator), rows, () -> "“" + whole + "”");
                read++;
            } catch (RuleViolation e) {
                assertEquals(
                        "a quote that is never ended", e.problems().getFirst().found());
                // the library takes what is left as the last row; with the quote that is missing, so do we
                List<Row> there = library(whole, separator);
                List<Row> ended = ours(new StringReader(whole + "\""), separator);
                assertEquals(there.size(), ended.size(), whole);
                assertEquals(there.subList(0, there.size() - 1), ended.subList(0, there.size() - 1), whole);
                refused++;
            }
        }
        assertTrue(read > 40_000 && refused > 3_000, read + " read, " + refused + " refused");
    }

    @Test
    void rows_longerThanTheBuffer_areWhole() throws IOException {
        Random random = new Random(7);
        StringBuilder text = new StringBuilder();
        for (int row = 0; row < 300; row++) {
            for (int field = 1 + random.nextInt(30); field > 0; field--) {
                boolean quoted = random.nextInt(3) == 0;
                String value = "x".repeat(random.nextInt(1_500)) + (quoted ? ",\r\n\"\"" : "") + row;
                text.append(quoted ? "\"" + value + "\"" : value).append(field > 1 ? "," : "\r\n");
            }
        }
        assertEquals(library(text.toString(), ','), ours(new StringReader(text.toString()), ','));
    }

    @Test
    void mark_atTheBeginning_isPassedOver_andARowWithoutEndIsRefused() throws IOException {
        assertEquals(List.of(new Row(1, List.of("a", "b"))), ours(new StringReader("\uFEFFa,b"), ','));
        assertEquals(List.of(), ours(new StringReader("\uFEFF"), ','));
        Reader endless = new Reader() {
            @Override
            public int read(char[] into, int offset, int length) {
                java.util.Arrays.fill(into, offset, offset + length, 'x');
                return length;
            }

            @Override
            public void close() {}
        };
        assertEquals(
                "file.csv",
                assertThrows(RuleViolation.class, () -> ours(endless, ',')).code());
        RuleViolation nul = assertThrows(RuleViolation.class, () -> ours(new StringReader("a\n\"b\0"), ','));
        assertEquals("file.nul", nul.code());
        assertEquals("line 2", nul.problems().getFirst().where());
    }
}
