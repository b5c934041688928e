package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tidemark.app.together.Breaches;
import tools.jackson.databind.JsonNode;

/** Accounts in another currency in every form and file, and discounts with the tax in them. */
@ExtendWith(RunningApp.class)
class ForeignAndDiscountTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-01-01", "rate", "1.25")));
    }

    private static Map<String, Object> line(String account, String debit, String credit, String own, String rate) {
        Map<String, Object> out =
                new HashMap<>(Map.of("account", account, "debit", debit, "credit", credit, "party", "", "text", ""));
        out.put("own", own);
        out.put("rate", rate);
        return out;
    }

    private static Map<String, Object> entry(List<?> lines) {
        return Map.of(
                "date",
                "2026-06-10",
                "reference",
                "",
                "checkNumber",
                "",
                "text",
                "Euro",
                "lines",
                new ArrayList<>(lines));
    }

    private static String foreign(JsonNode answer, String account) {
        JsonNode booked = answer.has("booked") ? answer.path("booked") : answer;
        for (JsonNode line : booked.path("entries").get(0).path("lines")) {
            if (line.path("accountCode").asString().equals(account)) {
                return line.path("debit").asString("") + line.path("credit").asString("") + " = "
                        + line.path("foreign").asString("");
            }
        }
        throw new IllegalArgumentException(account + " in " + booked);
    }

    @Test
    void hundredOnAEuroAccount_isNeverHundredDollars_inAnyForm(RunningApp.App app) {
        long euro = c.bankAccount("Euro parts", "EUR", "1000.00");
        long dollars = c.bankAccount("Operating", "", "1000.00");
        String code = "1010";
        assertEquals(
                "100.00 = 80.00 EUR at 1.25",
                foreign(
                        c.previewedThenPosted(
                                "/ledger/entries",
                                entry(List.of(line(code, "100.00", "", "", ""), line("6010", "", "100.00", "", "")))),
                        code),
                "an amount alone is the company's, and the rate of the day gives the other");
        assertEquals(
                "125.00 = 100.00 EUR at 1.25",
                foreign(
                        ok(c.post(
                                "/ledger/entries",
                                entry(List.of(line(code, "", "", "100.00", ""), line("6010", "", "125.00", "", ""))))),
                        code));
        assertEquals(
                "110.00 = 100.00 EUR at 1.1",
                foreign(
                        ok(c.post(
                                "/ledger/entries",
                                entry(List.of(
                                        line(code, "", "", "100.00", "1.1"), line("6010", "", "110.00", "", ""))))),
                        code));
        assertEquals(
                "110.00 = (100.00) EUR at 1.1",
                foreign(
                        ok(c.post(
                                "/ledger/entries",
                                entry(List.of(
                                        line(code, "", "110.00", "100.00", ""), line("6010", "110.00", "", "", ""))))),
                        code));
        assertEquals(
                "foreign.tie",
                c.post(
                                "/ledger/entries",
                                entry(List.of(
                                        line(code, "111.00", "", "100.00", "1.1"), line("6010", "", "111.00", "", ""))))
                        .code());
        assertEquals(
                "currency.wrong",
                c.post(
                                "/ledger/entries",
                                entry(List.of(
                                        line("6010", "111.00", "", "100.00", ""), line(code, "", "111.00", "", ""))))
                        .code());

        long customer = c.party("RECEIVABLES", "Merrow", 0);
        assertEquals(
                "100.00 = 80.00 EUR at 1.25",
                foreign(
                        c.previewedThenPosted(
                                "/receipts",
                                Map.of(
                                        "partyId",
                                        customer,
                                        "date",
                                        "2026-06-11",
                                        "account",
                                        code,
                                        "amount",
                                        "100.00",
                                        "reference",
                                        "",
                                        "text",
                                        "",
                                        "items",
                                        List.of())),
                        code));

        // a line of the dollar account booked on the euro account, as an account of the ledger
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + dollars + "/statements",
                "june.csv",
                "date,amount,balance,reference\n2026-06-12,-100.00,900.00,X\n".getBytes(StandardCharsets.UTF_8)));
        long lineId = c.get("/bank-accounts/" + dollars + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        assertEquals(
                "100.00 = 80.00 EUR at 1.25",
                foreign(
                        c.previewedThenPosted(
                                "/bank-accounts/" + dollars + "/lines/" + lineId + "/booking",
                                LineRequests.booking("ACCOUNT", Map.of("account", code), "2026-06-12", "")),
                        code));

        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + euro + "&otherAccount=6010",
                "e.csv",
                "date,amount,rate\n2026-06-13,-10.00,\n2026-06-13,-10.00,1.3\n".getBytes(StandardCharsets.UTF_8)));
        JsonNode entries = c.get("/ledger/entries");
        assertEquals("13.00", entries.get(0).path("total").asString());
        assertEquals("12.50", entries.get(1).path("total").asString());
        assertEquals(List.of(), Breaches.of(app));
    }

    @Test
    void exchangeDifference_movesNothingAtTheBank() {
        long euro = c.bankAccount("Euro parts", "EUR", "1000.00");
        JsonNode booked = ok(c.post(
                "/ledger/entries",
                entry(List.of(line("1010", "5.00", "", "0", ""), line("6850", "", "5.00", "", "")))));
        assertEquals("5.00 = 0.00 EUR", foreign(booked, "1010"));
        assertEquals(
                0,
                c.get("/bank-accounts/" + euro + "/months/2026-06")
                        .path("notOnStatement")
                        .size());
    }

    @Test
    void withoutARate_oneAmountOnAForeignAccount_isRefused() {
        NewCompany bare = c;
        ok(bare.post("/set-up/rates", Map.of("currency", "CHF", "date", "2026-05-31", "rate", "1.10")));
        bare.bankAccount("Franken", "CHF", "10.00");
        Map<String, Object> early =
                new HashMap<>(entry(List.of(line("1010", "100.00", "", "", ""), line("6010", "", "100.00", "", ""))));
        early.put("date", "2026-05-01");
        Answer refused = bare.post("/ledger/entries", early);
        assertTrue(
                List.of("rate.missing", "mark.held").contains(refused.code()),
                refused.body().toString());
    }

    @Test
    void discount_isGrantedOnce_andItsTaxIsCorrectedByTheCode(RunningApp.App app) {
        ok(c.post(
                "/set-up/tax-codes",
                Map.of(
                        "code",
                        "ST",
                        "name",
                        "Sales tax",
                        "ratePercent",
                        "8.25",
                        "ledgerAccountId",
                        account("2200"),
                        "use",
                        "SALES",
                        "inDiscounts",
                        true,
                        "recoverable",
                        true,
                        "active",
                        true)));
        long merrow = c.party("RECEIVABLES", "Merrow", 2);
        Map<String, Object> invoice = new HashMap<>(NewCompany.invoice(merrow, "I1", "2026-06-01", "108.25", "4010"));
        invoice.put("lines", List.of(Map.of("account", "4010", "amount", "108.25", "taxCode", "ST", "text", "")));
        ok(c.post("/invoices", invoice));
        long item = c.get("/parties/" + merrow).path("open").get(0).path("id").asLong();

        ok(c.post("/receipts", receipt(merrow, "50.00", item, "50.00", "2.00")));
        assertEquals(
                "discount.more",
                c.post("/receipts", receipt(merrow, "50.00", item, "50.00", "2.00"))
                        .code());
        ok(c.post("/receipts", receipt(merrow, "56.09", item, "56.09", "0.16")));
        assertEquals("0.00", c.open(merrow, item));
        // 2.00 bear 0.15 tax and 0.16 bear 0.01
        assertEquals("-8.09", c.balance("2200"));
        assertEquals("2.00", c.balance("6840"));
        c.checkBooks();
        assertEquals(List.of(), Breaches.of(app));
    }

    private Map<String, Object> receipt(long party, String amount, long item, String pay, String discount) {
        return Map.of(
                "partyId",
                party,
                "date",
                "2026-06-05",
                "account",
                "1250",
                "amount",
                amount,
                "reference",
                "",
                "text",
                "",
                "items",
                List.of(part(item, pay, discount)));
    }

    private long account(String code) {
        for (JsonNode a : c.get("/ledger/accounts")) {
            if (a.path("code").asString().equals(code)) {
                return a.path("id").asLong();
            }
        }
        throw new IllegalArgumentException(code);
    }

    @Test
    void taxOfPurchases_isNotForSales_andWhatIsNotGotBackIsPartOfTheCost() {
        ok(c.post(
                "/set-up/tax-codes",
                Map.of(
                        "code",
                        "PT",
                        "name",
                        "Tax paid",
                        "ratePercent",
                        "10",
                        "ledgerAccountId",
                        account("2200"),
                        "use",
                        "PURCHASES",
                        "recoverable",
                        false,
                        "inDiscounts",
                        false,
                        "active",
                        true)));
        long merrow = c.party("RECEIVABLES", "Merrow", 0);
        long orrin = c.party("PAYABLES", "Orrin", 0);
        List<?> lines = List.of(Map.of("account", "6010", "amount", "110.00", "taxCode", "PT", "text", ""));
        Map<String, Object> sale = new HashMap<>(NewCompany.invoice(merrow, "", "2026-06-01", "1.00", "4010"));
        sale.put("lines", lines);
        assertEquals("tax.use", c.post("/invoices", sale).code());
        Map<String, Object> bill = new HashMap<>(NewCompany.invoice(orrin, "B1", "2026-06-01", "1.00", "6010"));
        bill.put("lines", lines);
        JsonNode booked = ok(c.post("/invoices", bill));
        assertEquals(2, booked.path("entries").get(0).path("lines").size(), "gross on the account, no line of tax");
        assertEquals("110.00", c.balance("6010"));
    }

    @Test
    void amounts_areReadAsTheCompanyWritesThem() {
        Map<String, Object> comma =
                new HashMap<>(entry(List.of(line("6010", "12,50", "", "", ""), line("4010", "", "12,50", "", ""))));
        Answer refused = c.post("/ledger/entries", comma);
        assertEquals("amount.unreadable", refused.code());
        assertEquals(
                "“12,50”", refused.body().path("problems").get(0).path("found").asString());
        ok(c.post("/drafts", Map.of("kind", "ENTRY", "version", 0, "body", comma)));
        Map<String, Object> style =
                Map.of("name", "Test", "amountStyle", "COMMA", "dateOrder", "DAY_FIRST", "timeZone", "Europe/Berlin");
        assertEquals(
                "style.drafts", c.iris.put(c.base + "/set-up/company", style).code());
        long draft = c.get("/drafts").path("drafts").get(0).path("id").asLong();
        ok(c.iris.delete(c.base + "/drafts/" + draft));
        ok(c.iris.put(c.base + "/set-up/company", style));
        JsonNode booked = c.previewedThenPosted("/ledger/entries", comma);
        assertEquals("12.50", booked.path("entries").get(0).path("total").asString());
        assertEquals(
                "zone.unknown",
                c.iris.put(c.base + "/set-up/company", Map.of("name", "Test", "timeZone", "Mars/Base"))
                        .code());
        assertEquals(
                "zone.unknown",
                c.iris.post("/api/v1/companies", Map.of("name", "Test", "currency", "USD", "timeZone", "Mars/Base"))
                        .code());
        assertEquals(
                "number.unreadable",
                c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-02-01", "rate", "1e9"))
                        .code());
    }
}
