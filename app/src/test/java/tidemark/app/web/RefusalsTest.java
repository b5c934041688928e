package tidemark.app.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Refusals through the entrance that a person or a program would take: the code, the field, and what was found there. */
@ExtendWith(RunningApp.class)
class RefusalsTest {
    private static NewCompany c;
    private static RunningApp.App app;
    private static final Map<String, String> IDS = new HashMap<>();

    @BeforeAll
    static void company(RunningApp.App running) {
        app = running;
        c = new NewCompany(app);
        IDS.put("{usd}", Long.toString(c.bankAccount("Operating", "", "1000.00")));
        IDS.put("{eur}", Long.toString(c.bankAccount("Euro", "EUR", "0.00")));
        IDS.put("{customer}", Long.toString(c.party("RECEIVABLES", "Merrow Rentals", 0)));
        c.get("/ledger/accounts").forEach(a -> {
            if (a.path("bankAccountId").asLong() == Long.parseLong(IDS.get("{eur}"))) {
                IDS.put("{eurCash}", a.path("code").asString());
            }
        });
    }

    private static String filled(String text) {
        String out = text.replace('\'', '"');
        for (Map.Entry<String, String> id : IDS.entrySet()) {
            out = out.replace(id.getKey(), id.getValue());
        }
        return out;
    }

