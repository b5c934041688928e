package tidemark.app.paymentrun;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.bankanswer.BankAnswerBooks;
import tidemark.app.books.BankReturns;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Payment runs: decided, handed over, released, paid by the bank; declined, reversed; two at once; and what is refused. */
@ExtendWith(RunningApp.class)
class PaymentRunsTest extends PayingCompany {
    @Test
    void aRun_isDecided_releasedByASecondPerson_andPaidInOneSumBesideItsChecks() throws Exception {
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        credit(alder, "K-1", "26.00");
        long bittern = supplier("Bittern Fuel", "480.00", "");
        long cormorant = supplier("Cormorant Sails", "2000.00", "33334444");
        long dunlin = supplier("Dunlin Print", "75.00", "55556666");
        // 2 % until 8 July, due on 28 July: 2 / 98 * 365 / 26 = 28.6 % a year
        long eider = c.party("PAYABLES", "Eider Timber", 2);
        details(eider, "77778888");
        c.invoiced(eider, "B-Eider", "2026-06-28", "1000.00", "6010");
        long fulmar = c.party("EMPLOYEES", "Finn Fulmar", 0);
        long later = supplier("Gannet Glass", "", "99990000");
        c.invoiced(later, "B-Gannet", "2026-06-20", "10.00", "6010");

        long run = begin(TODAY, "28.6");
        JsonNode shown = run(run);
        assertEquals(5, shown.path("sums").path("ready").asInt(), shown.toString());
        assertEquals("4835.00", shown.path("sums").path("undecidedAmount").asString());
        assertEquals(
                "Gannet Glass", shown.path("nothingDue").path("names").get(0).asString());
        assertEquals("1300.00", row(run, alder).path("amount").asString());
        JsonNode early = row(run, eider).path("items").get(0);
        assertEquals("980.00", row(run, eider).path("amount").asString());
        assertEquals(0, new BigDecimal("28.6").compareTo(early.path("rate").decimalValue()), early.toString());
        assertTrue(early.path("early").asBoolean());
        assertEquals("CHECK", row(run, bittern).path("means").asString());
        assertEquals("•••• 2222", row(run, alder).path("to").path("account").asString());
        assertTrue(row(run, alder).path("to").path("firstTime").asBoolean());

        assertEquals(
                "payrun.other", pay(run, alder, Map.of("expected", "1326.00")).code());
        ok(pay(run, alder, Map.of("expected", "1300.00")));
        long bill = row(run, cormorant).path("items").get(0).path("itemId").asLong();
        assertEquals(
                "due.more",
                pay(run, cormorant, Map.of("items", List.of(Map.of("itemId", bill, "amount", "2000.01"))))
                        .code());
        JsonNode changed = ok(pay(
                run,
                cormorant,
                Map.of("items", List.of(Map.of("itemId", bill, "amount", "1,500.00")), "byCheck", true)));
        assertTrue(changed.path("changed").asBoolean());
        assertEquals("CHECK", changed.path("means").asString());
        ok(c.post("/payment-runs/" + run + "/payees/" + dunlin + "/skipping", Map.of("reason", "disputed")));
        assertEquals(
                "payrun.details", pay(run, bittern, Map.of("byCheck", false)).code());
        assertEquals("payrun.undecided", handOver(run).code());
        ok(c.post("/payment-runs/" + run + "/all", Map.of()));
        // what is in the run is nobody else's
        assertEquals(
                "settle.reserved",
                c.post("/payments", c.payment(bank, cormorant, "", TODAY, List.of(part(bill, "600.00", "")), ""))
                        .code());
        shown = run(run);
        assertEquals("4260.00", shown.path("sums").path("amount").asString());
        assertEquals("20.00", shown.path("sums").path("discount").asString());
        assertEquals(
                List.of("FILE 2 2280.00", "CHECK 2 1980.00"),
                shown.path("sums")
                        .path("byMeans")
                        .valueStream()
                        .map(m -> m.path("means").asString() + " "
                                + m.path("count").asInt() + " "
                                + m.path("amount").asString())
                        .toList());
        assertEquals("2280.00", shown.path("file").path("credits").asString());

        String before = c.balance("2010");
        ok(handOver(run));
        assertEquals("payrun.state", pay(run, dunlin, Map.of()).code(), "nothing changes while it waits");
        assertEquals("approval.second", approveMyself().code());
        assertEquals(before, c.balance("2010"), "nothing is booked before its release");
        ok(approve());
        shown = run(run);
        assertEquals("RELEASED", shown.path("state").asString());
        assertEquals("Second Person", shown.path("releasedBy").asString());
        assertEquals(
                new BigDecimal("4280.00"),
                new BigDecimal(c.balance("2010"))
                        .subtract(new BigDecimal(before))
                        .abs());
        assertEquals(Map.of("Invoice B-Cormorant Sails", "500.00"), positive(open(cormorant)));
        assertEquals(Map.of(), open(alder));
        assertEquals(Map.of(), open(eider));
        assertEquals("0", Integer.toString(open(fulmar).size()));
        c.checkBooks();
        // each payment is in the register, the checks with numbers of the stock
        assertEquals("1001", row(run, bittern).path("payment").path("number").asString());
        assertEquals("1002", row(run, cormorant).path("payment").path("number").asString());
        long paid = row(run, alder).path("payment").path("id").asLong();
        JsonNode payment = c.get("/payments/" + paid);
        assertTrue(payment.toString().contains("Second Person"), payment.toString());
        // the file is the same whenever it is fetched, and comes to what is paid by it
        String file = file(run);
        assertEquals(file, file(run));
        long cents = 0;
        for (String line : file.split("\n")) {
            cents += line.startsWith("6") ? Long.parseLong(line.substring(29, 39)) : 0;
        }
        assertEquals(228_000, cents);
        assertTrue(file.contains("SUPPLIERS"), file);
        assertEquals("payrun.state", handOver(run).code(), "released once");
        assertTrue(
                row(begin(TODAY, "0"), cormorant).path("to").path("firstTime").asBoolean(), "it got a check");

        byte[] advice = c.iris.get(c.base + "/payment-runs/" + run + "/remittance-advice?paper=A4")
                .raw()
                .body();
        try (var pdf = Loader.loadPDF(advice)) {
            assertEquals(4, pdf.getNumberOfPages());
            String text = new PDFTextStripper().getText(pdf);
            assertTrue(text.contains("We pay 1,300.00 USD on 2 Jul 2026 to the account •••• 2222"), () -> text);
            assertTrue(text.contains("Credit note K-1") && text.contains("(26.00)"), text);
            assertTrue(text.contains("with check 1001"), text);
            assertTrue(text.contains("(20.00)"), text);
        }

        // the bank pays the file in one sum; the checks wait for themselves
        bankSays("-2280.00", "ACH DEBIT TEST HARBOUR");
        JsonNode cleared = row(run, eider).path("payment");
        assertFalse(cleared.path("atTheBank").asBoolean(), cleared.toString());
        assertEquals(TODAY, c.get("/payment-runs").get(1).path("paidOn").asString());
        assertEquals(
                "payrun.paid",
                c.post("/payment-runs/" + run + "/reversal", Map.of("date", TODAY))
                        .code());
        c.checkBooks();
    }

