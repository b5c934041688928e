package tidemark.app.reconcile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Where every account stands. */
@ExtendWith(RunningApp.class)
class TodayTest {
    private static List<String> dots(JsonNode dots) {
        return dots.valueStream()
                .map(d -> d.path("date").asString() + " " + d.path("title").asString() + " "
                        + d.path("amount").asString() + " " + d.path("weight").asInt())
                .toList();
    }

    @Test
    void whatIsOpen_isOneMarkADay_howeverMuchItIs(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "1000.00");
        StringBuilder lines = new StringBuilder("date,amount,balance,text\n2026-06-02,-100.00,900.00,FEE\n");
        for (int i = 1; i <= 2_000; i++) {
            lines.append("2026-06-03,1.00,").append(900 + i).append(".00,BERTH\n");
        }
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "june.csv",
                lines.toString().getBytes(StandardCharsets.UTF_8)));
        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "entries.csv",
                "date,amount,reference,text\n2026-06-04,300.00,A,One\n2026-06-04,-300.00,B,Two\n"
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode lane = c.get("/today").path("lanes").get(0);
        assertEquals(2_001, lane.path("openLines").asInt());
        assertEquals(2, lane.path("openEntryCount").asInt());
        assertEquals(
                List.of("2026-06-02 FEE (100.00) 1", "2026-06-03 2,000 bank lines 2,000.00 2"),
                dots(lane.path("openBankLines")));
        assertEquals(List.of("2026-06-04 2 entries 0.00 2"), dots(lane.path("openEntries")));
    }
}
