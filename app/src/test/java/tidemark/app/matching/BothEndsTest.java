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
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What is found from the other end: transfers on two statements, entries at the bank, and what stands twice. */
@ExtendWith(RunningApp.class)
class BothEndsTest {
    private static Map<String, Object> end(AccountWithLines other, String title) {
        return Map.of("otherAccountId", other.id, "otherLineId", other.line(title));
    }

    @Test
    void transferOnTwoStatements_isBookedFromBoth_onEachBanksOwnDay(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines operating = new AccountWithLines(c, "Operating")
                .lines("2026-06-04,-300.00,,XFER OUT", "2026-06-10,-75.00,,SWEEP", "2026-06-11,-75.00,,OTHER");
        AccountWithLines savings = new AccountWithLines(c, "Savings")
                .lines("2026-06-04,300.00,,FROM OPERATING", "2026-06-12,75.00,,TRANSFER IN", "2026-06-29,75.00,,LATE");
        String ends = operating.base + "/lines/%d/other-ends";
        JsonNode found = c.get(ends.formatted(operating.line("SWEEP")));
        assertEquals(1, found.size(), found.toString());
        assertEquals(savings.line("TRANSFER IN"), found.get(0).path("lineId").asLong());

        String book = operating.base + "/lines/%d/own-transfer";
        assertEquals(
                "transfer.ends",
                c.post(book.formatted(operating.line("OTHER")), end(savings, "LATE"))
                        .code());
        JsonNode one =
                c.previewedThenPosted(book.formatted(operating.line("XFER OUT")), end(savings, "FROM OPERATING"));
        assertEquals(1, one.path("entries").size());
        JsonNode two = c.previewedThenPosted(book.formatted(operating.line("SWEEP")), end(savings, "TRANSFER IN"));
        assertEquals(2, two.path("entries").size(), "each on its own day");
        assertEquals("2026-06-10", two.path("entries").get(0).path("date").asString());
        assertEquals("2026-06-12", two.path("entries").get(1).path("date").asString());
        assertEquals("0.00", c.balance("1900"), "between our own banks comes back to zero");
        assertEquals("MATCHED", operating.row("SWEEP").path("state").asString());
        assertEquals("MATCHED", savings.row("TRANSFER IN").path("state").asString());
        assertEquals("0.00", savings.month().path("proof").path("gap").asString());
        assertEquals(
                "match.taken",
                c.post(book.formatted(operating.line("XFER OUT")), end(savings, "FROM OPERATING"))
                        .code());
        c.checkBooks();

        // of one entry for both ends the other match goes first, and it says so
        String match = "/matches/" + operating.row("XFER OUT").path("matchId").asLong();
        assertEquals(
                "entry.matched", c.iris.delete(c.base + operating.base + match).code());
        savings.undo("FROM OPERATING");
        operating.undo("XFER OUT");
        operating.undo("SWEEP");
        savings.undo("TRANSFER IN");
        assertEquals("0.00", c.balance("1900"));
        assertEquals("OPEN", savings.row("TRANSFER IN").path("state").asString());
        c.checkBooks();
    }

    @Test
    void entry_showsWhereItMayBeAtTheBank_withTheWords(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries("2026-06-02,-312.77,INV-9,,Osprey Glass,Panes", "2026-06-02,-50.00,,,Nobody,Unseen")
                .lines("2026-06-04,-312.77,,OSPREY GLASS INV-9", "2026-06-30,-1.00,,FEE");
        // firm ones are not listed as open; the ledger's own list of the account has their ids
        long entry = bank.candidates("OSPREY").get(0).path("entryIds").get(0).asLong();
        JsonNode at = c.get(bank.base + "/cash-entries/" + entry + "/at-the-bank");
        JsonNode line = at.path("perhaps").get(0);
        assertEquals(bank.line("OSPREY"), line.path("lineId").asLong());
        assertEquals("FIRM", line.path("strength").asString());
        assertEquals("2026-06", line.path("month").asString());
        assertTrue(line.path("evidence").toString().contains("same amount"));
        long unseen = bank.open("Unseen").path("entryId").asLong();
        assertEquals(
                0,
                c.get(bank.base + "/cash-entries/" + unseen + "/at-the-bank")
                        .path("perhaps")
                        .size());
        AccountWithLines other = new AccountWithLines(c, "Other");
        assertEquals(
                404,
                c.iris.get(c.base + other.base + "/cash-entries/" + entry + "/at-the-bank")
                        .status());
    }

