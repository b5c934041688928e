package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A code beside the password: it serves once, a lost device has its spare codes, a company may ask for it. */
@ExtendWith(RunningApp.class)
class SecondFactorTest {
    private static final AtomicInteger COUNT = new AtomicInteger();
    private static final Instant STANDS = Instant.parse("2026-07-02T09:00:10Z");
    private static final String RIGHT = "salt harbour lamp";

    private RunningApp.App app;
    private String login;
    private Client client;

    @BeforeEach
    void somebody(RunningApp.App running) {
        app = running;
        login = "coded" + COUNT.incrementAndGet();
        app.bean(People.class).create(login, "Somebody Coded", RIGHT);
        client = Client.signedIn(app, login, RIGHT);
        // the half minute does not end while a test counts in them
        app.bean(SecondFactor.class).keepTimeBy(Clock.fixed(STANDS, ZoneOffset.UTC));
    }

    @AfterEach
    void timeGoesOn() {
        app.bean(SecondFactor.class).keepTimeBy(Clock.systemUTC());
    }

    private static long now() {
        return STANDS.getEpochSecond() / 30;
    }

    private Answer signIn(String password, String code) {
        Client browser = new Client(app);
        browser.get("/api/v1/session");
        return browser.post("/api/v1/session", Map.of("login", login, "password", password, "code", code));
    }

    private String offered() {
        return offered(RIGHT);
    }

    private String offered(String password) {
        JsonNode offer = ok(client.post("/api/v1/session/second-factor/offer", Map.of("password", password)));
        assertTrue(offer.path("picture").path("path").asString().startsWith("M4 4h1v1h-1z"), "its border is four wide");
        return offer.path("secret").asString();
    }

    @Test
    void onceItIsSet_thePasswordAloneLetsNobodyIn_andACodeServesOnce() {
        Client elsewhere = Client.signedIn(app, login, RIGHT);
        String secret = offered();
        assertEquals(
                "second-factor.wrong",
                client.put("/api/v1/session/second-factor", Map.of("code", "12345"))
                        .code());
        JsonNode begun =
                ok(client.put("/api/v1/session/second-factor", Map.of("code", TimedCode.code(secret, now() - 1))));
        Set<String> spare = new HashSet<>();
        begun.path("codes").forEach(c -> spare.add(c.asString()));
        assertEquals(10, spare.size());
        assertEquals(401, elsewhere.get("/api/v1/session/places").status(), "signed out everywhere else");
        assertTrue(client.get("/api/v1/session").body().path("secondFactor").asBoolean());

        assertEquals("second-factor.code", signIn(RIGHT, "").code());
        assertEquals(
                "second-factor.code", signIn(RIGHT, " ").body().path("code").asString());
        assertEquals(
                "sign-in.refused",
                signIn("wrong words", TimedCode.code(secret, now())).code());
        assertEquals(
                "second-factor.wrong",
                signIn(RIGHT, TimedCode.code(secret, now() - 1)).code(),
                "taken when it was set");
        String code = TimedCode.code(secret, now());
        assertEquals(
                200,
                signIn(RIGHT, code.substring(0, 3) + " " + code.substring(3)).status());
        assertEquals("second-factor.wrong", signIn(RIGHT, code).code(), "served");
        assertEquals(200, signIn(RIGHT, TimedCode.code(secret, now() + 1)).status());

        String one = spare.iterator().next();
        assertEquals(200, signIn(RIGHT, one.toUpperCase(java.util.Locale.ROOT)).status());
        assertEquals("second-factor.wrong", signIn(RIGHT, one).code(), "a spare code serves once");
        assertEquals(9, client.get("/api/v1/session").body().path("spareCodes").asInt());
        for (int i = 0; i < Attempts.MOST; i++) {
            signIn(RIGHT, "000000");
        }
        assertEquals("sign-in.closed", signIn(RIGHT, "000000").code());

        assertEquals(
                "password.wrong",
                client.post("/api/v1/session/second-factor/end", Map.of("password", "other words"))
                        .code());
        ok(client.post("/api/v1/session/second-factor/end", Map.of("password", RIGHT)));
        assertEquals(200, signIn(RIGHT, "").status());
    }

    @Test
    void secretThatWasNotShownInThisSession_isNotTaken() {
        assertEquals(
                "second-factor.offer",
                client.put("/api/v1/session/second-factor", Map.of("code", "123456"))
                        .code());
        assertEquals(
                "password.wrong",
                client.post("/api/v1/session/second-factor/offer", Map.of("password", "found the session open"))
                        .code());
        assertEquals(
                "second-factor.offer",
                client.put("/api/v1/session/second-factor", Map.of("code", "123456"))
                        .code());
        String first = offered();
        String second = offered();
        assertNotEquals(first, second);
        assertEquals(
                "second-factor.wrong",
                client.put("/api/v1/session/second-factor", Map.of("code", TimedCode.code(first, now())))
                        .code());
    }

    @Test
    void companyThatAsksForIt_letsNobodyOnWithout_andAnAdministratorHelpsWhoLostAll() {
        NewCompany c = new NewCompany(app);
        client = c.person(app, "cora", "Cora Coded", "PREPARER");
        login = "cora" + c.id;
        ok(c.iris.put(c.base + "/second-factor", Map.of("asked", true)));
        assertEquals("second-factor.due", client.get(c.base + "/today").code());
        assertEquals(
                "second-factor.due",
                c.iris.get(c.base + "/today").code(),
                "whoever asks others for it has none either");
        JsonNode mine = client.get("/api/v1/session").body().path("companies").get(0);
        assertTrue(mine.path("secondFactorDue").asBoolean());
        ok(client.put(
                "/api/v1/session/second-factor", Map.of("code", TimedCode.code(offered("chosen by " + login), now()))));
        assertEquals(200, client.get(c.base + "/today").status());
        app.bean(org.springframework.jdbc.core.JdbcTemplate.class)
                .update("update company set second_factor = false where id = ?", c.id);

        long iris = 0;
        long cora = 0;
        for (JsonNode p : c.get("/people")) {
            if (p.path("login").asString().equals(login)) {
                cora = p.path("id").asLong();
                assertTrue(p.path("secondFactor").asBoolean());
            } else {
                iris = p.path("id").asLong();
            }
        }
        assertEquals(
                "person.shared",
                c.iris.delete(c.base + "/people/" + iris + "/second-factor").code());
        ok(c.iris.delete(c.base + "/people/" + cora + "/second-factor"));
        assertEquals(401, client.get(c.base + "/today").status(), "signed out everywhere");
        assertEquals(200, signIn("chosen by " + login, "").status());
        assertEquals(
                404,
                c.iris.delete(c.base + "/people/" + (cora + 1_000_000) + "/second-factor")
                        .status());
    }
}
