package tidemark.app.setup;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.TideMark;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;

/** An installation without books, reached through a proxy that ends TLS. */
class EmptyBehindAProxyTest {
    private static ConfigurableApplicationContext context;
    private static RunningApp.App app;

    @BeforeAll
    static void start(@TempDir Path data) {
        SpringApplication application = new SpringApplication(TideMark.class);
        application.setDefaultProperties(Map.of(
                "tidemark.data",
                data.toString(),
                "tidemark.port",
                "0",
                "tidemark.public-address",
                "https://books.quillhaven.example/"));
        context = application.run();
        app = new RunningApp.App(
                context, context.getEnvironment().getRequiredProperty("local.server.port", Integer.class));
    }

    @AfterAll
    static void stop() {
        context.close();
    }

    private static Map<String, String> request(String code) {
        return new HashMap<>(Map.of(
                "companyName", "Gullmere Boats",
                "currency", "EUR",
                "login", "una",
                "name", "Una Holm",
                "password", "long enough words",
                "code", code));
    }

    /** A browser keeps secure cookies for TLS; the proxy's side of the connection has none, so they are carried here. */
    private static Answer posted(Client client, List<String> cookies, String path, Object body) {
        String token = cookies.stream()
                .filter(c -> c.startsWith("XSRF-TOKEN="))
                .map(c -> c.substring("XSRF-TOKEN=".length(), c.indexOf(';')))
                .findFirst()
                .orElseThrow();
        return client.send(client.json("POST", path, body)
                .header("Cookie", "XSRF-TOKEN=" + token)
                .header("X-XSRF-TOKEN", token)
                .header("X-Forwarded-For", "203.0.113.9")
                .header("X-Forwarded-Proto", "https"));
    }

    @Test
    void cookiesAreSecure_theBrowserIsToldToStay_andTheProxySaysWhoAsks() {
        Client client = new Client(app);
        HttpResponse<byte[]> first = client.get("/api/v1/session").raw();
        List<String> cookies = first.headers().allValues("Set-Cookie");
        assertFalse(cookies.isEmpty());
        cookies.forEach(c -> assertTrue(c.contains("Secure"), c));
        assertTrue(first.headers()
                .firstValue("Strict-Transport-Security")
                .orElse("")
                .startsWith("max-age="));

        assertEquals(
                "first-run.code",
                posted(client, cookies, "/api/v1/first-run", request("AAAA-AAAA"))
                        .code());
        String code = context.getBean(FirstRunCode.class).shown();
        assertEquals(
                201,
                posted(client, cookies, "/api/v1/first-run", request(code.toLowerCase(Locale.ROOT)))
                        .status());
        assertEquals(
                "set-up.done",
                posted(client, cookies, "/api/v1/first-run", request(code)).code(),
                "the code opens empty books only");

        Answer in = posted(client, cookies, "/api/v1/session", Map.of("login", "una", "password", "long enough words"));
        assertEquals(200, in.status());
        List<String> session = in.raw().headers().allValues("Set-Cookie");
        assertTrue(
                session.stream().anyMatch(c -> c.startsWith("TIDEMARK=") && c.contains("Secure")), session.toString());
        assertTrue(session.stream().allMatch(c -> c.contains("Secure")), session.toString());
        assertEquals(
                "203.0.113.9",
                context.getBean(JdbcTemplate.class)
                        .queryForObject(
                                "select address from activity where action = 'signed-in' order by id desc limit 1",
                                String.class));
    }
}
