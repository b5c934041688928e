package tidemark.app.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Whatever is done at the desk, in any order and by whoever: the books stay at what is in hand, and all can be undone. */
@ExtendWith(RunningApp.class)
class AnyCourseTest extends AtTheDesk {
    private static final int STEPS = 70;

    private final List<Long> sites = new ArrayList<>();
    private final List<Long> slips = new ArrayList<>();
    private int number;

    private void desk() {
        for (String name : List.of("Dock", "Workshop")) {
            sites.add(ok(c.post("/set-up/sites", Map.of("name", name, "active", true)))
                    .path("id")
                    .asLong());
        }
        List<Map<String, Object>> tenders = new ArrayList<>();
        for (String kind : List.of("CHECK", "CASH", "CARD")) {
            List<Map<String, Object>> bySite = new ArrayList<>();
            for (int s = 0; s < 2; s++) {
                String code = "12" + (kind.equals("CHECK") ? 2 : kind.equals("CASH") ? 3 : 4) + s;
                ok(c.post(
                        "/ledger/accounts",
                        Map.of("code", code, "name", kind + " at " + s, "type", "ASSET", "active", true)));
                bySite.add(Map.of("siteId", sites.get(s), "account", code));
            }
            tenders.add(Map.of(
                    "kind",
                    kind,
                    "name",
                    "",
                    "active",
                    true,
                    "account",
                    "",
                    "bySite",
                    bySite,
                    "bankAccounts",
                    List.of()));
        }
        ok(c.iris.put(
                c.base + "/set-up/money-in",
                Map.of("version", 0, "hidesAmounts", false, "cashLimits", List.of(), "tenders", tenders)));
        slips.add(slip());
        slips.add(slip());
        slips.add(slip());
    }

    private JsonNode all() {
        return c.get("/receipts-in-hand?limit=500&state=IN_HAND&state=ON_SLIP&state=BANKED&state=VOID&state=ELSEWHERE")
                .path("receipts");
    }

    private static <T> T one(List<T> of, Random random) {
        return of.get(random.nextInt(of.size()));
    }

    /** What is in hand or on a slip that is not banked, by account, against the books. */
    private void check(String when) {
        Map<String, BigDecimal> hand = new TreeMap<>();
        for (JsonNode r : all()) {
            String state = r.path("state").asString();
            if (state.equals("IN_HAND") || state.equals("ON_SLIP")) {
                String kind = r.path("tender").asString();
                String account = "12" + (kind.equals("CHECK") ? 2 : kind.equals("CASH") ? 3 : 4)
                        + sites.indexOf(r.path("siteId").asLong());
                hand.merge(account, new BigDecimal(r.path("amount").asString()), BigDecimal::add);
            }
        }
        for (String account : List.of("1220", "1221", "1230", "1231", "1240", "1241")) {
            assertEquals(
                    0,
                    hand.getOrDefault(account, BigDecimal.ZERO).compareTo(new BigDecimal(c.balance(account))),
                    account + " " + when + ": " + hand + " against " + c.balance(account));
        }
    }

    private Answer step(Random random, JdbcTemplate jdbc) {
        long slip = one(slips, random);
        List<Long> free = new ArrayList<>();
        List<Long> mine = new ArrayList<>();
        for (JsonNode r : all()) {
            if (r.path("state").asString().equals("IN_HAND")) {
                free.add(r.path("id").asLong());
            } else if (r.path("slipId").asLong(0) == slip) {
                mine.add(r.path("id").asLong());
            }
        }
        return switch (random.nextInt(11)) {
            case 0, 1, 2 -> {
                Map<String, Object> r = receipt(
                        one(List.of("CHECK", "CASH", "CARD"), random),
                        "N" + ++number,
                        (1 + random.nextInt(400)) + ".37");
                r.put("siteId", one(sites, random));
                r.put("account", "");
                yield c.post("/receipts", r);
            }
            case 3, 4 ->
                free.isEmpty()
                        ? c.iris.get(c.base + "/deposit-slips")
                        : change(slip, List.of(one(free, random)), List.of());
            case 5 ->
                mine.isEmpty()
                        ? c.iris.get(c.base + "/deposit-slips")
                        : change(slip, List.of(), List.of(one(mine, random)));
            case 6 -> {
                counted(slip);
                yield c.post("/deposit-slips/" + slip + "/banking", banking(List.of()));
            }
            case 7 ->
                mine.size() < 2
                        ? c.iris.get(c.base + "/deposit-slips")
                        : c.post("/deposit-slips/" + slip + "/split", Map.of("receipts", List.of(mine.getFirst())));
            case 8 -> c.post("/deposit-slips/" + slip + "/day", Map.of("date", "2026-06-1" + random.nextInt(10)));
            case 9 -> c.post("/deposit-slips/" + slip + "/taking-apart", Map.of("date", "2026-06-20"));
            default -> {
                List<Long> some = random.nextBoolean() ? free : mine;
                if (some.isEmpty()) {
                    yield c.iris.get(c.base + "/deposit-slips");
                }
                long id = one(some, random);
                if (random.nextBoolean()) {
                    yield c.post(
                            "/receipts-in-hand/" + id + "/correction",
                            Map.of("amount", (1 + random.nextInt(400)) + ".11"));
                }
                Long entry = jdbc.queryForObject(
                        "select journal_entry_id from receipt_in_hand where id = ?", Long.class, id);
                yield c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-20"));
            }
        };
    }

