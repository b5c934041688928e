package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.attachment.Pictures;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tidemark.core.ledger.Purpose;
import tools.jackson.databind.JsonNode;

/** Set-up, the journal with its tags, drafts posted in batches, views and exports, on a company of the test's own. */
@ExtendWith(RunningApp.class)
class SetUpAndDraftsTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    private static Map<String, Object> line(String account, String debit, String credit) {
        return new HashMap<>(Map.of("account", account, "debit", debit, "credit", credit, "party", "", "text", ""));
    }

    private static Map<String, Object> entry(String date, String text, List<?> lines) {
        return new HashMap<>(Map.of("date", date, "reference", "", "checkNumber", "", "text", text, "lines", lines));
    }

    private String refusal(Map<String, Object> entry) {
        return c.post("/ledger/entries", entry).code();
    }

    @Test
    void newCompany_hasEveryPurposeServed_andAnAccountIsUsableAfterOneForm() {
        for (JsonNode purpose : c.get("/set-up").path("purposes")) {
            assertTrue(purpose.path("ledgerAccountId").asLong() > 0, purpose.toString());
        }
        Map<String, Object> form = Map.of(
                "name", "Operating",
                "bank", "Northbank",
                "number", "P-" + c.id,
                "openingMonth", "2026-05",
                "openingBalance", "1000.00",
                "outstanding", "date,amount\n2026-05-20,-150.00\n");
        JsonNode preview = ok(c.post("/bank-accounts?preview=true", form));
        assertEquals("1150.00", preview.path("bankBalance").asString());
        assertEquals(0, c.get("/bank-accounts").size(), "a preview keeps nothing");
        JsonNode added = ok(c.post("/bank-accounts", form));
        assertEquals(
                preview.path("booked").path("entries").get(0).path("total"),
                added.path("booked").path("entries").get(0).path("total"));
        assertEquals(preview.path("bankBalance"), added.path("bankBalance"));
        assertEquals("bank-account.taken", c.post("/bank-accounts", form).code());
        for (JsonNode purpose : c.get("/bank-accounts").get(0).path("purposes")) {
            Purpose serves = Purpose.valueOf(purpose.path("purpose").asString());
            assertEquals(
                    serves == serves.general() || serves == Purpose.IN_TRANSIT_IN_ACH,
                    purpose.path("ledgerAccountId").asLong() > 0,
                    "all but those that the general one stands in for, and collections on the way: " + purpose);
        }
        assertEquals("1000.00", c.balance("1010"));
        assertEquals("-1000.00", c.balance("3900"));
    }

    @Test
    void accountThatServes_isNeitherRetiredNorTurned() {
        c.bankAccount("Operating", "", "0.00");
        for (String code : List.of("6810", "3900", "1010")) {
            assertEquals(
                    "account.serves",
                    c.iris.put(
                                    c.base + "/ledger/accounts/" + account(code),
                                    Map.of("code", code, "name", "X", "type", "ASSET", "active", false))
                            .code(),
                    code);
        }
        ok(c.iris.put(
                c.base + "/ledger/accounts/" + account("6010"),
                Map.of("code", "6010", "name", "Running costs", "type", "EXPENSE", "active", false)));
        assertEquals(
                "purpose.unfit",
                c.post("/set-up/purposes", Map.of("purpose", "OPENING", "ledgerAccountId", account("6810")))
                        .code());
        assertEquals(
                "purpose.company",
                c.post("/set-up/purposes", Map.of("purpose", "CHARGES", "ledgerAccountId", account("6810")))
                        .code());
    }

    private Answer tax(String rate, String from, String to) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "code", "VT", "name", "Tax", "ratePercent", rate, "ledgerAccountId", account("2200"), "active", true));
        if (!from.isEmpty()) {
            body.put("validFrom", from);
        }
        if (!to.isEmpty()) {
            body.put("validTo", to);
        }
        return c.post("/set-up/tax-codes", body);
    }

    @Test
    void taxThatChanges_holdsFromItsDay_andNoDayHasTwoOfOneCode() {
        ok(tax("10", "", "2026-05-31"));
        ok(tax("25", "2026-06-01", ""));
        assertEquals("tax.days", tax("12", "2026-05-01", "2026-05-02").code());
        assertEquals("tax.days", tax("12", "2026-06-09", "2026-06-08").code());
        long customer = c.party("RECEIVABLES", "Orrin", 0);
        String before = c.balance("2200");
        for (String day : List.of("2026-05-31", "2026-06-01")) {
            Map<String, Object> invoice = new HashMap<>(NewCompany.invoice(customer, "", day, "110.00", "4010"));
            invoice.put("lines", List.of(Map.of("account", "4010", "amount", "110.00", "taxCode", "VT", "text", "")));
            ok(c.post("/invoices", invoice));
        }
        assertEquals("0.00", before);
        assertEquals("-32.00", c.balance("2200"), "10.00 of May and 22.00 of June");
        c.checkBooks();
    }

    @Test
    void lists_keepTheirRows_andRefuseTwoOfAName() {
        long tax = account("2200");
        ok(c.post("/set-up/cost-centres", Map.of("code", "YARD", "name", "Boatyard", "active", true)));
        assertEquals(
                "name.taken",
                c.post("/set-up/cost-centres", Map.of("code", "yard", "name", "Other", "active", true))
                        .code());
        ok(c.post(
                "/set-up/tax-codes",
                Map.of(
                        "code",
                        "ST",
                        "name",
                        "Sales tax",
                        "ratePercent",
                        "8.25",
                        "ledgerAccountId",
                        tax,
                        "active",
                        true)));
        assertEquals(
                "tax.rate",
                c.post(
                                "/set-up/tax-codes",
                                Map.of(
                                        "code", "XX",
                                        "name", "Too much",
                                        "ratePercent", "100.5",
                                        "ledgerAccountId", tax,
                                        "active", true))
                        .code());
        long bank = ok(c.post("/set-up/banks", Map.of("name", "Coast Union", "identifier", "CU")))
                .path("id")
                .asLong();
        ok(c.post("/set-up/branches", Map.of("bankId", bank, "name", "Harbour", "identifier", "01")));
        assertEquals(
                "rate.base",
                c.post("/set-up/rates", Map.of("currency", "USD", "date", "2026-06-01", "rate", "1"))
                        .code());
        JsonNode series = c.get("/set-up").path("series").get(0);
        ok(c.post(
                "/set-up/series",
                Map.of("id", series.path("id").asLong(), "prefix", "INV-", "nextNumber", 4100, "digits", 5)));
        assertEquals(
                "series.back",
                c.post(
                                "/set-up/series",
                                Map.of(
                                        "id",
                                        series.path("id").asLong(),
                                        "prefix",
                                        "INV-",
                                        "nextNumber",
                                        1,
                                        "digits",
                                        5))
                        .code());
        JsonNode all = c.get("/set-up");
        assertEquals("8.25", all.path("taxCodes").get(0).path("ratePercent").asString());
        assertEquals(1, all.path("costCentres").size());
        assertEquals("Harbour", all.path("branches").get(0).path("name").asString());
        assertTrue(c.get("/activity?text=cost").size() > 0, "each change is in the activity");
        long orrin = c.party("RECEIVABLES", "Orrin", 0);
        c.invoiced(orrin, "INV-04100", "2026-06-01", "5.00", "4010");
    }

    private long account(String code) {
        for (JsonNode account : c.get("/ledger/accounts")) {
            if (account.path("code").asString().equals(code)) {
                return account.path("id").asLong();
            }
        }
        throw new IllegalStateException(code);
    }

    @Test
    void entry_withTaxAndCostCentre_isPartedIntoNetAndTax_andEachBadTagIsNamed() {
        ok(c.post("/set-up/cost-centres", Map.of("code", "YARD", "name", "Boatyard", "active", true)));
        ok(c.post(
                "/set-up/tax-codes",
                Map.of(
                        "code", "ST",
                        "name", "Sales tax",
                        "ratePercent", "8.25",
                        "ledgerAccountId", account("2200"),
                        "active", true)));
        Map<String, Object> expense = line("6010", "108.25", "");
        expense.put("taxCode", "ST");
        expense.put("costCentre", "YARD");
        JsonNode booked = c.previewedThenPosted(
                "/ledger/entries", entry("2026-06-04", "Paint", List.of(expense, line("1250", "", "108.25"))));
        JsonNode lines = booked.path("entries").get(0).path("lines");
        assertEquals(3, lines.size());
        assertEquals("100.00", lines.get(0).path("debit").asString());
        assertEquals("8.25", lines.get(1).path("debit").asString());
        assertEquals("YARD", lines.get(0).path("costCentre").asString());

        expense.put("costCentre", "SHED");
        assertEquals(
                "cost-centre.unknown", refusal(entry("2026-06-04", "", List.of(expense, line("1250", "", "108.25")))));
        expense.put("costCentre", "");
        expense.put("taxCode", "VAT");
        assertEquals("tax.unknown", refusal(entry("2026-06-04", "", List.of(expense, line("1250", "", "108.25")))));
        assertEquals(
                "party.missing",
                refusal(entry("2026-06-04", "", List.of(line("1200", "5.00", ""), line("4010", "", "5.00")))));
        assertEquals(
                "account.unknown",
                refusal(entry("2026-06-04", "", List.of(line("9999", "5.00", ""), line("4010", "", "5.00")))));
        assertEquals(
                "amount.places",
                refusal(entry("2026-06-04", "", List.of(line("6010", "5.001", ""), line("4010", "", "5.00")))));
        Answer unbalanced = c.post(
                "/ledger/entries",
                entry("2026-06-04", "", List.of(line("6010", "498.60", ""), line("4010", "", "489.60"))));
        assertEquals("entry.unbalanced", unbalanced.code());
        assertTrue(unbalanced
                .body()
                .path("problems")
                .get(0)
                .path("found")
                .asString()
                .contains("9.00 apart"));
        JsonNode remembered = c.get("/ledger/remembered?text=pai");
        assertEquals("Paint", remembered.get(0).path("text").asString());
        long id = booked.path("entries").get(0).path("id").asLong();
        ok(c.iris.upload(c.base + "/ledger/entries/" + id + "/attachments", "slip.png", Pictures.png("slip", 9, 9)));
        assertEquals(
                "attachment.type",
                c.iris.upload(c.base + "/ledger/entries/" + id + "/attachments", "run.html", new byte[] {1})
                        .code());
        JsonNode kept = c.get("/ledger/entries/" + id).path("attachments").get(0);
        assertEquals("slip.png", kept.path("name").asString());
        var file = c.iris.get(c.base + "/papers/" + kept.path("id").asLong() + "/file")
                .raw();
        assertArrayEquals(Pictures.png("slip", 9, 9), file.body());
        assertTrue(file.headers().firstValue("Content-Disposition").orElse("").startsWith("attachment"));
        c.checkBooks();
    }

    @Test
    void month_closed_takesNoEntry_untilItIsOpenedAgain() {
        Map<String, Object> entry =
                entry("2026-04-04", "", List.of(line("6010", "5.00", ""), line("4010", "", "5.00")));
        ok(c.post("/set-up/closed-months", Map.of("month", "2026-04", "closed", true)));
        assertEquals("period.closed", refusal(entry));
        ok(c.post("/set-up/closed-months", Map.of("month", "2026-04", "closed", false)));
        ok(c.post("/ledger/entries", entry));
    }

    @Test
    void chart_goesOutAndComesInAgain_andIsRefusedWhole() {
        byte[] out = c.iris.get(c.base + "/ledger/chart.csv").raw().body();
        String more = new String(out, StandardCharsets.UTF_8) + "7010,Gifts,expense,yes,none\r\n";
        assertEquals(
                28,
                ok(c.iris.upload(c.base + "/ledger/chart-files", "chart.csv", more.getBytes(StandardCharsets.UTF_8)))
                        .path("count")
                        .asInt());
        assertEquals("0.00", c.balance("7010"));
        ok(c.post(
                "/ledger/entries",
                entry("2026-06-04", "", List.of(line("7010", "5.00", ""), line("4010", "", "5.00")))));
        String changed = "code,name,type\n7020,New,expense\n7010,Gifts,income\n";
        Answer refused =
                c.iris.upload(c.base + "/ledger/chart-files", "chart.csv", changed.getBytes(StandardCharsets.UTF_8));
        assertEquals("account.used", refused.code());
        assertEquals(
                "row 3, type",
                refused.body().path("problems").get(0).path("where").asString());
        for (JsonNode account : c.get("/ledger/accounts")) {
            assertTrue(!account.path("code").asString().equals("7020"), "nothing was taken");
        }
        ok(c.iris.put(
                c.base + "/ledger/accounts/" + account("7010"),
                Map.of("code", "7010", "name", "Gifts", "type", "EXPENSE", "active", false)));
        assertEquals(
                "account.inactive",
                refusal(entry("2026-06-04", "", List.of(line("7010", "5.00", ""), line("4010", "", "5.00")))));
    }

    @Test
    void livingAccount_takesOverItsItems_withoutBooking_andTheyAreMatchedLater() {
        long bank = ok(c.post(
                        "/bank-accounts",
                        Map.of(
                                "name", "Old account",
                                "bank", "Northbank",
                                "number", "OLD-" + c.id,
                                "openingMonth", "2026-05",
                                "openingBalance", "1000.00",
                                "outstanding", "date\tamount\tcheck_number\n2026-05-20\t-150.00\t881\n")))
                .path("id")
                .asLong();
        JsonNode account = c.get("/bank-accounts").get(0);
        assertEquals("1000.00", account.path("openingLedgerBalance").asString());
        assertEquals("1150.00", account.path("openingBankBalance").asString());
        JsonNode more = ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/outstanding-items?preview=true",
                "items.csv",
                "date,amount\n2026-05-30,25.00\n".getBytes(StandardCharsets.UTF_8)));
        assertEquals("1125.00", more.path("bankBalance").asString());
        assertEquals("1000.00", c.balance("1010"), "nothing is booked");
        assertEquals(
                "outstanding.date",
                c.iris.upload(
                                c.base + "/bank-accounts/" + bank + "/outstanding-items",
                                "items.csv",
                                "date,amount\n2026-06-01,25.00\n".getBytes(StandardCharsets.UTF_8))
                        .code());
        String csv = "date,amount,balance,check_number,text\n2026-06-05,-150.00,1000.00,881,CHECK 881\n";
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements", "june.csv", csv.getBytes(StandardCharsets.UTF_8)));
        String month = "/bank-accounts/" + bank + "/months/2026-06";
        assertEquals(1, ok(c.post(month + "/firm", Map.of())).path("count").asInt(), "the check of before is found");
        JsonNode proof = c.get(month).path("proof");
        assertEquals("0.00", proof.path("gap").asString(), proof.toString());
        assertEquals(
                "outstanding.late",
                c.iris.upload(
                                c.base + "/bank-accounts/" + bank + "/outstanding-items",
                                "items.csv",
                                "date,amount\n2026-05-01,25.00\n".getBytes(StandardCharsets.UTF_8))
                        .code());
    }

    @Test
    void drafts_arePostedTogether_andWhatIsRefusedIsLoggedAndStays() {
        List<Long> ids = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Map<String, Object> body = entry(
                    "2026-06-0" + (i + 1),
                    "Draft " + i,
                    List.of(line("6010", "5.00", ""), line("4010", "", i == 1 ? "4.00" : "5.00")));
            ids.add(ok(c.post("/drafts", Map.of("kind", "ENTRY", "version", 0, "body", body)))
                    .path("id")
                    .asLong());
        }
        assertEquals(
                3,
                c.get("/drafts?kind=ENTRY&person=Iris%20Calloway")
                        .path("drafts")
                        .size());
        assertEquals(1, c.get("/drafts?from=2026-06-03").path("drafts").size());
        assertEquals(0, c.get("/drafts?kind=PAYMENT").path("drafts").size());
        Map<String, Object> run = Map.of("draftIds", ids, "accountingDate", "2026-06-20");
        JsonNode preview = ok(c.post("/posting-runs?preview=true", run));
        assertEquals(2, preview.path("posted").asInt());
        assertEquals(3, c.get("/drafts").path("drafts").size(), "a preview keeps nothing");
        JsonNode done = ok(c.post("/posting-runs", run));
        assertEquals(2, done.path("posted").asInt());
        assertEquals(1, done.path("refused").asInt());
        assertEquals(
                "2026-06-20",
                done.path("booked").path("entries").get(0).path("date").asString());
        JsonNode left = c.get("/drafts").path("drafts");
        assertEquals(1, left.size());
        assertEquals("Draft 1", left.get(0).path("title").asString());
        JsonNode log = c.get("/posting-runs").get(0);
        assertEquals(3, log.path("outcomes").size());
        assertTrue(log.path("outcomes").get(1).path("refusal").asString().contains("1.00 apart"));
        assertEquals(
                0,
                ok(c.post("/posting-runs", Map.of("draftIds", List.of(ids.get(0)))))
                        .path("posted")
                        .asInt(),
                "posted once");
        long last = ids.get(1);
        int version = left.get(0).path("version").asInt();
        Map<String, Object> mended =
                entry("2026-06-02", "Mended", List.of(line("6010", "5.00", ""), line("4010", "", "5.00")));
        ok(c.iris.put(c.base + "/drafts/" + last, Map.of("kind", "ENTRY", "version", version, "body", mended)));
        assertEquals(
                "draft.changed",
                c.iris.put(c.base + "/drafts/" + last, Map.of("kind", "ENTRY", "version", version, "body", mended))
                        .code());
        ok(c.iris.delete(c.base + "/drafts/" + last));
        assertEquals("draft.gone", c.iris.get(c.base + "/drafts/" + last).code());
        c.checkBooks();
    }

    @Test
    void accountLedger_byPageAndByPeriod_andItsExports_tellTheSame() throws Exception {
        List<Map<String, Object>> lines = new ArrayList<>();
        for (int i = 1; i <= 90; i++) {
            lines.add(line("6010", i + ".00", ""));
        }
        lines.add(line("4010", "", "4095.00"));
        ok(c.post("/ledger/entries", entry("2026-05-04", "=HARMFUL", lines)));
        ok(c.post(
                "/ledger/entries",
                entry("2026-06-09", "Later", List.of(line("6010", "5.00", ""), line("4010", "", "5.00")))));
        String account = "/ledger/accounts/" + account("6010");
        String span = "?from=2026-01-01&to=2026-12-31";
        String place = "";
        String balance = "0.00";
        int seen = 0;
        while (true) {
            JsonNode page = c.get(account + "/lines" + span + "&size=20" + place);
            assertEquals(balance, page.path("opening").asString());
            seen += page.path("lines").size();
            balance = page.path("lines")
                    .get(page.path("lines").size() - 1)
                    .path("balance")
                    .asString();
            assertEquals("4100.00", page.path("closing").asString());
            if (!page.has("next")) {
                break;
            }
            place = "&afterDate=" + page.path("next").path("date").asString() + "&afterLine="
                    + page.path("next").path("lineId").asLong();
        }
        assertEquals(91, seen);
        assertEquals("4100.00", balance);
        JsonNode months = c.get(account + "/periods" + span + "&length=MONTH").path("periods");
        assertEquals(2, months.size());
        assertEquals("4095.00", months.get(1).path("opening").asString());
        String csv = new String(
                c.iris.get(c.base + account + "/export" + span + "&form=CSV")
                        .raw()
                        .body(),
                StandardCharsets.UTF_8);
        assertTrue(csv.contains("'=HARMFUL"), "a formula is made plain");
        assertEquals(92, csv.lines().count());
        byte[] xlsx = c.iris.get(c.base + account + "/export" + span + "&form=XLSX")
                .raw()
                .body();
        try (XSSFWorkbook book = new XSSFWorkbook(new ByteArrayInputStream(xlsx))) {
            assertEquals(91, book.getSheetAt(0).getLastRowNum());
            assertEquals(4100.0, book.getSheetAt(0).getRow(91).getCell(6).getNumericCellValue());
            assertEquals("=HARMFUL", book.getSheetAt(0).getRow(1).getCell(2).getStringCellValue());
        }
        assertEquals(
                "4095.00",
                c.get("/ledger/trial-balance?date=2026-05-31").path("debits").asString());
        c.checkBooks();
    }

    @Test
    void draftOfAFormThatNobodyBrings_isNotKept(RunningApp.App app) {
        NewCompany own = new NewCompany(app);
        Answer answer = own.post("/drafts", Map.of("kind", "GIFT", "version", 0, "body", Map.of()));
        assertEquals("draft.kind", answer.code(), answer.body().toString());
        assertEquals(
                "one of BANK_MOVEMENT, DEPOSIT_SLIP, ENTRY, EXPENSE, INVOICE, MOORING, PAYMENT, RECEIPT, RETURNED_ITEM, TRANSFER, VOUCHER",
                answer.body().path("problems").get(0).path("expected").asString());
        assertEquals(0, own.get("/drafts").path("drafts").size());
    }
}
