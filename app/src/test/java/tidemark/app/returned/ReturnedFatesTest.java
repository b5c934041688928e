package tidemark.app.returned;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What becomes of what came back, in any order; and what is refused. */
@ExtendWith(RunningApp.class)
class ReturnedFatesTest extends WhatComesBack {
    @Test
    void badInput_isNamed_andChangesNothing() {
        long receipt = banked("4471", "640.00", Map.of());
        long inHand = receive("CHECK", "9", "5.00");
        long line = bank("2026-06-09 640.00 DEPOSIT", "2026-06-12 -641.00 RETURNED CHECK 4471")
                .getLast();
        String before = books();
        Map<String, String> refused = new HashMap<>();
        Map<String, Object> form = with(back(receipt), "lineId", line);
        refused.put("returned.sum", c.post("/returned-items", form).code());
        refused.put(
                "returned.sum ",
                c.post("/returned-items", with(form, "bankFee", "2.00")).code());
        refused.put(
                "amount.unreadable",
                c.post("/returned-items", with(form, "bankFee", "x")).code());
        refused.put(
                "returned.amount",
                c.post("/returned-items", with(form, "bankFee", "-1.00")).code());
        refused.put("receipt.state", c.post("/returned-items", back(inHand)).code());
        refused.put(
                "returned.twice",
                c.post("/returned-items", back(receipt, receipt)).code());
        refused.put(
                "returned.early",
                c.post("/returned-items", with(back(receipt), "date", "2026-06-07"))
                        .code());
        refused.put(
                "returned.reason",
                c.post("/returned-items", with(back(receipt), "reason", "R99")).code());
        refused.put(
                "returned.line",
                c.post("/returned-items", with(form, "lineId", 1)).code());
        refused.put(
                "returned.future",
                c.post("/returned-items", with(back(receipt), "date", "2027-01-01"))
                        .code());
        refused.forEach((wanted, code) -> assertEquals(wanted.strip(), code));
        assertEquals(404, c.post("/returned-items", back(1)).status());
        assertEquals(before, books());
        long euro = c.bankAccount("Euro", "EUR", "0.00");
        assertEquals(
                "returned.currency",
                c.post("/returned-items", with(back(receipt), "bankAccountId", euro))
                        .code());
        long item = booked(with(form, "bankFee", "1.00"));
        assertEquals("receipt.state", c.post("/returned-items", back(receipt)).code());
        long entry = c.get("/receipts-in-hand?state=RETURNED")
                .path("receipts")
                .get(0)
                .path("entryId")
                .asLong();
        assertEquals(
                "receipt.state",
                c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-20"))
                        .code(),
                "what came back is not voided behind it");
        long back = c.get("/returned-items/" + item)
                .path("steps")
                .valueStream()
                .filter(s -> s.path("text").asString().startsWith("Returned 4471"))
                .map(s -> Long.parseLong(s.path("path").asString().replace("/ledger/entries/", "")))
                .findFirst()
                .orElseThrow();
        assertEquals(
                "entry.source",
                c.post("/ledger/entries/" + back + "/reversal", Map.of("date", "2026-06-20"))
                        .code());
        ok(c.post("/set-up/closed-months", Map.of("month", "2026-06", "closed", true)));
        Answer closed = c.post("/returned-items/" + item + "/undo", Map.of("date", "2026-06-20"));
        assertEquals(409, closed.status() == 422 ? 409 : closed.status(), closed.toString());
    }

