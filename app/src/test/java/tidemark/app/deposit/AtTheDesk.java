package tidemark.app.deposit;

import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company with an account, a customer and a desk, for tests of what is received and taken to the bank. */
public abstract class AtTheDesk {
    protected NewCompany c;
    protected long account;
    protected long pell;

    @BeforeEach
    protected void company(RunningApp.App app) {
        c = new NewCompany(app);
        account = c.bankAccount("Operating", "", "1000.00");
        pell = c.party("RECEIVABLES", "Pell Charter", 0);
    }

    protected Map<String, Object> receipt(String tender, String number, String amount) {
        return new HashMap<>(Map.of(
                "partyId",
                pell,
                "date",
                "2026-06-05",
                "account",
                "1250",
                "amount",
                amount,
                "reference",
                number,
                "text",
                "",
                "items",
                List.of(),
                "tender",
                tender,
                "again",
                true));
    }

    protected long receive(String tender, String number, String amount) {
        ok(c.post("/receipts", receipt(tender, number, amount)));
        JsonNode hand = c.get("/receipts-in-hand").path("receipts");
        return hand.get(hand.size() - 1).path("id").asLong();
    }

    protected long slip() {
        return ok(c.post(
                        "/deposit-slips",
                        Map.of("bankAccountId", account, "paperDate", "2026-06-05", "bagNumber", "B-7", "note", "")))
                .path("id")
                .asLong();
    }

    protected Answer change(long slip, List<Long> put, List<Long> take) {
        return c.post("/deposit-slips/" + slip + "/receipts", Map.of("put", put, "take", take));
    }

    protected Answer count(long slip, List<String> checks, Map<String, Integer> pieces) {
        return c.post("/deposit-slips/" + slip + "/count", Map.of("checks", checks, "pieces", pieces));
    }

    protected String hand() {
        return c.get("/receipts-in-hand").path("total").asString();
    }

    protected String state(long slip) {
        return c.get("/deposit-slips/" + slip).path("slip").path("state").asString();
    }

    protected static Map<String, Object> line(String account, String debit, String credit) {
        return Map.of("account", account, "debit", debit, "credit", credit, "text", "", "party", "");
    }

    protected static Map<String, Object> banking(List<?> charges) {
        return Map.of("day", "2026-06-08", "charges", charges);
    }
}
