package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Checks and other payments through the API, on a company of the test's own. */
@ExtendWith(RunningApp.class)
class PaymentsTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    @Test
    void check_takesTheNextNumber_neverOneTwice_andIsVoidedWithItsInvoiceOpenAgain() {
        long orrin = c.party("PAYABLES", "Orrin Paints", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        long id = c.invoiced(orrin, "B1", "2026-06-01", "300.00", "6010");
        JsonNode made = c.previewedThenPosted(
                "/payments", c.payment(bank, orrin, "", "2026-06-02", List.of(part(id, "300.00", "")), "12.50"));
        assertEquals("1001", made.path("payments").get(0).path("number").asString());
        assertEquals("BOOKED", made.path("payments").get(0).path("state").asString());
        long payment = made.path("payments").get(0).path("id").asLong();
        long entry = made.path("payments").get(0).path("entryId").asLong();
        Answer twice = c.post("/payments", c.payment(bank, null, "1001", "2026-06-02", List.of(), "5.00"));
        assertEquals("number.taken", twice.code());
        assertEquals(409, twice.status());
        assertEquals(
                "entry.source",
                c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-03"))
                        .code());
        c.previewedThenPosted(
                "/payments/" + payment + "/void", Map.of("date", "2026-06-03", "reason", "Spoilt in the printer"));
        assertEquals("300.00", c.open(orrin, id).replace("-", ""));
        assertEquals("1000.00", c.balance("1010"));
        JsonNode gone = c.get("/payments/" + payment);
        assertEquals("Spoilt in the printer", gone.path("voidReason").asString());
        assertTrue(gone.path("voidEntryId").asLong() > 0);
        assertEquals(
                "payment.state",
                c.post("/payments/" + payment + "/void", Map.of("date", "2026-06-03", "reason", "again"))
                        .code());
        JsonNode next = ok(c.post("/payments", c.payment(bank, null, "", "2026-06-04", List.of(), "5.00")));
        assertEquals("1002", next.path("payments").get(0).path("number").asString());
        JsonNode register = c.get("/payments?from=2026-06-01&to=2026-06-30");
        assertEquals("5.00", register.path("sums").get(0).path("booked").asString());
        assertEquals("312.50", register.path("sums").get(0).path("voided").asString());
        byte[] pdf = c.iris.get(c.base + "/payments/register.pdf?from=2026-06-01&to=2026-06-30")
                .raw()
                .body();
        assertEquals("%PDF", new String(pdf, 0, 4, StandardCharsets.ISO_8859_1));
        c.checkBooks();
    }

    @Test
    void waitingForBank_reserveWhatTheyWillSettle_untilVoidOrBooked() {
        long orrin = c.party("PAYABLES", "Orrin Paints", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        long item = c.invoiced(orrin, "B1", "2026-06-01", "300.00", "6010");
        long waiting = ok(c.post(
                        "/payments", c.payment(bank, orrin, "", "2026-12-01", List.of(part(item, "200.00", "")), "")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        assertEquals(
                "settle.reserved",
                c.post("/payments", c.payment(bank, orrin, "", "2026-06-02", List.of(part(item, "101.00", "")), ""))
                        .code());
        ok(c.post("/payments", c.payment(bank, orrin, "", "2026-06-02", List.of(part(item, "100.00", "")), "")));
        ok(c.post("/payments/" + waiting + "/void", Map.of("date", "2026-06-03", "reason", "not meant")));
        ok(c.post("/payments", c.payment(bank, orrin, "", "2026-06-03", List.of(part(item, "200.00", "")), "")));
        c.checkBooks();
    }

    @Test
    void duePayments_bookAllButTheOneThatCannotBe_andNameIt(RunningApp.App app) {
        long bank = c.bankAccount("Operating", "", "1000.00");
        for (int i = 0; i < 3; i++) {
            ok(c.post("/payments", c.payment(bank, null, "", "2026-12-0" + (i + 1), List.of(), "1" + i + ".00")));
        }
        org.springframework.jdbc.core.JdbcTemplate jdbc = app.bean(org.springframework.jdbc.core.JdbcTemplate.class);
        // their date has come; one is for an account that was retired meanwhile
        jdbc.update("update payment set payment_date = date '2026-06-15' where bank_account_id = ?", bank);
        jdbc.update(
                "update payment set parts = replace(parts, '6010', '9999') where bank_account_id = ? and number = '1002'",
                bank);
        JsonNode preview = ok(c.post("/due-payments?preview=true", Map.of()));
        assertEquals(2, preview.path("count").asInt());
        JsonNode done = ok(c.post("/due-payments", Map.of()));
        assertEquals(2, done.path("count").asInt());
        assertEquals(
                "Check 1002, Orrin Paints",
                done.path("left").get(0).path("title").asString());
        assertTrue(done.path("left").get(0).path("reason").asString().contains("9999"));
        assertEquals("978.00", c.balance("1010"));
        c.checkBooks();
    }

    @Test
    void payment_datedAhead_waits_andAboveTheLimitTakesASecondPerson(RunningApp.App app) {
        long bank = c.bankAccount("Operating", "", "90000.00");
        JsonNode waits = ok(c.post("/payments", c.payment(bank, null, "", "2026-07-10", List.of(), "50.00")));
        assertEquals(
                "WAITS_FOR_DATE", waits.path("payments").get(0).path("state").asString());
        assertEquals(0, waits.path("booked").path("count").asInt());
        assertEquals(0, ok(c.post("/due-payments", Map.of())).path("count").asInt());
        ok(c.iris.put(
                c.base + "/set-up/company",
                Map.of("name", "Test harbour limit " + c.id, "secondPersonAbove", "100.00")));
        Client maker = c.person(app, "maker", "Milo Maker", "PREPARER");
        JsonNode large =
                ok(maker.post(c.base + "/payments", c.payment(bank, null, "", "2026-06-10", List.of(), "100.01")));
        long payment = large.path("payments").get(0).path("id").asLong();
        assertEquals(
                "WAITS_FOR_RELEASE", large.path("payments").get(0).path("state").asString());
        String release = c.base + "/approvals/"
                + c.get("/approvals/of/PAYMENT/" + payment).get(0).path("id").asLong()
                + "/approval";
        assertEquals("approval.second", maker.post(release, Map.of()).code());
        for (JsonNode p : c.get("/people")) {
            if (p.path("login").asString().equals("maker" + c.id)) {
                ok(c.iris.put(
                        c.base + "/people/" + p.path("id").asLong(),
                        Map.of("name", "Milo Otherwise", "active", true, "roles", List.of("PREPARER"))));
            }
        }
        assertEquals("approval.second", maker.post(release, Map.of()).code(), "another name is not another person");
        Client second = c.person(app, "second", "Sena Second", "PREPARER");
        ok(second.post(release, Map.of()));
        assertEquals("BOOKED", c.get("/payments/" + payment).path("state").asString());
        assertEquals("89899.99", c.balance("1010"));
        app.bean(JdbcTemplate.class)
                .update("update payment set payment_date = date '2026-07-02' where state = 'WAITS_FOR_DATE'"
                        + " and company_id = " + c.id);
        assertEquals(
                1,
                ok(c.post("/due-payments?preview=true", Map.of())).path("count").asInt());
        assertEquals(1, ok(c.post("/due-payments", Map.of())).path("count").asInt());
        assertEquals("89849.99", c.balance("1010"));
    }

    @Test
    void payment_onClearing_leavesCashOnlyWhenTheBankHasPaid() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        c.set(bank, Map.of("bookOnClearing", true, "mostPayment", "500.00", "leastPayment", "1.00"));
        for (String amount : List.of("500.01", "0.99")) {
            assertEquals(
                    "payment.limit",
                    c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), amount))
                            .code());
        }
        JsonNode made = ok(c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "200.00")));
        long payment = made.path("payments").get(0).path("id").asLong();
        assertEquals("1000.00", c.balance("1010"));
        assertEquals("-200.00", c.balance("2270"));
        assertEquals(1, c.get("/bank-accounts/" + bank + "/uncleared-payments").size());
        String csv = "date,amount,balance,reference,text\n2026-06-05,-200.00,800.00,,CHECK 1001\n";
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements", "june.csv", csv.getBytes(StandardCharsets.UTF_8)));
        String month = c.base + "/bank-accounts/" + bank + "/months/2026-06";
        long line = ok(c.iris.get(month + "/lines"))
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        JsonNode cleared = ok(clear("/bank-accounts/" + bank, line, payment));
        assertEquals(1, cleared.path("count").asInt());
        assertEquals("800.00", c.balance("1010"));
        assertEquals("0.00", c.balance("2270"));
        assertEquals(
                "payment.presented",
                c.post("/payments/" + payment + "/void", Map.of("date", "2026-06-06", "reason", "too late"))
                        .code());
        assertEquals(0, c.get("/bank-accounts/" + bank + "/uncleared-payments").size());
        long match = ok(c.iris.get(month + "/lines"))
                .path("rows")
                .get(0)
                .path("matchId")
                .asLong();
        ok(c.iris.delete(c.base + "/bank-accounts/" + bank + "/matches/" + match));
        assertEquals(1, c.get("/bank-accounts/" + bank + "/uncleared-payments").size());
        assertEquals("-200.00", c.balance("2270"));
        c.checkBooks();
    }

    @Test
    void groupOfWaitingForBank_isPaidByOneLine_whole_orNotAtAll_andWaitsAgainWhenUndone() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        c.set(bank, Map.of("bookOnClearing", true));
        List<Long> standIns = new java.util.ArrayList<>();
        for (String amount : List.of("30.00", "45.00", "8.00")) {
            JsonNode made = ok(c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), amount)));
            standIns.add(-made.path("payments").get(0).path("id").asLong());
        }
        String at = "/bank-accounts/" + bank;
        ok(c.iris.upload(
                c.base + at + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-10,-75.00,925.00,TWO IN ONE\n2026-06-11,-8.00,917.00,THIRD\n"
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode rows = c.get(at + "/months/2026-06/lines").path("rows");
        long line = rows.get(0).path("lineId").asLong();
        long third = rows.get(1).path("lineId").asLong();
        Answer tooMuch = c.post(at + "/matches", Map.of("lineIds", List.of(line), "entryIds", standIns));
        assertEquals(422, tooMuch.status(), tooMuch.body().toString());
        assertEquals("1000.00", c.balance("1010"), "nothing was booked of a group that does not come to the line");
        ok(c.post(at + "/matches", Map.of("lineIds", List.of(line), "entryIds", standIns.subList(0, 2))));
        assertEquals("925.00", c.balance("1010"));
        assertEquals("-8.00", c.balance("2270"), "the third still waits");
        assertEquals(1, c.get(at + "/uncleared-payments").size());
        for (JsonNode entry : c.get("/ledger/entries")) {
            assertTrue(
                    !entry.path("text").asString().contains("cleared")
                            || entry.path("date").asString().equals("2026-06-10"),
                    "each leaves on the day of the bank: " + entry);
        }
        long match = c.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("matchId")
                .asLong();
        ok(c.iris.delete(c.base + at + "/matches/" + match));
        assertEquals("1000.00", c.balance("1010"));
        assertEquals("-83.00", c.balance("2270"));
        assertEquals(3, c.get(at + "/uncleared-payments").size());
        // all three by both lines at once, each booked on its own
        ok(c.post(at + "/matches", Map.of("lineIds", List.of(line, third), "entryIds", standIns)));
        assertEquals("917.00", c.balance("1010"));
        assertEquals("0.00", c.balance("2270"));
        c.checkBooks();
    }

    @Test
    void paymentsThatWaitForTheBank_areProposedForTheirLines_andTakenFirm() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        c.set(bank, Map.of("bookOnClearing", true));
        ok(c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "200.00")));
        ok(c.post("/payments", c.payment(bank, null, "", "2026-06-03", List.of(), "231.17")));
        String csv = "date,amount,balance,check_number,text\n2026-06-05,-200.00,800.00,1001,CHECK\n"
                + "2026-06-08,-231.17,568.83,1002,CHECK\n2026-06-09,-5.00,563.83,,SUNDRY\n";
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements", "june.csv", csv.getBytes(StandardCharsets.UTF_8)));
        String at = "/bank-accounts/" + bank;
        JsonNode rows = c.get(at + "/months/2026-06/lines").path("rows");
        long line = rows.get(0).path("lineId").asLong();
        JsonNode proposed =
                c.get(at + "/months/2026-06/lines/" + line + "/candidates").get(0);
        assertEquals("FIRM", proposed.path("strength").asString());
        assertTrue(proposed.path("waits").asBoolean());
        assertTrue(proposed.path("evidence").toString().contains("check number"), proposed.toString());
        long standIn = proposed.path("entryIds").get(0).asLong();

        assertEquals(
                "payment.clearing",
                clear(at, rows.get(2).path("lineId").asLong(), -standIn).code());
        assertEquals(
                404,
                c.post(at + "/matches", Map.of("lineIds", List.of(), "entryIds", List.of(standIn)))
                        .status(),
                "without a line nobody has paid");
        JsonNode taken = ok(c.post(at + "/months/2026-06/firm", Map.of()));
        assertEquals(2, taken.path("count").asInt(), "both checks; nothing fits the third line");
        assertEquals("568.83", c.balance("1010"));
        assertEquals("0.00", c.balance("2270"));
        ok(c.iris.delete(c.base + at + "/firm/" + taken.path("batchId").asLong()));
        assertEquals("1000.00", c.balance("1010"));
        assertEquals(2, c.get(at + "/uncleared-payments").size());

        ok(c.post(at + "/matches", Map.of("lineIds", List.of(line), "entryIds", List.of(standIn))));
        assertEquals("800.00", c.balance("1010"));
        assertEquals(
                "match.taken",
                c.post(at + "/matches", Map.of("lineIds", List.of(line), "entryIds", List.of(standIn)))
                        .code());
        JsonNode matched = c.get(at + "/months/2026-06/lines").path("rows").get(0);
        ok(c.iris.delete(c.base + at + "/matches/" + matched.path("matchId").asLong()));
        assertEquals("1000.00", c.balance("1010"));
        JsonNode again =
                c.get(at + "/months/2026-06/lines/" + line + "/candidates").get(0);
        assertEquals(standIn, again.path("entryIds").get(0).asLong());
        assertEquals("FAIR", again.path("strength").asString(), "somebody undid it: never firm again");
        c.checkBooks();
    }

    private Answer clear(String at, long line, long payment) {
        return c.post(
                at + "/lines/" + line + "/booking",
                LineRequests.booking("PAYMENT", Map.of("paymentId", payment), "2026-06-05", ""));
    }

    @Test
    void site_notAllowedOnTheAccount_isRefused() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        long dock = ok(c.post("/set-up/sites", Map.of("name", "Dock", "active", true)))
                .path("id")
                .asLong();
        long shed = ok(c.post("/set-up/sites", Map.of("name", "Shed", "active", true)))
                .path("id")
                .asLong();
        c.set(bank, Map.of("sites", List.of(dock)));
        Map<String, Object> form = c.payment(bank, null, "", "2026-06-02", List.of(), "20.00");
        form.put("siteId", shed);
        assertEquals("site.not-allowed", c.post("/payments", form).code());
        form.remove("siteId");
        assertEquals("site.not-allowed", c.post("/payments", form).code(), "nor is leaving the site out a way round");
        form.put("siteId", dock);
        ok(c.post("/payments", form));
    }

    @Test
    void payRun_of300Checks_isOneBatch_andOneBadRowRefusesAll() {
        long bank = c.bankAccount("Payroll", "", "900000.00");
        StringBuilder rows = new StringBuilder("payee,date,amount,account,text\n");
        for (int i = 1; i <= 300; i++) {
            rows.append("Hand ")
                    .append(i)
                    .append(",2026-06-11,")
                    .append(2000 + i)
                    .append(".25,6010,Pay\n");
        }
        String path = c.base + "/payment-files?bankAccountId=" + bank;
        byte[] bad = rows.toString().replace("2150.25,6010", "2150.25,9999").getBytes(StandardCharsets.UTF_8);
        Answer refused = c.iris.upload(path, "pay.csv", bad);
        assertEquals("account.unknown", refused.code());
        assertEquals(
                "line 151, account",
                refused.body().path("problems").get(0).path("where").asString());
        assertEquals(
                0,
                c.get("/payments?from=2026-01-01&to=2026-12-31")
                        .path("payments")
                        .size());
        byte[] good = rows.toString().getBytes(StandardCharsets.UTF_8);
        JsonNode preview = ok(c.iris.upload(path + "&preview=true", "pay.csv", good));
        assertEquals(300, preview.path("count").asInt());
        assertEquals(
                0,
                c.get("/payments?from=2026-01-01&to=2026-12-31")
                        .path("payments")
                        .size());
        JsonNode made = ok(c.iris.upload(path, "pay.csv", good));
        assertEquals(preview.path("booked").path("leaves"), made.path("booked").path("leaves"));
        assertEquals(300, made.path("booked").path("count").asInt());
        assertEquals("254775.00", c.balance("1010"), "900,000.00 less 300 x 2,000.25 and 1 to 300");
        assertEquals(
                "1301", c.get("/bank-accounts").get(0).path("nextCheckNumber").asString());
    }

    @Test
    void voidWithItsBills_leavesNeitherOwed_andIsRefusedWhereABillIsPaidOtherwiseToo() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        long orrin = c.party("PAYABLES", "Orrin Paints", 0);
        long one = c.invoiced(orrin, "B1", "2026-06-01", "300.00", "6010");
        long two = c.invoiced(orrin, "B2", "2026-06-01", "100.00", "6010");
        ok(c.post(
                "/payments", c.payment(bank, orrin, "", "2026-06-02", List.of(NewCompany.part(two, "40.00", "")), "")));
        long both = ok(c.post(
                        "/payments",
                        c.payment(
                                bank,
                                orrin,
                                "",
                                "2026-06-02",
                                List.of(NewCompany.part(one, "300.00", ""), NewCompany.part(two, "60.00", "")),
                                "")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        String path = "/payments/" + both + "/void";
        Map<String, Object> withBills = Map.of("date", "2026-06-02", "reason", "entered twice", "bills", true);
        Answer refused = c.post(path, withBills);
        assertEquals("bill.paid", refused.code(), "B2 is paid by another check too");
        assertEquals("600.00", c.balance("1010"));
        long alone = ok(c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "5.00")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        assertEquals(
                "payment.bills",
                c.post("/payments/" + alone + "/void", withBills).code());
        ok(c.post(path, Map.of("date", "2026-06-02", "reason", "split")));
        long again = ok(c.post(
                        "/payments",
                        c.payment(bank, orrin, "", "2026-06-02", List.of(NewCompany.part(one, "300.00", "")), "")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        c.previewedThenPosted("/payments/" + again + "/void", withBills);
        assertEquals("-60.00", c.balance("2010"), "only the rest of B2 is owed");
        c.checkBooks();
    }

    @Test
    void tenThousandPayments_areTakenWhole_andTheBadOneAmongThemIsNamed() {
        long bank = c.bankAccount("Payroll", "", "900000.00");
        StringBuilder rows = new StringBuilder("payee,date,amount,account,number\n");
        for (int i = 2; i <= 10_001; i++) {
            rows.append("Hand ")
                    .append(i)
                    .append(",2026-06-11,1.00,6010,")
                    .append(10_000 + i)
                    .append('\n');
        }
        String path = c.base + "/payment-files?bankAccountId=" + bank;
        String bad =
                rows.toString().replace("Hand 7031,2026-06-11,1.00,6010,17031", "Hand 7031,2026-06-11,1.00,6010,17030");
        Answer refused = c.iris.upload(path, "pay.csv", bad.getBytes(StandardCharsets.UTF_8));
        assertEquals("number.taken", refused.code());
        assertEquals(
                "line 7031, number",
                refused.body().path("problems").get(0).path("where").asString());
        assertEquals("900000.00", c.balance("1010"));
        JsonNode made = ok(c.iris.upload(path, "pay.csv", rows.toString().getBytes(StandardCharsets.UTF_8)));
        assertEquals(10_000, made.path("count").asInt());
        assertEquals("890000.00", c.balance("1010"));
        Answer again = c.iris.upload(path, "pay.csv", rows.toString().getBytes(StandardCharsets.UTF_8));
        assertEquals("number.taken", again.code(), "the same list twice pays nobody twice");
        assertEquals("890000.00", c.balance("1010"));
        c.checkBooks();
    }

    @Test
    void blankChecks_areNumberedWhenWritten_andZeroOnlyWhereItIsAllowed() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        c.set(bank, Map.of("checkStock", "BLANK", "nextCheckNumber", "0099"));
        assertEquals(
                "number.stock",
                c.post("/payments", c.payment(bank, null, "77", "2026-06-02", List.of(), "5.00"))
                        .code());
        JsonNode made = ok(c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "5.00")));
        assertEquals("0099", made.path("payments").get(0).path("number").asString());
        Map<String, Object> setOff = c.payment(bank, null, "", "2026-06-02", List.of(), "");
        setOff.put(
                "parts",
                Map.of(
                        "items", List.of(),
                        "onAccount", "",
                        "expenses",
                                List.of(
                                        Map.of("account", "6010", "amount", "8.00", "text", "their bill"),
                                        Map.of("account", "4010", "amount", "-8.00", "text", "ours"))));
        assertEquals("payment.amount", c.post("/payments", setOff).code());
        c.set(bank, Map.of("checkStock", "BLANK", "nextCheckNumber", "0100", "zeroPayment", true));
        JsonNode zero = ok(c.post("/payments", setOff));
        assertEquals("0.00", zero.path("payments").get(0).path("amount").asString());
        assertEquals("995.00", c.balance("1010"));
        c.checkBooks();
    }

    @Test
    void payment_onTheMarkOrFromAnUnusedAccount_isRefused() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        assertEquals(
                "mark.held",
                c.post("/payments", c.payment(bank, null, "", "2026-05-31", List.of(), "5.00"))
                        .code());
        c.set(bank, Map.of("active", false));
        assertEquals(
                "bank-account.inactive",
                c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "5.00"))
                        .code());
        c.set(bank, Map.of());
        Map<String, Object> nothing = c.payment(bank, null, "", "2026-06-02", List.of(), "");
        assertEquals("payment.amount", c.post("/payments", nothing).code());
        nothing.put("payee", "");
        assertEquals("field.invalid", c.post("/payments", nothing).code());
    }
}
