package tidemark.app.clearing;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** In-transit accounts by how money travels, and the watch over all that money passes through; it is 2 July 2026. */
@ExtendWith(RunningApp.class)
class ClearingWatchTest {
    private NewCompany c;
    private long bank;
    private String at;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "1000.00");
        at = "/bank-accounts/" + bank;
    }

    private long account(String code, String name, String type) {
        ok(c.post("/ledger/accounts", Map.of("code", code, "name", name, "type", type, "active", true)));
        return c.get("/ledger/accounts")
                .valueStream()
                .filter(a -> a.path("code").asString().equals(code))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asLong();
    }

    /** Payments wait for the bank, those of these means on accounts of their own. */
    private void onClearing(Map<String, Long> byMeans) {
        Map<String, Object> settings = c.settings(bank, Map.of("bookOnClearing", true));
        Map<String, Object> purposes = new HashMap<>();
        ((Map<?, ?>) settings.get("purposes")).forEach((k, v) -> purposes.put(String.valueOf(k), v));
        purposes.keySet().removeIf(p -> p.startsWith("IN_TRANSIT_OUT_"));
        byMeans.forEach((means, id) -> purposes.put("IN_TRANSIT_OUT_" + means, id));
        c.set(bank, Map.of("bookOnClearing", true, "purposes", purposes));
    }

    private long pay(String kind, String date, String amount) {
        Map<String, Object> form = c.payment(bank, null, "", date, List.of(), amount);
        form.put("kind", kind);
        return ok(c.post("/payments", form)).path("payments").get(0).path("id").asLong();
    }

    private void lines(String... rows) {
        ok(c.iris.upload(
                c.base + at + "/statements",
                "june.csv",
                ("date,amount,balance,text\n" + String.join("\n", rows) + "\n").getBytes(StandardCharsets.UTF_8)));
    }

    private void clear(String title, long payment) {
        for (JsonNode row : c.get(at + "/months/2026-06/lines").path("rows")) {
            if (row.path("title").asString().equals(title)) {
                ok(c.post(
                        at + "/lines/" + row.path("lineId").asLong() + "/booking",
                        LineRequests.booking("PAYMENT", Map.of("paymentId", payment), "2026-06-05", "")));
                return;
            }
        }
        throw new IllegalArgumentException(title);
    }

    private void entry(String date, String reference, String debit, String credit, String amount) {
        ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        date,
                        "reference",
                        reference,
                        "checkNumber",
                        "",
                        "text",
                        "Bag with the courier",
                        "lines",
                        List.of(
                                Map.of("account", debit, "debit", amount, "credit", "", "party", "", "text", ""),
                                Map.of("account", credit, "debit", "", "credit", amount, "party", "", "text", "")))));
    }

    private JsonNode watched(String code) {
        for (JsonNode account : c.get("/clearing-accounts")) {
            if (account.path("code").asString().equals(code)) {
                return account;
            }
        }
        throw new IllegalArgumentException(code + " in " + c.get("/clearing-accounts"));
    }

    private JsonNode items(String code) {
        return c.get("/clearing-accounts/"
                        + watched(code).path("ledgerAccountId").asLong())
                .path("items");
    }

    @Test
    void payment_waitsOnTheAccountOfHowItTravels_andLeavesItThere_whateverServesSince() {
        long checks = account("2271", "Checks in transit", "LIABILITY");
        long wires = account("2272", "Wires in transit", "ASSET");
        onClearing(Map.of("CHECKS", checks, "WIRES", wires));
        long check = pay("CHECK", "2026-06-02", "100.00");
        long wire = pay("WIRE", "2026-06-03", "30.00");
        pay("BANK_TRANSFER", "2026-06-03", "7.00");
        assertEquals(
                List.of("-100.00", "-30.00", "-7.00"),
                List.of(c.balance("2271"), c.balance("2272"), c.balance("2270")));
        assertEquals("1000.00", c.balance("1010"), "nothing has left the bank");

        // the accounts serve no more; what waits there is cleared there all the same
        onClearing(Map.of());
        assertEquals(1, watched("2271").path("items").asInt(), "an account that still holds something is watched");
        lines("2026-06-05,-100.00,900.00,CHECK 1001", "2026-06-06,-30.00,870.00,WIRE OUT");
        clear("CHECK 1001", check);
        clear("WIRE OUT", wire);
        assertEquals(
                List.of("0.00", "0.00", "-7.00", "870.00"),
                List.of(c.balance("2271"), c.balance("2272"), c.balance("2270"), c.balance("1010")));
        c.checkBooks();
    }

    @Test
    void stalePayment_isSetAsideFromTheAccountItWaitsOn() {
        onClearing(Map.of("CHECKS", account("2271", "Checks in transit", "LIABILITY")));
        pay("CHECK", "2026-06-01", "55.00");
        onClearing(Map.of());
        String key =
                c.get("/outstanding-checks").path("checks").get(0).path("key").asString();
        ok(c.post(
                "/outstanding-checks/decisions",
                Map.of(
                        "fate",
                        "UNCLAIMED",
                        "checks",
                        List.of(key),
                        "date",
                        "2026-07-02",
                        "reason",
                        "never cashed",
                        "confirmation",
                        "",
                        "fee",
                        "")));
        assertEquals("0.00", c.balance("2271"));
        c.checkBooks();
    }

    @Test
    void line_emptiesTheAccountOfItsMeans_theGeneralOneOtherwise() {
        onClearing(Map.of("CARDS", account("2273", "Cards in transit", "LIABILITY")));
        lines("2026-06-05,-40.00,960.00,CARD 1", "2026-06-06,-3.00,957.00,SUNDRY");
        List<String> means = new ArrayList<>(List.of("CARDS", "WIRES"));
        for (JsonNode row : c.get(at + "/months/2026-06/lines").path("rows")) {
            c.previewedThenPosted(
                    at + "/lines/" + row.path("lineId").asLong() + "/booking",
                    LineRequests.booking("IN_TRANSIT", Map.of("means", means.removeFirst()), "2026-06-06", ""));
        }
        assertEquals(List.of("40.00", "3.00"), List.of(c.balance("2273"), c.balance("2270")));
        JsonNode left = items("2273").get(0);
        assertEquals("40.00", left.path("in").asString());
        assertTrue(left.path("why").asString().contains("nothing had put it"), left.toString());
    }

    @Test
    void item_isThereWithItsAge_why_andTheWay() {
        onClearing(Map.of());
        long payment = pay("CHECK", "2026-06-02", "100.00");
        entry("2026-06-17", "BAG-1", "1270", "4010", "318.50");
        entry("2026-06-18", "BAG-2", "1270", "4010", "540.00");
        entry("2026-06-19", "BAG-2", "6010", "1270", "450.00");
        entry("2026-06-30", "BAG-3", "1270", "4010", "20.00");
        entry("2026-07-01", "BAG-3", "6010", "1270", "20.00");

        JsonNode check = items("2270").get(0);
        assertEquals("100.00", check.path("out").asString());
        assertEquals(30, check.path("days").asInt());
        assertTrue(check.path("late").asBoolean());
        assertEquals("/payments/" + payment, check.path("path").asString());

        JsonNode bags = items("1270");
        assertEquals(2, bags.size());
        assertEquals("318.50", bags.get(0).path("in").asString());
        assertTrue(bags.get(0).path("path").asString().startsWith("/ledger/entries/"));
        assertEquals("90.00", bags.get(1).path("in").asString());
        assertTrue(bags.get(1).path("why").asString().contains("Two digits are swapped"), bags.toString());
        JsonNode account = watched("1270");
        assertEquals("408.50", account.path("balance").asString());
        assertEquals(c.balance("1270"), account.path("balance").asString());
        assertEquals("2026-06-17", account.path("since").asString());
        assertEquals(2, account.path("late").asInt());
        assertFalse(account.has("usualDays"), "one that was taken on tells nothing yet");

        // as it was at the end of another day
        String then = "?on=2026-06-17";
        long id = account.path("ledgerAccountId").asLong();
        assertEquals(
                "318.50",
                c.get("/clearing-accounts/" + id + then)
                        .path("account")
                        .path("balance")
                        .asString());
        String file = new String(
                c.iris.get(c.base + "/clearing-accounts/file?form=CSV").raw().body(), StandardCharsets.UTF_8);
        assertEquals(4, file.lines().count(), file);
        assertTrue(file.contains("2026-06-18,14,Bag with the courier"), file);
        JsonNode today = c.get("/today");
        assertEquals(
                List.of("1270", "2270"),
                today.path("inTransit")
                        .valueStream()
                        .map(a -> a.path("code").asString())
                        .toList());
        assertEquals(
                2,
                today.path("tasks")
                        .valueStream()
                        .filter(t -> t.path("place").asString().equals("IN_TRANSIT"))
                        .count());
    }

    @Test
    void accountsOfOthers_andThoseThatNothingPassesThrough_areNotThere(RunningApp.App app) {
        NewCompany other = new NewCompany(app);
        other.bankAccount("Operating", "", "0.00");
        long id = watched("1270").path("ledgerAccountId").asLong();
        assertEquals(
                404, other.iris.get(other.base + "/clearing-accounts/" + id).status());
        long paint = account("6011", "Paint", "EXPENSE");
        assertEquals(404, c.iris.get(c.base + "/clearing-accounts/" + paint).status());
    }
}
