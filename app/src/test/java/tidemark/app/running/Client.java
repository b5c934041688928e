package tidemark.app.running;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the application as a browser would: with a session cookie and the CSRF token. */
public final class Client {
    private static final JsonMapper JSON = new JsonMapper();

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http;
    private final String base;
    private String token = "";

    public Client(RunningApp.App app) {
        this(app, "127.0.0.1");
    }

    /** @param address of this machine, 127.x.y.z, from which it talks */
    public Client(RunningApp.App app, String address) {
        base = "http://127.0.0.1:" + app.port();
        try {
            http = HttpClient.newBuilder()
                    .cookieHandler(cookies)
                    .localAddress(InetAddress.getByName(address))
                    .build();
        } catch (UnknownHostException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** An answer with its body as JSON, or a missing node where it has none. */
    public record Answer(int status, JsonNode body, HttpResponse<byte[]> raw) {
        public String code() {
            return body.path("code").asString("");
        }
    }

    /** A program that carries a token, with neither a session nor a CSRF token. */
    public static Client withToken(RunningApp.App app, String secret) {
        Client client = new Client(app);
        client.token = secret;
        return client;
    }

    public static Client signedIn(RunningApp.App app, String login) {
        return signedIn(app, login, "quillhaven-harbour");
    }

    public static Client signedIn(RunningApp.App app, String login, String password) {
        Client client = new Client(app);
        client.get("/api/v1/session");
        Answer answer = client.post("/api/v1/session", Map.of("login", login, "password", password));
        if (answer.status() != 200) {
            throw new IllegalStateException("Sign-in of " + login + " refused: " + answer.body());
        }
        return client;
    }

    public Answer get(String path) {
        return send(request(path).GET());
    }

    public Answer post(String path, Object body) {
        return send(json("POST", path, body));
    }

    public Answer put(String path, Object body) {
        return send(json("PUT", path, body));
    }

    public Answer delete(String path) {
        return send(request(path).DELETE());
    }

    public Answer method(String method, String path, Object body) {
        return send(json(method, path, body));
    }

    public HttpRequest.Builder json(String method, String path, Object body) {
        return request(path)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)));
    }

    /** A file with a part of JSON beside it. */
    public Answer upload(String path, String fileName, byte[] content, String part, Object body) {
        String boundary = "----tide-with-part";
        byte[] head = ("--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + part
                        + "\"\r\nContent-Type: application/json\r\n\r\n" + JSON.writeValueAsString(body) + "\r\n--"
                        + boundary + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + fileName
                        + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        return send(request(path)
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(HttpRequest.BodyPublishers.concat(
                        HttpRequest.BodyPublishers.ofByteArray(head),
                        HttpRequest.BodyPublishers.ofByteArray(content),
                        HttpRequest.BodyPublishers.ofString("\r\n--" + boundary + "--\r\n"))));
    }

    public Answer upload(String path, String fileName, byte[] content) {
        String boundary = "----tide" + fileName.hashCode();
        byte[] head = ("--" + boundary + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + fileName
                        + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        byte[] tail = ("\r\n--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8);
        return ended(
                path,
                send(request(path)
                        .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                        .POST(HttpRequest.BodyPublishers.concat(
                                HttpRequest.BodyPublishers.ofByteArray(head),
                                HttpRequest.BodyPublishers.ofByteArray(content),
                                HttpRequest.BodyPublishers.ofByteArray(tail)))));
    }

    /** A file that is still being read when the server stops waiting, on a busy machine, is waited for here. */
    private Answer ended(String path, Answer first) {
        if (path.endsWith("wait=0")) {
            return first;
        }
        Answer last = first;
        for (int i = 0; i < 120 && last.body().path("state").asString("").equals("READING"); i++) {
            try {
                Thread.sleep(500);
            } catch (InterruptedException e) {
                throw new IllegalStateException(e);
            }
            last = get(path.replaceFirst("(/companies/[0-9]+)/.*", "$1") + "/incoming-files/"
                    + first.body().path("id").asLong());
        }
        return last == first ? first : new Answer(first.status(), last.body(), first.raw());
    }

    public HttpRequest.Builder request(String path) {
        // what hangs is told by its name, not by the end of the whole run
        HttpRequest.Builder builder =
                HttpRequest.newBuilder(URI.create(base + path)).timeout(java.time.Duration.ofMinutes(5));
        if (!token.isEmpty()) {
            return builder.header("Authorization", "Bearer " + token);
        }
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .forEach(c -> builder.header("X-XSRF-TOKEN", c.getValue()));
        return builder;
    }

    public Answer send(HttpRequest.Builder request) {
        try {
            HttpResponse<byte[]> response = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            boolean json =
                    response.headers().firstValue("Content-Type").orElse("").contains("json");
            return new Answer(
                    response.statusCode(), json ? JSON.readTree(response.body()) : JSON.createObjectNode(), response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The demo company's id. */
    public long company() {
        return get("/api/v1/session").body().path("companies").get(0).path("id").asLong();
    }

    /** The id of one of the company's bank accounts. */
    public long account(String name) {
        for (JsonNode lane :
                get("/api/v1/companies/" + company() + "/today").body().path("lanes")) {
            if (lane.path("name").asString().equals(name)) {
                return lane.path("accountId").asLong();
            }
        }
        throw new IllegalArgumentException(name);
    }
}
