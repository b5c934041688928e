package tidemark.app.pettycash;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Money of a drawer beside its vouchers: checks cashed, what goes to the bank, what comes from it, files, who may. */
@ExtendWith(RunningApp.class)
class DrawerMoneyTest extends ADrawer {
    private String path;

    @BeforeEach
    void filled() {
        topsUp("2026-06-01", true);
        path = "/petty-cash/funds/" + fund;
    }

    private JsonNode cashed(String number, String amount) {
        return ok(c.post(path + "/checks", check(number, amount)));
    }

    private static Map<String, Object> check(String number, String amount) {
        return Map.of("date", "2026-06-02", "who", "Ines Halvorsen", "number", number, "amount", amount, "text", "");
    }

    @Test
    void aCheckForItsCash_liesInTheDrawer_andGoesToTheBankAsAReceipt() {
        String booked = c.balance("1110");
        JsonNode fundView = cashed("881", "300.00");
        assertEquals(booked, c.balance("1110"), "cashing a check books nothing");
        assertEquals("300.00", identity().path("checks").asString());
        assertEquals("100.00", cash());
        assertEquals(
                "drawer.check-held",
                c.post(path + "/checks", check("881", "5.00")).code());
        assertEquals(
                "drawer.below", c.post(path + "/checks", check("882", "100.01")).code());
        long check = fundView.path("checks").get(0).path("id").asLong();
        Map<String, Object> toBank = Map.of("date", "2026-06-03", "cash", "20.00", "checks", List.of(check));
        // more than the cash that is left: the check is no cash of the drawer
        c.previewedThenPosted(path + "/to-bank", toBank);
        assertEquals("80.00", cash());
        assertEquals("0.00", identity().path("checks").asString());
        assertEquals("320.00", identity().path("banked").asString());
        JsonNode hand = c.get("/receipts-in-hand").path("receipts");
        assertEquals(2, hand.size(), hand.toString());
        assertEquals("881", hand.get(0).path("number").asString());
        assertEquals("drawer.check-gone", c.post(path + "/to-bank", toBank).code(), "nobody takes it twice");
        assertEquals(0, c.get(path).path("checks").size());
        c.checkBooks();
    }

    @Test
    void aCheckGivenBack_bringsItsCashBack_once() {
        long check = cashed("881", "50.00").path("checks").get(0).path("id").asLong();
        Map<String, Object> on = Map.of("date", "2026-06-02");
        assertEquals(
                "drawer.check-gone",
                c.post("/petty-cash/moves/" + check + "/check-back", Map.of("date", "2026-06-01"))
                        .code(),
                "not before it was cashed");
        ok(c.post("/petty-cash/moves/" + check + "/check-back", on));
        assertEquals("400.00", cash());
        assertEquals(
                "drawer.check-gone",
                c.post("/petty-cash/moves/" + check + "/check-back", on).code());
    }

    @Test
    void aReceiptThatIsVoided_putsTheCheckBackIntoTheDrawer() {
        long check = cashed("881", "50.00").path("checks").get(0).path("id").asLong();
        JsonNode taken =
                ok(c.post(path + "/to-bank", Map.of("date", "2026-06-03", "cash", "", "checks", List.of(check))));
        assertEquals("50.00", identity().path("banked").asString());
        ok(reverse(entry(taken), "2026-06-03"));
        assertEquals("50.00", identity().path("checks").asString());
        assertEquals(check, c.get(path).path("checks").get(0).path("id").asLong());
        assertEquals(
                "to-bank.nothing",
                c.post(path + "/to-bank", Map.of("date", "2026-06-03", "cash", "", "checks", List.of()))
                        .code());
    }

