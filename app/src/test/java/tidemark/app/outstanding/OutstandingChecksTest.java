package tidemark.app.outstanding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Checks that the bank has not paid: listed by age, and decided on, many in one step. */
@ExtendWith(RunningApp.class)
class OutstandingChecksTest {
    @Test
    void list_showsWhatTheBankHasNotPaid_byTheAgesOfItsAccount(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        out.entries("2026-06-20,-12.50,,9001,Tarn House,Postage", "2026-06-21,-3.00,R1,,Tarn House,no check");
        JsonNode list = out.list("");
        assertEquals(List.of("100.00", "40.00", "12.50", "7.00"), out.amounts(""));
        JsonNode first = list.path("checks").get(0);
        assertEquals("STALE", first.path("stage").asString());
        assertEquals(29, first.path("days").asInt());
        assertEquals(List.of("100.00"), out.amounts("?stage=STALE"));
        assertEquals(List.of("100.00", "40.00", "12.50"), out.amounts("?stage=OLD"));
        assertEquals(List.of("12.50"), out.amounts("?text=tarn"));
        JsonNode sums = list.path("sums").get(0);
        assertEquals("159.50", sums.path("amount").asString());
        assertEquals(
                "[\"7.00\",\"52.50\",\"100.00\"]",
                sums.path("stages")
                        .valueStream()
                        .map(s -> '"' + s.path("amount").asString() + '"')
                        .toList()
                        .toString()
                        .replace(", ", ","));
        // what the bank paid is gone from the list, and so is what another company has
        String number = first.path("number").asString();
        JsonNode taken = ok(out.company.iris.upload(
                out.company.base + "/bank-accounts/" + out.bank + "/statements",
                "june.csv",
                ("date,amount,balance,check_number,text\n2026-06-08,-100.00,900.00," + number + ",CHECK\n")
                        .getBytes(StandardCharsets.UTF_8)));
        assertEquals("TAKEN", taken.path("state").asString());
        ok(out.company.post("/bank-accounts/" + out.bank + "/months/2026-06/firm", Map.of()));
        assertEquals(List.of("40.00", "12.50", "7.00"), out.amounts(""));
        assertEquals(
                0, new NewCompany(app).get("/outstanding-checks").path("checks").size());
        String csv = new String(
                out.company
                        .iris
                        .get(out.company.base + "/outstanding-checks/file?form=CSV")
                        .raw()
                        .body(),
                StandardCharsets.UTF_8);
        assertEquals(4, csv.lines().count());
        assertTrue(csv.contains("12.50"));
        JsonNode today = out.company.get("/today");
        assertEquals(
                0,
                today.path("tasks")
                        .valueStream()
                        .filter(t -> t.path("place").asString().equals("STALE_CHECKS"))
                        .count());
    }

    @Test
    void voidingMany_opensWhatTheySettled_allOrNothing_andOnce(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        assertTrue(c.get("/today").path("tasks").toString().contains("STALE_CHECKS"));
        Map<String, Object> two = ChecksOut.decision("VOID", "2026-07-02", out.key(0), out.key(1));
        JsonNode done = c.previewedThenPosted(ChecksOut.DECISIONS, two);
        assertEquals(2, done.path("outcomes").size());
        assertEquals(List.of("7.00"), out.amounts(""));
        assertEquals(List.of("VOID", "VOID", "BOOKED"), out.states());
        assertEquals("-100.00", c.balance("2010"), "the invoice is owed again");
        assertEquals("993.00", c.balance("1010"));
        JsonNode payment = c.get("/payments?from=2026-06-01&to=2026-06-10")
                .path("payments")
                .get(0);
        assertEquals("lost; we hold the check", payment.path("voidReason").asString());
        c.checkBooks();
        assertEquals("check.gone", out.decide(two).code());

        // one that cannot be decided on holds up all the others
        out.entries("2026-06-20,-12.50,,9001,Tarn House,Postage");
        Map<String, Object> anew = ChecksOut.decision("ANEW", "2026-07-02", out.key(1), out.key(0));
        Answer refused = out.decide(anew);
        assertEquals("check.noPayment", refused.code());
        assertTrue(
                refused.body().toString().contains("Check 9001"), refused.body().toString());
        assertEquals(List.of("12.50", "7.00"), out.amounts(""));
        // an entry's check is voided by reversing it
        ok(out.decide(ChecksOut.decision("VOID", "2026-07-02", out.key(0))));
        assertEquals(List.of("7.00"), out.amounts(""));
        Answer early = out.decide(ChecksOut.decision("VOID", "2026-06-29", out.key(0)));
        assertEquals("reversal.early", early.code());
        c.checkBooks();
    }

