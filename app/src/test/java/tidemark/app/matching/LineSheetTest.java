package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Several lines booked in one step, what they begin with, and what is declared or matched for several at once. */
@ExtendWith(RunningApp.class)
class LineSheetTest {
    private static final String SHEET = "/line-bookings";

    private static Map<String, Object> row(AccountWithLines bank, String title, Map<String, Object> booking) {
        return Map.of("lineId", bank.line(title), "booking", booking);
    }

    private static Map<String, Object> account(String code, String day) {
        return LineRequests.booking("ACCOUNT", Map.of("account", code), day, "");
    }

    private static JsonNode proposed(AccountWithLines bank, String... titles) {
        List<Long> ids = new ArrayList<>();
        for (String title : titles) {
            ids.add(bank.line(title));
        }
        return ok(bank.company.post(bank.base + SHEET + "/proposals", Map.of("lineIds", ids)));
    }

    private static AccountWithLines june(NewCompany c) {
        return new AccountWithLines(c, "Operating")
                .lines(
                        "2026-06-04,-12.00,,WIRE FEE 0601",
                        "2026-06-05,-300.00,,HARBOR LEASE MAY",
                        "2026-06-06,-300.00,,HARBOR LEASE JUNE",
                        "2026-06-07,-14.00,,WIRE FEE 0602",
                        "2026-06-08,25.00,,REBATE 9",
                        "2026-06-30,-1.00,,X");
    }

    @Test
    void allAreBookedInOneStep_asTheTrialSaid_orNone(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        Map<String, Object> lease = row(bank, "HARBOR LEASE MAY", account("6010", "2026-06-05"));
        Map<String, Object> unfit = row(bank, "REBATE", account("9999", "2026-06-08"));
        Map<String, Object> ahead = row(bank, "HARBOR LEASE JUNE", account("6010", "2031-06-08"));
        Map<String, Object> nothing = row(bank, "WIRE FEE 0602", account("", "2026-06-08"));
        List<Map<String, Object>> all =
                List.of(row(bank, "WIRE FEE 0601", LineRequests.fee("2026-06-04")), unfit, lease, ahead, nothing);

        JsonNode trial = ok(c.post(bank.base + SHEET + "?preview=true", Map.of("bookings", all)));
        assertEquals(3, trial.path("refused").asInt(), trial.toString());
        assertEquals("312.00", trial.path("out").asString(), "of those that can be booked");
        assertEquals("0.00", trial.path("in").asString());
        assertEquals(2, trial.path("booked").path("count").asInt());
        assertTrue(trial.path("rows").get(0).path("becomes").asString().startsWith("6810 "));
        assertEquals("account.unknown", problem(trial, 1));
        assertTrue(trial.path("rows").get(2).path("problems").isEmpty());
        assertEquals("entry.date.far", problem(trial, 3));
        assertEquals("booking.account", problem(trial, 4));
        assertEquals("0.00", c.balance("6010"), "a trial keeps nothing");

        Answer refused = c.post(bank.base + SHEET, Map.of("bookings", all));
        assertEquals(422, refused.status());
        for (String row : List.of("Row 2, REBATE 9", "Row 4, HARBOR LEASE JUNE", "Row 5, WIRE FEE 0602")) {
            assertTrue(refused.body().toString().contains(row), refused.body().toString());
        }
        assertEquals("0.00", c.balance("6810"), "all or none");
        assertEquals("OPEN", bank.row("WIRE FEE 0601").path("state").asString());

        JsonNode done = ok(c.post(bank.base + SHEET, Map.of("bookings", List.of(all.get(0), lease))));
        assertEquals(trial.path("rows").get(2), done.path("rows").get(1));
        assertEquals(trial.path("out"), done.path("out"));
        assertEquals("12.00", c.balance("6810"));
        assertEquals("300.00", c.balance("6010"));
        assertEquals("MATCHED", bank.row("HARBOR LEASE MAY").path("state").asString());
        assertEquals(
                "match.taken",
                c.post(bank.base + SHEET, Map.of("bookings", List.of(lease))).code(),
                "once");
        assertEquals(
                "sheet.twice",
                c.post(bank.base + SHEET, Map.of("bookings", List.of(unfit, unfit)))
                        .code());
        bank.undo("HARBOR LEASE MAY");
        assertEquals("0.00", c.balance("6010"));
        c.checkBooks();
    }

    private static String problem(JsonNode trial, int row) {
        return trial.path("rows").get(row).path("problems").get(0).path("code").asString();
    }

