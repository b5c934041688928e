package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.StatementFacts;

/** Files as the standards allow them, with their odd spellings. */
class FormatExamplesTest {
    static final String MT = """
            {1:F01QUILLXXXAXXX0000000000}{2:O9400000260630NORTHXXX}{4:
            :20:STMT1
            :25:10020030/1234567
            :28C:6/1
            :60F:C260531EUR1000,00
            :61:2606010602RCR12,50NTRFNONREF//BR1
            /OCMT/USD13,50/CHGS/USD1,/
            :86:166?00GUTSCHRIFT?20EREF+E2E-77?21SVWZ+Invoice 12?22 and 13?32Merrow?33 Rentals?30BIC
            :61:260603D100,NCHK0020421
            :86:plain text that is
            cut in two
            :62M:C260603EUR887,50
            -}{5:{CHK:123456789ABC}}
            {1:F01QUILLXXXAXXX0000000000}{2:O9400000260630NORTHXXX}{4:
            :20:STMT1
            :25:10020030/1234567
            :28C:6/2
            :60M:C260603EUR887,50
            :61:2612310102C1,FMSCREF//
            :86:/EREF/ABC-1/NAME/Pell Charter/REMI/for the/berth/
            :61:260604RD0,5S103X//Y
            :62F:C260630EUR889,00
            :64:C260630EUR889,00
            :65:C260701EUR889,00
            -}
            """;

    static final String MT942 = """
            :20:INTERIM
            :25:QH-1
            :28C:1
            :34F:USDD0,
            :34F:USDC0,
            :13D:2606041200+0000
            :61:2606040604D20,00NTRFA1//B1
            :61:2606040604C5,00NTRFA2//B2
            :61:260605EC7,00NTRFA3
            :86:expected
            :90D:1USD20,00
            :90C:1USD5,00
            -
            """;

    static final String BAI = """
            01,122099999,123456789,260604,0200,1,80,,2/
            02,123456789,122099999,1,260603,2359,USD,2/
            03,0975312468,,010,500000,,,190,70000000,4,0/
            88,015,504100,,/
            16,165,1500,V,260604,,DD1620,, DEALER PAYMENTS
            88,and more, with comma/slash
            16,475,2600,1,BR9,0020421,CHECK/
            16,108,5200,S,1000,2000,2200,X,Y,text/
            16,890,,,,,only a message/
            49,71013400,8/
            03,0975312469,JPY,015,-77,,D,2,1,5,2,6/
            49,-77,2/
            98,71013323,2,12/
            99,71013323,1,14/
            """;

    static final String OFX1 = """
            OFXHEADER:100
            DATA:OFXSGML
            VERSION:102
            ENCODING:USASCII
            CHARSET:1252

            <OFX><SIGNONMSGSRSV1><SONRS><STATUS><CODE>0<SEVERITY>INFO</STATUS><DTSERVER>20260630</SONRS></SIGNONMSGSRSV1>
            <BANKMSGSRSV1><STMTTRNRS><TRNUID>1<STATUS><CODE>0<SEVERITY>INFO</STATUS><STMTRS><CURDEF>USD
            <BANKACCTFROM><BANKID>1<ACCTID>4711<ACCTTYPE>CHECKING</BANKACCTFROM>
            <BANKTRANLIST><DTSTART>20260601<DTEND>20260630
            <STMTTRN><TRNTYPE>CHECK<DTPOSTED>20260604120000[-5:EST]<TRNAMT>-1240.00<FITID>F1<CHECKNUM>0020421<NAME>Dunmore &amp; Sons<MEMO>Oak</STMTTRN>
            <STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20260605<DTAVAIL>20260608<TRNAMT>12,50<FITID>F2<REFNUM>R-9<PAYEE><NAME>Pell<CITY>Ash</PAYEE><ORIGCURRENCY><CURRATE>1.08<CURSYM>EUR</ORIGCURRENCY></STMTTRN>
            </BANKTRANLIST><LEDGERBAL><BALAMT>100.00<DTASOF>20260630</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>
            """;

