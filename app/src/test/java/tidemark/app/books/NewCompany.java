package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company of its own for a test, set up through the API by the administrator, who may also prepare in it. */
public final class NewCompany {
    /** Where it is 2 July 2026 at every hour the tests may be run. */
    private static final String CLOCK_ZONE = "America/New_York";

    private static final AtomicInteger COUNT = new AtomicInteger();

    public final Client iris;
    public final String base;
    public final long id;

    public NewCompany(RunningApp.App app) {
        this(app, "USD");
    }

    public NewCompany(RunningApp.App app, String currency) {
        iris = Client.signedIn(app, "iris");
        id = ok(iris.post(
                        "/api/v1/companies",
                        Map.of(
                                "name",
                                "Test harbour " + COUNT.incrementAndGet(),
                                "currency",
                                currency,
                                "timeZone",
                                CLOCK_ZONE)))
                .path("id")
                .asLong();
        base = "/api/v1/companies/" + id;
    }

    public static JsonNode ok(Answer answer) {
        assertEquals(2, answer.status() / 100, () -> answer.body().toString());
        return answer.body();
    }

    public JsonNode get(String path) {
        return ok(iris.get(base + path));
    }

    public Answer post(String path, Object body) {
        return iris.post(base + path, body);
    }

    /** Sends the same twice, first as a preview that must change nothing and say the same. */
    public JsonNode previewedThenPosted(String path, Object body) {
        JsonNode before = get("/ledger/accounts");
        JsonNode preview = ok(post(path + "?preview=true", body));
        assertEquals(before, get("/ledger/accounts"), "a preview keeps nothing");
        JsonNode done = ok(post(path, body));
        JsonNode shown = preview.has("booked") ? preview.path("booked") : preview;
        JsonNode made = done.has("booked") ? done.path("booked") : done;
        assertEquals(shown.path("leaves"), made.path("leaves"), "the preview told what was done");
        assertEquals(shown.path("count"), made.path("count"));
        return done;
    }

    /** A person invited to this company alone, signed in with a password of their own. */
    public Client person(RunningApp.App app, String login, String name, String... roles) {
        String first = "the first of " + login + id;
        String fresh = "chosen by " + login + id;
        ok(post("/people", Map.of("login", login + id, "name", name, "password", first, "roles", List.of(roles))));
        Client client = Client.signedIn(app, login + id, first);
        ok(client.put("/api/v1/session/password", Map.of("old", first, "fresh", fresh)));
        return client;
    }

    /** The number of one of its bank accounts. */
    public String number(long bankAccountId) {
        for (JsonNode account : get("/bank-accounts")) {
            if (account.path("id").asLong() == bankAccountId) {
                return account.path("number").asString();
            }
        }
        throw new IllegalArgumentException("no account " + bankAccountId);
    }

