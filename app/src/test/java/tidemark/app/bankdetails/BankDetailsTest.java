package tidemark.app.bankdetails;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** To which account a party is paid: asked by one, approved by another, kept with its history. */
@ExtendWith(RunningApp.class)
class BankDetailsTest {
    private NewCompany c;
    private Client second;
    private long party;
    private String path;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        second = c.person(app, "second" + c.id, "Second Person", "PREPARER");
        party = c.party("PAYABLES", "Coastal Timber", 0);
        path = "/parties/" + party + "/bank-details";
    }

    private static Map<String, Object> ach(String routing, String number) {
        return Map.of(
                "sepa",
                false,
                "holder",
                "",
                "routing",
                routing,
                "accountNumber",
                number,
                "savings",
                false,
                "bic",
                "",
                "confirmed",
                "called back on the number of the last invoice");
    }

    private long asked() {
        for (JsonNode a : c.get("/approvals").path("approvals")) {
            if (a.path("state").asString().equals("ASKED")) {
                return a.path("id").asLong();
            }
        }
        throw new IllegalStateException("nothing is asked");
    }

    private Answer approve(Client who) {
        return who.post(c.base + "/approvals/" + asked() + "/approval", Map.of());
    }

    private List<String> states() {
        return c.get(path)
                .valueStream()
                .map(d -> d.path("state").asString() + " " + d.path("account").asString())
                .toList();
    }

    @Test
    void aChange_paysOnceAnotherPersonApproved_andTheFormerOnesStay() {
        ok(c.post(path, ach("011000015", "11112222")));
        assertEquals(List.of("ASKED •••• 2222"), states());
        assertEquals("approval.second", approve(c.iris).code(), "not by whoever asked");
        assertEquals(
                "bankdetails.waits", c.post(path, ach("011000015", "99998888")).code());
        ok(approve(second));
        assertEquals(List.of("CURRENT •••• 2222"), states());
        assertEquals(
                "bankdetails.same", c.post(path, ach("011000015", "11112222")).code());

        ok(c.post(path, ach("021000021", "33334444")));
        assertEquals(List.of("ASKED •••• 4444", "CURRENT •••• 2222"), states(), "the former ones stand until then");
        String title =
                c.get("/approvals").path("approvals").get(0).path("title").asString();
        assertTrue(title.contains("•••• 4444 in place of •••• 2222"), title);
        ok(second.post(c.base + "/approvals/" + asked() + "/refusal", Map.of("reason", "not theirs")));
        assertEquals(List.of("DECLINED •••• 4444", "CURRENT •••• 2222"), states());
        ok(c.post(path, ach("021000021", "33334444")));
        ok(approve(second));
        assertEquals(List.of("CURRENT •••• 4444", "DECLINED •••• 4444", "FORMER •••• 2222"), states());
        JsonNode now = c.get(path).get(0);
        assertEquals("Second Person", now.path("decidedBy").asString());
        assertEquals("Coastal Timber", now.path("holder").asString());
        assertEquals(
                "33334444",
                ok(second.get(c.base + "/bank-details/" + now.path("id").asLong() + "/number"))
                        .path("accountNumber")
                        .asString());
        ok(c.iris.delete(c.base + path));
        assertEquals("FORMER •••• 4444", states().getFirst());
        assertEquals(404, c.iris.delete(c.base + path).status());
    }

    @Test
    void whatCannotBeRight_isRefusedInWords() {
        assertEquals("routing.unfit", c.post(path, ach("011000016", "1")).code());
        assertEquals("account.unfit", c.post(path, ach("011000015", " ")).code());
        Map<String, Object> sepa = new HashMap<>(ach("", "DE89 3704 0044 0532 0130 01"));
        sepa.put("sepa", true);
        assertEquals("iban.unfit", c.post(path, sepa).code());
        sepa.put("accountNumber", "de89 3704 0044 0532 0130 00");
        ok(c.post(path, sepa));
        assertEquals(List.of("ASKED •••• 3000"), states());
        Map<String, Object> unsaid = new HashMap<>(ach("011000015", "12345678"));
        unsaid.put("confirmed", " ");
        assertEquals(422, c.post(path, unsaid).status());
        long sister = c.party("SISTER_COMPANIES", "Sister", 0);
        assertEquals(
                "bankdetails.party",
                c.post("/parties/" + sister + "/bank-details", ach("011000015", "12345678"))
                        .code());
        assertEquals(
                404,
                c.post("/parties/1/bank-details", ach("011000015", "12345678")).status());
    }
}
