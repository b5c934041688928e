package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A bare client of the application; when its process has ended, calls that change something answer −1. */
final class Api {
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private static final int STILL_READ = 202;

    private final String url;

    Api(Server server, String login) {
        url = server.url();
        get("/api/v1/session");
        post("/api/v1/session", "{\"login\":\"" + login + "\",\"password\":\"" + Browsing.PASSWORD + "\"}");
    }

    String company() {
        Matcher id = Pattern.compile("\"companies\":\\[\\{\"id\":(\\d+)").matcher(get("/api/v1/session"));
        assertTrue(id.find());
        return "/api/v1/companies/" + id.group(1);
    }

    String account(String name) {
        Matcher id = Pattern.compile("\"accountId\":(\\d+),\"name\":\"" + name).matcher(get(company() + "/today"));
        assertTrue(id.find());
        return company() + "/bank-accounts/" + id.group(1);
    }

    String get(String path) {
        try {
            return http.send(request(path).build(), HttpResponse.BodyHandlers.ofString())
                    .body();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The secret of a token for the company, that may look and what the scope says. */
    String token(String name, String scope) {
        String id = company().replace("/api/v1/companies/", "");
        String answer = answer(request("/api/v1/session/tokens")
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString("""
                        {"name":"%s","companyIds":[%s],"scopes":["%s"],"days":1,"password":"%s"}""".formatted(name, id, scope, Browsing.PASSWORD))));
        Matcher secret = Pattern.compile("\"secret\":\"(\\w[\\w-]*)\"").matcher(answer);
        assertTrue(secret.find(), answer);
        return secret.group(1);
    }

    private String answer(HttpRequest.Builder request) {
        try {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString())
                    .body();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    int post(String path, String body) {
        return send(request(path)
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(body)));
    }

    int upload(String path, byte[] file) {
        String head = "--tide\r\nContent-Disposition: form-data; name=\"file\"; filename=\"june.xml\"\r\n\r\n";
        int status = send(request(path)
                .header("Content-Type", "multipart/form-data; boundary=tide")
                .POST(HttpRequest.BodyPublishers.concat(
                        HttpRequest.BodyPublishers.ofString(head),
                        HttpRequest.BodyPublishers.ofByteArray(file),
                        HttpRequest.BodyPublishers.ofByteArray("\r\n--tide--\r\n".getBytes(StandardCharsets.UTF_8)))));
        return status == STILL_READ ? readToItsEnd(path) : status;
    }

    /** On a busy machine the answer comes before the file is read to its end; what becomes of it is asked for then. */
    private int readToItsEnd(String path) {
        Matcher at = Pattern.compile("(/api/v1/companies/\\d+)/bank-accounts/(\\d+)/.*")
                .matcher(path);
        assertTrue(at.matches());
        try {
            for (int i = 0; i < 240; i++) {
                String files = get(at.group(1) + "/incoming-files?accountId=" + at.group(2));
                if (!files.contains("\"state\":\"READING\"")) {
                    return files.contains("\"state\":\"TAKEN\"") ? 200 : STILL_READ;
                }
                Thread.sleep(500);
            }
            return STILL_READ;
        } catch (IllegalStateException | InterruptedException e) {
            return -1;
        }
    }

    private int send(HttpRequest.Builder request) {
        try {
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString())
                    .statusCode();
        } catch (IOException | InterruptedException e) {
            return -1;
        }
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder builder = HttpRequest.newBuilder(URI.create(url + path));
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .forEach(c -> builder.header("X-XSRF-TOKEN", c.getValue()));
        return builder;
    }
}
