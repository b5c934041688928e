package tidemark.app.statement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A link to the practice bank over its own HTTP interface: consent, accounts, polling, a practised month, troubles. */
@ExtendWith(RunningApp.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class BankLinkTest {
    private static NewCompany c;
    private static String link;
    private static long bank;

    /** Signs in at the bank as the person would, and gives the consent. */
    private static int signIn(String at, String password) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(at))
                                .header("Content-Type", "application/x-www-form-urlencoded")
                                .POST(HttpRequest.BodyPublishers.ofString(
                                        "user=guest&password=" + password + "&pb-1=on"))
                                .build(),
                        HttpResponse.BodyHandlers.discarding())
                .statusCode();
    }

    /** Takes back at the bank what was asked for there. */
    private static void withdrawn(String at) throws IOException, InterruptedException {
        URI page = URI.create(at);
        URI consent = page.resolve("/v1/consents/" + page.getQuery().substring("consent=".length()));
        HttpResponse<Void> answer = HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(consent).DELETE().build(), HttpResponse.BodyHandlers.discarding());
        assertEquals(204, answer.statusCode());
    }

    private static JsonNode only() {
        return c.get("/bank-links").get(0);
    }

    @Test
    @Order(1)
    void consent_isAskedForAndGivenAtTheBank(RunningApp.App app) throws Exception {
        c = new NewCompany(app);
        assertTrue(c.get("/banks").toString().contains("Practice bank"));
        assertEquals(
                "field.invalid",
                c.post("/bank-links", Map.of("bank", "practice", "everyHours", 0, "daysBack", 30))
                        .code());
        String at = NewCompany.ok(c.post("/bank-links", Map.of("bank", "practice", "everyHours", 6, "daysBack", 90)))
                .path("at")
                .asString();
        link = "/bank-links/" + only().path("id").asLong();
        assertEquals("ASKED", only().path("state").asString());
        assertEquals("link.state", c.post(link + "/poll", Map.of()).code());
        assertEquals(
                "ASKED",
                NewCompany.ok(c.post(link + "/test", Map.of())).path("state").asString());
        assertEquals(200, signIn(at, "wrong"), "a wrong password shows the page again");
        assertEquals(303, signIn(at, "harbour"));
        JsonNode valid = NewCompany.ok(c.post(link + "/test", Map.of()));
        assertEquals("VALID", valid.path("state").asString());
        assertEquals(
                "Practice checking", valid.path("accounts").get(0).path("name").asString());
        assertEquals(1, valid.path("accounts").size(), "only what the person allowed");
        assertTrue(valid.path("advice").asString().startsWith("Tie an account"));
    }

    @Test
    @Order(2)
    void foundAccount_isMadeOursAndPolled() {
        long found = only().path("accounts").get(0).path("id").asLong();
        refused(
                c.post(
                        link + "/accounts/" + found + "/own",
                        Map.of("name", "Practice", "openingMonth", "May", "openingBalance", "1.00")),
                "month.unreadable",
                "openingMonth",
                "May");
        NewCompany.ok(c.post(
                link + "/accounts/" + found + "/own",
                Map.of("name", "Practice", "openingMonth", "2026-05", "openingBalance", "25000.00")));
        bank = only().path("accounts").get(0).path("accountId").asLong();
        long other = c.bankAccount("Other", "", "0.00");
        long euro = c.bankAccount("Euro", "EUR", "0.00");
        refused(
                c.iris.put(c.base + link + "/accounts/" + found, Map.of("accountId", euro)),
                "link.currency",
                "accountId",
                "Euro, in EUR");
        assertEquals(
                200,
                c.iris.put(c.base + link + "/accounts/" + found, Map.of("accountId", other))
                        .status());
        assertEquals(
                200,
                c.iris.put(c.base + link + "/accounts/" + found, Map.of("accountId", bank))
                        .status());
        JsonNode fetched = NewCompany.ok(c.post(link + "/poll", Map.of()));
        assertEquals("TAKEN", fetched.get(0).path("state").asString(), fetched::toString);
        JsonNode statement = c.get("/bank-accounts/" + bank + "/statements").get(0);
        assertEquals("LINK", statement.path("source").asString());
        assertEquals("2026-06-01", statement.path("from").asString());
        assertEquals("2026-06-12", statement.path("to").asString());
        assertEquals("25000.00", statement.path("opening").asString());
        assertEquals(
                "NOTHING_NEW",
                NewCompany.ok(c.post(link + "/poll", Map.of()))
                        .get(0)
                        .path("state")
                        .asString());
        assertEquals(1, c.get("/incoming-files").size(), "a fetch that brings nothing leaves no record");
        assertTrue(only().path("nextPollAt")
                        .asString()
                        .compareTo(only().path("lastGoodAt").asString())
                > 0);
    }

    @Test
    @Order(3)
    void checksAndDeposits_comeBackFromTheBank_whenItsDateMovesOn() {
        for (int i = 1; i <= 6; i++) {
            NewCompany.ok(c.post("/payments", c.payment(bank, null, "", "2026-06-12", List.of(), i + "0.00")));
        }
        JsonNode stage = NewCompany.ok(c.post(link + "/practice-controls/advance", Map.of("to", "2026-06-30")));
        assertEquals("2026-06-30", stage.path("date").asString());
        assertEquals(6, stage.path("instructions").asInt());
        JsonNode fetched = NewCompany.ok(c.post(link + "/poll", Map.of()));
        assertEquals("TAKEN", fetched.get(0).path("state").asString(), fetched::toString);
        JsonNode month =
                c.get("/bank-accounts/" + bank + "/months/2026-06/lines").path("rows");
        String rows = month.toString();
        assertTrue(rows.contains("CHECK PAID") && rows.contains("MAINTENANCE FEE"), rows);
        JsonNode firm = NewCompany.ok(c.post("/bank-accounts/" + bank + "/months/2026-06/firm", Map.of()));
        assertTrue(firm.toString().length() > 2);
        JsonNode statements = c.get("/bank-accounts/" + bank + "/statements");
        assertEquals(2, statements.size());
        assertEquals(statements.get(1).path("closing"), statements.get(0).path("opening"));
    }

    @Test
    @Order(4)
    void troubles_areToldInPlainWords_andNothingIsLostOrDoubled() {
        int before = count();
        for (Map.Entry<String, String> e : Map.of("DOWN", "link.down", "LIMIT", "link.limited", "SLOW", "link.slow")
                .entrySet()) {
            trouble(e.getKey());
            Answer answer = c.post(link + "/poll", Map.of());
            assertEquals(e.getValue(), answer.code());
            assertTrue(only().path("trouble").asString().contains("Nothing is lost"), only().toString());
            assertEquals("VALID", only().path("state").asString());
        }
        trouble("NONE");
        assertEquals(
                "field.invalid",
                c.post(link + "/practice-controls/comes-back", Map.of("name", "Osprey", "code", "R1"))
                        .code());
        NewCompany.ok(c.post(link + "/practice-controls/comes-back", Map.of("name", "Osprey", "code", "R01")));
        NewCompany.ok(c.post(link + "/practice-controls/advance", Map.of("to", "2026-07-01")));
        trouble("REPEAT_PAGE");
        NewCompany.ok(c.post(link + "/poll", Map.of()));
        trouble("NONE");
        NewCompany.ok(c.post(link + "/poll", Map.of()));
        assertEquals("", only().path("trouble").asString());
        int after = count();
        assertTrue(after >= before, "nothing is lost");
        JsonNode statements = c.get("/bank-accounts/" + bank + "/statements-by-month");
        assertEquals(0, statements.path("breaks").size(), statements.toString());
    }

    private static void refused(Answer answer, String code, String where, String found) {
        JsonNode problem = answer.body().path("problems").get(0);
        assertEquals(code, answer.code(), answer.body().toString());
        assertEquals(422, answer.status());
        assertEquals(where, problem.path("where").asString());
        assertTrue(problem.path("found").asString().startsWith(found), problem.toString());
    }

    private static void trouble(String kind) {
        NewCompany.ok(c.post(link + "/practice-controls/trouble", Map.of("trouble", kind)));
    }

    private static int count() {
        int[] lines = {0};
        c.get("/bank-accounts/" + bank + "/statements")
                .forEach(s -> lines[0] += s.path("lines").asInt());
        return lines[0];
    }

    @Test
    @Order(5)
    void consent_thatIsRenewed_goesOnUntilTheNewOneIsGiven() throws Exception {
        String refusedAt =
                NewCompany.ok(c.post(link + "/renew", Map.of())).path("at").asString();
        assertEquals("VALID", only().path("state").asString());
        assertTrue(only().path("renewing").asBoolean());
        assertTrue(only().path("advice").asString().contains("the one of now goes on"));
        NewCompany.ok(c.post(link + "/poll", Map.of()));
        NewCompany.ok(c.post(link + "/test", Map.of()));
        assertTrue(only().path("renewing").asBoolean(), "nobody has signed in yet");
        assertEquals(200, signIn(refusedAt, "wrong"));

        withdrawn(refusedAt);
        JsonNode gone = NewCompany.ok(c.post(link + "/test", Map.of()));
        assertEquals("VALID", gone.path("state").asString(), "what was asked for is gone, what was given is not");
        assertFalse(gone.path("renewing").asBoolean());
        assertEquals("", gone.path("trouble").asString());
        NewCompany.ok(c.post(link + "/poll", Map.of()));
        assertTrue(c.get("/activity").toString().contains("was not given a new consent"));

        String at = NewCompany.ok(c.post(link + "/renew", Map.of())).path("at").asString();
        assertEquals(303, signIn(at, "harbour"));
        JsonNode given = NewCompany.ok(c.post(link + "/test", Map.of()));
        assertEquals("VALID", given.path("state").asString());
        assertFalse(given.path("renewing").asBoolean());
        NewCompany.ok(c.post(link + "/poll", Map.of()));
        assertTrue(c.get("/activity").toString().contains("gave a new consent until"));
    }

    @Test
    @Order(6)
    void account_isFedByOneLinkOnly() throws Exception {
        String at = NewCompany.ok(c.post("/bank-links", Map.of("bank", "practice", "everyHours", 6, "daysBack", 1)))
                .path("at")
                .asString();
        JsonNode links = c.get("/bank-links");
        assertEquals(2, links.size());
        int second = link.endsWith("/" + links.get(0).path("id").asLong()) ? 1 : 0;
        String again = "/bank-links/" + links.get(second).path("id").asLong();
        assertEquals(303, signIn(at, "harbour"));
        JsonNode valid = NewCompany.ok(c.post(again + "/test", Map.of()));
        refused(
                c.iris.put(
                        c.base + again + "/accounts/"
                                + valid.path("accounts").get(0).path("id").asLong(),
                        Map.of("accountId", bank)),
                "link.twice",
                "accountId",
                "Practice, which another link feeds already");
        assertEquals(200, c.iris.delete(c.base + again).status());
    }

    @Test
    @Order(7)
    void consent_thatLapses_isToldAndRenewed() throws Exception {
        NewCompany.ok(c.post(link + "/practice-controls/advance", Map.of("to", "2026-12-01")));
        assertEquals("link.lapsed", c.post(link + "/poll", Map.of()).code());
        assertEquals("LAPSED", only().path("state").asString());
        assertTrue(only().path("advice").asString().contains("Nothing is lost"));
        assertEquals("link.refused", c.post(link + "/renew", Map.of()).code(), "the bank's date is beyond ours");
        assertEquals(200, c.iris.delete(c.base + link).status());
        assertEquals(0, c.get("/bank-links").size());
    }
}