    /** Keys just what is on it. */
    private void counted(long slip) {
        JsonNode view = c.get("/deposit-slips/" + slip);
        if (!view.path("slip").path("state").asString().equals("OPEN")) {
            return;
        }
        List<String> checks = new ArrayList<>();
        BigDecimal cash = BigDecimal.ZERO;
        for (JsonNode r : view.path("receipts")) {
            if (r.path("tender").asString().equals("CHECK")) {
                checks.add(r.path("amount").asString());
            } else if (r.path("tender").asString().equals("CASH")) {
                cash = cash.add(new BigDecimal(r.path("amount").asString()));
            }
        }
        Map<String, Integer> pieces = new HashMap<>();
        if (cash.signum() > 0) {
            pieces.put("0.01", cash.movePointRight(2).intValueExact());
        }
        ok(count(slip, checks, pieces));
    }

    private void presentments(JdbcTemplate jdbc) {
        assertEquals(
                0,
                jdbc.queryForList(
                                "select p.receipt_id from presentment p join deposit_slip s on s.id = p.deposit_slip_id"
                                        + " where s.company_id = ? and not p.undone and s.state in ('BANKED', 'CREDITED')"
                                        + " group by p.receipt_id having count(*) > 1",
                                c.id)
                        .size(),
                "no receipt stands on two slips that were taken to the bank");
        for (JsonNode row : c.get("/deposit-slips").path("rows")) {
            if (row.path("state").asString().equals("BANKED")) {
                JsonNode slip = c.get("/deposit-slips/" + row.path("id").asLong());
                String cash = c.get("/ledger/entries/" + slip.path("entryId").asLong())
                        .path("entry")
                        .path("lines")
                        .get(0)
                        .path("debit")
                        .asString();
                assertEquals(slip.path("total").asString(), cash, row.toString());
            }
        }
    }

    /** Of a bank account whose deposits reach cash only when credited, and of which nothing is: banked slips are in transit. */
    private void checkTransit(String when) {
        BigDecimal banked = BigDecimal.ZERO;
        for (JsonNode row : c.get("/deposit-slips").path("rows")) {
            if (row.path("state").asString().equals("BANKED")) {
                banked = banked.add(new BigDecimal(row.path("total").asString()));
            }
        }
        assertEquals(0, banked.compareTo(new BigDecimal(c.balance("1270"))), "in transit " + when);
        assertEquals("1000.00", c.balance("1010"), when);
    }

