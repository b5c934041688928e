package tidemark.app.collection;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Runs: decided, written, booked, credited; given up, reversed; two at once; and what is refused. */
@ExtendWith(RunningApp.class)
class CollectionRunsTest extends CollectingCompany {
    private static final String TODAY = "2026-07-02";

    /** Without lead days a run of today is booked at once. */
    private void atOnce(boolean singly) {
        ok(c.iris.put(
                base + "/set-up/bank-files/" + bank, terms(Map.of("leadDays", 0, "leadDaysB2b", 0, "singly", singly))));
    }

    @ParameterizedTest(name = "one entry for the run: {0}")
    @ValueSource(booleans = {true, false})
    void aRun_isDecided_writtenOnce_booked_andCreditedInOneSum(boolean oneEntry) {
        atOnce(false);
        long alder = customer("Alder", "1326.00");
        long dunlin = customer("Dunlin", "980.00");
        long fennick = customer("Fennick", "2331.84");
        long greywater = customer("Greywater", "100.00");
        long pell = customer("Pell", "75.00");
        JsonNode mandate = c.get("/mandates?party=" + pell).get(0);
        ok(c.post(
                "/mandates/" + mandate.path("id").asLong() + "/moves",
                Map.of("move", "ASK_FIRST", "reason", "called us")));
        long reed = c.party("RECEIVABLES", "Reed", 0);
        c.invoiced(reed, "Q-Reed", "2026-05-20", "10.00", "4010");
        c.party("RECEIVABLES", "Skerry", 0);
        // a credit is netted, and what is due later stays out
        ok(c.post(
                "/invoices",
                Map.of(
                        "partyId",
                        alder,
                        "kind",
                        "CREDIT_NOTE",
                        "number",
                        "K-1",
                        "date",
                        "2026-06-01",
                        "text",
                        "",
                        "lines",
                        List.of(Map.of("account", "4010", "amount", "26.00", "text", "")))));
        c.invoiced(alder, "Q-later", "2026-06-20", "500.00", "4010");
        String before = c.balance("1200");

        long run = run(TODAY, oneEntry);
        JsonNode shown = run(run);
        assertEquals(4, shown.path("sums").path("ready").asInt(), shown.toString());
        assertEquals(5, shown.path("sums").path("undecided").asInt());
        assertEquals("4786.84", shown.path("sums").path("undecidedAmount").asString());
        assertEquals("Reed", shown.path("withoutMandate").path("names").get(0).asString());
        assertEquals("1300.00", row(run, alder).path("amount").asString());
        assertEquals("ASK_FIRST", row(run, pell).path("standing").asString());
        assertEquals("called us", row(run, pell).path("reason").asString());

        ok(collect(run, alder, Map.of("expected", "1300.00")));
        assertEquals(
                "collect.other",
                collect(run, dunlin, Map.of("expected", "979.00")).code());
        ok(collect(run, dunlin, Map.of()));
        long item = row(run, fennick).path("items").get(0).path("itemId").asLong();
        assertEquals(
                "due.more",
                collect(run, fennick, Map.of("items", List.of(Map.of("itemId", item, "amount", "2331.85"))))
                        .code());
        JsonNode changed =
                ok(collect(run, fennick, Map.of("items", List.of(Map.of("itemId", item, "amount", "1,500.00")))));
        assertTrue(changed.path("changed").asBoolean());
        assertTrue(changed.path("items").get(0).path("inPart").asBoolean(), changed.toString());
        assertEquals("2331.84", changed.path("items").get(0).path("open").asString());
        assertEquals("run.undecided", release(run).code());
        ok(c.post("/collection-runs/" + run + "/customers/" + pell + "/skipping", Map.of("reason", "not reached")));
        ok(c.post("/collection-runs/" + run + "/customers/" + greywater + "/skipping", Map.of("reason", "no")));
        ok(c.iris.delete(c.base + "/collection-runs/" + run + "/customers/" + greywater));
        ok(c.post("/collection-runs/" + run + "/all", Map.of()));
        shown = run(run);
        assertEquals("3880.00", shown.path("sums").path("amount").asString());
        assertEquals("3880.00", shown.path("file").path("debits").asString());
        assertEquals("3880.00", sumOfDebits(shown));
        // what is in the run is nobody else's
        Map<String, Object> receipt = Map.of(
                "partyId",
                dunlin,
                "date",
                TODAY,
                "account",
                "1010",
                "amount",
                "980.00",
                "reference",
                "X",
                "text",
                "",
                "items",
                List.of(part(
                        row(run, dunlin).path("items").get(0).path("itemId").asLong(), "980.00", "")));
        assertEquals("settle.reserved", c.post("/receipts", receipt).code());

        ok(release(run));
        shown = run(run);
        assertEquals("BOOKED", shown.path("state").asString());
        assertEquals("3880.00", c.balance("1275"));
        assertEquals(
                new java.math.BigDecimal(before).subtract(new java.math.BigDecimal("3880.00")),
                new java.math.BigDecimal(c.balance("1200")));
        assertEquals(Map.of("Invoice Q-later", "500.00"), open(alder));
        assertEquals(Map.of("Invoice Q-Fennick", "831.84"), open(fennick));
        assertEquals(Map.of("Invoice Q-Pell", "75.00"), open(pell));
        c.checkBooks();
        // the file is the same whenever it is fetched, and comes to the run
        String file = file(run);
        assertEquals(file, file(run));
        long cents = 0;
        for (String line : file.split("\n")) {
            cents += line.startsWith("6") ? Long.parseLong(line.substring(29, 39)) : 0;
        }
        assertEquals(388_000, cents);
        assertEquals("run.state", release(run).code(), "released once");

        // the bank credits it in one sum
        statement("2026-07-02 3880.00 ACH CREDIT TEST HARBOUR");
        String month = "/bank-accounts/" + bank + "/months/2026-07/lines";
        long line = c.get(month).path("rows").get(0).path("lineId").asLong();
        JsonNode candidate = c.get(month + "/" + line + "/candidates").get(0);
        ok(c.post(
                "/bank-accounts/" + bank + "/matches",
                Map.of("lineIds", List.of(line), "entryIds", candidate.path("entryIds"))));
        assertEquals("0.00", c.balance("1275"));
        assertEquals("4880.00", c.balance("1010"));
        shown = run(run);
        assertEquals("2026-07-02", shown.path("creditedOn").asString());
        assertEquals(
                "run.credited",
                c.post("/collection-runs/" + run + "/reversal", Map.of("date", TODAY))
                        .code());
        assertEquals(
                "2026-07-02",
                c.get("/mandates?party=" + alder).get(0).path("lastUsed").asString());
        c.checkBooks();
    }

