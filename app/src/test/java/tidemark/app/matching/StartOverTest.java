package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** All matches of a month are let go in one step, and put back in one; what is open can be narrowed and ordered. */
@ExtendWith(RunningApp.class)
class StartOverTest {
    private static final String OVER = AccountWithLines.MONTH + "/start-over";

    private static AccountWithLines june(NewCompany c) {
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries(
                        "2026-06-02,-312.77,INV-9,,Osprey Glass,Panes",
                        "2026-06-02,700.00,INV-10,,Merrow,Rent",
                        "2026-06-03,55.00,,,Tarn,Rent")
                .lines(
                        "2026-06-04,-312.77,INV-9,OSPREY GLASS INV-9",
                        "2026-06-04,700.00,INV-10,MERROW INV-10",
                        "2026-06-05,55.00,,DEPOSIT",
                        "2026-06-30,-12.00,,FEE");
        ok(c.post(bank.base + AccountWithLines.MONTH + "/firm", Map.of()));
        return bank;
    }

    private static List<String> states(AccountWithLines bank) {
        return bank.rows("").valueStream().map(r -> r.path("state").asString()).toList();
    }

    @Test
    void startedOver_isAsBefore_andAllIsPutBackAsItWas(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        ok(c.post(
                bank.base + "/matches",
                Map.of(
                        "lineIds",
                        List.of(bank.line("DEPOSIT")),
                        "entryIds",
                        bank.candidates("DEPOSIT").get(0).path("entryIds"))));
        ok(c.post(bank.base + "/lines/" + bank.line("FEE") + "/booking", LineRequests.fee("2026-06-30")));
        assertEquals(List.of("MATCHED", "MATCHED", "MATCHED", "MATCHED"), states(bank));
        assertEquals(3, bank.month().path("ties").asInt());
        String proof = bank.month().path("proof").toString();
        JsonNode rows = bank.rows("");

        JsonNode over = ok(c.post(bank.base + OVER, Map.of()));
        assertEquals(3, over.path("count").asInt());
        assertEquals(1, over.path("stays").asInt(), "what was booked from its line");
        assertEquals(List.of("OPEN", "OPEN", "OPEN", "MATCHED"), states(bank));
        assertEquals(3, bank.month().path("startedOver").path("count").asInt());
        assertEquals("over.nothing", c.post(bank.base + OVER, Map.of()).code());
        // letting go judges nothing: what was firm is proposed as firm again
        assertEquals(List.of("OSPREY GLASS INV-9", "MERROW INV-10"), bank.titles("?show=FIRM"));

        String back = c.base + bank.base + "/started-over/" + over.path("id").asLong();
        JsonNode again = ok(c.iris.delete(back));
        assertEquals(3, again.path("count").asInt());
        assertEquals(0, again.path("left").asInt());
        assertEquals(proof, bank.month().path("proof").toString());
        for (int i = 0; i < 4; i++) {
            for (String same : List.of("state", "explainedBy", "matchedHow", "matchedBy")) {
                assertEquals(rows.get(i).path(same), bank.rows("").get(i).path(same), same);
            }
        }
        assertEquals("over.done", c.iris.delete(back).code());
        assertTrue(bank.month().path("startedOver").isMissingNode());
        c.checkBooks();
    }

    @Test
    void whatIsMatchedOtherwiseMeanwhile_isLeft_andTheRestPutBack(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        JsonNode over = ok(c.post(bank.base + OVER, Map.of()));
        assertEquals(2, over.path("count").asInt());
        ok(c.post(bank.base + "/lines/" + bank.line("OSPREY") + "/booking", LineRequests.fee("2026-06-04")));
        JsonNode again = ok(c.iris.delete(
                c.base + bank.base + "/started-over/" + over.path("id").asLong()));
        assertEquals(1, again.path("count").asInt());
        assertEquals(1, again.path("left").asInt());
        assertEquals(List.of("MATCHED", "MATCHED", "OPEN", "OPEN"), states(bank));
    }

    @Test
    void aMonthThatWaitsForItsCertificate_isNotStartedOver_norByWhoOnlyLooks(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        Client viewer = c.person(app, "paz", "Paz", "VIEWER");
        assertEquals(403, viewer.post(c.base + bank.base + OVER, Map.of()).status());
        NewCompany other = new NewCompany(app);
        assertEquals(404, other.post(bank.base + OVER, Map.of()).status());
        ok(c.post(
                bank.base + "/matches",
                Map.of(
                        "lineIds",
                        List.of(bank.line("DEPOSIT")),
                        "entryIds",
                        bank.candidates("DEPOSIT").get(0).path("entryIds"))));
        ok(c.post(bank.base + "/lines/" + bank.line("FEE") + "/booking", LineRequests.fee("2026-06-30")));
        ok(c.post(bank.base + AccountWithLines.MONTH + "/preparation", Map.of()));
        assertEquals("month.prepared", c.post(bank.base + OVER, Map.of()).code());
    }

    private static List<String> listed(AccountWithLines bank, String filter) {
        return bank.company
                .get(bank.base + AccountWithLines.MONTH + "/not-on-statement" + filter)
                .path("entries")
                .valueStream()
                .map(e -> e.path("title").asString())
                .toList();
    }

    @Test
    void whatIsNotOnTheStatement_isNarrowedAndOrdered(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries(
                        "2026-06-02,-12.50,,9001,Osprey Glass,Panes",
                        "2026-06-03,700.00,,,Merrow,Rent",
                        "2026-06-20,-1204.55,,,Tarn,Timber")
                .lines("2026-06-30,-1.00,,FEE");
        assertEquals(3, listed(bank, "").size());
        assertEquals(1, listed(bank, "?kind=IN").size());
        assertEquals(2, listed(bank, "?kind=OUT").size());
        assertTrue(listed(bank, "?kind=CHECKS").getFirst().contains("9001"));
        assertEquals(List.of(), listed(bank, "?kind=STALE"));
        assertTrue(listed(bank, "?text=1,204.55").getFirst().contains("Tarn"), "an amount as it is read");
        assertEquals(1, listed(bank, "?text=merr").size());
        assertEquals(2, listed(bank, "?upTo=2026-06-03").size());
        assertTrue(listed(bank, "?order=AMOUNT").getFirst().contains("Tarn"));
        assertEquals(listed(bank, "").stream().sorted().toList(), listed(bank, "?order=TITLE"), "by name");
    }
}