    @ParameterizedTest(name = "cash only when credited: {0}")
    @ValueSource(booleans = {false, true})
    void anyCourse_leavesEachAccountAtWhatIsInHand_andEverythingUndoneLeavesTheBooksAsBefore(
            boolean onClearing, RunningApp.App app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        c.set(account, Map.of("depositsOnClearing", onClearing));
        desk();
        long item = c.invoiced(pell, "Q-1", "2026-06-01", "90.00", "4010");
        Map<String, Object> settling = receipt("CHECK", "S-1", "90.00");
        settling.put("siteId", sites.getFirst());
        settling.put("account", "");
        settling.put("items", List.of(Map.of("itemId", item, "amount", "90.00")));
        String before = c.balance("1200") + " " + c.balance("1010") + " " + c.balance("4010");
        ok(c.post("/receipts", settling));
        Random random = new Random(2_026);
        int done = 0;
        for (int i = 0; i < STEPS; i++) {
            Answer answer = step(random, jdbc);
            assertTrue(answer.status() < 500, answer.toString());
            done += answer.status() / 100 == 2 ? 1 : 0;
            check("after step " + i);
            if (onClearing) {
                checkTransit("after step " + i);
            }
            if (i % 10 == 9) {
                presentments(jdbc);
            }
        }
        assertTrue(done > STEPS / 2, "most of it was done: " + done);
        c.checkBooks();
        // and everything undone
        for (JsonNode row : c.get("/deposit-slips").path("rows")) {
            String slip = "/deposit-slips/" + row.path("id").asLong();
            if (row.path("state").asString().equals("BANKED")) {
                ok(c.post(slip + "/taking-apart", Map.of("date", "2026-06-25")));
            }
            ok(c.post(slip + "/discard", Map.of()));
        }
        for (JsonNode r : all()) {
            if (r.path("state").asString().equals("IN_HAND")) {
                ok(c.post("/ledger/entries/" + r.path("entryId").asLong() + "/reversal", Map.of("date", "2026-06-25")));
            }
        }
        check("after all was undone");
        assertEquals(before, c.balance("1200") + " " + c.balance("1010") + " " + c.balance("4010"));
        assertEquals(
                "90.00",
                c.get("/parties/" + pell).path("open").get(0).path("open").asString(),
                "its invoice is open again, and nothing else of the customer is");
        assertEquals(1, c.get("/parties/" + pell).path("open").size());
        c.checkBooks();
    }

    private static List<Answer> together(List<Callable<Answer>> doing) throws Exception {
        try (ExecutorService pool = Executors.newFixedThreadPool(doing.size())) {
            List<Answer> out = new ArrayList<>();
            for (Future<Answer> answer : pool.invokeAll(doing)) {
                out.add(answer.get());
            }
            return out;
        }
    }

