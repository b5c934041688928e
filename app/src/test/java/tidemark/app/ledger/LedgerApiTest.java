package tidemark.app.ledger;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** The journal through the API: files of cash entries all or nothing, reversal once and at a date that is open. */
@ExtendWith(RunningApp.class)
class LedgerApiTest {
    private static final String HEADER = "date,amount,reference,party,text\n";

    private static Answer send(Client c, String rows, boolean preview) {
        return c.upload(
                "/api/v1/companies/" + c.company() + "/ledger/cash-entry-files?preview=" + preview + "&bankAccountId="
                        + c.account("Operating") + "&otherAccount=6110",
                "entries.csv",
                (HEADER + rows).getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    private static long entries(RunningApp.App app) {
        return app.bean(JdbcTemplate.class).queryForObject("select count(*) from journal_entry", Long.class);
    }

    @Test
    void file_withOneBadRowAmongTenThousand_namesItAndTakesNothing(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        StringBuilder rows = new StringBuilder();
        for (int i = 2; i <= 10_001; i++) {
            rows.append(i == 7_031 ? "2026-05-30,-1.00,BAD,X,below the mark\n" : "2026-07-01,-1.00,ROW,X,row\n");
        }
        long before = entries(app);
        Answer refused = send(maren, rows.toString(), false);
        assertEquals("mark.held", refused.code());
        assertEquals(
                "line 7031, date",
                refused.body().path("problems").get(0).path("where").asString());
        assertEquals(before, entries(app));
    }

    @Test
    void entryOfAFile_isPreviewedBookedAndReversedOnce(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        long before = entries(app);
        String row = "2026-07-01,-12.34,REV-1,Bay Telecom,Line rental\n";
        JsonNode preview = send(maren, row, true).body();
        assertEquals(before, entries(app));
        JsonNode booked = send(maren, row, false).body();
        assertEquals(preview.path("leaves").toString(), booked.path("leaves").toString());
        assertEquals(before + 1, entries(app));
        long entry = booked.path("entries").get(0).path("id").asLong();
        String path = "/api/v1/companies/" + maren.company() + "/ledger/entries/" + entry;
        assertEquals(
                "reversal.early",
                maren.post(path + "/reversal", Map.of("date", "2026-06-30")).code());
        assertEquals(
                200,
                maren.post(path + "/reversal", Map.of("date", "2026-07-01")).status());
        Answer again = maren.post(path + "/reversal", Map.of("date", "2026-07-01"));
        assertEquals(409, again.status());
        assertEquals("entry.reversed", again.code());
        assertEquals(before + 2, entries(app));
        JsonNode detail = maren.get(path).body();
        assertTrue(detail.path("cashEntries").get(0).path("matched").asBoolean(), "closed to its reversal");
        assertTrue(detail.path("reversedBy").asLong() > 0);
    }

    @Test
    void matchedEntryOfACertifiedMonth_isNotReversed(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        Long entry = app.bean(JdbcTemplate.class)
                .queryForObject(
                        "select min(c.journal_entry_id) from cash_entry c join journal_entry e on e.id = c.journal_entry_id"
                                + " where c.item_match_id is not null and e.source = 'MANUAL'"
                                + " and c.entry_date < date '2026-03-01'",
                        Long.class);
        Answer refused = maren.post(
                "/api/v1/companies/" + maren.company() + "/ledger/entries/" + entry + "/reversal",
                Map.of("date", "2026-07-01"));
        assertEquals(409, refused.status());
        assertEquals("entry.matched", refused.code());
    }

    @Test
    void accountLedger_runningBalanceEndsAtTheClosing(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        String base = "/api/v1/companies/" + maren.company() + "/ledger/accounts";
        for (JsonNode account : maren.get(base).body()) {
            JsonNode may = maren.get(base + "/" + account.path("id").asLong() + "/lines?from=2026-05-01&to=2026-05-31")
                    .body();
            JsonNode june = maren.get(base + "/" + account.path("id").asLong() + "/lines?from=2026-06-01&to=2026-06-30")
                    .body();
            assertEquals(may.path("closing").asString(), june.path("opening").asString());
            List<JsonNode> lines = new java.util.ArrayList<>();
            may.path("lines").forEach(lines::add);
            if (!lines.isEmpty()) {
                assertEquals(
                        may.path("closing").asString(),
                        lines.getLast().path("balance").asString());
            }
        }
    }
}
