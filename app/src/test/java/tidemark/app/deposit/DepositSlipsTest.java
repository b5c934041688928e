package tidemark.app.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openpdf.text.pdf.PdfReader;
import org.openpdf.text.pdf.parser.PdfTextExtractor;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** From the desk to the bank: receipts on slips, counted, banked, credited, and back again. */
@ExtendWith(RunningApp.class)
class DepositSlipsTest extends AtTheDesk {
    @Test
    void checks_areCountedAgainstTheSlip_andBankedOnlyWhenTheyAgree() {
        long first = receive("CHECK", "4417", "700.00");
        long second = receive("CHECK", "4418", "51.89");
        long left = receive("CHECK", "4419", "33.00");
        assertEquals("784.89", hand());
        long slip = slip();
        assertEquals(
                "751.89",
                ok(change(slip, List.of(second, first), List.of()))
                        .path("total")
                        .asString());
        assertEquals(
                "slip.count",
                c.post("/deposit-slips/" + slip + "/banking", banking(List.of()))
                        .code());

        JsonNode wrong =
                ok(count(slip, List.of("700.00", "51.98", "33.00"), Map.of())).path("count");
        assertEquals(false, wrong.path("agrees").asBoolean());
        assertEquals("33.09", wrong.path("checksApart").asString());
        assertEquals(
                "51.98 was counted, but 4418 of Pell Charter is 51.89: two digits are swapped.",
                wrong.path("leftovers")
                        .get(0)
                        .path("explanations")
                        .get(0)
                        .path("words")
                        .asString());
        assertEquals(
                "33.00 was counted and is in hand, but not on the slip: 4419 of Pell Charter.",
                wrong.path("leftovers")
                        .get(1)
                        .path("explanations")
                        .get(0)
                        .path("words")
                        .asString());
        assertEquals(
                "slip.count",
                c.post("/deposit-slips/" + slip + "/banking", banking(List.of()))
                        .code());

        assertTrue(ok(count(slip, List.of("51.89", "700"), Map.of()))
                .path("count")
                .path("agrees")
                .asBoolean());
        JsonNode booked = c.previewedThenPosted(
                "/deposit-slips/" + slip + "/banking",
                banking(List.of(Map.of("account", "6810", "gross", "1.89", "text", "Fee"))));
        assertEquals(1, booked.path("entries").size());
        assertEquals("BANKED", state(slip));
        assertEquals("33.00", hand());
        assertEquals("33.00", c.balance("1250"), "the account holds what is in hand");
        assertEquals("1750.00", c.balance("1010"));
        assertEquals(
                "receipt.state", change(slip(), List.of(first), List.of()).code(), "what is banked goes on no other");

        c.previewedThenPosted("/deposit-slips/" + slip + "/taking-apart", Map.of("date", "2026-06-09"));
        assertEquals("OPEN", state(slip));
        assertEquals("784.89", hand());
        assertEquals("784.89", c.balance("1250"));
        ok(change(slip, List.of(left), List.of(first, second)));
        ok(c.post("/deposit-slips/" + slip + "/discard", Map.of()));
        assertEquals("REVERSED", state(slip));
        assertEquals("784.89", hand());
        assertEquals("slip.state", change(slip, List.of(left), List.of()).code());
        c.checkBooks();
    }

    @Test
    void cash_isCountedByPiece_besideChecks_butStandsOnNoSlipOfCards() {
        long cash = receive("CASH", "", "60.54");
        long check = receive("CHECK", "1", "5.00");
        long card = receive("CARD", "", "7.00");
        long slip = slip();
        ok(change(slip, List.of(cash, check), List.of()));
        assertEquals("slip.tender", change(slip, List.of(card), List.of()).code());
        JsonNode view = ok(count(slip, List.of("5.00"), Map.of("20.00", 3, "0.25", 2)));
        JsonNode apart = view.path("count");
        assertEquals("-0.04", apart.path("cashApart").asString());
        assertEquals("-0.04", apart.path("apart").asString());
        assertEquals("60.50", apart.path("cashTotal").asString());
        assertEquals("65.50", apart.path("total").asString());
        assertEquals("65.54", view.path("total").asString());
        JsonNode twenties = view.path("pieces").get(2);
        assertEquals("20.00", twenties.path("value").asString());
        assertEquals(3, twenties.path("count").asInt());
        assertEquals("60.00", twenties.path("amount").asString());
        assertEquals("pieces.unknown", count(slip, List.of(), Map.of("3.00", 1)).code());
        assertEquals("amount.zero", count(slip, List.of("0.00"), Map.of()).code());
        ok(count(slip, List.of("5.00"), Map.of("20.00", 3, "0.25", 2, "0.01", 4)));
        String drawer = "1280";
        c.previewedThenPosted(
                "/deposit-slips/" + slip + "/banking",
                Map.of(
                        "day",
                        "2026-06-08",
                        "charges",
                        List.of(),
                        "keptBack",
                        List.of(Map.of("account", drawer, "amount", "20.00"))));
        assertEquals("1045.54", c.balance("1010"), "the bank gets what is not kept back");
        assertEquals("20.00", c.balance(drawer));
        assertEquals("7.00", hand());
        c.checkBooks();
    }

