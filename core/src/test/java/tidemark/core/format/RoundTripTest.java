package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.xml.sax.SAXException;
import tidemark.core.given.BankFiles;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.StatementHeader;

/** The same statements, written in each format from a seed, read back as they were. */
class RoundTripTest {
    private static final LocalDate FROM = LocalDate.of(2026, 6, 1);
    private static final LocalDate TO = LocalDate.of(2026, 6, 30);
    static final Map<String, Function<BankFiles.Made, byte[]>> FORMATS = Map.of(
            "camt.053", BankFiles::camt,
            "OFX", BankFiles::ofx,
            "MT940", BankFiles::mt940,
            "BAI2", BankFiles::bai,
            "CSV", BankFiles::csv,
            "QIF", BankFiles::qif);

    static StatementFiles.Contents read(byte[] file) throws IOException {
        return new StatementFiles(StatementFiles.Limits.USUAL, List.of())
                .readAll(new ByteArrayInputStream(file), CurrencyUnit.USD);
    }

    @ParameterizedTest
    @ValueSource(strings = {"camt.053", "OFX", "MT940", "BAI2", "CSV", "QIF"})
    void written_readsBackTheSame(String format) throws IOException {
        for (long seed = 1; seed <= 60; seed++) {
            int count = 1 + new Random(seed).nextInt(40);
            // an account of BAI2 stands for one day
            BankFiles.Made made = BankFiles.statement(seed, count, format.equals("BAI2") ? TO : FROM, TO);
            StatementFiles.Contents read = read(FORMATS.get(format).apply(made));
            String told = format + ", seed " + seed;
            assertEquals(format, read.format(), told);
            assertEquals(List.of(), read.warnings(), told);
            ReadStatement s = read.statements().getFirst();
            List<BankLine> lines = s.lines().stream().map(ReadLine::line).toList();
            assertEquals(
                    made.lines().stream().map(l -> kept(l, format)).toList(),
                    lines.stream().map(l -> kept(l, format)).toList(),
                    told);
            s.facts().closing().ifPresent(c -> assertEquals(made.header().closingMinorUnits(), c.minorUnits(), told));
            s.facts().opening().ifPresent(o -> assertEquals(made.header().openingMinorUnits(), o.minorUnits(), told));
        }
    }

    /** Bytes as they come from a slow line: a few at a time, so that anything may be parted anywhere. */
    private static InputStream inPieces(byte[] file, Random random) {
        return new FilterInputStream(new ByteArrayInputStream(file)) {
            @Override
            public int read(byte[] into, int offset, int length) throws IOException {
                return super.read(into, offset, Math.min(length, 1 + random.nextInt(9)));
            }

            @Override
            public int available() {
                return 0;
            }
        };
    }

    @ParameterizedTest
    @ValueSource(strings = {"camt.053", "OFX", "MT940", "BAI2", "CSV", "QIF"})
    void read_inPiecesOfAnySize_isTheSame(String format) throws IOException {
        for (long seed = 1; seed <= 25; seed++) {
            BankFiles.Made made = BankFiles.statement(seed, 12, format.equals("BAI2") ? TO : FROM, TO);
            String plain = new String(FORMATS.get(format).apply(made), StandardCharsets.UTF_8);
            String odd =
                    seed % 2 == 0 ? plain : plain.replace("berth", "kai é €").replace("\n", "\r\n");
            byte[] file = odd.getBytes(StandardCharsets.UTF_8);
            StatementFiles.Contents whole = read(file);
            StatementFiles.Contents pieces = new StatementFiles(StatementFiles.Limits.USUAL, List.of())
                    .readAll(inPieces(file, new Random(seed)), CurrencyUnit.USD);
            assertEquals(whole, pieces, format + ", seed " + seed);
            assertEquals(12, whole.statements().getFirst().lines().size());
            if (seed % 2 == 1) {
                assertTrue(
                        whole.statements()
                                .getFirst()
                                .lines()
                                .getFirst()
                                .line()
                                .text()
                                .contains("kai é €"),
                        odd);
            }
        }
    }

