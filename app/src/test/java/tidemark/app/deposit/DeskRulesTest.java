package tidemark.app.deposit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** What a company says of its desk: its tenders, where their money waits and may go, who does what, who sees amounts. */
@ExtendWith(RunningApp.class)
class DeskRulesTest extends AtTheDesk {
    private long site(String name) {
        return ok(c.post("/set-up/sites", Map.of("name", name, "active", true)))
                .path("id")
                .asLong();
    }

    private String account(String code, String name) {
        ok(c.post("/ledger/accounts", Map.of("code", code, "name", name, "type", "ASSET", "active", true)));
        return code;
    }

    private static Map<String, Object> tender(
            String kind, String name, String account, List<?> bySite, List<Long> banks) {
        return Map.of(
                "kind",
                kind,
                "name",
                name,
                "active",
                true,
                "account",
                account,
                "bySite",
                bySite,
                "bankAccounts",
                banks);
    }

    private Answer rules(boolean hides, List<?> limits, List<?> tenders) {
        int version = c.get("/set-up/money-in").path("version").asInt();
        return c.iris.put(
                c.base + "/set-up/money-in",
                Map.of("version", version, "hidesAmounts", hides, "cashLimits", limits, "tenders", tenders));
    }

    private JsonNode lastOf(String path) {
        JsonNode all = c.get(path).path("receipts");
        return all.get(all.size() - 1);
    }

    @Test
    void aTenderOfTheCompany_waitsOnTheAccountOfItsSite_andGoesOnlyWhereItMay() {
        long dock = site("Dock");
        String vouchers = account("1255", "Vouchers in hand");
        String atDock = account("1256", "Vouchers in hand, dock");
        long payroll = c.bankAccount("Payroll", "", "0.00");
        ok(rules(
                false,
                List.of(),
                List.of(tender(
                        "CHECK",
                        "Travel voucher",
                        vouchers,
                        List.of(Map.of("siteId", dock, "account", atDock)),
                        List.of(payroll)))));

        Map<String, Object> voucher = receipt("CHECK", "V-1", "80.00");
        voucher.put("account", "");
        voucher.put("tenderName", "Travel voucher");
        ok(c.post("/receipts", voucher));
        Map<String, Object> other = new HashMap<>(voucher);
        other.put("siteId", dock);
        other.put("reference", "V-2");
        other.put("amount", "20.00");
        ok(c.post("/receipts", other));
        assertEquals("80.00", c.balance(vouchers), "the tender's own account");
        assertEquals("20.00", c.balance(atDock), "the account of the site");
        assertEquals("0.00", c.balance("1250"));
        JsonNode groups = c.get("/receipts-in-hand").path("groups");
        assertEquals(2, groups.size());
        assertEquals("Travel voucher", groups.get(0).path("tenderName").asString());
        assertEquals(
                1,
                c.get("/receipts-in-hand?tenderName=Travel%20voucher&site=" + dock)
                        .path("receipts")
                        .size());

        long id = lastOf("/receipts-in-hand").path("id").asLong();
        long slip = slip();
        assertEquals("tender.bank", change(slip, List.of(id), List.of()).code(), "not to the operating account");
        voucher.put("tenderName", "Promises");
        assertEquals("tender.none", c.post("/receipts", voucher).code());
        voucher.put("account", "1250");
        assertEquals("tender.none", c.post("/receipts", voucher).code(), "also where the account is named");
        Map<String, Object> cashAccount = tender("CASH", "", operating(), List.of(), List.of());
        assertEquals(
                "tender.waits", rules(false, List.of(), List.of(cashAccount)).code(), "a bank account's own account");
        assertEquals(
                "tender.changed",
                c.iris.put(
                                c.base + "/set-up/money-in",
                                Map.of(
                                        "version",
                                        0,
                                        "hidesAmounts",
                                        false,
                                        "cashLimits",
                                        List.of(),
                                        "tenders",
                                        List.of()))
                        .code());
    }

    private String operating() {
        return c.get("/bank-accounts")
                .valueStream()
                .filter(a -> a.path("id").asLong() == account)
                .findFirst()
                .orElseThrow()
                .path("ledgerAccount")
                .asString("1010");
    }

