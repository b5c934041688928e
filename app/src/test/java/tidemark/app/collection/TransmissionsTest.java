package tidemark.app.collection;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Files of collections go to the bank by its link or its folder, after a second person, once; its answers come back. */
@ExtendWith(RunningApp.class)
class TransmissionsTest extends CollectingCompany {
    private static final HttpClient BANK = HttpClient.newHttpClient();
    private URI bankAt;
    private LocalDate bankDate;

    /** The operating account is fed by a bank. */
    private void linked() throws IOException, InterruptedException {
        bankAt = URI.create(ok(c.post("/bank-links", Map.of("bank", "second", "everyHours", 6, "daysBack", 90)))
                .path("at")
                .asString());
        BANK.send(
                HttpRequest.newBuilder(bankAt)
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString("user=guest&password=harbour&pb-1=on"))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
        String link = "/bank-links/" + c.get("/bank-links").get(0).path("id").asLong();
        JsonNode valid = ok(c.post(link + "/test", Map.of()));
        long found = valid.path("accounts").get(0).path("id").asLong();
        assertEquals(
                200,
                c.iris.put(c.base + link + "/accounts/" + found, Map.of("accountId", bank))
                        .status());
        bankDate = told("trouble", "{\"trouble\": \"NONE\"}");
    }

    /** Tells the bank what a real one is not told, and gives its date. */
    private LocalDate told(String what, String body) throws IOException, InterruptedException {
        HttpResponse<String> answer = BANK.send(
                HttpRequest.newBuilder(bankAt.resolve("/practice-controls/" + what))
                        .header("X-Practice-Controls", "yes")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertEquals(200, answer.statusCode(), answer.body());
        return LocalDate.parse(
                new JsonMapper().readTree(answer.body()).path("date").asString());
    }

    private void bankDay(LocalDate to) throws IOException, InterruptedException {
        bankDate = told("advance", "{\"to\": \"" + to + "\"}");
    }

    /** A day on which banks work, so many after one. */
    private static LocalDate after(LocalDate day, int working) {
        LocalDate out = day;
        for (int i = 0; i < working; i += out.getDayOfWeek().getValue() < 6 ? 1 : 0) {
            out = out.plusDays(1);
        }
        return out;
    }

    private long released(String collectOn) {
        long run = run(collectOn, true);
        for (JsonNode row : run(run).path("rows")) {
            ok(collect(
                    run,
                    row.path("partyId").asLong(),
                    Map.of("version", run(run).path("version").asInt())));
        }
        ok(release(run));
        return run;
    }

    private String of(long run) {
        return "/bank-files/" + run(run).path("file").path("id").asLong() + "/transmission";
    }

    private String state(long run) {
        return c.get(of(run)).path("state").asString("");
    }

    private long asked() {
        return c.get("/approvals").path("approvals").get(0).path("id").asLong();
    }

    private List<String> history(long run) {
        List<String> out = new ArrayList<>();
        run(run).path("file")
                .path("history")
                .forEach(h -> out.add(h.path("what").asString()));
        return out;
    }

    /** What was released in another thread is there in a moment. */
    private void becomes(long run, String state) throws InterruptedException {
        for (int i = 0; i < 100 && !state(run).equals(state); i++) {
            Thread.sleep(100);
        }
        assertEquals(state, state(run), () -> c.get(of(run)).toString());
    }

    @Test
    void aFile_goesToItsBankAfterASecondPerson_andWhatCameBackIsThere(RunningApp.App app) throws Exception {
        linked();
        LocalDate day = after(bankDate, 2);
        customer("Heron", "120.00");
        customer("Osprey", "80.50");
        told("comes-back", "{\"name\": \"Osprey\", \"code\": \"R01\"}");
        told("comes-back", "{\"name\": \"Heron\", \"code\": \"C01\"}");
        long run = released(day.toString());
        assertEquals("LINK", c.get(of(run)).path("ways").get(0).path("way").asString());
        assertTrue(c.get(of(run)).path("needsSecond").asBoolean());
        ok(c.post(of(run), Map.of("way", "LINK")));
        assertEquals("ASKED", state(run));
        assertEquals("transmission.once", c.post(of(run), Map.of("way", "LINK")).code());
        assertEquals(
                "approval.second",
                c.post("/approvals/" + asked() + "/approval", Map.of()).code());
        Client second = c.person(app, "torv", "Torv Second", "PREPARER");
        // a look at what would be booked sends nothing
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/approval?preview=true", Map.of())
                        .status());
        assertEquals("ASKED", state(run));
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/approval", Map.of())
                        .status());
        becomes(run, "TAKEN");
        assertEquals(List.of("SENT", "TAKEN"), history(run));
        assertEquals(0, c.get(of(run)).path("answers").asInt());

