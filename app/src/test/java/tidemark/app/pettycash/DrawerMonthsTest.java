package tidemark.app.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.certificate.VerifyCommand;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** The months of a drawer: prepared by one, closed by another, sealed, opened again. */
@ExtendWith(RunningApp.class)
class DrawerMonthsTest extends ADrawer {
    private RunningApp.App app;
    private Client second;

    @BeforeEach
    void aSecondPerson(RunningApp.App running) {
        app = running;
        second = c.person(app, "wen", "Wen Sallow", "CERTIFIER");
    }

    private String months() {
        return c.base + "/petty-cash/funds/" + fund + "/months";
    }

    private Answer prepare(String month) {
        return c.iris.post(months() + "/" + month + "/preparation", Map.of());
    }

    private Answer close(Client who, String month) {
        return who.post(months() + "/" + month + "/closing", Map.of());
    }

    private Answer reopen(String month, String reason) {
        return second.post(months() + "/" + month + "/reopening", Map.of("reason", reason));
    }

    /** Counted as it should be; the day of the count is today's, so the database puts it into the month. */
    private void counted(String day) {
        long count = ok(c.post("/petty-cash/funds/" + fund + "/counts", Map.of("surprise", false)))
                .path("id")
                .asLong();
        long cents = new java.math.BigDecimal(cash()).movePointRight(2).longValueExact();
        ok(c.iris.put(
                c.base + "/petty-cash/counts/" + count,
                Map.of("pieces", Map.of("100", cents / 100, "1", cents % 100))));
        ok(c.post("/petty-cash/counts/" + count + "/close", Map.of()));
        app.bean(JdbcTemplate.class).update("update drawer_count set count_day = ? where id = ?", day, count);
    }

    private void june() {
        topsUp("2026-06-01", true);
        posted("PAID", "2026-06-03", "42.75");
        counted("2026-06-30");
        ok(prepare("2026-06"));
    }

    @Test
    void aMonth_isClosedByTwo_sealed_andVerifiableFromItsFile(@TempDir Path folder) throws IOException {
        topsUp("2026-06-01", true);
        posted("PAID", "2026-06-03", "42.75");
        assertEquals("drawer-month.uncounted", prepare("2026-06").code());
        assertEquals(
                1,
                c.get("/petty-cash/funds/" + fund + "/months")
                        .path("next")
                        .path("inTheWay")
                        .size());
        counted("2026-06-30");
        assertEquals("drawer-month.order", prepare("2026-07").code());
        assertEquals("month.state", close(second, "2026-06").code());
        Client both = c.person(app, "both", "Both Hands", "PREPARER", "CERTIFIER");
        ok(both.post(months() + "/2026-06/preparation", Map.of()));
        assertEquals(
                "drawer.closed", post(voucher("PAID", "2026-06-30", "1.00")).code());
        assertEquals("drawer-month.same", close(both, "2026-06").code());
        assertEquals("right.missing", close(c.iris, "2026-06").code());

        JsonNode closed = ok(close(second, "2026-06"));
        long sheet = closed.path("sheets").get(0).path("id").asLong();
        byte[] file = c.iris.get(c.base + "/petty-cash/funds/" + fund + "/sheets/" + sheet + "/file")
                .raw()
                .body();
        assertEquals(0, verify(folder, new String(file, StandardCharsets.UTF_8)));
        assertEquals(
                1, verify(folder, new String(file, StandardCharsets.UTF_8).replace("-42.75", "-42.57")), "changed");
        ok(post(voucher("PAID", "2026-07-01", "5.00")));
        assertEquals(
                "drawer.closed", post(voucher("PAID", "2026-06-30", "1.00")).code());
        for (String form : List.of("book/paper?from=2026-06-01&to=2026-06-30")) {
            byte[] paper = c.iris.get(c.base + "/petty-cash/funds/" + fund + "/" + form)
                    .raw()
                    .body();
            assertTrue(new String(paper, 0, 5, StandardCharsets.ISO_8859_1).startsWith("%PDF"));
        }
        c.checkBooks();
    }

    private static int verify(Path folder, String file) throws IOException {
        Path path = folder.resolve("sheet.json");
        Files.writeString(path, file);
        return VerifyCommand.run(new String[] {path.toString()}, new PrintStream(new ByteArrayOutputStream()));
    }

