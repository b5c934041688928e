package tidemark.app.returned;

import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.deposit.AtTheDesk;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A company with an account, a customer, and what it charges for what comes back, for tests of it. */
abstract class WhatComesBack extends AtTheDesk {
    private BigDecimal balance = new BigDecimal("1000.00");
    private int files;

    @BeforeEach
    void terms() {
        ok(c.iris.put(c.base + "/set-up/returned-items", terms("12.00", "25.00")));
    }

    static Map<String, Object> terms(String bankFee, String ourFee) {
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
    List<Long> bank(String... lines) {
        StringBuilder file = new StringBuilder("date,amount,balance,text\n");
        for (String line : lines) {
            String[] cells = line.split(" ", 3);
            balance = balance.add(new BigDecimal(cells[1]));
            file.append(String.join(",", cells[0], cells[1], balance.toPlainString(), cells[2]))
                    .append('\n');
        }
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
    long banked(String number, String amount, Map<String, Object> more) {
        Map<String, Object> form = receipt("CHECK", number, amount);
        form.putAll(more);
        ok(c.post("/receipts", form));
        JsonNode hand = c.get("/receipts-in-hand").path("receipts");
        long receipt = hand.get(hand.size() - 1).path("id").asLong();
        take(receipt, amount);
        return receipt;
    }

    long take(long receipt, String amount) {
        long slip = slip();
        ok(change(slip, List.of(receipt), List.of()));
        ok(count(slip, List.of(amount), Map.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        return slip;
    }

    Map<String, Object> back(long... receipts) {
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

    static Map<String, Object> with(Map<String, Object> form, String key, Object value) {
        Map<String, Object> out = new HashMap<>(form);
        out.put(key, value);
        return out;
    }

    long booked(Map<String, Object> form) {
        return c.previewedThenPosted("/returned-items", form)
                .path("itemIds")
                .get(0)
                .asLong();
    }

    String receiptState(long receipt) {
        for (JsonNode r : c.get("/receipts-in-hand?state=IN_HAND&state=ON_SLIP&state=BANKED&state=RETURNED&state=VOID")
                .path("receipts")) {
            if (r.path("id").asLong() == receipt) {
                return r.path("state").asString();
            }
        }
        return "";
    }

    Map<String, String> opens() {
        Map<String, String> out = new HashMap<>();
        c.get("/parties/" + pell)
                .path("open")
                .forEach(i -> out.put(i.path("title").asString(), i.path("open").asString()));
        return out;
    }

    String books() {
        List<String> out = new ArrayList<>();
        c.get("/ledger/accounts")
                .forEach(a -> out.add(
                        a.path("code").asString() + "=" + a.path("balance").asString()));
        return out + " " + opens() + " "
                + c.get("/parties?control=RECEIVABLES&date=2026-12-31").path("total");
    }

    int entries(RunningApp.App app) {
        Integer count = app.bean(JdbcTemplate.class)
                .queryForObject("select count(*) from journal_entry where company_id = ?", Integer.class, c.id);
        return count == null ? 0 : count;
    }
}
