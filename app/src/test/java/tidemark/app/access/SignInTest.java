package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;
import static tidemark.app.books.NewCompany.ok;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Signing in: nobody is kept out by a stranger, nothing is told of names, sessions end when they should. */
@ExtendWith(RunningApp.class)
class SignInTest {
    private static final AtomicInteger COUNT = new AtomicInteger();
    private static final String RIGHT = "salt harbour lamp";

    private String login;
    private RunningApp.App app;

    @BeforeEach
    void somebody(RunningApp.App running) {
        app = running;
        login = "somebody" + COUNT.incrementAndGet();
        app.bean(People.class).create(login, "Somebody", RIGHT);
    }

    private static Answer signIn(Client client, String login, String password) {
        client.get("/api/v1/session");
        return client.post("/api/v1/session", Map.of("login", login, "password", password));
    }

    @Test
    void nameThatDoesNotExist_takesTheSameHash_andGivesTheSameAnswer() {
        Hashing hashing = app.bean(Hashing.class);
        Client client = new Client(app);
        long before = hashing.done();
        Answer known = signIn(client, login, "wrong words here");
        long between = hashing.done();
        Answer unknown = signIn(client, "nobody-" + login, "wrong words here");
        assertEquals(1, between - before);
        assertEquals(1, hashing.done() - between);
        assertEquals(known.status(), unknown.status());
        assertEquals(known.body(), unknown.body());
    }

    @Test
    void strangersWrongGuesses_closeTheirWay_andNotTheBrowserThatSignedInBefore() {
        Client own = new Client(app);
        assertEquals(200, signIn(own, login, RIGHT).status());
        Client stranger = new Client(app);
        for (int i = 0; i < Attempts.MOST; i++) {
            assertEquals(
                    "sign-in.refused",
                    signIn(stranger, login, "wrong words " + i).code());
        }
        Answer closed = signIn(stranger, login, RIGHT);
        assertEquals(429, closed.status());
        assertTrue(Integer.parseInt(
                        closed.raw().headers().firstValue("Retry-After").orElse("0"))
                > 60);
        assertEquals(200, signIn(own, login, RIGHT).status(), "the person's own browser goes on");
        for (int i = 0; i < Attempts.MOST; i++) {
            signIn(own, login, "wrong words " + i);
        }
        assertEquals("sign-in.closed", signIn(own, login, RIGHT).code(), "a known browser is counted too");
    }

    @Test
    void addressThatGuessesManyNames_isRefusedBeforeAnythingIsRead_andSlowly_whileOthersSignIn() {
        Client before = new Client(app, "127.0.0.77");
        assertEquals(200, signIn(before, login, RIGHT).status());
        Client stranger = new Client(app, "127.0.0.77");
        for (int i = 0; i < Attempts.MOST_OF_ADDRESS; i++) {
            signIn(stranger, "name" + i + login, "wrong words");
        }
        long hashes = app.bean(Hashing.class).done();
        long start = System.nanoTime();
        Answer closed = stranger.post("/api/v1/session", Map.of("login", login, "password", RIGHT));
        assertTrue(Duration.ofNanos(System.nanoTime() - start).toMillis() >= 1_000, "a guess takes its time");
        assertEquals(429, closed.status());
        assertEquals("sign-in.closed", closed.code());
        assertTrue(closed.body().toString().contains("too many wrong passwords in a row"));
        assertTrue(Integer.parseInt(
                        closed.raw().headers().firstValue("Retry-After").orElse("0"))
                > 60);
        assertEquals(
                429,
                stranger.send(stranger.request("/api/v1/session")
                                .header("Content-Type", "application/json")
                                .POST(java.net.http.HttpRequest.BodyPublishers.ofString("no body that can be read")))
                        .status());
        assertEquals(hashes, app.bean(Hashing.class).done());
        assertEquals(200, signIn(before, login, RIGHT).status(), "a browser known here goes on");
        assertEquals(200, signIn(new Client(app), login, RIGHT).status(), "and so does everybody elsewhere");
    }

    @Test
    void counter_cannotBeRaced() throws Exception {
        List<Future<Answer>> running = new ArrayList<>();
        try (ExecutorService pool = Executors.newFixedThreadPool(12)) {
            for (int i = 0; i < 12; i++) {
                running.add(pool.submit(() -> signIn(new Client(app), login, "wrong words")));
            }
        }
        int checked = 0;
        for (Future<Answer> one : running) {
            checked += one.get().code().equals("sign-in.refused") ? 1 : 0;
        }
        assertEquals(Attempts.MOST, checked);
    }

    @Test
    void changeOfThePassword_countsWrongOnes_andEndsAllOtherSessions() {
        Client here = new Client(app);
        Client there = new Client(app);
        signIn(here, login, RIGHT);
        signIn(there, login, RIGHT);
        for (int i = 0; i < Attempts.MOST - 1; i++) {
            assertEquals(
                    "password.wrong",
                    change(here, "wrong words", "fresh harbour words").code());
        }
        assertEquals("password.common", change(here, RIGHT, "Password123!").code());
        assertEquals(200, change(here, RIGHT, "fresh harbour words").status());
        assertEquals(200, here.get("/api/v1/session/places").status());
        assertEquals(401, there.get("/api/v1/session/places").status(), "signed out where it was not changed");
        for (int i = 0; i < Attempts.MOST; i++) {
            change(here, "wrong words", "another harbour word");
        }
        assertEquals(
                429, change(here, "fresh harbour words", "another harbour word").status());
    }

