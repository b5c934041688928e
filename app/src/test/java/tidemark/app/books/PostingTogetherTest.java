package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What waits to be in the books, by what stops it, and what a run does with it; it is 2 July 2026. */
@ExtendWith(RunningApp.class)
class PostingTogetherTest {
    private NewCompany c;
    private long bank;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "100000.00");
    }

    private long draft(String kind, Map<String, Object> body) {
        return ok(c.post("/drafts", Map.of("kind", kind, "version", 0, "body", body)))
                .path("id")
                .asLong();
    }

    private static Map<String, Object> line(String account, String debit, String credit) {
        return Map.of("account", account, "debit", debit, "credit", credit, "party", "", "text", "");
    }

    private long entry(String date, String text, String debit, String credit) {
        return draft(
                "ENTRY",
                Map.of(
                        "date",
                        date,
                        "reference",
                        "",
                        "checkNumber",
                        "",
                        "text",
                        text,
                        "lines",
                        List.of(line("6010", debit, ""), line("4010", "", credit))));
    }

    private Map<String, String> stops(Map<String, Object> filter) {
        Map<String, String> out = new HashMap<>();
        ok(c.post("/posting-runs/trial", filter))
                .path("items")
                .forEach(i -> out.put(
                        i.path("title").asString(),
                        i.path("stop").asString()
                                + (i.path("why").asString().isEmpty()
                                        ? ""
                                        : " " + i.path("why").asString())));
        return out;
    }

    @Test
    void whatWaits_isListedByWhatStopsIt_andFiltersOnlyNarrowIt(RunningApp.App app) {
        entry("2026-06-10", "Ready", "5.00", "5.00");
        entry("2026-06-11", "Torn", "5.00", "4.00");
        draft("PAYMENT", c.payment(bank, null, "", "2026-07-20", List.of(), "30.00"));
        ok(c.iris.put(c.base + "/set-up/company", Map.of("name", "Company " + c.id, "secondPersonAbove", "5000.00")));
        Map<String, Object> large = c.payment(bank, null, "", "2026-06-12", List.of(), "5000.01");
        large.put("payee", "Corran Engines");
        draft("PAYMENT", large);
        large.put("payee", "Marlow Waste");
        ok(c.post("/payments", large));
        // a payment whose date has come since it was made
        ok(c.post("/payments", c.payment(bank, null, "", "2026-07-03", List.of(), "12.00")));
        app.bean(JdbcTemplate.class)
                .update(
                        "update payment set payment_date = date '2026-07-01' where state = 'WAITS_FOR_DATE' and company_id = "
                                + c.id);

        Map<String, String> all = stops(Map.of());
        assertEquals("READY", all.get("Ready"), all.toString());
        assertTrue(all.get("Torn").startsWith("REFUSED") && all.get("Torn").contains("1.00 apart"), all.toString());
        assertEquals("LATER", all.get("Orrin Paints, Paint"), all.toString());
        assertEquals("READY", all.get("Check 1002, Orrin Paints"), all.toString());
        assertEquals("SECOND_PERSON", all.get("Corran Engines, Paint"), all.toString());
        String asked = all.keySet().stream()
                .filter(t -> t.contains("Marlow Waste"))
                .findFirst()
                .orElseThrow();
        assertTrue(all.get(asked).startsWith("SECOND_PERSON Iris Calloway asked"), all.toString());
        assertEquals(6, all.size());
        assertEquals(4, c.get("/drafts").path("drafts").size(), "a trial keeps nothing");
        assertEquals("100000.00", c.balance("1010"));

        assertEquals(3, stops(Map.of("kind", "PAYMENT")).size());
        assertEquals(2, stops(Map.of("from", "2026-06-11", "to", "2026-06-30")).size());
        assertEquals(3, stops(Map.of("account", bank)).size());
        assertEquals(0, stops(Map.of("person", "Nobody")).size());
    }

    @Test
    void run_takesDraftsAndPaymentsWhoseDateHasCome_andItsLogIsPrinted(RunningApp.App app) {
        long ready = entry("2026-06-10", "Ready", "5.00", "5.00");
        long torn = entry("2026-06-11", "Torn", "5.00", "4.00");
        long payment = ok(c.post("/payments", c.payment(bank, null, "", "2026-07-03", List.of(), "12.00")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        Map<String, Object> run =
                Map.of("draftIds", List.of(ready, torn), "paymentIds", List.of(payment), "together", "a-b");
        JsonNode early = ok(c.post("/posting-runs?preview=true", run));
        assertEquals(2, early.path("refused").asInt(), "before its date a payment waits: " + early);
        app.bean(JdbcTemplate.class)
                .update("update payment set payment_date = date '2026-07-01' where company_id = " + c.id);
        JsonNode done = ok(c.post("/posting-runs", run));
        assertEquals(2, done.path("posted").asInt(), done.toString());
        assertEquals("99988.00", c.balance("1010"));
        assertEquals(
                "99988.00",
                c.balance("1010"),
                "once: " + ok(c.post("/posting-runs", run)).path("posted"));
        JsonNode log = c.get("/posting-runs").get(1);
        assertEquals("a-b", log.path("together").asString());
        assertEquals("READY", log.path("outcomes").get(0).path("stop").asString());
        assertEquals("REFUSED", log.path("outcomes").get(1).path("stop").asString());
        assertEquals(payment, log.path("outcomes").get(2).path("paymentId").asLong());
        var paper = c.iris.get(c.base + "/posting-runs/" + log.path("runId").asLong() + "/paper");
        assertEquals(200, paper.status());
        assertEquals("%PDF", new String(paper.raw().body(), 0, 4, StandardCharsets.ISO_8859_1));
        assertEquals(404, c.iris.get(c.base + "/posting-runs/1/paper").status());
        c.checkBooks();
    }

    @Test
    void valueDate_givesForeignAmountsTheRatesOfThatDay_onTheDateInTheBooks() {
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-05-01", "rate", "1.10")));
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-06-20", "rate", "1.20")));
        long euro = c.bankAccount("Euro", "EUR", "1000.00");
        Map<String, Object> form = c.payment(euro, null, "E-1", "2026-06-25", List.of(), "100.00");
        form.put("kind", "BANK_TRANSFER");
        long first = draft("PAYMENT", new HashMap<>(form));
        form.put("number", "E-2");
        long second = draft("PAYMENT", form);
        ok(c.post("/posting-runs", Map.of("draftIds", List.of(first), "accountingDate", "2026-06-26")));
        assertEquals("120.00", c.balance("6010"), "at the rates of the day in the books");
        JsonNode run = ok(c.post(
                "/posting-runs",
                Map.of("draftIds", List.of(second), "accountingDate", "2026-06-26", "valueDate", "2026-06-10")));
        assertEquals("230.00", c.balance("6010"), "at those of the value date: " + run);
        assertEquals(
                "2026-06-26",
                run.path("booked").path("entries").get(0).path("date").asString());
        assertEquals(
                "2026-06-10", c.get("/posting-runs").get(0).path("valueDate").asString());
        c.checkBooks();
    }

    /** Among many that are refused each is found by itself; what two of them would do to one another still counts. */
    @Test
    void manyRefused_leaveTheOthers_andAPairThatCannotBothBeIsSeen() {
        List<Long> ids = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            ids.add(entry("2026-06-10", "E" + i, "5.00", i % 2 == 0 ? "5.00" : "4.00"));
        }
        for (int i = 0; i < 2; i++) {
            ids.add(draft("PAYMENT", c.payment(bank, null, "777", "2026-06-10", List.of(), "1.00")));
        }
        JsonNode run = ok(c.post("/posting-runs", Map.of("draftIds", ids)));
        assertEquals(7, run.path("posted").asInt(), run.toString());
        assertEquals(7, run.path("refused").asInt());
        assertEquals(
                "30.00",
                new java.math.BigDecimal(c.balance("6010"))
                        .subtract(java.math.BigDecimal.ONE)
                        .toPlainString());
        c.checkBooks();
    }
}
