package tidemark.app.recurring;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Invoices that come again are made when they are due, once, with one preview. It is 2 July 2026. */
@ExtendWith(RunningApp.class)
class RecurringInvoicesTest {
    private static final String PATH = "/recurring-invoices";
    private static final String TODAY = "2026-07-02";

    private NewCompany c;
    private long heron;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        heron = c.party("RECEIVABLES", "Heron", 30);
    }

    private static Map<String, Object> line(String amount, String text) {
        return Map.of("account", "4010", "amount", amount, "text", text);
    }

    private Map<String, Object> form(Map<String, Object> change) {
        Map<String, Object> out = new HashMap<>(Map.of(
                "partyId",
                heron,
                "every",
                "MONTH",
                "day",
                1,
                "startsOn",
                "2026-06-01",
                "text",
                "Berth 14, {month}",
                "lines",
                List.of(line("420.50", "berth {month}"), line("19.50", "water"))));
        out.putAll(change);
        return out;
    }

    private JsonNode only() {
        return c.get(PATH).path("recurring").get(0);
    }

    private Map<String, Object> making(String upTo) {
        List<Map<String, Object>> all = new ArrayList<>();
        c.get(PATH)
                .path("recurring")
                .forEach(r -> all.add(Map.of(
                        "id",
                        r.path("id").asLong(),
                        "version",
                        r.path("version").asInt())));
        return Map.of("upTo", upTo, "recurring", all);
    }

    private Map<String, String> open() {
        Map<String, String> out = new HashMap<>();
        c.get("/parties/" + heron)
                .path("open")
                .forEach(i -> out.put(
                        i.path("title").asString(),
                        i.path("open").asString() + " due " + i.path("dueDate").asString()));
        return out;
    }

    @Test
    void whatIsDue_isMadeOnceWithOnePreview_andCarriesWhatItIsFor() {
        ok(c.post(PATH, form(Map.of())));
        ok(c.post(
                PATH,
                form(Map.of(
                        "every",
                        "QUARTER",
                        "startsOn",
                        "2026-07-01",
                        "text",
                        "Storage {quarter}",
                        "lines",
                        List.of(line("90.00", ""))))));
        JsonNode list = c.get(PATH);
        assertEquals(3, list.path("count").asInt(), list.toString());
        assertEquals("970.00", list.path("amount").asString());
        assertEquals("440.00", only().path("amount").asString());
        assertEquals("880.00", only().path("dueAmount").asString());
        assertEquals("2026-08-01", only().path("next").asString());
        assertEquals(6, c.get(PATH + "?upTo=2026-10-01").path("count").asInt() - 1);

        c.previewedThenPosted(PATH + "/making", making(TODAY));
        Map<String, String> items = open();
        assertEquals(3, items.size(), items.toString());
        assertEquals(
                2,
                items.values().stream()
                        .filter(v -> v.equals("440.00 due 2026-07-01") || v.equals("440.00 due 2026-07-31"))
                        .count(),
                items.toString());
        assertTrue(c.get("/ledger/entries?size=20").toString().contains("Berth 14, July 2026"));
        assertEquals(0, c.get(PATH).path("count").asInt());
        assertEquals("2026-07-01", only().path("last").asString());
        assertEquals(
                "recurring.nothing", c.post(PATH + "/making", making(TODAY)).code());
    }

    @Test
    void twoWhoMakeThem_makeThemOnce_andAChangeInBetweenIsNoticed() throws Exception {
        ok(c.post(PATH, form(Map.of())));
        Map<String, Object> seen = making(TODAY);
        Callable<Answer> make = () -> c.post(PATH + "/making", seen);
        try (ExecutorService two = Executors.newFixedThreadPool(2)) {
            List<String> codes = new ArrayList<>();
            for (Future<Answer> f : two.invokeAll(List.of(make, make))) {
                codes.add(f.get().status() == 200 ? "done" : f.get().code());
            }
            assertEquals(
                    List.of("done", "recurring.nothing"),
                    codes.stream().sorted().toList());
        }
        assertEquals(2, open().size());

        long id = only().path("id").asLong();
        Map<String, Object> changed =
                form(Map.of("version", only().path("version").asInt(), "day", 2));
        assertEquals(200, c.iris.put(c.base + PATH + "/" + id, changed).status());
        assertEquals(
                "recurring.stale", c.iris.put(c.base + PATH + "/" + id, changed).code());
        assertEquals(0, c.get(PATH).path("count").asInt(), "June and July are not invoiced again on another day");
        assertEquals("recurring.stale", c.post(PATH + "/making", seen).code());
    }

    @Test
    void whatDoesNotFit_isRefusedInWords_andWhoOnlyLooksKeepsNothing(RunningApp.App app) {
        long supplier = c.party("PAYABLES", "Orrin", 30);
        Map<String, Map<String, Object>> wrong = Map.of(
                "recurrence.day", Map.of("day", 32),
                "recurrence.order", Map.of("endsOn", "2026-05-31"),
                "party.role", Map.of("partyId", supplier),
                "recurring.account", Map.of("lines", List.of(Map.of("account", "nope", "amount", "1.00", "text", ""))),
                "line.amount", Map.of("lines", List.of(line("-5.00", ""))));
        wrong.forEach(
                (code, change) -> assertEquals(code, c.post(PATH, form(change)).code()));
        assertEquals(0, c.get(PATH).path("recurring").size());
        ok(c.post(PATH, form(Map.of())));
        assertEquals(
                "recurring.early",
                c.post(PATH + "/making", making("2026-07-03")).code());
        // one that cannot be booked keeps the others from being booked
        ok(c.post(PATH, form(Map.of("text", "Second"))));
        Client viewer = c.person(app, "vera", "Vera Viewer", "VIEWER");
        assertEquals(403, viewer.post(c.base + PATH, form(Map.of())).status());
        assertEquals(200, viewer.get(c.base + PATH).status());
        NewCompany other = new NewCompany(app);
        assertEquals(404, other.post(PATH + "/making", making(TODAY)).status(), "of another company");
    }
}
