package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Transfers and the reversal of entries, on a company of the test's own. */
@ExtendWith(RunningApp.class)
class TransfersTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    @Test
    void transfer_onTwoDaysAndInTwoCurrencies_andBackAgain() {
        long from = c.bankAccount("Operating", "", "10000.00");
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-05-01", "rate", "1.10")));
        long to = c.bankAccount("Euro parts", "EUR", "0.00");
        Map<String, Object> form = Map.of(
                "fromAccountId", from,
                "toAccountId", to,
                "fromDate", "2026-06-01",
                "toDate", "2026-06-03",
                "amount", "1100.00",
                "received", "990.00",
                "reference", "",
                "text", "");
        JsonNode made = c.previewedThenPosted("/transfers", form);
        assertEquals(2, made.path("count").asInt());
        long orrin = c.party("PAYABLES", "Orrin Paints", 0);
        long bill = c.invoiced(orrin, "B1", "2026-06-01", "300.00", "6010");
        assertEquals(
                "currency.wrong",
                c.post("/payments", c.payment(to, orrin, "", "2026-06-02", List.of(part(bill, "300.00", "")), ""))
                        .code());
        ok(c.iris.post(c.base + "/ledger/entries/" + entryOf(orrin) + "/reversal", Map.of("date", "2026-06-01")));
        assertEquals("8900.00", c.balance("1010"));
        assertEquals("1089.00", c.balance("1020"), "990 euros at 1.10");
        assertEquals("0.00", c.balance("1900"), "between our own banks it came back to zero");
        assertEquals("11.00", c.balance("6850"), "an exchange loss");
        boolean own = false;
        for (JsonNode effect : made.path("leaves")) {
            own |= effect.path("what").asString().startsWith("Euro parts")
                    && effect.path("after").asString().equals("990.00");
        }
        assertTrue(own, "the account's own balance is in its own currency");
        long id = c.get("/transfers").path("transfers").get(0).path("id").asLong();
        long entry = made.path("entries").get(0).path("id").asLong();
        assertEquals(
                "entry.source",
                c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-04"))
                        .code());
        c.previewedThenPosted("/transfers/" + id + "/reversal", Map.of("date", "2026-06-04"));
        for (String code : List.of("1020", "1900", "6850")) {
            assertEquals("0.00", c.balance(code));
        }
        assertEquals(
                "transfer.reversed",
                c.post("/transfers/" + id + "/reversal", Map.of("date", "2026-06-04"))
                        .code());
        c.checkBooks();
    }

    private void statement(long bank, String name, String amount, String balance) {
        JsonNode taken = ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                name + ".csv",
                ("date,amount,balance,reference,text\n2026-06-04," + amount + "," + balance + ",,SWEEP\n")
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        assertEquals("TAKEN", taken.path("state").asString());
    }

    @Test
    void transfer_matchedOnOneSide_letsItsMatchGoFirst_whereThatIsAsked() {
        long from = c.bankAccount("Operating", "", "1000.00");
        long to = c.bankAccount("Reserve", "", "0.00");
        ok(c.post(
                "/transfers",
                Map.of(
                        "fromAccountId", from,
                        "toAccountId", to,
                        "fromDate", "2026-06-04",
                        "amount", "250.00",
                        "received", "",
                        "reference", "",
                        "text", "")));
        statement(from, "from", "-250.00", "750.00");
        String lines = "/bank-accounts/" + from + "/months/2026-06/lines";
        long line = c.get(lines).path("rows").get(0).path("lineId").asLong();
        JsonNode entries = c.get(lines + "/" + line + "/candidates").get(0).path("entryIds");
        ok(c.post("/bank-accounts/" + from + "/matches", Map.of("lineIds", List.of(line), "entryIds", entries)));
        assertEquals("MATCHED", c.get(lines).path("rows").get(0).path("state").asString());
        long id = c.get("/transfers").path("transfers").get(0).path("id").asLong();
        String reversal = "/transfers/" + id + "/reversal";
        assertEquals(
                "entry.matched", c.post(reversal, Map.of("date", "2026-06-04")).code());
        JsonNode undone = c.previewedThenPosted(reversal, Map.of("date", "2026-06-04", "undoMatches", true));
        assertTrue(undone.path("warnings").toString().contains("SWEEP"), undone.toString());
        assertEquals("OPEN", c.get(lines).path("rows").get(0).path("state").asString());
        assertEquals("1000.00", c.balance("1010"));
        assertEquals("0.00", c.balance("1020"));
        c.checkBooks();
    }

    private long entryOf(long party) {
        return c.get("/parties/" + party).path("open").get(0).path("entryId").asLong();
    }

    @Test
    void transfer_thatCannotBe_isRefusedWithItsField() {
        long from = c.bankAccount("Operating", "", "10000.00");
        long other = c.bankAccount("Payroll", "", "0.00");
        Map<String, Object> form = new java.util.HashMap<>(Map.of(
                "fromAccountId", from,
                "toAccountId", from,
                "fromDate", "2026-06-03",
                "toDate", "2026-06-01",
                "amount", "10.00",
                "received", "",
                "reference", "",
                "text", ""));
        assertEquals("date.order", c.post("/transfers", form).code());
        form.put("toDate", "2026-06-03");
        assertEquals("transfer.same", c.post("/transfers", form).code());
        form.put("toAccountId", other);
        form.put("received", "9.00");
        assertEquals("transfer.amounts", c.post("/transfers", form).code());
        form.put("received", "");
        form.put("amount", "0.00");
        assertEquals("transfer.amount", c.post("/transfers", form).code());
        assertEquals(
                "rate.missing",
                c.post(
                                "/bank-accounts",
                                Map.of(
                                        "name", "Euro",
                                        "bank", "N",
                                        "number", "E-" + c.id,
                                        "currency", "EUR",
                                        "openingMonth", "2026-05",
                                        "openingBalance", "1.00"))
                        .code());
    }

    @Test
    void openingAndReversal_stand_andADraftOfATransferMovesWhole() {
        long from = c.bankAccount("Operating", "", "1000.00");
        long to = c.bankAccount("Payroll", "", "0.00");
        long opening = c.get("/ledger/entries").get(0).path("id").asLong();
        assertEquals(
                "entry.stands",
                c.post("/ledger/entries/" + opening + "/reversal", Map.of("date", "2026-06-04"))
                        .code());
        Map<String, Object> body = Map.of(
                "fromAccountId", from,
                "toAccountId", to,
                "fromDate", "2026-06-01",
                "toDate", "2026-06-02",
                "amount", "10.00",
                "received", "",
                "reference", "",
                "text", "");
        long draft = ok(c.post("/drafts", Map.of("kind", "TRANSFER", "version", 0, "body", body)))
                .path("id")
                .asLong();
        JsonNode run = ok(c.post("/posting-runs", Map.of("draftIds", List.of(draft), "accountingDate", "2026-06-20")));
        assertEquals(1, run.path("posted").asInt(), run.toString());
        assertEquals(
                "2026-06-20",
                c.get("/transfers").path("transfers").get(0).path("toDate").asString());
        JsonNode booked = ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date", "2026-06-04",
                        "reference", "",
                        "checkNumber", "",
                        "text", "x",
                        "lines",
                                List.of(
                                        Map.of(
                                                "account", "6010", "debit", "5.00", "credit", "", "party", "", "text",
                                                ""),
                                        Map.of(
                                                "account", "4010", "debit", "", "credit", "5.00", "party", "", "text",
                                                "")))));
        long entry = booked.path("entries").get(0).path("id").asLong();
        JsonNode back = c.previewedThenPosted("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-05"));
        assertEquals(
                "entry.stands",
                c.post(
                                "/ledger/entries/"
                                        + back.path("entries").get(0).path("id").asLong() + "/reversal",
                                Map.of("date", "2026-06-05"))
                        .code());
        c.checkBooks();
    }
}
