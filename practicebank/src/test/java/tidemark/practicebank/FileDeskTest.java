package tidemark.practicebank;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tidemark.practicebank.CustomerActivity.Line;
import tidemark.practicebank.State.HandedIn;

/** Files that are handed in: what a bank refuses, what it credits, and what comes back. */
class FileDeskTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 6, 12);
    private static final LocalDate MONDAY = LocalDate.of(2026, 6, 15);

    @TempDir
    Path directory;

    private State state;
    private FileDesk desk;

    @BeforeEach
    void open() {
        state = State.open(directory.resolve("bank.json"), 7, LocalDate.of(2026, 5, 31), TODAY);
        desk = new FileDesk(state);
    }

    private State.Account dollars() {
        return state.accounts.getFirst();
    }

    private State.Account euros() {
        return state.accounts.get(2);
    }

    private static String wide(String record) {
        return record + " ".repeat(94 - record.length());
    }

    /** Collects 125.00 of Osprey Glass and 75.25 of Heron Boats, set by hand. */
    private static byte[] ach(String day, String reference, String routing) {
        String head = "101 0910000191234567891" + "2606120900A094101"
                + String.format("%-23s%-23s%-8s", "BANK", "QUILL", reference);
        String company = String.format("%-16s%20s%-10s", "QUILL", "", "1234567891");
        List<String> records = List.of(
                head,
                wide("5225" + company + "CCDRENT      " + "      " + day + "   1091000010000001"),
                wide("627" + routing + String.format("%-17s%s%-15s%-22s", "5001", "0000012500", "C1", "Osprey Glass")
                        + "  0091000010000001"),
                wide("627" + "021000021" + String.format("%-17s%s%-15s%-22s", "5002", "0000007525", "C2", "Heron Boats")
                        + "  0091000010000002"),
                wide("8225000002" + String.format("%010d", Long.parseLong(routing.substring(0, 8)) + 2_100_002)
                        + "000000020025000000000000" + "1234567891" + " ".repeat(25) + "091000010000001"),
                wide("9000001000001" + "00000002"
                        + String.format("%010d", Long.parseLong(routing.substring(0, 8)) + 2_100_002)
                        + "000000020025000000000000"));
        StringBuilder out = new StringBuilder();
        records.forEach(r -> out.append(r).append('\n'));
        for (int i = records.size(); i < 10; i++) {
            out.append("9".repeat(94)).append('\n');
        }
        return out.toString().getBytes(StandardCharsets.US_ASCII);
    }

    private static byte[] pain(String id, String iban, String mandate, boolean amended) {
        return """
                <Document xmlns="urn:iso:std:iso:20022:tech:xsd:pain.008.001.02"><CstmrDrctDbtInitn>
                <GrpHdr><MsgId>%s</MsgId><NbOfTxs>2</NbOfTxs><CtrlSum>30.50</CtrlSum></GrpHdr>
                <PmtInf><PmtInfId>B1</PmtInfId><BtchBookg>true</BtchBookg>
                <PmtTpInf><LclInstrm><Cd>CORE</Cd></LclInstrm><SeqTp>RCUR</SeqTp></PmtTpInf>
                <ReqdColltnDt>2026-06-15</ReqdColltnDt><CdtrAcct><Id><IBAN>%s</IBAN></Id></CdtrAcct>
                <DrctDbtTxInf><PmtId><EndToEndId>C1</EndToEndId></PmtId><InstdAmt Ccy="EUR">20.25</InstdAmt>
                <DrctDbtTx><MndtRltdInf><MndtId>%s</MndtId><DtOfSgntr>2026-01-05</DtOfSgntr><AmdmntInd>%s</AmdmntInd></MndtRltdInf></DrctDbtTx>
                <Dbtr><Nm>Marlin</Nm></Dbtr><DbtrAcct><Id><IBAN>%s</IBAN></Id></DbtrAcct></DrctDbtTxInf>
                <DrctDbtTxInf><PmtId><EndToEndId>C2</EndToEndId></PmtId><InstdAmt Ccy="EUR">10.25</InstdAmt>
                <DrctDbtTx><MndtRltdInf><DtOfSgntr>2026-01-05</DtOfSgntr></MndtRltdInf></DrctDbtTx>
                <Dbtr><Nm>Tern</Nm></Dbtr><DbtrAcct><Id><IBAN>GB82WEST12345698765432</IBAN></Id></DbtrAcct></DrctDbtTxInf>
                </PmtInf></CstmrDrctDbtInitn></Document>""".formatted(id, State.EURO_IBAN, mandate, amended, iban).getBytes(StandardCharsets.UTF_8);
    }

    private List<Line> lines(State.Account account) {
        return new CustomerActivity(state, desk)
                .booked(account).stream()
                        .filter(l -> l.id().startsWith("PBs") || l.id().startsWith("PBb"))
                        .toList();
    }

    @Test
    void whatABankRefuses_isNamed_andTakenByNobody() {
        assertEquals(
                List.of(),
                desk.handIn(dollars(), "a.ach", ach("260615", "T1-1", "091000019"))
                        .problems());
        for (Object[] refused : new Object[][] {
            {ach("260615", "T1-1", "091000019"), "was handed in"},
            {ach("260616", "T1-1", "091000019"), "was handed in"},
            {ach("260615", "T1-2", "091000018"), "Line 3: the routing number 091000018 has a wrong check digit"},
            {ach("260612", "T1-3", "091000019"), "DT01 The day 2026-06-12 is past"},
            {ach("260613", "T1-4", "091000019"), "DT01 The bank does not work on 2026-06-13"},
            {"hello".getBytes(StandardCharsets.US_ASCII), "Line 1"},
            {
                new String(ach("260615", "T1-5", "091000019"), StandardCharsets.US_ASCII)
                        .replace("0000012500", "0000012501")
                        .getBytes(StandardCharsets.US_ASCII),
                "debits are 20026, not 000000020025"
            },
            {pain("M1", "DE89370400440532013000", "MA", false), "AC01 The account"},
            {"<x/>".getBytes(StandardCharsets.US_ASCII), "pain.001 and pain.008"}
        }) {
            HandedIn file = desk.handIn(dollars(), "b", (byte[]) refused[0]);
            assertTrue(file.problems().toString().contains((String) refused[1]), refused[1] + ": " + file.problems());
        }
        assertEquals(
                List.of("AM03 The account is kept in EUR"),
                desk.handIn(euros(), "c", ach("260615", "T1-9", "091000019")).problems());
        state.date = MONDAY.plusDays(10);
        assertEquals(
                20_025,
                lines(dollars()).stream()
                        .filter(l -> l.id().startsWith("PBs"))
                        .mapToLong(Line::cents)
                        .sum());
        assertTrue(lines(euros()).isEmpty());
    }

    @Test
    void aFile_isCreditedOnItsDay_andWhatCameBackIsSaidInAFileOfTheStandard_onceAndAfterTheDay() {
        state.comesBack.add(new State.ComesBack("osprey glass", "R09", TODAY));
        state.comesBack.add(new State.ComesBack("Heron Boats", "C01", TODAY));
        HandedIn first = desk.handIn(dollars(), "a.ach", ach("260615", "T1-1", "091000019"));
        assertTrue(lines(dollars()).isEmpty(), "before its day");
        state.date = MONDAY;
        assertEquals(
                List.of(20_025L), lines(dollars()).stream().map(Line::cents).toList());
        assertEquals("T1-1", lines(dollars()).getFirst().endToEnd());
        assertTrue(desk.answers(first).isEmpty());
        state.date = MONDAY.plusDays(2);
        assertEquals(
                List.of(20_025L, -12_500L),
                lines(dollars()).stream().map(Line::cents).toList());
        assertEquals("RETURN R09 OSPREY GLASS", lines(dollars()).getLast().text());
        List<String> answer = new String(desk.answers(first).getFirst().content(), StandardCharsets.US_ASCII)
                .lines()
                .toList();
        assertEquals(10, answer.size());
        assertTrue(answer.stream().allMatch(l -> l.length() == 94), answer.toString());
        assertTrue(answer.get(3).startsWith("799R09091000010000001      09100001"), answer.get(3));
        assertTrue(answer.get(7).startsWith("798C01091000010000002      0210000250021"), answer.get(7));
        // the same file read again, and another of the same customer later
        HandedIn second = desk.handIn(dollars(), "a.ach", ach("260619", "T1-2", "091000019"));
        state.date = MONDAY.plusDays(20);
        assertTrue(desk.back(second).stream().noneMatch(b -> b.code().equals("R09")), "told once");
        State again = State.open(directory.resolve("bank.json"), 7, LocalDate.of(2026, 5, 31), TODAY);
        again.date = state.date;
        assertEquals(
                lines(dollars()),
                new CustomerActivity(again)
                        .booked(again.accounts.getFirst()).stream()
                                .filter(l -> l.id().startsWith("PBs") || l.id().startsWith("PBb"))
                                .toList());
    }

    @Test
    void aMandateThatNobodyKnows_orThatServedAnotherAccount_isRefusedByItself() {
        HandedIn first = desk.handIn(euros(), "a.xml", pain("M1", "DE89370400440532013000", "MA", false));
        assertEquals(List.of(), first.problems());
        String report = new String(desk.answers(first).getFirst().content(), StandardCharsets.UTF_8);
        assertTrue(
                report.contains("pain.002.001.03") && report.contains("<OrgnlEndToEndId>C2</OrgnlEndToEndId>"), report);
        state.date = MONDAY;
        assertEquals(List.of(2_025L), lines(euros()).stream().map(Line::cents).toList());
        state.date = TODAY;
        HandedIn other = desk.handIn(euros(), "b.xml", pain("M2", "GB82WEST12345698765432", "MA", false));
        assertEquals(
                List.of("MD01", "MD01"),
                desk.back(other).stream().map(FileDesk.Back::code).toList());
        HandedIn told = desk.handIn(euros(), "c.xml", pain("M3", "GB82WEST12345698765432", "MA", true));
        assertEquals(
                0,
                desk.back(told).stream()
                        .filter(b -> b.item().id().equals("C1") && b.code().equals("MD01"))
                        .count());
        // what bears no digits of its own make is refused with them
        HandedIn wrong = desk.handIn(euros(), "d.xml", pain("M4", "DE88370400440532013000", "MB", false));
        assertEquals(
                "AC01",
                desk.back(wrong).stream()
                        .filter(b -> b.item().id().equals("C1"))
                        .findFirst()
                        .orElseThrow()
                        .code());
    }

    @Test
    void whatComesBack_fallsByTheSeed_someOfManyAndNeverAll() {
        int back = 0;
        int of = 0;
        for (int seed = 1; seed <= 200; seed++) {
            State one = State.open(directory.resolve(seed + ".json"), seed, LocalDate.of(2026, 5, 31), TODAY);
            FileDesk at = new FileDesk(one);
            HandedIn file = at.handIn(one.accounts.getFirst(), "a", ach("260615", "T1-1", "091000019"));
            back += at.back(file).size();
            of += 2;
        }
        assertTrue(back > of / 20 && back < of / 4, back + " of " + of);
    }
}
