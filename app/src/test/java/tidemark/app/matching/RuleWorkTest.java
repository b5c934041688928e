package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Rules over the real database: tried, switched on, at work on a month, and what was undone remembered. */
@ExtendWith(RunningApp.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class RuleWorkTest {
    private static Client maren;
    private static Client paz;
    private static String company;
    private static String base;
    private static long account;
    private static long rule;

    @BeforeAll
    static void anAccountWithAMonth(RunningApp.App app) {
        Client iris = Client.signedIn(app, "iris");
        maren = Client.signedIn(app, "maren");
        paz = Client.signedIn(app, "paz");
        company = "/api/v1/companies/" + maren.company();
        account = iris.post(
                        company + "/bank-accounts",
                        Map.of(
                                "name", "Slipway",
                                "bank", "Northbank",
                                "number", "SW-1",
                                "openingMonth", "2026-05",
                                "openingBalance", "1,000.00"))
                .body()
                .path("id")
                .asLong();
        base = company + "/bank-accounts/" + account;
        Answer entries = maren.upload(
                company + "/ledger/cash-entry-files?bankAccountId=" + account + "&otherAccount=5010",
                "entries.csv",
                "date,amount,reference,check_number,party,text\n2026-06-09,-312.77,INV-9,,Osprey Glass,Panes\n"
                        .getBytes(StandardCharsets.UTF_8));
        assertEquals(200, entries.status(), entries.body().toString());
        Answer taken = maren.upload(base + "/statements", "june.csv", ("""
                date,amount,balance,text
                2026-06-04,-12.00,988.00,SERVICE FEE 0604
                2026-06-11,-12.00,976.00,SERVICE FEE 0611
                2026-06-12,-312.77,663.23,OSPREY GLASS INV-9
                2026-06-18,-12.00,651.23,SERVICE FEE 0618
                """).getBytes(StandardCharsets.UTF_8));
        assertEquals(200, taken.status(), taken.body().toString());
    }

    private static Map<String, Object> draft(String name, String text, String kind) {
        Map<String, Object> content = LineRequests.ruleContent("STARTS", text, "BOOK", kind, Map.of());
        content.put("party", "Northbank");
        content.put("direction", "OUT");
        return new HashMap<>(Map.of("name", name, "bankAccountId", account, "content", content));
    }

    private static JsonNode month() {
        return maren.get(base + "/months/2026-06").body();
    }

    private static JsonNode rows() {
        return maren.get(base + "/months/2026-06/lines").body().path("rows");
    }

    @Test
    @Order(1)
    void trial_showsWhatItWouldDo_andARuleIsKeptSwitchedOff() {
        long first = rows().get(0).path("lineId").asLong();
        Answer booked = maren.post(base + "/lines/" + first + "/booking", LineRequests.fee("2026-06-04"));
        assertEquals(200, booked.status(), booked.body().toString());
        JsonNode trial = maren.post(company + "/rules/trial", draft("Fees", "SERVICE FEE", "FEE"))
                .body();
        assertEquals(3, trial.path("fitting").asInt(), trial.toString());
        assertEquals(1, trial.path("asDecided").asInt());
        assertEquals(2, trial.path("fresh").asInt());
        assertEquals(0, trial.path("against").asInt());
        JsonNode against = maren.post(company + "/rules/trial", draft("Fees", "SERVICE FEE", "INTEREST"))
                .body();
        assertEquals(1, against.path("against").asInt());
        assertEquals("AGAINST", against.path("lines").get(0).path("verdict").asString());

        JsonNode kept = maren.post(company + "/rules", draft("Slipway fees", "SERVICE FEE", "FEE"))
                .body();
        rule = kept.path("id").asLong();
        assertFalse(kept.path("on").asBoolean(true));
        assertEquals(0, month().path("rules").size());
        assertEquals(
                "rule.name",
                maren.post(company + "/rules", draft("Slipway fees", "X", "FEE"))
                        .code());
        assertEquals(
                "rule.conditions",
                maren.post(
                                company + "/rules",
                                Map.of(
                                        "name",
                                        "n",
                                        "content",
                                        LineRequests.ruleContent("STARTS", "", "BOOK", "FEE", Map.of())))
                        .code());
        assertEquals(403, paz.post(company + "/rules", draft("p", "X", "FEE")).status());
    }

    @Test
    @Order(2)
    void switchedOn_itIsAtWorkOnTheLadder_andBooksAllInOneStep_afterAPreview() {
        assertEquals(
                200,
                maren.post(company + "/rules/" + rule + "/switch", Map.of("on", true))
                        .status());
        assertEquals(2, month().path("rules").get(0).path("lines").asInt());
        assertEquals("Rule: Slipway fees", rows().get(1).path("explainedBy").asString());
        assertTrue(rows().get(2).path("explainedBy").asString().contains("Osprey Glass"));
        String bookings = base + "/months/2026-06/rules/" + rule + "/bookings";
        JsonNode preview = maren.post(bookings + "?preview=true", Map.of()).body();
        assertEquals(2, preview.path("count").asInt(), preview.toString());
        assertEquals(2, month().path("rules").get(0).path("lines").asInt(), "a preview keeps nothing");
        assertEquals(403, paz.post(bookings, Map.of()).status());
        assertEquals(2, maren.post(bookings, Map.of()).body().path("count").asInt());
        assertEquals(0, month().path("rules").size());
        assertEquals("MATCHED", rows().get(3).path("state").asString());
        assertEquals("rule.nothing", maren.post(bookings, Map.of()).code());
        // the demo has rules of its own before it
        JsonNode own = maren.get(company + "/rules")
                .body()
                .valueStream()
                .filter(r -> r.path("id").asLong() == rule)
                .findFirst()
                .orElseThrow();
        assertEquals(2, own.path("used").asInt());
    }

    @Test
    @Order(3)
    void undoneMatch_isNotFirmAgain_whereItWasBefore() {
        JsonNode before = rows().get(2);
        String candidates =
                base + "/months/2026-06/lines/" + before.path("lineId").asLong() + "/candidates";
        JsonNode candidate = maren.get(candidates).body().get(0);
        String was = candidate.path("strength").asString();
        Map<String, Object> members = Map.of(
                "lineIds", List.of(before.path("lineId").asLong()),
                "entryIds", List.of(candidate.path("entryIds").get(0).asLong()));
        long match =
                maren.post(base + "/matches", members).body().path("matchId").asLong();
        assertEquals(200, maren.delete(base + "/matches/" + match).status());
        assertEquals("FIRM", was);
        assertEquals(
                "FAIR", maren.get(candidates).body().get(0).path("strength").asString());
        assertEquals(0, month().path("firmCount").asInt());
    }
}