    @Test
    void cashAboveTheLimitOfItsSite_isToldWhereItIsInHand_andToday() {
        long dock = site("Dock");
        ok(rules(false, List.of(Map.of("siteId", dock, "amount", "50.00")), List.of()));
        Map<String, Object> cash = receipt("CASH", "till 1", "50.00");
        cash.put("siteId", dock);
        ok(c.post("/receipts", cash));
        assertEquals(0, c.get("/receipts-in-hand").path("warnings").size(), "just as much as it may");
        cash.put("amount", "0.01");
        ok(c.post("/receipts", cash));
        assertEquals(
                "Dock holds 50.01 in cash; its limit is 50.00",
                c.get("/receipts-in-hand").path("warnings").get(0).asString());
        assertTrue(c.get("/today").path("tasks").toString().contains("50.01 in cash"));
        assertEquals(
                "tender.limit",
                rules(false, List.of(Map.of("siteId", dock, "amount", "-1")), List.of())
                        .code());
    }

    /** Receiving, counting and banking are three people, and whoever counts sees no amount before the count is in. */
    @Test
    void threePeople_doThreeThings_andWhoeverCountsIsKeptFromTheAmounts(RunningApp.App app) {
        ok(rules(true, List.of(), List.of()));
        Client rhea = c.person(app, "rhea", "Rhea Receives", "RECEIVER");
        Client cole = c.person(app, "cole", "Cole Counts", "COUNTER");
        Client bess = c.person(app, "bess", "Bess Banks", "BANKER");
        ok(rhea.post(c.base + "/receipts", receipt("CHECK", "4417", "847.13")));
        long id = lastOf("/receipts-in-hand").path("id").asLong();
        Map<String, Object> head =
                Map.of("bankAccountId", account, "paperDate", "2026-06-05", "bagNumber", "", "note", "");
        assertEquals("right.missing", rhea.post(c.base + "/deposit-slips", head).code());
        assertEquals(
                "right.missing",
                bess.post(c.base + "/receipts", receipt("CHECK", "1", "1.00")).code());
        long slip = ok(bess.post(c.base + "/deposit-slips", head)).path("id").asLong();
        ok(bess.post(c.base + "/deposit-slips/" + slip + "/receipts", Map.of("put", List.of(id), "take", List.of())));

        for (String path : List.of(
                "/receipts-in-hand",
                "/deposit-slips",
                "/deposit-slips/" + slip,
                "/ledger/accounts",
                "/found?text=847.13",
                "/activity",
                "/today")) {
            assertEquals(403, cole.get(c.base + path).status(), path);
        }
        // a preparer has begun to key it; nor is that told
        ok(count(slip, List.of("847.13"), Map.of()));
        ok(count(slip, List.of(), Map.of()));
        ok(count(slip, List.of("847.13"), Map.of()));
        String counting = c.base + "/counting/" + slip;
        assertEquals(
                403,
                cole.post(
                                c.base + "/deposit-slips/" + slip + "/count",
                                Map.of("checks", List.of("1.00"), "pieces", Map.of()))
                        .status(),
                "the count of the slip's page answers with all that is on it");
        String before = ok(cole.get(counting)).toString() + ok(cole.get(c.base + "/counting"));
        assertFalse(before.contains("847") || before.contains("4417") || before.contains("Pell"), before);
        int version = ok(cole.get(counting)).path("version").asInt();
        assertEquals(
                "slip.count",
                cole.post(counting, Map.of("version", version, "checks", List.of(), "pieces", Map.of()))
                        .code(),
                "nothing is no count");
        JsonNode after =
                ok(cole.post(counting, Map.of("version", version, "checks", List.of("874.13"), "pieces", Map.of())));
        assertFalse(after.path("slip").path("count").path("agrees").asBoolean());
        assertTrue(after.toString().contains("DIGITS_SWAPPED"), "once it is in, the trace is told");
        assertEquals(
                "right.missing",
                cole.post(c.base + "/deposit-slips/" + slip + "/banking", banking(List.of()))
                        .code());
        ok(cole.post(
                counting,
                Map.of("version", after.path("version").asInt(), "checks", List.of("847.13"), "pieces", Map.of())));
        assertEquals("right.missing", bess.post(counting, Map.of()).code());
        ok(bess.post(c.base + "/deposit-slips/" + slip + "/banking", banking(List.of())));
        assertEquals("BANKED", state(slip));
        String told = c.get("/activity?text=counted").toString();
        assertTrue(told.contains("Cole Counts"), told);
    }

    @Test
    void whatIsShownToWhoeverCounts_whereTheCompanyHidesNothing(RunningApp.App app) {
        Client cole = c.person(app, "cole", "Cole Counts", "COUNTER");
        long id = receive("CHECK", "4417", "847.13");
        long slip = slip();
        ok(change(slip, List.of(id), List.of()));
        assertTrue(ok(cole.get(c.base + "/counting/" + slip)).toString().contains("847.13"));
    }