    private static String sumOfDebits(JsonNode run) {
        java.math.BigDecimal sum = java.math.BigDecimal.ZERO;
        for (JsonNode line : run.path("lines")) {
            String debit = line.path("debit").asString();
            sum = sum.add(debit.isEmpty() ? java.math.BigDecimal.ZERO : new java.math.BigDecimal(debit));
        }
        return sum.toString();
    }

    @ParameterizedTest(name = "one entry for the run: {0}")
    @ValueSource(booleans = {true, false})
    void aRunThatIsGivenUp_orReversed_leavesEverythingAsItWas(boolean oneEntry) {
        atOnce(false);
        long alder = customer("Alder", "1326.00");
        ok(c.post(
                "/invoices",
                Map.of(
                        "partyId",
                        alder,
                        "kind",
                        "CREDIT_NOTE",
                        "number",
                        "K-1",
                        "date",
                        "2026-06-01",
                        "text",
                        "",
                        "lines",
                        List.of(Map.of("account", "4010", "amount", "26.00", "text", "")))));
        customer("Dunlin", "980.00");
        String parties = c.get("/parties?control=RECEIVABLES&date=2026-07-31").toString();
        String accounts = c.get("/ledger/accounts").toString();

        long given = run(TODAY, oneEntry);
        ok(c.post("/collection-runs/" + given + "/all", Map.of()));
        ok(c.post(
                "/collection-runs/" + given + "/taking-back",
                Map.of("version", run(given).path("version").asInt())));
        assertEquals(
                parties, c.get("/parties?control=RECEIVABLES&date=2026-07-31").toString());

        long run = run(TODAY, oneEntry);
        assertEquals(2, run(run).path("sums").path("ready").asInt(), "what was reserved is free");
        ok(c.post("/collection-runs/" + run + "/all", Map.of()));
        ok(release(run));
        for (JsonNode entry : c.get("/ledger/entries?text=CR-").path("entries")) {
            assertEquals(
                    "entry.source",
                    c.post("/ledger/entries/" + entry.path("id").asLong() + "/reversal", Map.of("date", TODAY))
                            .code(),
                    "it is reversed as a run");
        }
        c.previewedThenPosted("/collection-runs/" + run + "/reversal", Map.of("date", TODAY));
        assertEquals("REVERSED", run(run).path("state").asString());
        assertEquals(
                parties, c.get("/parties?control=RECEIVABLES&date=2026-07-31").toString());
        assertEquals(accounts, c.get("/ledger/accounts").toString());
        assertFalse(c.get("/mandates?party=" + alder).get(0).hasNonNull("lastUsed"));
        // what was collected is taken back by a file of credits
        long file = run(run).path("reversalFileId").asLong();
        String text = new String(c.iris.get(base + "/bank-files/" + file).raw().body(), StandardCharsets.US_ASCII);
        assertTrue(text.contains("REVERSAL") && text.lines().anyMatch(l -> l.startsWith("622")), text);
        c.checkBooks();
    }

