package tidemark.app.reconcile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A statement on paper: entries are ticked, several at once, with the bank's day, and any tick is taken back. */
@ExtendWith(RunningApp.class)
class PaperTest {
    private NewCompany c;
    private String at;
    private String ticks;
    private String paper;
    private List<Long> entries;

    @BeforeEach
    void paperStatement(RunningApp.App app) {
        c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "1000.00");
        at = "/bank-accounts/" + bank;
        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "entries.csv",
                """
                date,amount
                2026-06-02,-10.00
                2026-06-03,-20.00
                2026-06-04,-40.00
                2026-06-05,-80.00
                """.getBytes(StandardCharsets.UTF_8)));
        paper = at + "/paper-statements/"
                + ok(c.post(at + "/paper-statements", Map.of("month", "2026-06", "closingBalance", "850.00")))
                        .path("statementId")
                        .asLong();
        ticks = paper + "/ticks";
        entries = new ArrayList<>();
        c.get(at + "/months/2026-06")
                .path("notOnStatement")
                .forEach(e -> entries.add(e.path("entryId").asLong()));
        assertEquals(4, entries.size());
    }

    private JsonNode rows() {
        return c.get(at + "/months/2026-06/lines").path("rows");
    }

    private List<String> column(String name) {
        List<String> out = new ArrayList<>();
        rows().forEach(r -> out.add(r.path(name).asString()));
        return out;
    }

    private boolean holds() {
        return c.get(at + "/months/2026-06").path("proof").path("holds").asBoolean();
    }

    @Test
    void severalAtOnce_withTheBanksDay_andAnyTakenBack() {
        ok(c.post(ticks, Map.of("entryIds", entries.subList(0, 3), "date", "2026-06-09")));
        assertEquals(List.of("2026-06-09", "2026-06-09", "2026-06-09"), column("date"));
        assertEquals(List.of("990.00", "970.00", "930.00"), column("bankBalance"));
        ok(c.post(ticks, Map.of("entryIds", List.of(entries.get(3)))));
        assertEquals("2026-06-05", column("date").get(3), "without a day of the bank it keeps its own");
        assertTrue(holds());

        long middle = rows().get(1).path("lineId").asLong();
        ok(c.iris.delete(c.base + ticks + "/" + middle));
        assertEquals(List.of("990.00", "950.00", "870.00"), column("bankBalance"), "balances after it follow");
        assertEquals(404, c.iris.delete(c.base + ticks + "/" + middle).status());
        ok(c.post(ticks, Map.of("entryIds", List.of(entries.get(1)))));
        assertEquals("850.00", column("bankBalance").getLast());
        c.checkBooks();
    }

    @Test
    void tickOutsideTheStatement_orOneAlreadyTicked_ticksNone() {
        assertEquals(
                "line.outside.period",
                c.post(ticks, Map.of("entryIds", entries, "date", "2026-07-01")).code());
        ok(c.post(ticks, Map.of("entryIds", List.of(entries.get(2)))));
        assertEquals("match.taken", c.post(ticks, Map.of("entryIds", entries)).code());
        assertEquals(1, rows().size(), "all or none");
        assertEquals(
                404,
                c.post(ticks, Map.of("entryIds", List.of(entries.get(0), 1))).status());
    }

    @Test
    void typedLine_isNoTick() {
        long typed = ok(c.post(
                        paper + "/lines",
                        Map.of(
                                "date",
                                "2026-06-02",
                                "amount",
                                "-10.00",
                                "balance",
                                "",
                                "checkNumber",
                                "",
                                "text",
                                "FEE")))
                .path("lineId")
                .asLong();
        assertEquals(
                "paper.not.ticked", c.iris.delete(c.base + ticks + "/" + typed).code());
        ok(c.post(at + "/matches", Map.of("lineIds", List.of(typed), "entryIds", List.of(entries.get(0)))));
        assertEquals(
                "paper.not.ticked", c.iris.delete(c.base + ticks + "/" + typed).code());
        assertEquals(
                "line.matched", c.iris.delete(c.base + paper + "/lines/last").code());
    }
}