    static final String QIF = """
            !Account
            NOperating
            TBank
            ^
            !Type:Bank
            D6/ 4'26
            T-1,240.00
            N20421
            PDunmore
            MOak
            ^
            D06/13/2026
            U5.00
            NDEP
            PInterest
            ^
            """;

    private static StatementFiles.Contents read(byte[] file, ColumnMapping... mappings) throws IOException {
        return new StatementFiles(StatementFiles.Limits.USUAL, List.of(mappings))
                .readAll(new ByteArrayInputStream(file), CurrencyUnit.USD);
    }

    private static StatementFiles.Contents read(String text) throws IOException {
        return read(text.getBytes(StandardCharsets.UTF_8));
    }

    private static BankLine line(ReadStatement statement, int place) {
        return statement.lines().get(place).line();
    }

    @Test
    void mt940_pagesReversalsAndSubfields_areReadInFull() throws IOException {
        StatementFiles.Contents read = read(MT);
        assertEquals("MT940", read.format());
        assertEquals(List.of(), read.warnings());
        ReadStatement s = read.statements().getFirst();
        assertEquals(1, read.statements().size(), "two pages make one statement");
        assertEquals("10020030/1234567", s.facts().accountNumber());
        assertEquals(
                new Balance(LocalDate.of(2026, 5, 31), 100_000),
                s.facts().opening().orElseThrow());
        assertEquals(
                new Balance(LocalDate.of(2026, 6, 30), 88_900),
                s.facts().closing().orElseThrow());
        BankLine first = line(s, 0);
        assertEquals(-1_250, first.minorUnits(), "the reversal of a credit takes money out");
        assertEquals(LocalDate.of(2026, 6, 2), first.bookingDate());
        assertEquals(LocalDate.of(2026, 6, 1), first.valueDate());
        assertEquals("E2E-77", first.reference());
        assertEquals("BR1", first.bankReference());
        assertEquals("Merrow Rentals", first.counterparty());
        assertEquals("Invoice 12 and 13", first.text());
        assertTrue(
                s.lines().getFirst().extra().contains("/OCMT/USD13,50"),
                s.lines().getFirst().extra());
        assertEquals("20421", line(s, 1).checkNumber());
        assertEquals("plain text that is cut in two", line(s, 1).text());
        assertEquals(LocalDate.of(2027, 1, 2), line(s, 2).bookingDate(), "the entry date lies in the year after");
        assertEquals("ABC-1", line(s, 2).reference());
        assertEquals("for the/berth", line(s, 2).text());
        assertEquals(50, line(s, 3).minorUnits(), "the reversal of a debit brings money back");
        assertEquals("S103", line(s, 3).code());
        assertEquals(6, s.lines().getFirst().fileLine());
    }

    @Test
    void mt940_whoseSumBreaks_isToldWhenItIsWhole_andRefusedWhenItBreaksOffThere() throws IOException {
        String plain =
                ":20:S\n:25:QH-1\n:28C:1\n:60F:C260531USD1,00\n:61:260602C12,50NTRFX//B1\n:62F:C260630USD11,00\n";
        assertEquals(
                "statement.sum", read(plain).warnings().getFirst().problem().code());
        assertEquals(
                "file.incomplete",
                assertThrows(RuleViolation.class, () -> read(plain.strip())).code());
        assertEquals(
                List.of(), read(plain.strip().replace("USD11,00", "USD13,50")).warnings());
    }

    @Test
    void mt942_isInterim_withItsTotalsCheckedAndExpectedLinesPending() throws IOException {
        ReadStatement s = read(MT942).statements().getFirst();
        assertEquals(StatementFacts.Kind.INTERIM, s.facts().kind());
        assertEquals(Optional.of(CurrencyUnit.USD), s.facts().currency());
        assertEquals(Optional.empty(), s.facts().closing());
        assertEquals(3, s.lines().size());
        assertEquals(2, s.booked().size());
        assertEquals(
                "control.total",
                read(MT942.replace(":90D:1USD20,00", ":90D:1USD21,00"))
                        .warnings()
                        .getFirst()
                        .problem()
                        .code());
    }