        bankDay(day);
        ok(c.post(of(run) + "/look", Map.of()));
        assertEquals(0, c.get("/bank-answers").path("waiting").size());
        bankDay(after(day, 2));
        ok(c.post(of(run) + "/look", Map.of()));
        assertEquals(1, c.get(of(run)).path("answers").asInt());
        JsonNode waiting = c.get("/bank-answers").path("waiting");
        assertEquals(1, waiting.size(), waiting.toString());
        assertEquals("R01", waiting.get(0).path("code").asString());
        assertEquals("Osprey", waiting.get(0).path("party").asString());
        // asked again, the same answer is not taken twice
        ok(c.post(of(run) + "/look", Map.of()));
        assertEquals(1, c.get("/bank-answers").path("files").size());
    }

    @Test
    void whatTheBankRefuses_isToldInItsWords_andTroubleIsTriedAgain_once(RunningApp.App app) throws Exception {
        linked();
        LocalDate day = after(bankDate, 2);
        customer("Marlin", "45.00");
        long run = released(day.toString());
        told("trouble", "{\"trouble\": \"DOWN\"}");
        ok(c.post(of(run), Map.of("way", "LINK")));
        Client second = c.person(app, "torv", "Torv Second", "PREPARER");
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/approval", Map.of())
                        .status());
        for (int i = 0; i < 100 && c.get(of(run)).path("trouble").asString("").isEmpty(); i++) {
            Thread.sleep(100);
        }
        assertEquals("RELEASED", state(run));
        assertTrue(c.get(of(run)).path("trouble").asString().contains("maintenance"));
        told("trouble", "{\"trouble\": \"NONE\"}");
        // its day has passed in the meantime
        bankDay(day);
        ok(c.post(of(run) + "/look", Map.of()));
        assertEquals("REFUSED", state(run));
        assertTrue(
                run(run).path("file").path("history").toString().contains("DT01 The day " + day + " is past"),
                run(run).path("file")::toString);
        assertEquals("transmission.once", c.post(of(run), Map.of("way", "LINK")).code());
    }

    @Test
    void aFileThatIsAtTheBankAlready_sinceItsAnswerWasNeverKept_isNotHandedInAgain(RunningApp.App app)
            throws Exception {
        linked();
        customer("Godwit", "52.00");
        long run = released(after(bankDate, 2).toString());
        HttpResponse<String> lost = BANK.send(
                HttpRequest.newBuilder(bankAt.resolve("/v1/accounts/pb-1/files?name=lost"))
                        .header("Consent-ID", bankAt.getQuery().substring("consent=".length()))
                        .POST(HttpRequest.BodyPublishers.ofString(file(run)))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        assertEquals(201, lost.statusCode(), lost.body());
        ok(c.post(of(run), Map.of("way", "LINK")));
        Client second = c.person(app, "torv", "Torv Second", "PREPARER");
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/approval", Map.of())
                        .status());
        becomes(run, "TAKEN");
    }

    @Test
    void whatWasReversedWhileTheBankWasDown_doesNotGo(RunningApp.App app) throws Exception {
        linked();
        customer("Curlew", "61.00");
        long run = released(after(bankDate, 2).toString());
        told("trouble", "{\"trouble\": \"DOWN\"}");
        ok(c.post(of(run), Map.of("way", "LINK")));
        Client second = c.person(app, "torv", "Torv Second", "PREPARER");
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/approval", Map.of())
                        .status());
        for (int i = 0; i < 100 && c.get(of(run)).path("trouble").asString("").isEmpty(); i++) {
            Thread.sleep(100);
        }
        ok(c.post(
                "/collection-runs/" + run + "/reversal",
                Map.of("date", after(bankDate, 2).toString())));
        told("trouble", "{\"trouble\": \"NONE\"}");
        ok(c.post(of(run) + "/look", Map.of()));
        assertEquals("DECLINED", state(run));
        assertEquals(List.of(), history(run));
        assertTrue(c.get(of(run)).path("trouble").asString().contains("reversed"));
    }

    @Test
    void withoutALink_itLiesInTheFolder_byteForByte_andADeclinedOneMayBeAskedAgain(RunningApp.App app)
            throws Exception {
        customer("Tern", "33.00");
        long run = released("2026-07-06");
        assertEquals("transmission.way", c.post(of(run), Map.of("way", "LINK")).code());
        ok(c.post(of(run), Map.of("way", "FOLDER")));
        Client second = c.person(app, "torv", "Torv Second", "PREPARER");
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/refusal", Map.of("reason", "wrong account"))
                        .status());
        assertEquals("DECLINED", state(run));
        ok(c.post(of(run), Map.of("way", "FOLDER")));
        assertEquals(
                200,
                second.post(base + "/approvals/" + asked() + "/approval", Map.of())
                        .status());
        becomes(run, "SENT");
        Path folder = Path.of(
                run(run).path("file").path("history").get(0).path("words").asString());
        assertEquals(file(run), Files.readString(folder));
        assertEquals(List.of("LAID_OUT", "DOWNLOADED"), history(run));
        try (var files = Files.list(folder.getParent())) {
            assertEquals(1, files.count(), "nothing half written is left");
        }
        assertFalse(c.get(of(run)).path("ways").iterator().hasNext());
    }

    @Test
    void ofARunThatWasReversed_nothingGoes_andWhoOnlyLooksSendsNothing(RunningApp.App app) {
        customer("Gannet", "21.00");
        long run = released("2026-07-06");
        Client viewer = c.person(app, "vera", "Vera Viewer", "VIEWER");
        assertEquals(403, viewer.post(base + of(run), Map.of("way", "FOLDER")).status());
        assertEquals(200, viewer.get(base + of(run)).status());
        ok(c.post("/collection-runs/" + run + "/reversal", Map.of("date", "2026-07-06")));
        assertEquals(
                "transmission.reversed",
                c.post(of(run), Map.of("way", "FOLDER")).code());
        // the file that takes it back goes
        long back = run(run).path("reversalFileId").asLong();
        ok(c.post("/bank-files/" + back + "/transmission", Map.of("way", "FOLDER")));
    }
}