    @Test
    void writtenAnew_settlesTheSameUnderANewNumber(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        JsonNode done =
                c.previewedThenPosted(ChecksOut.DECISIONS, ChecksOut.decision("ANEW", "2026-07-01", out.key(0)));
        JsonNode outcome = done.path("outcomes").get(0);
        JsonNode fresh = c.get("/payments/" + outcome.path("paymentId").asLong());
        assertEquals("Orrin Paints", fresh.path("payee").asString());
        assertEquals("2026-07-01", fresh.path("date").asString());
        assertEquals("100.00", fresh.path("amount").asString());
        assertEquals("BOOKED", fresh.path("state").asString());
        assertEquals("0.00", c.balance("2010"), "the invoice is paid by the new one");
        assertEquals(List.of("40.00", "7.00", "100.00"), out.amounts(""));
        assertEquals(List.of("VOID", "BOOKED", "BOOKED", "BOOKED"), out.states());
        c.checkBooks();
    }

    @Test
    void kept_isLeftAloneUntilItsDay_andAStopIsNotedWithItsFee(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        Map<String, Object> keep = ChecksOut.decision("KEEP", "2026-07-02", out.key(0));
        assertEquals("check.until", out.decide(keep).code());
        keep.put("until", "2026-07-02");
        assertEquals("check.until", out.decide(keep).code());
        keep.put("until", "2026-08-31");
        ok(out.decide(keep));
        assertEquals(List.of("40.00", "7.00"), out.amounts(""));
        assertEquals(
                "lost",
                out.list("?kept=true").path("checks").get(0).path("keptNote").asString());
        assertTrue(!c.get("/today").path("tasks").toString().contains("STALE_CHECKS"));

        Map<String, Object> stop = ChecksOut.decision("STOP", "2026-07-02", out.key(0), out.key(1));
        assertEquals("check.asked", out.decide(stop).code());
        stop.put("confirmation", "SP-7731");
        stop.put("fee", "-1.00");
        assertEquals("check.fee", out.decide(stop).code());
        stop.put("fee", "15.00");
        c.previewedThenPosted(ChecksOut.DECISIONS, stop);
        assertEquals("30.00", c.balance("6810"), "the fee of each");
        JsonNode first = out.list("?kept=true").path("checks").get(0);
        assertEquals("SP-7731", first.path("stopConfirmation").asString());
        assertEquals("check.stopped", out.decide(stop).code());
        // a stop is asked for where it is said to be the reason
        Map<String, Object> voids = ChecksOut.decision("VOID", "2026-07-02", out.key(2));
        voids.put("paper", "STOPPED");
        assertEquals("check.notStopped", out.decide(voids).code());
        voids.put("checks", List.of(out.key(0)));
        ok(out.decide(voids));
        voids.remove("paper");
        assertEquals("check.asked", out.decide(voids).code());
        c.checkBooks();
    }