    @Test
    void cashAsOneTotal_isTakenOnlyWhereTheCompanyCountsItSo_andComparedLikePieces() {
        long till = receive("CASH", "till 1", "41.35");
        long slip = slip();
        ok(change(slip, List.of(till), List.of()));
        Map<String, Object> total = Map.of("checks", List.of(), "pieces", Map.of(), "cash", "41.30");
        assertEquals(
                "slip.cash", c.post("/deposit-slips/" + slip + "/count", total).code());
        ok(c.iris.put(
                c.base + "/set-up/money-in",
                Map.of(
                        "version",
                        0,
                        "hidesAmounts",
                        false,
                        "cashAsOneTotal",
                        true,
                        "cashLimits",
                        List.of(),
                        "tenders",
                        List.of())));
        JsonNode view = ok(c.post("/deposit-slips/" + slip + "/count", total));
        assertEquals("41.30", view.path("cash").asString());
        assertTrue(view.path("oneTotal").asBoolean());
        assertEquals("-0.05", view.path("count").path("cashApart").asString());
        ok(c.post(
                "/deposit-slips/" + slip + "/count", Map.of("checks", List.of(), "pieces", Map.of(), "cash", "41.35")));
        ok(c.post("/deposit-slips/" + slip + "/banking", banking(List.of())));
        assertEquals("BANKED", state(slip));
    }

    /** Each amount that is keyed is sent on; only what changes the outcome is told of in the activity. */
    @Test
    void eachAmountThatIsKeyed_isNoRecordOfItsOwn() {
        long one = receive("CHECK", "1", "10.00");
        long other = receive("CHECK", "2", "20.00");
        long third = receive("CHECK", "3", "30.00");
        long slip = slip();
        ok(change(slip, List.of(one, other, third), List.of()));
        ok(count(slip, List.of("10.00"), Map.of()));
        ok(count(slip, List.of("10.00", "20.00"), Map.of()));
        ok(count(slip, List.of("10.00", "20.00", "30.00"), Map.of()));
        long records = c.get("/activity?text=counted")
                .valueStream()
                .filter(r -> r.path("text").asString("").contains("Counted "))
                .count();
        assertEquals(2, records, "begun, and agreeing");
    }

    @Test
    void aReceiptForASisterCompany_leavesADraftInItsBooks(RunningApp.App app) {
        long sister = c.party("SISTER_COMPANIES", "Marlin Yachts", 0);
        JsonNode mayTie = ok(c.iris.get(c.base + "/sister-books"));
        assertTrue(mayTie.size() > 0, "iris administers the demo's company too");
        long theirs = mayTie.get(0).path("companyId").asLong();
        assertEquals(
                "sister.party",
                c.iris.put(c.base + "/parties/" + pell + "/sister-books", Map.of("companyId", theirs))
                        .code());
        assertEquals(
                404,
                c.iris.put(c.base + "/parties/" + sister + "/sister-books", Map.of("companyId", 999_999))
                        .status());
        ok(c.iris.put(c.base + "/parties/" + sister + "/sister-books", Map.of("companyId", theirs)));
        String their = "/api/v1/companies/" + theirs;
        int before = ok(c.iris.get(their + "/drafts")).path("drafts").size();
        Map<String, Object> money = receipt("CHECK", "S-1", "321.00");
        money.put("partyId", sister);
        money.put("payer", "Larkspur Cruises");
        ok(c.post("/receipts", money));
        JsonNode drafts = ok(c.iris.get(their + "/drafts")).path("drafts");
        assertEquals(before + 1, drafts.size());
        String draft = drafts.toString();
        assertTrue(draft.contains("Larkspur Cruises") && draft.contains("321.00"), draft);
    }

    @Test
    void whatIsPromised_isMarkedAtTheCustomersItems() {
        long item = c.invoiced(pell, "Q-1", "2026-06-01", "500.00", "4010");
        Map<String, Object> ahead = receipt("CHECK", "0991", "200.00");
        ahead.put("paperDate", "2026-07-10");
        ahead.put("items", List.of(Map.of("itemId", item, "amount", "200.00")));
        ok(c.post("/receipts", ahead));
        JsonNode open = c.get("/parties/" + pell).path("open").get(0);
        assertTrue(open.path("promised").asString("").contains("0991"), open.toString());
        assertEquals("500.00", open.path("open").asString(), "it stays open");
    }
}