    @Test
    void creditedSingly_eachCollectionIsMatchedByItself() {
        atOnce(true);
        customer("Alder", "1326.00");
        customer("Dunlin", "980.00");
        long run = run(TODAY, true);
        ok(c.post("/collection-runs/" + run + "/all", Map.of()));
        ok(release(run));
        statement("2026-07-02 980.00 ACH DUNLIN", "2026-07-02 1326.00 ACH ALDER");
        String month = "/bank-accounts/" + bank + "/months/2026-07/lines";
        assertEquals(2, c.get(month).path("rows").size(), c.get(month).toString());
        for (JsonNode row : c.get(month).path("rows")) {
            long line = row.path("lineId").asLong();
            if (line > 0) {
                JsonNode candidate = c.get(month + "/" + line + "/candidates").get(0);
                ok(c.post(
                        "/bank-accounts/" + bank + "/matches",
                        Map.of("lineIds", List.of(line), "entryIds", candidate.path("entryIds"))));
            }
        }
        assertEquals("0.00", c.balance("1275"));
        assertEquals("3306.00", c.balance("1010"));
        c.checkBooks();
    }

    @ParameterizedTest(name = "one entry for the run: {0}")
    @ValueSource(booleans = {true, false})
    void whatComesBackByItself_isOwedAgain_suspendsItsMandate_andIsPaidByCheck(boolean oneEntry) {
        atOnce(false);
        long alder = customer("Alder", "1326.00");
        long dunlin = customer("Dunlin", "980.00");
        long fennick = customer("Fennick", "75.00");
        long run = run(TODAY, oneEntry);
        ok(c.post("/collection-runs/" + run + "/all", Map.of()));
        ok(release(run));
        statement("2026-07-02 2381.00 ACH CREDIT TEST HARBOUR", "2026-07-02 -980.00 ACH RETURN R02 DUNLIN");
        List<Long> lines = lines();
        match(lines.get(0));
        assertEquals("0.00", c.balance("1275"));
        JsonNode found = c.get("/returned-items/for-line?line=" + lines.get(1));
        assertEquals("R02", found.path("reason").asString(), found.toString());
        JsonNode original = found.path("explanations").get(0).path("originals").get(0);
        assertEquals(dunlin, original.path("partyId").asLong(), found.toString());
        long collection = original.path("collectionId").asLong();
        Map<String, Object> back = back(collection, "R02");
        back.put("lineId", lines.get(1));
        long item = c.previewedThenPosted("/returned-items", back)
                .path("itemIds")
                .get(0)
                .asLong();
        assertEquals(Map.of("Invoice Q-Dunlin", "980.00"), open(dunlin));
        assertEquals(Map.of(), open(alder), "the others stay as they were");
        assertEquals(Map.of(), open(fennick));
        JsonNode mandate = c.get("/mandates?party=" + dunlin).get(0);
        assertEquals("SUSPENDED", mandate.path("state").asString());
        assertTrue(mandate.path("stateReason").asString().contains("2 Jul 2026"), mandate.toString());
        JsonNode shown = run(run);
        assertEquals("980.00", shown.path("cameBack").asString());
        assertEquals(
                "run.back", c.post("/returned-items", back(collection, "R02")).code());
        c.checkBooks();

        // it did not come back after all, and then it did
        ok(c.post("/returned-items/" + item + "/undo", Map.of("date", TODAY)));
        assertEquals(Map.of(), open(dunlin));
        assertEquals("0.00", run(run).path("cameBack").asString());
        c.checkBooks();
        ok(c.post("/returned-items", back));
        assertEquals(
                "run.credited",
                c.post("/collection-runs/" + run + "/reversal", Map.of("date", TODAY))
                        .code());
        long owed = c.get("/parties/" + dunlin).path("open").get(0).path("id").asLong();
        ok(c.post(
                "/receipts",
                Map.of(
                        "partyId",
                        dunlin,
                        "date",
                        TODAY,
                        "account",
                        "1250",
                        "amount",
                        "980.00",
                        "reference",
                        "4471",
                        "text",
                        "",
                        "items",
                        List.of(part(owed, "980.00", "")))));
        assertEquals(Map.of(), open(dunlin));
        // the next run of the suspended mandate says so
        c.invoiced(dunlin, "Q-next", "2026-05-21", "40.00", "4010");
        assertEquals("CANNOT", row(run(TODAY, true), dunlin).path("standing").asString());
        c.checkBooks();
    }

