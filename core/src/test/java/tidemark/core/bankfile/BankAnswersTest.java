package tidemark.core.bankfile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tidemark.core.bankfile.BankAnswer.What;
import tidemark.core.mandate.AccountChange;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.problem.RuleViolation;

/** What banks answer: read from files set by hand from the standards, refused in words, and never broken by any bytes. */
class BankAnswersTest {
    /** Columns as the ACH rules number them; each record is 94 wide. */
    private static final String ACH = String.join(
                    "\n",
                    "101 021000021 0910000192607081015A094101QUILLHAVEN MARINE      FIRST INLAND BANK      0007    ",
                    "5200QUILLHAVEN      " + " ".repeat(20) + "1234567890PPDBERTH RENT      2607061890091000010000001",
                    "626021000021900112233        0000012050C4711          PELL CHARTER            1091000010000001",
                    "799R01021000020000001      09100001INSUFFICIENT FUNDS" + " ".repeat(26) + "091000010000001",
                    "626021000021900112234        0000007000C4712          LARKSPUR SAILING        1091000010000002",
                    "799R02021000020000002      09100001" + " ".repeat(44) + "091000010000002",
                    "820000000400042000040000000190500000000000001234567890" + " ".repeat(25) + "091000010000001",
                    "5225QUILLHAVEN      " + " ".repeat(20) + "1234567890CORBERTH RENT      2607061890091000010000002",
                    "626021000021900112235        0000000000C4713          AVOCET YACHTING         1091000010000003",
                    "798C03021000020000003      09100001011000015   7766554433" + " ".repeat(22) + "091000010000003",
                    "822500000200021000020000000000000000000000001234567890" + " ".repeat(25) + "091000010000002",
                    "9000002000002000000060006300006000000019050000000000000" + " ".repeat(39))
            + "\n"
            + ("9".repeat(94) + "\n").repeat(8);

