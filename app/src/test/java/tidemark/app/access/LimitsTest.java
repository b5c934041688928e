package tidemark.app.access;

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
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Somebody whose work is limited to one bank account and one site: sees all, and changes nothing elsewhere. */
@ExtendWith(RunningApp.class)
class LimitsTest {
    private NewCompany c;
    private Client clerk;
    private long clerkId;
    private long mine;
    private long other;
    private long dock;
    private long yard;

    @BeforeEach
    void clerkOfOneAccount(RunningApp.App app) {
        c = new NewCompany(app);
        mine = c.bankAccount("Dock float", "", "500.00");
        other = c.bankAccount("Operating", "", "90000.00");
        dock = ok(c.post("/set-up/sites", Map.of("name", "Dock", "active", true)))
                .path("id")
                .asLong();
        yard = ok(c.post("/set-up/sites", Map.of("name", "Yard", "active", true)))
                .path("id")
                .asLong();
        clerk = c.person(app, "clerk", "Cleo Clerk", "PREPARER", "CERTIFIER");
        for (JsonNode p : c.get("/people")) {
            if (p.path("login").asString().equals("clerk" + c.id)) {
                clerkId = p.path("id").asLong();
            }
        }
        ok(limited(List.of(mine), List.of(dock)));
    }

    private Answer limited(List<Long> accounts, List<Long> sites) {
        return c.iris.put(
                c.base + "/people/" + clerkId,
                Map.of(
                        "name",
                        "Cleo Clerk",
                        "active",
                        true,
                        "roles",
                        List.of("PREPARER", "CERTIFIER"),
                        "bankAccountIds",
                        accounts,
                        "siteIds",
                        sites));
    }

    private Map<String, Object> payment(long account, Long site) {
        Map<String, Object> body = new HashMap<>(c.payment(account, null, "", "2026-06-02", List.of(), "12.50"));
        body.put("siteId", site);
        return body;
    }

    private void refused(String where, String found, Answer answer) {
        assertEquals(403, answer.status(), answer.body().toString());
        assertEquals("right.limited", answer.code());
        JsonNode problem = answer.body().path("problems").get(0);
        assertEquals(where, problem.path("where").asString());
        assertTrue(problem.path("found").asString().startsWith(found), problem.toString());
    }

    @Test
    void fileThatNamesAnAccount_isTakenForOnesOwn_andNotForAnother() {
        Answer refused = clerk.upload(c.base + "/statements", "june.sta", statementOf(other, "90000,00"));
        refused("bank account", "Operating", refused);
        assertEquals(0, c.get("/bank-accounts/" + other + "/statements").size());
        Answer taken = clerk.upload(c.base + "/statements", "mine.sta", statementOf(mine, "500,00"));
        assertEquals(
                "TAKEN", taken.body().path("state").asString(), taken.body().toString());
        Answer byAll = c.iris.upload(c.base + "/statements", "june.sta", statementOf(other, "90000,00"));
        assertEquals(
                "TAKEN", byAll.body().path("state").asString(), byAll.body().toString());
    }

    private byte[] statementOf(long account, String balance) {
        return (":20:S\n:25:" + c.number(account) + "\n:28C:1\n:60F:C260531USD" + balance + "\n:62F:C260630USD"
                        + balance + "\n")
                .getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void changesAreMadeOnOnesOwnAccountAndSite_andNowhereElse() {
        String otherBase = c.base + "/bank-accounts/" + other;
        assertEquals(200, clerk.get(otherBase + "/months/2026-06").status(), "everything can be looked at");
        ok(clerk.post(c.base + "/payments", payment(mine, dock)));
        refused("bank account", "Operating", clerk.post(c.base + "/payments", payment(other, dock)));
        refused("siteId", "a site", clerk.post(c.base + "/payments", payment(mine, yard)));
        refused("siteId", "no site", clerk.post(c.base + "/payments", payment(mine, null)));
        refused("bank account", "This account", clerk.post(otherBase + "/months/2026-06/preparation", Map.of()));
        refused(
                "bank account",
                "Operating",
                clerk.post(
                        c.base + "/transfers",
                        Map.of(
                                "fromAccountId",
                                mine,
                                "toAccountId",
                                other,
                                "fromDate",
                                "2026-06-02",
                                "amount",
                                "5.00",
                                "received",
                                "",
                                "reference",
                                "",
                                "text",
                                "Up")));
        Map<String, Object> expense = new HashMap<>(
                Map.of("kind", "EXPENSE", "paidBy", "BANK", "bankAccountId", other, "date", "2026-06-02", "in", false));
        expense.putAll(Map.of("who", "Taxi", "reference", "", "text", "", "tags", "", "siteId", dock));
        expense.put(
                "lines", List.of(Map.of("account", "6010", "amount", "5.00", "quantity", "", "price", "", "text", "")));
        refused("bank account", "Operating", clerk.post(c.base + "/expenses", expense));
        expense.put("bankAccountId", mine);
        ok(clerk.post(c.base + "/expenses", expense));
        assertEquals("90000.00", c.balance("1020"), "nothing was taken from the other account");
    }

    @Test
    void limitsHoldFromTheNextRequestOn_andArePartOfTheActivity() {
        ok(limited(List.of(), List.of()));
        ok(clerk.post(c.base + "/payments", payment(other, null)));
        assertEquals("limit.unknown", limited(List.of(dock), List.of()).code(), "a site is no bank account");
        assertEquals(
                "limit.unknown",
                limited(List.of(), List.of(yard, yard + 1_000_000)).code());
        ok(limited(List.of(), List.of(yard)));
        refused("siteId", "a site", clerk.post(c.base + "/payments", payment(other, dock)));
        JsonNode session =
                clerk.get("/api/v1/session").body().path("companies").get(0).path("limits");
        assertEquals(yard, session.path("sites").get(0).asLong());
        String told = c.get("/activity").toString();
        assertTrue(told.contains("sites=[" + yard + "]"), told);
    }
}
