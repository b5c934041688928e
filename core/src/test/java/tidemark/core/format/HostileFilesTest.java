package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.core.given.BankFiles;
import tidemark.core.problem.RuleViolation;

/** Files that are cut, damaged, or made to do harm: refused in clear words, quickly, within bounded memory. */
class HostileFilesTest {
    private static final LocalDate DAY = LocalDate.of(2026, 6, 30);
    private static final StatementFiles FILES = new StatementFiles(new StatementFiles.Limits(2L << 30, 100), List.of());

    private static RuleViolation refused(InputStream in) {
        return assertTimeoutPreemptively(
                Duration.ofSeconds(60),
                () -> assertThrows(RuleViolation.class, () -> FILES.read(in, CurrencyUnit.USD, new Counting())));
    }

    private static RuleViolation refused(String text) {
        return refused(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)));
    }

    private static final class Counting implements StatementSink {
        @Override
        public void begin(tidemark.core.statement.StatementFacts soFar) {}

        @Override
        public void line(tidemark.core.statement.ReadLine line) {}

        @Override
        public void end(tidemark.core.statement.StatementFacts all) {}

        @Override
        public void warn(tidemark.core.statement.ReadWarning warning) {}
    }

    @ParameterizedTest
    @ValueSource(strings = {"camt.053", "OFX", "MT940", "BAI2", "QIF"})
    void cut_atEveryByte_isRefusedWithItsPlace(String format) throws IOException {
        BankFiles.Made made = BankFiles.statement(3, 4, DAY, DAY);
        byte[] file = RoundTripTest.FORMATS.get(format).apply(made);
        int end = new String(file, StandardCharsets.UTF_8).stripTrailing().length();
        for (int i = 0; i < end; i++) {
            byte[] cut = Arrays.copyOf(file, i);
            // a list of movements is whole after any of them
            if (format.equals("QIF") && i > 0 && (file[i - 1] == '^' || (file[i - 1] == '\n' && file[i - 2] == '^'))) {
                continue;
            }
            int at = i;
            // between two lines of its last record a list may be meant to end; a person decides
            if (format.equals("QIF") && i > 0 && file[i - 1] == '\n' && isReadWithADecision(cut)) {
                continue;
            }
            RuleViolation refused = assertThrows(
                    RuleViolation.class,
                    () -> FILES.readAll(new ByteArrayInputStream(cut), CurrencyUnit.USD),
                    () -> format + " cut at " + at);
            String code = refused.code();
            assertTrue(
                    refused.problems().getFirst().where().startsWith("line ")
                            || code.equals("file.empty")
                            || code.equals("mapping.needed")
                            || code.equals("statement.none"),
                    () -> format + " cut at " + at + ": " + refused.problems());
        }
    }

    private static boolean isReadWithADecision(byte[] cut) throws IOException {
        try {
            return FILES.readAll(new ByteArrayInputStream(cut), CurrencyUnit.USD).warnings().stream()
                    .anyMatch(w -> w.decides() && w.problem().code().equals("record.end"));
        } catch (RuleViolation refused) {
            return false;
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"camt.053", "OFX", "MT940", "BAI2", "QIF", "CSV"})
    void byte_changedAnywhere_isReadOrRefusedAndNeverBreaksTheReader(String format) throws IOException {
        byte[] file = RoundTripTest.FORMATS.get(format).apply(BankFiles.statement(5, 3, DAY, DAY));
        for (int i = 0; i < file.length; i++) {
            for (byte b : new byte[] {0, (byte) 0xFF, '<', ',', '9', '\n'}) {
                byte[] changed = file.clone();
                changed[i] = b;
                try {
                    FILES.readAll(new ByteArrayInputStream(changed), CurrencyUnit.USD);
                } catch (RuleViolation e) {
                    assertTrue(!e.problems().isEmpty());
                }
            }
        }
    }

    @Test
    void entities_areNeverExpanded() {
        String laughs = "<?xml version=\"1.0\"?><!DOCTYPE a [<!ENTITY x \"ha\"><!ENTITY y \"&x;&x;&x;\">]>"
                + "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\">&y;</Document>";
        assertEquals("xml.doctype", refused(laughs).code());
        assertEquals(
                "xml.doctype",
                refused(laughs.replace("\"ha\"", "SYSTEM \"file:///etc/hostname\""))
                        .code());
        assertEquals(
                "xml.doctype",
                refused("<?OFX OFXHEADER=\"200\"?><!DOCTYPE OFX><OFX></OFX>").code());
    }

    /** Gives the head, then one byte again and again. */
    private static InputStream endless(String head, char filler, long count) {
        return new java.io.SequenceInputStream(
                new ByteArrayInputStream(head.getBytes(StandardCharsets.UTF_8)), new InputStream() {
                    private long left = count;

                    @Override
                    public int read() {
                        return left-- > 0 ? filler : -1;
                    }

                    @Override
                    public int read(byte[] into, int offset, int length) {
                        if (left <= 0) {
                            return -1;
                        }
                        int n = (int) Math.min(left, length);
                        Arrays.fill(into, offset, offset + n, (byte) filler);
                        left -= n;
                        return n;
                    }
                });
    }

    @Test
    void line_ofABillionBytes_isRefusedWithoutKeepingIt() {
        long billion = 1_000_000_000L;
        assertEquals("line.long", refused(endless(":20:", 'A', billion)).code());
        assertEquals("line.long", refused(endless("01,A", 'A', billion)).code());
        assertEquals(
                "line.long", refused(endless("!Type:Bank\nP", 'A', billion)).code());
        assertEquals(
                "text.long",
                refused(endless("OFXHEADER:100\n<OFX><A>", 'A', billion)).code());
        assertEquals(
                "text.long",
                refused(endless("OFXHEADER:100\n<OFX><", 'A', billion)).code());
        assertEquals(
                "file.csv",
                refused(endless("date,amount,balance\n\"", 'A', billion)).code());
        assertEquals(
                "xml.malformed",
                refused(endless(
                                "<Document xmlns=\"urn:iso:std:iso:20022:tech:xsd:camt.053.001.08\"><BkToCstmrStmt><Stmt><Id>",
                                'A',
                                billion))
                        .code());
        assertEquals("xml.malformed", refused("<a>".repeat(100_000)).code());
    }

    /** Bytes are decoded in blocks, but the line that is told is the one they stand in. */
    @Test
    void byteOutsideTheCharset_isToldWithItsLine() {
        String row = "2026-06-02,1.00,1.00,Gebuehr fuer Liegeplatz\n";
        byte[] file = ("date,amount,balance,text\n" + row.repeat(700)).getBytes(StandardCharsets.UTF_8);
        for (int line : List.of(2, 3, 140, 174, 175, 350, 699, 701)) {
            byte[] broken = file.clone();
            broken["date,amount,balance,text\n".length() + row.length() * (line - 1) - 3] = (byte) 0xfc;
            RuleViolation refused = refused(new ByteArrayInputStream(broken));
            assertEquals("file.charset", refused.code());
            assertEquals("line " + line, refused.problems().getFirst().where());
        }
        byte[] cut = Arrays.copyOf(file, file.length + 1);
        cut[file.length] = (byte) 0xc3;
        assertEquals(
                "line 702",
                refused(new ByteArrayInputStream(cut)).problems().getFirst().where());
    }

    @Test
    void nul_andBinary_areRefused() {
        assertEquals(
                "file.nul", refused(":20:S\n:25:A\0B\n" + " ".repeat(20_000)).code());
        assertEquals(
                "file.nul",
                refused("date,amount,balance\n" + "2026-06-01,1.00,1.00\n".repeat(2_000) + "\0")
                        .code());
        assertEquals("file.format", refused("\1\2\3").code());
        byte[] undefined = FormatExamplesTest.OFX1.getBytes(StandardCharsets.UTF_8);
        undefined[undefined.length / 2] = (byte) 0x81;
        assertEquals(
                "file.charset", refused(new ByteArrayInputStream(undefined)).code());
        long line = 1;
        for (int i = 0; i < undefined.length / 2; i++) {
            line += undefined[i] == '\n' ? 1 : 0;
        }
        assertEquals(
                "line " + line,
                refused(new ByteArrayInputStream(undefined))
                        .problems()
                        .getFirst()
                        .where());
        assertEquals("file.empty", refused("\uFEFF \n").code());
    }

    private static RuleViolation small(ByteArrayOutputStream file) {
        StatementFiles files = new StatementFiles(new StatementFiles.Limits(64L << 20, 100), List.of());
        return assertThrows(
                RuleViolation.class,
                () -> files.read(new ByteArrayInputStream(file.toByteArray()), CurrencyUnit.USD, new Counting()));
    }

    @Test
    void bombs_areRefusedAtTheirBound() throws IOException {
        ByteArrayOutputStream gz = new ByteArrayOutputStream();
        byte[] block = new byte[1 << 20];
        Arrays.fill(block, (byte) '\n');
        try (GZIPOutputStream out = new GZIPOutputStream(gz)) {
            out.write(":20:S\n".getBytes(StandardCharsets.UTF_8));
            for (int i = 0; i < 100; i++) {
                out.write(block);
            }
        }
        assertEquals("archive.size", small(gz).code());
        ByteArrayOutputStream zip = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(zip)) {
            out.putNextEntry(new ZipEntry("bomb.csv"));
            for (int i = 0; i < 100; i++) {
                out.write(block);
            }
            out.closeEntry();
        }
        assertEquals("archive.size", small(zip).code());
        ByteArrayOutputStream many = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(many)) {
            for (int i = 0; i < 101; i++) {
                out.putNextEntry(new ZipEntry("f" + i));
                out.write(BankFiles.csv(BankFiles.statement(i, 2, DAY, DAY)));
                out.closeEntry();
            }
        }
        assertEquals(
                "archive.files",
                refused(new ByteArrayInputStream(many.toByteArray())).code());
        ByteArrayOutputStream nested = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(nested)) {
            out.putNextEntry(new ZipEntry("inner.zip"));
            out.write(many.toByteArray());
            out.closeEntry();
        }
        RuleViolation inside = refused(new ByteArrayInputStream(nested.toByteArray()));
        assertEquals("archive.nested", inside.code());
        assertEquals("inner.zip", inside.problems().getFirst().where());
        for (int cut : new int[] {5, 40, 300}) {
            RuleViolation broken =
                    refused(new ByteArrayInputStream(Arrays.copyOf(many.toByteArray(), Math.min(cut, many.size()))));
            assertEquals("archive.broken", broken.code());
        }
        assertEquals(
                "archive.broken",
                refused(new ByteArrayInputStream(Arrays.copyOf(gz.toByteArray(), 40)))
                        .code());
    }
}
