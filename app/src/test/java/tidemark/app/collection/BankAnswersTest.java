package tidemark.app.collection;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.bankanswer.BankAnswerBooks;
import tidemark.app.books.BankReturns;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tidemark.core.bankfile.AchFile;
import tidemark.core.bankfile.AchReader;
import tools.jackson.databind.JsonNode;

/** What a bank answers of runs: returns, refusals and changes, led to what went out; taken once, booked whole. */
@ExtendWith(RunningApp.class)
class BankAnswersTest extends CollectingCompany {
    private static final String TODAY = "2026-07-02";

    private Map<String, Long> customers;
    private long run;

    /** Three customers, and a run that is booked today, or released for a later day. */
    private void released(String collectOn) {
        ok(c.iris.put(base + "/set-up/bank-files/" + bank, terms(Map.of("leadDays", 0, "leadDaysB2b", 0))));
        customers = new HashMap<>();
        customers.put("Alder", customer("Alder", "1300.00"));
        customers.put("Dunlin", customer("Dunlin", "980.00"));
        customers.put("Fennick", customer("Fennick", "2331.84"));
        run = run(collectOn, true);
        ok(c.post("/collection-runs/" + run + "/all", Map.of()));
        ok(release(run));
    }

    private byte[] answering(Map<String, String> answers) {
        return BankReturns.of(file(run), answers);
    }

    private Answer take(byte[] content) {
        return c.iris.upload(c.base + "/bank-answer-files", "returns.ach", content);
    }

    private static JsonNode of(JsonNode taken, String code) {
        for (JsonNode a : taken.path("answers")) {
            if (a.path("code").asString().equals(code)) {
                return a;
            }
        }
        throw new IllegalStateException(code + " in " + taken);
    }

    private static Map<String, Object> booking(JsonNode... answers) {
        return Map.of(
                "ourFee",
                "",
                "answers",
                List.of(answers).stream()
                        .map(a -> Map.of(
                                "answerId",
                                a.path("id").asLong(),
                                "fromCredit",
                                a.path("fromCredit").asBoolean()))
                        .toList());
    }

    private long waiting() {
        return c.get("/bank-answers").path("count").asLong();
    }

    private JsonNode mandate(String customer) {
        return c.get("/mandates?party=" + customers.get(customer)).get(0);
    }

    @Test
    void returnsAndAChange_leadToTheirCustomers_areBookedWhole_andFollowedBeforeTheNextEntry(RunningApp.App running) {
        released(TODAY);
        String cash = c.balance("1010");
        byte[] file = answering(Map.of("Dunlin", "R02", "Fennick", "R01 NOT SUFFICIENT", "Alder", "C01 55667788"));
        JsonNode taken = ok(take(file));
        assertEquals(3, taken.path("answers").size(), taken.toString());
        assertEquals("answer.twice", take(file).code());
        assertEquals(2, waiting(), "the change is at its mandate");
        JsonNode closed = of(taken, "R02");
        assertEquals("BOOK", closed.path("lead").asString());
        assertEquals("Dunlin", closed.path("party").asString());
        assertEquals("980.00", closed.path("amount").asString());
        assertEquals("SUSPEND", closed.path("effect").asString());
        JsonNode funds = of(taken, "R01");
        assertEquals("PRESENT_AGAIN", funds.path("effect").asString());
        assertTrue(todayTells("BANK_ANSWERS"));
        assertTrue(todayTells("MANDATES"));

        // the bank takes it from the account by itself
        List<Map<String, Object>> back = List.of(
                Map.of("answerId", closed.path("id").asLong(), "fromCredit", false),
                Map.of("answerId", funds.path("id").asLong(), "fromCredit", false, "date", TODAY));
        Map<String, Object> booking = Map.of("ourFee", "", "answers", back);
        JsonNode posted = c.previewedThenPosted("/bank-answers/booking", booking);
        assertEquals(0, waiting());
        // a bank for practice is not told of it as of something new
        Set<Long> entries = new HashSet<>();
        posted.path("entries").forEach(e -> entries.add(e.path("id").asLong()));
        assertEquals(2, entries.size());
        assertEquals(entries, running.bean(BankAnswerBooks.class).saidByTheBank(c.id, entries));
        assertEquals("answer.decided", c.post("/bank-answers/booking", booking).code());
        assertEquals(
                new java.math.BigDecimal(cash).subtract(new java.math.BigDecimal("3311.84")),
                new java.math.BigDecimal(c.balance("1010")));
        assertEquals(Map.of("Invoice Q-Dunlin", "980.00"), open(customers.get("Dunlin")));
        assertEquals("SUSPENDED", mandate("Dunlin").path("state").asString());
        assertEquals("ACTIVE", mandate("Fennick").path("state").asString());
        assertEquals("3311.84", run(run).path("cameBack").asString());
        c.checkBooks();
        JsonNode done = c.get("/bank-answer-files/" + taken.path("fileId").asLong() + "/answers");
        assertEquals("DONE", done.get(0).path("lead").asString());

        // the next run waits for the change
        c.invoiced(customers.get("Alder"), "Q-next", "2026-05-21", "40.00", "4010");
        long next = run("2026-07-06", true);
        assertEquals(
                "CANNOT", row(next, customers.get("Alder")).path("standing").asString());
        long mandate = mandate("Alder").path("id").asLong();
        JsonNode change = c.get("/mandates/" + mandate).path("changes").get(0);
        // six banking days from 2 July: the 3rd is kept for the 4th by no bank, so it is the 10th
        assertEquals("2026-07-10", change.path("applyBy").asString());
        String apply = "/mandate-changes/" + change.path("id").asLong() + "/applying";
        ok(c.post(apply, Map.of()));
        assertEquals("mandate.decided", c.post(apply, Map.of()).code());
        assertEquals("READY", row(next, customers.get("Alder")).path("standing").asString());
        assertEquals("•••• 7788", mandate("Alder").path("account").asString());
        assertEquals(1, c.get("/mandates/" + mandate).path("former").size());
        ok(c.post("/collection-runs/" + next + "/customers/" + customers.get("Alder") + "/collection", Map.of()));
        ok(c.post(
                "/collection-runs/" + next + "/customers/" + customers.get("Fennick") + "/skipping",
                Map.of("reason", "pays")));
        ok(release(next));
        assertTrue(file(next).contains("55667788"));
    }

