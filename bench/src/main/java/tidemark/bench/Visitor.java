package tidemark.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody at a browser of their own: cookies, the token of each change, and how long each answer took. */
final class Visitor {
    static final JsonMapper JSON = new JsonMapper();
    private final HttpClient http;
    private final String base;
    private final Map<String, String> cookies = new TreeMap<>();

    /** @param micros from the request to the whole answer */
    record Answer(int status, String body, long micros) {
        JsonNode json() {
            return JSON.readTree(body);
        }
    }

    Visitor(HttpClient http, int port) {
        this.http = http;
        base = "http://127.0.0.1:" + port;
    }

    Answer get(String path) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(URI.create(base + path)).GET());
    }

    Answer post(String path, Object body) throws IOException, InterruptedException {
        return send(HttpRequest.newBuilder(URI.create(base + path))
                .header("Content-Type", "application/json")
                .header("Idempotency-Key", UUID.randomUUID().toString())
                .header("X-XSRF-TOKEN", cookies.getOrDefault("XSRF-TOKEN", ""))
                .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    int signIn(String login, String password) throws IOException, InterruptedException {
        get("/api/v1/session");
        return post("/api/v1/session", Map.of("login", login, "password", password))
                .status();
    }

    private Answer send(HttpRequest.Builder request) throws IOException, InterruptedException {
        if (!cookies.isEmpty()) {
            request.header(
                    "Cookie",
                    cookies.entrySet().stream()
                            .map(c -> c.getKey() + "=" + c.getValue())
                            .collect(Collectors.joining("; ")));
        }
        long start = System.nanoTime();
        HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        long micros = (System.nanoTime() - start) / 1_000;
        for (String cookie : response.headers().allValues("Set-Cookie")) {
            String pair = cookie.substring(0, (cookie + ";").indexOf(';'));
            int equals = pair.indexOf('=');
            cookies.put(pair.substring(0, equals), pair.substring(equals + 1));
        }
        return new Answer(response.statusCode(), response.body(), micros);
    }
}