    @Test
    void writtenOff_withASecondPersonAboveTheLimit_andUndone(RunningApp.App app) {
        long invoice = c.invoiced(pell, "Q-1", "2026-06-01", "640.00", "4010");
        long receipt = banked("4471", "640.00", Map.of("items", List.of(part(invoice, "640.00", ""))));
        long item = booked(with(back(receipt), "ourFee", "25.00"));
        String owing = books();
        Map<String, Object> loss = Map.of("date", "2026-06-20", "account", "", "taxCode", "", "text", "");
        c.previewedThenPosted("/returned-items/" + item + "/write-off", loss);
        assertTrue(opens().isEmpty(), opens().toString());
        assertEquals(
                "WRITTEN_OFF",
                c.get("/returned-items/" + item).path("row").path("state").asString());
        ok(c.post("/returned-items/" + item + "/undo-write-off", Map.of("date", "2026-06-20")));
        assertEquals(owing, books());
        Client second = c.person(app, "second", "Second Person", "PREPARER", "CERTIFIER");
        app.bean(JdbcTemplate.class)
                .update(
                        "insert into second_person_limit (company_id, valid_from, minor_units) values (?, date '2026-01-01', 50000)",
                        c.id);
        ok(c.post("/returned-items/" + item + "/write-off", loss));
        assertEquals(owing, books(), "nothing is booked before a second person has agreed");
        assertTrue(c.get("/returned-items/" + item)
                .path("row")
                .path("waitsForSecond")
                .asBoolean());
        // decided otherwise, nobody is asked any more
        ok(c.post("/returned-items/" + item + "/owed", Map.of()));
        assertEquals(0, c.get("/approvals").path("undecided").asInt());
        ok(c.post("/returned-items/" + item + "/write-off", loss));
        JsonNode asked = ok(second.get(c.base + "/approvals"))
                .path("approvals")
                .valueStream()
                .filter(a -> a.path("state").asString().equals("ASKED"))
                .findFirst()
                .orElseThrow();
        assertEquals("/returned-items/" + item, asked.path("path").asString());
        ok(second.post(c.base + "/approvals/" + asked.path("id").asLong() + "/approval", Map.of()));
        assertTrue(opens().isEmpty(), opens().toString());
        c.checkBooks();
    }

    /** Money that had reached the bank by itself comes back by its entry, and is paid anew rather than presented again. */
    @Test
    void anAchPayment_comesBack_andIsNotPresentedAgain() {
        long invoice = c.invoiced(pell, "Q-1", "2026-06-01", "80.00", "4010");
        Map<String, Object> form = receipt("CHECK", "A-7", "80.00");
        form.remove("tender");
        form.put("account", "1010");
        form.put("items", List.of(part(invoice, "80.00", "")));
        ok(c.post("/receipts", form));
        long line = bank("2026-06-05 80.00 ACH PELL", "2026-06-08 -80.00 ACH RETURN R03 PELL CHARTER")
                .getLast();
        JsonNode found = c.get("/returned-items/for-line?line=" + line);
        assertEquals("R03", found.path("reason").asString());
        long entry = found.path("explanations")
                .get(0)
                .path("originals")
                .get(0)
                .path("entryId")
                .asLong();
        Map<String, Object> body = back();
        body.put("originals", List.of(Map.of("entryId", entry)));
        body.put("lineId", line);
        long item = booked(body);
        assertEquals("80.00", opens().get("Invoice Q-1"), opens().toString());
        assertEquals(
                "returned.stands",
                c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-20"))
                        .code(),
                "what came back is not reversed behind it");
        assertEquals(
                "returned.already",
                c.post("/returned-items", with(body, "lineId", null)).code());
        assertEquals(
                "returned.again",
                c.post("/returned-items/" + item + "/again", Map.of("date", "2026-06-15"))
                        .code());
        c.checkBooks();
    }

    /** The set-up may say another account since: what is presented again waits where it had waited. */
    @Test
    void presentedAgain_itWaitsWhereItHadWaited() {
        long receipt = banked("4471", "640.00", Map.of("account", ""));
        ok(c.post(
                "/ledger/accounts",
                Map.of("code", "1255", "name", "Checks in the safe", "type", "ASSET", "active", true)));
        List<Map<String, Object>> tenders = new ArrayList<>();
        for (String kind : List.of("CHECK", "CASH", "CARD")) {
            tenders.add(Map.of(
                    "kind",
                    kind,
                    "name",
                    "",
                    "active",
                    true,
                    "account",
                    kind.equals("CHECK") ? "1255" : "",
                    "bySite",
                    List.of(),
                    "bankAccounts",
                    List.of()));
        }
        ok(c.iris.put(
                c.base + "/set-up/money-in",
                Map.of("version", 0, "hidesAmounts", false, "cashLimits", List.of(), "tenders", tenders)));
        long item = booked(back(receipt));
        ok(c.post("/returned-items/" + item + "/again", Map.of("date", "2026-06-15")));
        assertEquals("0.00", c.balance("1255"));
        assertEquals("640.00", c.balance("1250"));
        take(receipt, "640.00");
        assertEquals("0.00", c.balance("1250"));
        // not on a day before it was presented again
        long other = booked(with(back(receipt), "date", "2026-06-20"));
        ok(c.post("/returned-items/" + other + "/again", Map.of("date", "2026-06-25")));
        ok(c.post("/returned-items/" + other + "/not-again", Map.of("date", "2026-06-21")));
        assertEquals("RETURNED", receiptState(receipt));
        assertEquals(
                "OPEN",
                c.get("/returned-items/" + other).path("row").path("state").asString());
        c.checkBooks();
    }

