package tidemark.app.outstanding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Checks that were never cashed: owed as unclaimed money, claimed, paid over to the state, or taken back. */
@ExtendWith(RunningApp.class)
class UnclaimedMoneyTest {
    private static Map<String, Object> payOut(ChecksOut out, boolean toState, Long... ids) {
        return new HashMap<>(Map.of(
                "ids",
                List.of(ids),
                "toState",
                toState,
                "bankAccountId",
                out.bank,
                "kind",
                "CHECK",
                "date",
                "2026-07-02",
                "payee",
                toState ? "State treasury" : ""));
    }

    private static JsonNode unclaimed(ChecksOut out) {
        return out.company.get("/unclaimed-money");
    }

    private static long id(ChecksOut out, int place) {
        return unclaimed(out).path("rows").get(place).path("id").asLong();
    }

    private static String state(ChecksOut out, int place) {
        return unclaimed(out).path("rows").get(place).path("state").asString();
    }

    private static void proven(ChecksOut out, String held) {
        JsonNode list = unclaimed(out);
        assertEquals(held, list.path("held").asString());
        assertEquals(held, list.path("ledger").asString());
        assertEquals("0.00", list.path("apart").asString());
    }

    @Test
    void setAside_isOwedToItsPayee_andTakenBackAsItWas(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        c.previewedThenPosted(
                ChecksOut.DECISIONS, ChecksOut.decision("UNCLAIMED", "2026-07-02", out.key(0), out.key(1)));
        assertEquals("-140.00", c.balance("2350"));
        assertEquals("0.00", c.balance("2010"), "the invoice stays paid");
        assertEquals("993.00", c.balance("1010"), "only the third check still draws on the bank");
        assertEquals(List.of("7.00"), out.amounts(""));
        assertEquals(List.of("UNCLAIMED", "UNCLAIMED", "BOOKED"), out.states());
        proven(out, "140.00");
        JsonNode row = unclaimed(out).path("rows").get(0);
        assertEquals("2029-06-03", row.path("dormantOn").asString());
        assertEquals("2029-03-05", row.path("noticeBy").asString());
        assertEquals(
                "entry.source",
                c.post("/ledger/entries/" + row.path("entryId").asLong() + "/reversal", Map.of("date", "2026-07-02"))
                        .code());
        assertEquals(
                "payment.state",
                c.post(
                                "/payments/" + row.path("paymentId").asLong() + "/void",
                                Map.of("date", "2026-07-02", "reason", "x"))
                        .code());

        String back = "/unclaimed-money/" + id(out, 0) + "/taking-back";
        c.previewedThenPosted(back, Map.of("date", "2026-07-02"));
        assertEquals("TAKEN_BACK", state(out, 0));
        assertEquals(List.of("100.00", "7.00"), out.amounts(""));
        assertEquals("893.00", c.balance("1010"));
        proven(out, "40.00");
        assertEquals(
                "unclaimed.state", c.post(back, Map.of("date", "2026-07-02")).code());
        // it can be decided on again
        ok(out.decide(ChecksOut.decision("VOID", "2026-07-02", out.key(0))));
        assertEquals("-100.00", c.balance("2010"));
        proven(out, "40.00");
        c.checkBooks();
    }

    @Test
    void claimed_isPaidOnce_andHeldAgainWhenThatPaymentIsVoid_thenPaidOver(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        ok(out.decide(ChecksOut.decision("UNCLAIMED", "2026-07-02", out.key(0), out.key(1))));
        assertEquals(
                "unclaimed.one",
                c.post("/unclaimed-money/payments", payOut(out, false, id(out, 0), id(out, 1)))
                        .code());
        JsonNode paid = c.previewedThenPosted("/unclaimed-money/payments", payOut(out, false, id(out, 0)));
        assertEquals("CLAIMED", state(out, 0));
        JsonNode payment = c.get("/payments/" + paid.path("paymentId").asLong());
        assertEquals("Orrin Paints", payment.path("payee").asString());
        assertEquals("100.00", payment.path("amount").asString());
        proven(out, "40.00");
        assertEquals(
                "unclaimed.state",
                c.post("/unclaimed-money/payments", payOut(out, false, id(out, 0)))
                        .code());
        ok(c.post(
                "/payments/" + paid.path("paymentId").asLong() + "/void",
                Map.of("date", "2026-07-02", "reason", "spoilt")));
        assertEquals("HELD", state(out, 0));
        proven(out, "140.00");

        ok(c.post("/unclaimed-money/payments", payOut(out, true, id(out, 0), id(out, 1))));
        assertEquals("PAID_OVER", state(out, 0));
        assertEquals("PAID_OVER", state(out, 1));
        proven(out, "0.00");
        c.checkBooks();
    }

