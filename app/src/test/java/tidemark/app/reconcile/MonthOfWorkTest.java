package tidemark.app.reconcile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.LineRequests;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Payroll's June on the real database, through the API, from file to certificate and back. */
@ExtendWith(RunningApp.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class MonthOfWorkTest {
    private static String base(Client c) {
        return "/api/v1/companies/" + c.company() + "/bank-accounts/" + c.account("Payroll");
    }

    private static JsonNode month(Client c) {
        return c.get(base(c) + "/months/2026-06").body();
    }

    private static List<JsonNode> rows(Client c) {
        List<JsonNode> out = new ArrayList<>();
        c.get(base(c) + "/months/2026-06/lines?limit=500").body().path("rows").forEach(out::add);
        return out;
    }

    private static JsonNode open(Client c, String title) {
        return rows(c).stream()
                .filter(r -> r.path("title").asString().contains(title))
                .findFirst()
                .orElseThrow();
    }

    @Test
    @Order(1)
    void file_thatFits_isTakenOnceAndWhole(RunningApp.App app) throws Exception {
        Client maren = Client.signedIn(app, "maren");
        byte[] file = Files.readAllBytes(Path.of("../demo/statements/payroll-2026-06.xml"));
        byte[] broken = new String(file)
                .replaceFirst("<Amt Ccy=\"USD\">2", "<Amt Ccy=\"USD\">3")
                .getBytes();
        Answer waits = maren.upload(base(maren) + "/statements", "broken.xml", broken);
        assertEquals("WAITS", waits.body().path("state").asString());
        assertEquals(
                "statement.sum",
                waits.body().path("problems").get(0).path("code").asString());
        assertEquals(0, rows(maren).size(), "nothing is taken before somebody decides");
        assertEquals(
                200,
                maren.upload(base(maren) + "/statements", "payroll.xml", file).status());
        assertEquals(
                "file.known",
                maren.upload(base(maren) + "/statements", "again.xml", file).code());
        byte[] other = new String(file).replace("20:00:00", "21:00:00").getBytes();
        Answer overlap = maren.upload(base(maren) + "/statements", "other.xml", other);
        assertEquals("NOTHING_NEW", overlap.body().path("state").asString());
        assertEquals(overlap.body().path("skipped").asInt(), rows(maren).size());
        long statement =
                maren.get(base(maren) + "/statements").body().get(0).path("id").asLong();
        Answer original = maren.get(base(maren) + "/statements/" + statement + "/file");
        assertEquals(new String(file), new String(original.raw().body()));
    }

    @Test
    @Order(2)
    void firmOnes_areTakenInOneStepAndUndoneInOne(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        int firm = month(maren).path("firmCount").asInt();
        assertTrue(firm > 10, "firm " + firm);
        Answer taken = maren.post(base(maren) + "/months/2026-06/firm", Map.of());
        assertEquals(firm, taken.body().path("count").asInt());
        assertEquals(1, month(maren).path("openLines").asInt());
        maren.delete(base(maren) + "/firm/" + taken.body().path("batchId").asLong());
        assertEquals(firm, month(maren).path("firmCount").asInt());
        assertEquals(0, month(maren).path("tide").asInt());
        maren.post(base(maren) + "/months/2026-06/firm", Map.of());
    }

    @Test
    @Order(3)
    void twoPeople_takingTheSameLine_oneWinsAndTheOtherIsTold(RunningApp.App app) throws Exception {
        Client maren = Client.signedIn(app, "maren");
        JsonNode row = rows(maren).getFirst();
        maren.delete(base(maren) + "/matches/" + row.path("matchId").asLong());
        assertEquals(
                "match.gone",
                maren.delete(base(maren) + "/matches/" + row.path("matchId").asLong())
                        .code());
        long line = row.path("lineId").asLong();
        long entry = maren.get(base(maren) + "/months/2026-06/lines/" + line + "/candidates")
                .body()
                .get(0)
                .path("entryIds")
                .get(0)
                .asLong();
        try (var pool = Executors.newFixedThreadPool(4)) {
            List<Callable<Answer>> tries = new ArrayList<>();
            for (int i = 0; i < 4; i++) {
                Client one = Client.signedIn(app, "maren");
                String path = base(one) + "/matches";
                tries.add(() -> one.post(path, Map.of("lineIds", List.of(line), "entryIds", List.of(entry))));
            }
            int won = 0;
            for (Future<Answer> f : pool.invokeAll(tries)) {
                Answer answer = f.get();
                if (answer.status() == 200) {
                    won++;
                } else {
                    assertEquals(409, answer.status());
                    assertEquals("match.taken", answer.code());
                    assertTrue(answer.body().path("detail").asString().contains("Maren Oduya has matched already"));
                }
            }
            assertEquals(1, won);
        }
    }

    @Test
    @Order(4)
    void preview_showsWhatBookingDoes_andKeepsNothing(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        long line = open(maren, "MAINTENANCE").path("lineId").asLong();
        String path = base(maren) + "/lines/" + line + "/booking";
        Map<String, Object> fee = LineRequests.fee("2026-06-30");
        JdbcTemplate sql = app.bean(JdbcTemplate.class);
        Long before = sql.queryForObject("select count(*) from journal_entry", Long.class);
        int open = month(maren).path("notOnStatement").size();
        JsonNode preview = maren.post(path + "?preview=true", fee).body();
        assertEquals(before, sql.queryForObject("select count(*) from journal_entry", Long.class));
        assertEquals(1, month(maren).path("openLines").asInt());
        JsonNode booked = maren.post(path, fee).body();
        assertEquals(
                preview.path("entries").get(0).path("lines").toString(),
                booked.path("entries").get(0).path("lines").toString());
        assertEquals(preview.path("leaves").toString(), booked.path("leaves").toString());
        assertEquals("9.00", booked.path("entries").get(0).path("total").asString());
        assertEquals(0, month(maren).path("openLines").asInt());
        JsonNode row = open(maren, "MAINTENANCE");
        maren.delete(base(maren) + "/matches/" + row.path("matchId").asLong());
        assertEquals(1, month(maren).path("openLines").asInt());
        assertEquals(open, month(maren).path("notOnStatement").size(), "what was booked is reversed with its match");
        maren.post(path, fee);
        assertTrue(month(maren).path("proof").path("holds").asBoolean());
    }

    @Test
    @Order(5)
    void badEntries_areRefusedWithTheirReason(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        String path = "/api/v1/companies/" + maren.company() + "/ledger/entries";
        assertEquals(
                "entry.unbalanced",
                maren.post(path, entry("2026-06-10", "10.00", "9.00", "6110")).code());
        assertEquals(
                "account.unknown",
                maren.post(path, entry("2026-06-10", "10.00", "10.00", "7777")).code());
        assertEquals(
                "mark.held",
                maren.post(path, entry("2026-05-31", "10.00", "10.00", "6110")).code());
        assertEquals(
                "amount.places",
                maren.post(path, entry("2026-06-10", "10.001", "10.00", "6110")).code());
        assertEquals(
                "request.unreadable",
                maren.post(path, entry("soon", "10.00", "10.00", "6110")).code());
    }

    private static Map<String, Object> entry(String date, String debit, String credit, String account) {
        return Map.of(
                "date", date,
                "reference", "",
                "checkNumber", "",
                "text", "test",
                "lines",
                        List.of(
                                Map.of("account", account, "debit", debit, "credit", "", "party", "", "text", ""),
                                Map.of("account", "1020", "debit", "", "credit", credit, "party", "", "text", "")));
    }

    @Test
    @Order(6)
    void month_isPreparedCertifiedAndHeldByCoreAndDatabase(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        Client torvald = Client.signedIn(app, "torvald");
        String month = base(maren) + "/months/2026-06";
        assertEquals(
                "month.state", torvald.post(month + "/certification", Map.of()).code());
        assertEquals(200, maren.post(month + "/preparation", Map.of()).status());
        JsonNode row = rows(maren).getFirst();
        String match = base(maren) + "/matches/" + row.path("matchId").asLong();
        assertEquals("month.prepared", maren.delete(match).code());
        long line = row.path("lineId").asLong();
        Map<String, String> note = Map.of("note", "a note that says enough");
        assertEquals(
                409,
                maren.post(base(maren) + "/lines/" + line + "/bank-error", note).status());
        long open = month(maren).path("notOnStatement").get(0).path("entryId").asLong();
        String entryError = base(maren) + "/cash-entries/" + open + "/ledger-error";
        assertEquals("month.prepared", maren.post(entryError, note).code());
        assertEquals(403, maren.post(month + "/certification", Map.of()).status());
        assertEquals(200, torvald.post(month + "/certification", Map.of()).status());
        assertEquals("2026-06-30", month(maren).path("mark").asString());
        assertEquals("mark.held", maren.delete(match).code());
        JdbcTemplate sql = app.bean(JdbcTemplate.class);
        for (String change : List.of(
                "update bank_line set item_match_id = null where id = " + line,
                "update bank_line set minor_units = minor_units + 1 where id = " + line,
                "delete from bank_line where id = " + line,
                "update cash_entry set item_match_id = null where item_match_id = "
                        + row.path("matchId").asLong(),
                "update cash_entry set entry_date = date '2026-07-01' where item_match_id = "
                        + row.path("matchId").asLong(),
                "update statement set closing_minor_units = 0 where bank_account_id = " + maren.account("Payroll"),
                "insert into bank_error values (" + line + ", 'n', 'w', current_timestamp)",
                "update journal_line set minor_units = 1",
                "delete from journal_entry",
                "update activity set who = 'somebody else'",
                "update certificate set seal = '" + "0".repeat(64) + "'",
                "delete from certificate")) {
            assertThrows(DataAccessException.class, () -> sql.update(change), change);
        }
    }

    @Test
    @Order(7)
    void reopening_needsAReason_andTheNextCertificateSaysSo(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        Client torvald = Client.signedIn(app, "torvald");
        String month = base(maren) + "/months/2026-06";
        assertEquals(
                "reason.unfit",
                torvald.post(month + "/reopening", Map.of("reason", "no")).code());
        assertEquals(
                "month.not.last",
                torvald.post(
                                base(maren) + "/months/2026-05/reopening",
                                Map.of("reason", "a reason that is long enough"))
                        .code());
        String seal = torvald.get(month + "/certificate").body().path("seal").asString();
        assertEquals(
                200,
                torvald.post(month + "/reopening", Map.of("reason", "the bank sent a corrected statement"))
                        .status());
        assertEquals("2026-05-31", month(maren).path("mark").asString());
        assertEquals(404, torvald.get(month + "/certificate.json").status());
        maren.post(month + "/preparation", Map.of());
        torvald.post(month + "/certification", Map.of());
        JsonNode content = torvald.get(month + "/certificate").body().path("content");
        assertEquals(seal, content.path("replaces").path("seal").asString());
        assertEquals(
                "the bank sent a corrected statement",
                content.path("replaces").path("reason").asString());
        JsonNode activity = torvald.get("/api/v1/companies/" + torvald.company() + "/activity")
                .body();
        assertTrue(activity.toString().contains("Reopened June 2026 of Payroll"));
    }

    @Test
    @Order(8)
    void paper_ticksInItsOrder_leadToTheTypedBalance(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        String account = "/api/v1/companies/" + maren.company() + "/bank-accounts/" + maren.account("Reserve savings");
        long before = app.bean(JdbcTemplate.class)
                .queryForObject(
                        "select closing_minor_units from statement where bank_account_id = ? order by to_date desc limit 1",
                        Long.class,
                        maren.account("Reserve savings"));
        String closing = tidemark.core.money.MinorUnits.toDecimal(before + 250_000, org.joda.money.CurrencyUnit.USD);
        assertEquals(
                "amount.unreadable",
                maren.post(account + "/paper-statements", Map.of("month", "2026-06", "closingBalance", "lots"))
                        .code());
        long statement = maren.post(
                        account + "/paper-statements", Map.of("month", "2026-06", "closingBalance", closing))
                .body()
                .path("statementId")
                .asLong();
        JsonNode view = maren.get(account + "/months/2026-06").body();
        assertEquals("2500.00", view.path("proof").path("gap").asString());
        assertTrue(view.path("proof").path("words").asString().contains("on the statement after all"));
        long entry = view.path("notOnStatement").get(0).path("entryId").asLong();
        String ticks = account + "/paper-statements/" + statement + "/ticks";
        assertEquals(200, maren.post(ticks, Map.of("entryIds", List.of(entry))).status());
        assertEquals(
                "match.taken",
                maren.post(ticks, Map.of("entryIds", List.of(entry))).code());
        view = maren.get(account + "/months/2026-06").body();
        assertTrue(view.path("proof").path("holds").asBoolean());
        assertEquals(view.path("lineCount").asInt(), view.path("tide").asInt());
        assertEquals(
                closing,
                maren.get(account + "/months/2026-06/lines")
                        .body()
                        .path("rows")
                        .get(0)
                        .path("bankBalance")
                        .asString());
        long line = maren.get(account + "/months/2026-06/lines")
                .body()
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        assertEquals(200, maren.delete(ticks + "/" + line).status());
        assertEquals(
                0,
                maren.get(account + "/months/2026-06").body().path("lineCount").asInt());
        assertEquals(200, maren.delete(account + "/statements/" + statement).status());
    }
}
