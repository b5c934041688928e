package tidemark.app.returned;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What comes back: found, booked with its fees, matched, paid, undone. */
@ExtendWith(RunningApp.class)
class ReturnedItemsTest extends WhatComesBack {
    /** As the trade books it: 640.00 back, the bank's fee of 12.00 beside it, 25.00 of ours; again, back again, paid. */
    @Test
    void aCheck_comesBackTwice_andIsPaidWithItsFees() {
        long invoice = c.invoiced(pell, "Q-1", "2026-06-01", "640.00", "4010");
        long receipt = banked("4471", "640.00", Map.of("items", List.of(part(invoice, "640.00", ""))));
        banked("4472", "640.00", Map.of());
        List<Long> lines = bank(
                "2026-06-09 640.00 DEPOSIT",
                "2026-06-09 640.00 DEPOSIT",
                "2026-06-12 -640.00 RETURNED CHECK 4471 NSF",
                "2026-06-12 -12.00 RETURNED ITEM FEE",
                "2026-06-16 640.00 DEPOSIT",
                "2026-06-18 -652.00 RETURNED CHECK 4471");
        long line = lines.get(2);
        long feeLine = lines.get(3);
        JsonNode found = c.get("/returned-items/for-line?line=" + line);
        assertTrue(found.path("likely").asBoolean() && found.path("clear").asBoolean(), found.toString());
        assertEquals("NOT_SUFFICIENT", found.path("reason").asString());
        JsonNode first = found.path("explanations").get(0);
        assertEquals(receipt, first.path("originals").get(0).path("receiptId").asLong());
        assertTrue(first.path("evidence").toString().contains("check number 4471"), first.toString());
        assertEquals(feeLine, found.path("beside").path("lineId").asLong());
        assertEquals("25.00", found.path("ourFee").asString());

        Map<String, Object> form = back(receipt);
        form.put("lineId", line);
        form.put("feeLineId", feeLine);
        form.put("bankFee", "12.00");
        form.put("ourFee", "25.00");
        String cashBefore = c.balance("1010");
        long item = booked(form);
        assertEquals("RETURNED", receiptState(receipt));
        assertEquals("640.00", opens().get("Invoice Q-1"), opens().toString());
        assertEquals("25.00", opens().get("Fee for returned 4471"), opens().toString());
        assertEquals(new BigDecimal(cashBefore).subtract(new BigDecimal("652.00")), new BigDecimal(c.balance("1010")));
        assertEquals(
                404,
                c.iris.get(c.base + "/returned-items/for-line?line=" + line).status(),
                "it is explained");
        assertEquals(
                404,
                c.iris.get(c.base + "/returned-items/for-line?line=" + feeLine).status());
        JsonNode shown = c.get("/returned-items/" + item);
        assertEquals("665.00", shown.path("row").path("owed").asString());
        assertTrue(shown.path("row").path("atBank").asBoolean());
        c.checkBooks();

        // presented again: in hand once more, for the same invoice
        ok(c.post("/returned-items/" + item + "/again", Map.of("date", "2026-06-15")));
        assertEquals("IN_HAND", receiptState(receipt));
        assertEquals(c.balance("1250"), hand());
        assertEquals(
                "receipt.again",
                c.post("/receipts-in-hand/" + receipt + "/correction", Map.of("amount", "600.00"))
                        .code(),
                "the returned item would lose it");
        assertFalse(opens().containsKey("Invoice Q-1"), opens().toString());
        assertEquals(
                "receipt.state", c.post("/returned-items", back(receipt)).code(), "what is in hand does not come back");
        long slip = slip();
        ok(change(slip, List.of(receipt), List.of()));
        ok(count(slip, List.of("640.00"), Map.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", Map.of("day", "2026-06-16", "charges", List.of())));

        // and it comes back a second time, the fee in the line
        long again = lines.getLast();
        JsonNode second = c.get("/returned-items/for-line?line=" + again);
        assertEquals("12.00", second.path("explanations").get(0).path("fee").asString(), second.toString());
        assertEquals(
                1,
                second.path("explanations")
                        .get(0)
                        .path("originals")
                        .get(0)
                        .path("times")
                        .asInt());
        Map<String, Object> twice = back(receipt);
        twice.put("lineId", again);
        twice.put("bankFee", "12.00");
        twice.put("ourFee", "25.00");
        long other = booked(twice);
        assertEquals(
                2, c.get("/returned-items/of-payer?party=" + pell).path("times").asInt());
        ok(c.post("/returned-items/" + other + "/owed", Map.of()));

        // one receipt pays the invoice and both fees
        List<Map<String, Object>> all = new ArrayList<>();
        for (JsonNode open : c.get("/parties/" + pell).path("open")) {
            if (!open.path("open").asString().startsWith("-")) {
                all.add(part(open.path("id").asLong(), open.path("open").asString(), ""));
            }
        }
        assertEquals(3, all.size());
        Map<String, Object> cash = receipt("CASH", "C-1", "690.00");
        cash.put("items", all);
        cash.put("date", "2026-06-20");
        ok(c.post("/receipts", cash));
        assertEquals(
                "0.00",
                c.get("/returned-items/" + other).path("row").path("owed").asString());
        byte[] notice = c.post("/returned-items/" + other + "/notice", Map.of("paper", "LETTER"))
                .raw()
                .body();
        assertEquals("%PDF", new String(notice, 0, 4, StandardCharsets.US_ASCII));
        JsonNode list = c.get("/returned-items?party=" + pell);
        assertEquals(2, list.path("payers").get(0).path("count").asInt());
        // the list for the file: what came back twice, held against what its entries took from the account
        JsonNode paper = c.get("/bank-accounts/" + account + "/work-papers/RETURNED?at=2026-06-30");
        assertEquals(
                "1280.00",
                paper.path("ties").get(0).path("leftFigure").asString().replace(",", ""));
        assertTrue(paper.path("agrees").asBoolean(), paper.path("ties").toString());
        assertEquals(2, paper.path("sections").size(), "presented again, and owed");
        c.checkBooks();
    }

    /** A discount with its tax, a later discount, and what was unapplied: all of it as before once it is undone. */
    @Test
    void undone_everythingIsAsBefore_andBothEntriesAreVisible(RunningApp.App app) {
        long early = c.party("RECEIVABLES", "Early Bird", 2);
        pell = early;
        long first = c.invoiced(early, "E-1", "2026-06-01", "100.00", "4010");
        long later = c.invoiced(early, "E-2", "2026-06-02", "50.00", "4010");
        long receipt = banked("77", "160.00", Map.of("items", List.of(part(first, "98.00", "2.00"))));
        long unapplied = c.get("/parties/" + early)
                .path("open")
                .valueStream()
                .filter(i -> i.path("open").asString().startsWith("-"))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asLong();
        ok(c.post(
                "/parties/" + early + "/settlements",
                Map.of("itemId", unapplied, "date", "2026-06-06", "items", List.of(part(later, "49.00", "1.00")))));
        long line = bank("2026-06-09 160.00 DEPOSIT", "2026-06-12 -160.00 RETURNED 77")
                .getLast();
        String before = books();
        int entries = entries(app);
        Map<String, Object> form = with(with(back(receipt), "lineId", line), "ourFee", "25.00");
        long item = booked(form);
        assertEquals("100.00", opens().get("Invoice E-1"), opens().toString());
        assertEquals("50.00", opens().get("Invoice E-2"), opens().toString());
        assertEquals(3, opens().size(), opens().toString());
        c.checkBooks();
        c.previewedThenPosted("/returned-items/" + item + "/undo", Map.of("date", "2026-06-12"));
        assertEquals(before, books());
        assertEquals("BANKED", receiptState(receipt));
        assertEquals(entries + 4, entries(app), "each entry and its reversal");
        assertEquals(
                "returned.state",
                c.post("/returned-items/" + item + "/undo", Map.of("date", "2026-06-12"))
                        .code());
        c.get("/returned-items/for-line?line=" + line);
        // it may come back after all
        booked(form);
        assertEquals(3, opens().size(), opens().toString());
        c.checkBooks();
    }

    /** Booked before its line is there: the line finds it when it comes, and offers no second return of it. */
    @Test
    void beforeItsLineIsThere_itIsFoundWhenItComes() {
        long receipt = banked("4471", "640.00", Map.of());
        long item = booked(back(receipt));
        assertFalse(c.get("/returned-items/" + item).path("row").path("atBank").asBoolean());
        long line = bank("2026-06-09 640.00 DEPOSIT", "2026-06-12 -640.00 RETURNED CHECK 4471")
                .getLast();
        assertEquals(
                0,
                c.get("/returned-items/for-line?line=" + line)
                        .path("explanations")
                        .size());
        JsonNode candidate = c.get("/bank-accounts/" + account + "/months/2026-06/lines/" + line + "/candidates")
                .get(0);
        assertEquals("FIRM", candidate.path("strength").asString(), candidate.toString());
        ok(c.post(
                "/bank-accounts/" + account + "/matches",
                Map.of(
                        "lineIds",
                        List.of(line),
                        "entryIds",
                        List.of(candidate.path("entryIds").get(0).asLong()))));
        assertTrue(c.get("/returned-items/" + item).path("row").path("atBank").asBoolean());
        // undone, its match goes first
        ok(c.post("/returned-items/" + item + "/undo", Map.of("date", "2026-06-12")));
        assertEquals("BANKED", receiptState(receipt));
        c.checkBooks();
    }

    @Test
    void undoingIsRefused_whileWhatOpenedAgainIsSettledOtherwise_andNothingChanges() {
        long invoice = c.invoiced(pell, "Q-1", "2026-06-01", "640.00", "4010");
        long receipt = banked("4471", "640.00", Map.of("items", List.of(part(invoice, "640.00", ""))));
        long item = booked(back(receipt));
        Map<String, Object> cash = receipt("CASH", "C-1", "640.00");
        cash.put("items", List.of(part(invoice, "640.00", "")));
        ok(c.post("/receipts", cash));
        String before = books();
        assertEquals(
                "settle.open",
                c.post("/returned-items/" + item + "/undo", Map.of("date", "2026-06-12"))
                        .code());
        assertEquals(before, books());
        assertEquals("RETURNED", receiptState(receipt));
    }

    @Test
    void severalInOneLine_withOneFee_areOneStep() {
        long one = banked("11", "100.00", Map.of());
        long two = banked("12", "50.00", Map.of());
        List<Long> lines = bank(
                "2026-06-09 100.00 DEPOSIT",
                "2026-06-09 50.00 DEPOSIT",
                "2026-06-12 -150.00 2 RETURNED CHECKS 11 12",
                "2026-06-12 -24.00 RETURNED ITEM CHARGE");
        String before = books();
        JsonNode found = c.get("/returned-items/for-line?line=" + lines.get(lines.size() - 2));
        assertEquals(2, found.path("explanations").get(0).path("originals").size(), found.toString());
        assertEquals(2, found.path("beside").path("items").asInt());
        Map<String, Object> form = back(one, two);
        form.put("lineId", lines.get(lines.size() - 2));
        form.put("feeLineId", lines.getLast());
        form.put("bankFee", "24.00");
        JsonNode made = c.previewedThenPosted("/returned-items", form);
        assertEquals(2, made.path("itemIds").size());
        long first = made.path("itemIds").get(0).asLong();
        assertEquals(
                "12.00",
                c.get("/returned-items/" + first).path("row").path("bankFee").asString());
        assertEquals(
                made.path("itemIds").get(1).asLong(),
                c.get("/returned-items/" + first).path("together").get(0).asLong());
        ok(c.post("/returned-items/" + first + "/undo", Map.of("date", "2026-06-12")));
        assertEquals(before, books());
        assertEquals("BANKED", receiptState(two));
    }

    /** Two people with the same check at the same moment: one books it, the other is told, and it came back once. */
    @Test
    void twoPeopleAtOnce_oneBooksIt_andTheOtherIsTold(RunningApp.App app) throws Exception {
        long invoice = c.invoiced(pell, "Q-1", "2026-06-01", "640.00", "4010");
        long receipt = banked("4471", "640.00", Map.of("items", List.of(part(invoice, "640.00", ""))));
        long line = bank("2026-06-09 640.00 DEPOSIT", "2026-06-12 -640.00 RETURNED CHECK 4471")
                .getLast();
        Map<String, Object> form = with(back(receipt), "lineId", line);
        List<Client> two = List.of(Client.signedIn(app, "iris"), Client.signedIn(app, "iris"));
        List<Answer> answers = new ArrayList<>();
        try (ExecutorService pool = Executors.newFixedThreadPool(2)) {
            List<Callable<Answer>> both = new ArrayList<>();
            two.forEach(person -> both.add(() -> person.post(c.base + "/returned-items", form)));
            for (Future<Answer> answer : pool.invokeAll(both)) {
                answers.add(answer.get());
            }
        }
        assertEquals(1, answers.stream().filter(a -> a.status() == 201).count(), answers.toString());
        Answer told =
                answers.stream().filter(a -> a.status() != 201).findFirst().orElseThrow();
        assertEquals(409, told.status(), told.toString());
        assertEquals(1, c.get("/returned-items").path("items").size());
        assertEquals("640.00", opens().get("Invoice Q-1"), opens().toString());
        assertEquals(1, opens().size(), opens().toString());
        c.checkBooks();
    }

    /** Where neither code nor words say it, a rule does: the line opens with what came back. */
    @Test
    void lineOfARule_opensAsOneThatCameBack() {
        long receipt = banked("4471", "640.00", Map.of());
        List<Long> lines =
                bank("2026-06-09 640.00 DEPOSIT", "2026-06-12 -640.00 DEBIT MEMO 17", "2026-06-13 5.00 DEBIT MEMO");
        String path = "/returned-items/for-line?line=" + lines.get(1);
        assertFalse(c.get(path).path("likely").asBoolean());
        Map<String, Object> content = LineRequests.ruleContent("CONTAINS", "DEBIT MEMO", "RETURN", "", Map.of());
        content.remove("details");
        Map<String, Object> rule = Map.of("name", "Memos", "bankAccountId", account, "content", content);
        JsonNode trial = ok(c.post("/rules/trial", rule));
        assertEquals(1, trial.path("fresh").asInt(), "only money out comes back: " + trial);
        long id = ok(c.post("/rules", rule)).path("id").asLong();
        ok(c.post("/rules/" + id + "/switch", Map.of("on", true)));
        JsonNode found = c.get(path);
        assertTrue(found.path("likely").asBoolean(), found.toString());
        assertEquals(
                receipt,
                found.path("explanations")
                        .get(0)
                        .path("originals")
                        .get(0)
                        .path("receiptId")
                        .asLong());
        for (JsonNode row : c.get("/bank-accounts/" + account + "/movements").path("rows")) {
            boolean memo = row.path("example").asString().startsWith("DEBIT MEMO")
                    && !row.path("in").asBoolean();
            assertTrue(!memo || row.path("notProvided").asInt() == 0, row.toString());
        }
        assertFalse(c.get("/returned-items/for-line?line=" + lines.get(0))
                .path("likely")
                .asBoolean());
    }
}
