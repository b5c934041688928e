package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

class CamtAndCsvTest {
    static final String OLD_CAMT = """
            <?xml version="1.0" encoding="UTF-8"?>
            <c:Document xmlns:c="urn:iso:std:iso:20022:tech:xsd:camt.053.001.02"><c:BkToCstmrStmt><c:Stmt>
            <c:Id>S-6</c:Id>
            <c:Acct><c:Id><c:IBAN>QH12 0021 7731</c:IBAN></c:Id><c:Ccy>USD</c:Ccy></c:Acct>
            <c:Bal><c:Tp><c:CdOrPrtry><c:Cd>PRCD</c:Cd></c:CdOrPrtry></c:Tp><c:Amt Ccy="USD">100</c:Amt>
              <c:CdtDbtInd>CRDT</c:CdtDbtInd><c:Dt><c:Dt>2026-05-31</c:Dt></c:Dt></c:Bal>
            <c:Bal><c:Tp><c:CdOrPrtry><c:Cd>CLBD</c:Cd></c:CdOrPrtry></c:Tp><c:Amt Ccy="USD">90.50</c:Amt>
              <c:CdtDbtInd>CRDT</c:CdtDbtInd><c:Dt><c:Dt>2026-06-30</c:Dt></c:Dt></c:Bal>
            <c:Ntry><c:Amt Ccy="USD">9.50</c:Amt><c:CdtDbtInd>DBIT</c:CdtDbtInd><c:Sts>BOOK</c:Sts>
              <c:BookgDt><c:DtTm>2026-06-04T09:00:00</c:DtTm></c:BookgDt>
              <c:AcctSvcrRef>B1</c:AcctSvcrRef><c:BkTxCd><c:Domn><c:Cd>PMNT</c:Cd><c:Fmly><c:Cd>ICHQ</c:Cd>
              <c:SubFmlyCd>CCHQ</c:SubFmlyCd></c:Fmly></c:Domn></c:BkTxCd>
              <c:NtryDtls><c:TxDtls><c:Refs><c:EndToEndId>NOTPROVIDED</c:EndToEndId><c:ChqNb>0020421</c:ChqNb></c:Refs>
              <c:RltdPties><c:Cdtr><c:Nm>Dunmore Timber</c:Nm></c:Cdtr></c:RltdPties>
              <c:RmtInf><c:Ustrd>Oak</c:Ustrd><c:Ustrd>planking</c:Ustrd></c:RmtInf></c:TxDtls></c:NtryDtls></c:Ntry>
            <c:Ntry><c:Amt Ccy="USD">1</c:Amt><c:CdtDbtInd>DBIT</c:CdtDbtInd><c:Sts>PDNG</c:Sts>
              <c:ValDt><c:Dt>2026-07-01</c:Dt></c:ValDt></c:Ntry>
            </c:Stmt></c:BkToCstmrStmt></c:Document>
            """;

