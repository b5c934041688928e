package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Differences that are booked when a line is matched, and rules that book in parts, with tax, or clear what waits. */
@ExtendWith(RunningApp.class)
class DifferencesAndPartsTest {
    private static Map<String, Object> content(String text, String does, String kind) {
        return LineRequests.ruleContent("STARTS", text, does, kind, Map.of());
    }

    private static long rule(NewCompany c, String name, Map<String, Object> content) {
        long id = ok(c.post("/rules", Map.of("name", name, "content", content)))
                .path("id")
                .asLong();
        ok(c.post("/rules/" + id + "/switch", Map.of("on", true)));
        return id;
    }

    @Test
    void difference_isBookedWithinWhatTheAccountOrARuleAllows(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries("2026-06-02,99.70,INV-9,,Osprey Glass,Panes", "2026-06-02,400.00,INV-10,,Tarn House,Rent")
                .lines(
                        "2026-06-04,99.40,INV-9,OSPREY GLASS",
                        "2026-06-05,395.00,INV-10,TARN HOUSE",
                        "2026-06-30,1.00,,X");
        Map<String, Object> with =
                Map.of("entryIds", bank.candidates("OSPREY").get(0).path("entryIds"));
        String difference = bank.base + "/lines/%d/difference";
        assertEquals(
                "difference.tolerance",
                c.post(difference.formatted(bank.line("OSPREY")), with).code());
        assertFalse(bank.candidates("OSPREY").get(0).path("withinTolerance").asBoolean());
        bank.tolerance("0.30");
        assertTrue(bank.candidates("OSPREY").get(0).path("withinTolerance").asBoolean());
        JsonNode selection = ok(c.post(
                bank.base + AccountWithLines.MONTH + "/selection",
                Map.of("lineIds", List.of(bank.line("OSPREY")), "entryIds", with.get("entryIds"))));
        assertTrue(selection.path("withinTolerance").asBoolean());
        assertEquals("0.30", selection.path("apart").asString());
        c.previewedThenPosted(difference.formatted(bank.line("OSPREY")), with);
        assertEquals("0.30", c.balance("6890"), "on the account of differences");
        assertEquals("MATCHED", bank.row("OSPREY").path("state").asString());

        Map<String, Object> tarn =
                Map.of("entryIds", bank.candidates("TARN").get(0).path("entryIds"));
        assertEquals(
                "difference.tolerance",
                c.post(difference.formatted(bank.line("TARN")), tarn).code());
        Map<String, Object> allow = content("TARN", "ALLOW", "FEE");
        allow.put("tolerance", "5.00");
        rule(c, "Tarn keeps a little", allow);
        assertTrue(bank.candidates("TARN").get(0).path("withinTolerance").asBoolean());
        ok(c.post(difference.formatted(bank.line("TARN")), tarn));
        assertEquals("5.30", c.balance("6890"));
        bank.undo("TARN");
        assertEquals("0.30", c.balance("6890"), "undone with its match");
        assertEquals("OPEN", bank.row("TARN").path("state").asString());
        c.checkBooks();
    }

    @Test
    void rule_booksInParts_withCostCentreAndTheTaxInThem_andTriedAnewSaysAsDecided(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long taxAccount = 0;
        for (JsonNode account : c.get("/ledger/accounts")) {
            taxAccount = account.path("code").asString().equals("2200")
                    ? account.path("id").asLong()
                    : taxAccount;
        }
        ok(c.post("/set-up/cost-centres", Map.of("code", "YARD", "name", "Boatyard", "active", true)));
        ok(c.post(
                "/set-up/tax-codes",
                Map.of(
                        "code",
                        "T10",
                        "name",
                        "Tax",
                        "ratePercent",
                        "10",
                        "ledgerAccountId",
                        taxAccount,
                        "active",
                        true)));
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .lines("2026-06-04,-120.50,,RENT WHARF 6", "2026-06-11,-230.50,,RENT WHARF 7", "2026-06-30,-1.00,,X");
        Map<String, Object> split = content("RENT", "BOOK", "SPLIT");
        split.put(
                "details",
                Map.of(
                        "parts",
                        List.of(
                                Map.of("account", "6810", "amount", "10.50"),
                                Map.of("account", "6010", "share", "60", "costCentre", "YARD", "taxCode", "T10"),
                                Map.of("account", "6890", "share", "39.5"))));
        assertEquals(
                "split.shares",
                c.post("/rules", Map.of("name", "Rent", "content", split)).code());
        split.put(
                "details",
                Map.of(
                        "parts",
                        List.of(
                                Map.of("account", "6810", "amount", "10.50"),
                                Map.of("account", "6010", "share", "60", "costCentre", "YARD", "taxCode", "T10"),
                                Map.of("account", "6890", "share", "40"))));
        split.put("payer", "wharf");
        long rule = rule(c, "Rent", split);
        c.previewedThenPosted(bank.base + AccountWithLines.MONTH + "/rules/" + rule + "/bookings", Map.of());
        // 60 % of 110.00 and of 220.00 hold a tenth of tax
        assertEquals("21.00", c.balance("6810"));
        assertEquals("180.00", c.balance("6010"));
        assertEquals("132.00", c.balance("6890"));
        assertEquals("18.00", c.balance("2200").replace("-", ""));
        JsonNode trial = ok(c.post("/rules/trial?ruleId=" + rule, Map.of("name", "Again", "content", split)));
        assertEquals(2, trial.path("asDecided").asInt(), trial.toString());
        assertEquals(0, trial.path("against").asInt());
        split.put(
                "details",
                Map.of(
                        "parts",
                        List.of(
                                Map.of("account", "6810", "amount", "1.50"),
                                Map.of("account", "6010", "share", "100"))));
        split.remove("payer");
        split.put("text", "X");
        long more = rule(c, "More than there is", split);
        Answer refused = c.post(bank.base + AccountWithLines.MONTH + "/rules/" + more + "/bookings", Map.of());
        assertEquals("split.amounts", refused.code(), refused.body().toString());
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-01-01", "rate", "1.25")));
        AccountWithLines euro = new AccountWithLines(c, "Euro", "EUR").lines("2026-06-04,-120.50,,RENT WHARF 6");
        Answer foreign = c.post(euro.base + AccountWithLines.MONTH + "/rules/" + rule + "/bookings", Map.of());
        assertEquals("split.foreign", foreign.code(), foreign.body().toString());
        split.put("payer", "somebody else");
        split.put("text", "RENT");
        assertEquals(
                0,
                ok(c.post("/rules/trial?ruleId=" + rule, Map.of("name", "Again", "content", split)))
                        .path("fitting")
                        .asInt());
        c.checkBooks();
    }

