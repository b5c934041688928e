package tidemark.app.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company with a bank account and a drawer with a float of 400.00, not filled yet. */
abstract class ADrawer {
    static final String TODAY = "2026-07-02";
    NewCompany c;
    long bank;
    long fund;
    long travel;

    @BeforeEach
    void aDrawer(RunningApp.App app) {
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "5000.00");
        account("1110", "Petty cash");
        account("1320", "Advances from petty cash");
        fund = fund("Dock office", "1110", "400.00", "2026-06-01");
        travel = purpose("Travel", "6010", "150.00");
    }

    void account(String code, String name) {
        ok(c.post("/ledger/accounts", Map.of("code", code, "name", name, "type", "ASSET", "active", true)));
    }

    static Map<String, Object> card(String name, String account, String amount, String date) {
        return new HashMap<>(Map.of(
                "name",
                name,
                "keeper",
                "Tomas Reyl",
                "account",
                account,
                "overShortAccount",
                "6890",
                "advancesAccount",
                "1320",
                "floatAmount",
                amount,
                "date",
                date));
    }

    long fund(String name, String account, String amount, String date) {
        return ok(c.post("/petty-cash/funds", card(name, account, amount, date)))
                .path("id")
                .asLong();
    }

    long purpose(String name, String account, String highest) {
        JsonNode made =
                ok(c.post("/petty-cash/funds/" + fund + "/purposes", purposeForm(name, account, highest, true)));
        for (JsonNode p : made.path("purposes")) {
            if (p.path("name").asString().equals(name)) {
                return p.path("id").asLong();
            }
        }
        throw new IllegalStateException(name);
    }

    static Map<String, Object> purposeForm(String name, String account, String highest, boolean active) {
        return new HashMap<>(Map.of(
                "name",
                name,
                "account",
                account,
                "taxCode",
                "",
                "costCentre",
                "",
                "highest",
                highest,
                "active",
                active));
    }

    Map<String, Object> voucher(String kind, String date, String amount) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "fundId",
                fund,
                "kind",
                kind,
                "date",
                date,
                "who",
                "Kestrel Bakery",
                "text",
                "crew meeting",
                "amount",
                amount,
                "quantity",
                "",
                "price",
                "",
                "lines",
                List.of()));
        form.put("purposeId", travel);
        return form;
    }

    Answer post(Map<String, Object> voucher) {
        return c.post("/petty-cash/vouchers", voucher);
    }

    JsonNode posted(String kind, String date, String amount) {
        return ok(post(voucher(kind, date, amount)));
    }

    Map<String, Object> topUp(String date, boolean inDrawer, List<Long> covers) {
        return Map.of(
                "bankAccountId",
                bank,
                "date",
                date,
                "checkNumber",
                "",
                "text",
                "",
                "inDrawer",
                inDrawer,
                "covers",
                covers);
    }

    JsonNode topsUp(String date, boolean inDrawer) {
        return ok(c.post("/petty-cash/funds/" + fund + "/top-ups", topUp(date, inDrawer, List.of())));
    }

    JsonNode identity() {
        JsonNode identity = c.get("/petty-cash/funds/" + fund).path("identity");
        assertTrue(identity.path("holds").asBoolean(), identity.toString());
        assertEquals(c.balance("1110"), identity.path("ledger").asString());
        return identity;
    }

    String cash() {
        return identity().path("cash").asString();
    }

    static long entry(JsonNode made) {
        return made.path("booked").path("entries").get(0).path("id").asLong();
    }

    Answer reverse(long entry, String date) {
        return c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", date));
    }
}