    @ParameterizedTest(name = "cash only when credited: {0}")
    @ValueSource(booleans = {false, true})
    void bankThatCreditsTheSlip_holdsIt_untilTheMatchIsUndone(boolean onClearing) {
        c.set(account, Map.of("depositsOnClearing", onClearing));
        long slip = slip();
        ok(change(slip, List.of(receive("CARD", "", "250.00")), List.of()));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        String base = "/bank-accounts/" + account;
        ok(c.iris.upload(
                c.base + "/statements?accountId=" + account,
                "june.sta",
                (":20:S\n:25:" + c.number(account) + "\n:28C:1\n:60F:C260531USD1000,00\n"
                                + ":61:2606090609C250,00NMSCD-0001\n:86:DEPOSIT D-0001\n:62F:C260630USD1250,00\n")
                        .getBytes(StandardCharsets.UTF_8)));
        assertEquals(onClearing ? "1000.00" : "1250.00", c.balance("1010"), "before the bank has credited it");
        assertEquals(onClearing ? "250.00" : "0.00", c.balance("1270"));
        ok(c.post(base + "/months/2026-06/firm", Map.of()));
        assertEquals("1250.00", c.balance("1010"));
        assertEquals("0.00", c.balance("1270"), "what was in transit has gone to the bank");
        long match = c.get(base + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("matchId")
                .asLong();
        assertEquals("CREDITED", state(slip));
        assertEquals(
                "slip.state",
                c.post("/deposit-slips/" + slip + "/taking-apart", Map.of("date", "2026-06-09"))
                        .code());
        ok(c.iris.delete(c.base + base + "/matches/" + match));
        assertEquals("BANKED", state(slip));
        assertEquals(onClearing ? "250.00" : "0.00", c.balance("1270"), "it waits again");
        JsonNode again = c.get(base + "/months/2026-06/lines").path("rows").get(0);
        assertEquals(
                1,
                c.get(base + "/months/2026-06/lines/" + again.path("lineId").asLong() + "/candidates")
                        .size(),
                "and is proposed again");
        ok(c.post("/deposit-slips/" + slip + "/taking-apart", Map.of("date", "2026-06-09")));
        assertEquals("250.00", hand());
        assertEquals("0.00", c.balance("1270"));
        assertEquals("1000.00", c.balance("1010"));
        c.checkBooks();
    }

    @ParameterizedTest(name = "cash only when credited: {0}")
    @ValueSource(booleans = {false, true})
    void slipThatTheBankCreditedInTwo_isSplitOverItsLines_andEachIsMatched_inOneStep(boolean onClearing) {
        c.set(account, Map.of("depositsOnClearing", onClearing));
        long slip = slip();
        ok(change(
                slip,
                List.of(receive("CARD", "", "100.00"), receive("CARD", "", "41.50"), receive("CARD", "", "8.50")),
                List.of()));
        ok(c.post(
                "/deposit-slips/" + slip + "/banking",
                banking(List.of(Map.of("account", "6810", "gross", "2.00", "text", "Fee")))));
        String base = "/bank-accounts/" + account;
        ok(c.iris.upload(
                c.base + "/statements?accountId=" + account,
                "june.sta",
                (":20:S\n:25:" + c.number(account) + "\n:28C:1\n:60F:C260531USD1000,00\n"
                                + ":61:2606090609C41,50NMSCNONREF\n:86:DEPOSIT PART 1\n"
                                + ":61:2606100610C106,50NMSCNONREF\n:86:DEPOSIT PART 2\n:62F:C260630USD1148,00\n")
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode rows = c.get(base + "/months/2026-06/lines").path("rows");
        List<Long> lines = List.of(
                rows.get(0).path("lineId").asLong(), rows.get(1).path("lineId").asLong());
        long entry = c.get(base + "/months/2026-06/lines/" + lines.get(0) + "/candidates")
                .get(0)
                .path("entryIds")
                .get(0)
                .asLong();
        JsonNode parts =
                c.get("/deposit-slips/over-lines?entry=" + entry + "&line=" + lines.get(0) + "," + lines.get(1));
        assertEquals(slip, parts.get(0).path("slipId").asLong());
        assertEquals("106.50", parts.get(0).path("parts").get(0).path("amount").asString(), "the charges' part first");
        assertEquals(2, parts.get(0).path("parts").get(0).path("receipts").size());
        c.previewedThenPosted("/deposit-slips/" + slip + "/over-lines", Map.of("lines", lines));
        assertEquals("CREDITED", state(slip));
        assertEquals("108.50", c.get("/deposit-slips/" + slip).path("total").asString());
        for (JsonNode row : c.get(base + "/months/2026-06/lines").path("rows")) {
            assertTrue(row.path("matchId").asLong() > 0, row.toString());
        }
        assertEquals("1148.00", c.balance("1010"));
        assertEquals(
                "slip.parts",
                c.post("/deposit-slips/" + slip + "/over-lines", Map.of("lines", lines))
                        .code());
        c.checkBooks();
    }

    @Test
    void slipThatTheBankCreditedInTwo_isSplitAsItsPartsSay_andTheDayIsPutRight_exactly() {
        long a = receive("CARD", "", "100.00");
        long b = receive("CARD", "", "41.50");
        long d = receive("CARD", "", "8.50");
        long slip = slip();
        ok(change(slip, List.of(a, b, d), List.of()));
        ok(c.post(
                "/deposit-slips/" + slip + "/banking",
                banking(List.of(Map.of("account", "6810", "gross", "2.00", "text", "Fee")))));
        assertEquals("1148.00", c.balance("1010"));
        JsonNode parts = c.get("/deposit-slips/" + slip + "/partition?credits=108.50,41.50");
        assertEquals("[[" + a + "," + d + "],[" + b + "]]", parts.path("parts").toString());
        assertEquals(false, parts.path("several").asBoolean());
        for (List<Long> none : List.of(List.of(a, b, d), List.<Long>of())) {
            assertEquals(
                    "slip.split",
                    c.post("/deposit-slips/" + slip + "/split", Map.of("receipts", none))
                            .code());
        }

        JsonNode split = c.previewedThenPosted("/deposit-slips/" + slip + "/split", Map.of("receipts", List.of(b)));
        long second = split.path("slipId").asLong();
        assertEquals("108.50", c.get("/deposit-slips/" + slip).path("total").asString());
        assertEquals("41.50", c.get("/deposit-slips/" + second).path("total").asString());
        assertEquals("BANKED", state(slip));
        assertEquals("BANKED", state(second));
        assertEquals("1148.00", c.balance("1010"), "together they are what the one was");
        assertEquals("2.00", c.balance("6810"), "the charge stays with the first");

        c.previewedThenPosted("/deposit-slips/" + slip + "/day", Map.of("date", "2026-06-10"));
        assertEquals(
                "2026-06-10",
                c.get("/deposit-slips/" + slip).path("slip").path("takenOn").asString());
        assertEquals("1148.00", c.balance("1010"));
        assertEquals("2.00", c.balance("6810"));
        assertEquals("0.00", hand());
        for (long s : List.of(slip, second)) {
            ok(c.post("/deposit-slips/" + s + "/taking-apart", Map.of("date", "2026-06-12")));
        }
        assertEquals("150.00", hand());
        assertEquals("150.00", c.balance("1250"));
        assertEquals("0.00", c.balance("6810"));
        c.checkBooks();
    }

    @Test
    void printedSlip_saysWhatIsOnIt_andThatItIsACopyFromTheSecondOn() throws Exception {
        long slip = slip();
        ok(change(slip, List.of(receive("CHECK", "4417", "700.00"), receive("CASH", "till 1", "41.00")), List.of()));
        ok(count(slip, List.of("700.00"), Map.of("20.00", 2, "1.00", 1)));
        List<String> prints = new ArrayList<>();
        for (String paper : List.of("LETTER", "A4")) {
            byte[] pdf = c.iris.post(c.base + "/deposit-slips/" + slip + "/print", Map.of("paper", paper))
                    .raw()
                    .body();
            try (PdfReader reader = new PdfReader(pdf)) {
                assertEquals(
                        paper.equals("LETTER") ? 612 : 595,
                        Math.round(reader.getPageSize(1).getWidth()));
                prints.add(new PdfTextExtractor(reader).getTextFromPage(1));
            }
        }
        for (String part : List.of("4417", "Pell Charter", "700.00", "20.00", "40.00", "741.00", "age 1 of")) {
            assertTrue(prints.getFirst().contains(part), part + " in " + prints.getFirst());
        }
        assertFalse(prints.getFirst().contains("Copy"));
        assertTrue(prints.getLast().contains("Copy"));
        byte[] register = c.iris.get(c.base + "/deposit-slips/register").raw().body();
        try (PdfReader reader = new PdfReader(register)) {
            String page = new PdfTextExtractor(reader).getTextFromPage(1);
            assertTrue(page.contains("Operating") && page.contains("741.00"), page);
        }
    }

    @Test
    void whoChangesASlip_thatSomebodyElseHasChanged_isTold_andWhatWasLeftIsTakenUp() {
        long slip = slip();
        ok(change(slip, List.of(receive("CHECK", "4417", "700.00")), List.of()));
        int seen = c.get("/deposit-slips/" + slip).path("slip").path("version").asInt();
        Map<String, Object> paper = new HashMap<>(Map.of(
                "version",
                seen,
                "paperDate",
                "2026-06-05",
                "bagNumber",
                "B-8",
                "note",
                "",
                "takenOn",
                "2026-06-08",
                "charges",
                List.of(Map.of("account", "6810", "gross", "1.50", "text", "Bag")),
                "keptBack",
                List.of()));
        ok(c.iris.put(c.base + "/deposit-slips/" + slip, paper));
        Answer late = c.post(
                "/deposit-slips/" + slip + "/count",
                Map.of("version", seen, "checks", List.of("700"), "pieces", Map.of()));
        assertEquals("slip.changed", late.code());
        assertEquals(409, late.status());
        JsonNode left = c.get("/deposit-slips/" + slip);
        assertEquals("B-8", left.path("bagNumber").asString());
        assertEquals("2026-06-08", left.path("takenOn").asString());
        assertEquals("1.50", left.path("charges").get(0).path("gross").asString());
        ok(c.post(
                "/deposit-slips/" + slip + "/count",
                Map.of(
                        "version",
                        left.path("slip").path("version").asInt(),
                        "checks",
                        List.of("700"),
                        "pieces",
                        Map.of())));
    }

    @Test
    void fourAtOnce_putOneReceiptOnFourSlips_oneWins_andTheOthersAreTold() throws Exception {
        long receipt = receive("CHECK", "9", "80.00");
        List<Long> slips = List.of(slip(), slip(), slip(), slip());
        try (var threads = Executors.newFixedThreadPool(4)) {
            List<Callable<String>> work = new ArrayList<>();
            for (long slip : slips) {
                work.add(() -> {
                    Answer answer = change(slip, List.of(receipt), List.of());
                    return answer.status() == 200 ? "won" : answer.code();
                });
            }
            List<String> out = new ArrayList<>();
            for (Future<String> f : threads.invokeAll(work)) {
                out.add(f.get());
            }
            out.sort(null);
            assertEquals(List.of("receipt.state", "receipt.state", "receipt.state", "won"), out);
        }
    }

    @Test
    void nextNumber_passesOverThoseThatWereGivenByHand() {
        Map<String, Object> given =
                new HashMap<>(Map.of("bankAccountId", account, "paperDate", "2026-06-05", "bagNumber", "", "note", ""));
        given.put("number", "D-0001");
        ok(c.post("/deposit-slips", given));
        assertEquals("number.taken", c.post("/deposit-slips", given).code());
        long next = slip();
        assertEquals(
                "D-0002",
                c.get("/deposit-slips/" + next).path("slip").path("number").asString());
    }
}
