package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.net.http.HttpRequest;
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
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tidemark.app.together.AccountToCertify;
import tools.jackson.databind.json.JsonMapper;

/** A change that is sent twice is made once. */
@ExtendWith(RunningApp.class)
class OnceOnlyTest {
    private static final AtomicInteger COUNT = new AtomicInteger();

    private AccountToCertify account;
    private NewCompany c;
    private JdbcTemplate jdbc;
    private String key;

    @BeforeEach
    void company(RunningApp.App app) {
        account = new AccountToCertify(app);
        c = account.company;
        jdbc = app.bean(JdbcTemplate.class);
        key = "test-key-" + COUNT.incrementAndGet();
    }

    private Answer post(Client who, String path, Object body) {
        return who.send(who.request(c.base + path)
                .header("Content-Type", "application/json")
                .header("Idempotency-Key", key)
                .POST(HttpRequest.BodyPublishers.ofString(new JsonMapper().writeValueAsString(body))));
    }

    private int entries() {
        return c.get("/ledger/entries").size();
    }

    @Test
    void sameKey_again_givesTheSameAnswer_andBooksOnce() {
        int before = entries();
        Answer first = post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00"));
        Answer second = post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00"));
        assertEquals(200, first.status());
        assertEquals(first.body(), second.body());
        assertEquals(
                "true",
                second.raw().headers().firstValue("Idempotency-Replayed").orElse(""));
        assertEquals(before + 1, entries());
    }

    private Answer upload(String content) {
        String form = "--x\r\nContent-Disposition: form-data; name=\"file\"; filename=\"e.csv\"\r\n\r\n" + content
                + "\r\n--x--\r\n";
        return c.iris.send(
                c.iris.request(c.base + "/ledger/cash-entry-files?bankAccountId=" + account.id + "&otherAccount=6010")
                        .header("Content-Type", "multipart/form-data; boundary=x")
                        .header("Idempotency-Key", key)
                        .POST(HttpRequest.BodyPublishers.ofString(form)));
    }

    @Test
    void sameKey_withAnotherFileOfTheSameLength_isRefused() {
        int before = entries();
        Answer first = upload("date,amount\n2026-07-01,-1.00\n");
        assertEquals(200, first.status(), first.body().toString());
        assertEquals(first.body(), upload("date,amount\n2026-07-01,-1.00\n").body());
        assertEquals("key.other", upload("date,amount\n2026-07-01,-9.00\n").code());
        assertEquals(before + 1, entries());
    }

    @Test
    void sameKey_byEightAtOnce_booksOnce() throws Exception {
        int before = entries();
        List<Future<Answer>> running = new ArrayList<>();
        try (ExecutorService pool = Executors.newFixedThreadPool(8)) {
            for (int i = 0; i < 8; i++) {
                running.add(pool.submit(() -> post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00"))));
            }
        }
        for (Future<Answer> one : running) {
            assertEquals(running.getFirst().get().body(), one.get().body());
        }
        assertEquals(before + 1, entries());
    }

    @Test
    void sameKey_withAnotherBodyOrPerson_isRefused(RunningApp.App app) {
        ok(post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00")));
        assertEquals(
                "key.other",
                post(c.iris, "/ledger/entries", account.entry("2026-07-01", "4.00"))
                        .code());
        assertEquals(
                403,
                post(Client.signedIn(app, "torvald"), "/ledger/entries", account.entry("2026-07-01", "3.00"))
                        .status());
        assertEquals("key.unfit", unfit().code());
    }

    private Answer unfit() {
        key = "short";
        return post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00"));
    }

    @Test
    void refusedChange_leavesNoKey_soThatItCanBeRepeatedOnceMended() {
        assertEquals(
                "account.unknown",
                post(c.iris, "/ledger/entries", withAccount("7777")).code());
        assertEquals(0, jdbc.queryForObject("select count(*) from idempotency_key where name = ?", Integer.class, key));
        ok(post(c.iris, "/ledger/entries", withAccount("6010")));
    }

    private Map<String, Object> withAccount(String code) {
        return Map.of(
                "date",
                "2026-07-01",
                "reference",
                "",
                "checkNumber",
                "",
                "text",
                "x",
                "lines",
                List.of(
                        Map.of("account", code, "debit", "1.00", "credit", "", "party", "", "text", ""),
                        Map.of("account", "1010", "debit", "", "credit", "1.00", "party", "", "text", "")));
    }

    @Test
    void preview_needsNoKey_andKeepsNone() {
        ok(post(c.iris, "/ledger/entries?preview=true", account.entry("2026-07-01", "3.00")));
        assertEquals(0, jdbc.queryForObject("select count(*) from idempotency_key where name = ?", Integer.class, key));
    }

    /** The server ended between the change and its answer: the mark was kept with the change itself. */
    @Test
    void changeWhoseAnswerWasNeverKept_isToldAsDone_andNotMadeAgain() {
        int before = entries();
        ok(post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00")));
        jdbc.update("update idempotency_key set status = null, answer = null where name = ?", key);
        assertEquals(
                true,
                jdbc.queryForObject("select done from idempotency_key where name = ?", Boolean.class, key),
                "marked in the transaction that booked");
        assertEquals(
                "key.done",
                post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00"))
                        .code());
        assertEquals(before + 1, entries());
        jdbc.update("update idempotency_key set done = false where name = ?", key);
        ok(post(c.iris, "/ledger/entries", account.entry("2026-07-01", "3.00")));
        assertEquals(before + 2, entries(), "one that was never made is made");
    }
}