    @Test
    void bai2_continuationsFundsTypesAndControlTotals_areRead() throws IOException {
        StatementFiles.Contents read = read(BAI);
        assertEquals(List.of(), read.warnings());
        ReadStatement s = read.statements().getFirst();
        assertEquals(500_000, s.facts().opening().orElseThrow().minorUnits());
        assertEquals(504_100, s.facts().closing().orElseThrow().minorUnits(), "in the continued record");
        assertEquals("DEALER PAYMENTS and more, with comma/slash", line(s, 0).text());
        assertEquals(LocalDate.of(2026, 6, 4), line(s, 0).valueDate());
        assertEquals(LocalDate.of(2026, 6, 3), line(s, 0).bookingDate());
        assertEquals(-2_600, line(s, 1).minorUnits());
        assertEquals("20421", line(s, 1).checkNumber());
        assertEquals("Y", line(s, 2).reference());
        assertEquals(3, s.lines().size());
        assertEquals(
                "JPY", read.statements().get(1).facts().currency().orElseThrow().getCode());
        assertEquals(
                -77, read.statements().get(1).facts().closing().orElseThrow().minorUnits());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            49,71013400,8 | 49,71013401,8 | control.total
            49,71013400,8 | 49,71013400,9 | control.records
            98,71013323,2 | 98,71013323,3 | control.parts
            99,71013323,1 | 99,71013324,1 | control.total
            504100 | 504200 | statement.sum
            """)
    void bai2_controlTotalThatBreaks_isToldAndDecidedByAPerson(String good, String bad, String code)
            throws IOException {
        assertTrue(
                read(BAI.replace(good, bad)).warnings().stream()
                        .anyMatch(w -> w.decides()
                                && w.problem().code().equals(code)
                                && (w.line() > 0 || code.startsWith("statement"))),
                code);
    }

    @Test
    void ofx_openTagsAndClosedOnes_areReadTheSame() throws IOException {
        ReadStatement s = read(OFX1).statements().getFirst();
        assertEquals("4711", s.facts().accountNumber());
        assertEquals(Optional.empty(), s.facts().opening());
        assertEquals(10_000, s.facts().closing().orElseThrow().minorUnits());
        assertEquals("Dunmore & Sons", line(s, 0).counterparty());
        assertEquals("20421", line(s, 0).checkNumber());
        assertEquals(LocalDate.of(2026, 6, 8), line(s, 1).valueDate());
        assertEquals(1_250, line(s, 1).minorUnits());
        assertEquals("Pell", line(s, 1).counterparty());
        assertTrue(s.lines().get(1).extra().contains("originally in EUR at 1.08"));
        String xml = OFX1.substring(OFX1.indexOf("<OFX>")).replaceAll("<(\\w+)>([^<\\n]+)", "<$1>$2</$1>\n");
        ReadStatement closed = read("<?xml version=\"1.0\"?><?OFX OFXHEADER=\"200\"?>" + xml)
                .statements()
                .getFirst();
        assertEquals(
                s.lines().stream().map(ReadLine::line).toList(),
                closed.lines().stream().map(ReadLine::line).toList());
    }

    @Test
    void ofx_correction_isToldAndADeletingLineMovesNothing() throws IOException {
        String replaced = OFX1.replace("<FITID>F2", "<FITID>F2<CORRECTFITID>F1<CORRECTACTION>REPLACE");
        assertEquals(
                "line.correction",
                read(replaced).warnings().getFirst().problem().code());
        assertEquals(2, read(replaced).statements().getFirst().lines().size());
        String deleted = OFX1.replace("<FITID>F2", "<FITID>F2<CORRECTFITID>F1<CORRECTACTION>DELETE");
        assertEquals(1, read(deleted).statements().getFirst().lines().size());
    }

    @Test
    void qif_datesAmountsAndNumbers_areRead() throws IOException {
        ReadStatement s = read(QIF).statements().getFirst();
        assertEquals("Operating", s.facts().accountNumber());
        assertEquals(LocalDate.of(2026, 6, 4), line(s, 0).bookingDate(), "the 13 tells that the month stands first");
        assertEquals(-124_000, line(s, 0).minorUnits());
        assertEquals("20421", line(s, 0).checkNumber());
        assertEquals("DEP", line(s, 1).reference());
        assertEquals(
                "date.order",
                read(QIF.replace("06/13", "06/12"))
                        .warnings()
                        .getFirst()
                        .problem()
                        .code());
        assertEquals(
                LocalDate.of(2026, 4, 6),
                line(read(QIF.replace("06/13/2026", "13/06/2026")).statements().getFirst(), 0)
                        .bookingDate());
    }

    @Test
    void camt052And054_areInterimAndNotices() throws IOException {
        String message = """
                <Envelope xmlns="urn:a"><Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.05K.001.08"><MSG><PART><Id>R</Id>
                <Acct><Id><Othr><Id>QH-1</Id></Othr></Id><Ccy>USD</Ccy></Acct>
                <Ntry><Amt Ccy="USD">30.00</Amt><CdtDbtInd>CRDT</CdtDbtInd><RvslInd>true</RvslInd><Sts><Cd>BOOK</Cd></Sts>
                <BookgDt><Dt>2026-06-04</Dt></BookgDt><Chrgs><Rcrd><Amt Ccy="USD">1.00</Amt></Rcrd></Chrgs>
                <NtryDtls><TxDtls><Refs><EndToEndId>A</EndToEndId></Refs><Amt Ccy="USD">10.00</Amt>
                <RltdPties><Dbtr><Pty><Nm>Merrow</Nm></Pty></Dbtr></RltdPties></TxDtls>
                <TxDtls><Refs><EndToEndId>B</EndToEndId></Refs><Amt Ccy="USD">20.00</Amt>
                <AmtDtls><InstdAmt><Amt Ccy="EUR">18.00</Amt></InstdAmt><CntrValAmt><Amt Ccy="USD">20.00</Amt>
                <CcyXchg><SrcCcy>EUR</SrcCcy><XchgRate>1.11</XchgRate></CcyXchg></CntrValAmt></AmtDtls>
                <RltdPties><UltmtDbtr><Nm>Pell</Nm></UltmtDbtr></RltdPties>
                <RmtInf><Strd><CdtrRefInf><Ref>RF18</Ref></CdtrRefInf></Strd></RmtInf></TxDtls></NtryDtls></Ntry>
                <Ntry><Amt Ccy="USD">1</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>INFO</Sts><BookgDt><Dt>2026-06-04</Dt></BookgDt></Ntry>
                </PART></MSG></Document></Envelope>
                """;
        String interim =
                message.replace("05K", "052").replace("MSG", "BkToCstmrAcctRpt").replace("PART", "Rpt");
        StatementFiles.Contents read = read(interim);
        assertEquals("camt.052", read.format());
        assertEquals(
                StatementFacts.Kind.INTERIM,
                read.statements().getFirst().facts().kind());
        assertEquals("line.information", read.warnings().getFirst().problem().code());
        ReadLine batch = read.statements().getFirst().lines().getFirst();
        assertEquals(3_000, batch.line().minorUnits(), "the indicator gives the side, also of a reversal");
        assertEquals("A B", batch.line().reference());
        assertEquals("Merrow Pell", batch.line().counterparty());
        assertEquals("RF18", batch.line().text());
        for (String told : List.of(
                "reversal", "batch of 2", "charges USD 1.00", "originally EUR 18.00", "rate 1.11", "Merrow A 10.00")) {
            assertTrue(batch.extra().contains(told), told + " in " + batch.extra());
        }
        assertEquals(
                "line.parts",
                read(interim.replace("\"USD\">10.00", "\"USD\">11.00"))
                        .warnings()
                        .getFirst()
                        .problem()
                        .code());
        String notice = message.replace("05K", "054")
                .replace("MSG", "BkToCstmrDbtCdtNtfctn")
                .replace("PART", "Ntfctn");
        assertEquals(
                StatementFacts.Kind.NOTICE,
                read(notice).statements().getFirst().facts().kind());
    }

    static final String BANK_TABLE = """
            Kontoauszug;;;;;
            IBAN;QH12;;;;

            Buchungstag;Valuta;Verwendungszweck;Empfänger;Betrag;Saldo
            24.06.2026;25.06.2026;Rechnung 12;Merrow;1.240,00;2.240,00
            03.06.2026;03.06.2026;Gebühr;Bank;-12,50;1.000,00
            ;;;Summe;1;
            """;

    @Test
    void table_guessed_isReadNewestFirstWithItsCharset() throws IOException {
        byte[] western = BANK_TABLE.getBytes(Charset.forName("windows-1252"));
        MappingGuess guess = MappingGuess.of(western, false);
        assertEquals("windows-1252", guess.charset());
        assertEquals(';', guess.separator());
        ColumnMapping mapping = guess.mapping().orElseThrow();
        assertEquals(DateOrder.DAY_FIRST, mapping.dates());
        assertEquals(',', mapping.decimalPoint());
        assertEquals(List.of(5), mapping.columns().get(Column.BALANCE));
        StatementFiles.Contents read = read(western, mapping);
        assertEquals(
                List.of("row.passed"),
                read.warnings().stream().map(w -> w.problem().code()).toList());
        ReadStatement s = read.statements().getFirst();
        assertEquals("Gebühr", line(s, 1).text());
        assertEquals(101_250, s.facts().opening().orElseThrow().minorUnits());
        assertEquals(224_000, s.facts().closing().orElseThrow().minorUnits());
        assertEquals(LocalDate.of(2026, 6, 25), line(s, 0).valueDate());
    }

    @Test
    void table_withTwoColumnsOrASide_hasTheRightSigns() throws IOException {
        String two = "Date,Text,Paid out,Paid in\n2026-06-02,Fee,12.00,\n2026-06-03,Interest,,5.00\n";
        ReadStatement s = read(two).statements().getFirst();
        assertEquals(
                List.of(-1_200L, 500L),
                s.lines().stream().map(l -> l.line().minorUnits()).toList());
        String side = "Date,Amount,D/C\n2026-06-02,12.00,D\n2026-06-03,5.00,C\n";
        assertEquals(
                List.of(-1_200L, 500L),
                read(side).statements().getFirst().lines().stream()
                        .map(l -> l.line().minorUnits())
                        .toList());
        assertEquals(
                "mapping.guessed", read(side).warnings().getFirst().problem().code());
        RuleViolation open =
                assertThrows(RuleViolation.class, () -> read("When,What\n6/4/2026,12.00\n6/5/2026,1.00\n"));
        assertEquals("mapping.needed", open.code(), "two readings of the dates are left");
    }

    @Test
    void mapping_thatDoesNotFitTogether_namesEverything() {
        RuleViolation refused = assertThrows(
                RuleViolation.class,
                () -> new ColumnMapping(
                        "x",
                        "no-such-set",
                        ',',
                        0,
                        List.of(),
                        DateOrder.UNTOLD,
                        ';',
                        false,
                        java.util.Map.of(Column.AMOUNT, List.of(0), Column.MONEY_IN, List.of(0))));
        assertEquals(
                List.of(
                        "mapping.column",
                        "mapping.amount",
                        "mapping.twice",
                        "mapping.decimal",
                        "mapping.dates",
                        "mapping.charset"),
                refused.problems().stream().map(p -> p.code()).toList());
    }

    @Test
    void mapping_triedOnTheFirstRows_tellsEachRowsFault() throws IOException {
        ColumnMapping mapping = MappingGuess.of(BANK_TABLE.getBytes(StandardCharsets.UTF_8), false)
                .mapping()
                .orElseThrow();
        List<MappedReader.Tried> tried = new MappedReader(mapping, false)
                .tried(
                        new ByteArrayInputStream(
                                BANK_TABLE.replace("-12,50", "zwölf").getBytes(StandardCharsets.UTF_8)),
                        CurrencyUnit.EUR,
                        20);
        assertEquals(2, tried.size());
        assertTrue(tried.getFirst().line().isPresent());
        assertEquals("amount.unreadable", tried.get(1).problems().getFirst().code());
        assertEquals("line 6, amount", tried.get(1).problems().getFirst().where());
    }
}