    private boolean todayTells(String place) {
        for (JsonNode task : c.get("/today").path("tasks")) {
            if (task.path("place").asString().equals(place)) {
                return true;
            }
        }
        return false;
    }

    private String report(String message, String group, String items) {
        return """
                <Document xmlns="urn:iso:std:iso:20022:tech:xsd:pain.002.001.03"><CstmrPmtStsRpt>
                <GrpHdr><MsgId>S1</MsgId><CreDtTm>2026-07-02T07:00:00</CreDtTm></GrpHdr>
                <OrgnlGrpInfAndSts><OrgnlMsgId>%s</OrgnlMsgId><OrgnlMsgNmId>pain.008</OrgnlMsgNmId>%s</OrgnlGrpInfAndSts>
                %s</CstmrPmtStsRpt></Document>""".formatted(message, group, items);
    }

    private static String refused(String id, String amount) {
        return "<OrgnlPmtInfAndSts><OrgnlPmtInfId>1</OrgnlPmtInfId><TxInfAndSts><OrgnlEndToEndId>" + id
                + "</OrgnlEndToEndId><TxSts>RJCT</TxSts><StsRsnInf><Rsn><Cd>AC04</Cd></Rsn></StsRsnInf><OrgnlTxRef><Amt>"
                + "<InstdAmt Ccy=\"USD\">" + amount
                + "</InstdAmt></Amt></OrgnlTxRef></TxInfAndSts></OrgnlPmtInfAndSts>";
    }

    private String idOf(String customer) {
        for (AchFile.Entry e :
                AchReader.read(file(run)).file().batches().getFirst().entries()) {
            if (e.name().equalsIgnoreCase(customer)) {
                return e.individualId();
            }
        }
        throw new IllegalStateException(customer);
    }