    public long bankAccount(String name, String currency, String opening) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "name",
                name,
                "bank",
                "Northbank",
                "number",
                "N-" + id + "-" + name,
                "openingMonth",
                "2026-05",
                "openingBalance",
                opening));
        if (!currency.isEmpty()) {
            form.put("currency", currency);
        }
        return ok(post("/bank-accounts", form)).path("id").asLong();
    }

    /** Books a movement of the account and gives its cash entry. */
    public long bankAccountWithEntry(long bank) {
        ok(iris.upload(
                base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "entries.csv",
                "date,amount\n2026-06-02,-1.00\n".getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        return get("/bank-accounts/" + bank + "/months/2026-06")
                .path("notOnStatement")
                .get(0)
                .path("entryId")
                .asLong();
    }

    public long party(String control, String name, int discountPercent) {
        return ok(post(
                        "/parties",
                        Map.of(
                                "control",
                                control,
                                "code",
                                "",
                                "name",
                                name,
                                "address",
                                "",
                                "dueDays",
                                control.endsWith("ABLES") ? 30 : 0,
                                "discountPercent",
                                Integer.toString(discountPercent),
                                "discountDays",
                                discountPercent == 0 ? 0 : 10,
                                "active",
                                true)))
                .path("id")
                .asLong();
    }

    public static Map<String, Object> invoice(long party, String number, String date, String amount, String account) {
        return Map.of(
                "partyId",
                party,
                "kind",
                "INVOICE",
                "number",
                number,
                "date",
                date,
                "text",
                "",
                "lines",
                List.of(Map.of("account", account, "amount", amount, "text", "")));
    }

    /** Books an invoice and gives its open item. */
    public long invoiced(long party, String number, String date, String amount, String account) {
        ok(post("/invoices", invoice(party, number, date, amount, account)));
        for (JsonNode item : get("/parties/" + party).path("open")) {
            if (item.path("title").asString().endsWith(" " + number)) {
                return item.path("id").asLong();
            }
        }
        throw new IllegalStateException("no item " + number);
    }

    String open(long party, long item) {
        for (JsonNode one : get("/parties/" + party).path("all")) {
            if (one.path("id").asLong() == item) {
                return one.path("open").asString();
            }
        }
        throw new IllegalStateException("no item " + item);
    }

    public Map<String, Object> payment(
            long bank, Long party, String number, String date, List<?> items, String expense) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "bankAccountId",
                bank,
                "kind",
                "CHECK",
                "number",
                number,
                "payee",
                "Orrin Paints",
                "date",
                date,
                "text",
                "Paint",
                "parts",
                Map.of(
                        "items",
                        items,
                        "onAccount",
                        "",
                        "expenses",
                        expense.isEmpty()
                                ? List.of()
                                : List.of(Map.of("account", "6010", "amount", expense, "text", "")))));
        if (party != null) {
            form.put("partyId", party);
        }
        return form;
    }

    public static Map<String, Object> part(long item, String amount, String discount) {
        return Map.of("itemId", item, "amount", amount, "discount", discount);
    }

    public String balance(String code) {
        for (JsonNode account : get("/ledger/accounts")) {
            if (account.path("code").asString().equals(code)) {
                return account.path("balance").asString();
            }
        }
        throw new IllegalStateException("no account " + code);
    }

    public void checkBooks() {
        JsonNode trial = get("/ledger/trial-balance?date=2026-12-31");
        assertEquals(trial.path("debits").asString(), trial.path("credits").asString());
        assertEquals(true, trial.path("balanced").asBoolean());
        for (Map.Entry<String, String> control : Map.of(
                        "RECEIVABLES", "1200", "PAYABLES", "2010", "EMPLOYEES", "2150", "SISTER_COMPANIES", "1260")
                .entrySet()) {
            assertEquals(
                    balance(control.getValue()),
                    get("/parties?control=" + control.getKey() + "&date=2026-12-31")
                            .path("total")
                            .path("total")
                            .asString(),
                    "the open items come to the control account");
        }
    }

    /** The settings of a bank account as they are kept, with some of them changed. */
    public Map<String, Object> settings(long bank, Map<String, Object> change) {
        for (JsonNode account : get("/bank-accounts")) {
            if (account.path("id").asLong() == bank) {
                Map<String, Object> purposes = new HashMap<>();
                account.path("purposes")
                        .valueStream()
                        .filter(p -> p.has("ledgerAccountId"))
                        .forEach(p -> purposes.put(
                                p.path("purpose").asString(),
                                p.path("ledgerAccountId").asLong()));
                Map<String, Object> body = new HashMap<>(Map.of(
                        "name",
                        account.path("name").asString(),
                        "zeroPayment",
                        false,
                        "differenceTolerance",
                        "0.00",
                        "checkStock",
                        "PRENUMBERED",
                        "nextCheckNumber",
                        account.path("nextCheckNumber").asString(),
                        "bookOnClearing",
                        false,
                        "active",
                        true,
                        "purposes",
                        purposes,
                        "sites",
                        List.of()));
                body.putAll(change);
                return body;
            }
        }
        throw new IllegalArgumentException("no bank account " + bank);
    }

    /** Changes some of the settings of a bank account. */
    public void set(long bank, Map<String, Object> change) {
        ok(iris.put(base + "/bank-accounts/" + bank + "/settings", settings(bank, change)));
    }
}