    @Test
    void moneyThatWaitsForItsDay_isHeldInTheProof_andNotPaidTwice(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        ok(out.decide(ChecksOut.decision("UNCLAIMED", "2026-07-02", out.key(0))));
        Map<String, Object> later = payOut(out, false, id(out, 0));
        later.put("date", "2026-07-20");
        JsonNode made = ok(out.company.post("/unclaimed-money/payments", later));
        assertTrue(made.path("waits").asBoolean());
        proven(out, "100.00");
        assertEquals(
                "unclaimed.state",
                out.company
                        .post("/unclaimed-money/payments", payOut(out, true, id(out, 0)))
                        .code());
    }

    @Test
    void payees_areWrittenToInTime_andTheRulesAreTheCompanys(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        ok(out.decide(ChecksOut.decision("UNCLAIMED", "2026-07-02", out.key(0))));
        String rules = c.base + "/set-up/unclaimed-money";
        assertEquals(
                "unclaimed.terms",
                c.iris.put(rules, Map.of("version", 0, "dormantMonths", 0, "noticeDays", 20))
                        .code());
        ok(c.iris.put(rules, Map.of("version", 0, "dormantMonths", 2, "noticeDays", 40)));
        JsonNode row = unclaimed(out).path("rows").get(0);
        assertEquals("2026-08-03", row.path("dormantOn").asString());
        assertTrue(row.path("due").asBoolean(), "the letter was to be sent by 24 June");
        assertTrue(c.get("/today").path("tasks").toString().contains("UNCLAIMED_MONEY"));
        Map<String, Object> notice = new HashMap<>(Map.of("ids", List.of(id(out, 0)), "date", "2026-07-03"));
        assertEquals(
                "unclaimed.noticeDay",
                c.post("/unclaimed-money/notices", notice).code());
        notice.put("date", "2026-07-02");
        ok(c.post("/unclaimed-money/notices", notice));
        assertEquals(false, unclaimed(out).path("rows").get(0).path("due").asBoolean());
        JsonNode known = ok(c.iris.put(
                c.base + "/unclaimed-money/" + id(out, 0) + "/whereabouts",
                Map.of("address", "4 Quay Street", "region", "ME")));
        assertEquals("ME", known.path("region").asString());
        assertEquals(1, c.get("/unclaimed-money?text=me").path("rows").size());
        Client viewer = c.person(app, "paz", "Paz", "VIEWER");
        assertEquals(
                403, viewer.post(c.base + "/unclaimed-money/notices", notice).status());
        assertEquals(
                403,
                viewer.put(rules, Map.of("version", 1, "dormantMonths", 2, "noticeDays", 4))
                        .status());
        assertEquals(
                404,
                new NewCompany(app).post("/unclaimed-money/notices", notice).status());
    }

    @Test
    void inAnotherCurrency_andOnClearing_comesBackAtItsOwnWorth(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-05-01", "rate", "1.10")));
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-07-01", "rate", "1.25")));
        long euro = c.bankAccount("Euro", "EUR", "500.00");
        out.check(euro, null, "2026-06-05", List.of(), "20.00");
        JsonNode check = out.list("?account=" + euro).path("checks").get(0);
        ok(out.decide(
                ChecksOut.decision("UNCLAIMED", "2026-07-02", check.path("key").asString())));
        proven(out, "22.00");

        long clearing = c.bankAccount("Clearing", "", "500.00");
        out.settings(clearing, 90, 180, true);
        out.check(clearing, null, "2026-06-05", List.of(), "30.00");
        JsonNode waits = out.list("?account=" + clearing).path("checks").get(0);
        assertEquals("30.00", waits.path("amount").asString());
        ok(out.decide(
                ChecksOut.decision("UNCLAIMED", "2026-07-02", waits.path("key").asString())));
        assertEquals("0.00", c.balance("2270"), "it is under way no more");
        proven(out, "52.00");
        assertEquals(0, out.list("?account=" + clearing).path("checks").size());
        c.checkBooks();
    }

    @Test
    void whatWasTakenOverWithTheAccount_canBeSetAside_notVoided(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        long other = c.bankAccount("Older", "", "800.00");
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + other + "/outstanding-items",
                "old.csv",
                "date,amount,reference,check_number,party,text\n2025-11-03,-25.00,,4411,Lund,rope\n"
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        JsonNode old = out.list("?account=" + other).path("checks").get(0);
        assertEquals("STALE", old.path("stage").asString());
        assertEquals(
                "check.takenOver",
                out.decide(ChecksOut.decision(
                                "VOID", "2026-07-02", old.path("key").asString()))
                        .code());
        ok(out.decide(
                ChecksOut.decision("UNCLAIMED", "2026-07-02", old.path("key").asString())));
        proven(out, "25.00");
        ok(c.post("/unclaimed-money/" + id(out, 0) + "/taking-back", Map.of("date", "2026-07-02")));
        assertEquals(1, out.list("?account=" + other).path("checks").size());
        proven(out, "0.00");
        c.checkBooks();
    }
}
