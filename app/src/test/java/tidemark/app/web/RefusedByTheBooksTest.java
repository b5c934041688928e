package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.web.RefusalsTest.refused;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Refusals that need books in a certain state: what was booked, matched or settled before makes the change unfit. */
@ExtendWith(RunningApp.class)
class RefusedByTheBooksTest {
    private static final String ENTRY = "{'date':'2026-06-02','reference':'','checkNumber':'','text':'','lines':[%s]}";

    private RunningApp.App app;
    private NewCompany own;

    @BeforeEach
    void company(RunningApp.App running) {
        app = running;
        own = new NewCompany(app);
    }

    private static String json(String text) {
        return text.replace('\'', '"');
    }

    @Test
    void purposeThatNoAccountServes_isNamed_andNothingIsBooked() {
        own.bankAccount("Operating", "", "0.00");
        long customer = own.party("RECEIVABLES", "Merrow Rentals", 0);
        app.bean(JdbcTemplate.class)
                .update("delete from company_purpose where company_id = ? and purpose = 'RECEIVABLES'", own.id);
        int before = own.get("/ledger/entries").size();
        refused(
                own.post("/invoices", NewCompany.invoice(customer, "1", "2026-06-02", "5.00", "4010")),
                422,
                "purpose.missing",
                "",
                "no account for");
        assertEquals(before, own.get("/ledger/entries").size());
    }

    @Test
    void rulesBeyondTheMost_areRefused() {
        app.bean(JdbcTemplate.class).update("""
                insert into matching_rule (id, company_id, name, place, switched_on, content, used, version)
                select next value for row_id, ?, 'Rule ' || x, x, false, '{}', 0, 0 from system_range(1, 499)""", own.id);
        ok(own.post("/rules", rule("The last")));
        refused(own.post("/rules", rule("One more")), 422, "rule.many", "", "500 rules");
    }

    private static Map<String, Object> rule(String name) {
        return Map.of("name", name, "content", LineRequests.ruleContent("STARTS", "SLIPWAY", "BOOK", "FEE", Map.of()));
    }

    @Test
    void entryWithinOneBankAccount_hasNoOtherSideToCorrect() {
        long bank = own.bankAccount("Operating", "", "0.00");
        String at = "/bank-accounts/" + bank;
        String cash = "";
        for (JsonNode account : own.get("/ledger/accounts")) {
            cash = account.path("bankAccountId").asLong() == bank
                    ? account.path("code").asString()
                    : cash;
        }
        ok(own.post("/ledger/entries", JsonMapper.shared().readTree(json(ENTRY.formatted("""
                {'account':'%s','debit':'','credit':'9.00','party':'','text':'Turned'},
                {'account':'%s','debit':'9.00','credit':'','party':'','text':'Turned'}""".formatted(cash, cash))))));
        ok(own.iris.upload(
                own.base + at + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-02,-6.00,-6.00,TURNED\n".getBytes(StandardCharsets.UTF_8)));
        long line = own.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        Long entry = app.bean(JdbcTemplate.class)
                .queryForObject(
                        "select id from cash_entry where bank_account_id = ? and minor_units = -900", Long.class, bank);
        refused(
                own.post(at + "/lines/" + line + "/correction", Map.of("entryId", entry)),
                422,
                "correction.account",
                "",
                "an entry with no other account");
    }

    @Test
    void chartFile_namesTheWordThatIsNone() {
        refused(
                own.iris.upload(
                        own.base + "/ledger/chart-files",
                        "chart.csv",
                        "code,name,type,active\n9010,Odd,FRUIT,yes\n".getBytes(StandardCharsets.UTF_8)),
                422,
                "choice.unknown",
                "line 2, type",
                "“FRUIT”");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            ledger/chart-files | code,name;9010,Odd | file.column.missing | line 1 | no
            ledger/chart-files | code,name,type;9010,,asset | field.empty | line 2, name | nothing
            ledger/chart-files | code,name,type;9010,LONG,asset | text.long | line 2, name | 201 characters
            """)
    void tableWithAHole_isRefusedWithItsPlace(String path, String file, String code, String where, String found) {
        refused(
                own.iris.upload(
                        own.base + "/" + path,
                        "table.csv",
                        file.replace(';', '\n').replace("LONG", "x".repeat(201)).getBytes(StandardCharsets.UTF_8)),
                422,
                code,
                where,
                found);
    }

    @Test
    void entriesOfASourceThatNobodyDeclares() {
        refused(own.iris.get(own.base + "/ledger/remembered?source=GIFT"), 422, "choice.unknown", "source", "“GIFT”");
    }

    @Test
    void settlementsThatCannotBe() {
        long first = own.party("RECEIVABLES", "Merrow Rentals", 0);
        long second = own.party("RECEIVABLES", "Osprey Glass", 0);
        long item = own.invoiced(first, "1", "2026-06-02", "10.00", "4010");
        long others = own.invoiced(second, "2", "2026-06-02", "10.00", "4010");
        ok(own.post(
                "/receipts",
                Map.of(
                        "partyId",
                        first,
                        "date",
                        "2026-06-03",
                        "account",
                        "1250",
                        "amount",
                        "4.00",
                        "reference",
                        "R",
                        "text",
                        "",
                        "items",
                        List.of())));
        long paid = 0;
        for (JsonNode one : own.get("/parties/" + first).path("open")) {
            paid = one.path("id").asLong() == item ? paid : one.path("id").asLong();
        }
        String path = "/parties/" + first + "/settlements";
        refused(
                own.post(path, settling(paid, item, "0.00")),
                422,
                "settle.amount",
                "Invoice 1",
                "an amount not above zero");
        refused(
                own.post(path, settling(paid, others, "1.00")),
                422,
                "settle.party",
                "Invoice 2",
                "an item of somebody else");
        Long entry = app.bean(JdbcTemplate.class)
                .queryForObject("select journal_entry_id from open_item where id = ?", Long.class, item);
        ok(own.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-04")));
        Long closing = app.bean(JdbcTemplate.class)
                .queryForObject("select id from settlement where company_id = ? and closing", Long.class, own.id);
        refused(
                own.post("/settlements/" + closing + "/undo", Map.of("date", "2026-06-05")),
                422,
                "settlement.reversal",
                "",
                "an item and its reversal");
    }

    private static Map<String, Object> settling(long item, long with, String amount) {
        return Map.of(
                "itemId",
                item,
                "date",
                "2026-06-03",
                "items",
                List.of(Map.of("itemId", with, "amount", amount, "discount", "")));
    }

    @Test
    void equalAmounts_haveNoDifferenceToBook() {
        long bank = own.bankAccount("Equal", "", "0.00");
        String at = "/bank-accounts/" + bank;
        long entry = own.bankAccountWithEntry(bank);
        ok(own.iris.upload(
                own.base + at + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-02,-1.00,-1.00,FEE\n".getBytes(StandardCharsets.UTF_8)));
        long line = own.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        refused(
                own.post(at + "/lines/" + line + "/difference", Map.of("entryIds", List.of(entry))),
                422,
                "difference.none",
                "",
                "equal amounts on both sides");
    }
}
