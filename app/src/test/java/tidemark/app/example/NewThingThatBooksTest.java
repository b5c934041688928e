package tidemark.app.example;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Something that books and that nothing else knows of is drafted, previewed, posted, matched and reversed like the rest. */
@ExtendWith(RunningApp.class)
class NewThingThatBooksTest {
    private NewCompany c;
    private MooringHistory fees;
    private long bank;
    private String cash = "";

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        fees = app.bean(MooringHistory.class);
        bank = c.bankAccount("Operating", "", "100.00");
        for (JsonNode account : c.get("/ledger/accounts")) {
            if (account.path("bankAccountId").asLong() == bank) {
                cash = account.path("code").asString();
            }
        }
    }

    private long draft(String boat, String amount) {
        Map<String, Object> fee = Map.of(
                "date",
                "2026-06-02",
                "boat",
                boat,
                "nights",
                3,
                "cashAccount",
                cash,
                "incomeAccount",
                "4010",
                "amount",
                amount,
                "bankAccountId",
                bank);
        return ok(c.post("/drafts", Map.of("kind", "MOORING", "version", 0, "body", fee)))
                .path("id")
                .asLong();
    }

    private JsonNode post(boolean preview, Map<String, Object> more, long... drafts) {
        Map<String, Object> body = new java.util.HashMap<>(more);
        body.put("draftIds", java.util.Arrays.stream(drafts).boxed().toList());
        return ok(c.post("/posting-runs" + (preview ? "?preview=true" : ""), body));
    }

    @Test
    void draft_isListedByWhatItsFormSays() {
        draft("Grey Heron", "15.00");
        JsonNode listed = c.get("/drafts?kind=MOORING").path("drafts");
        assertEquals(1, listed.size());
        assertEquals("Grey Heron", listed.get(0).path("title").asString());
        assertEquals("15.00", listed.get(0).path("amount").asString());
        assertEquals("2026-06-02", listed.get(0).path("date").asString());
        assertEquals("Operating", listed.get(0).path("account").asString());
        assertEquals(0, c.get("/drafts?kind=PAYMENT").path("drafts").size());
    }

    @Test
    void itIsPreviewed_posted_matched_unmatched_andReversed_andHearsOfEach() {
        long draft = draft("Grey Heron", "15.00");
        JsonNode preview = post(true, Map.of("accountingDate", "2026-06-04"), draft);
        assertEquals(1, preview.path("posted").asInt());
        assertEquals("100.00", c.balance(cash), "a preview keeps nothing");
        JsonNode run = post(false, Map.of("accountingDate", "2026-06-04"), draft);
        long entry = run.path("outcomes").get(0).path("entryId").asLong();
        assertEquals("145.00", c.balance(cash));
        assertEquals(
                "2026-06-04",
                c.get("/ledger/entries/" + entry).path("entry").path("date").asString());
        assertEquals(
                "mooring fee",
                c.get("/ledger/entries/" + entry)
                        .path("entry")
                        .path("sourceWords")
                        .asString());
        assertEquals(
                List.of("booked, 1 at the bank"), fees.history.get(entry), "nothing is heard of what was not kept");

        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-05,45.00,145.00,GREY HERON\n".getBytes(StandardCharsets.UTF_8)));
        String at = "/bank-accounts/" + bank;
        JsonNode row = c.get(at + "/months/2026-06/lines").path("rows").get(0);
        // amount, name and day tell that the line is this entry
        long cashEntry = c.get(
                        at + "/months/2026-06/lines/" + row.path("lineId").asLong() + "/candidates")
                .get(0)
                .path("entryIds")
                .get(0)
                .asLong();
        ok(c.post(
                at + "/matches",
                Map.of("lineIds", List.of(row.path("lineId").asLong()), "entryIds", List.of(cashEntry))));
        long match = c.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("matchId")
                .asLong();
        ok(c.iris.delete(c.base + at + "/matches/" + match));
        ok(c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-06")));
        assertEquals("100.00", c.balance(cash));
        assertEquals(
                List.of(
                        "booked, 1 at the bank",
                        "matched, at the bank 2026-06-05",
                        "unmatched",
                        // an entry and its reversal are matched to one another
                        "matched, at the bank 2026-06-06",
                        "reversed on 2026-06-06"),
                fees.history.get(entry));
    }

    @Test
    void itIsBookedFromABankLine_previewed_byARuleToo_andReversedWithItsMatch() {
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-05,45.00,145.00,GREY HERON\n2026-06-06,30.00,175.00,GREY HERON\n"
                        .getBytes(StandardCharsets.UTF_8)));
        String at = "/bank-accounts/" + bank;
        JsonNode row = c.get(at + "/months/2026-06/lines").path("rows").get(0);
        String booking = at + "/lines/" + row.path("lineId").asLong() + "/booking";
        Map<String, Object> boat = Map.of("boat", "Grey Heron", "incomeAccount", "4010");
        Answer unfit = c.post(booking, LineRequests.booking("MOORING", Map.of("boat", ""), "2026-06-05", ""));
        assertEquals("field.invalid", unfit.code(), unfit.body().toString());
        JsonNode booked =
                c.previewedThenPosted(booking, LineRequests.booking("MOORING", boat, "2026-06-05", "Mooring"));
        assertEquals("145.00", c.balance(cash));
        long entry = booked.path("entries").get(0).path("id").asLong();
        assertEquals(
                "mooring fee",
                c.get("/ledger/entries/" + entry)
                        .path("entry")
                        .path("sourceWords")
                        .asString());

        Map<String, Object> content = LineRequests.ruleContent("STARTS", "GREY HERON", "BOOK", "MOORING", boat);
        Map<String, Object> rule = Map.of("name", "Grey Heron", "content", content);
        JsonNode trial = ok(c.post("/rules/trial", rule));
        assertEquals(1, trial.path("asDecided").asInt(), trial.toString());
        assertEquals(1, trial.path("fresh").asInt());
        long kept = ok(c.post("/rules", rule)).path("id").asLong();
        ok(c.post("/rules/" + kept + "/switch", Map.of("on", true)));
        c.previewedThenPosted(at + "/months/2026-06/rules/" + kept + "/bookings", Map.of());
        assertEquals("175.00", c.balance(cash));

        long match = c.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("matchId")
                .asLong();
        ok(c.iris.delete(c.base + at + "/matches/" + match));
        assertEquals("130.00", c.balance(cash));
        assertTrue(fees.history.get(entry).contains("reversed on 2026-06-05"), fees.history.toString());
        c.checkBooks();
    }

    @Test
    void whatItRefuses_doesNotHappen() {
        JsonNode run = post(false, Map.of(), draft("Ever Moored", "12.00"));
        long entry = run.path("outcomes").get(0).path("entryId").asLong();
        Answer refused = c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-06"));
        assertEquals("mooring.kept", refused.code(), refused.body().toString());
        assertEquals("136.00", c.balance(cash), "the reversal that it refused was not kept either");
        assertEquals(
                1,
                c.get("/ledger/entries")
                        .valueStream()
                        .filter(e -> e.path("text").asString().contains("Ever Moored"))
                        .count());
    }

    @Test
    void formThatIsNotComplete_isLeft_andTheOthersArePosted() {
        JsonNode run = post(false, Map.of(), draft("", "12.00"), draft("Grey Heron", "1,2.00"), draft("Tern", "7.00"));
        assertEquals(1, run.path("posted").asInt());
        assertEquals(2, run.path("refused").asInt());
        assertTrue(run.path("outcomes").get(0).path("refusal").asString().contains("Boat"), run.toString());
        assertEquals("121.00", c.balance(cash));
    }
}
