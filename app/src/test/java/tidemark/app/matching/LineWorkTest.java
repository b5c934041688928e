package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What is done with single lines, on an account of its own: corrections, errors of both sides, groups, transfers. */
@ExtendWith(RunningApp.class)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class LineWorkTest {
    private static final String MONTH = "/months/2026-06";
    private static Client maren;
    private static String company;
    private static String base;
    private static long account;

    @BeforeAll
    static void anAccountWithAMonth(RunningApp.App app) {
        Client iris = Client.signedIn(app, "iris");
        maren = Client.signedIn(app, "maren");
        company = "/api/v1/companies/" + maren.company();
        account = iris.post(
                        company + "/bank-accounts",
                        Map.of(
                                "name",
                                "Fuel dock",
                                "bank",
                                "Northbank",
                                "number",
                                "FD-1",
                                "openingMonth",
                                "2026-05",
                                "openingBalance",
                                "1,000.00"))
                .body()
                .path("id")
                .asLong();
        base = company + "/bank-accounts/" + account;
        cash("2026-06-06,-498.60,,501,Dunmore Timber,Oak\n"
                + "2026-06-10,700.00,,,,Slip A\n"
                + "2026-06-10,300.00,,,,Slip B\n"
                + "2026-06-29,55.00,,,,On the way\n");
        Answer taken = maren.upload(
                base + "/statements",
                "june.csv",
                ("date,amount,balance,check_number,text\n"
                                + "2026-06-05,-489.60,510.40,501,Check 501\n"
                                + "2026-06-11,1000.00,1510.40,,DEPOSIT\n"
                                + "2026-06-15,-80.00,1430.40,,NOT OURS\n"
                                + "2026-06-18,80.00,1510.40,,NOT OURS REVERSED\n"
                                + "2026-06-20,-100.00,1410.40,,XFER TO 4425\n")
                        .getBytes(StandardCharsets.UTF_8));
        assertEquals(200, taken.status(), taken.body().toString());
    }

    private static void cash(String rows) {
        Answer answer = maren.upload(
                company + "/ledger/cash-entry-files?bankAccountId=" + account + "&otherAccount=5010",
                "entries.csv",
                ("date,amount,reference,check_number,party,text\n" + rows).getBytes(StandardCharsets.UTF_8));
        assertEquals(200, answer.status(), answer.body().toString());
    }

    private static JsonNode month() {
        return maren.get(base + MONTH).body();
    }

    private static JsonNode row(String title) {
        for (JsonNode row : maren.get(base + MONTH + "/lines").body().path("rows")) {
            if (row.path("title").asString().equals(title)) {
                return row;
            }
        }
        throw new IllegalArgumentException(title);
    }

    private static long line(String title) {
        return row(title).path("lineId").asLong();
    }

    private static List<Long> open(String... titles) {
        List<Long> out = new ArrayList<>();
        for (JsonNode e : month().path("notOnStatement")) {
            for (String title : titles) {
                if (e.path("title").asString().startsWith(title)) {
                    out.add(e.path("entryId").asLong());
                }
            }
        }
        return out;
    }

    private static String gap() {
        return month().path("proof").path("gap").asString();
    }

    @Test
    @Order(1)
    void correction_ofAnEntryDatedAfterTheLine_isUndoneByReversingOnlyTheCorrection() {
        assertEquals("9.00", gap());
        long line = line("Check 501");
        JsonNode candidate = maren.get(base + MONTH + "/lines/" + line + "/candidates")
                .body()
                .get(0);
        assertTrue(candidate.path("correctable").asBoolean());
        Map<String, Object> body =
                Map.of("entryId", candidate.path("entryIds").get(0).asLong());
        JsonNode preview = maren.post(base + "/lines/" + line + "/correction?preview=true", body)
                .body();
        assertEquals("9.00", preview.path("entries").get(0).path("total").asString());
        assertEquals("9.00", gap());
        assertEquals(
                200, maren.post(base + "/lines/" + line + "/correction", body).status());
        assertEquals("0.00", gap());
        assertEquals("510.40", row("Check 501").path("proven").asString());
        maren.delete(base + "/matches/" + row("Check 501").path("matchId").asLong());
        assertEquals("9.00", gap(), "the wrong entry stands again, unreversed");
        assertEquals(
                candidate.path("entryId").asLong(),
                maren.get(base + MONTH + "/lines/" + line + "/candidates")
                        .body()
                        .get(0)
                        .path("entryId")
                        .asLong());
        assertEquals(
                200, maren.post(base + "/lines/" + line + "/correction", body).status());
    }

    @Test
    @Order(2)
    void oneLineToTwoEntries_isTiedOnlyWhenTheSumsAgree() {
        List<Long> slips = open("Slip A", "Slip B");
        assertEquals(2, slips.size());
        long deposit = line("DEPOSIT");
        Map<String, Object> half = Map.of("lineIds", List.of(deposit), "entryIds", slips.subList(0, 1));
        assertFalseBalance(maren.post(base + MONTH + "/selection", half));
        assertEquals("match.unbalanced", maren.post(base + "/matches", half).code());
        Map<String, Object> whole = Map.of("lineIds", List.of(deposit), "entryIds", slips);
        assertTrue(maren.post(base + MONTH + "/selection", whole)
                .body()
                .path("balances")
                .asBoolean());
        assertEquals(200, maren.post(base + "/matches", whole).status());
        assertTrue(row("DEPOSIT").path("explainedBy").asString().startsWith("2 entries: Slip A; Slip B"));
        assertEquals("match.taken", maren.post(base + "/matches", whole).code());
    }

    private static void assertFalseBalance(Answer answer) {
        assertEquals(false, answer.body().path("balances").asBoolean());
        assertTrue(
                List.of("300.00", "700.00").contains(answer.body().path("apart").asString()));
    }

    @Test
    @Order(3)
    void bankError_carriesTheTideAndStaysInTheProofUntilItsCorrectionIsTied() {
        long wrong = line("NOT OURS");
        String error = base + "/lines/" + wrong + "/bank-error";
        assertEquals("note.unfit", maren.post(error, Map.of("note", " ")).code());
        assertEquals(
                200,
                maren.post(error, Map.of("note", "the bank will put it right")).status());
        assertEquals(
                "error.declared", maren.post(error, Map.of("note", "once more")).code());
        assertEquals(
                "80.00", month().path("proof").path("bankErrors").path("total").asString());
        assertEquals("0.00", gap());
        assertEquals("1430.40", row("NOT OURS").path("proven").asString());
        Map<String, Object> both = Map.of("lineIds", List.of(wrong, line("NOT OURS REVERSED")), "entryIds", List.of());
        assertEquals(200, maren.post(base + "/matches", both).status());
        assertEquals(
                "0.00", month().path("proof").path("bankErrors").path("total").asString());
        assertEquals(
                "Cancelled by another bank line",
                row("NOT OURS REVERSED").path("explainedBy").asString());
    }

    @Test
    @Order(4)
    void ledgerError_movesTheEntryFromOnTheWayToErrors() {
        long entry = open("On the way").getFirst();
        String error = base + "/cash-entries/" + entry + "/ledger-error";
        assertEquals(
                "55.00", month().path("proof").path("onTheWay").path("total").asString());
        assertEquals(200, maren.post(error, Map.of("note", "never paid in")).status());
        assertEquals(
                "0.00", month().path("proof").path("onTheWay").path("total").asString());
        assertEquals(
                "-55.00",
                month().path("proof").path("ledgerErrors").path("total").asString());
        assertEquals("0.00", gap());
        assertEquals(200, maren.delete(error).status());
        assertEquals(
                "55.00", month().path("proof").path("onTheWay").path("total").asString());
    }

    @Test
    @Order(5)
    void transfer_booksBothAccountsAtOnce_andIsRefusedWhereTheOtherIsHeld() {
        long line = line("XFER TO 4425");
        String booking = base + "/lines/" + line + "/booking";
        Map<String, Object> held = LineRequests.booking(
                "TRANSFER", Map.of("otherBankAccountId", maren.account("Operating")), "2026-05-20", "Transfer");
        assertEquals("mark.held", maren.post(booking, held).code());
        Map<String, Object> self =
                LineRequests.booking("TRANSFER", Map.of("otherBankAccountId", account), "2026-06-20", "Transfer");
        assertEquals("booking.same.account", maren.post(booking, self).code());
        Map<String, Object> good = LineRequests.booking(
                "TRANSFER", Map.of("otherBankAccountId", maren.account("Operating")), "2026-07-01", "Transfer");
        JsonNode booked = maren.post(booking, good).body();
        assertEquals(2, booked.path("leaves").size(), "both accounts move");
        assertEquals(
                "100.00",
                month().path("proof")
                        .path("notBookedOut")
                        .path("total")
                        .asString()
                        .replace("-", ""),
                "booked after the month, so not in its ledger yet");
        assertEquals("0.00", gap());
        assertEquals(5, month().path("tide").asInt());
        assertEquals(0, month().path("openLines").asInt());
    }

    @Test
    @Order(6)
    void statement_withMatches_isNotTakenBack() {
        long statement =
                maren.get(base + "/statements").body().get(0).path("id").asLong();
        Answer refused = maren.delete(base + "/statements/" + statement);
        assertEquals("statement.matched", refused.code());
        assertEquals(5, maren.get(base + MONTH + "/lines").body().path("total").asInt());
    }
}
