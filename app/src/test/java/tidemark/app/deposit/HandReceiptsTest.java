package tidemark.app.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.attachment.Pictures;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What is received and lies in hand: put right, promised, read from a file, taken out of hand. */
@ExtendWith(RunningApp.class)
class HandReceiptsTest extends AtTheDesk {
    @Test
    void receiptThatIsWrong_isPutRight_whereItStands_andItsInvoiceIsOpenForTheRest() {
        c.invoiced(pell, "Q-7", "2026-06-01", "162.40", "4010");
        long invoice = c.get("/parties/" + pell).path("open").get(0).path("id").asLong();
        Map<String, Object> receipt = receipt("CHECK", "1147", "162.40");
        receipt.put("items", List.of(Map.of("itemId", invoice, "amount", "162.40")));
        ok(c.post("/receipts", receipt));
        JsonNode listed = c.get("/receipts-in-hand").path("receipts").get(0);
        assertTrue(listed.path("whatFor").asString().contains("Q-7"), listed.toString());
        ok(c.iris.upload(
                c.base + "/ledger/entries/" + listed.path("entryId").asLong() + "/attachments",
                "check.png",
                Pictures.png("check", 9, 9)));
        long before = receive("CHECK", "1", "5.00");
        long slip = slip();
        long wrong = listed.path("id").asLong();
        ok(change(slip, List.of(wrong), List.of()));
        ok(change(slip, List.of(before), List.of()));
        c.previewedThenPosted("/receipts-in-hand/" + wrong + "/correction", Map.of("amount", "126.40"));
        JsonNode on = c.get("/deposit-slips/" + slip).path("receipts");
        assertEquals("126.40", on.get(0).path("amount").asString(), "it stands where it stood");
        assertEquals("1147", on.get(0).path("number").asString());
        assertEquals(
                "check.png",
                c.get("/ledger/entries/" + on.get(0).path("entryId").asLong())
                        .path("attachments")
                        .get(0)
                        .path("name")
                        .asString(),
                "its picture stands with what took its place");
        assertTrue(
                c.get("/parties/" + pell)
                        .path("open")
                        .valueStream()
                        .anyMatch(i -> i.path("open").asString().equals("36.00")),
                "what was not paid is open again");
        assertEquals("131.40", c.balance("1250"));
        assertEquals("131.40", hand());
        assertEquals(List.of("126.40", "5.00"), inTransit(), "what was corrected and its reversal are gone");
        ok(count(slip, List.of("126.40", "5.00"), Map.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        assertEquals(List.of(), inTransit(), "each receipt went with its slip");
        long stands = on.get(0).path("id").asLong();
        assertEquals(
                "receipt.state",
                c.post("/receipts-in-hand/" + stands + "/correction", Map.of("amount", "1.00"))
                        .code());
        c.checkBooks();
    }

    @Test
    void amountIsPutRight_asTheCompanyWritesIt_alsoWithThreeDecimals(RunningApp.App app) {
        c = new NewCompany(app, "KWD");
        ok(c.iris.put(
                c.base + "/set-up/company",
                Map.of(
                        "name",
                        "Gulf harbour",
                        "amountStyle",
                        "COMMA",
                        "dateOrder",
                        "DAY_FIRST",
                        "timeZone",
                        "America/New_York")));
        Map<String, Object> receipt = receipt("CASH", "till 1", "12,500");
        receipt.remove("partyId");
        receipt.put("payer", "Chandlery");
        receipt.put(
                "lines",
                List.of(
                        Map.of("account", "4010", "amount", "10,250", "text", "Takings"),
                        Map.of("account", "4010", "amount", "2,250", "text", "Takings")));
        ok(c.post("/receipts", receipt));
        assertEquals("12.500", hand());
        long id = c.get("/receipts-in-hand").path("receipts").get(0).path("id").asLong();
        c.previewedThenPosted("/receipts-in-hand/" + id + "/correction", Map.of("amount", "11,250"));
        assertEquals("11.250", hand());
        assertEquals("11.250", c.balance("1250"));
        c.checkBooks();
    }

    @Test
    void moneyOfAnybody_saysWhatItIsFor_andGoesOnTheSlipInOneStep() {
        long slip = slip();
        Map<String, Object> receipt = receipt("CASH", "till 1", "50.00");
        receipt.remove("partyId");
        receipt.put("payer", "Chandlery");
        receipt.put("account", "");
        assertEquals(
                "receipt.purpose",
                c.post("/deposit-slips/" + slip + "/new-receipts", receipt).code());
        assertEquals("0.00", hand());
        receipt.put("lines", List.of(Map.of("account", "4010", "amount", "50.00", "text", "Takings")));
        JsonNode view = ok(c.post("/deposit-slips/" + slip + "/new-receipts", receipt));
        assertEquals("Chandlery", view.path("receipts").get(0).path("payer").asString());
        assertEquals("ON_SLIP", view.path("receipts").get(0).path("state").asString());
        assertEquals("50.00", c.balance("1250"));
        long id = view.path("receipts").get(0).path("id").asLong();
        ok(c.post("/receipts-in-hand/" + id + "/correction", Map.of("amount", "55.00")));
        assertEquals("55.00", hand());
        c.checkBooks();
    }

    @Test
    void fileOfReceipts_isTakenWholeOrNotAtAll() {
        c.invoiced(pell, "Q-7", "2026-06-01", "162.40", "4010");
        String head = "date,from,amount,tender,number,items,account\n";
        Answer refused = c.iris.upload(
                c.base + "/receipt-files",
                "receipts.csv",
                (head + "2026-06-05,Pell Charter,162.40,check,1147,Q-7,\n2026-06-05,Nobody,5.00,,,,\n")
                        .getBytes(StandardCharsets.UTF_8));
        assertEquals("party.unknown", refused.code());
        assertEquals("0.00", hand());
        ok(c.iris.upload(
                c.base + "/receipt-files",
                "receipts.csv",
                (head + "2026-06-05,Pell Charter,162.40,check,1147,Q-7,\n2026-06-05,Chandlery,5.00,cash,till,,4010\n")
                        .getBytes(StandardCharsets.UTF_8)));
        assertEquals("167.40", hand());
        assertEquals("167.40", c.balance("1250"));
        assertTrue(c.get("/parties/" + pell).path("open").isEmpty(), "the invoice is settled");
        c.checkBooks();
    }

    @Test
    void checkDatedAhead_isPromised_booksNothing_andIsTakenInOnItsDate() {
        Map<String, Object> ahead = receipt("CHECK", "0991", "1362.71");
        ahead.put("paperDate", "2026-07-10");
        Map<String, Object> elsewhere = new HashMap<>(ahead);
        elsewhere.put("account", "1010");
        assertEquals("receipt.ahead", c.post("/receipts", elsewhere).code());
        ok(c.post("/receipts", ahead));
        assertEquals("0.00", hand());
        assertEquals("0.00", c.balance("1250"));
        JsonNode listed = c.get("/receipts-in-hand").path("receipts").get(0);
        assertEquals("PROMISED", listed.path("state").asString());
        long id = listed.path("id").asLong();
        assertEquals("receipt.state", change(slip(), List.of(id), List.of()).code());
        assertEquals(
                "receipt.early",
                c.post("/receipts-in-hand/" + id + "/taking-in", Map.of("day", "2026-07-02"))
                        .code());
        ok(c.post("/receipts-in-hand/" + id + "/giving-up", Map.of()));
        assertEquals(
                "receipt.state",
                c.post("/receipts-in-hand/" + id + "/giving-up", Map.of()).code());
        c.checkBooks();
    }

    @Test
    void receiptThatReachedTheBankAnotherWay_isTakenOut_againstTheEntryThatHoldsIt() {
        long receipt = receive("CHECK", "4417", "80.00");
        long other = receive("CHECK", "4418", "30.00");
        long entry = c.previewedThenPosted(
                        "/ledger/entries",
                        Map.of(
                                "date",
                                "2026-06-08",
                                "reference",
                                "",
                                "checkNumber",
                                "",
                                "text",
                                "Handed in over the counter",
                                "lines",
                                List.of(line("1010", "100.00", ""), line("1250", "", "100.00"))))
                .path("entries")
                .get(0)
                .path("id")
                .asLong();
        assertEquals(
                "receipt.held",
                c.post("/receipts-in-hand/taking-out", Map.of("receipts", List.of(receipt, other), "entryId", entry))
                        .code());
        ok(c.post("/receipts-in-hand/taking-out", Map.of("receipts", List.of(receipt), "entryId", entry)));
        assertEquals("30.00", hand());
        assertEquals(
                "receipt.held",
                c.post("/receipts-in-hand/taking-out", Map.of("receipts", List.of(other), "entryId", entry))
                        .code());
        ok(c.post("/receipts-in-hand/" + receipt + "/putting-back", Map.of()));
        assertEquals("110.00", hand());
    }

    @Test
    void receiptOnASlip_isNotReversed_andOffItIsVoid() {
        long receipt = receive("CHECK", "9", "80.00");
        long entry = c.get("/receipts-in-hand")
                .path("receipts")
                .get(0)
                .path("entryId")
                .asLong();
        long slip = slip();
        ok(change(slip, List.of(receipt), List.of()));
        assertEquals(
                "receipt.state",
                c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-05"))
                        .code());
        ok(change(slip, List.of(), List.of(receipt)));
        ok(c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-05")));
        assertEquals("0.00", hand());
        assertEquals("0.00", c.balance("1250"));
    }

    @Test
    void moneyOfADayToCome_isPromised_andAnAmountOfNothingIsRefused() {
        Map<String, Object> tomorrow = receipt("CASH", "till 1", "20.00");
        tomorrow.put("date", "2026-07-09");
        ok(c.post("/receipts", tomorrow));
        JsonNode listed = c.get("/receipts-in-hand").path("receipts").get(0);
        assertEquals("PROMISED", listed.path("state").asString());
        assertEquals("2026-07-09", listed.path("paperDate").asString());
        assertEquals("0.00", c.balance("1250"));
        for (String nothing : List.of("0.00", "-5.00")) {
            assertEquals(
                    "receipt.amount",
                    c.post("/receipts", receipt("CASH", "till 1", nothing)).code());
        }
    }

    @Test
    void whoMayWorkForOneSite_changesNothingOfAnother(RunningApp.App app) {
        long dock = ok(c.post("/set-up/sites", Map.of("name", "Dock", "active", true)))
                .path("id")
                .asLong();
        long workshop = ok(c.post("/set-up/sites", Map.of("name", "Workshop", "active", true)))
                .path("id")
                .asLong();
        Map<String, Object> ahead = receipt("CHECK", "0991", "70.00");
        ahead.put("siteId", workshop);
        ahead.put("paperDate", "2026-07-10");
        ok(c.post("/receipts", ahead));
        long promised =
                c.get("/receipts-in-hand").path("receipts").get(0).path("id").asLong();
        Map<String, Object> other =
                new HashMap<>(Map.of("bankAccountId", account, "paperDate", "2026-06-05", "bagNumber", "", "note", ""));
        other.put("siteId", workshop);
        long slip = ok(c.post("/deposit-slips", other)).path("id").asLong();
        Client dan = c.person(app, "dan", "Dan Desk", "PREPARER");
        long id = c.get("/people")
                .valueStream()
                .filter(p -> p.path("name").asString().equals("Dan Desk"))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asLong();
        ok(c.iris.put(
                c.base + "/people/" + id,
                Map.of(
                        "name",
                        "Dan Desk",
                        "active",
                        true,
                        "roles",
                        List.of("PREPARER"),
                        "bankAccountIds",
                        List.of(),
                        "siteIds",
                        List.of(dock))));
        assertEquals("right.limited", dan.post(c.base + "/receipts", ahead).code());
        assertEquals("right.limited", dan.post(c.base + "/deposit-slips", other).code());
        assertEquals(
                "right.limited",
                dan.post(c.base + "/deposit-slips/" + slip + "/discard", Map.of())
                        .code());
        assertEquals(
                "right.limited",
                dan.post(c.base + "/receipts-in-hand/" + promised + "/giving-up", Map.of())
                        .code());
    }

    /** What the watch over clearing accounts sees in hand, the largest first. */
    private List<String> inTransit() {
        for (JsonNode account : c.get("/clearing-accounts")) {
            if (account.path("code").asString().equals("1250")) {
                return c.get("/clearing-accounts/"
                                + account.path("ledgerAccountId").asLong())
                        .path("items")
                        .valueStream()
                        .map(i -> i.path("in").asString())
                        .sorted()
                        .toList();
            }
        }
        throw new IllegalStateException("receipts in hand are not watched");
    }
}
