package tidemark.app.find;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What is found, in the running application. */
@ExtendWith(RunningApp.class)
class FindingTest {
    private RunningApp.App app;
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App running) {
        app = running;
        c = new NewCompany(running);
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> app.bean(Finding.class).isComplete());
    }

    private static List<String> titles(Client client, long company, String text, String more) {
        JsonNode answer = ok(client.get("/api/v1/companies/" + company + "/found?text="
                + URLEncoder.encode(text, StandardCharsets.UTF_8) + more));
        return answer.path("found")
                .valueStream()
                .map(f -> f.path("kind").asString() + " " + f.path("title").asString())
                .toList();
    }

    private List<String> titles(String text) {
        return titles(c.iris, c.id, text, "");
    }

    @Test
    void wholeWordStandsBeforeABeginning_andThatBeforeAPart_customersFirst() {
        c.party("PAYABLES", "Orrin Propellers", 0);
        c.party("RECEIVABLES", "Pellworm Ferries", 0);
        long pell = c.party("RECEIVABLES", "Pell", 0);
        c.invoiced(pell, "A-17", "2026-06-01", "980.00", "4010");
        List<String> found = titles("pell");
        assertEquals("PARTY Pell", found.get(0));
        assertTrue(found.get(1).startsWith("ITEM "), found.toString());
        assertTrue(
                found.indexOf("PARTY Pellworm Ferries") > 1
                        && found.indexOf("PARTY Orrin Propellers") > found.indexOf("PARTY Pellworm Ferries"),
                found.toString());
    }

    @Test
    void amountAndNumber_areFoundAsTheyAreWritten_andShownFromTheBooks() {
        long pell = c.party("RECEIVABLES", "Pell", 0);
        c.invoiced(pell, "2026-0417", "2026-06-01", "1980.00", "4010");
        for (String typed : List.of("1,980.00", "1980", "2026-0417", "417 pell", "pel 1980")) {
            assertTrue(titles(typed).stream().anyMatch(t -> t.startsWith("ITEM ")), typed + ": " + titles(typed));
        }
        JsonNode item = ok(c.iris.get(c.base + "/found?text=1980.00&kind=ITEM"))
                .path("found")
                .get(0);
        assertEquals("1,980.00", item.path("amount").asString());
        assertEquals("USD", item.path("currency").asString());
        assertEquals("2026-06-01", item.path("day").asString());
        assertEquals("Pell", item.path("detail").asString());
        assertEquals(List.of(), titles("198"), "an amount is not found by its beginning");
    }

    @Test
    void whatIsNew_isFoundAtOnce_howeverMuchElseHasChanged() {
        long gullmere = c.party("RECEIVABLES", "Gullmere", 0);
        app.bean(JdbcTemplate.class)
                .update(
                        "insert into find_change (table_name, object_id) select 'party', cast(? as bigint) from"
                                + " system_range(1, 3000)",
                        gullmere);
        c.party("RECEIVABLES", "Sandspit", 0);
        JsonNode answer = ok(c.iris.get(c.base + "/found?text=sandspit"));
        assertEquals("Sandspit", answer.path("found").path(0).path("title").asString());
        assertTrue(answer.path("complete").asBoolean());
    }

    @Test
    void whatIsNew_renamedOrShutOff_isFoundAsItIsNow() {
        long party = c.party("RECEIVABLES", "Gullmere", 0);
        assertEquals(List.of("PARTY Gullmere"), titles("gullm"));
        JsonNode view = c.get("/parties/" + party);
        Map<String, Object> card = new HashMap<>(Map.of("name", "Terncliff", "address", "", "dueDays", 30));
        card.putAll(Map.of(
                "control", "RECEIVABLES", "code", "T-1", "discountPercent", "0", "discountDays", 0, "active", false));
        card.put("version", view.path("party").path("version").asInt());
        card.put("identityVersion", view.path("party").path("identityVersion").asInt());
        ok(c.iris.put(c.base + "/parties/" + party, card));
        assertEquals(List.of(), titles("gullm"));
        assertEquals(List.of("PARTY Terncliff"), titles("terncl"));
        assertEquals(List.of(), titles(c.iris, c.id, "terncl", "&kind=PARTY&tag=active"));
        assertEquals(List.of("PARTY Terncliff"), titles(c.iris, c.id, "", "&kind=PARTY&tag=RECEIVABLES"));
        assertEquals(
                List.of("PARTY Terncliff"), titles(c.iris, c.id, "tern", "&kind=PARTY&tag=PAYABLES%7CRECEIVABLES"));
        assertEquals(List.of(), titles(c.iris, c.id, "tern", "&kind=PARTY&tag=PAYABLES%7CEMPLOYEES"));
    }

    @Test
    void nothingOfAnotherCompany_isFound() {
        c.party("RECEIVABLES", "Quellmouth", 0);
        NewCompany other = new NewCompany(app);
        assertEquals(List.of(), titles(other.iris, other.id, "quellmouth", ""));
        assertEquals(
                404,
                Client.signedIn(app, "paz")
                        .get(c.base + "/found?text=quellmouth")
                        .status());
    }

    @Test
    void everyKindOfTheDemo_isFound() {
        Client paz = Client.signedIn(app, "paz");
        for (String kind :
                List.of("PARTY", "ACCOUNT", "ITEM", "PAYMENT", "CERTIFICATE", "STATEMENT", "ENTRY", "BANK_LINE")) {
            assertFalse(titles(paz, paz.company(), "", "&kind=" + kind).isEmpty(), kind);
        }
    }

    @Test
    void indexThatCannotBeRead_isMadeAnew(@TempDir Path folder) throws Exception {
        Files.writeString(folder.resolve("segments_1"), "not an index");
        c.party("RECEIVABLES", "Sandholm", 0);
        Finding own = new Finding(
                app.bean(JdbcTemplate.class),
                List.copyOf(app.context().getBeansOfType(FindSource.class).values()),
                folder);
        own.begin();
        Awaitility.await().atMost(Duration.ofSeconds(30)).until(own::isComplete);
        assertEquals(
                1, own.find(c.id, "sandholm", Set.of(), Set.of(), 5).found().size());
        own.close();
    }

    /** An index of other books, such as after an older copy was restored, is made anew. */
    @Test
    void indexOfOtherBooks_isMadeAnew(@TempDir Path folder) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        c.party("RECEIVABLES", "Sandholm", 0);
        List<FindSource> sources =
                List.copyOf(app.context().getBeansOfType(FindSource.class).values());
        for (int round = 0; round < 2; round++) {
            Finding own = new Finding(jdbc, sources, folder);
            own.begin();
            Awaitility.await().atMost(Duration.ofSeconds(30)).until(own::isComplete);
            assertEquals(
                    1, own.find(c.id, "sandholm", Set.of(), Set.of(), 5).found().size());
            own.close();
            try (FindIndex index = new FindIndex(folder)) {
                index.clear();
                index.put(List.of(new FindIndex.Entry("PARTY", 1, c.id, "sandholm", "", null, 0, Set.of())));
                index.commit(1_000_000);
            }
        }
    }
}
