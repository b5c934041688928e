package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;

/** Whatever is sent is answered with a problem that names it, never with a failure of ours. */
@ExtendWith(RunningApp.class)
class HostileRequestsTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    private Answer raw(String path, String type, byte[] body) {
        return c.iris.send(c.iris.request(c.base + path)
                .header("Content-Type", type)
                .POST(HttpRequest.BodyPublishers.ofByteArray(body)));
    }

    private Answer json(String path, String body) {
        return raw(path, "application/json", body.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void bodyAboveAMegabyte_isRefusedBeforeItIsParsed() {
        Answer refused = json("/drafts", "{\"kind\":\"" + "x".repeat(1_000_001) + "\"}");
        assertEquals(413, refused.status());
        assertEquals("body.size", refused.code());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"name\":\"a\\u0000b\"}",
                "{\"name\":\"\\ud800\"}",
                "{\"name\":\"\\udc00x\"}",
                "{",
                "[]",
                "null",
                "\"x\"",
                "{\"name\":{\"a\":1}}",
                "not json",
                "{\"name\":1e999999999}"
            })
    void unfitJson_isABadRequest(String body) {
        Answer refused = json("/set-up/sites", body);
        assertTrue(refused.status() == 400 || refused.status() == 422, refused.status() + " " + refused.body());
        assertTrue(!refused.code().isEmpty());
    }

    @Test
    void deepJson_isABadRequest() {
        String deep = "[".repeat(5_000) + "]".repeat(5_000);
        assertEquals(
                400,
                json("/drafts", "{\"kind\":\"ENTRY\",\"version\":0,\"body\":{\"a\":" + deep + "}}")
                        .status());
    }

    @Test
    void fieldThatCannotBeRead_isNamed() {
        Answer refused = json(
                "/ledger/entries",
                "{\"date\":\"2026-02-31\",\"reference\":\"\",\"checkNumber\":\"\",\"text\":\"\",\"lines\":[]}");
        assertEquals("request.unreadable", refused.code());
        assertEquals(
                "date", refused.body().path("problems").get(0).path("where").asString());
        assertEquals(
                400, json("/ledger/entries", "{\"date\":\"+999999999-01-01\"}").status());
    }

    @ParameterizedTest
    @CsvSource({
        "/bank-accounts/1/months/+999999999-12, 400", "/bank-accounts/1/months/0000-01, 400",
        "/bank-accounts/1/months/2026-13, 400", "/bank-accounts/x/months/2026-06, 400",
        "/ledger/trial-balance?date=+999999999-12-31, 400", "/ledger/trial-balance?date=31 feb, 400",
        "/bank-accounts/99999999999999999999/months/2026-06, 400", "/nothing/here, 404"
    })
    void absurdAddresses_areProblems(String path, int status) {
        Answer refused = c.iris.get(c.base + path.replace(" ", "%20").replace("+", "%2B"));
        assertEquals(status, refused.status(), path);
        assertTrue(!refused.code().isEmpty(), path);
    }

    @Test
    void wrongContentType_andBrokenUpload_areProblems() {
        assertEquals(
                "request.type",
                raw("/set-up/sites", "text/plain", "x".getBytes(StandardCharsets.UTF_8))
                        .code());
        assertEquals(
                "request.type",
                raw("/set-up/sites", "application/xml", "<x/>".getBytes(StandardCharsets.UTF_8))
                        .code());
        long bank = c.bankAccount("Operating", "", "1.00");
        String path = "/bank-accounts/" + bank + "/statements";
        Answer cut = raw(
                path,
                "multipart/form-data; boundary=abc",
                "--abc\r\nContent-Disposition: form-data; name=\"file\"; filename=\"a.csv\"\r\n\r\nda"
                        .getBytes(StandardCharsets.UTF_8));
        assertEquals(400, cut.status(), cut.body().toString());
        Answer none = raw(path, "multipart/form-data", new byte[0]);
        assertEquals(400, none.status(), none.body().toString());
        Answer missing = raw(path, "application/json", "{}".getBytes(StandardCharsets.UTF_8));
        assertTrue(
                missing.status() == 415 || missing.status() == 400,
                missing.body().toString());
    }

    /** Many large uploads at once are taken a few at a time, and others are answered meanwhile. */
    @Test
    void manyLargeUploadsAtOnce_leaveTheApplicationAnswering(RunningApp.App app) throws Exception {
        long bank = c.bankAccount("Operating", "", "1.00");
        byte[] large = new byte[19_000_000];
        java.util.Arrays.fill(large, (byte) 'x');
        List<Future<Answer>> running = new ArrayList<>();
        try (ExecutorService pool = Executors.newFixedThreadPool(20)) {
            for (int i = 0; i < 20; i++) {
                Client client = i % 4 == 0 ? Client.signedIn(app, "iris") : c.iris;
                String name = "large" + i + ".csv";
                running.add(pool.submit(
                        () -> client.upload(c.base + "/bank-accounts/" + bank + "/statements", name, large)));
            }
            for (int i = 0; i < 10; i++) {
                assertEquals(200, c.iris.get(c.base + "/today").status());
                assertEquals(
                        200,
                        c.iris.post(c.base + "/set-up/sites", Map.of("name", "S" + i, "active", true))
                                .status());
            }
        }
        for (Future<Answer> one : running) {
            int status = one.get().status();
            assertTrue(List.of(200, 202, 400, 422, 503).contains(status), "status " + status);
        }
    }
}