    @Test
    void rule_againstWhatWaitsInTransit_bringsItBackToZero(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank =
                new AccountWithLines(c, "Operating").lines("2026-06-04,250.00,,RUN 7", "2026-06-30,-1.00,,X");
        ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        "2026-06-02",
                        "reference",
                        "RUN-7",
                        "checkNumber",
                        "",
                        "text",
                        "Collected",
                        "lines",
                        List.of(
                                Map.of("account", "1270", "debit", "250.00", "credit", "", "party", "", "text", ""),
                                Map.of("account", "4010", "debit", "", "credit", "250.00", "party", "", "text", "")))));
        assertEquals("250.00", c.balance("1270"));
        long rule = rule(c, "Runs", content("RUN", "BOOK", "IN_TRANSIT"));
        c.previewedThenPosted(bank.base + AccountWithLines.MONTH + "/rules/" + rule + "/bookings", Map.of());
        assertEquals("0.00", c.balance("1270"));
    }

    @Test
    void slipThatWasUndone_isOfferedAgain_butNeverTakenWithoutAPerson(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries(
                        "2026-06-02,317.33,D-77,,Receipts,Slip",
                        "2026-06-02,540.11,D-77,,Receipts,Slip",
                        "2026-06-02,99.99,D-77,,Receipts,Slip")
                .lines("2026-06-04,957.43,D-77,DEPOSIT", "2026-06-30,-1.00,,X");
        assertEquals(1, bank.month().path("firmCount").asInt());
        ok(c.post(bank.base + AccountWithLines.MONTH + "/firm", Map.of()));
        assertTrue(bank.row("DEPOSIT").path("explainedBy").asString().startsWith("3 entries"));
        bank.undo("DEPOSIT");
        assertEquals(0, bank.month().path("firmCount").asInt());
        JsonNode first = bank.candidates("DEPOSIT").get(0);
        assertEquals(3, first.path("entryIds").size());
        assertEquals("FAIR", first.path("strength").asString());
        assertEquals(4, first.path("members").size(), "the line and its three entries are shown");
    }

    /** What comes in and what goes out lie on two accounts; each line is held against its own. */
    @Test
    void trialOfInterest_asksForEachLineWhereItWouldGo(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .lines("2026-06-04,3.00,,INTEREST EARNED", "2026-06-11,-2.00,,INTEREST PAID", "2026-06-30,-1.00,,X");
        for (String title : List.of("INTEREST EARNED", "INTEREST PAID")) {
            c.previewedThenPosted(
                    bank.base + "/lines/" + bank.line(title) + "/booking",
                    LineRequests.booking("INTEREST", Map.of(), "2026-06-11", ""));
        }
        Map<String, Object> content = content("INTEREST", "BOOK", "INTEREST");
        JsonNode trial = ok(c.post("/rules/trial", Map.of("name", "Interest", "content", content)));
        assertEquals(2, trial.path("asDecided").asInt(), trial.toString());
        assertEquals(0, trial.path("against").asInt());
        Map<String, Object> split = content("INTEREST", "BOOK", "SPLIT");
        split.put(
                "details",
                Map.of(
                        "parts",
                        List.of(
                                Map.of("account", "6810", "amount", "2.50"),
                                Map.of("account", "6890", "share", "100"))));
        trial = ok(c.post("/rules/trial", Map.of("name", "Interest", "content", split)));
        assertEquals(2, trial.path("against").asInt(), trial.toString());
        assertTrue(
                trial.path("lines")
                        .valueStream()
                        .anyMatch(
                                l -> l.path("words").asString().startsWith("could not be booked: fixed amounts above")),
                trial.toString());
        c.checkBooks();
    }
}