    private static Answer change(Client client, String old, String fresh) {
        return client.put("/api/v1/session/password", Map.of("old", old, "fresh", fresh));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "1234567890",
                "qwertyuiop",
                "Password1234",
                "passwordpassword",
                "iloveyou123",
                "aaaaaaaaaaaa",
                "football2026!"
            })
    void commonPassword_isRefused(String password) {
        assertTrue(CommonPasswords.contains(password));
        assertFalse(CommonPasswords.contains("salt harbour lamp"));
    }

    @Test
    void placesWhereOneIsSignedIn_areListed_andEnded() {
        Client here = new Client(app);
        Client there = new Client(app);
        signIn(here, login, RIGHT);
        signIn(there, login, RIGHT);
        JsonNode places = ok(here.get("/api/v1/session/places"));
        assertEquals(2, places.size());
        String other = "";
        for (JsonNode place : places) {
            other = place.path("here").asBoolean() ? other : place.path("name").asString();
        }
        assertEquals(
                404,
                Client.signedIn(app, "paz")
                        .delete("/api/v1/session/places/" + other)
                        .status());
        assertEquals(200, here.delete("/api/v1/session/places/" + other).status());
        assertEquals(401, there.get("/api/v1/session/places").status());
    }

    @Test
    void passwordSetByAnAdministrator_isChangedBeforeAnythingElse() {
        NewCompany c = new NewCompany(app);
        String invited = "invited" + COUNT.incrementAndGet();
        long id = ok(c.post(
                        "/people",
                        Map.of("login", invited, "name", "Ina Vited", "password", RIGHT, "roles", List.of("PREPARER"))))
                .path("id")
                .asLong();
        Client client = new Client(app);
        signIn(client, invited, RIGHT);
        assertTrue(
                client.get("/api/v1/session").body().path("mustChangePassword").asBoolean());
        assertEquals("password.due", client.get(c.base + "/today").code());
        assertEquals("password.same", change(client, RIGHT, RIGHT).code());
        assertEquals(200, change(client, RIGHT, "fresh harbour words").status());
        assertEquals(200, client.get(c.base + "/today").status());

        // active here alone, from and to
        assertEquals(200, member(c, id, true, "2026-07-03", null).status());
        assertEquals(404, client.get(c.base + "/today").status(), "not yet");
        assertEquals(200, member(c, id, true, null, "2026-07-02").status());
        assertEquals(200, client.get(c.base + "/today").status(), "until today");
        assertEquals(
                "date.order", member(c, id, true, "2026-07-02", "2026-07-01").code());
        assertEquals(
                "name.unfit",
                c.iris.put(c.base + "/people/" + id, Map.of("name", " ", "active", true, "roles", List.of()))
                        .code());
        assertEquals(200, member(c, id, false, null, null).status());
        assertEquals(404, client.get(c.base + "/today").status(), "switched off");
        String told = c.get("/activity").toString();
        assertTrue(told.contains("active: true"), told);
    }

    private static Answer member(NewCompany c, long id, boolean active, String from, String to) {
        Map<String, Object> body =
                new java.util.HashMap<>(Map.of("name", "Ina Vited", "active", active, "roles", List.of("PREPARER")));
        body.put("from", from);
        body.put("to", to);
        return c.iris.put(c.base + "/people/" + id, body);
    }

    /** What an administrator changes of somebody holds in that company alone. */
    @Test
    void administratorOfOneCompany_hasNoHandOnWhatAPersonIsInAnother() {
        NewCompany one = new NewCompany(app);
        NewCompany other = new NewCompany(app);
        People people = app.bean(People.class);
        long id =
                people.create("both" + COUNT.incrementAndGet(), "Bo Th", RIGHT).id();
        people.setRoles(id, one.id, java.util.EnumSet.of(Role.PREPARER), "test");
        people.setRoles(id, other.id, java.util.EnumSet.of(Role.PREPARER), "test");
        assertEquals(
                200,
                one.iris
                        .put(one.base + "/people/" + id, Map.of("name", "Bo Th", "active", false, "roles", List.of()))
                        .status());
        assertEquals(java.util.Set.of(), people.roles(id, one.id));
        assertEquals(java.util.Set.of(Role.PREPARER), people.roles(id, other.id));
        assertEquals(
                "person.shared",
                one.iris
                        .put(one.base + "/people/" + id, Map.of("name", "Renamed", "active", true, "roles", List.of()))
                        .code());
    }

    @Test
    void session_endsAfterItsLongestTime_whateverIsDoneWithIt() {
        Clock clock = mock();
        Instant start = Instant.parse("2026-07-02T08:00:00Z");
        when(clock.instant()).thenReturn(start);
        when(clock.millis()).thenReturn(start.toEpochMilli());
        HttpSession session = mock();
        HttpServletRequest request = mock();
        when(request.getSession()).thenReturn(session);
        when(request.getSession(false)).thenReturn(session);
        when(session.getId()).thenReturn("one");
        SignedIn signedIn = new SignedIn(clock);
        signedIn.begin(new Actor(1, "a", "A"), request);
        var name = org.mockito.ArgumentCaptor.forClass(Object.class);
        verify(session).setAttribute(org.mockito.ArgumentMatchers.anyString(), name.capture());
        when(session.getAttribute(org.mockito.ArgumentMatchers.anyString())).thenReturn(name.getValue());
        assertTrue(signedIn.goesOn(request));
        when(clock.instant()).thenReturn(start.plus(Duration.ofHours(12)).minusSeconds(1));
        assertTrue(signedIn.goesOn(request));
        when(clock.instant()).thenReturn(start.plus(Duration.ofHours(12)));
        assertFalse(signedIn.goesOn(request));
        verify(session).invalidate();
    }
}