    @Test
    void aTopUp_byTheNextCheckOfTheStock_isAPaymentThatCoversTheVouchers() {
        posted("PAID", "2026-06-02", "88.20");
        Map<String, Object> byCheck = new HashMap<>(topUp("2026-06-04", true, List.of()));
        byCheck.put("fromStock", true);
        byCheck.put("checkNumber", "1043");
        c.previewedThenPosted(path + "/top-ups", byCheck);
        assertEquals("400.00", cash());
        assertEquals("0.00", identity().path("toTopUp").asString());
        JsonNode payment = c.get("/payments?from=2026-06-01&to=2026-06-30")
                .path("payments")
                .get(0);
        assertEquals("Tomas Reyl", payment.path("payee").asString(), payment.toString());
        assertEquals("88.20", payment.path("amount").asString());
        ok(c.post(
                "/payments/" + payment.path("id").asLong() + "/void", Map.of("date", "2026-06-05", "reason", "torn")));
        assertEquals("311.80", cash());
        assertEquals("88.20", identity().path("toTopUp").asString(), "the vouchers wait again");
        c.checkBooks();
    }

    /** Whichever way the money came out of the bank: what is just what was missing makes that good. */
    @Test
    void aPaymentOfJustWhatIsMissing_coversTheVouchers_andAnotherIsMoneyReceived() {
        posted("PAID", "2026-06-02", "40.00");
        pay("40.00");
        assertEquals("0.00", identity().path("vouchers").asString());
        posted("PAID", "2026-06-04", "40.00");
        pay("25.00");
        assertEquals("40.00", identity().path("vouchers").asString());
        assertEquals("25.00", identity().path("received").asString());
    }

    private void pay(String amount) {
        ok(c.post(
                "/payments",
                Map.of(
                        "bankAccountId",
                        bank,
                        "kind",
                        "OTHER",
                        "number",
                        "",
                        "payee",
                        "Tomas Reyl",
                        "date",
                        "2026-06-04",
                        "text",
                        "",
                        "parts",
                        Map.of(
                                "items",
                                List.of(),
                                "onAccount",
                                "",
                                "expenses",
                                List.of(Map.of("account", "1110", "amount", amount, "taxCode", "", "text", ""))))));
    }

    @Test
    void aCustomersInvoice_settledInCash_isAReceiptInThisDrawer() {
        long party = c.party("RECEIVABLES", "Pell Charter", 0);
        long item = c.invoiced(party, "INV-7", "2026-06-02", "60.00", "4010");
        ok(c.post(
                "/receipts",
                Map.of(
                        "partyId",
                        party,
                        "date",
                        "2026-06-03",
                        "account",
                        "1110",
                        "amount",
                        "60.00",
                        "reference",
                        "",
                        "text",
                        "",
                        "items",
                        List.of(NewCompany.part(item, "60.00", "")))));
        assertEquals("460.00", cash());
        assertEquals("60.00", identity().path("received").asString());
        assertEquals(0, c.get("/parties/" + party).path("open").size());
        assertEquals(0, c.get("/receipts-in-hand").path("receipts").size(), "it waits for no slip");
    }

    @Test
    void aFileOfVouchers_isBookedWhole_orNothingOfIt() {
        String head = "date,who,amount,kind,purpose,text,tags\n";
        Answer refused =
                file(head + "2026-06-02,Ferry Kiosk,18.00,,Travel,crossing,survey\n2026-06-03,Pell,3,,Tolls,,\n"
                        + "2026-06-04,Pell,999,advance,,,\n");
        assertEquals(
                List.of("purpose.unknown", "drawer.below"),
                refused.body().path("problems").findValuesAsString("code"));
        assertEquals("400.00", cash());
        ok(file(head
                + "2026-06-02,Ferry Kiosk,18.00,,Travel,crossing,survey\n2026-06-03,L. Sorensen,50,advance,,parts,\n"));
        assertEquals("332.00", cash());
        JsonNode found =
                c.get(path + "/book?day=2026-06-02&span=MONTH&text=survey").path("rows");
        assertEquals("Ferry Kiosk", found.get(0).path("who").asString(), "found by its tag");
        assertEquals("Travel", found.get(0).path("purpose").asString());
    }

