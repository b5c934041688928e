package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Numbers of documents by company, site and year, and those that are missing. */
@ExtendWith(RunningApp.class)
class NumberSeriesTest {
    private NewCompany c;
    private long customer;
    private long site;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        customer = c.party("RECEIVABLES", "Orrin Paints", 30);
        site = ok(c.post("/set-up/sites", Map.of("name", "Weir House", "active", true)))
                .path("id")
                .asLong();
    }

    private JsonNode series(String kind) {
        return c.get("/set-up")
                .path("series")
                .valueStream()
                .filter(s -> s.path("kind").asString().equals(kind))
                .findFirst()
                .orElseThrow();
    }

    private Answer keep(Map<String, Object> change) {
        Map<String, Object> body = new HashMap<>(Map.of("prefix", "INV-", "nextNumber", 1, "digits", 4));
        body.putAll(change);
        return c.post("/set-up/series", body);
    }

    private String invoice(String date, Long siteId) {
        Map<String, Object> body = new HashMap<>(NewCompany.invoice(customer, "", date, "10.00", "4010"));
        if (siteId != null) {
            body.put("siteId", siteId);
        }
        return ok(c.post("/invoices", body))
                .path("entries")
                .get(0)
                .path("reference")
                .asString();
    }

    private List<String> missing() {
        return c.get("/set-up/missing-numbers")
                .valueStream()
                .map(m -> m.path("from").asString() + " to " + m.path("to").asString() + ", "
                        + m.path("count").asLong())
                .toList();
    }

    @Test
    void siteWithASeriesOfItsOwn_countsApart_andTheOthersShareTheCompanys() {
        ok(keep(Map.of("kind", "INVOICE", "siteId", site, "prefix", "WH-", "nextNumber", 7, "digits", 3)));
        assertEquals("INV-0001", invoice("2026-06-01", null));
        assertEquals("WH-007", invoice("2026-06-01", site));
        assertEquals("INV-0002", invoice("2026-06-02", null));
        assertEquals("WH-008", invoice("2026-06-02", site));
        assertEquals(List.of(), missing());
    }

    @Test
    void yearlySeries_beginsAnew_byTheDayOfTheDocument() {
        ok(keep(Map.of("id", series("INVOICE").path("id").asLong(), "yearly", true, "nextNumber", 40)));
        assertEquals("INV-2026-0040", invoice("2026-06-01", null));
        assertEquals("INV-2025-0001", invoice("2025-12-31", null));
        assertEquals("INV-2026-0041", invoice("2026-01-01", null));
        assertEquals(42, series("INVOICE").path("nextNumber").asLong());
        assertEquals(List.of(), missing());
        c.checkBooks();
    }

    @Test
    void numbersThatWereJumpedOver_areListed_untilDocumentsHaveThem() {
        assertEquals("INV-0001", invoice("2026-06-01", null));
        ok(keep(Map.of("id", series("INVOICE").path("id").asLong(), "nextNumber", 5)));
        assertEquals("INV-0005", invoice("2026-06-01", null));
        assertEquals(List.of("INV-0002 to INV-0004, 3"), missing());
        ok(c.post("/invoices", NewCompany.invoice(customer, "INV-0003", "2026-06-01", "10.00", "4010")));
        assertEquals(List.of("INV-0002 to INV-0002, 1", "INV-0004 to INV-0004, 1"), missing());
        assertEquals(
                1,
                c.iris.get(c.base + "/set-up/missing-numbers")
                        .body()
                        .get(0)
                        .path("count")
                        .asLong());
    }

    @Test
    void anotherBeginning_orMoreDigits_loseNoGap_andInventNone() {
        long id = series("INVOICE").path("id").asLong();
        assertEquals("INV-0001", invoice("2026-06-01", null));
        ok(keep(Map.of("id", id, "nextNumber", 3, "digits", 5)));
        assertEquals("INV-00003", invoice("2026-06-01", null));
        assertEquals(List.of("INV-00002 to INV-00002, 1"), missing());
        ok(keep(Map.of("id", id, "prefix", "SI-", "nextNumber", 1)));
        assertEquals("SI-0001", invoice("2026-06-01", null));
        assertEquals(
                List.of("INV-0002 to INV-0002, 1"), missing(), "what was given out before is still looked through");
        assertEquals(
                "series.back", keep(Map.of("id", id, "nextNumber", 3)).code(), "back at INV-, it goes on where it was");
        ok(keep(Map.of("id", id, "nextNumber", 4)));
        assertEquals("INV-0004", invoice("2026-06-01", null));
    }

    @Test
    void whatAPreviewTook_isGivenToTheNext_andAReversedDocumentKeepsItsNumber() {
        Map<String, Object> body = NewCompany.invoice(customer, "", "2026-06-01", "10.00", "4010");
        ok(c.post("/invoices?preview=true", body));
        JsonNode booked = ok(c.post("/invoices", body));
        assertEquals("INV-0001", booked.path("entries").get(0).path("reference").asString());
        ok(c.post(
                "/ledger/entries/" + booked.path("entries").get(0).path("id").asLong() + "/reversal",
                Map.of("date", "2026-06-02")));
        assertEquals("INV-0002", invoice("2026-06-03", null));
        assertEquals(List.of(), missing());
    }

    @Test
    void seriesThatWouldGiveANumberTwice_orIsThere_orOfNothing_isRefused() {
        assertEquals("series.there", keep(Map.of("kind", "INVOICE")).code());
        assertEquals("series.kind", keep(Map.of("kind", "GIFT", "siteId", site)).code());
        assertEquals(
                "series.alike", keep(Map.of("kind", "INVOICE", "siteId", site)).code());
        assertEquals(
                404,
                keep(Map.of("kind", "INVOICE", "siteId", 1, "prefix", "X-")).status());
        invoice("2026-06-01", null);
        invoice("2026-06-01", null);
        assertEquals(
                "series.back",
                keep(Map.of("id", series("INVOICE").path("id").asLong(), "nextNumber", 2))
                        .code());
    }
}
