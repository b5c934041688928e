package tidemark.core.format;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayInputStream;
import java.io.IOException;
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
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;

/** What banks write against the letter of a format, and mean plainly: read, and said. */
class PlainMeaningTest {
    private static final String HEAD = ":20:S\n:25:A-1\n:28C:1\n";

    private static StatementFiles.Contents read(String file) throws IOException {
        return RoundTripTest.read(file.getBytes(StandardCharsets.UTF_8));
    }

    private static List<String> said(StatementFiles.Contents contents) {
        return contents.warnings().stream().map(w -> w.problem().code()).toList();
    }

    private static List<ReadLine> lines(StatementFiles.Contents contents) {
        return contents.statements().getFirst().lines();
    }

    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource({"260230,2026-02-28", "280230,2028-02-29", "261131,2026-11-30", "260229,2026-02-28"})
    void mt_valueDayThatDoesNotExist_isTheMonthsLast(String written, LocalDate day) throws IOException {
        StatementFiles.Contents read = read(HEAD + ":60F:C260101USD100,00\n:61:" + written
                + "C5,00NINTNONREF\n:86:INTEREST\n:62F:C260301USD105,00\n");
        assertEquals(day, lines(read).getFirst().line().valueDate());
        assertTrue(said(read).contains("date.calendar"), read.warnings().toString());
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource({"260232", "261301", "260200", "26A230"})
    void mt_whatIsNoSuchDayEither_isRefused(String written) {
        assertThrows(
                RuleViolation.class,
                () -> read(
                        HEAD + ":60F:C260101USD100,00\n:61:" + written + "C5,00NINTNONREF\n:62F:C260301USD105,00\n"));
    }

    @Test
    void mt_amountWithoutMark_isOfWholeUnits_andSaidOnce() throws IOException {
        StatementFiles.Contents read = read(HEAD + ":60F:C260601USD100\n:61:260602C500NTRFNONREF\n:86:ONE\n"
                + ":61:260603D20NTRFNONREF\n:86:TWO\n:62F:C260630USD580\n");
        assertEquals(
                List.of(50_000L, -2_000L),
                lines(read).stream().map(l -> l.line().minorUnits()).toList());
        assertEquals(List.of("amount.mark"), said(read));
        assertEquals(
                "amount.unreadable",
                assertThrows(RuleViolation.class, () -> read(HEAD + ":60F:C260601USD100\n:62F:C260630USD1.00\n"))
                        .code());
    }

    @Test
    void mt_balanceWithoutCurrency_isInTheAccounts() throws IOException {
        StatementFiles.Contents read =
                read(HEAD + ":60F:C260601100,00\n:61:260602C5,00NTRFNONREF\n:86:ONE\n:62F:C260630105,00\n");
        ReadStatement statement = read.statements().getFirst();
        assertEquals(
                Optional.of(new Balance(LocalDate.of(2026, 6, 30), 10_500)),
                statement.facts().closing());
        assertEquals(List.of("currency.untold"), said(read));
    }

    @Test
    void mt_severalGroupsUnderOneReference_areAsManyStatements() throws IOException {
        StatementFiles.Contents read = read(HEAD
                + ":60F:C260601USD100,00\n:61:260602C5,00NTRFNONREF\n:86:ONE\n:62F:C260602USD105,00\n"
                + ":25:A-2\n:28C:7\n:60F:C260601USD9,00\n:61:260602D2,00NTRFNONREF\n:86:TWO\n:62F:C260602USD7,00\n");
        assertEquals(
                List.of("A-1", "A-2"),
                read.statements().stream().map(s -> s.facts().accountNumber()).toList());
        assertEquals(
                List.of("ONE", "TWO"),
                read.statements().stream()
                        .map(s -> s.lines().getFirst().line().text())
                        .toList());
        assertEquals(List.of(), said(read));
    }

    @Test
    void mt_textTwice_isKept_andTextOfNoLineIsSaid() throws IOException {
        StatementFiles.Contents read = read(HEAD + ":60F:C260601USD100,00\n:86:BEFORE ANY\n"
                + ":61:260602C5,00NTRFNONREF\n:86:ONE\n:86:AND MORE\n:61:260602C1,00NTRFNONREF\n"
                + ":62F:C260602USD106,00\n:86:TO THE CUSTOMER\n");
        assertEquals("ONE", lines(read).getFirst().line().text());
        assertEquals("AND MORE", lines(read).getFirst().extra());
        assertEquals("", lines(read).getLast().line().text());
        assertEquals(List.of("text.lineless", "text.twice"), said(read), "after the balance it is for the customer");
    }

    @Test
    void qif_lastRecordWithoutItsEnd_isTaken_whereItsLineIsWhole() throws IOException {
        String file = "!Type:Bank\nD06/13/2026\nT-5.00\nPOne\n^\nD06/14/2026\nT-6.10\nPTwo\n";
        StatementFiles.Contents read = read(file);
        assertEquals(2, lines(read).size());
        assertTrue(said(read).contains("record.end"), said(read).toString());
        assertEquals(
                "file.incomplete",
                assertThrows(RuleViolation.class, () -> read(file.strip())).code(),
                "it may have been cut in the middle of a word");
        assertEquals(
                "file.incomplete",
                assertThrows(RuleViolation.class, () -> read("!Type:Bank\nD06/13/2026\nPOne\n"))
                        .code());
    }

    @Test
    void qif_blocksOfAccounts_giveEachListItsNameAndBalance() throws IOException {
        StatementFiles.Contents read = read("""
                !Account
                NFirst
                $1,094.00
                /06/20/2026
                ^
                !Type:Bank
                D06/14/2026
                T-6.00
                POne
                ^
                D06/13/2026
                T1,100.00
                POpening Balance
                ^
                !Account
                NSecond
                ^
                !Type:Bank
                D06/15/2026
                T7.00
                PTwo
                ^
                """);
        ReadStatement first = read.statements().getFirst();
        ReadStatement second = read.statements().getLast();
        assertEquals("First", first.facts().accountNumber());
        assertEquals(
                Optional.of(new Balance(LocalDate.of(2026, 6, 20), 109_400)),
                first.facts().closing());
        assertEquals(
                Optional.of(new Balance(LocalDate.of(2026, 6, 13), 110_000)),
                first.facts().opening());
        assertEquals(1, first.lines().size(), "the opening balance is no movement, wherever it stands");
        assertEquals("Second", second.facts().accountNumber());
        assertEquals(Optional.empty(), second.facts().closing());
    }

    @Test
    void ofx_emptyElementsAndBalances_areSaid() throws IOException {
        String file = """
                OFXHEADER:100
                DATA:OFXSGML

                <OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>USD
                <BANKACCTFROM><ACCTID>A-1</BANKACCTFROM>
                <BANKTRANLIST><DTSTART></DTSTART><DTEND>20260630
                <STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20260602<TRNAMT>-5.00<FITID>1<NAME></NAME><MEMO>ONE</STMTTRN>
                <STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20260603<TRNAMT>-6.00<FITID>2<NAME></NAME><MEMO>TWO</STMTTRN>
                </BANKTRANLIST><LEDGERBAL><BALAMT></BALAMT><DTASOF>20260630</LEDGERBAL>
                </STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>
                """;
        StatementFiles.Contents read = read(file);
        assertEquals(2, lines(read).size());
        assertEquals(Optional.empty(), read.statements().getFirst().facts().closing());
        assertEquals(
                List.of("element.empty", "element.empty", "element.empty", "balance.none"),
                said(read).stream()
                        .filter(c -> c.startsWith("element") || c.startsWith("balance"))
                        .toList(),
                "each element once: " + read.warnings());
        assertThrows(RuleViolation.class, () -> read(file.replace("<TRNAMT>-5.00", "<TRNAMT></TRNAMT>")));
        assertThrows(RuleViolation.class, () -> read(file.replace("</STMTTRN>\n</BANKTRANLIST>", "</BANKTRANLIST>")));
    }

    @Test
    void qif_blockOfSeveralAccounts_isOfNone() throws IOException {
        String file = """
                !Option:AutoSwitch
                !Account
                NFirst
                $10.00
                ^
                NSecond
                $20.00
                ^
                !Clear:AutoSwitch
                !Type:Bank
                D6/2/2026
                T-5.00
                POne
                ^
                !Account
                NSecond
                ^
                !Type:Bank
                D6/3/2026
                T-6.00
                PTwo
                ^
                """;
        StatementFiles.Contents read = read(file);
        assertEquals(
                List.of("", "Second"),
                read.statements().stream().map(s -> s.facts().accountNumber()).toList());
        assertEquals(Optional.empty(), read.statements().getFirst().facts().closing());
        assertTrue(said(read).contains("account.several"), read.warnings().toString());
    }

    @Test
    void ofxAsXml_closesEachElement() throws IOException {
        String file = """
                <?xml version="1.0" encoding="UTF-8"?><?OFX OFXHEADER="200" VERSION="211"?>
                <OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>USD</CURDEF>
                <BANKACCTFROM><ACCTID>A-1</ACCTID></BANKACCTFROM>
                <BANKTRANLIST><DTSTART>20260601</DTSTART><DTEND>20260630</DTEND>
                <STMTTRN><TRNTYPE>DEBIT</TRNTYPE><DTPOSTED>20260602</DTPOSTED><TRNAMT>-5.00</TRNAMT><FITID>1</FITID>
                <NAME><![CDATA[ONE]]> AND &amp; MORE</NAME></STMTTRN>
                </BANKTRANLIST><LEDGERBAL><BALAMT>95.00</BALAMT><DTASOF>20260630</DTASOF></LEDGERBAL>
                </STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>
                """;
        assertEquals(1, lines(read(file)).size());
        for (String tag : List.of("</TRNAMT>", "</NAME>", "</BALAMT>", "</CURDEF>")) {
            RuleViolation refused = assertThrows(RuleViolation.class, () -> read(file.replace(tag, "")), tag);
            assertTrue(refused.getMessage().contains("not closed"), refused.getMessage());
        }
    }

    @Test
    void table_columnOfTheOpeningBalance_isNoRunningOne() throws IOException {
        String table =
                "Date;Amount;Opening balance;Description\n2026-06-02;-5,00;100,00;ONE\n2026-06-03;-6,00;100,00;TWO\n";
        StatementFiles.Contents read = table(table);
        assertEquals(
                Optional.of(10_000L),
                read.statements().getFirst().facts().opening().map(Balance::minorUnits));
        assertEquals(Optional.empty(), read.statements().getFirst().facts().closing());
        assertTrue(
                lines(read).stream().allMatch(l -> l.statedBalanceMinorUnits().isEmpty()));
        assertEquals(List.of(), said(read));
        assertEquals(List.of("balance.opening"), said(table(table.replace("-6,00;100,00", "-6,00;95,00"))));
    }

    private static StatementFiles.Contents table(String text) throws IOException {
        byte[] file = text.getBytes(StandardCharsets.UTF_8);
        ColumnMapping mapping = MappingGuess.of(file, false).mapping().orElseThrow();
        return new StatementFiles(StatementFiles.Limits.USUAL, List.of(mapping))
                .readAll(new ByteArrayInputStream(file), CurrencyUnit.USD);
    }
}
