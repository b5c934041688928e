package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.microsoft.playwright.Page;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The ladder with 100,000 open lines: it draws only what is in sight, and takes a candidate by Enter. */
class LargeLadderTest {
    private static final int LINES = 100_000;
    private static final int ENTRIES = 400;
    private static final String SEND = """
            async ([path, body]) => {
              const headers = { 'X-XSRF-TOKEN': /XSRF-TOKEN=([^;]*)/.exec(document.cookie)[1] };
              let content;
              if (body.file !== undefined) {
                content = new FormData();
                content.append('file', new File([body.file], body.name));
              } else {
                headers['Content-Type'] = 'application/json';
                content = JSON.stringify(body);
              }
              const answer = await fetch(path, { method: 'POST', headers, body: content });
              if (!answer.ok) throw new Error(path + ' ' + answer.status + ' ' + (await answer.text()));
              return answer.json();
            }""";

    /** The state of a file once it has been read, asked for twice a second and for two minutes at most. */
    private static final String READ = """
            async (path) => {
              let state = 'READING';
              for (let tries = 0; tries < 240 && state === 'READING'; tries++) {
                await new Promise((rested) => setTimeout(rested, 500));
                state = (await (await fetch(path)).json()).state;
              }
              return state;
            }""";

    /** Flings through the whole ladder and gives the most rows that were drawn at once. */
    private static final String FLING = """
            async () => {
              const body = document.querySelector('.ladder-body');
              let most = 0;
              for (let part = 0; part <= 100; part++) {
                body.scrollTop = (body.scrollHeight * part) / 100;
                await new Promise(requestAnimationFrame);
                most = Math.max(most, body.querySelectorAll('[data-index]').length);
              }
              return most;
            }""";

    private static Server server;
    private static Browsing browsing;

    @BeforeAll
    static void begin() throws Exception {
        server = Server.demo();
        browsing = new Browsing();
    }

    @AfterAll
    static void end() throws Exception {
        browsing.close();
        server.close();
    }

    private static Object send(Page page, String path, Object body) {
        return page.evaluate(SEND, List.of(path, body));
    }

    @Test
    void hundredThousandLines_drawOnlyWhatIsInSight_andACandidateIsTakenByEnter() throws Exception {
        Page iris = browsing.window(1280, 800);
        Browsing.signIn(iris, server.url(), "iris");
        Object company = iris.evaluate("async () => (await (await fetch('/api/v1/session')).json()).companies[0].id");
        String base = "/api/v1/companies/" + company;
        Map<?, ?> made = (Map<?, ?>) send(
                iris,
                base + "/bank-accounts",
                Map.of(
                        "name",
                        "Fuel cards",
                        "bank",
                        "Northbank",
                        "number",
                        "FC-1",
                        "openingMonth",
                        "2026-05",
                        "openingBalance",
                        "1000.00"));
        String account = base + "/bank-accounts/" + made.get("id");

        Random random = new Random(3);
        StringBuilder statement = new StringBuilder("date,amount,balance,reference,text\n");
        StringBuilder entries = new StringBuilder("date,amount,reference,check_number,party,text\n");
        BigDecimal balance = new BigDecimal("1000.00");
        for (int i = 0; i < LINES; i++) {
            String day = "2026-06-%02d".formatted(1 + (long) i * 30 / LINES);
            BigDecimal amount = BigDecimal.valueOf(100 + random.nextInt(90_000), 2);
            amount = i % 2 == 0 ? amount : amount.negate();
            balance = balance.add(amount);
            statement.append("%s,%s,%s,FC-%06d,FUEL CARD %d\n".formatted(day, amount, balance, i, 1_000 + i % 700));
            if (i < ENTRIES) {
                entries.append("%s,%s,FC-%06d,,Fuel card,Diesel\n".formatted(day, amount, i));
            }
        }
        Page page = browsing.window(1280, 800);
        page.setDefaultTimeout(90_000);
        Browsing.signIn(page, server.url(), "maren");
        send(
                page,
                base + "/ledger/cash-entry-files?bankAccountId=" + made.get("id") + "&otherAccount=5010",
                Map.of("name", "entries.csv", "file", entries.toString()));
        Map<?, ?> taken = (Map<?, ?>)
                send(page, account + "/statements", Map.of("name", "june.csv", "file", statement.toString()));
        assertEquals("TAKEN", page.evaluate(READ, base + "/incoming-files/" + taken.get("id")));
        page.navigate(server.url() + "/reconcile/" + made.get("id") + "/2026-06");
        page.locator(".ladder-row[data-place='0']").waitFor();
        assertEquals("" + (LINES + 1), page.locator(".ladder").getAttribute("aria-rowcount"));
        // the first line under the tide is open with its candidate
        page.locator(".candidate").first().getByText("same reference FC-000000").waitFor();

        int most = ((Number) page.evaluate(FLING)).intValue();
        assertTrue(most > 20 && most < 100, most + " rows drawn at once");
        page.locator(".ladder-row[data-place='" + (LINES - 1) + "']").waitFor();
        page.locator(".ladder-body").evaluate("(body) => { body.scrollTop = 0; }");
        page.locator(".candidate").first().getByText("same reference FC-000000").waitFor();

        page.locator("body").press("Enter");
        page.locator(".ladder-row.proven[data-place='0']").waitFor();
        page.locator(".candidate").first().getByText("same reference FC-000001").waitFor();
    }
}
