package tidemark.app.card;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Card takings on the real database: batches, the report, the slip, what is due and what came. */
@ExtendWith(RunningApp.class)
class CardTakingsTest {
    private NewCompany c;
    private long account;
    private long dock;
    private long processor;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        account = c.bankAccount("Operating", "", "1000.00");
        dock = ok(c.post("/set-up/sites", Map.of("name", "Dock", "active", true)))
                .path("id")
                .asLong();
        processor = ok(c.iris.post(c.base + "/card-processors", processor("6010", "2.5", "4010")))
                .path("id")
                .asLong();
    }

    private Map<String, Object> processor(String fee, String agreed, String takings) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "name",
                "Harbour Card",
                "active",
                true,
                "bankAccountId",
                account,
                "bankWords",
                "harbour card",
                "lagDays",
                2,
                "agreedPercent",
                agreed,
                "feeAccount",
                fee,
                "refundAccount",
                "4010",
                "chargebackAccount",
                "",
                "reserveAccount",
                ""));
        form.put("takingsAccount", takings);
        return form;
    }

    private Answer batch(String number, String day, String gross, String refunds, String fee) {
        return c.post(
                "/card-processors/" + processor + "/batches",
                Map.of(
                        "siteId",
                        dock,
                        "day",
                        day,
                        "number",
                        number,
                        "gross",
                        gross,
                        "refunds",
                        refunds,
                        "chargebacks",
                        "",
                        "reserve",
                        "",
                        "fee",
                        fee));
    }

    private long card(String number, String day, String amount) {
        ok(c.post(
                "/receipts",
                Map.ofEntries(
                        Map.entry("payer", "Boat owners"),
                        Map.entry("date", day),
                        Map.entry("account", ""),
                        Map.entry("amount", amount),
                        Map.entry("reference", number),
                        Map.entry("text", ""),
                        Map.entry("siteId", dock),
                        Map.entry("items", List.of()),
                        Map.entry(
                                "lines",
                                List.of(Map.of(
                                        "account",
                                        "4010",
                                        "amount",
                                        amount,
                                        "taxCode",
                                        "",
                                        "costCentre",
                                        "",
                                        "text",
                                        ""))),
                        Map.entry("tender", "CARD"),
                        Map.entry("again", true))));
        JsonNode hand = c.get("/receipts-in-hand").path("receipts");
        return hand.get(hand.size() - 1).path("id").asLong();
    }

    private JsonNode batches() {
        return c.get("/card-processors/" + processor + "/batches?from=2026-06-01&to=2026-06-30");
    }

    @Test
    void batches_goOnASlipWithTheirReceipts_andItsChargesAreWhatTheProcessorKeeps() {
        card("1", "2026-06-03", "100.00");
        card("2", "2026-06-03", "60.00");
        long b1 = ok(batch("B-1", "2026-06-03", "160.00", "10.00", "4.50"))
                .path("id")
                .asLong();
        long b2 = ok(batch("B-2", "2026-06-04", "80.00", "", "2.00")).path("id").asLong();
        JsonNode seen = batches().get(1);
        assertEquals("145.50", seen.path("net").asString());
        assertEquals("2026-06-05", seen.path("due").asString());
        assertEquals("160.00", seen.path("inHand").asString());
        assertEquals("4.00", seen.path("agreedFee").asString(), "2.5 % of 160.00");
        assertEquals("0.50", seen.path("feeApart").asString());

        long slip = ok(c.post("/card-batches/slip", Map.of("batches", List.of(b1, b2))))
                .path("id")
                .asLong();
        JsonNode view = c.get("/deposit-slips/" + slip);
        assertEquals("240.00", view.path("total").asString(), "the second was received by its slip");
        assertEquals(3, view.path("receipts").size());
        assertEquals("6.50", view.path("charges").get(0).path("gross").asString());
        assertEquals("10.00", view.path("charges").get(1).path("gross").asString());
        assertEquals(
                "card.on-slip",
                c.post("/card-batches/slip", Map.of("batches", List.of(b1))).code());
        assertEquals(
                "card.on-slip", c.iris.delete(c.base + "/card-batches/" + b1).code());
        ok(c.post(
                "/deposit-slips/" + slip + "/banking",
                Map.of(
                        "day",
                        "2026-06-08",
                        "charges",
                        List.of(
                                Map.of("account", "6010", "gross", "6.50"),
                                Map.of("account", "4010", "gross", "10.00")))));
        assertEquals("0.00", c.balance("1250"));
        assertEquals("BANKED", batches().get(0).path("slipState").asString());
        c.checkBooks();
    }

    @Test
    void aBatchThatItsReceiptsDoNotComeTo_isNamed_andNothingIsMade() {
        card("1", "2026-06-03", "100.00");
        long b1 =
                ok(batch("B-1", "2026-06-03", "160.00", "", "4.00")).path("id").asLong();
        Answer refused = c.post("/card-batches/slip", Map.of("batches", List.of(b1)));
        assertEquals("card.apart", refused.code());
        assertTrue(
                refused.body().toString().contains("160.00")
                        && refused.body().toString().contains("100.00"),
                refused.body().toString());
        assertEquals(0, c.get("/deposit-slips").path("rows").size());
        card("2", "2026-06-03", "60.00");
        long slip = ok(c.post("/card-batches/slip", Map.of("batches", List.of(b1))))
                .path("id")
                .asLong();
        ok(c.post("/deposit-slips/" + slip + "/discard", Map.of()));
        assertTrue(batches().get(0).path("slipId").isMissingNode(), "of a slip that was given up it is free again");
        ok(c.post("/card-batches/slip", Map.of("batches", List.of(b1))));
    }

    @Test
    void whatAProcessorKeeps_needsItsAccount_andAmountsAreAboveZero() {
        ok(c.iris.post(c.base + "/card-processors", withId(processor("", "", "4010"))));
        long b = ok(batch("B-1", "2026-06-03", "160.00", "", "4.00")).path("id").asLong();
        assertEquals(
                "card.account",
                c.post("/card-batches/slip", Map.of("batches", List.of(b))).code());
        assertEquals("amount.zero", batch("B-2", "2026-06-03", "0", "", "").code());
        assertEquals("card.below", batch("B-2", "2026-06-03", "5", "-1", "").code());
        assertEquals("card.ahead", batch("B-2", "2027-06-03", "5", "", "").code());
        assertEquals("card.taken", batch("B-1", "2026-06-04", "5", "", "").code());
        assertEquals(
                "card.slip",
                c.post("/card-batches/slip", Map.of("batches", List.of())).code());
        assertEquals(
                "card.percent",
                c.iris.post(c.base + "/card-processors", withId(processor("", "101", "")))
                        .code());
    }

    private Map<String, Object> withId(Map<String, Object> form) {
        form.put("id", processor);
        return form;
    }

    @Test
    void aReport_isReadByWhatItsColumnsHold_onceAndWhole() {
        byte[] report = """
                Batch Date,Location,Batch,Gross,Fee,Net
                06/03/2026,Dock,B-1,"1,200.00",30.00,"1,170.00"
                06/15/2026,Dock,B-2,80.00,2.00,78.00
                """.getBytes(StandardCharsets.UTF_8);
        String path = c.base + "/card-processors/" + processor + "/report";
        JsonNode looked = ok(c.iris.upload(path + "/look", "june.csv", report));
        assertEquals("MONTH_FIRST", looked.path("dates").asString());
        assertEquals("Gross", looked.path("columns").path("GROSS").asString());
        assertTrue(!looked.path("known").asBoolean());
        assertEquals(
                "processor.unknown", c.iris.upload(path, "june.csv", report).code());
        assertEquals(
                2,
                ok(c.iris.upload(
                                path,
                                "june.csv",
                                report,
                                "mapping",
                                Map.of(
                                        "separator", ",",
                                        "dates", "MONTH_FIRST",
                                        "decimalPoint", ".",
                                        "columns",
                                                Map.of(
                                                        "DAY",
                                                        "Batch Date",
                                                        "SITE",
                                                        "Location",
                                                        "NUMBER",
                                                        "Batch",
                                                        "GROSS",
                                                        "Gross",
                                                        "FEE",
                                                        "Fee",
                                                        "NET",
                                                        "Net"))))
                        .path("batches")
                        .asInt());
        assertEquals(2, batches().size());
        assertTrue(
                ok(c.iris.upload(path + "/look", "july.csv", report))
                        .path("known")
                        .asBoolean(),
                "it was learned");
        assertEquals("card.taken", c.iris.upload(path, "june.csv", report).code(), "twice it is refused");
        byte[] wrong = "Batch Date,Location,Batch,Gross,Fee,Net\n06/16/2026,Pier,B-3,5.00,1.00,3.00\n"
                .getBytes(StandardCharsets.UTF_8);
        assertEquals("processor.net", c.iris.upload(path, "june.csv", wrong).code());
        assertEquals(2, batches().size());
    }

    @Test
    void whatWasDue_isComparedWithWhatCame_andAMissingDayIsNamed() {
        ok(batch("B-1", "2026-06-01", "100.00", "", "2.00"));
        ok(batch("B-2", "2026-06-02", "200.00", "", "5.00"));
        ok(batch("B-3", "2026-06-05", "50.00", "", "1.00"));
        String due = "/card-processors/" + processor + "/due?from=2026-06-01&to=2026-06-30";
        assertEquals(0, c.get(due).size(), "the bank has told nothing yet");
        ok(c.iris.upload(c.base + "/bank-accounts/" + account + "/statements", "june.csv", """
                date,amount,balance,reference
                2026-06-03,97.00,1097.00,HARBOUR CARD SETTLEMENT
                2026-06-04,5.00,1102.00,SOMETHING ELSE
                2026-06-05,-5.00,1097.00,HARBOUR CARD CORRECTION
                """.getBytes(
                        StandardCharsets.UTF_8)));
        JsonNode days = c.get(due);
        assertEquals(2, days.size(), days.toString());
        assertEquals("98.00", days.get(0).path("due").asString());
        assertEquals("97.00", days.get(0).path("credited").asString());
        assertEquals("-1.00", days.get(0).path("apart").asString());
        assertEquals("2026-06-04", days.get(1).path("day").asString());
        assertTrue(days.get(1).path("missing").asBoolean(), "what another paid is not the processor's");
        String today = c.get("/today").path("tasks").toString();
        assertTrue(today.contains("195.00 was due from Harbour Card"), today);
    }

    @Test
    void aDayOnWhichThereWasOnlyGivenBack_goesOnTheSlipOfAnother_andALongSiteNameStillMakesANumber() {
        String name = "The boathouse at the far end of the northern breakwater, second door";
        long far = ok(c.post("/set-up/sites", Map.of("name", name, "active", true)))
                .path("id")
                .asLong();
        ok(c.post(
                "/card-processors/" + processor + "/batches",
                Map.of(
                        "siteId",
                        far,
                        "day",
                        "2026-06-02",
                        "number",
                        "",
                        "gross",
                        "7.00",
                        "refunds",
                        "",
                        "chargebacks",
                        "",
                        "reserve",
                        "",
                        "fee",
                        "")));
        assertEquals(
                name.substring(0, 48) + " 2026-06-02",
                batches().get(0).path("number").asString());
        byte[] report = """
                date,batch,gross,refunds
                2026-06-03,R-1,0,12.00
                2026-06-04,R-2,100.00,
                """.getBytes(StandardCharsets.UTF_8);
        String path = c.base + "/card-processors/" + processor + "/report";
        Map<String, Object> mapping = Map.of(
                "separator", ",",
                "dates", "YEAR_FIRST",
                "decimalPoint", ".",
                "columns", Map.of("DAY", "date", "NUMBER", "batch", "GROSS", "gross", "REFUNDS", "refunds"));
        ok(c.iris.upload(path, "june.csv", report, "mapping", mapping));
        List<Long> both = batches()
                .valueStream()
                .filter(b -> b.path("number").asString().startsWith("R-"))
                .map(b -> b.path("id").asLong())
                .toList();
        long slip = ok(c.post("/card-batches/slip", Map.of("batches", both)))
                .path("id")
                .asLong();
        JsonNode view = c.get("/deposit-slips/" + slip);
        assertEquals("100.00", view.path("total").asString());
        assertEquals("12.00", view.path("charges").get(0).path("gross").asString());

        byte[] ahead =
                "date,batch,gross,refunds\n2026-06-05,R-3,1,\n2031-01-01,R-4,1,\n".getBytes(StandardCharsets.UTF_8);
        Answer refused = c.iris.upload(path, "later.csv", ahead);
        assertEquals("card.ahead", refused.code());
        assertEquals(
                "line 3",
                refused.body().path("problems").get(0).path("where").asString(),
                refused.body().toString());
    }

    /** What came for a day just before those that are looked at is not taken for one of them. */
    @Test
    void daysThatAreLookedAt_doNotChangeWhatCameForThem() {
        ok(batch("B-1", "2026-06-02", "100.00", "", ""));
        ok(batch("B-2", "2026-06-05", "100.00", "", ""));
        ok(c.iris.upload(c.base + "/bank-accounts/" + account + "/statements", "june.csv", """
                date,amount,balance,reference
                2026-06-04,100.00,1100.00,HARBOUR CARD
                2026-06-09,100.00,1200.00,HARBOUR CARD
                """.getBytes(
                        StandardCharsets.UTF_8)));
        String due = "/card-processors/" + processor + "/due?to=2026-06-30&from=";
        assertEquals(2, c.get(due + "2026-06-01").size());
        JsonNode few = c.get(due + "2026-06-05");
        assertEquals(1, few.size(), few.toString());
        assertEquals("0.00", few.get(0).path("apart").asString());
    }
}
