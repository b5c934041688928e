package tidemark.app.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A drawer through its life: filled, spent from, advanced from, counted, topped up, undone. */
@ExtendWith(RunningApp.class)
class PettyCashTest extends ADrawer {
    @Test
    void aWeek_isAccountedForToTheCent_andToppedUp() {
        assertEquals("400.00", identity().path("toTopUp").asString());
        topsUp("2026-06-01", true);
        assertEquals("400.00", cash());
        Map<String, Object> toner = voucher("PAID", "2026-06-02", "");
        toner.put("quantity", "3");
        toner.put("price", "14.25");
        JsonNode made = c.previewedThenPosted("/petty-cash/vouchers", toner);
        assertEquals("357.25", made.path("fund").path("identity").path("cash").asString());
        posted("RECEIVED", "2026-06-02", "14.00");
        JsonNode advance = posted("ADVANCE", "2026-06-03", "50.00");
        assertEquals("50.00", identity().path("advanced").asString());
        assertEquals("50.00", c.balance("1320"));
        assertEquals(
                "advance.closed",
                post(voucher("SETTLED", "2026-06-04", "42.00")).code(),
                "which advance is not said");
        Map<String, Object> settled = voucher("SETTLED", "2026-06-04", "42.00");
        settled.put("advanceId", advance.path("moveId").asLong());
        ok(post(settled));
        assertEquals("advance.closed", post(settled).code());
        assertEquals("0.00", c.balance("1320"));
        assertEquals("329.25", cash());
        assertEquals("84.75", identity().path("vouchers").asString());
        assertEquals("14.00", identity().path("received").asString());

        JsonNode book = c.get("/petty-cash/funds/" + fund + "/book?day=2026-06-03&span=WEEK");
        List<String> holds = new ArrayList<>();
        book.path("rows").forEach(r -> holds.add(r.path("holds").asString()));
        assertEquals(List.of("0.00", "400.00", "357.25", "371.25", "321.25", "329.25"), holds);
        assertEquals("329.25", book.path("closing").asString());
        JsonNode one = c.get("/petty-cash/funds/" + fund + "/book?day=2026-06-03&span=DAY");
        assertEquals("371.25", one.path("carried").asString());
        assertEquals(1, one.path("rows").size());

        JsonNode topUp = topsUp("2026-06-05", false);
        assertEquals("70.75", identity().path("onTheWay").asString());
        assertEquals("0.00", identity().path("toTopUp").asString());
        assertEquals(
                "top-up.nothing",
                c.post("/petty-cash/funds/" + fund + "/top-ups", topUp("2026-06-05", true, List.of()))
                        .code());
        long moveId = topUp.path("moveId").asLong();
        ok(c.post("/petty-cash/moves/" + moveId + "/arrived", Map.of("date", "2026-06-06")));
        assertEquals(
                "top-up.arrived",
                c.post("/petty-cash/moves/" + moveId + "/arrived", Map.of("date", "2026-06-06"))
                        .code());
        assertEquals("400.00", cash());
        assertEquals("drawer.settled", reverse(entry(topUp), TODAY).code());
        c.checkBooks();
    }