    @Test
    void whatStandsTwice_isPointedOutOnBothSides(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries(
                        "2026-06-02,-500.00,INV-7,,Osprey Glass,Panes",
                        "2026-06-05,-500.00,INV-7,,Osprey Glass,Panes again",
                        "2026-06-08,-19.99,,,Quill,Paper")
                .lines(
                        "2026-06-04,-500.00,INV-7,OSPREY GLASS",
                        "2026-06-09,-19.99,R-77,CARD 7731 QUILL",
                        "2026-06-09,-19.99,R-77,CARD 7731 QUILL",
                        "2026-06-30,-1.00,,FEE");
        long told = 0;
        for (JsonNode entry : bank.month().path("notOnStatement")) {
            told += entry.path("twin").asString().startsWith("May be booked twice") ? 1 : 0;
        }
        assertEquals(1, told, bank.month().path("notOnStatement").toString());
        assertEquals(List.of("CARD 7731 QUILL"), bank.titles("?show=TWICE"));
        assertTrue(bank.rows("?show=TWICE").get(0).path("twin").asString().contains("twice"));
    }

    @Test
    void filters_leaveWhatTheySay_andTogetherAllOpenLines(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries(
                        "2026-06-02,-312.77,INV-9,,Osprey Glass,Panes",
                        "2026-06-02,700.00,,,Merrow,Rent",
                        "2026-06-03,700.00,,,Tarn,Rent")
                .lines(
                        "2026-06-04,-312.77,,OSPREY GLASS INV-9",
                        "2026-06-04,700.00,,DEPOSIT",
                        "2026-06-12,-12.00,,SERVICE FEE",
                        "2026-06-30,-1204.55,,UNKNOWN");
        long rule = ok(c.post(
                        "/rules",
                        Map.of(
                                "name",
                                "Fees",
                                "content",
                                LineRequests.ruleContent("STARTS", "SERVICE FEE", "BOOK", "FEE", Map.of()))))
                .path("id")
                .asLong();
        ok(c.post("/rules/" + rule + "/switch", Map.of("on", true)));
        assertEquals(List.of("OSPREY GLASS INV-9"), bank.titles("?show=FIRM"));
        assertEquals(List.of("DEPOSIT"), bank.titles("?show=PERHAPS"));
        assertEquals(List.of("SERVICE FEE"), bank.titles("?show=BY_RULE"));
        assertEquals(List.of("UNKNOWN"), bank.titles("?show=NOTHING_FOUND"));
        assertEquals(4, bank.titles("?show=OPEN").size());
        assertEquals(List.of(), bank.titles("?show=EXPLAINED"));
        ok(c.post(bank.base + AccountWithLines.MONTH + "/firm", Map.of()));
        assertEquals(List.of("OSPREY GLASS INV-9"), bank.titles("?show=EXPLAINED"));
        assertEquals(3, bank.titles("?show=OPEN").size());
        assertEquals(List.of("UNKNOWN"), bank.titles("?text=1,204.55"), "an amount as it is read");
        assertEquals(List.of("DEPOSIT"), bank.titles("?text=depos"));
        JsonNode page = c.get(bank.base + AccountWithLines.MONTH + "/lines?show=OPEN&offset=1&limit=1");
        assertEquals(3, page.path("total").asInt());
        assertEquals(2, page.path("rows").get(0).path("place").asInt(), "its place on the whole ladder");
    }
}
