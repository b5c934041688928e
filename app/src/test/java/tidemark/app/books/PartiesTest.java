package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.invoice;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Invoices and settlements through the API, on a company of the test's own. */
@ExtendWith(RunningApp.class)
class PartiesTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    @Test
    void invoice_paidInPartThenRestThenReversed_opensAgain() {
        long pell = c.party("RECEIVABLES", "Pell Charter", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        assertTrue(bank > 0);
        JsonNode booked = c.previewedThenPosted("/invoices", invoice(pell, "", "2026-06-01", "640.00", "4010"));
        long entry = booked.path("entries").get(0).path("id").asLong();
        JsonNode item = c.get("/parties/" + pell).path("open").get(0);
        long id = item.path("id").asLong();
        assertEquals("Invoice INV-0001", item.path("title").asString());
        assertEquals("2026-07-01", item.path("dueDate").asString());
        Map<String, Object> receipt = Map.of(
                "partyId", pell,
                "date", "2026-06-05",
                "account", "1250",
                "amount", "700.00",
                "reference", "",
                "text", "",
                "items", List.of(part(id, "400.00", "")));
        JsonNode got = c.previewedThenPosted("/receipts", receipt).path("booked");
        assertEquals("240.00", c.open(pell, id));
        assertEquals("RECEIPT", got.path("entries").get(0).path("source").asString());
        JsonNode receiptItem = c.get("/parties/" + pell).path("open").get(0);
        for (JsonNode open : c.get("/parties/" + pell).path("open")) {
            if (open.path("title").asString().startsWith("Receipt")) {
                receiptItem = open;
            }
        }
        assertEquals("-300.00", receiptItem.path("open").asString(), "what was not spread is unapplied");
        Answer tooMuch = c.post(
                "/parties/" + pell + "/settlements",
                Map.of(
                        "itemId", receiptItem.path("id").asLong(),
                        "date", "2026-06-06",
                        "items", List.of(part(id, "240.01", ""))));
        assertEquals("settle.open", tooMuch.code());
        assertEquals(409, tooMuch.status());
        assertEquals(
                "240.00",
                tooMuch.body()
                        .path("problems")
                        .get(0)
                        .path("values")
                        .path("open")
                        .asString(),
                "what a program needs of it stands beside the words");
        c.previewedThenPosted(
                "/parties/" + pell + "/settlements",
                Map.of(
                        "itemId", receiptItem.path("id").asLong(),
                        "date", "2026-06-06",
                        "items", List.of(part(id, "240.00", ""))));
        assertEquals("0.00", c.open(pell, id));
        assertEquals(
                "640.00",
                c.get("/parties?control=RECEIVABLES&date=2026-06-04")
                        .path("total")
                        .path("total")
                        .asString(),
                "open on a day before it was paid");
        c.checkBooks();
        c.previewedThenPosted("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-08"));
        assertEquals("0.00", c.open(pell, id), "closed to its reversal");
        assertEquals("-700.00", c.balance("1200"), "the receipt is unapplied again");
        c.checkBooks();
    }

    @Test
    void settlement_undone_opensBothAgain_once() {
        long pell = c.party("RECEIVABLES", "Pell Charter", 0);
        long id = c.invoiced(pell, "A1", "2026-06-01", "100.00", "4010");
        ok(c.post(
                "/receipts",
                Map.of(
                        "partyId", pell,
                        "date", "2026-06-05",
                        "account", "1250",
                        "amount", "100.00",
                        "reference", "R1",
                        "text", "",
                        "items", List.of(part(id, "100.00", "")))));
        long settlement = 0;
        for (JsonNode item : c.get("/parties/" + pell).path("all")) {
            settlement = item.path("settlements").get(0).path("id").asLong();
        }
        assertEquals(
                "settlement.early",
                c.post("/settlements/" + settlement + "/undo", Map.of("date", "2026-06-04"))
                        .code());
        c.previewedThenPosted("/settlements/" + settlement + "/undo", Map.of("date", "2026-06-09"));
        assertEquals("100.00", c.open(pell, id));
        Answer again = c.post("/settlements/" + settlement + "/undo", Map.of("date", "2026-06-09"));
        assertEquals("settlement.undone", again.code());
        c.checkBooks();
    }

    @Test
    void discount_takenInTime_isBooked_andRefusedWhenLate() {
        long orrin = c.party("PAYABLES", "Orrin Paints", 2);
        long bank = c.bankAccount("Operating", "", "1000.00");
        long id = c.invoiced(orrin, "B1", "2026-06-01", "500.00", "6010");
        assertEquals(
                "discount.late",
                c.post("/payments", c.payment(bank, orrin, "", "2026-06-12", List.of(part(id, "490.00", "10.00")), ""))
                        .code());
        assertEquals(
                "discount.more",
                c.post("/payments", c.payment(bank, orrin, "", "2026-06-11", List.of(part(id, "489.00", "11.00")), ""))
                        .code());
        c.previewedThenPosted(
                "/payments", c.payment(bank, orrin, "", "2026-06-11", List.of(part(id, "490.00", "10.00")), ""));
        assertEquals("0.00", c.open(orrin, id));
        assertEquals("-10.00", c.balance("4840"));
        assertEquals("510.00", c.balance("1010"));
        c.checkBooks();
    }

    @Test
    void discount_onMoneyAlreadyThere_isAnEntryOfItsOwn() {
        long pell = c.party("RECEIVABLES", "Pell Charter", 2);
        ok(c.post(
                "/receipts",
                Map.of(
                        "partyId", pell,
                        "date", "2026-06-01",
                        "account", "1250",
                        "amount", "98.00",
                        "reference", "R1",
                        "text", "",
                        "items", List.of())));
        long paid = c.get("/parties/" + pell).path("open").get(0).path("id").asLong();
        long id = c.invoiced(pell, "A1", "2026-06-02", "100.00", "4010");
        c.previewedThenPosted(
                "/parties/" + pell + "/settlements",
                Map.of("itemId", paid, "date", "2026-06-03", "items", List.of(part(id, "98.00", "2.00"))));
        assertEquals("0.00", c.open(pell, id));
        assertEquals("2.00", c.balance("6840"));
        c.checkBooks();
    }

    @Test
    void invoiceFile_withOneBadRowAmongTenThousand_namesItAndTakesNothing(RunningApp.App app) {
        c.party("RECEIVABLES", "Pell Charter", 0);
        StringBuilder rows = new StringBuilder("party,number,date,amount,account\n");
        for (int i = 2; i <= 10_001; i++) {
            rows.append(i == 7_031 ? "Nobody Known" : "PELLCHAR")
                    .append(",N")
                    .append(i)
                    .append(",2026-06-01,1.00,4010\n");
        }
        Answer refused = c.iris.upload(
                c.base + "/invoice-files?control=RECEIVABLES",
                "invoices.csv",
                rows.toString().getBytes(StandardCharsets.UTF_8));
        assertEquals("party.unknown", refused.code());
        JsonNode problem = refused.body().path("problems").get(0);
        assertEquals("line 7031, party", problem.path("where").asString());
        assertTrue(problem.path("found").asString().contains("Nobody Known"));
        assertEquals(
                0,
                app.bean(JdbcTemplate.class)
                        .queryForObject("select count(*) from open_item where company_id = ?", Long.class, c.id));
    }

    @Test
    void objectsOfAnotherCompany_areNotThere_whateverIsAsked(RunningApp.App app) {
        NewCompany theirs = new NewCompany(app);
        long party = theirs.party("RECEIVABLES", "Theirs", 0);
        long item = theirs.invoiced(party, "T1", "2026-06-01", "10.00", "4010");
        long bank = theirs.bankAccount("Operating", "", "100.00");
        long payment = ok(theirs.post("/payments", theirs.payment(bank, null, "", "2026-06-02", List.of(), "5.00")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        long draft = ok(theirs.post("/drafts", Map.of("kind", "ENTRY", "version", 0, "body", Map.of("text", "x"))))
                .path("id")
                .asLong();
        for (String path : List.of("/parties/" + party, "/payments/" + payment, "/drafts/" + draft)) {
            assertEquals(404, c.iris.get(c.base + path).status(), path);
        }
        assertEquals(
                404,
                c.post("/payments/" + payment + "/void", Map.of("date", "2026-06-03", "reason", "no"))
                        .status());
        assertEquals(
                404, c.post("/posting-runs", Map.of("draftIds", List.of(draft))).status());
        assertEquals(404, c.iris.delete(c.base + "/drafts/" + draft).status());
        assertEquals(
                404,
                c.post("/invoices", invoice(party, "", "2026-06-01", "5.00", "4010"))
                        .status());
        long own = c.party("RECEIVABLES", "Ours", 0);
        assertEquals(
                404,
                c.post(
                                "/receipts",
                                Map.of(
                                        "partyId", own,
                                        "date", "2026-06-05",
                                        "account", "1250",
                                        "amount", "10.00",
                                        "reference", "",
                                        "text", "",
                                        "items", List.of(part(item, "10.00", ""))))
                        .status());
        assertEquals(
                404,
                c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "5.00"))
                        .status());
        assertEquals("10.00", theirs.open(party, item));
    }

    @Test
    void creditNote_isAppliedLikeMoney_andANumberServesOnce() {
        long pell = c.party("RECEIVABLES", "Pell Charter", 0);
        long svea = c.party("RECEIVABLES", "Svea Marin", 0);
        long orrin = c.party("PAYABLES", "Orrin Paints", 0);
        long id = c.invoiced(pell, "A1", "2026-06-01", "100.00", "4010");
        assertEquals(
                "number.taken",
                c.post("/invoices", invoice(svea, "A1", "2026-06-01", "5.00", "4010"))
                        .code(),
                "our own numbers are unique among all customers");
        c.invoiced(orrin, "A1", "2026-06-01", "7.00", "6010");
        assertEquals(
                "number.taken",
                c.post("/invoices", invoice(orrin, "A1", "2026-06-02", "9.00", "6010"))
                        .code());
        assertEquals(
                "field.invalid",
                c.post("/invoices", invoice(orrin, "", "2026-06-02", "9.00", "6010"))
                        .code());
        Map<String, Object> note = new java.util.HashMap<>(invoice(pell, "", "2026-06-03", "30.00", "4010"));
        note.put("kind", "CREDIT_NOTE");
        c.previewedThenPosted("/invoices", note);
        long credit = 0;
        for (JsonNode open : c.get("/parties/" + pell).path("open")) {
            if (open.path("title").asString().equals("Credit note CN-0001")) {
                credit = open.path("id").asLong();
            }
        }
        c.previewedThenPosted(
                "/parties/" + pell + "/settlements",
                Map.of("itemId", credit, "date", "2026-06-04", "items", List.of(part(id, "30.00", ""))));
        assertEquals("70.00", c.open(pell, id));
        assertEquals(
                "settle.sides",
                c.post(
                                "/parties/" + pell + "/settlements",
                                Map.of("itemId", id, "date", "2026-06-04", "items", List.of(part(id, "1.00", ""))))
                        .code());
        c.checkBooks();
    }

    @Test
    void party_noLongerActive_takesNoInvoice_andItsTermsSayWhenItIsDue() {
        long pell = c.party("RECEIVABLES", "Pell Charter", 2);
        Map<String, Object> card = Map.of(
                "control", "RECEIVABLES",
                "code", "PELL",
                "name", "Pell Charter",
                "address", "Quay 3",
                "dueDays", 14,
                "discountPercent", "1.5",
                "discountDays", 5,
                "active", false);
        ok(c.iris.put(c.base + "/parties/" + pell, card));
        assertEquals(
                "party.inactive",
                c.post("/invoices", invoice(pell, "A1", "2026-06-01", "5.00", "4010"))
                        .code());
        Map<String, Object> active = new java.util.HashMap<>(card);
        active.put("active", true);
        ok(c.iris.put(c.base + "/parties/" + pell, active));
        c.invoiced(pell, "A1", "2026-06-30", "99.99", "4010");
        JsonNode item = c.get("/parties/" + pell).path("open").get(0);
        assertEquals("2026-07-14", item.path("dueDate").asString());
        assertEquals("1.49", item.path("discount").asString(), "1.5 % of 99.99, never rounded up");
        assertEquals("98.50", item.path("payNow").asString());
        assertEquals("name.taken", c.post("/parties", card).code());
        active.put("discountDays", 20);
        assertEquals(
                "terms.unfit", c.iris.put(c.base + "/parties/" + pell, active).code());
        JsonNode export = c.get("/parties?control=RECEIVABLES&date=2026-08-20").path("total");
        assertEquals("99.99", export.path("to60").asString(), "37 days past due by then");
        String csv = new String(
                c.iris.get(c.base + "/open-items/export?control=RECEIVABLES&date=2026-07-02")
                        .raw()
                        .body(),
                StandardCharsets.UTF_8);
        assertTrue(csv.contains("Pell Charter,Invoice A1,2026-06-30,2026-07-14,99.99,99.99"), csv);
    }

    @Test
    void receipt_thatDoesNotCoverItsItems_orFromNobody_isRefused() {
        long pell = c.party("RECEIVABLES", "Pell Charter", 0);
        long id = c.invoiced(pell, "A1", "2026-06-01", "100.00", "4010");
        Map<String, Object> receipt = new java.util.HashMap<>(Map.of(
                "partyId", pell,
                "date", "2026-06-05",
                "account", "1250",
                "amount", "50.00",
                "reference", "",
                "text", "",
                "items", List.of(part(id, "60.00", ""))));
        assertEquals("receipt.amount", c.post("/receipts", receipt).code());
        receipt.put("items", List.of(part(id, "20.00", ""), part(id, "20.00", "")));
        assertEquals("settle.twice", c.post("/receipts", receipt).code());
        receipt.put("account", "9999");
        assertEquals("account.unknown", c.post("/receipts", receipt).code());
        receipt.put("partyId", 99_999_999);
        receipt.put("account", "1250");
        assertEquals(404, c.post("/receipts", receipt).status());
        assertEquals("100.00", c.open(pell, id));
    }

    @Test
    void proposal_findsWhatAPaymentSettles_byAmountByNumberAndWithoutWhatIsReserved(RunningApp.App app) {
        NewCompany own = new NewCompany(app);
        long customer = own.party("RECEIVABLES", "Merrow Rentals", 2);
        long first = own.invoiced(customer, "R-1001", "2026-06-02", "100.00", "4010");
        long second = own.invoiced(customer, "R-1002", "2026-06-20", "250.00", "4010");
        String path = "/parties/" + customer + "/settlement-proposal";
        JsonNode one = ok(own.post(path, payment(true, "98.00", "2026-06-10", "")));
        assertEquals("ONE_ITEM", one.path("basis").asString(), one.toString());
        assertEquals(first, one.path("items").get(0).path("itemId").asLong());
        assertEquals("98.00", one.path("items").get(0).path("amount").asString());
        assertEquals("2.00", one.path("items").get(0).path("discount").asString());
        assertEquals("Invoice R-1001 comes to this amount.", one.path("told").asString());
        JsonNode late = ok(own.post(path, payment(true, "98.00", "2026-06-20", "")));
        assertEquals("OLDEST", late.path("basis").asString(), "after the tenth day there is no discount");
        JsonNode both = ok(own.post(path, payment(true, "345.00", "2026-06-20", "")));
        assertEquals("SUM", both.path("basis").asString(), both.toString());
        JsonNode number =
                ok(own.post(path, payment(true, "", "2026-06-20", "Remittance of Merrow: R 1002, thank you")));
        assertEquals("NUMBERS", number.path("basis").asString());
        assertEquals(second, number.path("items").get(0).path("itemId").asLong());
        assertEquals(
                "NOTHING",
                ok(own.post(path, payment(false, "98.00", "2026-06-10", "")))
                        .path("basis")
                        .asString(),
                "it owes us, we owe it nothing");
        Answer unfit = own.post(path, payment(true, "12,5", "2026-06-10", ""));
        assertEquals(
                "amount",
                unfit.body().path("problems").get(0).path("where").asString(),
                unfit.body().toString());

        // what is proposed is booked just as it stands
        ok(own.post(
                "/receipts",
                Map.of(
                        "partyId",
                        customer,
                        "date",
                        "2026-06-10",
                        "account",
                        "1250",
                        "amount",
                        "98.00",
                        "reference",
                        "",
                        "text",
                        "",
                        "items",
                        List.of(Map.of("itemId", first, "amount", "98.00", "discount", "2.00")))));
        assertEquals(1, own.get("/parties/" + customer).path("open").size());

        long supplier = own.party("PAYABLES", "Orrin Paints", 0);
        long owed = own.invoiced(supplier, "P-7", "2026-06-02", "80.00", "6010");
        long bank = own.bankAccount("Operating", "", "1000.00");
        ok(own.post(
                "/payments",
                own.payment(bank, supplier, "", "2026-12-01", List.of(NewCompany.part(owed, "30.00", "")), "")));
        JsonNode rest = ok(
                own.post("/parties/" + supplier + "/settlement-proposal", payment(false, "80.00", "2026-06-20", "")));
        assertEquals("50.00", rest.path("items").get(0).path("amount").asString(), "30.00 waits to be paid already");
        assertEquals("30.00", rest.path("rest").asString());
    }

    private static Map<String, Object> payment(boolean received, String amount, String date, String numbers) {
        return Map.of("received", received, "amount", amount, "date", date, "numbers", numbers);
    }
}
