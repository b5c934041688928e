package tidemark.app.collection;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company that collects, with customers and what they owe, for tests of it. It is 2 July 2026 there. */
abstract class CollectingCompany {
    NewCompany c;
    long bank;
    String base;
    private BigDecimal balance = new BigDecimal("1005.00");
    private int statements;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "1000.00");
        base = "/api/v1/companies/" + c.id;
        ok(c.iris.put(base + "/set-up/bank-files/" + bank, terms(Map.of())));
    }

    static Map<String, Object> terms(Map<String, Object> change) {
        Map<String, Object> out = new HashMap<>(Map.ofEntries(
                Map.entry("scheme", "ACH"),
                Map.entry("routing", "021000021"),
                Map.entry("bankName", "NORTHBANK"),
                Map.entry("origin", "1234567890"),
                Map.entry("companyName", "TEST HARBOUR"),
                Map.entry("companyId", "1234567890"),
                Map.entry("description", "BERTH RENT"),
                Map.entry("account", ""),
                Map.entry("version", 8),
                Map.entry("iban", ""),
                Map.entry("bic", ""),
                Map.entry("creditorId", ""),
                Map.entry("oneBooking", true),
                Map.entry("tellsFirst", false),
                Map.entry("leadDays", 1),
                Map.entry("leadDaysB2b", 1),
                Map.entry("singly", false),
                Map.entry("fileName", ""),
                Map.entry("nextFile", 1)));
        out.putAll(change);
        return out;
    }

    static Map<String, Object> mandate(long party, String reference, Map<String, Object> change) {
        Map<String, Object> out = new HashMap<>(Map.ofEntries(
                Map.entry("partyId", party),
                Map.entry("reference", reference),
                Map.entry("signedOn", "2025-01-02"),
                Map.entry("holder", ""),
                Map.entry("kind", "ACH_BUSINESS"),
                Map.entry("again", true),
                Map.entry("routing", "011000015"),
                Map.entry("accountNumber", "4400" + reference),
                Map.entry("savings", false),
                Map.entry("bic", ""),
                Map.entry("most", ""),
                Map.entry("note", "")));
        out.putAll(change);
        return out;
    }

    /** A customer with a mandate and one invoice due in June; gives the customer. */
    long customer(String name, String amount) {
        long party = c.party("RECEIVABLES", name, 0);
        ok(c.post("/mandates", mandate(party, "M-" + name, Map.of())));
        c.invoiced(party, "Q-" + name, "2026-05-20", amount, "4010");
        return party;
    }

    static Map<String, Object> head(String collectOn, boolean oneEntry) {
        return Map.of("dueUpTo", "2026-07-01", "collectOn", collectOn, "oneEntry", oneEntry, "note", "");
    }

    long run(String collectOn, boolean oneEntry) {
        return ok(c.post("/collection-runs", Map.of("bankAccountId", bank, "head", head(collectOn, oneEntry))))
                .path("id")
                .asLong();
    }

    JsonNode run(long run) {
        return c.get("/collection-runs/" + run);
    }

    JsonNode row(long run, long party) {
        for (JsonNode row : run(run).path("rows")) {
            if (row.path("partyId").asLong() == party) {
                return row;
            }
        }
        throw new IllegalStateException("no row of " + party);
    }

    Answer collect(long run, long party, Map<String, Object> body) {
        return c.post("/collection-runs/" + run + "/customers/" + party + "/collection", body);
    }

    Answer release(long run) {
        return c.post(
                "/collection-runs/release",
                Map.of(
                        "runs",
                        List.of(Map.of(
                                "runId",
                                run,
                                "version",
                                run(run).path("version").asInt()))));
    }

    String file(long run) {
        long id = run(run).path("file").path("id").asLong();
        return new String(c.iris.get(base + "/bank-files/" + id).raw().body(), StandardCharsets.UTF_8);
    }

    /** What the customer owes by title. */
    Map<String, String> open(long party) {
        Map<String, String> out = new HashMap<>();
        for (JsonNode item : c.get("/parties/" + party).path("open")) {
            out.put(item.path("title").asString(), item.path("open").asString());
        }
        return out;
    }

    /** A statement of June without movements but one, then one of these lines. */
    void statement(String... lines) {
        StringBuilder file = new StringBuilder("date,amount,balance,text\n");
        for (String line : lines) {
            String[] cells = line.split(" ", 3);
            balance = balance.add(new BigDecimal(cells[1]));
            file.append(String.join(",", cells[0], cells[1], balance.toPlainString(), cells[2]))
                    .append('\n');
        }
        if (statements == 0) {
            upload("date,amount,balance,text\n2026-06-30,5.00,1005.00,INTEREST\n");
        }
        upload(file.toString());
    }

    private void upload(String content) {
        JsonNode answer = ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "s" + ++statements + ".csv",
                content.getBytes(StandardCharsets.UTF_8)));
        assertEquals(0, answer.path("problems").size(), answer.toString());
    }
}
