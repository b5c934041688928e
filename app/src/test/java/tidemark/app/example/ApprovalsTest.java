package tidemark.app.example;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.access.Actor;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A second person is asked, approves, declines, is too late, or finds it changed: payments, and what the tests bring. */
@ExtendWith(RunningApp.class)
class ApprovalsTest {
    private NewCompany c;
    private RunningApp.App app;
    private Client maker;
    private Client second;
    private long bank;

    @BeforeEach
    void company(RunningApp.App running) {
        app = running;
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "1000.00");
        ok(c.iris.put(c.base + "/set-up/company", Map.of("name", "Approving " + c.id, "secondPersonAbove", "100.00")));
        maker = c.person(app, "maker", "Milo Maker", "PREPARER");
        second = c.person(app, "second", "Sena Second", "PREPARER");
    }

    private long payment() {
        return ok(maker.post(c.base + "/payments", c.payment(bank, null, "", "2026-06-10", List.of(), "100.01")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
    }

    private JsonNode asked(String kind, long subject) {
        return second.get(c.base + "/approvals/of/" + kind + "/" + subject).body();
    }

    private String approval(JsonNode asked) {
        return c.base + "/approvals/" + asked.get(0).path("id").asLong();
    }

    private String state(long payment) {
        return c.get("/payments/" + payment).path("state").asString();
    }

    private List<String> tasksForASecondPerson() {
        return c.get("/today")
                .path("tasks")
                .valueStream()
                .filter(t -> t.path("place").asString().equals("APPROVALS"))
                .map(t -> t.path("words").asString())
                .toList();
    }

    @Test
    void asked_itStandsOnToday_isPreviewed_andBookedOnceItIsApproved() {
        long payment = payment();
        assertEquals(List.of("is asked to approve something"), tasksForASecondPerson());
        JsonNode asked = asked("PAYMENT", payment);
        assertEquals("/payments/" + payment, asked.get(0).path("path").asString());
        assertEquals("2026-08-01", asked.get(0).path("lapsesAfter").asString());
        assertTrue(asked.get(0).path("title").asString().endsWith(", 100.01 USD, from Operating"), asked.toString());
        String approval = approval(asked) + "/approval";
        JsonNode preview = ok(second.post(approval + "?preview=true", Map.of()));
        assertEquals(1, preview.path("count").asInt());
        assertEquals("1000.00", c.balance("1010"), "a preview keeps nothing");
        ok(second.post(approval, Map.of()));
        assertEquals("899.99", c.balance("1010"));
        assertEquals("BOOKED", state(payment));
        assertEquals(
                "Sena Second", c.get("/payments/" + payment).path("releasedBy").asString());
        assertEquals("approval.state", second.post(approval, Map.of()).code());
        assertEquals(List.of(), tasksForASecondPerson());
        c.checkBooks();
    }

    @Test
    void declined_itIsVoid_withTheReason_andSettlesNothing() {
        long supplier = c.party("PAYABLES", "Orrin Paints", 30);
        long item = c.invoiced(supplier, "B-1", "2026-06-01", "150.00", "6010");
        long payment = ok(maker.post(
                        c.base + "/payments",
                        c.payment(bank, supplier, "", "2026-06-10", List.of(NewCompany.part(item, "150.00", "")), "")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        String refusal = approval(asked("PAYMENT", payment)) + "/refusal";
        assertEquals(
                "field.invalid", second.post(refusal, Map.of("reason", " ")).code());
        ok(second.post(refusal, Map.of("reason", "Paid by card already")));
        assertEquals("VOID", state(payment));
        assertEquals(
                "Paid by card already",
                c.get("/payments/" + payment).path("voidReason").asString());
        assertEquals("DECLINED", asked("PAYMENT", payment).get(0).path("state").asString());
        assertEquals("1000.00", c.balance("1010"));
        // what it was to settle is free for another
        ok(maker.post(
                c.base + "/payments",
                c.payment(bank, supplier, "", "2026-06-10", List.of(NewCompany.part(item, "50.00", "")), "")));
        c.checkBooks();
    }

    @Test
    void notDecidedInTime_itHasLapsed_andIsAskedAgain() {
        long payment = payment();
        String late = approval(asked("PAYMENT", payment));
        app.bean(JdbcTemplate.class)
                .update("update approval_request set lapses_after = date '2026-07-01' where subject_id = ?", payment);
        assertEquals("LAPSED", asked("PAYMENT", payment).get(0).path("state").asString());
        assertEquals(List.of("one thing was not decided in time"), tasksForASecondPerson());
        assertEquals(
                "approval.lapsed", second.post(late + "/approval", Map.of()).code());
        ok(second.post(late + "/renewal", Map.of()));
        assertEquals("approval.state", second.post(late + "/renewal", Map.of()).code());
        String again = approval(asked("PAYMENT", payment)) + "/approval";
        assertEquals("approval.second", second.post(again, Map.of()).code(), "whoever asked again has asked");
        ok(maker.post(again, Map.of()));
        assertEquals("BOOKED", state(payment));
        c.checkBooks();
    }

    @Test
    void limit_holdsFromItsDay_andThePastStaysAsItWas() {
        Map<String, Object> higher =
                Map.of("name", "Approving " + c.id, "secondPersonAbove", "500.00", "secondPersonFrom", "2026-07-10");
        ok(c.iris.put(c.base + "/set-up/company", higher));
        JsonNode setUp = c.get("/set-up");
        assertEquals("100.00", setUp.path("secondPersonAbove").asString());
        assertEquals(
                "2026-07-10",
                setUp.path("secondPersonChanges").get(0).path("from").asString());
        assertEquals("WAITS_FOR_RELEASE", state(payment()), "it holds today");
        app.bean(JdbcTemplate.class)
                .update(
                        "update second_person_limit set valid_from = date '2026-07-01' where company_id = ? and minor_units = 50000",
                        c.id);
        app.bean(JdbcTemplate.class)
                .update(
                        "update second_person_limit set valid_from = date '2026-06-01' where company_id = ? and minor_units = 10000",
                        c.id);
        assertEquals("BOOKED", state(payment()));
        assertEquals(
                "limit.past",
                c.iris.put(
                                c.base + "/set-up/company",
                                Map.of(
                                        "name",
                                        "Approving " + c.id,
                                        "secondPersonAbove",
                                        "1.00",
                                        "secondPersonFrom",
                                        "2026-07-01"))
                        .code());
    }

    @Test
    void voidedByWhoMadeIt_itCannotBeApprovedAnyMore() {
        long payment = payment();
        String approval = approval(asked("PAYMENT", payment)) + "/approval";
        ok(maker.post(c.base + "/payments/" + payment + "/void", Map.of("date", "2026-06-11", "reason", "wrong")));
        assertEquals("VOID", asked("PAYMENT", payment).get(0).path("state").asString());
        assertEquals("approval.state", second.post(approval, Map.of()).code());
        c.checkBooks();
    }

    @Test
    void listOfThoseThatWait_saysHowManyThereAre_beyondItsPage() {
        payment();
        app.bean(JdbcTemplate.class).update("""
                insert into approval_request (id, company_id, version, kind, subject_id, title, digest, state,
                  asked_by_person_id, asked_by, asked_at, lapses_after, reason)
                select next value for row_id, ?, 0, 'MOORING_RATE', x, 'Rate ' || x, '', 'ASKED', 1, 'Milo', now(),
                  date '2026-08-01', '' from system_range(1, 600)""", c.id);
        JsonNode list = c.get("/approvals");
        assertEquals(500, list.path("approvals").size());
        assertEquals(601, list.path("undecided").asInt());
        assertEquals(List.of("is asked to approve 601 things"), tasksForASecondPerson());
    }

    @Test
    void twoWhoApproveAtOnce_bookItOnce() {
        long payment = payment();
        String approval = approval(asked("PAYMENT", payment)) + "/approval";
        List<Answer> answers = Stream.of(second, c.person(app, "third", "Tove Third", "PREPARER"))
                .map(who -> CompletableFuture.supplyAsync(() -> who.post(approval, Map.of())))
                .toList()
                .stream()
                .map(CompletableFuture::join)
                .toList();
        assertEquals(1, answers.stream().filter(a -> a.status() == 200).count(), answers.toString());
        assertEquals(
                1,
                answers.stream()
                        .filter(a -> a.status() == 409 && a.code().equals("approval.state"))
                        .count(),
                answers.toString());
        assertEquals("899.99", c.balance("1010"));
    }

    @Test
    void anEdit_voidsWhatWasAsked_forWhateverACapabilityBrings() {
        MooringRates rates = app.bean(MooringRates.class);
        Actor milo = new Actor(-1, "milo", "Milo");
        rates.ask(c.id, "45.00", milo);
        String first = approval(asked("MOORING_RATE", c.id)) + "/approval";
        rates.ask(c.id, "48.00", milo);
        assertEquals("approval.state", second.post(first, Map.of()).code(), "it was asked anew");
        JsonNode asked = asked("MOORING_RATE", c.id);
        assertEquals(
                List.of("ASKED", "VOID"),
                asked.valueStream().map(a -> a.path("state").asString()).toList());
        rates.change(c.id, "99.00");
        String changed = approval(asked) + "/approval";
        assertEquals("approval.changed", second.post(changed, Map.of()).code());
        assertEquals("", rates.inForce(c.id));
        rates.change(c.id, "48.00");
        ok(second.post(changed, Map.of()));
        assertEquals("48.00", rates.inForce(c.id));
        rates.ask(c.id, "50.00", milo);
        ok(second.post(approval(asked("MOORING_RATE", c.id)) + "/refusal", Map.of("reason", "Too much")));
        assertEquals("Too much", rates.declined(c.id));
        assertEquals("48.00", rates.inForce(c.id));
    }
}