    /** Four people: two bank a slip, one takes a receipt off, one puts another on; whatever wins, the books are whole. */
    @Test
    void bankingWhileAnotherTakesOff_oneWins_andTheOtherIsTold(RunningApp.App app) throws Exception {
        List<Client> four = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            four.add(Client.signedIn(app, "iris"));
        }
        for (int round = 0; round < 5; round++) {
            long on = receive("CARD", "A" + round, "10.00");
            long stays = receive("CARD", "B" + round, "20.00");
            long more = receive("CARD", "C" + round, "40.00");
            long slip = slip();
            ok(change(slip, List.of(on, stays), List.of()));
            String path = c.base + "/deposit-slips/" + slip;
            List<Answer> answers = together(List.of(
                    () -> four.get(0).post(path + "/banking", banking(List.of())),
                    () -> four.get(1).post(path + "/banking", banking(List.of())),
                    () -> four.get(2).post(path + "/receipts", Map.of("put", List.of(), "take", List.of(on))),
                    () -> four.get(3).post(path + "/receipts", Map.of("put", List.of(more), "take", List.of()))));
            long banked = answers.subList(0, 2).stream()
                    .filter(a -> a.status() / 100 == 2)
                    .count();
            assertEquals(1, banked, answers.toString());
            for (Answer a : answers) {
                assertTrue(a.status() / 100 == 2 || a.code().startsWith("slip."), a.toString());
            }
            JsonNode view = c.get("/deposit-slips/" + slip);
            BigDecimal sum = BigDecimal.ZERO;
            for (JsonNode r : view.path("receipts")) {
                assertEquals("BANKED", r.path("state").asString());
                sum = sum.add(new BigDecimal(r.path("amount").asString()));
            }
            assertEquals(0, sum.compareTo(new BigDecimal(view.path("total").asString())));
            assertEquals(c.balance("1250"), hand());
        }
        c.checkBooks();
    }

    @Test
    void splittingWhileTheBankLineIsMatched_oneWins_andTheOtherIsTold(RunningApp.App app) throws Exception {
        long on = receive("CARD", "A", "10.00");
        long stays = receive("CARD", "B", "20.00");
        long slip = slip();
        ok(change(slip, List.of(on, stays), List.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + account + "/statements",
                "june.csv",
                "date,amount,balance,reference\n2026-06-09,30.00,1030.00,D\n".getBytes(StandardCharsets.UTF_8)));
        long line = ok(c.iris.get(c.base + "/bank-accounts/" + account + "/months/2026-06/lines?offset=0"))
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        Long cash = jdbc.queryForObject(
                "select c.id from cash_entry c join deposit_slip s on s.journal_entry_id = c.journal_entry_id"
                        + " where s.id = ?",
                Long.class,
                slip);
        Client one = Client.signedIn(app, "iris");
        Client other = Client.signedIn(app, "iris");
        List<Answer> answers = together(List.of(
                () -> one.post(
                        c.base + "/bank-accounts/" + account + "/matches",
                        Map.of("lineIds", List.of(line), "entryIds", List.of(cash))),
                () -> other.post(c.base + "/deposit-slips/" + slip + "/split", Map.of("receipts", List.of(on)))));
        assertEquals(1, answers.stream().filter(a -> a.status() / 100 == 2).count(), "one of the two: " + answers);
        c.checkBooks();
    }

    /** A credit that no slip explains takes the receipts that come to it, and no others. */
    @ParameterizedTest(name = "cash only when credited: {0}")
    @ValueSource(booleans = {false, true})
    void aCreditWithoutASlip_offersTheReceiptsThatComeToIt_andMakesTheSlip(boolean onClearing) {
        c.set(account, Map.of("depositsOnClearing", onClearing));
        long a = receive("CHECK", "1", "10.00");
        long b = receive("CHECK", "2", "25.00");
        receive("CHECK", "3", "7.00");
        long banked = receive("CARD", "4", "50.00");
        long slip = slip();
        ok(change(slip, List.of(banked), List.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + account + "/statements",
                "june.csv",
                "date,amount,balance,reference\n2026-06-09,35.00,1035.00,DEPOSIT\n2026-06-10,47.00,1082.00,CARDS\n"
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode rows = ok(c.iris.get(c.base + "/bank-accounts/" + account + "/months/2026-06/lines?offset=0"))
                .path("rows");
        long line = rows.get(0).path("lineId").asLong();
        JsonNode found = c.get("/deposit-slips/for-line?line=" + line);
        assertEquals(List.of(a, b), ids(found.path("receipts")));
        assertTrue(!found.path("several").asBoolean());
        assertEquals(
                "slip.line",
                c.post("/deposit-slips/for-line", Map.of("line", line, "receipts", List.of(a)))
                        .code());
        JsonNode made = ok(c.post("/deposit-slips/for-line", Map.of("line", line, "receipts", List.of(a, b))));
        assertEquals("CREDITED", state(made.path("slipId").asLong()));
        assertEquals("7.00", hand());
        assertEquals(c.balance("1250"), hand());
        assertEquals(
                404, c.iris.get(c.base + "/deposit-slips/for-line?line=" + line).status(), "it is explained now");

        // the other line is a slip at another amount: it leads back to the slip
        long other = rows.get(1).path("lineId").asLong();
        assertEquals(onClearing ? "1035.00" : "1085.00", c.balance("1010"));
        JsonNode month = ok(c.iris.get(c.base + "/bank-accounts/" + account + "/months/2026-06"));
        long cash = onClearing
                ? -slip
                : month.path("notOnStatement")
                        .valueStream()
                        .filter(e -> e.toString().contains("50.00"))
                        .findFirst()
                        .orElseThrow()
                        .path("entryId")
                        .asLong();
        JsonNode slips = c.get("/deposit-slips/for-line?line=" + other + "&entry=" + cash)
                .path("others");
        assertEquals("-3.00", slips.get(0).path("apart").asString());
        assertEquals(slip, slips.get(0).path("slipId").asLong());
        c.checkBooks();
    }

    private static List<Long> ids(JsonNode receipts) {
        return receipts.valueStream().map(r -> r.path("id").asLong()).sorted().toList();
    }

    /** A run of drafts takes a slip to the bank whose count agrees, and names the one whose does not. */
    @Test
    void aPostingRun_banksTheSlipsThatAgree_andNamesTheOthers() {
        List<Long> drafts = new ArrayList<>();
        List<Long> both = new ArrayList<>();
        for (String keyed : List.of("10.00", "10.01")) {
            long receipt = receive("CHECK", "K" + keyed, "10.00");
            long slip = slip();
            ok(change(slip, List.of(receipt), List.of()));
            ok(count(slip, List.of(keyed), Map.of()));
            both.add(slip);
            drafts.add(ok(c.post(
                            "/drafts",
                            Map.of(
                                    "kind",
                                    "DEPOSIT_SLIP",
                                    "version",
                                    0,
                                    "body",
                                    Map.of("slipId", slip, "date", "2026-06-08", "amount", "10.00"))))
                    .path("id")
                    .asLong());
        }
        JsonNode run = ok(c.post("/posting-runs", Map.of("draftIds", drafts)));
        assertEquals("BANKED", state(both.getFirst()));
        assertEquals("OPEN", state(both.getLast()));
        assertTrue(run.path("outcomes").get(1).path("refusal").asString("").length() > 10, run.toString());
        c.checkBooks();
    }
}
