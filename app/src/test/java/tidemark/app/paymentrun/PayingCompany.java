package tidemark.app.paymentrun;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company that pays suppliers, with a second person, for tests of it. It is 2 July 2026 there. */
abstract class PayingCompany {
    static final String TODAY = "2026-07-02";

    NewCompany c;
    Client second;
    long bank;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        second = c.person(app, "second" + c.id, "Second Person", "PREPARER");
        bank = c.bankAccount("Operating", "", "20000.00");
        terms(Map.of());
    }

    void terms(Map<String, Object> change) {
        Map<String, Object> out = new HashMap<>(Map.ofEntries(
                Map.entry("scheme", "ACH"),
                Map.entry("routing", "021000021"),
                Map.entry("bankName", "NORTHBANK"),
                Map.entry("origin", "1234567890"),
                Map.entry("companyName", "TEST HARBOUR"),
                Map.entry("companyId", "1234567890"),
                Map.entry("description", "BERTH RENT"),
                Map.entry("paymentDescription", "SUPPLIERS"),
                Map.entry("account", ""),
                Map.entry("version", 8),
                Map.entry("paymentVersion", 9),
                Map.entry("iban", ""),
                Map.entry("bic", ""),
                Map.entry("creditorId", ""),
                Map.entry("oneBooking", true),
                Map.entry("tellsFirst", false),
                Map.entry("leadDays", 1),
                Map.entry("leadDaysB2b", 1),
                Map.entry("paymentLeadDays", 0),
                Map.entry("singly", false),
                Map.entry("fileName", ""),
                Map.entry("nextFile", 1)));
        out.putAll(change);
        ok(c.iris.put(c.base + "/set-up/bank-files/" + bank, out));
    }

    /** A supplier who is owed one bill of 20 May; with bank details that a second person has approved, where a number is given. */
    long supplier(String name, String amount, String number) {
        long party = c.party("PAYABLES", name, 0);
        if (!number.isEmpty()) {
            details(party, number);
        }
        if (!amount.isEmpty()) {
            c.invoiced(party, "B-" + name, "2026-05-20", amount, "6010");
        }
        return party;
    }

    void details(long party, String number) {
        ok(c.post(
                "/parties/" + party + "/bank-details",
                Map.of(
                        "sepa",
                        false,
                        "holder",
                        "",
                        "routing",
                        "011000015",
                        "accountNumber",
                        number,
                        "savings",
                        false,
                        "bic",
                        "",
                        "confirmed",
                        "called back")));
        ok(approve("/parties/"));
    }

    private long asked(String path) {
        for (JsonNode a : c.get("/approvals").path("approvals")) {
            if (a.path("state").asString().equals("ASKED")
                    && a.path("path").asString().startsWith(path)) {
                return a.path("id").asLong();
            }
        }
        throw new IllegalStateException("nothing is asked");
    }

    private Answer approve(String path) {
        return second.post(c.base + "/approvals/" + asked(path) + "/approval", Map.of());
    }

    /** The run that waits. */
    Answer approve() {
        return approve("/payment-runs/");
    }

    Answer approveMyself() {
        return c.post("/approvals/" + asked("/payment-runs/") + "/approval", Map.of());
    }

    Answer decline(String reason) {
        return second.post(c.base + "/approvals/" + asked("/payment-runs/") + "/refusal", Map.of("reason", reason));
    }

    void credit(long party, String number, String amount) {
        ok(c.post(
                "/invoices",
                Map.of(
                        "partyId",
                        party,
                        "kind",
                        "CREDIT_NOTE",
                        "number",
                        number,
                        "date",
                        "2026-06-01",
                        "text",
                        "",
                        "lines",
                        List.of(Map.of("account", "6010", "amount", amount, "text", "")))));
    }

    static Map<String, Object> head(String payOn, String leastRate) {
        return Map.of("dueUpTo", "2026-07-08", "payOn", payOn, "leastRate", leastRate, "note", "");
    }

    long begin(String payOn, String leastRate) {
        return ok(c.post("/payment-runs", Map.of("bankAccountId", bank, "head", head(payOn, leastRate))))
                .path("id")
                .asLong();
    }

    JsonNode run(long run) {
        return c.get("/payment-runs/" + run);
    }

    JsonNode row(long run, long party) {
        for (JsonNode row : run(run).path("rows")) {
            if (row.path("partyId").asLong() == party) {
                return row;
            }
        }
        throw new IllegalStateException("no row of " + party);
    }

    Answer pay(long run, long party, Map<String, Object> body) {
        return c.post("/payment-runs/" + run + "/payees/" + party + "/payment", body);
    }

    Answer handOver(long run) {
        return c.post(
                "/payment-runs/" + run + "/handing-over",
                Map.of("version", run(run).path("version").asInt()));
    }

    /** Decides on all that are ready, hands it over and has it released. */
    void release(long run) {
        ok(c.post("/payment-runs/" + run + "/all", Map.of()));
        ok(handOver(run));
        ok(approve());
    }

    String file(long run) {
        return content(run(run).path("file").path("id").asLong());
    }

    String content(long file) {
        return new String(c.iris.get(c.base + "/bank-files/" + file).raw().body(), StandardCharsets.UTF_8);
    }

    /** What a party is owed by title. */
    Map<String, String> open(long party) {
        Map<String, String> out = new HashMap<>();
        for (JsonNode item : c.get("/parties/" + party).path("open")) {
            out.put(item.path("title").asString(), item.path("open").asString());
        }
        return out;
    }

    /** A statement of June without movements but one, then the only movement of July; matches it with what is proposed. */
    void bankSays(String amount, String text) {
        statement("date,amount,balance,text\n2026-06-30,5.00,20005.00,INTEREST\n");
        String balance = new java.math.BigDecimal("20005.00")
                .add(new java.math.BigDecimal(amount))
                .toPlainString();
        statement("date,amount,balance,text\n2026-07-02," + amount + "," + balance + "," + text + "\n");
        String month = "/bank-accounts/" + bank + "/months/2026-07/lines";
        long line = c.get(month).path("rows").get(0).path("lineId").asLong();
        JsonNode candidate = c.get(month + "/" + line + "/candidates").get(0);
        ok(c.post(
                "/bank-accounts/" + bank + "/matches",
                Map.of("lineIds", List.of(line), "entryIds", candidate.path("entryIds"))));
    }

    private void statement(String content) {
        JsonNode answer = ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "s" + content.hashCode() + ".csv",
                content.getBytes(StandardCharsets.UTF_8)));
        assertEquals(0, answer.path("problems").size(), answer.toString());
    }
}