    private static StatementFiles.Contents contents(String text) throws IOException {
        return new StatementFiles(StatementFiles.Limits.USUAL, List.of())
                .readAll(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), CurrencyUnit.USD);
    }

    private static List<ReadStatement> read(String text) throws IOException {
        return contents(text).statements();
    }

    private static RuleViolation refused(String text) {
        return assertThrows(RuleViolation.class, () -> read(text));
    }

    @Test
    void camt_oldVersionWithPrefix_isReadInFull() throws IOException {
        ReadStatement s = read(OLD_CAMT).getFirst();
        assertEquals(LocalDate.of(2026, 6, 1), s.facts().from().orElseThrow());
        assertEquals(10_000, s.facts().opening().orElseThrow().minorUnits());
        assertEquals(9_050, s.facts().closing().orElseThrow().minorUnits());
        assertEquals(2, s.lines().size());
        assertTrue(s.lines().getLast().pending());
        assertEquals(List.of(s.lines().getFirst()), s.booked());
        BankLine line = s.lines().getFirst().line();
        assertEquals(-950, line.minorUnits());
        assertEquals("20421", line.checkNumber());
        assertEquals("", line.reference());
        assertEquals("Dunmore Timber", line.counterparty());
        assertEquals("Oak planking", line.text());
        assertEquals(9, s.lines().getFirst().fileLine());
    }

    @Test
    void camt_balanceWithASubtype_keepsItsType() throws IOException {
        String subtyped = OLD_CAMT.replace(
                "<c:Cd>CLBD</c:Cd></c:CdOrPrtry>",
                "<c:Cd>CLBD</c:Cd></c:CdOrPrtry><c:SubTp><c:Cd>ADJT</c:Cd></c:SubTp>");
        assertEquals(
                9_050, read(subtyped).getFirst().facts().closing().orElseThrow().minorUnits());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            camt.053.001.02 | camt.053.001.01 | file.format
            camt.053.001.02 | pain.001.001.03 | file.format
            <c:Amt Ccy="USD">9.50 | <c:Amt Ccy="EUR">9.50 | currency.other
            <c:Amt Ccy="USD">9.50 | <c:Amt Ccy="USD">9.505 | amount.places
            <c:Amt Ccy="USD">9.50 | <c:Amt Ccy="USD">-9.50 | amount.negative
            2026-06-04T09 | 2026-06-54T09 | date.unreadable
            <c:CdtDbtInd>DBIT</c:CdtDbtInd><c:Sts>BOOK | <c:CdtDbtInd>MAYB</c:CdtDbtInd><c:Sts>BOOK | side.unreadable
            2026-05-31 | 2026-07-31 | statement.period
            </c:Document> | <c:Doc | xml.malformed
            <c:Ccy>USD | <c:Ccy>US$ | currency.unknown
            <c:BookgDt><c:DtTm>2026-06-04T09:00:00</c:DtTm></c:BookgDt> | <c:RvslInd>true</c:RvslInd> | line.date.missing
            """)
    void camt_withOneFault_isRefusedByItsCode(String good, String bad, String code) {
        RuleViolation refused = refused(OLD_CAMT.replace(good, bad));
        assertEquals(code, refused.code());
        assertTrue(refused.problems().getFirst().where().startsWith("line "), refused.getMessage());
    }

    @Test
    void camt_withDoctype_isRefusedBeforeAnyEntity() {
        assertEquals(
                "xml.doctype",
                refused("<!DOCTYPE a [<!ENTITY x SYSTEM 'file:///etc/hostname'>]>" + OLD_CAMT.substring(39))
                        .code());
    }

    @Test
    void camt_cutAtAnyPlace_isRefusedAndNeverHangs() {
        for (int i = 1; i < OLD_CAMT.length() - 2; i += 7) {
            String cut = OLD_CAMT.substring(0, i);
            assertThrows(RuleViolation.class, () -> read(cut), "cut at " + i);
        }
    }

    private static final String CSV = """
            date,amount,balance,bank_reference,text
            2026-06-02,-12.00,988.00,B1,Fee
            2026-06-03,5.00,993.00,B2,Interest
            """;

    @Test
    void csv_simple_givesBalancesAndTheWholeMonth() throws IOException {
        ReadStatement s = read(CSV).getFirst();
        assertEquals(100_000, s.facts().opening().orElseThrow().minorUnits());
        assertEquals(99_300, s.facts().closing().orElseThrow().minorUnits());
        assertEquals(LocalDate.of(2026, 6, 30), s.facts().to().orElseThrow());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            text | note | file.column | line 1, column 5
            -12.00 | -12,00 | file.fields | line 2
            -12.00 | twelve | amount.unreadable | line 2, amount
            2026-06-03 | 3 June | date.unreadable | line 3, date
            5.00 | 0 | amount.zero | line 3, amount
            """)
    void csv_withOneFault_isRefusedWithItsPlace(String good, String bad, String code, String where) {
        RuleViolation refused = refused(CSV.replaceFirst(java.util.regex.Pattern.quote(good), bad));
        assertEquals(code, refused.code());
        assertEquals(where, refused.problems().getFirst().where());
    }

    @Test
    void csv_notUtf8_isRefused() {
        byte[] latin = CSV.replace("Fee", "Gebühr").getBytes(StandardCharsets.ISO_8859_1);
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> new StatementFiles(StatementFiles.Limits.USUAL, List.of())
                        .readAll(new ByteArrayInputStream(latin), CurrencyUnit.USD));
        assertEquals("file.charset", refused.code());
    }

    @Test
    void sums_thatBreak_areToldWithTheirFiguresAndLine() throws IOException {
        ReadWarning running =
                contents(CSV.replace("993.00", "994.00")).warnings().getFirst();
        assertEquals("statement.running", running.problem().code());
        assertEquals(3, running.line());
        assertTrue(running.decides());
        assertTrue(running.problem().found().contains("994.00"), running.toString());
        ReadWarning sum =
                contents(OLD_CAMT.replace("90.50", "90.00")).warnings().getFirst();
        assertEquals("statement.sum", sum.problem().code());
        assertTrue(sum.problem().expected().contains("(0.50) apart"), sum.toString());
        ReadWarning missing =
                contents(OLD_CAMT.replace("CLBD", "CLAV")).warnings().getFirst();
        assertEquals("statement.balance.missing", missing.problem().code());
    }

    @Test
    void csv_newestFirst_hasTheSameBalances() throws IOException {
        String turned = """
                date,amount,balance
                2026-06-03,5.00,993.00
                2026-06-02,-12.00,988.00
                """;
        StatementFiles.Contents read = contents(turned);
        assertEquals(List.of(), read.warnings());
        StatementFacts facts = read.statements().getFirst().facts();
        assertEquals(100_000, facts.opening().orElseThrow().minorUnits());
        assertEquals(99_300, facts.closing().orElseThrow().minorUnits());
    }

    @Test
    void detect_emptyOrBinary_isRefused() {
        assertEquals("file.empty", refused("  \n ").code());
        assertEquals("archive.broken", refused("PK\u0003\u0004 zip").code());
    }
}
