package tidemark.app.party;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Receipts, invoices and settlements as lists. */
@ExtendWith(RunningApp.class)
class PartyListsTest {
    private NewCompany c;
    private long pell;
    private long redfern;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        pell = c.party("RECEIVABLES", "Pell", 0);
        redfern = c.party("RECEIVABLES", "Redfern", 0);
    }

    private List<JsonNode> all(String path, int limit) {
        List<JsonNode> out = new ArrayList<>();
        String before = "";
        do {
            JsonNode page = c.get(path + (path.contains("?") ? "&" : "?") + "limit=" + limit + before);
            page.path("rows").forEach(out::add);
            before = page.hasNonNull("next") ? "&before=" + page.path("next").asLong() : "";
        } while (!before.isEmpty());
        return out;
    }

    private void receive(long party, String date, String amount, List<?> items) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "partyId", party, "date", date, "account", "1250", "amount", amount, "reference", "", "text", "Paid"));
        body.put("items", items);
        ok(c.post("/receipts", body));
    }

    @Test
    void pagesOfAnySize_giveTheSame_theNewestFirst_andEachOnce() {
        List<String> days = List.of("2026-06-03", "2026-06-01", "2026-06-03", "2026-06-02", "2026-06-01");
        for (int i = 0; i < days.size(); i++) {
            long item = c.invoiced(i % 2 == 0 ? pell : redfern, "A-" + i, days.get(i), "100.0" + i, "4010");
            receive(
                    i % 2 == 0 ? pell : redfern,
                    days.get(i),
                    "60.00",
                    i == 0 ? List.of() : List.of(NewCompany.part(item, "60.00", "")));
        }
        for (String path : List.of("/receipts", "/invoices", "/settlements")) {
            List<JsonNode> whole = all(path, 500);
            assertEquals(path.equals("/settlements") ? 4 : 5, whole.size(), path);
            assertEquals(whole.size(), new HashSet<>(whole).size(), path);
            for (int limit : List.of(1, 2, 3)) {
                assertEquals(whole, all(path, limit), path + " by " + limit);
            }
            String day = path.equals("/settlements") ? "from" : "date";
            List<String> shown = whole.stream().map(r -> r.path(day).asString()).toList();
            assertEquals(
                    shown.stream().sorted(java.util.Comparator.reverseOrder()).toList(), shown, path);
        }
        assertEquals(
                List.of("60.00"),
                all("/receipts", 9).stream()
                        .map(r -> r.path("unsettled").asString())
                        .filter(u -> !u.equals("0.00"))
                        .toList());
    }

    @Test
    void filters_narrowByPartyDaysAndWhatIsOpen() {
        long paid = c.invoiced(pell, "A-1", "2026-06-01", "50.00", "4010");
        c.invoiced(pell, "A-2", "2026-06-10", "70.00", "4010");
        c.invoiced(redfern, "A-3", "2026-06-20", "90.00", "4010");
        receive(pell, "2026-06-12", "50.00", List.of(NewCompany.part(paid, "50.00", "")));
        assertEquals(2, all("/invoices?party=" + pell, 9).size());
        assertEquals(1, all("/invoices?from=2026-06-11", 9).size());
        assertEquals(1, all("/invoices?to=2026-06-09", 9).size());
        assertEquals(
                List.of("A-3", "A-2"),
                all("/invoices?open=true&control=RECEIVABLES", 9).stream()
                        .map(r -> r.path("number").asString())
                        .toList());
        assertEquals(0, all("/invoices?control=PAYABLES", 9).size());
        assertEquals(0, all("/receipts?party=" + redfern, 9).size());
        JsonNode settled = all("/settlements?party=" + pell, 9).getFirst();
        assertEquals("50.00", settled.path("amount").asString());
        assertEquals(paid, settled.path("debitItemId").asLong());
    }

    @Test
    void nothingOfAnotherCompany_isListed(RunningApp.App app) {
        c.invoiced(pell, "A-1", "2026-06-01", "50.00", "4010");
        NewCompany other = new NewCompany(app);
        assertEquals(0, other.get("/invoices").path("rows").size());
        assertEquals(404, Client.signedIn(app, "paz").get(c.base + "/invoices").status());
    }
}