    private static Answer send(String method, String path, String body) {
        return c.iris.send(c.iris.request(c.base + filled(path))
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(filled(body))));
    }

    static void refused(Answer answer, int status, String code, String where, String found) {
        JsonNode problem = answer.body().path("problems").get(0);
        assertEquals(code, answer.code(), answer.body().toString());
        assertEquals(status, answer.status());
        assertEquals(where, problem.path("where").asString(), problem.toString());
        assertTrue(problem.path("found").asString().contains(found), problem.toString());
        assertNotEquals("", problem.path("expected").asString());
        assertNotEquals("", problem.path("remedy").asString());
        assertTrue(
                problem.path("message")
                        .asString()
                        .contains(problem.path("found").asString()),
                problem.toString());
    }

    private static final String ENTRY = "{'date':'2026-06-02','reference':'','checkNumber':'','text':'','lines':[%s]}";

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            6010 | 1.00 | 2.00 | ''                     | line.side   | line 1 | a debit and a credit
            6010 | ''   | ''   | ''                     | line.side   | line 1 | neither debit nor credit
            6010 | -1.00| ''   | ''                     | line.amount | line 1 | an amount that is not above zero
            {eurCash} | 1.00 | 2.00 | 'own':'1.00',     | line.side   | line 1 | a debit and a credit
            {eurCash} | -1.00| ''   | 'own':'1.00',     | line.amount | line 1 | an amount that is not above zero
            {eurCash} | 1.00 | ''   | 'own':'1.00','taxCode':'V7', | foreign.tax | line 1 | a tax code on an account in EUR
            """)
    void lineOfAnEntry(
            String account, String debit, String credit, String more, String code, String where, String found) {
        String line = "{%s'account':'%s','debit':'%s','credit':'%s','party':'','text':''}"
                .formatted(plain(more), account, plain(debit), plain(credit));
        String other = "{'account':'6010','debit':'','credit':'1.00','party':'','text':''}";
        refused(send("POST", "/ledger/entries", ENTRY.formatted(line + "," + other)), 422, code, where, found);
    }

    private static String plain(String cell) {
        return cell.equals("''") ? "" : cell;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            POST | /people | {'login':'x','name':'X Y','password':'long enough words','roles':[]} | login.unfit | login | “x”
            POST | /people | {'login':'maren','name':'X Y','password':'long enough words','roles':[]} | login.taken | login | “maren”, which somebody uses already
            POST | /people | {'login':'xyz','name':'X Y','password':'short','roles':[]} | password.unfit | password | 5 characters
            POST | /ledger/accounts | {'code':'6010','name':'Again','type':'EXPENSE'} | account.taken | code | “6010”, which is in the chart already
            POST | /ledger/accounts | {'code':'6 0','name':'Again','type':'EXPENSE'} | code.unfit | code | “6 0”
            POST | /bank-accounts | {'name':'A','bank':'B','number':'N-1','currency':'QQQ','openingMonth':'2026-05','openingBalance':'0'} | currency.unknown | currency | “QQQ”
            POST | /parties | {'control':'NONE','code':'','name':'X','address':'','dueDays':30,'discountPercent':'0','discountDays':0,'active':true} | party.kind | control | none
            POST | /receipts | {'partyId':{customer},'date':'2026-06-02','account':'1250','amount':'','reference':'','text':'','items':[]} | receipt.amount | amount | nothing
            POST | /parties/{customer}/settlements | {'itemId':1,'date':'2026-06-02','items':[]} | settle.nothing | items | no item
            POST | /invoices | {'partyId':{customer},'kind':'INVOICE','number':'','date':'2026-06-02','text':'','lines':[]} | invoice.lines | lines | no line
            POST | /invoices | {'partyId':{customer},'kind':'INVOICE','number':'','date':'2026-06-02','text':'','lines':[{'account':'4010','amount':'-1.00','text':''}]} | line.amount | line 1 | an amount that is not above zero
            POST | /payments | {'bankAccountId':{usd},'kind':'CHECK','number':'','payee':'P','date':'2026-06-02','text':'','parts':{'items':[],'onAccount':'','expenses':[{'account':'6010','amount':'0.00','text':''}]}} | line.amount | line 1 | zero
            POST | /transfers | {'fromAccountId':{usd},'toAccountId':{eur},'fromDate':'2026-06-02','amount':'5.00','received':'','reference':'','text':''} | transfer.received | received | nothing
            POST | /ledger/entries | {'date':'2031-06-02','reference':'','checkNumber':'','text':'','lines':[{'account':'6010','debit':'1.00','credit':'','party':'','text':''},{'account':'6020','debit':'','credit':'1.00','party':'','text':''}]} | entry.date.far | date | 2031-06-02
            POST | /ledger/entries | {'date':'2026-06-02','reference':'','checkNumber':'','text':'','lines':[{'account':'6010','debit':'1.00','credit':'','party':'','text':''}]} | entry.lines | lines | 1 line
            POST | /ledger/entries | {'date':'2026-06-02','reference':'','checkNumber':'','text':'','lines':[{'account':'{eurCash}','own':'1.00','rate':'0','debit':'','credit':'','party':'','text':''},{'account':'6020','debit':'','credit':'1.00','party':'','text':''}]} | foreign.two | line 1 | a rate of zero
            POST | /ledger/entries | {'date':'2026-06-02','reference':'','checkNumber':'','text':'','lines':[{'account':'{eurCash}','own':'1.00','rate':'1.12345678901234567','debit':'','credit':'','party':'','text':''},{'account':'6020','debit':'','credit':'1.00','party':'','text':''}]} | number.places | line 1 | 1.12345678901234567
            POST | /payments | {'bankAccountId':{usd},'kind':'CHECK','number':'12x','payee':'P','date':'2026-06-02','text':'','parts':{'items':[],'onAccount':'','expenses':[{'account':'6010','amount':'1.00','text':''}]}} | check.number | number | “12x”
            POST | /set-up/rates | {'currency':'EUR','date':'2026-06-02','rate':'0'} | rate.unfit | rate | 0
            POST | /rules | {'name':'R','content':{'textTest':'CONTAINS','text':'FEE','code':'','does':'FORBID','kind':'','party':' ','entryText':''}} | rule.party | party | nothing
            POST | /posting-runs | {'draftIds':[]} | run.size | `` | 0 drafts
            PUT  | /rules/order | {'ids':[1]} | rule.order | `` | other rules than there are
            """)
    void form(String method, String path, String body, String code, String where, String found) {
        refused(send(method, path, body), 422, code, where == null ? "" : where, found);
    }

    private static final String RULE =
            "{'name':'R','content':{'textTest':'CONTAINS','text':'FEE','code':'','does':'BOOK','kind':'FEE',"
                    + "'party':'','entryText':''%s}%s}";

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            ,'least':'5.00','most':'1.00' | `` | rule.amounts | least | amounts that no line lies between
            ,'fromDay':0,'toDay':32 | `` | rule.days | fromDay | a day outside 1 to 31
            ,'kind':'ACCOUNT','details':{'account':' '} | `` | booking.account | account | nothing
            ,'kind':'ACCOUNT' | `` | field.invalid | account | an unfit value
            ,'kind':'FEE','details':{'partyId':1} | `` | booking.details | partyId | “partyId”, which does not belong there or cannot be read
            ,'kind':'PAYMENT','details':{'paymentId':1} | `` | rule.kind | kind | “PAYMENT”
            ,'kind':'SPLIT','details':{'parts':[{'account':'6010','share':'100'}]} | `` | booking.parts | parts | fewer than two parts
            ,'kind':'SPLIT','details':{'parts':[{'account':'6010','share':'1.234'},{'account':'6020','share':'2'}]} | `` | split.share | parts | “1.234”
            ,'kind':'GIFT' | `` | booking.kind | kind | “GIFT”
            ,'kind':'TRANSFER' | `` | booking.other | otherBankAccountId | nothing
            ,'kind':'CUSTOMER','details':{} | `` | booking.other | partyId | nothing
            ,'kind':'SPLIT','details':{'parts':[{'account':'6010','share':'50','amount':'1.00'},{'account':'6020','share':'50'}]} | `` | split.part | parts | a part with neither an amount nor a share, or both
            ,'kind':'INTEREST','details':{'taxCode':'V7'} | `` | booking.details | taxCode | “taxCode”, which does not belong there or cannot be read
            ,'does':'ALLOW','tolerance':'0.00' | `` | rule.tolerance | tolerance | no amount, or one below zero
            `` | ,'validFrom':'2026-06-02','validTo':'2026-06-01' | rule.dates | validTo | an end before the beginning
            """)
    void rule(String content, String draft, String code, String where, String found) {
        String body = RULE.formatted(content == null ? "" : content, draft == null ? "" : draft);
        refused(send("POST", "/rules", body), 422, code, where, found);
    }

    private static Map<String, Object> settings(Map<String, Object> change) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "name",
                "Operating",
                "zeroPayment",
                false,
                "differenceTolerance",
                "0",
                "checkStock",
                "PRENUMBERED",
                "nextCheckNumber",
                "1001",
                "bookOnClearing",
                false,
                "active",
                true,
                "purposes",
                Map.of(),
                "sites",
                List.of()));
        body.putAll(change);
        return body;
    }

    @Test
    void settingsOfABankAccount() {
        String path = c.base + "/bank-accounts/" + IDS.get("{usd}") + "/settings";
        refused(
                c.iris.put(path, settings(Map.of("leastPayment", "5.00", "mostPayment", "1.00"))),
                422,
                "limits.order",
                "leastPayment",
                "a least payment above the most");
        refused(
                c.iris.put(path, settings(Map.of("bookOnClearing", true))),
                422,
                "clearing.unfit",
                "bookOnClearing",
                "no account for");
        long series = c.get("/set-up").path("series").get(0).path("id").asLong();
        refused(
                c.post("/set-up/series", Map.of("id", series, "prefix", "X-", "nextNumber", 1_000_000, "digits", 12)),
                422,
                "series.unfit",
                "nextNumber",
                "X-1000000, 12 digits");
    }

    @Test
    void paperStatement() {
        String at = "/bank-accounts/" + c.bankAccount("Paper", "", "0.00");
        refused(
                c.post(at + "/paper-statements", Map.of("month", "2026-07", "closingBalance", "0")),
                422,
                "statement.follows",
                "month",
                "2026-07");
        ok(c.iris.upload(
                c.base + at + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-05,-2.00,-2.00,FEE\n2026-06-30,1.00,-1.00,X\n"
                        .getBytes(StandardCharsets.UTF_8)));
        long fromFile = c.get(at + "/statements").get(0).path("id").asLong();
        refused(
                c.post(
                        at + "/paper-statements/" + fromFile + "/lines",
                        Map.of("date", "2026-06-02", "amount", "1", "balance", "", "checkNumber", "", "text", "")),
                422,
                "statement.not.paper",
                "",
                "a statement from a file");
        long july = ok(c.post(at + "/paper-statements", Map.of("month", "2026-07", "closingBalance", "0")))
                .path("statementId")
                .asLong();
        ok(c.post(at + "/paper-statements", Map.of("month", "2026-08", "closingBalance", "0")));
        refused(
                c.iris.put(c.base + at + "/paper-statements/" + july, Map.of("closingBalance", "1.00")),
                422,
                "statement.not.last",
                "",
                "a later statement");
    }

    @Test
    void matchAndCorrection() {
        String at = "/bank-accounts/" + c.bankAccount("Matching", "", "100.00");
        long bank = Long.parseLong(at.substring(at.lastIndexOf('/') + 1));
        long entry = c.bankAccountWithEntry(bank);
        ok(c.iris.upload(
                c.base + at + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-02,-1.00,99.00,FEE\n2026-06-30,1.00,100.00,X\n"
                        .getBytes(StandardCharsets.UTF_8)));
        long line = c.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        refused(
                c.post(at + "/matches", Map.of("lineIds", List.of(line), "entryIds", List.of())),
                422,
                "match.members",
                "",
                "1 item");
        refused(
                c.post(at + "/lines/" + line + "/correction", Map.of("entryId", entry)),
                422,
                "correction.none",
                "amount",
                "equal amounts at the bank and in the ledger");
    }

    @Test
    void whatTheRequestItselfGetsWrong() {
        refused(
                c.iris.send(c.iris.request(c.base + "/today")
                        .header("Accept", "image/png")
                        .GET()),
                406,
                "request.accept",
                "Accept",
                "a type of answer that is not given here");
        refused(new Client(app).get(c.base + "/today"), 401, "sign-in.needed", "", "nobody signed in");
        refused(
                c.person(app, "looks", "Lona Looks", "VIEWER").post(c.base + "/ledger/entries", Map.of()),
                403,
                "right.missing",
                "",
                "a person without that right");
        refused(
                c.iris.send(c.iris.request(c.base + "/bank-accounts/" + IDS.get("{usd}") + "/statements")
                        .header("Content-Type", "multipart/form-data; boundary=x")
                        .POST(HttpRequest.BodyPublishers.ofString("--x\r\nContent-Disposition: form-data; name="))),
                400,
                "file.broken",
                "",
                "a form with a file that ends in the middle");
        refused(
                Client.signedIn(app, "paz").post("/api/v1/companies", Map.of("name", "Mine", "currency", "USD")),
                422,
                "company.right",
                "",
                "a person who administers no company");
        refused(
                c.post("/drafts", Map.of("kind", "ENTRY", "version", 0, "body", Map.of("text", "t".repeat(400_001)))),
                422,
                "draft.size",
                "",
                "characters");
    }

    @Test
    void attachments() {
        long bank = c.bankAccount("Papers", "", "0.00");
        c.bankAccountWithEntry(bank);
        long entry = c.get("/bank-accounts/" + bank + "/months/2026-06")
                .path("notOnStatement")
                .get(0)
                .path("journalEntryId")
                .asLong();
        String path = c.base + "/ledger/entries/" + entry + "/attachments";
        byte[] text = "A paper.".getBytes(StandardCharsets.UTF_8);
        refused(c.iris.upload(path, "empty.txt", new byte[0]), 422, "file.size", "file", "0 bytes");
        JsonNode first = ok(c.iris.upload(path, "paper.txt", text));
        Answer more = null;
        for (int i = 0; i < 60 && (more == null || more.status() == 200 || more.status() == 201); i++) {
            more = c.iris.upload(path, "paper" + i + ".txt", text);
        }
        refused(more, 422, "attachment.count", "file", "attachments");

        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        long id = first.path("id").asLong();
        String stored = " where id = (select stored_paper_id from paper where id = " + id + ")";
        jdbc.execute("drop trigger stored_paper_stays");
        jdbc.update("update stored_paper set sha256 = '" + "0".repeat(64) + "'" + stored);
        refused(
                c.iris.get(c.base + "/papers/" + id + "/file"),
                422,
                "attachment.changed",
                "",
                "paper.txt, which is not what was attached any more");
        jdbc.update("update stored_paper set sha256 = lower(rawtohex(hash('SHA-256', content)))" + stored);
        jdbc.execute("create trigger stored_paper_stays before update, delete on stored_paper for each row"
                + " call \"tidemark.app.guard.PaperGuard\"");
    }

    @Test
    void receiptOfTheSamePayerNumberAndAmount_isAskedAbout() {
        Map<String, Object> receipt = new HashMap<>(Map.of(
                "partyId",
                Long.valueOf(IDS.get("{customer}")),
                "date",
                "2026-06-02",
                "account",
                "1250",
                "amount",
                "7.00",
                "reference",
                "R-77",
                "text",
                "",
                "items",
                List.of()));
        ok(c.post("/receipts", receipt));
        refused(
                c.post("/receipts", receipt),
                409,
                "receipt.double",
                "reference",
                "R-77 of Merrow Rentals over 7.00, booked on");
        receipt.put("again", true);
        ok(c.post("/receipts", receipt));
    }

    @Test
    void reversal_andWhatWasTakenOver_areNotPutRight() {
        long bank = ok(c.post(
                        "/bank-accounts",
                        Map.of(
                                "name",
                                "Taken over",
                                "bank",
                                "Northbank",
                                "number",
                                "T-1",
                                "openingMonth",
                                "2026-05",
                                "openingBalance",
                                "95.00",
                                "outstanding",
                                "date,amount,text\n2026-05-30,-5.00,Stamps\n")))
                .path("id")
                .asLong();
        String at = "/bank-accounts/" + bank;
        ok(c.iris.upload(
                c.base + at + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-02,-6.00,94.00,STAMPS\n2026-06-30,1.00,95.00,X\n"
                        .getBytes(StandardCharsets.UTF_8)));
        long line = c.get(at + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        long stamps = c.get(at + "/months/2026-06")
                .path("notOnStatement")
                .get(0)
                .path("entryId")
                .asLong();
        refused(
                c.post(at + "/lines/" + line + "/correction", Map.of("entryId", stamps)),
                422,
                "correction.opening",
                "",
                "an item taken over with the account");

        ok(c.iris.upload(
                c.base + "/ledger/cash-entry-files?bankAccountId=" + bank + "&otherAccount=6010",
                "e.csv",
                "date,amount\n2026-06-03,-9.00\n".getBytes(StandardCharsets.UTF_8)));
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        Long entry = jdbc.queryForObject(
                "select journal_entry_id from cash_entry where bank_account_id = ? and minor_units = -900",
                Long.class,
                bank);
        ok(c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-03")));
        Long match = jdbc.queryForObject(
                "select id from item_match where bank_account_id = ? and how = 'CANCELLED'", Long.class, bank);
        refused(
                c.iris.delete(c.base + at + "/matches/" + match),
                422,
                "match.cancelled",
                "",
                "an entry and its reversal");
    }

    @Test
    void draftThatIsNotComplete_isLeftAndSaysSo() {
        long draft = ok(c.post("/drafts", Map.of("kind", "ENTRY", "version", 0, "body", Map.of("lines", 7))))
                .path("id")
                .asLong();
        JsonNode run = ok(c.post("/posting-runs", Map.of("draftIds", List.of(draft))));
        assertTrue(
                run.path("outcomes").get(0).path("refusal").asString().contains("“lines”, which cannot be read"),
                run.toString());
    }

    @Test
    void moreBankAccountsThanCodes() {
        NewCompany many = new NewCompany(app);
        Answer last = null;
        for (int i = 0; i < 25 && (last == null || last.status() / 100 == 2); i++) {
            last = many.post(
                    "/bank-accounts",
                    Map.of(
                            "name",
                            "Account " + i,
                            "bank",
                            "Northbank",
                            "number",
                            "M-" + i,
                            "openingMonth",
                            "2026-05",
                            "openingBalance",
                            "0"));
        }
        refused(last, 422, "account.codes", "", "no free code from 1010 to 1190");
    }

    @Test
    void sumBeyondWhatCanBeReckoned_isRefusedAsSuch() {
        refused(send("POST", "/ledger/entries", ENTRY.formatted("""
                        {'account':'{eurCash}','own':'9999999999.00','rate':'99999999999','debit':'','credit':'','party':'','text':''},
                        {'account':'6010','debit':'','credit':'1.00','party':'','text':''}""")), 400, "value.range", "", "a value too large");
    }

    @Test
    void checkOverNothing_saysWhatItSettles() {
        long bank = c.bankAccount("Nothing", "", "0.00");
        ok(c.iris.put(
                c.base + "/bank-accounts/" + bank + "/settings",
                settings(Map.of("name", "Nothing", "zeroPayment", true, "checkStock", "BLANK"))));
        refused(
                c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "")),
                422,
                "payment.nothing",
                "",
                "");
    }
}
