package tidemark.app.changes;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What programs are told of the books, held against the books. */
@ExtendWith(RunningApp.class)
class ChangesTest {
    private static List<JsonNode> all(Client client, long company, int limit) {
        List<JsonNode> out = new ArrayList<>();
        long after = 0;
        boolean more = true;
        while (more) {
            JsonNode page =
                    ok(client.get("/api/v1/companies/" + company + "/changes?after=" + after + "&limit=" + limit));
            page.path("changes").forEach(out::add);
            after = page.path("next").asLong();
            more = page.path("more").asBoolean();
        }
        return out;
    }

    private static Set<Long> ids(List<JsonNode> changes, String kind) {
        Set<Long> out = new LinkedHashSet<>();
        changes.stream()
                .filter(c -> c.path("kind").asString().equals(kind))
                .forEach(c -> out.add(c.path("objectId").asLong()));
        return out;
    }

    private static Set<Long> kept(JdbcTemplate jdbc, String sql, long company) {
        return new TreeSet<>(jdbc.queryForList(sql, Long.class, company));
    }

    /** Half a year of the demo's work: every entry, match and certificate is told once, in an order without gaps. */
    @Test
    void followed_theyGiveTheBooks(RunningApp.App app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        Client client = Client.signedIn(app, "paz");
        long company = client.company();
        List<JsonNode> changes = all(client, company, 97);
        for (int i = 0; i < changes.size(); i++) {
            assertEquals(i + 1, changes.get(i).path("place").asInt());
        }
        assertEquals(changes, all(client, company, 1_000), "pages of any size give the same");
        assertEquals(
                kept(jdbc, "select id from journal_entry where company_id = ?", company),
                new TreeSet<>(ids(changes, "entry.booked")));
        List<Long> numbers = changes.stream()
                .filter(c -> c.path("kind").asString().equals("entry.booked"))
                .map(c -> c.path("content").path("number").asLong())
                .toList();
        assertEquals(numbers.stream().sorted().toList(), numbers, "entries come as they were numbered");
        Set<Long> matches = ids(changes, "match.made");
        matches.removeAll(ids(changes, "match.undone"));
        assertEquals(
                kept(
                        jdbc,
                        "select m.id from item_match m join bank_account b on b.id = m.bank_account_id"
                                + " where b.company_id = ?",
                        company),
                new TreeSet<>(matches));
        Set<Long> certificates = ids(changes, "certificate.issued");
        certificates.removeAll(ids(changes, "certificate.reopened"));
        assertTrue(certificates.size() > 10, certificates.toString());
        assertEquals(
                kept(
                        jdbc,
                        "select c.id from certificate c join bank_account b on b.id = c.bank_account_id"
                                + " where b.company_id = ? and c.reopened_at is null",
                        company),
                new TreeSet<>(certificates));
    }

    @Test
    void whatIsShownOnly_orRefused_isNotTold_andWhatIsBooked_isToldAtOnce(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long customer = c.party("RECEIVABLES", "Pell", 0);
        int before = all(c.iris, c.id, 100).size();
        Map<String, Object> refused = Map.of("date", "2026-06-10", "text", "x", "reference", "", "lines", List.of());
        assertEquals(422, c.post("/ledger/entries", refused).status());
        assertEquals(before, all(c.iris, c.id, 100).size());
        c.invoiced(customer, "A-1", "2026-06-01", "150.00", "4010");
        List<JsonNode> after = all(c.iris, c.id, 100);
        assertEquals(before + 1, after.size());
        assertEquals("2026-06-01", after.getLast().path("content").path("date").asString());
        assertEquals(
                List.of(),
                all(c.iris, c.id, 100).stream()
                        .filter(n -> n.path("place").asInt() > after.size())
                        .toList());
    }
}