    private static Map<String, String> positive(Map<String, String> open) {
        Map<String, String> out = new HashMap<>();
        open.forEach((title, amount) -> out.put(title, amount.replace("-", "")));
        return out;
    }

    @Test
    void aRunThatIsGivenUp_declined_orReversed_leavesEverythingAsItWas() {
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        credit(alder, "K-1", "26.00");
        supplier("Bittern Fuel", "480.00", "");
        String parties = c.get("/parties?control=PAYABLES&date=2026-07-31").toString();
        String accounts = c.get("/ledger/accounts").toString();

        long given = begin(TODAY, "10");
        ok(c.post("/payment-runs/" + given + "/all", Map.of()));
        ok(handOver(given));
        ok(decline("pay Bittern by transfer"));
        JsonNode shown = run(given);
        assertEquals("OPEN", shown.path("state").asString());
        assertEquals("pay Bittern by transfer", shown.path("declinedFor").asString());
        assertEquals(2, shown.path("sums").path("payees").asInt(), "what was decided is still there");
        ok(handOver(given));
        ok(c.post("/payment-runs/" + given + "/fetching-back", Map.of()));
        assertEquals(
                0,
                c.get("/approvals")
                        .path("approvals")
                        .valueStream()
                        .filter(a -> a.path("state").asString().equals("ASKED"))
                        .count(),
                "nobody is asked any more");
        ok(c.post(
                "/payment-runs/" + given + "/taking-back",
                Map.of("version", run(given).path("version").asInt())));
        assertEquals(parties, c.get("/parties?control=PAYABLES&date=2026-07-31").toString());
        assertEquals(accounts, c.get("/ledger/accounts").toString());

        long run = begin(TODAY, "10");
        release(run);
        assertEquals(Map.of(), open(alder));
        c.previewedThenPosted("/payment-runs/" + run + "/reversal", Map.of("date", TODAY));
        shown = run(run);
        assertEquals("REVERSED", shown.path("state").asString());
        assertEquals(parties, c.get("/parties?control=PAYABLES&date=2026-07-31").toString());
        assertEquals(balances(accounts), balances(c.get("/ledger/accounts").toString()));
        String back = content(shown.path("reversalFileId").asLong());
        assertTrue(back.contains("REVERSAL"), back);
        assertEquals(
                List.of("627"),
                back.lines()
                        .filter(l -> l.startsWith("6"))
                        .map(l -> l.substring(0, 3))
                        .toList());
        c.checkBooks();
    }