    private byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void whatTheBankRefuses_isKeptBackFromTheCredit_onceItsRunIsBookedOnItsDay(RunningApp.App app) {
        released("2026-07-06");
        String message = "T" + bank + "-1";
        JsonNode taken = ok(take(bytes(report(message, "<GrpSts>PART</GrpSts>", refused(idOf("Dunlin"), "980.00")))));
        JsonNode one = taken.path("answers").get(0);
        assertEquals("NOT_BOOKED_YET", one.path("lead").asString());
        assertEquals("run.back", c.post("/bank-answers/booking", booking(one)).code());
        assertEquals(1, waiting());

        // its day comes
        app.bean(DueRuns.class).book();
        assertEquals("RELEASED", run(run).path("state").asString());
        app.bean(JdbcTemplate.class)
                .update("update collection_run set collect_on = date '2026-07-02' where id = ?", run);
        assertTrue(todayTells("COLLECTION_RUNS"));
        app.bean(DueRuns.class).book();
        assertFalse(todayTells("COLLECTION_RUNS"));
        JsonNode entry =
                c.get("/ledger/entries/" + run(run).path("journalEntryId").asLong());
        assertTrue(entry.toString().contains("Iris Calloway, on its day"), entry.toString());
        one = c.get("/bank-answers").path("waiting").get(0);
        assertEquals("BOOK", one.path("lead").asString());
        c.previewedThenPosted("/bank-answers/booking", booking(one));
        assertEquals("3631.84", c.balance("1275"), "the bank credits the rest");

        // a whole file is taken, or refused, and says so of itself
        ok(take(bytes(report(message, "<GrpSts>ACCP</GrpSts>", ""))));
        JsonNode whole = ok(take(bytes(report(message, "<GrpSts>RJCT</GrpSts>", ""))))
                .path("answers")
                .get(0);
        assertEquals("FILE", whole.path("lead").asString());
        assertEquals(run, whole.path("runId").asLong());
        long file = run(run).path("file").path("id").asLong();
        JsonNode history = c.get("/bank-files/" + file + "/history");
        assertEquals("DOWNLOADED", history.get(0).path("what").asString());
        assertEquals("REFUSED", history.get(history.size() - 1).path("what").asString());
        assertEquals("TAKEN", history.get(history.size() - 2).path("what").asString());
    }

    @Test
    void aRefusalOfABookedRun_leavesTheRestInOneSum_andWhatIsNotOursIsToldAndSetAside() {
        released(TODAY);
        JsonNode taken = ok(take(bytes(report("T" + bank + "-1", "", refused(idOf("Dunlin"), "980.00")))));
        JsonNode one = taken.path("answers").get(0);
        assertEquals("BOOK", one.path("lead").asString());
        assertTrue(one.path("fromCredit").asBoolean());
        c.previewedThenPosted("/bank-answers/booking", booking(one));
        assertEquals("3631.84", c.balance("1275"), "the bank credits the rest");
        assertEquals("SUSPENDED", mandate("Dunlin").path("state").asString());
        // the same once more in another file came back already
        JsonNode again = ok(take(bytes(report("X", "", refused(idOf("Dunlin"), "980.00")))))
                .path("answers")
                .get(0);
        assertEquals("CAME_BACK", again.path("lead").asString());
        assertEquals("run.back", c.post("/bank-answers/booking", booking(again)).code());

        JsonNode other = ok(take(bytes(report("X", "", refused(idOf("Fennick"), "980.00")))))
                .path("answers")
                .get(0);
        assertEquals("UNKNOWN", other.path("lead").asString());
        assertTrue(other.path("note").asString().contains("2,331.84"), other.toString());
        JsonNode unknown = ok(take(bytes(report("X", "", refused("E-77", "980.00")))))
                .path("answers")
                .get(0);
        assertEquals(
                "answer.unknownOne",
                c.post("/bank-answers/booking", booking(unknown)).code());
        String aside = "/bank-answers/" + unknown.path("id").asLong() + "/setting-aside";
        ok(c.post(aside, Map.of("reason", "of another company")));
        assertEquals("answer.decided", c.post(aside, Map.of("reason", "again")).code());
        assertEquals(
                "answer.unknown", take(bytes("date,amount\n2026-07-02,5.00\n")).code());
        assertEquals("answer.none", take(bytes(file(run))).code(), "a file for the bank");
        // one that cannot be followed is told, and waits for a person
        JsonNode wrong = ok(take(answering(Map.of("Alder", "C02 011000016"))))
                .path("answers")
                .get(0);
        assertEquals("CHANGE", wrong.path("lead").asString());
        assertTrue(wrong.path("note").asString().contains("011000016"), wrong.toString());
        c.checkBooks();
    }

    @Test
    void ofTwoWhoBookTheSameAnswerAtOnce_oneDoes() throws Exception {
        released(TODAY);
        JsonNode one =
                ok(take(answering(Map.of("Dunlin", "R02")))).path("answers").get(0);
        Callable<Answer> book = () -> c.post("/bank-answers/booking", booking(one));
        try (ExecutorService two = Executors.newFixedThreadPool(2)) {
            List<String> codes = two.invokeAll(List.of(book, book)).stream()
                    .map(f -> f.resultNow().code())
                    .sorted()
                    .toList();
            assertTrue(codes.contains("answer.decided"), codes.toString());
        }
        assertEquals(Map.of("Invoice Q-Dunlin", "980.00"), open(customers.get("Dunlin")));
        c.checkBooks();
    }
}