    @Test
    void lineThatPaysAVoidCheck_standsOut(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        JsonNode oldest = out.list("").path("checks").get(0);
        Map<String, Object> voids = ChecksOut.decision("VOID", "2026-07-02", out.key(0));
        voids.put("paper", "NEITHER");
        JsonNode done = ok(out.decide(voids));
        assertTrue(done.path("outcomes").get(0).path("warnings").toString().contains("may pay it"));
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + out.bank + "/statements",
                "june.csv",
                ("date,amount,balance,check_number,text\n2026-06-29,-100.00,900.00,0"
                                + oldest.path("number").asString() + ",CHECK\n2026-06-29,-1.00,899.00,77,CHECK\n")
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode rows =
                c.get("/bank-accounts/" + out.bank + "/months/2026-06/lines").path("rows");
        assertTrue(
                rows.get(0).path("voidCheck").asString().contains("lost; neither held nor stopped"), rows.toString());
        assertEquals("", rows.get(1).path("voidCheck").asString());
    }

    /** A check that is a plain entry is void once its entry is reversed; written again under its number it is not. */
    @Test
    void lineThatPaysTheCheckOfAVoidEntry_standsOut(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        NewCompany c = out.company;
        out.entries("2026-06-02,-12.50,,9001,Tarn House,Postage", "2026-06-02,-8.00,,9002,Tarn House,Postage");
        ok(out.decide(ChecksOut.decision("VOID", "2026-07-02", out.key(0))));
        ok(out.decide(ChecksOut.decision("VOID", "2026-07-02", out.key(0))));
        out.entries("2026-06-20,-8.00,,9002,Tarn House,Postage again");
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + out.bank + "/statements",
                "june.csv",
                ("date,amount,balance,check_number,text\n2026-06-29,-12.50,987.50,9001,CHECK\n"
                                + "2026-06-29,-8.00,979.50,9002,CHECK\n")
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode rows =
                c.get("/bank-accounts/" + out.bank + "/months/2026-06/lines").path("rows");
        assertEquals(
                "Check 9001 to Tarn House is void. Ask the bank why it paid it.",
                rows.get(0).path("voidCheck").asString());
        assertEquals("", rows.get(1).path("voidCheck").asString());
    }

    @Test
    void ofTwoWhoDecideOnOneCheck_oneIsRefused(RunningApp.App app) throws Exception {
        ChecksOut out = new ChecksOut(app);
        Client other = Client.signedIn(app, "iris");
        List<Callable<Answer>> calls = new ArrayList<>();
        for (String fate : List.of("VOID", "ANEW", "UNCLAIMED", "VOID")) {
            Map<String, Object> decision = ChecksOut.decision(fate, "2026-07-02", out.key(0), out.key(1));
            calls.add(() -> other.post(out.company.base + ChecksOut.DECISIONS, decision));
        }
        CyclicBarrier start = new CyclicBarrier(calls.size());
        int taken = 0;
        try (ExecutorService pool = Executors.newFixedThreadPool(calls.size())) {
            List<Future<Answer>> running = new ArrayList<>();
            for (Callable<Answer> call : calls) {
                running.add(pool.submit(() -> {
                    start.await();
                    return call.call();
                }));
            }
            for (Future<Answer> answer : running) {
                if (answer.get().status() == 200) {
                    taken++;
                } else {
                    assertEquals(
                            "check.gone",
                            answer.get().code(),
                            answer.get().body().toString());
                }
            }
        }
        assertEquals(1, taken);
        out.company.checkBooks();
    }

    @Test
    void onlyWhoPrepares_decides_andNobodyOfAnotherCompany(RunningApp.App app) {
        ChecksOut out = new ChecksOut(app);
        Map<String, Object> voids = ChecksOut.decision("VOID", "2026-07-02", out.key(0));
        Client viewer = out.company.person(app, "paz", "Paz", "VIEWER");
        assertEquals(
                403, viewer.post(out.company.base + ChecksOut.DECISIONS, voids).status());
        assertEquals(200, viewer.get(out.company.base + "/outstanding-checks").status());
        NewCompany other = new NewCompany(app);
        assertEquals("check.gone", other.post(ChecksOut.DECISIONS, voids).code());
        assertEquals(List.of("100.00", "40.00", "7.00"), out.amounts(""));
    }
}