    @Test
    void aTopUp_isMatchedWithItsBankLine() {
        topsUp("2026-06-01", true);
        posted("PAID", "2026-06-02", "88.20");
        topsUp("2026-06-04", true);
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "june.csv",
                ("date,amount,balance,text\n2026-06-02,-400.00,4600.00,CASH WITHDRAWAL\n"
                                + "2026-06-05,-88.20,4511.80,CASH WITHDRAWAL\n")
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8)));
        JsonNode month = c.get("/bank-accounts/" + bank + "/months/2026-06");
        // both entries are there for the ladder: one is taken as firm, one proposed
        assertEquals(1, month.path("firmCount").asInt(), month.toString());
        assertTrue(month.path("notOnStatement").toString().contains("Top-up of Dock office"), month.toString());
        assertEquals("0.00", month.path("proof").path("gap").asString());
    }

    @Test
    void drawer_isNeverBelowZero_byDayAndThenOrderOfPosting() {
        topsUp("2026-06-10", true);
        Answer early = post(voucher("PAID", "2026-06-09", "5.00"));
        assertEquals("drawer.below", early.code());
        assertTrue(early.body().toString().contains("9 Jun"), early.body().toString());
        JsonNode sale = posted("RECEIVED", "2026-06-11", "60.00");
        ok(post(voucher("PAID", "2026-06-12", "140.00")));
        ok(post(voucher("PAID", "2026-06-12", "150.00")));
        ok(post(voucher("PAID", "2026-06-12", "150.00")));
        assertEquals("20.00", cash());
        // what was received is needed on the 12th, whatever the day it is undone on
        Answer undone = reverse(entry(sale), "2026-06-11");
        assertEquals("drawer.below", undone.code());
        assertTrue(undone.body().toString().contains("12 Jun"), undone.body().toString());
        assertEquals(
                "drawer.below", post(voucher("PAID", "2026-06-10", "20.01")).code());
        ok(post(voucher("PAID", "2026-06-10", "20.00")));
        assertEquals("0.00", cash());
    }

    /** Whatever is booked on its account moves the drawer: a receipt, an entry by hand, cash that goes to the bank. */
    @Test
    void everythingOnTheAccount_movesTheDrawer() {
        topsUp("2026-06-01", true);
        ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        "2026-06-02",
                        "reference",
                        "H-1",
                        "checkNumber",
                        "",
                        "text",
                        "By hand",
                        "lines",
                        List.of(
                                Map.of("account", "6010", "debit", "10.00", "credit", "", "party", "", "text", ""),
                                Map.of("account", "1110", "debit", "", "credit", "10.00", "party", "", "text", "")))));
        assertEquals("390.00", cash());
        assertEquals("10.00", identity().path("vouchers").asString());
        Answer most = c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        "2026-06-02",
                        "reference",
                        "H-2",
                        "checkNumber",
                        "",
                        "text",
                        "By hand",
                        "lines",
                        List.of(
                                Map.of("account", "6010", "debit", "400.00", "credit", "", "party", "", "text", ""),
                                Map.of("account", "1110", "debit", "", "credit", "400.00", "party", "", "text", ""))));
        assertEquals("drawer.below", most.code(), "by hand no less than by voucher");
        JsonNode row = c.get("/petty-cash/funds/" + fund + "/book?day=2026-06-02&span=DAY")
                .path("rows")
                .get(0);
        assertEquals("H-1", row.path("number").asString());
    }

    @Test
    void reversed_coveredOnce_andMirrored() {
        topsUp("2026-06-01", true);
        JsonNode paid = posted("PAID", "2026-06-02", "30.00");
        JsonNode again = posted("PAID", "2026-06-03", "12.00");
        long first = paid.path("moveId").asLong();
        ok(c.post("/petty-cash/funds/" + fund + "/top-ups", topUp("2026-06-04", true, List.of(first))));
        assertEquals("12.00", identity().path("toTopUp").asString());
        assertEquals(
                "top-up.covered",
                c.post("/petty-cash/funds/" + fund + "/top-ups", topUp("2026-06-04", true, List.of(first)))
                        .code());
        ok(reverse(entry(paid), "2026-06-05"));
        assertEquals("418.00", cash());
        assertEquals("-18.00", identity().path("toTopUp").asString());
        ok(reverse(entry(again), "2026-06-05"));
        assertEquals("430.00", cash());
        JsonNode rows = c.get("/petty-cash/funds/" + fund + "/book?day=2026-06-05&span=DAY")
                .path("rows");
        assertEquals(2, rows.size());
        assertTrue(rows.get(0).path("undoes").asBoolean());
    }

    @Test
    void count_booksExactlyTheDifference_ofItsMoment() {
        topsUp("2026-06-01", true);
        JsonNode begun = ok(c.post("/petty-cash/funds/" + fund + "/counts", Map.of("surprise", true)));
        long count = begun.path("id").asLong();
        assertFalse(begun.has("shouldBe"), "a surprise tells nothing before it is entered");
        assertEquals(
                "count.empty",
                c.post("/petty-cash/counts/" + count + "/close", Map.of()).code());
        posted("PAID", TODAY, "5.00");
        Map<String, Integer> pieces = Map.of("10000", 3, "2000", 4, "1000", 1, "500", 1, "100", 4, "25", 2);
        JsonNode typed = ok(c.iris.put(c.base + "/petty-cash/counts/" + count, Map.of("pieces", pieces)));
        assertFalse(typed.has("shouldBe"), "nor while it is typed");
        assertTrue(c.get("/petty-cash/funds/" + fund).path("surprise").asBoolean());
        JsonNode entered =
                ok(c.iris.put(c.base + "/petty-cash/counts/" + count, Map.of("pieces", pieces, "done", true)));
        assertEquals(
                "count.told",
                c.iris.put(c.base + "/petty-cash/counts/" + count, Map.of("pieces", Map.of("10000", 4)))
                        .code(),
                "whoever was told counts no more");
        assertEquals("399.50", entered.path("counted").asString());
        assertEquals("400.00", entered.path("shouldBe").asString());
        assertEquals("-0.50", entered.path("over").asString());
        assertEquals(1, entered.path("postedSince").asInt());
        String before = c.balance("6890");
        c.previewedThenPosted("/petty-cash/counts/" + count + "/close", Map.of());
        assertEquals(new BigDecimal("0.50"), new BigDecimal(c.balance("6890")).subtract(new BigDecimal(before)));
        assertEquals("394.50", cash());
        assertEquals("0.50", identity().path("overShort").asString());
        assertEquals(
                "count.ended",
                c.post("/petty-cash/counts/" + count + "/close", Map.of()).code());
        JsonNode history = c.get("/petty-cash/funds/" + fund + "/counts");
        assertEquals("0.50", history.path("shortBy").asString());
        assertEquals(1, history.path("sums").get(0).path("shorts").asInt());
    }

    @Test
    void refusals_nameWhatIsWrong() {
        topsUp("2026-06-01", true);
        assertEquals("voucher.limit", post(voucher("PAID", TODAY, "150.01")).code());
        ok(c.post(
                "/petty-cash/funds/" + fund + "/purposes",
                withId(purposeForm("Travel", "6010", "150.00", false), travel)));
        assertEquals("purpose.off", post(voucher("PAID", TODAY, "5.00")).code());
        Map<String, Object> none = voucher("PAID", TODAY, "5.00");
        none.remove("purposeId");
        assertEquals("voucher.purpose", post(none).code());
        assertEquals(
                "purpose.unfit",
                c.post("/petty-cash/funds/" + fund + "/purposes", purposeForm("travel", "6010", "", true))
                        .code());
        Map<String, Object> odd = voucher("ADVANCE", TODAY, "");
        odd.put("quantity", "two");
        odd.put("price", "3");
        assertEquals("voucher.quantity", post(odd).code());
        assertEquals(
                "fund.account.taken",
                c.post("/petty-cash/funds", card("Another", "1110", "10.00", TODAY))
                        .code());
        assertEquals(
                "fund.account.taken",
                c.post("/petty-cash/funds", card("Another", "1010", "10.00", TODAY))
                        .code());
        assertEquals(
                "fund.account",
                c.post("/petty-cash/funds", card("Another", "6010", "10.00", TODAY))
                        .code());
        assertEquals(
                "fund.float",
                c.post("/petty-cash/funds/" + fund + "/float", Map.of("amount", "400.00", "date", TODAY))
                        .code());
        ok(c.post("/petty-cash/funds/" + fund + "/float", Map.of("amount", "300.00", "date", TODAY)));
        assertEquals("-100.00", identity().path("toTopUp").asString());
    }

    private static Map<String, Object> withId(Map<String, Object> form, long id) {
        form.put("id", id);
        return form;
    }

    @Test
    void fourAtOnce_areExact_andWhoCannotIsTold(RunningApp.App app) throws Exception {
        topsUp("2026-06-01", true);
        List<Client> people = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            people.add(c.person(app, "hand" + i, "Hand " + i, "PREPARER"));
        }
        List<Callable<String>> all = new ArrayList<>();
        for (int i = 0; i < 16; i++) {
            Client one = people.get(i % 4);
            Map<String, Object> form = voucher("PAID", TODAY, "30.00");
            all.add(() -> {
                Answer answer = one.post(c.base + "/petty-cash/vouchers", form);
                return answer.status() == 201 ? "" : answer.code();
            });
        }
        int made = 0;
        try (ExecutorService pool = Executors.newFixedThreadPool(4)) {
            for (Future<String> one : pool.invokeAll(all)) {
                made += one.get().isEmpty() ? 1 : 0;
                assertTrue(one.get().isEmpty() || one.get().equals("drawer.below"), one.get());
            }
        }
        assertEquals(13, made, "400.00 holds thirteen times 30.00");
        assertEquals("10.00", cash());
        c.checkBooks();
    }

    @Test
    void anyCourse_leavesTheFloatAccountedFor() {
        topsUp("2026-06-01", true);
        Random random = new Random(7);
        List<Long> entries = new ArrayList<>();
        List<Long> advances = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            String date = "2026-06-%02d".formatted(1 + random.nextInt(30));
            String amount = (1 + random.nextInt(120)) + "." + (10 + random.nextInt(90));
            Answer answer = switch (random.nextInt(6)) {
                case 0 -> post(voucher("RECEIVED", date, amount));
                case 1 -> post(voucher("ADVANCE", date, amount));
                case 2 -> {
                    Map<String, Object> form = voucher("SETTLED", date, amount);
                    form.put("advanceId", advances.isEmpty() ? 1L : advances.removeFirst());
                    yield post(form);
                }
                case 3 ->
                    entries.isEmpty()
                            ? post(voucher("PAID", date, amount))
                            : reverse(entries.remove(random.nextInt(entries.size())), date);
                case 4 ->
                    c.post("/petty-cash/funds/" + fund + "/top-ups", topUp(date, random.nextBoolean(), List.of()));
                default -> post(voucher("PAID", date, amount));
            };
            if (answer.status() == 201 && answer.body().has("moveId")) {
                entries.add(entry(answer.body()));
            }
            JsonNode now = identity();
            assertTrue(new BigDecimal(now.path("cash").asString()).signum() >= 0, now.toString());
            JsonNode open = c.get("/petty-cash/funds/" + fund).path("advances");
            advances.clear();
            open.forEach(a -> advances.add(a.path("id").asLong()));
        }
        c.checkBooks();
    }

    @Test
    void aDrawerOnAnAccountInUse_beginsWithWhatLiesThere() {
        account("1150", "Old drawer");
        ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        "2026-06-01",
                        "reference",
                        "START",
                        "checkNumber",
                        "",
                        "text",
                        "Taken into the books",
                        "lines",
                        List.of(
                                Map.of("account", "1150", "debit", "250.00", "credit", "", "party", "", "text", ""),
                                Map.of("account", "3900", "debit", "", "credit", "250.00", "party", "", "text", "")))));
        long old = fund("Workshop", "1150", "250.00", "2026-06-01");
        JsonNode identity = c.get("/petty-cash/funds/" + old).path("identity");
        assertTrue(identity.path("holds").asBoolean(), identity.toString());
        assertEquals("250.00", identity.path("cash").asString());
        assertEquals("0.00", identity.path("received").asString());
        assertEquals("0.00", identity.path("floatDue").asString());
    }
}