    @Test
    void whatTheBankKeepsBackFromTheCredit_leavesTheRest_inOneSum() {
        atOnce(false);
        customer("Alder", "1326.00");
        long dunlin = customer("Dunlin", "980.00");
        long run = run(TODAY, true);
        ok(c.post("/collection-runs/" + run + "/all", Map.of()));
        ok(release(run));
        long collection = 0;
        for (JsonNode original : c.get("/returned-items/originals?party=" + dunlin)) {
            collection = original.path("collectionId").asLong();
        }
        Map<String, Object> back = back(collection, "R01");
        back.put("netted", true);
        ok(c.post("/returned-items", back));
        assertEquals("1326.00", c.balance("1275"));
        assertEquals(Map.of("Invoice Q-Dunlin", "980.00"), open(dunlin));
        assertEquals(
                "ACTIVE",
                c.get("/mandates?party=" + dunlin).get(0).path("state").asString(),
                "it may be tried again");
        statement("2026-07-02 1326.00 ACH CREDIT TEST HARBOUR");
        match(lines().get(0));
        assertEquals("0.00", c.balance("1275"));
        assertEquals("2326.00", c.balance("1010"));
        c.checkBooks();

        // the same amount goes out twice more, told as such, and no third time
        for (int times = 1; times <= 2; times++) {
            long again = run(TODAY, true);
            assertEquals(times, row(again, dunlin).path("presentedAgain").asInt());
            ok(collect(again, dunlin, Map.of()));
            ok(release(again));
            assertTrue(file(again).lines().anyMatch(l -> l.startsWith("5") && l.contains("RETRY PYMT")), file(again));
            for (JsonNode original : c.get("/returned-items/originals?party=" + dunlin)) {
                collection = original.path("collectionId").asLong();
            }
            Map<String, Object> backAgain = back(collection, "R01");
            backAgain.put("netted", true);
            ok(c.post("/returned-items", backAgain));
        }
        long third = run(TODAY, true);
        assertEquals("CANNOT", row(third, dunlin).path("standing").asString());
        assertEquals("collect.again", collect(third, dunlin, Map.of()).code());
        // another amount is another collection
        long item = row(third, dunlin).path("items").get(0).path("itemId").asLong();
        ok(collect(third, dunlin, Map.of("items", List.of(Map.of("itemId", item, "amount", "900.00")))));
        ok(release(third));
        assertFalse(file(third).contains("RETRY PYMT"));
        c.checkBooks();
    }

    private static Map<String, Object> back(long collection, String reason) {
        return new java.util.HashMap<>(Map.of(
                "originals",
                List.of(Map.of("collectionId", collection)),
                "bankFee",
                "",
                "ourFee",
                "",
                "reason",
                reason,
                "reasonText",
                "",
                "note",
                ""));
    }

    private List<Long> lines() {
        List<Long> out = new ArrayList<>();
        for (JsonNode row :
                c.get("/bank-accounts/" + bank + "/months/2026-07/lines").path("rows")) {
            out.add(row.path("lineId").asLong());
        }
        return out;
    }

    private void match(long line) {
        JsonNode candidate = c.get("/bank-accounts/" + bank + "/months/2026-07/lines/" + line + "/candidates")
                .get(0);
        ok(c.post(
                "/bank-accounts/" + bank + "/matches",
                Map.of("lineIds", List.of(line), "entryIds", candidate.path("entryIds"))));
    }

