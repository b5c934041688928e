package tidemark.app.returned;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.deposit.AtTheDesk;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What comes back: found, booked with its fees, presented again, paid, written off, undone. */
@ExtendWith(RunningApp.class)
class ReturnedItemsTest extends AtTheDesk {
    private final StringBuilder statement = new StringBuilder();
    private BigDecimal balance = new BigDecimal("1000.00");
    private int files;

    @BeforeEach
    void terms() {
        ok(c.iris.put(c.base + "/set-up/returned-items", terms("12.00", "25.00")));
    }

    private static Map<String, Object> terms(String bankFee, String ourFee) {
        return Map.of(
                "version",
                0,
                "bankFee",
                bankFee,
                "ourFee",
                ourFee,
                "ourFeeTax",
                "",
                "writeOffAccount",
                "6010",
                "checkDays",
                60,
                "cardDays",
                120);
    }

    /** A statement of more lines; the identifiers of all lines of June that are not explained, in the bank's order. */
    private List<Long> bank(String... lines) {
        StringBuilder file = new StringBuilder("date,amount,balance,text\n");
        for (String line : lines) {
            String[] cells = line.split(" ", 3);
            balance = balance.add(new BigDecimal(cells[1]));
            file.append(String.join(",", cells[0], cells[1], balance.toPlainString(), cells[2]))
                    .append('\n');
        }
        statement.append(file);
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + account + "/statements",
                "s" + ++files + ".csv",
                file.toString().getBytes(StandardCharsets.UTF_8)));
        List<Long> out = new ArrayList<>();
        for (JsonNode row : c.get("/bank-accounts/" + account + "/months/2026-06/lines?offset=0")
                .path("rows")) {
            if (row.path("lineId").asLong(0) > 0 && row.path("matchId").asLong(0) == 0) {
                out.add(row.path("lineId").asLong());
            }
        }
        return out;
    }

    /** Received for an item, on a slip and banked on 8 June. */
    private long banked(String number, String amount, Map<String, Object> more) {
        Map<String, Object> form = receipt("CHECK", number, amount);
        form.putAll(more);
        ok(c.post("/receipts", form));
        JsonNode hand = c.get("/receipts-in-hand").path("receipts");
        long receipt = hand.get(hand.size() - 1).path("id").asLong();
        take(receipt, amount);
        return receipt;
    }

    private long take(long receipt, String amount) {
        long slip = slip();
        ok(change(slip, List.of(receipt), List.of()));
        ok(count(slip, List.of(amount), Map.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        return slip;
    }

    private Map<String, Object> back(long... receipts) {
        List<Map<String, Object>> originals = new ArrayList<>();
        for (long receipt : receipts) {
            originals.add(Map.of("receiptId", receipt));
        }
        return new HashMap<>(Map.of(
                "originals",
                originals,
                "bankFee",
                "",
                "ourFee",
                "",
                "reason",
                "NOT_SUFFICIENT",
                "reasonText",
                "",
                "note",
                "",
                "date",
                "2026-06-12"));
    }

    private static Map<String, Object> with(Map<String, Object> form, String key, Object value) {
        Map<String, Object> out = new HashMap<>(form);
        out.put(key, value);
        return out;
    }

    private long booked(Map<String, Object> form) {
        return c.previewedThenPosted("/returned-items", form)
                .path("itemIds")
                .get(0)
                .asLong();
    }

    private String receiptState(long receipt) {
        for (JsonNode r : c.get("/receipts-in-hand?state=IN_HAND&state=ON_SLIP&state=BANKED&state=RETURNED&state=VOID")
                .path("receipts")) {
            if (r.path("id").asLong() == receipt) {
                return r.path("state").asString();
            }
        }
        return "";
    }

    private Map<String, String> opens() {
        Map<String, String> out = new HashMap<>();
        c.get("/parties/" + pell)
                .path("open")
                .forEach(i -> out.put(i.path("title").asString(), i.path("open").asString()));
        return out;
    }

    private String books() {
        List<String> out = new ArrayList<>();
        c.get("/ledger/accounts")
                .forEach(a -> out.add(
                        a.path("code").asString() + "=" + a.path("balance").asString()));
        return out + " " + opens() + " "
                + c.get("/parties?control=RECEIVABLES&date=2026-12-31").path("total");
    }

    private int entries(RunningApp.App app) {
        Integer count = app.bean(JdbcTemplate.class)
                .queryForObject("select count(*) from journal_entry where company_id = ?", Integer.class, c.id);
        return count == null ? 0 : count;
    }

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