    /** The balances of a chart, without what came of it in between. */
    private static List<String> balances(String accounts) {
        return java.util.regex.Pattern.compile("\"balance\":\"[^\"]*\"")
                .matcher(accounts)
                .results()
                .map(java.util.regex.MatchResult::group)
                .toList();
    }

    @Test
    void otherBankDetails_areShown_andPayOnlyOnceDecidedAgain() {
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        long run = begin(TODAY, "10");
        ok(pay(run, alder, Map.of()));
        ok(handOver(run));
        details(alder, "44443333");
        // what was handed over is another now
        JsonNode row = row(run, alder);
        assertEquals("•••• 2222", row.path("to").path("account").asString());
        assertEquals(1, row.path("problems").size(), row.toString());
        assertEquals("payrun.otherDetails", approve().code());
        assertEquals("WAITS", run(run).path("state").asString());
        ok(c.post("/payment-runs/" + run + "/fetching-back", Map.of()));
        assertEquals("payrun.otherDetails", handOver(run).code());
        ok(pay(run, alder, Map.of()));
        ok(handOver(run));
        ok(approve());
        assertTrue(file(run).contains("44443333") && !file(run).contains("11112222"));
    }

    @Test
    void anItemIsInOneOpenRun_andOfTwoWhoDecideOrReleaseAtOnce_oneDoes() throws Exception {
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        long first = begin(TODAY, "10");
        long other = begin(TODAY, "10");
        assertEquals("OPEN", run(other).path("state").asString());
        ExecutorService two = Executors.newFixedThreadPool(2);
        try {
            List<Callable<Answer>> both = new ArrayList<>();
            for (long run : List.of(first, other)) {
                both.add(() -> pay(run, alder, Map.of("expected", "1326.00")));
            }
            assertEquals(1, done(two.invokeAll(both)), "an item is paid once");
            long run = run(first).path("sums").path("payees").asInt() == 1 ? first : other;
            ok(handOver(run));
            both.clear();
            for (int i = 0; i < 2; i++) {
                both.add(this::approve);
            }
            assertEquals(1, done(two.invokeAll(both)), "released once");
        } finally {
            two.shutdownNow();
        }
        assertEquals(Map.of(), open(alder));
        c.checkBooks();
    }

