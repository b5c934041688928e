package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** A good file with one thing made wrong: what is told of it, where, and what was found there. */
public class RefusedFilesTest {
    private static Arguments wrong(String good, String part, String instead, String code, String where, String found) {
        assertTrue(good.contains(part), part);
        return Arguments.of(good.replace(part, instead), code, where, found);
    }

    /** File, code, where and found. */
    public static Stream<Arguments> files() {
        String mt = FormatExamplesTest.MT;
        String mt942 = FormatExamplesTest.MT942;
        String bai = FormatExamplesTest.BAI;
        String ofx = FormatExamplesTest.OFX1;
        String qif = FormatExamplesTest.QIF;
        String camt = CamtAndCsvTest.OLD_CAMT;
        return Stream.of(
                wrong(
                        mt,
                        ":61:260603D100,NCHK",
                        ":61:260603X100,NCHK",
                        "mt.line",
                        "line 9, :61:",
                        "“260603X100,NCHK0020421”"),
                wrong(mt, "plain text that is\n", "x\n".repeat(500), "mt.field", "line 211", "“x”"),
                wrong(mt, ":60F:C260531EUR1000,00", ":60F:1000,00", "balance.unreadable", "line 5, :60F:", "“1000,00”"),
                wrong(mt, ":62M:C260603EUR", ":62M:C260603USD", "currency.other", "line 12, :62M:", "a balance in USD"),
                wrong(mt, "EUR1000,00", "XQX1000,00", "currency.unknown", "line 5, :60F:", "“XQX”"),
                wrong(mt942, ":90D:1USD20,00", ":90D:USD", "total.unreadable", "line 11, :90D:", "“USD”"),
                wrong(bai, "16,475,2600,", "16,777x,2600,", "bai.record", "line 7", "“777x” as type code"),
                wrong(bai, "16,475,2600,", "16,475,-2600,", "amount.negative", "line 7", "“-2600”"),
                wrong(
                        ofx,
                        "</BANKTRANLIST>",
                        "</STMTRS>",
                        "ofx.malformed",
                        "line 13",
                        "</STMTRS> where <BANKTRANLIST> is open"),
                wrong(ofx, "<DTPOSTED>20260605", "", "line.date.missing", "line 12", "a movement without a date"),
                wrong(qif, "D06/13/2026\n", "", "qif.record", "line 12", "a record without a date (D)"),
                wrong(
                        camt,
                        "<c:Amt Ccy=\"USD\">9.50",
                        "<c:Amt Ccy=\"USD\">-9.50",
                        "amount.negative",
                        "line 9",
                        "“-9.50”"),
                wrong(
                        camt,
                        "<c:Ntry><c:Amt Ccy=\"USD\">9.50",
                        "<c:Ntry><c:Amt Ccy=\"EUR\">9.50",
                        "currency.other",
                        "line 9",
                        "an amount in EUR"),
                wrong(
                        camt,
                        "9.50</c:Amt><c:CdtDbtInd>DBIT",
                        "9.50</c:Amt><c:CdtDbtInd>OUT",
                        "side.unreadable",
                        "line 9",
                        "“OUT” as CdtDbtInd"),
                wrong(
                        camt,
                        "<c:BookgDt><c:DtTm>2026-06-04T09:00:00</c:DtTm></c:BookgDt>",
                        "",
                        "line.date.missing",
                        "line 9",
                        "an entry without a booking date"),
                Arguments.of(
                        "date,amount,balance\n2026-06-02,1.00,1.00\n2026-06-03,2.00\n",
                        "file.fields",
                        "line 3",
                        "2 fields"));
    }

    @ParameterizedTest
    @MethodSource("files")
    void file_withOneThingWrong_isRefusedByName(String file, String code, String where, String found) {
        Problem problem = refused(file.getBytes(StandardCharsets.UTF_8), List.of());
        assertEquals(code, problem.code(), problem.toString());
        assertEquals(where, problem.where(), problem.toString());
        assertTrue(problem.found().contains(found), problem.toString());
        assertNotEquals("", problem.expected());
        assertNotEquals("", problem.remedy());
    }

    private static Problem refused(byte[] file, List<ColumnMapping> mappings) {
        return assertThrows(
                        RuleViolation.class,
                        () -> new StatementFiles(StatementFiles.Limits.USUAL, mappings)
                                .readAll(new ByteArrayInputStream(file), CurrencyUnit.USD))
                .problems()
                .getFirst();
    }

    private static ColumnMapping mapping(Map<Column, List<Integer>> columns, int skip) {
        return new ColumnMapping(
                "bank",
                "UTF-8",
                ',',
                skip,
                List.of("Day", "In", "Out", "Side"),
                DateOrder.YEAR_FIRST,
                '.',
                false,
                columns);
    }

    @Test
    void table_whoseColumnsContradict_isRefusedByName() {
        ColumnMapping two = mapping(
                Map.of(Column.BOOKING_DATE, List.of(0), Column.MONEY_IN, List.of(1), Column.MONEY_OUT, List.of(2)), 0);
        Problem twice =
                refused("Day,In,Out,Side\n2026-06-02,1.00,2.00,\n".getBytes(StandardCharsets.UTF_8), List.of(two));
        assertEquals("amount.twice", twice.code());
        assertEquals("line 2", twice.where());
        assertEquals("money in of 1.00 and money out of 2.00", twice.found());
        ColumnMapping side =
                mapping(Map.of(Column.BOOKING_DATE, List.of(0), Column.AMOUNT, List.of(1), Column.SIDE, List.of(3)), 0);
        Problem word =
                refused("Day,In,Out,Side\n2026-06-02,1.00,,maybe\n".getBytes(StandardCharsets.UTF_8), List.of(side));
        assertEquals("side.unreadable", word.code());
        assertEquals("line 2, side", word.where());
        assertEquals("“MAYBE”", word.found());
    }

    @Test
    void mapping_thatCannotBe_isRefusedByName() {
        List<String> codes = assertThrows(
                        RuleViolation.class,
                        () -> mapping(Map.of(Column.BOOKING_DATE, List.of(0), Column.AMOUNT, List.of(900)), 400))
                .problems()
                .stream()
                .map(p -> p.code() + " " + p.where() + ": " + p.found())
                .toList();
        assertEquals(
                List.of("mapping.place AMOUNT: column 901", "mapping.rows skipRows: 400 rows to skip, 4 columns"),
                codes.stream().sorted().toList());
    }

    @Test
    void workbook_thatIsNone_isRefusedByName() throws java.io.IOException {
        byte[] zip = Workbooks.of("<row><c r=".getBytes(StandardCharsets.UTF_8), new byte[0]);
        assertEquals("file.xlsx", refused(zip, List.of()).code());
    }
}