    @Test
    void aClosedMonth_changesOnlyAfterItWasOpenedAgain() {
        june();
        ok(close(second, "2026-06"));
        assertEquals("reason.unfit", reopen("2026-06", "no").code());
        assertEquals(
                "drawer-month.not-last", reopen("2026-05", "a wrong voucher").code());
        ok(reopen("2026-06", "a voucher was forgotten"));
        ok(post(voucher("PAID", "2026-06-30", "1.00")));
        assertEquals("month.state", close(second, "2026-06").code(), "it is prepared anew");
        ok(prepare("2026-06"));
        JsonNode again = ok(close(second, "2026-06"));
        assertEquals(2, again.path("sheets").size());
        assertEquals(
                "a voucher was forgotten",
                again.path("sheets").get(1).path("reason").asString());
    }

    @Test
    void preparedMonth_goesBack_andBooksOfOthersStayOut() {
        june();
        assertEquals(
                "drawer.closed",
                c.post(
                                "/ledger/entries",
                                Map.of(
                                        "date",
                                        "2026-06-20",
                                        "reference",
                                        "",
                                        "checkNumber",
                                        "",
                                        "text",
                                        "by hand",
                                        "lines",
                                        List.of(
                                                Map.of(
                                                        "account", "1110", "debit", "5.00", "credit", "", "party", "",
                                                        "text", ""),
                                                Map.of(
                                                        "account", "4010", "debit", "", "credit", "5.00", "party", "",
                                                        "text", ""))))
                        .code());
        ok(second.post(months() + "/2026-06/return", Map.of("note", "count again")));
        ok(post(voucher("PAID", "2026-06-30", "1.00")));
    }

    @Test
    void databaseItself_keepsAClosedMonth_butForWhatCameLater() {
        june();
        ok(close(second, "2026-06"));
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        long move = jdbc.queryForObject(
                "select min(id) from drawer_move where fund_id = ? and move_day = '2026-06-03'", Long.class, fund);
        for (String change : List.of(
                "delete from drawer_move where id = " + move,
                "update drawer_move set cash = cash - 1, due = due + 1 where id = " + move,
                "update drawer_move set move_day = '2026-07-01' where id = " + move)) {
            assertThrows(DataAccessException.class, () -> jdbc.update(change), change);
        }
        // a July top-up covers June's voucher
        topsUp("2026-07-01", true);
        assertEquals("400.00", cash());
    }

    @Test
    void whatIsNotInTheDrawerAfterAll_isOnTheWayAgain_andCanBeReversed() {
        topsUp("2026-06-01", true);
        posted("PAID", "2026-06-02", "88.20");
        posted("PAID", "2026-06-10", "10.00");
        JsonNode topUp = topsUp("2026-06-04", false);
        assertEquals("88.20", identity().path("onTheWay").asString(), "what is dated later is not covered");
        long moveId = topUp.path("moveId").asLong();
        String move = "/petty-cash/moves/" + moveId;
        assertEquals(
                "top-up.waits",
                c.post(move + "/not-arrived", Map.of("date", "2026-06-05")).code());
        ok(c.post(move + "/arrived", Map.of("date", "2026-06-05")));
        ok(c.post(move + "/not-arrived", Map.of("date", "2026-06-05")));
        assertEquals("88.20", identity().path("onTheWay").asString());
        ok(reverse(entry(topUp), TODAY));
        assertEquals("98.20", identity().path("toTopUp").asString());
    }

    @Test
    void aboveTheLimit_aSecondPersonIsAsked_andPostsIt() {
        topsUp("2026-06-01", true);
        Map<String, Object> large = voucher("PAID", "2026-06-03", "150.01");
        assertEquals("voucher.limit", post(large).code());
        long draft = ok(c.post("/petty-cash/vouchers/asking", large)).path("id").asLong();
        String asked = c.base + "/approvals/"
                + c.get("/approvals/of/VOUCHER/" + draft).get(0).path("id").asLong();
        assertEquals(
                "approval.second", c.iris.post(asked + "/approval", Map.of()).code());
        Client preparer = c.person(app, "other", "Other Hand", "PREPARER");
        ok(preparer.post(asked + "/approval", Map.of()));
        assertEquals("249.99", cash());
        assertEquals("draft.gone", c.iris.get(c.base + "/drafts/" + draft).code());
        assertEquals(
                "approval.state", preparer.post(asked + "/approval", Map.of()).code());
        c.checkBooks();
    }
}