    private Answer file(String content) {
        return c.iris.upload(c.base + path + "/voucher-files", "v.csv", content.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void drafts_standInTheBook_andMoveNothing() {
        Map<String, Object> form = voucher("PAID", "2026-06-03", "31.00");
        ok(c.post("/drafts", Map.of("kind", "VOUCHER", "version", 0, "body", form)));
        JsonNode book = c.get(path + "/book?day=2026-06-03&span=DAY");
        JsonNode draft = book.path("drafts").get(0);
        assertEquals("Kestrel Bakery", draft.path("who").asString());
        assertEquals("31.00", draft.path("amount").asString());
        assertEquals("Travel", draft.path("purpose").asString());
        assertEquals("400.00", book.path("closing").asString());
        assertEquals(
                0, c.get(path + "/book?day=2026-06-20&span=DAY").path("drafts").size());
    }

    @Test
    void aDrawerInItsKeepersHands_isPaidOutOfByNobodyElse_andCountedByThoseNamed(RunningApp.App app) {
        Client keeper = c.person(app, "keeper", "Keeper One", "PREPARER");
        Client counter = c.person(app, "counter", "Counter One", "PREPARER");
        long keeperId = person("Keeper One");
        JsonNode now = c.get(path);
        Map<String, Object> card = card("Dock office", "1110", "", TODAY);
        card.put("version", now.path("version").asInt());
        card.put("active", true);
        card.put("keepers", List.of(keeperId));
        card.put("counters", List.of(person("Counter One")));
        ok(c.iris.put(c.base + path, card));
        assertEquals("drawer.hand", post(voucher("PAID", TODAY, "5.00")).code());
        assertEquals("drawer.hand", c.post(path + "/checks", check("9", "5.00")).code());
        assertEquals(
                "drawer.hand",
                c.post(path + "/counts", Map.of("surprise", true)).code());
        assertEquals(
                "drawer.hand",
                c.post("/petty-cash/vouchers/asking", voucher("PAID", TODAY, "200.00"))
                        .code(),
                "nor by asking a second person");
        assertFalse(c.get(path).path("mayPost").asBoolean());
        assertEquals(
                "drawer.hand",
                c.post(
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
                                        List.of(line("6010", "10.00", ""), line("1110", "", "10.00"))))
                        .code(),
                "nor past the vouchers");
        ok(keeper.post(c.base + "/petty-cash/vouchers", voucher("PAID", TODAY, "5.00")));
        assertEquals(
                "drawer.hand",
                counter.post(c.base + "/petty-cash/vouchers", voucher("PAID", TODAY, "5.00"))
                        .code());
        JsonNode count = ok(counter.post(c.base + path + "/counts", Map.of("surprise", true)));
        ok(counter.post(c.base + "/petty-cash/counts/" + count.path("id").asLong() + "/leave", Map.of()));
        assertTrue(keeper.get(c.base + path).body().path("mayPost").asBoolean());
        // an accountant tops it up all the same
        topsUp(TODAY, true);
        card.put("version", c.get(path).path("version").asInt());
        card.put("keepers", List.of(999_999));
        assertEquals("fund.person", c.iris.put(c.base + path, card).code());
    }

    private static Map<String, Object> line(String account, String debit, String credit) {
        return Map.of("account", account, "debit", debit, "credit", credit, "party", "", "text", "");
    }

    private long person(String name) {
        for (JsonNode p : c.get("/people")) {
            if (p.path("name").asString().equals(name)) {
                return p.path("id").asLong();
            }
        }
        throw new IllegalStateException(name);
    }

    /** What a screen does not show of a long span, a table has. */
    @Test
    void aLongSpan_showsItsLatest_withWhatWasThereBefore(RunningApp.App app) {
        for (String day : List.of("10", "10", "10", "11", "11")) {
            posted("PAID", "2026-06-" + day, "1.50");
        }
        PettyCashViews views = app.bean(PettyCashViews.class);
        LocalDate first = LocalDate.of(2026, 6, 1);
        PettyCashViews.DrawerBook shown = views.book(c.id, fund, first, first.plusDays(29), "", 3);
        assertEquals(3, shown.rows().size());
        // the float, the top-up and two vouchers
        assertEquals(4, shown.left());
        assertEquals("397.00", shown.carried());
        assertEquals("395.50", shown.rows().getFirst().holds());
        assertEquals("392.50", shown.closing());
        PettyCashViews.DrawerBook whole = views.whole(c.id, fund, first, first.plusDays(29));
        assertEquals(7, whole.rows().size());
        assertEquals(0, whole.left());
        assertEquals("0.00", whole.carried());
    }
}
