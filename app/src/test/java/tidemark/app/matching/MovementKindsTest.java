package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What the bank sent in a year by its codes, what was done with it, and the rule that a row leads to. */
@ExtendWith(RunningApp.class)
class MovementKindsTest {
    private static final List<String> ROWS = List.of(
            "2026-06-02,-1.50,998.50,WIRE FEE,FEE",
            "2026-06-03,-2.50,996.00,WIRE FEE,FEE",
            "2026-06-04,-40.00,956.00,POS 1,P-17",
            "2026-06-05,-50.00,906.00,Harbor dues 4411,",
            "2026-06-06,70.00,976.00,CREDIT,ACH",
            "2026-06-07,-3.00,973.00,INCOMING WIRE,FEE");

    private static JsonNode row(JsonNode movements, String code, String words) {
        for (JsonNode row : movements.path("rows")) {
            if (row.path("code").asString().equals(code)
                    && row.path("words").asString().equals(words)) {
                return row;
            }
        }
        throw new IllegalArgumentException(code + words + " in " + movements);
    }

    private static String counts(JsonNode row) {
        return String.join(
                " ",
                List.of("count", "matched", "byRule", "byHand", "declared", "proposed", "open", "notProvided").stream()
                        .map(k -> row.path(k).asString())
                        .toList());
    }

    @Test
    void kinds_ofALastYear_whatWasDone_andTheRuleOfARow(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating").entries("2026-06-06,70.00,,,Merrow,Paid by ACH");
        ok(c.iris.upload(
                c.base + bank.base + "/statements",
                "year.csv",
                ("date,amount,balance,text,code\n" + String.join("\n", ROWS) + "\n").getBytes(StandardCharsets.UTF_8)));
        book(c, bank, "WIRE FEE", "FEE", Map.of());
        book(c, bank, "POS 1", "ACCOUNT", Map.of("account", "6010"));
        assertEquals(
                "1 0 0 0 0 1 0 0",
                counts(row(c.get(bank.base + "/movements"), "ACH", "")),
                "what the ledger may explain is provided for");
        ok(c.post(
                bank.base + "/matches",
                Map.of(
                        "lineIds", List.of(bank.line("CREDIT")),
                        "entryIds",
                                List.of(bank.open("Paid by ACH").path("entryId").asLong()))));

        JsonNode before = c.get(bank.base + "/movements");
        assertEquals("2025-07-03", before.path("from").asString());
        JsonNode fees = row(before, "FEE", "");
        assertEquals("3 0 0 1 0 0 2 3", counts(fees), before.toString());
        assertEquals("7.00", fees.path("amount").asString());
        assertEquals("Bank fee", fees.path("meaning").asString());
        assertEquals("FEE", fees.path("proposal").path("kind").asString());
        JsonNode card = row(before, "P-17", "");
        assertEquals(
                "6010", card.path("proposal").path("details").path("account").asString(), "as it was booked");
        assertEquals("1 0 0 0 0 0 1 1", counts(row(before, "", "HARBOR DUES")));
        JsonNode credit = row(before, "ACH", "");
        assertEquals("1 1 0 0 0 0 0 0", counts(credit));
        assertFalse(credit.has("proposal"), "all of it is explained by the ledger");

        // the rule of a row
        Map<String, Object> content = new HashMap<>(LineRequests.ruleContent("CONTAINS", "", "BOOK", "FEE", Map.of()));
        content.put("code", "FEE");
        content.put("direction", "OUT");
        long rule = ok(c.post("/rules", Map.of("name", "Fees", "bankAccountId", bank.id, "content", content)))
                .path("id")
                .asLong();
        ok(c.post("/rules/" + rule + "/switch", Map.of("on", true)));
        JsonNode provided = row(c.get(bank.base + "/movements"), "FEE", "");
        assertEquals("3 0 0 1 0 0 2 0", counts(provided), "what comes next is provided for");
        assertEquals("Fees", provided.path("rules").get(0).asString());
        ok(c.post(bank.base + AccountWithLines.MONTH + "/rules/" + rule + "/bookings", Map.of()));
        assertEquals("3 0 2 1 0 0 0 0", counts(row(c.get(bank.base + "/movements"), "FEE", "")));
        c.checkBooks();
    }

    /** An in-transit account is proposed where a standard says how it travels, and nothing where nobody knows. */
    @Test
    void proposal_followsTheCode(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        AccountWithLines bank = new AccountWithLines(c, "Operating");
        ok(c.iris.upload(
                c.base + bank.base + "/statements",
                "june.csv",
                "date,amount,balance,text,code\n2026-06-02,-4.00,996.00,A,475\n2026-06-03,-5.00,991.00,B,X1\n"
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode movements = c.get(bank.base + "/movements");
        JsonNode check = row(movements, "475", "").path("proposal");
        assertEquals("IN_TRANSIT", check.path("kind").asString());
        assertEquals("CHECKS", check.path("details").path("means").asString());
        assertFalse(row(movements, "X1", "").has("proposal"));
        assertFalse(row(movements, "X1", "").has("meaning"));
    }

    private static void book(
            NewCompany c, AccountWithLines bank, String title, String kind, Map<String, Object> details) {
        ok(c.post(
                bank.base + "/lines/" + bank.line(title) + "/booking",
                LineRequests.booking(kind, details, "2026-06-10", "")));
    }
}
