package tidemark.app.workpaper;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** The lists for the file: their figures are those of the proof, of the journal and of the checks. */
@ExtendWith(RunningApp.class)
class WorkPapersTest {
    private record Account(NewCompany c, long id) {
        String base() {
            return "/bank-accounts/" + id;
        }

        JsonNode paper(String kind, String at) {
            return c.get(base() + "/work-papers/" + kind + "?at=" + at);
        }

        Answer file(String kind, String at, String form) {
            return c.iris.get(c.base + base() + "/work-papers/" + kind + "/file?at=" + at + "&form=" + form);
        }
    }

    private static Account june(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        Account account = new Account(c, c.bankAccount("Operating", "", "1000.00"));
        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + account.id() + "&otherAccount=6010",
                "entries.csv",
                """
                date,amount,reference,check_number,party,text
                2026-06-02,-40.00,,9001,Osprey,Panes
                2026-06-03,-50.00,,9002,Merrow,Rope
                2026-06-20,-60.00,,9006,Tarn,Paint
                2026-06-25,500.00,D-1,,Desk,Slip
                """.getBytes(StandardCharsets.UTF_8)));
        ok(c.iris.upload(c.base + account.base() + "/statements", "june.csv", """
                date,amount,balance,reference,text
                2026-06-04,-40.00,960.00,,CHECK 9001
                2026-06-28,-7.00,953.00,,FEE
                """.getBytes(StandardCharsets.UTF_8)));
        return account;
    }

    private static List<String> texts(JsonNode all, String field) {
        return all.valueStream().map(n -> n.path(field).asString()).toList();
    }

    @Test
    void proof_isThatOfTheLadder_andOfAnyDay(RunningApp.App app) {
        Account a = june(app);
        JsonNode proof = a.c().get(a.base() + "/months/2026-06").path("proof");
        JsonNode paper = a.paper("PROOF", "2026-06-30");
        List<String> figures = texts(paper.path("figures"), "amount");
        assertEquals(proof.path("bankBalance").asString(), figures.get(0));
        assertEquals(proof.path("onTheWay").path("total").asString(), figures.get(1));
        assertEquals(proof.path("adjustedBank").asString(), figures.get(4));
        assertEquals(proof.path("ledgerBalance").asString(), figures.get(5));
        assertEquals(proof.path("adjustedLedger").asString(), figures.get(9));
        assertTrue(paper.path("agrees").asBoolean(), paper.path("ties").toString());

        JsonNode before = a.paper("PROOF", "2026-06-24");
        assertEquals("960.00", before.path("figures").get(0).path("amount").asString(), "before the fee");
        assertEquals("0.00", before.path("figures").get(1).path("amount").asString(), "and before the slip");
        assertTrue(before.path("agrees").asBoolean(), before.path("ties").toString());
        assertEquals(
                "workpaper.day",
                a.c().iris
                        .get(a.c().base + a.base() + "/work-papers/PROOF?at=2026-07-01")
                        .code());
        assertEquals(
                "workpaper.day",
                a.c().iris
                        .get(a.c().base + a.base() + "/work-papers/PROOF?at=2020-07-01")
                        .code());
    }

    @Test
    void outstanding_hasAges_andComesInEveryForm(RunningApp.App app) {
        Account a = june(app);
        JsonNode today = a.paper("OUTSTANDING", "2026-07-02");
        assertTrue(today.path("agrees").asBoolean(), "without the month's statement too: " + today.path("ties"));
        JsonNode paper = a.paper("OUTSTANDING", "2026-06-30");
        assertEquals(
                paper.path("figures").valueStream().toList().getLast().path("amount"),
                today.path("figures").valueStream().toList().getLast().path("amount"),
                "nothing has come to the bank since");
        assertEquals(
                List.of(
                        "0 to 30 days",
                        "31 to 60 days",
                        "61 to 90 days",
                        "91 to 180 days",
                        "Older than 180 days",
                        "Outstanding"),
                texts(paper.path("figures"), "words"));
        assertEquals("390.00", paper.path("figures").get(5).path("amount").asString());
        assertEquals(
                27,
                paper.path("sections").get(1).path("rows").get(0).path("days").asInt());
        assertTrue(paper.path("agrees").asBoolean());
        String csv = new String(a.file("OUTSTANDING", "2026-06-30", "CSV").raw().body(), StandardCharsets.UTF_8);
        assertTrue(csv.startsWith("part,date,days,title,detail,amount,currency"), csv);
        assertTrue(csv.contains("Not presented,2026-06-03,27,\"Check 9002, Merrow\",,-50.00,USD"), csv);
        assertTrue(csv.contains("Agrees,2026-06-30,,"), csv);
        assertTrue(new String(a.file("OUTSTANDING", "2026-06-30", "PDF").raw().body(), StandardCharsets.ISO_8859_1)
                .startsWith("%PDF"));
        assertEquals('P', a.file("OUTSTANDING", "2026-06-30", "XLSX").raw().body()[0]);
    }

    @Test
    void checkNumbers_tellWhichAreMissing(RunningApp.App app) {
        Account a = june(app);
        JsonNode paper = a.paper("CHECKS", "2026-06-30");
        assertEquals(
                List.of("9003 to 9005"), texts(paper.path("sections").get(1).path("rows"), "title"));
        assertEquals("150.00", paper.path("figures").get(3).path("amount").asString());
        assertTrue(a.paper("CHECKS", "2026-06-10")
                .path("sections")
                .get(1)
                .path("rows")
                .isEmpty());
    }

    @Test
    void sitting_isOneselfAlone(RunningApp.App app) {
        Account a = june(app);
        JsonNode mine = a.c().get("/sitting?day=2026-07-02");
        assertTrue(mine.path("agrees").asBoolean());
        assertTrue(mine.path("sections").get(0).path("rows").size() >= 4, mine.toString());
        assertTrue(a.c().get("/sitting?day=2026-07-01")
                .path("sections")
                .get(0)
                .path("rows")
                .isEmpty());
        var paz = a.c().person(app, "paz", "Paz", "VIEWER");
        JsonNode theirs = ok(paz.get(a.c().base + "/sitting?day=2026-07-02"));
        assertTrue(theirs.path("sections").get(0).path("rows").isEmpty());
        NewCompany other = new NewCompany(app);
        assertEquals(
                404,
                other.iris
                        .get(other.base + a.base() + "/work-papers/PROOF?at=2026-06-30")
                        .status());
    }

    @Test
    void decided_isWhatCameAboutSinceTheLastCertificate(RunningApp.App app) {
        Account a = june(app);
        assertTrue(a.paper("DECIDED", "2026-06-30").path("sections").isEmpty());
        long fee = a.c().get(a.base() + "/months/2026-06/lines?text=FEE")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        ok(a.c().post(a.base() + "/lines/" + fee + "/booking", LineRequests.fee("2026-06-28")));
        JsonNode paper = a.paper("DECIDED", "2026-06-30");
        assertEquals(List.of("Booked from the bank line"), texts(paper.path("sections"), "title"));
        assertEquals(List.of("FEE"), texts(paper.path("sections").get(0).path("rows"), "title"));
        assertEquals("-7.00", paper.path("figures").get(1).path("amount").asString());
        assertTrue(paper.path("agrees").asBoolean(), paper.path("ties").toString());
    }

    /** Told by others than these lists: half a year of months, and the certificate of the last. */
    @Test
    void inTheDemo_everyListAgrees_andTheProofIsThatOfTheCertificate(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        String base = "/api/v1/companies/" + maren.company() + "/bank-accounts/" + maren.account("Operating");
        Map<String, JsonNode> papers = new HashMap<>();
        for (String kind : List.of("PROOF", "OUTSTANDING", "DECIDED", "RETURNED", "CHECKS")) {
            JsonNode paper = ok(maren.get(base + "/work-papers/" + kind + "?at=2026-05-31"));
            assertTrue(paper.path("agrees").asBoolean(), kind + " " + paper.path("ties"));
            papers.put(kind, paper);
        }
        assertTrue(papers.get("DECIDED").path("sections").get(0).path("rows").size() > 10);
        JsonNode certificate = ok(maren.get(base + "/months/2026-05/certificate"));
        List<String> figures = texts(papers.get("PROOF").path("figures"), "amount");
        assertTrue(certificate.toString().contains("\"" + figures.get(0) + "\""), "the bank's balance");
        assertTrue(certificate.toString().contains("\"" + figures.get(4) + "\""), "the adjusted balance");
    }
}