    /** What a format has room for. */
    private static BankLine kept(BankLine l, String format) {
        boolean qif = format.equals("QIF");
        boolean names = !format.equals("BAI2");
        boolean codes = format.equals("camt.053") || format.equals("MT940") || format.equals("CSV");
        return new BankLine(
                l.id(),
                l.bookingDate(),
                l.valueDate(),
                l.minorUnits(),
                l.checkNumber().isEmpty() || format.equals("camt.053") || format.equals("OFX") || format.equals("CSV")
                        ? l.reference()
                        : "",
                qif ? "" : l.bankReference(),
                l.checkNumber(),
                names ? l.counterparty() : "",
                l.text(),
                codes ? l.code() : "");
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 7})
    void odd_charactersAndValueDates_surviveCamtAndOfx(int seed) throws IOException {
        BankLine odd = new BankLine(
                new BankLineId(1),
                FROM,
                FROM.plusDays(seed),
                -1,
                "E<&>\"" + seed,
                "B]]>",
                "20421",
                "Ømsby & <Søn>",
                "text \"1\" é € 𝄞",
                "CHK");
        BankFiles.Made made = new BankFiles.Made(
                new StatementHeader("QH-1 <&> 2", "S", CurrencyUnit.USD, FROM, TO, 500, 499), List.of(odd));
        assertEquals(
                odd,
                read(BankFiles.camt(made))
                        .statements()
                        .getFirst()
                        .lines()
                        .getFirst()
                        .line());
        assertEquals(
                kept(odd, "OFX"),
                kept(
                        read(BankFiles.ofx(made))
                                .statements()
                                .getFirst()
                                .lines()
                                .getFirst()
                                .line(),
                        "OFX"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"camt.053", "OFX", "MT940", "BAI2", "CSV", "QIF"})
    void packed_readsTheSame(String format) throws IOException {
        BankFiles.Made made = BankFiles.statement(9, 20, format.equals("BAI2") ? TO : FROM, TO);
        byte[] plain = FORMATS.get(format).apply(made);
        ByteArrayOutputStream gz = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(gz)) {
            out.write(plain);
        }
        assertEquals(read(plain).statements(), read(gz.toByteArray()).statements());
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(zip)) {
            for (String name : List.of("june/a.any", "b.any", "__MACOSX/b.any")) {
                out.putNextEntry(new ZipEntry(name));
                out.write(name.startsWith("__") ? "junk".getBytes(StandardCharsets.UTF_8) : plain);
                out.closeEntry();
            }
        }
        assertEquals(2, read(zip.toByteArray()).statements().size());
    }

    @Test
    void camt_written_validatesAgainstItsSchema() throws Exception {
        Schema schema = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
                .newSchema(RoundTripTest.class.getResource("/camt.053.001.08.xsd"));
        String text = "berth and yard ".repeat(40).strip();
        BankLine large = new BankLine(
                new BankLineId(1),
                FROM,
                TO,
                -99,
                "R".repeat(60),
                "B".repeat(90),
                "1".repeat(40),
                "N".repeat(200),
                text,
                "C".repeat(80));
        for (BankFiles.Made made : List.of(
                BankFiles.statement(4, 50, FROM, TO),
                BankFiles.statement(5, 0, FROM, TO),
                new BankFiles.Made(
                        new StatementHeader("", "", CurrencyUnit.JPY, FROM, TO, -1, -100), List.of(large)))) {
            byte[] file = BankFiles.camt(made);
            schema.newValidator().validate(new StreamSource(new ByteArrayInputStream(file)));
            List<BankLine> back = read(file).statements().getFirst().lines().stream()
                    .map(ReadLine::line)
                    .toList();
            assertEquals(
                    made.lines().stream().map(BankLine::text).toList(),
                    back.stream().map(BankLine::text).toList());
        }
        byte[] spoiled = new String(BankFiles.camt(BankFiles.statement(4, 5, FROM, TO)), StandardCharsets.UTF_8)
                .replace("<Sts>", "<Status>")
                .replace("</Sts>", "</Status>")
                .getBytes(StandardCharsets.UTF_8);
        assertThrows(
                SAXException.class,
                () -> schema.newValidator().validate(new StreamSource(new ByteArrayInputStream(spoiled))));
    }
}