    @Test
    void anItemIsInOneOpenRun_andOfTwoWhoDecideOrReleaseAtOnce_oneDoes() throws Exception {
        atOnce(false);
        long alder = customer("Alder", "1326.00");
        long first = run(TODAY, true);
        long second = run(TODAY, true);
        ok(collect(first, alder, Map.of()));
        assertEquals(0, run(second).path("sums").path("undecided").asInt(), "it is in the other run");
        assertEquals("collect.nothing", collect(second, alder, Map.of()).code());
        int version = run(first).path("version").asInt();
        ExecutorService two = Executors.newFixedThreadPool(2);
        try {
            List<Callable<Answer>> both = new ArrayList<>();
            for (int i = 0; i < 2; i++) {
                both.add(() -> c.post(
                        "/collection-runs/release",
                        Map.of("runs", List.of(Map.of("runId", first, "version", version)))));
            }
            int done = 0;
            for (Future<Answer> answer : two.invokeAll(both)) {
                done += answer.get().status() / 100 == 2 ? 1 : 0;
            }
            assertEquals(1, done);
        } finally {
            two.shutdownNow();
        }
        assertEquals("1326.00", c.balance("1275"));
        c.checkBooks();
    }

    @Test
    void runsOfOneAccount_goIntoOneFile_andDecisionsInAnyOrderGiveTheSame() {
        atOnce(false);
        long alder = customer("Alder", "1326.00");
        long dunlin = customer("Dunlin", "980.00");
        long first = run(TODAY, true);
        long second = run(TODAY, false);
        ok(collect(second, dunlin, Map.of()));
        ok(collect(first, alder, Map.of()));
        ok(c.post(
                "/collection-runs/release",
                Map.of(
                        "runs",
                        List.of(
                                Map.of(
                                        "runId",
                                        second,
                                        "version",
                                        run(second).path("version").asInt()),
                                Map.of(
                                        "runId",
                                        first,
                                        "version",
                                        run(first).path("version").asInt())))));
        assertEquals(file(first), file(second));
        assertEquals("2306.00", c.balance("1275"));
        assertEquals(2, file(first).lines().filter(l -> l.startsWith("6")).count());
        c.checkBooks();
    }

    @Test
    void whatDoesNotFit_isRefusedInWords_andNothingIsLost() {
        long alder = customer("Alder", "1326.00");
        // 4 July 2026 is a Saturday, and no holiday on Friday
        assertEquals(
                "run.holiday",
                c.post("/collection-runs", Map.of("bankAccountId", bank, "head", head("2026-07-04", true)))
                        .code());
        assertEquals(
                "run.near",
                c.post("/collection-runs", Map.of("bankAccountId", bank, "head", head("2026-07-02", true)))
                        .code());
        ok(c.iris.put(
                base + "/set-up/bank-holidays",
                Map.of("holidays", List.of(Map.of("day", "2026-07-03", "name", "Bank picnic")))));
        assertEquals(
                "run.holiday",
                c.post("/collection-runs", Map.of("bankAccountId", bank, "head", head("2026-07-03", true)))
                        .code());
        assertEquals(
                "2026-07-06",
                c.get("/collection-runs/starts").get(0).path("collectOn").asString());
        long run = run("2026-07-06", true);

        // the mandate ended yesterday, allows less, or its account cannot be right
        JsonNode mandate = c.get("/mandates?party=" + alder).get(0);
        change(mandate, mandate(alder, "M-Alder", Map.of("most", "1000.00")));
        assertEquals("mandate.most", collect(run, alder, Map.of()).code());
        assertEquals("CANNOT", row(run, alder).path("standing").asString());
        mandate = c.get("/mandates?party=" + alder).get(0);
        change(mandate, mandate(alder, "M-Alder", Map.of("endsOn", "2026-07-05")));
        assertEquals("mandate.ended", collect(run, alder, Map.of()).code());
        mandate = c.get("/mandates?party=" + alder).get(0);
        Answer wrong = c.iris.put(
                base + "/mandates/" + mandate.path("id").asLong(),
                Map.of(
                        "version",
                        mandate.path("version").asInt(),
                        "mandate",
                        mandate(alder, "M-Alder", Map.of("routing", "02110003"))));
        assertEquals("routing.unfit", wrong.code());
        change(mandate, mandate(alder, "M-Alder", Map.of("kind", "ACH_CONSUMER")));
        ok(collect(run, alder, Map.of()));
        int version = run(run).path("version").asInt();
        assertEquals(
                "run.changed",
                c.iris.put(
                                base + "/collection-runs/" + run,
                                Map.of("version", version + 1, "head", head("2026-07-07", true)))
                        .code());
        ok(release(run));
        assertEquals("RELEASED", run(run).path("state").asString());
        assertEquals("0.00", c.balance("1275"), "booked on its day");
        assertEquals(
                "run.early",
                c.post("/collection-runs/" + run + "/booking", Map.of()).code());
        assertEquals(
                "collection.number",
                c.iris.put(base + "/set-up/bank-files/" + bank, terms(Map.of("nextFile", 1)))
                        .code());

        // another amount than the last of a consumer is told ten days before
        c.invoiced(alder, "Q-2", "2026-05-21", "40.00", "4010");
        long late = run("2026-07-07", true);
        assertEquals("notice.late", collect(late, alder, Map.of()).code());
        ok(c.iris.put(
                base + "/collection-runs/" + late,
                Map.of("version", run(late).path("version").asInt(), "head", head("2026-07-13", true))));
        ok(collect(late, alder, Map.of()));
        assertEquals(1, run(late).path("noticesDue").asInt());
        assertEquals("notice.due", release(late).code());
        Answer paper = c.post("/collection-runs/" + late + "/notices", Map.of("paper", "A4"));
        assertEquals(200, paper.status());
        assertEquals("%PDF", new String(paper.raw().body(), 0, 4, StandardCharsets.US_ASCII));
        ok(release(late));
        c.checkBooks();
    }

