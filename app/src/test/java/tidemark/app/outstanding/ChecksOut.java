package tidemark.app.outstanding;

import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company of a test with checks that the bank has not paid; it is 2 July 2026 there. */
final class ChecksOut {
    static final String DECISIONS = "/outstanding-checks/decisions";
    final NewCompany company;
    final long bank;
    final long supplier;
    final long item;

    /** Three checks: of 3 June for an invoice of 100.00, of 15 June for 40.00, of 30 June for 7.00. */
    ChecksOut(RunningApp.App app) {
        company = new NewCompany(app);
        bank = company.bankAccount("Operating", "", "1000.00");
        settings(bank, 10, 20, false);
        supplier = company.party("PAYABLES", "Orrin Paints", 0);
        item = company.invoiced(supplier, "INV-1", "2026-06-01", "100.00", "6010");
        check(bank, supplier, "2026-06-03", List.of(NewCompany.part(item, "100.00", "0.00")), "");
        check(bank, null, "2026-06-15", List.of(), "40.00");
        check(bank, null, "2026-06-30", List.of(), "7.00");
    }

    long check(long account, Long party, String date, List<?> items, String expense) {
        return ok(company.post("/payments", company.payment(account, party, "", date, items, expense)))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
    }

    void settings(long account, int old, int stale, boolean onClearing) {
        company.set(account, Map.of("bookOnClearing", onClearing, "oldCheckDays", old, "staleCheckDays", stale));
    }

    void entries(String... rows) {
        ok(company.iris.upload(
                company.base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "entries.csv",
                ("date,amount,reference,check_number,party,text\n" + String.join("\n", rows) + "\n")
                        .getBytes(StandardCharsets.UTF_8)));
    }

    JsonNode list(String filter) {
        return company.get("/outstanding-checks" + filter);
    }

    /** The key of the check that is so many from the oldest. */
    String key(int place) {
        return list("?kept=true").path("checks").get(place).path("key").asString();
    }

    List<String> amounts(String filter) {
        List<String> out = new ArrayList<>();
        list(filter).path("checks").forEach(c -> out.add(c.path("amount").asString()));
        return out;
    }

    static Map<String, Object> decision(String fate, String date, String... keys) {
        Map<String, Object> out = new HashMap<>(Map.of(
                "fate", fate, "checks", List.of(keys), "date", date, "reason", "lost", "confirmation", "", "fee", ""));
        if (fate.equals("VOID") || fate.equals("ANEW")) {
            out.put("paper", "HELD");
        }
        return out;
    }

    Answer decide(Map<String, Object> decision) {
        return company.post(DECISIONS, decision);
    }

    /** The states of all payments, the oldest first. */
    List<String> states() {
        List<String> out = new ArrayList<>();
        company.get("/payments?from=2026-01-01&to=2026-12-31")
                .path("payments")
                .forEach(p -> out.addFirst(p.path("state").asString()));
        return out;
    }
}