    private static int done(List<Future<Answer>> answers) throws Exception {
        int done = 0;
        for (Future<Answer> answer : answers) {
            done += answer.get().status() / 100 == 2 ? 1 : 0;
        }
        return done;
    }

    @Test
    void aRunOfALaterDay_waitsForIt_andWhatTheBankRefusesOfIt_isOwedAgain() {
        terms(Map.of("paymentLeadDays", 1));
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        supplier("Bittern Fuel", "480.00", "55551111");
        assertEquals(
                "run.near",
                c.post("/payment-runs", Map.of("bankAccountId", bank, "head", head(TODAY, "10")))
                        .code());
        // 3 July is the day on which the banks of 4 July's Saturday work
        long run = begin("2026-07-03", "10");
        release(run);
        JsonNode payment = row(run, alder).path("payment");
        assertEquals("WAITS_FOR_DATE", payment.path("state").asString());
        assertEquals(
                "settle.reserved",
                c.post(
                                "/payments",
                                c.payment(
                                        bank,
                                        alder,
                                        "",
                                        TODAY,
                                        List.of(part(
                                                row(run, alder)
                                                        .path("items")
                                                        .get(0)
                                                        .path("itemId")
                                                        .asLong(),
                                                "1.00",
                                                "")),
                                        ""))
                        .code());
        ok(c.post("/payments/" + payment.path("id").asLong() + "/void", Map.of("date", TODAY, "reason", "refused")));
        assertEquals(Map.of("Invoice B-Alder Ropes", "1326.00"), positive(open(alder)));
        // the bank pays what is left of it, before anybody booked it
        bankSays("-480.00", "ACH DEBIT TEST HARBOUR");
        c.checkBooks();
        JsonNode summary = c.get("/payment-runs").get(0);
        assertEquals(1, summary.path("voided").asInt());
        assertEquals("1326.00", summary.path("voidedAmount").asString());
        assertEquals(TODAY, summary.path("paidOn").asString());
        String csv = new String(
                c.iris.get(c.base + "/payment-runs/file?form=CSV").raw().body(), StandardCharsets.UTF_8);
        assertTrue(csv.contains("1326.00"), csv);
    }

    @Test
    void whatDoesNotFit_isRefusedInWords_andNothingIsLost() {
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        assertEquals(
                "run.holiday",
                c.post("/payment-runs", Map.of("bankAccountId", bank, "head", head("2026-07-04", "10")))
                        .code());
        assertEquals(
                422,
                c.post("/payment-runs", Map.of("bankAccountId", bank, "head", head(TODAY, "-1")))
                        .status());
        long francs = c.bankAccount("Francs", "CHF", "0.00");
        assertEquals(
                "payrun.currency",
                c.post("/payment-runs", Map.of("bankAccountId", francs, "head", head(TODAY, "10")))
                        .code());
        long run = begin(TODAY, "10");
        c.set(bank, Map.of("mostOutInADay", "1000.00", "bookOnClearing", true));
        ok(c.post("/payment-runs/" + run + "/all", Map.of()));
        Answer tooMuch = handOver(run);
        assertTrue(
                List.of("payment.day", "payment.limit").contains(tooMuch.code()),
                tooMuch.body().toString());
        assertEquals(1, run(run).path("sums").path("payees").asInt(), "what was decided stays");
        assertEquals(
                "run.changed",
                c.post("/payment-runs/" + run + "/handing-over", Map.of("version", 99))
                        .code());
        assertEquals(
                "payrun.noAdvice",
                c.iris.get(c.base + "/payment-runs/" + run + "/remittance-advice")
                        .code());
        assertEquals(404, c.iris.get("/api/v1/companies/1/payment-runs/" + run).status());
        // its days change, and what was decided is worked out anew
        ok(c.iris.put(
                c.base + "/payment-runs/" + run,
                Map.of(
                        "version",
                        run(run).path("version").asInt(),
                        "head",
                        Map.of("dueUpTo", "2026-05-01", "payOn", TODAY, "leastRate", "10", "note", "June"))));
        assertEquals(0, run(run).path("sums").path("payees").asInt(), "nothing is due any more");
        assertEquals("payrun.nothing", pay(run, alder, Map.of()).code());
        assertEquals("payrun.empty", handOver(run).code());
    }

