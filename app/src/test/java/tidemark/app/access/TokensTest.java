package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What programs reach by a token, and what they do not. */
@ExtendWith(RunningApp.class)
class TokensTest {
    private static final String PASSWORD = "quillhaven-harbour";

    private RunningApp.App app;
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App running) {
        app = running;
        c = new NewCompany(running);
    }

    private static Map<String, Object> body(Set<Long> companies, Set<String> scopes, int days, String password) {
        return Map.of(
                "name", "Month end", "companyIds", companies, "scopes", scopes, "days", days, "password", password);
    }

    private JsonNode made(String... scopes) {
        return ok(c.iris.post("/api/v1/session/tokens", body(Set.of(c.id), Set.of(scopes), 30, PASSWORD)));
    }

    private Client program(JsonNode made) {
        return Client.withToken(app, made.path("secret").asString());
    }

    private static Map<String, Object> line(String account, String debit, String credit) {
        return Map.of(
                "account",
                account,
                "debit",
                debit,
                "credit",
                credit,
                "party",
                "",
                "text",
                "",
                "costCentre",
                "",
                "tax",
                "");
    }

    private static String scope(Right right) {
        return switch (right) {
            case PREPARE, RECEIVE, COUNT, BANK -> "BOOK";
            case CERTIFY -> "CERTIFY";
            case REVIEW -> "REVIEW";
            case ADMINISTER, SIGNED_IN -> "SET_UP";
            default -> "";
        };
    }

    @Test
    void everyEndpoint_isReachedByTheRightScope_andRefusedWithoutIt() {
        ok(c.iris.put(
                c.base + "/people/"
                        + ok(c.iris.get(c.base + "/people")).get(0).path("id").asLong(),
                Map.of(
                        "name",
                        "Iris Calloway",
                        "active",
                        true,
                        "roles",
                        List.of("PREPARER", "CERTIFIER", "ADMINISTRATOR"))));
        Map<String, Client> programs = new HashMap<>();
        for (String scope : List.of("BOOK", "CERTIFY", "SET_UP")) {
            programs.put(scope, program(made(scope)));
            List<String> others = new ArrayList<>(List.of("BOOK", "CERTIFY", "SET_UP"));
            others.remove(scope);
            programs.put("not " + scope, program(made(others.toArray(String[]::new))));
        }
        // what is said for the review is for whoever prepares or certifies
        programs.put("REVIEW", programs.get("CERTIFY"));
        programs.put("not REVIEW", programs.get("SET_UP"));
        programs.put("", program(made()));
        Client elsewhere = program(ok(c.iris.post(
                "/api/v1/session/tokens",
                body(Set.of(new NewCompany(app).id), Set.of("BOOK", "CERTIFY", "SET_UP"), 30, PASSWORD))));
        Set<String> inPerson = new TreeSet<>();
        for (RightsTest.Endpoint e : RightsTest.endpoints(app)) {
            String path = RightsTest.path(e, c.id, 1);
            String scope = scope(e.right());
            if (e.right() == Right.IN_PERSON) {
                inPerson.add(e.method() + " " + e.pattern());
                for (Client program : programs.values()) {
                    assertEquals(
                            "token.in-person",
                            program.method(e.method(), path, Map.of()).code(),
                            e.toString());
                }
            } else if (e.right() != Right.ANYONE) {
                if (!scope.isEmpty()) {
                    Answer refused = programs.get("not " + scope).method(e.method(), path, Map.of());
                    assertEquals("403 token.scope", refused.status() + " " + refused.code(), e.toString());
                }
                Answer reached = programs.get(scope).method(e.method(), path, Map.of());
                assertFalse(Set.of(401, 403).contains(reached.status()), e + " gave " + reached.body());
                if (e.pattern().contains("{companyId}")) {
                    assertEquals(
                            404, elsewhere.method(e.method(), path, Map.of()).status(), e.toString());
                }
            }
        }
        assertTrue(inPerson.stream().allMatch(e -> e.contains("/api/v1/session/")), inPerson.toString());
        assertEquals(9, inPerson.size(), inPerson.toString());
    }

    @Test
    void itMayNoMoreThanItsPerson_andNamesOnlyItsCompanies() {
        Client program = program(made("CERTIFY"));
        assertEquals(
                "right.missing",
                program.post(c.base + "/bank-accounts/1/months/2026-06/certification", Map.of())
                        .code(),
                "iris certifies nothing here");
        JsonNode session = ok(program.get("/api/v1/session"));
        assertEquals(1, session.path("companies").size());
        assertEquals(c.id, session.path("companies").get(0).path("id").asLong());
    }

    @Test
    void whatItBooks_saysByWhichToken_andTheChainOfRecordsHolds() {
        Client program = program(made("BOOK"));
        ok(program.post(
                c.base + "/ledger/entries",
                Map.of(
                        "date",
                        "2026-06-10",
                        "text",
                        "Harbour dues",
                        "reference",
                        "",
                        "checkNumber",
                        "",
                        "lines",
                        List.of(line("6010", "12.50", ""), line("4010", "", "12.50")))));
        JsonNode first = c.get("/activity").get(0);
        assertEquals("entry.booked", first.path("action").asString());
        assertEquals("Month end", first.path("token").asString());
        assertEquals("iris", first.path("login").asString());
        assertEquals(
                List.of(),
                ok(c.iris.get(c.base + "/activity"))
                        .valueStream()
                        .filter(a -> a.path("action").asString().equals("token.made")
                                && !a.path("token").asString().isEmpty())
                        .toList());
    }

    @Test
    void expired_ended_orOfSomebodyWhoLeft_itIsUnknown() {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        JsonNode made = made();
        Client program = program(made);
        long id = made.path("id").asLong();
        assertEquals(200, program.get(c.base + "/today").status());
        JsonNode listed = ok(c.iris.get("/api/v1/session/tokens")).get(0);
        assertEquals(id, listed.path("id").asLong());
        assertTrue(listed.hasNonNull("lastUsedAt"), listed.toString());
        assertTrue(made.path("secret")
                .asString()
                .startsWith(listed.path("beginning").asString()));
        assertFalse(listed.toString().contains(made.path("secret").asString()));
        assertEquals(
                0L,
                jdbc.queryForObject(
                        "select count(*) from access_token where digest = ?",
                        Long.class,
                        made.path("secret").asString()));

        jdbc.update(
                "update access_token set expires_at = ? where id = ?",
                java.sql.Timestamp.from(Instant.parse("2026-07-01T00:00:00Z")),
                id);
        Answer expired = program.get(c.base + "/today");
        assertEquals("401 token.unknown", expired.status() + " " + expired.code());
        assertTrue(
                ok(c.iris.get("/api/v1/session/tokens")).get(0).path("expired").asBoolean());

        JsonNode second = made();
        assertEquals(
                404,
                Client.signedIn(app, "paz")
                        .delete("/api/v1/session/tokens/" + second.path("id").asLong())
                        .status());
        ok(c.iris.delete("/api/v1/session/tokens/" + second.path("id").asLong()));
        assertEquals(401, program(second).get(c.base + "/today").status());

        JsonNode third = made();
        ok(c.iris.delete(c.base + "/tokens/" + third.path("id").asLong()));
        assertEquals(401, program(third).get(c.base + "/today").status(), "an administrator ended it");
        assertEquals(
                401,
                Client.withToken(app, "tidemark_nobody").get(c.base + "/today").status());
        assertEquals(
                401,
                c.iris.send(c.iris.request(c.base + "/today")
                                .header("Authorization", "Bearer tidemark_nobody")
                                .GET())
                        .status(),
                "a session does not help a token that is unknown");
    }

    @Test
    void isMadeWithThePasswordOnly_forOwnCompanies_andSoLong() {
        assertEquals(
                "password.wrong",
                c.iris.post("/api/v1/session/tokens", body(Set.of(c.id), Set.of(), 30, "another one"))
                        .code());
        assertEquals(
                "token.companies",
                Client.signedIn(app, "paz")
                        .post("/api/v1/session/tokens", body(Set.of(c.id), Set.of(), 30, PASSWORD))
                        .code());
        assertEquals(
                "token.companies",
                c.iris.post("/api/v1/session/tokens", body(Set.of(), Set.of(), 30, PASSWORD))
                        .code());
        for (int days : List.of(0, 367)) {
            assertEquals(
                    "token.days",
                    c.iris.post("/api/v1/session/tokens", body(Set.of(c.id), Set.of(), days, PASSWORD))
                            .code());
        }
        assertNotEquals(made().path("secret").asString(), made().path("secret").asString());
    }
}
