package tidemark.core.statement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

class StatementReaderTest {
    private static final String OLD_CAMT = """
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
            <c:Ntry><c:Amt Ccy="USD">1</c:Amt><c:CdtDbtInd>DBIT</c:CdtDbtInd><c:Sts>PDNG</c:Sts></c:Ntry>
            </c:Stmt></c:BkToCstmrStmt></c:Document>
            """;

    private static List<ReadStatement> read(String text) throws IOException {
        return StatementReader.readAll(
                new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), CurrencyUnit.USD);
    }

    private static RuleViolation refused(String text) {
        return assertThrows(RuleViolation.class, () -> read(text));
    }

    @Test
    void camt_oldVersionWithPrefix_isReadInFull() throws IOException {
        ReadStatement s = read(OLD_CAMT).getFirst();
        assertEquals(LocalDate.of(2026, 6, 1), s.header().from());
        assertEquals(10_000, s.header().openingMinorUnits());
        assertEquals(9_050, s.header().closingMinorUnits());
        assertEquals(1, s.lines().size());
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
        assertEquals(9_050, read(subtyped).getFirst().header().closingMinorUnits());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            camt.053.001.02 | camt.052.001.02 | file.format
            <c:Amt Ccy="USD">9.50 | <c:Amt Ccy="EUR">9.50 | currency.other
            <c:Amt Ccy="USD">9.50 | <c:Amt Ccy="USD">9.505 | amount.places
            <c:Amt Ccy="USD">9.50 | <c:Amt Ccy="USD">-9.50 | amount.negative
            2026-06-04T09 | 2026-06-54T09 | date.unreadable
            <c:CdtDbtInd>DBIT</c:CdtDbtInd><c:Sts>BOOK | <c:CdtDbtInd>MAYB</c:CdtDbtInd><c:Sts>BOOK | side.unreadable
            CLBD | ITBD | statement.balance.missing
            2026-05-31 | 2026-07-31 | statement.period
            </c:Document> | <c:Doc | xml.malformed
            <c:Ccy>USD | <c:Ccy>US$ | currency.unknown
            <c:BookgDt><c:DtTm>2026-06-04T09:00:00</c:DtTm></c:BookgDt> | <c:ValDt/> | line.date.missing
            """)
    void camt_withOneFault_isRefusedByItsCode(String good, String bad, String code) {
        if (bad.contains("ValDt")) {
            bad = "<c:ValDt><c:Dt>2026-06-04</c:Dt></c:ValDt>";
        }
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

    @RepeatedTest(40)
    void camt_written_readsBackTheSame(RepetitionInfo seed) throws IOException {
        Random random = new Random(seed.getCurrentRepetition());
        List<BankLine> lines = lines(random, random.nextInt(30));
        long closing = 500 + lines.stream().mapToLong(BankLine::minorUnits).sum();
        StatementHeader header = new StatementHeader(
                "QH-1 <&> 2", "S", CurrencyUnit.USD, LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 30), 500, closing);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Camt053Writer.write(header, lines, out);
        ReadStatement back = StatementReader.readAll(new ByteArrayInputStream(out.toByteArray()), CurrencyUnit.EUR)
                .getFirst();
        assertEquals(header, back.header(), "seed " + seed.getCurrentRepetition());
        assertEquals(lines, back.lines().stream().map(ReadLine::line).toList());
        assertEquals(List.of(), checks(header.openingMinorUnits()).problems(back));
    }

    private static List<BankLine> lines(Random random, int count) {
        List<BankLine> lines = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            LocalDate day = LocalDate.of(2026, 6, 1 + random.nextInt(30));
            lines.add(new BankLine(
                    new BankLineId(i),
                    day,
                    day.plusDays(random.nextInt(3)),
                    random.nextInt(1, 1_000_000) * (random.nextBoolean() ? 1L : -1L),
                    random.nextBoolean() ? "E2E-" + i : "",
                    "B" + i,
                    random.nextBoolean() ? Integer.toString(20_000 + i) : "",
                    random.nextBoolean() ? "Ømsby & <Søn>" : "",
                    random.nextBoolean() ? "text \"" + i + "\" é" : "",
                    "CHK"));
        }
        return lines;
    }

    private static StatementIntegrity checks(long lastClosing) {
        return new StatementIntegrity(
                "QH1<&>2",
                CurrencyUnit.USD,
                new StatementIntegrity.Balance(LocalDate.of(2026, 5, 31), lastClosing),
                Set.of("SEEN"));
    }

    private static final String CSV = """
            date,amount,balance,bank_reference,text
            2026-06-02,-12.00,988.00,B1,Fee
            2026-06-03,5.00,993.00,B2,Interest
            """;

    @Test
    void csv_simple_givesBalancesAndTheWholeMonth() throws IOException {
        ReadStatement s = read(CSV).getFirst();
        assertEquals(100_000, s.header().openingMinorUnits());
        assertEquals(99_300, s.header().closingMinorUnits());
        assertEquals(LocalDate.of(2026, 6, 30), s.header().to());
        assertEquals(List.of(), checks(100_000).problems(s));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            date,amount | date,sum | file.column | line 1, column 2
            balance | text2 | file.column | line 1, column 3
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
                RuleViolation.class, () -> StatementReader.readAll(new ByteArrayInputStream(latin), CurrencyUnit.USD));
        assertEquals("file.charset", refused.code());
    }

    @Test
    void integrity_namesEachBreak() throws IOException {
        assertEquals(List.of("statement.opening"), codes(checks(99_900), CSV));
        assertEquals(List.of("statement.running"), codes(checks(100_000), CSV.replace("993.00", "994.00")));
        assertEquals(List.of("line.twice"), codes(checks(100_000), CSV.replace("B2", "B1")));
        assertEquals(List.of("line.known"), codes(checks(100_000), CSV.replace("B2", "SEEN")));
        assertEquals(
                List.of("statement.overlap", "statement.opening"),
                codes(
                        checks(100_000),
                        CSV.replace("2026-06", "2026-05").replace("988", "987").replace("993", "992")));
        assertEquals(List.of("statement.missing"), codes(checks(100_000), CSV.replace("2026-06", "2026-08")));
        assertEquals(List.of("statement.account"), codes(checks(10_000), OLD_CAMT));
        StatementIntegrity euro = new StatementIntegrity(
                "x", CurrencyUnit.EUR, new StatementIntegrity.Balance(LocalDate.of(2026, 5, 31), 0), Set.of());
        assertEquals(List.of("statement.currency"), codes(euro, CSV));
        StatementIntegrity sum = new StatementIntegrity(
                "QH1200217731",
                CurrencyUnit.USD,
                new StatementIntegrity.Balance(LocalDate.of(2026, 5, 31), 10_000),
                Set.of());
        assertEquals(List.of("statement.sum"), codes(sum, OLD_CAMT.replace("90.50", "90.00")));
        assertEquals(List.of("line.outside.period"), codes(sum, OLD_CAMT.replace("2026-06-04T", "2026-07-04T")));
    }

    private static List<String> codes(StatementIntegrity integrity, String text) throws IOException {
        return integrity.problems(read(text).getFirst()).stream()
                .map(Problem::code)
                .toList();
    }

    @Test
    void detect_emptyOrBinary_isRefused() {
        assertEquals("file.empty", refused("  \n ").code());
        assertEquals("file.format", refused("PK\u0003\u0004 zip").code());
    }
}