    private void change(JsonNode mandate, Map<String, Object> form) {
        ok(c.iris.put(
                base + "/mandates/" + mandate.path("id").asLong(),
                Map.of("version", mandate.path("version").asInt(), "mandate", form)));
    }

    @Test
    void mandatesComeFromAFile_allOrNone_masked_withTheirFormerAccounts() {
        long alder = c.party("RECEIVABLES", "Alder", 0);
        c.party("RECEIVABLES", "Dunlin", 0);
        String bad = "party,reference,signed,kind,account,routing,type\n"
                + "Alder,M-1,2025-01-02,ach_business,4411002233,011000015,checking\n"
                + "Dunlin,M-1,2025-01-02,ach_businesses,44,011000016,savings\n";
        Answer refused = upload(bad);
        assertEquals("mandate.word", refused.code());
        assertEquals(0, c.get("/mandates").size());
        String good =
                bad.replace("ach_businesses", "ach_consumer").replace("M-1,2025-01-02,ach_c", "M-2,2025-01-02,ach_c");
        assertEquals("routing.unfit", upload(good).code());
        assertEquals(0, c.get("/mandates").size());
        assertEquals(
                2,
                ok(upload(good.replace("011000016", "021000021"))).path("count").asInt());
        JsonNode mandate = c.get("/mandates?party=" + alder).get(0);
        assertEquals("•••• 2233", mandate.path("account").asString());
        assertEquals(
                "4411002233",
                c.get("/mandates/" + mandate.path("id").asLong() + "/form")
                        .path("accountNumber")
                        .asString());
        change(mandate, mandate(alder, "M-1", Map.of("accountNumber", "9900887766")));
        JsonNode detail = c.get("/mandates/" + mandate.path("id").asLong());
        assertEquals("•••• 2233", detail.path("former").get(0).path("account").asString());
        assertEquals("•••• 7766", detail.path("mandate").path("account").asString());
        Answer paper = c.post("/mandates/" + mandate.path("id").asLong() + "/paper", Map.of("paper", "LETTER"));
        assertEquals("%PDF", new String(paper.raw().body(), 0, 4, StandardCharsets.US_ASCII));
        assertEquals(
                "name.taken",
                c.post("/mandates", mandate(alder, "M-1", Map.of())).code());
        assertEquals(
                "mandate.state",
                c.post("/mandates/" + mandate.path("id").asLong() + "/moves", Map.of("move", "ACTIVATE", "reason", ""))
                        .code());
    }

    private Answer upload(String content) {
        return c.iris.upload(base + "/mandate-files", "mandates.csv", content.getBytes(StandardCharsets.UTF_8));
    }
}