    @Test
    void proposal_followsTheLastOfItsKind_thenWhatTheWordsSay(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        JsonNode first = proposed(bank, "WIRE FEE 0601", "HARBOR LEASE MAY", "REBATE");
        assertEquals("FEE", first.get(0).path("kind").asString());
        assertEquals("", first.get(1).path("kind").asString(), "nothing tells what it is");
        assertEquals("", first.get(1).path("like").asString());
        assertEquals("25.00", first.get(2).path("in").asString());

        ok(c.post(
                bank.base + SHEET,
                Map.of(
                        "bookings",
                        List.of(row(
                                bank,
                                "HARBOR LEASE MAY",
                                Map.of(
                                        "kind",
                                        "ACCOUNT",
                                        "details",
                                        Map.of("account", "6010"),
                                        "date",
                                        "2026-06-05",
                                        "party",
                                        "Harbor Trust",
                                        "text",
                                        "Lease"))))));
        JsonNode then = proposed(bank, "HARBOR LEASE JUNE").get(0);
        assertEquals("ACCOUNT", then.path("kind").asString());
        assertEquals("6010", then.path("details").path("account").asString());
        assertEquals("Harbor Trust", then.path("party").asString());
        assertEquals("Lease", then.path("text").asString());
        assertTrue(then.path("like").asString().contains("HARBOR LEASE MAY"), then.toString());
        // what may be matched is not to be booked anew unseen
        bank.entries("2026-06-05,-300.00,LEASE-6,,Harbor Trust,HARBOR LEASE JUNE");
        assertTrue(proposed(bank, "HARBOR LEASE JUNE")
                .get(0)
                .path("found")
                .asString()
                .contains("Harbor Trust"));
        assertEquals("", proposed(bank, "X").get(0).path("found").asString());
        JsonNode all = c.get(bank.base + AccountWithLines.MONTH + "/open-lines?text=lease");
        assertEquals(
                List.of(bank.line("HARBOR LEASE JUNE")),
                all.path("lineIds").valueStream().map(JsonNode::asLong).toList());
        bank.undo("HARBOR LEASE MAY");
        assertEquals("", proposed(bank, "HARBOR LEASE JUNE").get(0).path("kind").asString(), "taken back");
    }

    @Test
    void sheet_isForWhoMayPrepare_andForLinesOfTheAccount(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        Map<String, Object> body = Map.of("bookings", List.of(row(bank, "X", LineRequests.fee("2026-06-30"))));
        Client viewer = c.person(app, "paz", "Paz", "VIEWER");
        assertEquals(403, viewer.post(c.base + bank.base + SHEET, body).status());
        NewCompany other = new NewCompany(app);
        assertEquals(404, other.post(bank.base + SHEET, body).status());
        AccountWithLines theirs = june(other);
        JsonNode gone = ok(other.post(theirs.base + SHEET + "?preview=true", body));
        assertEquals("sheet.gone", problem(gone, 0));
        assertEquals(
                404,
                other.post(theirs.base + SHEET + "/proposals", Map.of("lineIds", List.of(bank.line("X"))))
                        .status());
    }

