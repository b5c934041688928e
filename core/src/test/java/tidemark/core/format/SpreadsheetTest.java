package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.core.given.BankFiles;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;

/** Statements that come as a spreadsheet: the same lines as elsewhere, and nothing that breaks the reader. */
class SpreadsheetTest {
    private static final LocalDate FROM = LocalDate.of(2026, 6, 1);
    private static final LocalDate TO = LocalDate.of(2026, 6, 30);
    private static final String HEAD =
            "<row r='1'><c r='A1' t='str'><v>Date</v></c><c r='B1' t='str'><v>Amount</v></c></row>";

    private static StatementFiles.Contents read(byte[] file) throws IOException {
        return RoundTripTest.read(file);
    }

    private static RuleViolation refused(byte[] file) {
        return assertTimeoutPreemptively(
                Duration.ofSeconds(30), () -> assertThrows(RuleViolation.class, () -> read(file)));
    }

    @Test
    void written_readsBackTheSame() throws IOException {
        for (long seed = 1; seed <= 40; seed++) {
            BankFiles.Made made = BankFiles.statement(seed, 2 + (int) seed, FROM, TO);
            StatementFiles.Contents read = read(Workbooks.of(made));
            ReadStatement s = read.statements().getFirst();
            assertEquals("XLSX", read.format());
            assertEquals(
                    made.lines().stream().map(SpreadsheetTest::told).toList(),
                    s.lines().stream()
                            .map(ReadLine::line)
                            .map(SpreadsheetTest::told)
                            .toList(),
                    "seed " + seed);
            assertEquals(
                    made.header().closingMinorUnits(),
                    s.facts().closing().orElseThrow().minorUnits());
            assertEquals(
                    List.of("mapping.guessed"),
                    read.warnings().stream().map(w -> w.problem().code()).toList());
        }
    }

    private static String told(BankLine line) {
        return line.bookingDate() + " " + line.valueDate() + " " + line.minorUnits() + " " + line.text();
    }

    @Test
    void amount_ofABinaryFraction_isExact() throws IOException {
        String rows = HEAD + "<row r='2'><c r='A2' s='1'><v>46175</v></c><c r='B2'><v>0.30000000000000004</v></c></row>"
                + "<row r='5'><c r='A5' t='str'><v>2026-06-03</v></c><c r='B5'><v>1.2E3</v></c></row>";
        List<ReadLine> lines =
                read(Workbooks.of(rows, "")).statements().getFirst().lines();
        assertEquals(
                List.of(30L, 120_000L),
                lines.stream().map(l -> l.line().minorUnits()).toList());
        assertEquals(LocalDate.of(2026, 6, 2), lines.getFirst().line().bookingDate());
        assertEquals(5, lines.get(1).fileLine());
    }

    @Test
    void amount_ofMorePlacesThanItsCurrency_isToldWithItsRow() throws IOException {
        String rows = HEAD + "<row r='2'><c r='A2' t='str'><v>2026-06-03</v></c><c r='B2'><v>12.5</v></c></row>"
                + "<row r='3'><c r='A3' t='str'><v>2026-06-03</v></c><c r='B3'><v>12.345</v></c></row>";
        RuleViolation refused = refused(Workbooks.of(rows, ""));
        assertEquals("amount.places", refused.code());
        assertEquals("line 3, amount", refused.problems().getFirst().where());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<row r='2'><c r='A2' t='s'><v>7</v></c></row>",
                "<row r='2'><c r='A2' t='s'><v>-1</v></c></row>",
                "<row r='2'><c r='A2' t='s'><v>99999999999999</v></c></row>",
                "<row r='2'><c r='A2' s='-1'><v>1</v></c><c r='B2'><v>1</v></c></row>",
                "<row r='2'><c r='A2' s='1'><v>9e300</v></c><c r='B2'><v>1</v></c></row>",
                "<row r='2'><c r='A2' s='1'><v>1e999999999</v></c><c r='B2'><v>1e999999999</v></c></row>",
                "<row r='-7'><c r='A-7' t='str'><v>2026-06-03</v></c><c r='B2'><v>x</v></c></row>",
                "<row r='2'><c r='ZZZZZZZZ2' t='str'><v>x</v></c></row>",
                "<row r='2147483647'><c r='A2147483647' t='str'><v>x</v></c></row>",
                "<row r='2'><c t='str'><v>x</v></c></row>",
                "<row r='2'><c r='A2' t='odd'><v>x</v></c></row>",
                "<row r='2'><c r='A2'><v>"
            })
    void sheet_thatIsDamaged_isRefusedInWords(String rows) throws IOException {
        RuleViolation refused = refused(Workbooks.of(HEAD + rows, "<si><t>only</t></si>"));
        assertTrue(
                !refused.problems().getFirst().remedy().isBlank(),
                () -> refused.problems().toString());
    }

    @Test
    void entities_areNeverExpanded() throws IOException {
        String laughs = "<!DOCTYPE x [<!ENTITY a 'ha'><!ENTITY b '&a;&a;&a;&a;'><!ENTITY c '&b;&b;&b;&b;'>]>";
        String outside = "<!DOCTYPE x [<!ENTITY c SYSTEM 'file:///etc/hostname'>]>";
        for (String doctype : List.of(laughs, outside)) {
            byte[] shared = Workbooks.text(doctype + "<sst><si><t>&c;</t></si></sst>");
            byte[] sheet = Workbooks.sheet(HEAD + "<row r='2'><c r='A2' t='s'><v>0</v></c></row>");
            refused(Workbooks.of(sheet, shared));
            byte[] inSheet =
                    Workbooks.text(doctype + "<worksheet><sheetData><row r='1'><c r='A1' t='str'><v>&c;</v></c>"
                            + "</row></sheetData></worksheet>");
            refused(Workbooks.of(inSheet, Workbooks.text("<sst/>")));
        }
    }

    @Test
    void workbook_cutAtEveryPlace_isRefused() throws IOException {
        byte[] whole = Workbooks.of(BankFiles.statement(3, 3, FROM, TO));
        // the directory at its end is not needed for reading
        int content = whole.length - 700;
        for (int i = 0; i < content; i += 7) {
            byte[] cut = Arrays.copyOf(whole, i);
            int at = i;
            assertThrows(RuleViolation.class, () -> read(cut), () -> "cut at " + at);
        }
    }

    @Test
    void byte_changedAnywhere_isReadOrRefused() throws IOException {
        byte[] whole = Workbooks.of(BankFiles.statement(4, 3, FROM, TO));
        for (int i = 0; i < whole.length; i++) {
            byte[] changed = whole.clone();
            changed[i] ^= 0x15;
            try {
                read(changed);
            } catch (RuleViolation e) {
                assertTrue(!e.problems().isEmpty());
            }
        }
    }

    @Test
    void sheet_ofEndlessText_isRefusedAtItsBound() throws IOException {
        byte[] bomb =
                Workbooks.of(HEAD + "<row r='2'><c r='A2' t='str'><v>" + "A".repeat(80_000_000) + "</v></c></row>", "");
        assertEquals(
                "archive.size",
                assertThrows(
                                RuleViolation.class,
                                () -> new StatementFiles(new StatementFiles.Limits(1 << 24, 20), List.of())
                                        .readAll(new ByteArrayInputStream(bomb), CurrencyUnit.USD))
                        .code());
    }
}