    private static final String REPORT = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Document xmlns="urn:iso:std:iso:20022:tech:xsd:pain.002.001.10"><CstmrPmtStsRpt>
            <GrpHdr><MsgId>REP-1</MsgId><CreDtTm>2026-07-07T08:00:00</CreDtTm></GrpHdr>
            <OrgnlGrpInfAndSts><OrgnlMsgId>T7-3</OrgnlMsgId><OrgnlMsgNmId>pain.008.001.08</OrgnlMsgNmId><GrpSts>PART</GrpSts></OrgnlGrpInfAndSts>
            <OrgnlPmtInfAndSts><OrgnlPmtInfId>T7-3-1</OrgnlPmtInfId><PmtInfSts>ACCP</PmtInfSts></OrgnlPmtInfAndSts>
            <OrgnlPmtInfAndSts><OrgnlPmtInfId>T7-3-2</OrgnlPmtInfId><PmtInfSts>PART</PmtInfSts>
            <TxInfAndSts><StsId>1</StsId><OrgnlEndToEndId>C99</OrgnlEndToEndId><TxSts>RJCT</TxSts>
            <StsRsnInf><Rsn><Cd>AC04</Cd></Rsn><AddtlInf>Account</AddtlInf><AddtlInf>closed</AddtlInf></StsRsnInf>
            <OrgnlTxRef><Amt><InstdAmt Ccy="EUR">75.5</InstdAmt></Amt><MndtRltdInf><MndtId>QM-9</MndtId></MndtRltdInf>
            <Dbtr><Pty><Nm>Möwe &amp; Söhne</Nm></Pty></Dbtr><DbtrAcct><Id><IBAN>DE89370400440532013000</IBAN></Id></DbtrAcct></OrgnlTxRef></TxInfAndSts>
            <TxInfAndSts><OrgnlEndToEndId>C100</OrgnlEndToEndId><TxSts>ACSP</TxSts></TxInfAndSts>
            </OrgnlPmtInfAndSts></CstmrPmtStsRpt></Document>
            """;

    private static final String NOTIFICATION = """
            <Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.054.001.02"><BkToCstmrDbtCdtNtfctn>
            <GrpHdr><MsgId>N-5</MsgId></GrpHdr><Ntfctn><Id>1</Id><Acct/>
            <Ntry><Amt Ccy="EUR">103.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><BookgDt><Dt>2026-07-10</Dt></BookgDt>
            <NtryDtls><TxDtls><Refs><EndToEndId>C99</EndToEndId><MndtId>QM-9</MndtId></Refs>
            <AmtDtls><InstdAmt><Amt Ccy="EUR">100.00</Amt></InstdAmt><TxAmt><Amt Ccy="EUR">103.00</Amt></TxAmt></AmtDtls>
            <RltdPties><Dbtr><Nm>Moewe</Nm></Dbtr></RltdPties>
            <RtrInf><Rsn><Cd>MD06</Cd></Rsn><AddtlInf>refund asked</AddtlInf></RtrInf></TxDtls></NtryDtls></Ntry>
            <Ntry><Amt Ccy="EUR">20</Amt><CdtDbtInd>CRDT</CdtDbtInd><BookgDt><DtTm>2026-07-11T01:00:00</DtTm></BookgDt>
            <NtryDtls><TxDtls><Refs><EndToEndId>P1</EndToEndId></Refs><RtrInf><Rsn><Cd>AC01</Cd></Rsn></RtrInf></TxDtls>
            <TxDtls><Refs><EndToEndId>P2</EndToEndId></Refs></TxDtls></NtryDtls></Ntry>
            </Ntfctn></BkToCstmrDbtCdtNtfctn></Document>
            """;

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static String code(byte[] content) {
        return assertThrows(RuleViolation.class, () -> BankAnswers.read(content))
                .code();
    }

    @Test
    void ach_returnsAndChanges_leadToWhatWentOut() {
        assertEquals(List.of(), AchReader.read(ACH).report().problems());
        List<BankAnswer> all = BankAnswers.read(bytes(ACH)).answers();
        assertEquals(3, all.size());
        BankAnswer first = all.getFirst();
        assertEquals(What.RETURNED, first.what());
        assertEquals("R01", first.code());
        assertEquals("021000020000001", first.trace());
        assertEquals("C4711", first.id());
        assertEquals(12_050, first.amount());
        assertEquals("INSUFFICIENT FUNDS", first.words());
        assertEquals(Optional.of(LocalDate.of(2026, 7, 8)), first.day());
        assertEquals(false, first.ofPayment());
        assertEquals("R02", all.get(1).code());
        BankAnswer changed = all.get(2);
        assertEquals(What.CHANGED, changed.what());
        AccountChange change = AccountChange.of(
                changed.code(), changed.words(), new DebtorAccount.Ach("021000021", "900112235", true), "Avocet");
        assertEquals(new DebtorAccount.Ach("011000015", "7766554433", true), change.account());
        assertEquals("Avocet", change.holder());
    }

    @Test
    void eachCodeOfAChange_saysItsPartAlone_andWhatCannotBeRightIsRefused() {
        DebtorAccount.Ach now = new DebtorAccount.Ach("021000021", "900112235", false);
        assertEquals("5544", AccountChange.of("C01", "5544", now, "A").account().number());
        assertEquals(
                "011000015",
                AccountChange.of("C02", "011000015", now, "A").account().routing());
        assertEquals("NEW NAME", AccountChange.of("C04", "NEW NAME", now, "A").holder());
        assertTrue(AccountChange.of("C05", "37", now, "A").account().savings());
        assertEquals(
                new DebtorAccount.Ach("021000021", "5544", true),
                AccountChange.of("C06", "5544                37", now, "A").account());
        assertEquals(
                new DebtorAccount.Ach("011000015", "12345678901234567", true),
                AccountChange.of("C07", "0110000151234567890123456737", now, "A")
                        .account());
        for (String[] wrong : new String[][] {{"C02", "011000016"}, {"C01", ""}, {"C05", "99"}, {"C07", ""}}) {
            assertEquals(
                    "change.unfit",
                    assertThrows(RuleViolation.class, () -> AccountChange.of(wrong[0], wrong[1], now, "A"))
                            .code(),
                    wrong[0]);
        }
        assertEquals(
                "change.unknown",
                assertThrows(RuleViolation.class, () -> AccountChange.of("C09", "X", now, "A"))
                        .code());
    }

    @Test
    void aStatusReport_tellsWhatIsTaken_andEachRefusal() {
        BankAnswers.Read read = BankAnswers.read(bytes(REPORT));
        assertEquals("pain.002.001.10", read.format());
        assertEquals("REP-1", read.id());
        assertEquals(2, read.answers().size());
        BankAnswer batch = read.answers().getFirst();
        assertEquals(What.ACCEPTED, batch.what());
        assertEquals("T7-3-1", batch.batch());
        assertEquals(false, batch.ofOne());
        BankAnswer one = read.answers().getLast();
        assertEquals(What.REFUSED, one.what());
        assertEquals("AC04", one.code());
        assertEquals("T7-3", one.message());
        assertEquals("C99", one.id());
        assertEquals("QM-9", one.mandate());
        assertEquals(7_550, one.amount());
        assertEquals("Möwe & Söhne", one.name());
        assertEquals("DE89370400440532013000", one.account());
        assertEquals("Account closed", one.words());

        String whole = REPORT.replace(
                        "<GrpSts>PART</GrpSts>", "<GrpSts>RJCT</GrpSts><StsRsnInf><Rsn><Cd>AM05</Cd></Rsn></StsRsnInf>")
                .replaceAll("(?s)<OrgnlPmtInfAndSts>.*</OrgnlPmtInfAndSts>", "");
        BankAnswer refused = BankAnswers.read(bytes(whole)).answers().getFirst();
        assertEquals(What.REFUSED, refused.what());
        assertEquals("AM05", refused.code());
        assertEquals("T7-3", refused.message());
        assertEquals("", refused.id());
    }

    @Test
    void aNotification_tellsReturnsAlone_withWhatWasInstructed() {
        List<BankAnswer> all = BankAnswers.read(bytes(NOTIFICATION)).answers();
        assertEquals(2, all.size());
        assertEquals(10_000, all.getFirst().amount(), "without the bank's charge");
        assertEquals("MD06", all.getFirst().code());
        assertEquals("Moewe", all.getFirst().name());
        assertEquals(Optional.of(LocalDate.of(2026, 7, 10)), all.getFirst().day());
        assertEquals(false, all.getFirst().ofPayment());
        assertTrue(all.getLast().ofPayment());
        assertEquals(2_000, all.getLast().amount());
    }

    @Test
    void anotherKind_isRefusedInWords() {
        assertEquals("answer.unknown", code(bytes("")));
        assertEquals("answer.unknown", code(bytes("date,amount\n2026-01-01,5\n")));
        assertEquals("answer.unknown", code(bytes(NOTIFICATION.replace("camt.054.001.02", "camt.053.001.02"))));
        assertEquals("answer.unknown", code(bytes(REPORT.replace("pain.002.001.10", "pain.008.001.08"))));
        assertEquals("answer.form", code(bytes(REPORT.substring(0, 400))));
        assertEquals("answer.form", code(bytes(REPORT.replace("OrgnlGrpInfAndSts", "Other"))));
        assertEquals("answer.none", code(bytes(NOTIFICATION.replace("RtrInf", "Nothing"))));
        assertEquals("answer.form", code(bytes(NOTIFICATION.replace("100.00", "1e900000000"))));
        assertEquals("answer.form", code(bytes(NOTIFICATION.replace("Ccy=\"EUR\">100.00", "Ccy=\"QQ\">100.00"))));
        assertEquals("answer.file", code(bytes(ACH.replace("0000012050", "0000012051"))));
        String sent = AchFilesTest.plain();
        assertEquals("answer.none", code(bytes(sent)), "a file for the bank answers nothing");
    }

    @Test
    void anyBytes_areReadOrRefused_neverBroken() {
        Random dice = new Random(54);
        List<byte[]> seeds = List.of(bytes(ACH), bytes(REPORT), bytes(NOTIFICATION));
        int read = 0;
        for (int round = 0; round < 6_000; round++) {
            byte[] content = seeds.get(round % 3).clone();
            for (int i = 0; i <= dice.nextInt(4); i++) {
                int at = dice.nextInt(content.length);
                switch (dice.nextInt(3)) {
                    case 0 -> content[at] = (byte) dice.nextInt(256);
                    case 1 -> content = java.util.Arrays.copyOf(content, at + 1);
                    default -> content[at] = content[dice.nextInt(content.length)];
                }
            }
            try {
                for (BankAnswer a : BankAnswers.read(content).answers()) {
                    assertTrue(a.amount() >= 0 && a.currency().length() == 3, a.toString());
                }
                read++;
            } catch (RuleViolation e) {
                assertTrue(e.code().startsWith("answer."), e.code());
            }
        }
        assertTrue(read > 200, read + " were read in spite of it");
        // what is changed in the bank's words alone is always read
        int words = ACH.indexOf("INSUFFICIENT");
        for (int round = 0; round < 500; round++) {
            byte[] content = bytes(ACH);
            content[words + dice.nextInt(44)] = (byte) (' ' + dice.nextInt(95));
            assertEquals(3, BankAnswers.read(content).answers().size());
        }
    }
}