    @Test
    void fourPeopleAtOnce_bookEachLineOnce(RunningApp.App app) throws Exception {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        Map<String, Object> body = Map.of(
                "bookings",
                List.of(
                        row(bank, "WIRE FEE 0601", LineRequests.fee("2026-06-04")),
                        row(bank, "WIRE FEE 0602", LineRequests.fee("2026-06-07"))));
        List<Callable<Integer>> four = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            four.add(() -> c.post(bank.base + SHEET, body).status());
        }
        int taken = 0;
        try (ExecutorService people = Executors.newFixedThreadPool(4)) {
            for (var answer : people.invokeAll(four)) {
                taken += answer.get() == 200 ? 1 : 0;
            }
        }
        assertEquals(1, taken);
        assertEquals("26.00", c.balance("6810"));
        c.checkBooks();
    }

    @Test
    void aGroupThatIsALittleApart_isMatchedWithItsDifference_andUndoneWhole(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating")
                .entries("2026-06-02,60.00,A-1,,Osprey,Panes", "2026-06-02,40.10,A-2,,Osprey,Panes")
                .lines("2026-06-04,70.00,,PART ONE", "2026-06-05,29.90,,PART TWO", "2026-06-30,-1.00,,X");
        List<Long> entries = new ArrayList<>();
        bank.month()
                .path("notOnStatement")
                .forEach(e -> entries.add(e.path("entryId").asLong()));
        Map<String, Object> group =
                Map.of("lineIds", List.of(bank.line("PART ONE"), bank.line("PART TWO")), "entryIds", entries);
        String path = bank.base + "/matches/difference";
        assertEquals("difference.tolerance", c.post(path, group).code());
        bank.tolerance("0.20");
        JsonNode selection = ok(c.post(bank.base + AccountWithLines.MONTH + "/selection", group));
        assertTrue(selection.path("withinTolerance").asBoolean());
        c.previewedThenPosted(path, group);
        assertEquals("0.20", c.balance("6890"));
        assertEquals("MATCHED", bank.row("PART TWO").path("state").asString());
        bank.undo("PART ONE");
        assertEquals("0.00", c.balance("6890"));
        assertEquals("OPEN", bank.row("PART TWO").path("state").asString());
        c.checkBooks();
    }

    @Test
    void severalErrors_areDeclaredWithOneNote_allOrNone(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = june(c);
        List<Long> both = List.of(bank.line("WIRE FEE 0601"), bank.line("WIRE FEE 0602"));
        ok(c.post(
                bank.base + "/lines/" + bank.line("REBATE") + "/booking",
                LineRequests.booking("INTEREST", Map.of(), "2026-06-08", "")));
        assertEquals(
                "match.taken",
                c.post(
                                bank.base + "/bank-errors",
                                Map.of("ids", List.of(both.get(0), bank.line("REBATE")), "note", "Asked the bank"))
                        .code());
        assertEquals("OPEN", bank.row("WIRE FEE 0601").path("state").asString());
        assertEquals(
                200,
                c.post(bank.base + "/bank-errors", Map.of("ids", both, "note", "Asked the bank"))
                        .status());
        assertEquals("BANK_ERROR", bank.row("WIRE FEE 0601").path("state").asString());
        assertEquals("BANK_ERROR", bank.row("WIRE FEE 0602").path("state").asString());
    }

    @Test
    void oneLine_overACustomerAnOwnAccountAndALedgerAccount(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        long osprey = c.party("RECEIVABLES", "Osprey Glass", 0);
        long tarn = c.party("RECEIVABLES", "Tarn House", 0);
        AccountWithLines savings = new AccountWithLines(c, "Savings");
        AccountWithLines bank =
                new AccountWithLines(c, "Operating").lines("2026-06-04,500.00,,COLLECTED", "2026-06-30,-1.00,,X");
        List<Map<String, Object>> parts = List.of(
                Map.of("role", "RECEIVABLES", "partyId", osprey, "amount", "120.00"),
                Map.of("role", "RECEIVABLES", "partyId", tarn, "amount", "80.50"),
                Map.of("otherBankAccountId", savings.id, "amount", "250.00"),
                Map.of("account", "6890", "share", "100"));
        Map<String, Object> booking = LineRequests.booking("SPLIT", Map.of("parts", parts), "2026-06-04", "");
        String path = bank.base + "/lines/" + bank.line("COLLECTED") + "/booking";
        JsonNode booked = c.previewedThenPosted(path, booking);
        List<String> named = booked.path("entries")
                .get(0)
                .path("lines")
                .valueStream()
                .map(l -> l.path("party").asString() + " " + l.path("credit").asString())
                .toList();
        assertTrue(named.contains("Osprey Glass 120.00"), named.toString());
        assertTrue(named.contains("Tarn House 80.50"), named.toString());
        assertTrue(named.stream().anyMatch(n -> n.endsWith(" 250.00")), named.toString());
        assertEquals("-49.50", c.balance("6890"), "what the amounts leave");
        bank.undo("COLLECTED");
        assertEquals("0.00", c.balance("6890"));
        List<Map<String, Object>> taxed = List.of(
                Map.of("role", "RECEIVABLES", "partyId", osprey, "amount", "120.00", "taxCode", "T"),
                Map.of("account", "6890", "share", "100"));
        assertEquals(
                "split.partyTax",
                c.post(path, LineRequests.booking("SPLIT", Map.of("parts", taxed), "2026-06-04", ""))
                        .code());
        List<Map<String, Object>> wrongRole = List.of(
                Map.of("role", "PAYABLES", "partyId", osprey, "amount", "120.00"),
                Map.of("account", "6890", "share", "100"));
        assertEquals(
                404,
                c.post(path, LineRequests.booking("SPLIT", Map.of("parts", wrongRole), "2026-06-04", ""))
                        .status());
        c.checkBooks();
    }
}