    @Test
    void whoIsNotCharged_isKept_andTheSetUpIsGuarded() {
        ok(c.iris.put(c.base + "/parties/" + pell + "/returned-fee", Map.of("charged", false)));
        assertFalse(
                c.get("/returned-items/of-payer?party=" + pell).path("charged").asBoolean());
        long item = booked(with(back(banked("4471", "640.00", Map.of())), "ourFee", "25.00"));
        assertEquals(
                "", c.get("/returned-items/" + item).path("row").path("ourFee").asString());
        assertTrue(opens().isEmpty(), "nobody owes a fee that is left out: " + opens());
        assertEquals(
                "returned.changed",
                c.iris.put(c.base + "/set-up/returned-items", Map.copyOf(with(terms("1", "2"), "version", 7)))
                        .code());
        assertEquals(
                "account.unknown",
                c.iris.put(
                                c.base + "/set-up/returned-items",
                                with(
                                        with(terms("1", "2"), "writeOffAccount", "nope"),
                                        "version",
                                        c.get("/set-up/returned-items")
                                                .path("version")
                                                .asInt()))
                        .code());
    }

    /** Whatever happens, in any order: receivables are the open items, in hand is its account, each thing stands once. */
    @Test
    void anyCourse_keepsTheBooksWhole(RunningApp.App app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        Random random = new Random(16);
        List<Long> receipts = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            long invoice = c.invoiced(pell, "I-" + i, "2026-06-01", "10" + i + ".00", "4010");
            receipts.add(banked(
                    "8" + i, "10" + i + ".00", Map.of("items", List.of(part(invoice, "10" + i + ".00", "")))));
        }
        int done = 0;
        for (int step = 0; step < 60; step++) {
            int which = random.nextInt(receipts.size());
            long receipt = receipts.get(which);
            JsonNode items = c.get("/returned-items?receipt=" + receipt).path("items");
            long item = items.isEmpty() ? 0 : items.get(0).path("id").asLong();
            Map<String, Object> day = Map.of("date", "2026-06-2" + random.nextInt(5));
            Answer answer = switch (random.nextInt(7)) {
                case 0, 1 ->
                    c.post("/returned-items", with(with(back(receipt), "ourFee", "25.00"), "date", "2026-06-20"));
                case 2 -> c.post("/returned-items/" + item + "/again", day);
                case 3 -> c.post("/returned-items/" + item + "/undo", day);
                case 4 -> {
                    if (receiptState(receipt).equals("IN_HAND")) {
                        if (random.nextBoolean()) {
                            take(receipt, "10" + which + ".00");
                        } else {
                            yield c.post("/returned-items/" + item + "/not-again", day);
                        }
                    }
                    yield c.iris.get(c.base + "/returned-items");
                }
                case 5 ->
                    c.post(
                            "/returned-items/" + item + "/write-off",
                            Map.of("date", "2026-06-24", "account", "", "taxCode", "", "text", ""));
                default -> c.post("/returned-items/" + item + "/undo-write-off", Map.of("date", "2026-06-25"));
            };
            assertTrue(answer.status() < 500, answer.toString());
            done += answer.status() / 100 == 2 ? 1 : 0;
            assertEquals(c.balance("1250"), hand(), "in hand after step " + step);
            c.checkBooks();
            assertEquals(
                    0,
                    jdbc.queryForList(
                                    "select s.debit_item_id from settlement s where s.company_id = ? and s.undone_from is null"
                                            + " group by s.debit_item_id, s.credit_item_id having count(*) > 1",
                                    c.id)
                            .size(),
                    "each settlement stands once, after step " + step);
        }
        assertTrue(done > 20, "most of it was done: " + done);
    }
}