    @Test
    void whatTheBankSendsBack_isOwedAgain_andWhatItSaysOfAnAccountWaitsForASecondPerson(RunningApp.App running) {
        long alder = supplier("Alder Ropes", "1326.00", "11112222");
        long bittern = supplier("Bittern Fuel", "480.00", "55551111");
        supplier("Cormorant Sails", "75.00", "77773333");
        String owed = c.balance("2010");
        long run = begin(TODAY, "10");
        release(run);
        String cash = c.balance("1010");
        // one comes back before the bank has paid the file, one after it
        JsonNode taken = take("Alder Ropes", "R03");
        JsonNode answer = taken.path("answers").get(0);
        assertEquals("BOOK", answer.path("lead").asString(), answer.toString());
        assertEquals(run, answer.path("payRunId").asLong());
        assertTrue(answer.path("reason").asString().contains("account"), answer.toString());
        c.previewedThenPosted("/bank-answers/booking", booking(answer));
        assertEquals(Map.of("Invoice B-Alder Ropes", "1326.00"), positive(open(alder)));
        assertEquals("VOID", row(run, alder).path("payment").path("state").asString());
        assertEquals(
                "answer.decided",
                c.post("/bank-answers/booking", booking(answer)).code());
        assertEquals(
                "answer.twice",
                c.iris.upload(
                                c.base + "/bank-answer-files",
                                "again.ach",
                                BankReturns.of(file(run), Map.of("Alder Ropes", "R03")))
                        .code());

        bankSays("-555.00", "ACH DEBIT TEST HARBOUR");
        JsonNode later = take("Bittern Fuel", "R02").path("answers").get(0);
        JsonNode posted = c.previewedThenPosted("/bank-answers/booking", booking(later));
        List<Long> entries = new ArrayList<>();
        posted.path("entries").forEach(e -> entries.add(e.path("id").asLong()));
        assertEquals(
                1,
                running.bean(BankAnswerBooks.class).saidByTheBank(c.id, entries).size());
        assertEquals(Map.of("Invoice B-Bittern Fuel", "480.00"), positive(open(bittern)));
        assertEquals(
                new BigDecimal(cash).subtract(new BigDecimal("75.00")),
                new BigDecimal(c.balance("1010")).subtract(new BigDecimal("0.00")),
                "what came back is on the account again");
        assertEquals(
                new BigDecimal(owed).abs().subtract(new BigDecimal("75.00")), new BigDecimal(c.balance("2010")).abs());
        c.checkBooks();
        JsonNode summary = c.get("/payment-runs").get(0);
        assertEquals(2, summary.path("voided").asInt());

        JsonNode change =
                take("Cormorant Sails", "C01 99998888").path("answers").get(0);
        assertEquals("DONE", change.path("lead").asString(), change.toString());
        long party = change.path("partyId").asLong();
        JsonNode details = c.get("/parties/" + party + "/bank-details");
        assertEquals("ASKED", details.get(0).path("state").asString());
        assertEquals("•••• 8888", details.get(0).path("account").asString());
        assertTrue(details.get(0).path("confirmed").asString().contains("C01"), details.toString());
    }

    private JsonNode take(String payee, String says) {
        return ok(c.iris.upload(
                c.base + "/bank-answer-files",
                "returns.ach",
                BankReturns.of(file(c.get("/payment-runs").get(0).path("id").asLong()), Map.of(payee, says))));
    }

    private static Map<String, Object> booking(JsonNode answer) {
        return Map.of(
                "ourFee",
                "",
                "answers",
                List.of(Map.of("answerId", answer.path("id").asLong(), "fromCredit", false)));
    }
}
