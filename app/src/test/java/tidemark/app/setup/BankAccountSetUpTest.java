package tidemark.app.setup;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A bank account complete after one visit, and what its settings then allow. */
@ExtendWith(RunningApp.class)
class BankAccountSetUpTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    private Map<String, Object> settings(String name) {
        Map<String, Object> settings = new HashMap<>();
        settings.put("name", name);
        settings.put("zeroPayment", false);
        settings.put("differenceTolerance", "0.00");
        settings.put("checkStock", "BLANK");
        settings.put("nextCheckNumber", "5001");
        settings.put("bookOnClearing", false);
        settings.put("active", true);
        Map<String, Long> purposes = new HashMap<>();
        for (JsonNode purpose : c.get("/set-up").path("bankAccountPurposes")) {
            if (purpose.has("ledgerAccountId")) {
                purposes.put(
                        purpose.path("purpose").asString(),
                        purpose.path("ledgerAccountId").asLong());
            }
        }
        settings.put("purposes", purposes);
        settings.put("sites", List.of());
        return settings;
    }

    private Map<String, Object> account(String name, String currency, String opening, Map<String, Object> settings) {
        return new HashMap<>(Map.of(
                "name",
                name,
                "bank",
                "Northbank",
                "number",
                "N-" + c.id + "-" + name,
                "currency",
                currency,
                "openingMonth",
                "2026-05",
                "openingBalance",
                opening,
                "settings",
                settings));
    }

    private JsonNode kept(long account) {
        for (JsonNode a : c.get("/bank-accounts")) {
            if (a.path("id").asLong() == account) {
                return a;
            }
        }
        throw new IllegalArgumentException("no account " + account);
    }

    private Answer pay(long account, String day, String amount) {
        return c.post("/payments", c.payment(account, null, "", day, List.of(), amount));
    }

    private Answer transfer(long from, long to, String amount, String received) {
        return c.post(
                "/transfers",
                Map.of(
                        "fromAccountId",
                        from,
                        "toAccountId",
                        to,
                        "fromDate",
                        "2026-06-10",
                        "amount",
                        amount,
                        "received",
                        received,
                        "reference",
                        "",
                        "text",
                        "Up"));
    }

    @Test
    void everythingOfAnAccountIsSetWhenItIsAdded_orNothing() {
        Map<String, Object> settings = settings("Harbour fees");
        settings.put("leastPayment", "1.00");
        settings.put("mostPayment", "900.00");
        settings.put("mostOutInADay", "1500.00");
        settings.put("currencies", List.of("EUR"));
        Map<String, Object> wrong = new HashMap<>(settings);
        wrong.put("leastPayment", "901.00");
        Answer refused = c.post("/bank-accounts", account("Harbour fees", "USD", "5000.00", wrong));
        assertEquals("limits.order", refused.code());
        assertEquals(0, c.get("/bank-accounts").size(), "nothing was kept of it");

        JsonNode done = c.previewedThenPosted("/bank-accounts", account("Harbour fees", "USD", "5000.00", settings));

        JsonNode kept = kept(done.path("id").asLong());
        assertEquals("BLANK", kept.path("checkStock").asString());
        assertEquals("5001", kept.path("nextCheckNumber").asString());
        assertEquals("1500.00", kept.path("mostOutInADay").asString());
        assertEquals("EUR", kept.path("currencies").get(0).asString());
        assertTrue(kept.path("purposes").toString().contains("BANK_ERRORS"));
    }

    @Test
    void paymentsAndTransfersOfADayComeToNoMoreThanTheAccountAllows() {
        Map<String, Object> settings = settings("Harbour fees");
        settings.put("mostOutInADay", "1000.00");
        long account = ok(c.post("/bank-accounts", account("Harbour fees", "USD", "5000.00", settings)))
                .path("id")
                .asLong();
        long other = c.bankAccount("Other", "", "0.00");
        JsonNode first = ok(pay(account, "2026-06-10", "600.00"));
        ok(transfer(account, other, "300.00", ""));

        Answer beyond = pay(account, "2026-06-10", "100.01");
        assertEquals("payment.day", beyond.code());
        assertEquals(
                "100.00",
                beyond.body()
                        .path("problems")
                        .get(0)
                        .path("values")
                        .path("left")
                        .asString());
        assertEquals("payment.day", transfer(account, other, "100.01", "").code());
        ok(pay(account, "2026-06-11", "1000.00"));
        ok(pay(account, "2026-06-10", "100.00"));
        assertEquals("payment.day", pay(account, "2026-06-10", "0.01").code());

        long payment = first.path("payments").get(0).path("id").asLong();
        ok(c.post("/payments/" + payment + "/void", Map.of("date", "2026-06-10", "reason", "Not owed")));
        ok(pay(account, "2026-06-10", "600.00"));
    }

    @Test
    void transfersExchangeOnlyCurrenciesThatBothAccountsAllow() {
        for (String currency : List.of("EUR", "GBP")) {
            ok(c.post("/set-up/rates", Map.of("currency", currency, "date", "2026-05-01", "rate", "1.10")));
        }
        Map<String, Object> settings = settings("Main");
        settings.put("currencies", List.of("EUR"));
        long main = ok(c.post("/bank-accounts", account("Main", "USD", "5000.00", settings)))
                .path("id")
                .asLong();
        long euro = c.bankAccount("Euro", "EUR", "100.00");
        long pound = c.bankAccount("Pound", "GBP", "100.00");

        ok(transfer(main, euro, "11.00", "10.00"));
        assertEquals(
                "transfer.currency", transfer(main, pound, "11.00", "10.00").code());
        Answer into = transfer(pound, main, "10.00", "11.00");
        assertEquals("transfer.currency", into.code());
        assertEquals(
                "toAccountId", into.body().path("problems").get(0).path("where").asString());
        ok(transfer(pound, euro, "10.00", "10.00"));
    }

    private long ledgerAccount(String code) {
        for (JsonNode a : c.get("/ledger/accounts")) {
            if (a.path("code").asString().equals(code)) {
                return a.path("id").asLong();
            }
        }
        throw new IllegalArgumentException("no account " + code);
    }

    private JsonNode entry(String date, String debit, String credit, String amount) {
        return ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        date,
                        "reference",
                        "",
                        "text",
                        "By hand",
                        "checkNumber",
                        "",
                        "lines",
                        List.of(line(debit, amount, ""), line(credit, "", amount)))));
    }

    private static Map<String, Object> line(String account, String debit, String credit) {
        Map<String, Object> line = new HashMap<>();
        for (String field : List.of("party", "text", "costCentre", "taxCode", "own", "rate")) {
            line.put(field, "");
        }
        line.putAll(Map.of("account", account, "debit", debit, "credit", credit));
        return line;
    }

    @Test
    void ledgerAccountThatLivesAlreadyBecomesTheCashAccount_withWhatWasBookedOnItSince() {
        ok(c.post("/ledger/accounts", Map.of("code", "1090", "name", "Old cash", "type", "ASSET", "active", true)));
        entry("2026-05-20", "1090", "3900", "250.00");
        entry("2026-06-03", "1090", "4010", "40.00");
        JsonNode wrong = entry("2026-06-04", "6010", "1090", "15.00");
        long entryId = wrong.path("entries").get(0).path("id").asLong();
        ok(c.post("/ledger/entries/" + entryId + "/reversal", Map.of("date", "2026-06-05")));
        Map<String, Object> form = account("Old", "USD", "200.00", settings("Old"));
        form.put("cashAccountId", ledgerAccount("1090"));

        Answer differs = c.post("/bank-accounts", form);
        assertEquals("bank-account.opening", differs.code());
        assertEquals(
                "250.00",
                differs.body()
                        .path("problems")
                        .get(0)
                        .path("values")
                        .path("balance")
                        .asString());
        form.put("openingBalance", "250.00");
        long before = c.get("/ledger/entries").path("entries").size();
        JsonNode added = c.previewedThenPosted("/bank-accounts", form);
        long account = added.path("id").asLong();

        assertEquals(before, c.get("/ledger/entries").path("entries").size(), "nothing is booked twice");
        JsonNode month = c.get("/bank-accounts/" + account + "/months/2026-06");
        assertEquals(1, month.path("notOnStatement").size(), "what was reversed waits no longer");
        c.checkBooks();
        Map<String, Object> again = account("Second", "USD", "250.00", settings("Second"));
        again.put("cashAccountId", ledgerAccount("1090"));
        assertEquals("bank-account.cash", c.post("/bank-accounts", again).code());
        again.put("cashAccountId", ledgerAccount("1200"));
        assertEquals("bank-account.cash", c.post("/bank-accounts", again).code(), "a control account");
    }

    @Test
    void accessToAnAccountEndsAfterItsLastDay(RunningApp.App app) {
        long account = c.bankAccount("Dock float", "", "500.00");
        long other = c.bankAccount("Operating", "", "900.00");
        Client clerk = c.person(app, "clerk", "Cleo Clerk", "PREPARER");
        long clerkId = 0;
        for (JsonNode p : c.get("/people")) {
            if (p.path("login").asString().equals("clerk" + c.id)) {
                clerkId = p.path("id").asLong();
            }
        }
        Map<String, Object> settings = settings("Dock float");
        settings.put("access", List.of(Map.of("personId", clerkId, "lastDay", "2026-07-02")));
        Answer unlimited = c.iris.put(c.base + "/bank-accounts/" + account + "/settings", settings);
        assertEquals("access.person", unlimited.code(), "who works everywhere is not limited from here");
        ok(c.iris.put(
                c.base + "/people/" + clerkId,
                Map.of(
                        "name",
                        "Cleo Clerk",
                        "active",
                        true,
                        "roles",
                        List.of("PREPARER"),
                        "bankAccountIds",
                        List.of(other))));
        Map<String, Object> body = c.payment(account, null, "", "2026-06-02", List.of(), "12.50");
        assertEquals("right.limited", clerk.post(c.base + "/payments", body).code());

        ok(c.iris.put(c.base + "/bank-accounts/" + account + "/settings", settings));
        ok(clerk.post(c.base + "/payments", body));
        settings.put("access", List.of(Map.of("personId", clerkId, "lastDay", "2026-07-01")));
        ok(c.iris.put(c.base + "/bank-accounts/" + account + "/settings", settings));
        assertEquals("right.limited", clerk.post(c.base + "/payments", body).code(), "the last day is over");
        assertTrue(
                c.get("/people").toString().contains("\"lastDays\":{\"" + account + "\":\"2026-07-01\"}"),
                () -> c.get("/people").toString());

        Map<String, Object> ofOther = settings("Operating");
        ofOther.put("access", List.of(Map.of("personId", clerkId, "lastDay", "2026-07-01")));
        ok(c.iris.put(c.base + "/bank-accounts/" + other + "/settings", ofOther));
        assertEquals(
                "right.limited",
                clerk.post(c.base + "/payments", c.payment(other, null, "", "2026-06-02", List.of(), "12.50"))
                        .code(),
                "with nothing left it is nothing, not everything");
    }

    @Test
    void anErrorOfTheBankCanBeCarriedInTheBooksUntilItIsPutRight() {
        long account = ok(c.post("/bank-accounts", account("Main", "USD", "100.00", settings("Main"))))
                .path("id")
                .asLong();
        ok(c.iris.upload(
                c.base + "/statements?accountId=" + account,
                "june.sta",
                (":20:S\n:25:" + c.number(account) + "\n:28C:1\n:60F:C260531USD100,00\n"
                                + ":61:2606050605D25,00NMSCNONREF\n:86:NOT OURS\n:62F:C260630USD75,00\n")
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        JsonNode rows = c.get("/bank-accounts/" + account + "/months/2026-06/lines");
        long line = rows.path("rows").get(0).path("lineId").asLong();
        ok(c.post(
                "/bank-accounts/" + account + "/lines/" + line + "/booking",
                LineRequests.booking("BANK_ERROR", Map.of(), "2026-06-05", "Not ours")));
        assertEquals("25.00", c.balance("1280"));
    }
}
