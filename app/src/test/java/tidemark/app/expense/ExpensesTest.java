package tidemark.app.expense;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.attachment.Pictures;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Expenses paid four ways, put right, passed on, told twice. */
@ExtendWith(RunningApp.class)
class ExpensesTest {
    private RunningApp.App app;
    private NewCompany c;
    private long bank;

    @BeforeEach
    void setUp(RunningApp.App running) {
        app = running;
        c = new NewCompany(app);
        bank = c.bankAccount("Operating", "", "5000.00");
    }

    private Map<String, Object> expense(String who, String date, String amount) {
        return new HashMap<>(Map.of(
                "kind",
                "EXPENSE",
                "paidBy",
                "BANK",
                "bankAccountId",
                bank,
                "date",
                date,
                "in",
                false,
                "who",
                who,
                "reference",
                "",
                "text",
                "Toner",
                "lines",
                List.of(line("6010", amount)),
                "tags",
                ""));
    }

    private static Map<String, Object> line(String account, String amount) {
        return Map.of("account", account, "amount", amount, "quantity", "", "price", "", "text", "");
    }

    private JsonNode booked(Map<String, Object> form) {
        return ok(c.post("/expenses", form));
    }

    private Answer post(Map<String, Object> form) {
        return c.post("/expenses", form);
    }

    private JsonNode expense(JsonNode made) {
        return c.get("/expenses/" + made.path("expenseId").asLong());
    }

    private long picture(String name) {
        return ok(c.iris.upload(c.base + "/papers", name + ".png", Pictures.png(name, 40, 40)))
                .path("paper")
                .path("id")
                .asLong();
    }

    private JsonNode list(String query) {
        return c.get("/expenses?" + query);
    }

    @Test
    void expense_withItsPicture_waitsForItsBankLine_andIsMatchedThere() {
        Map<String, Object> form = expense("Orrin Office", "2026-06-03", "42.75");
        form.put("paperIds", List.of(picture("toner")));
        JsonNode made = c.previewedThenPosted("/expenses", form);
        JsonNode row = expense(made).path("row");
        assertEquals("EX-0001", row.path("number").asString());
        assertEquals("42.75", row.path("amount").asString());
        assertEquals(1, row.path("pictures").asInt());
        assertFalse(row.path("settled").asBoolean());
        assertEquals(1, list("missing=BANK_LINE").path("rows").size());
        assertEquals(0, list("missing=PICTURE").path("rows").size());
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-04,-42.75,4957.25,ORRIN OFFICE\n".getBytes(StandardCharsets.UTF_8)));
        JsonNode month = c.get("/bank-accounts/" + bank + "/months/2026-06");
        assertEquals(1, month.path("firmCount").asInt(), month.toString());
        long lineId = c.get("/bank-accounts/" + bank + "/months/2026-06/lines?limit=5")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        JsonNode evidence = c.get("/bank-accounts/" + bank + "/months/2026-06/lines/" + lineId + "/candidates")
                .get(0)
                .path("evidence");
        assertEquals("same picture's amount", evidence.get(0).path("words").asString());
        assertTrue(evidence.toString().contains("1 day later"), evidence.toString());
        ok(c.post("/bank-accounts/" + bank + "/months/2026-06/firm", Map.of()));
        assertTrue(expense(made).path("row").path("settled").asBoolean());
        assertEquals(0, list("missing=BANK_LINE").path("rows").size());
        c.checkBooks();
    }

    @Test
    void outOfPocket_isOwed_andPaidBack() {
        long wen = c.party("EMPLOYEES", "Wen Sallow", 0);
        Map<String, Object> form = expense("Ferry line", "2026-06-03", "18.00");
        form.put("paidBy", "EMPLOYEE");
        assertEquals("expense.account", post(form).code());
        form.put("employeeId", c.party("PAYABLES", "Orrin Paints", 0));
        assertEquals("expense.employee", post(form).code());
        form.put("employeeId", wen);
        JsonNode made = booked(form);
        assertEquals("-18.00", c.balance("2150"));
        form.put("lines", List.of(line("6010", "81.00")));
        form.put("again", true);
        JsonNode wrong = booked(form);
        form.put("lines", List.of(line("6010", "18.10")));
        form.put("version", expense(wrong).path("version").asInt());
        form.put("paperIds", List.of(picture("ferry")));
        ok(c.iris.put(c.base + "/expenses/" + wrong.path("expenseId").asLong(), form));
        assertEquals("-36.10", c.balance("2150"));
        assertEquals(1, expense(wrong).path("papers").size(), "a picture may come later");
        ok(c.post(
                "/expenses/" + wrong.path("expenseId").asLong() + "/reversal",
                Map.of("version", expense(wrong).path("version").asInt(), "date", "2026-06-04")));
        assertEquals("-18.00", c.balance("2150"));
        assertEquals(1, list("missing=PAID_BACK").path("rows").size());
        long item = c.get("/parties/" + wen).path("open").get(0).path("id").asLong();
        ok(c.post(
                "/payments", c.payment(bank, wen, "", "2026-06-05", List.of(NewCompany.part(item, "18.00", "")), "")));
        assertEquals("0.00", c.balance("2150"));
        assertTrue(expense(made).path("row").path("settled").asBoolean());
        assertEquals(0, list("missing=PAID_BACK").path("rows").size());
        c.checkBooks();
    }

    @Test
    void passedOn_isAnItemOfTheCustomer_andGoesBackWithTheExpense() {
        long pell = c.party("RECEIVABLES", "Pell Marine", 0);
        Map<String, Object> form = expense("Courier", "2026-06-03", "30.00");
        form.put("passOn", Map.of("partyId", pell, "account", "4010", "amount", "36.00"));
        JsonNode made = booked(form);
        assertEquals("36.00", c.balance("1200"));
        long entry = expense(made).path("row").path("entryId").asLong();
        assertEquals(
                "expense.passed-on",
                c.post("/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-06-05"))
                        .code());
        JsonNode detail = expense(made);
        Map<String, Object> day = Map.of("version", detail.path("version").asInt(), "date", "2026-06-05");
        c.previewedThenPosted("/expenses/" + made.path("expenseId").asLong() + "/reversal", day);
        assertEquals("0.00", c.balance("1200"));
        assertEquals("0.00", c.balance("6010"));
        assertEquals(
                "expense.reversed",
                c.post("/expenses/" + made.path("expenseId").asLong() + "/reversal", day)
                        .code());
        c.checkBooks();
    }

    @Test
    void theSameTwice_isAskedAbout() {
        Map<String, Object> form = expense("Café Möwe", "2026-06-03", "12.50");
        form.put("paperIds", List.of(picture("lunch")));
        booked(form);
        Map<String, Object> again = expense("CAFE MÖWE", "2026-06-03", "12.50");
        Answer asked = post(again);
        assertEquals("expense.double", asked.code());
        assertTrue(asked.body().toString().contains("EX-0001 has the same day, amount and payee"));
        Map<String, Object> other = expense("Somebody", "2026-06-20", "99.00");
        other.put("paperIds", List.of(picture("lunch")));
        Answer picture = post(other);
        assertEquals("expense.double", picture.code());
        assertTrue(picture.body().toString().contains("same picture"));
        again.put("again", true);
        JsonNode meant = booked(again);
        assertEquals("EX-0002", expense(meant).path("row").path("number").asString());
        assertEquals(1, expense(meant).path("same").size());
    }

    @Test
    void putRight_isReversedAndBookedAnew_underItsNumber_withItsPicture() {
        Map<String, Object> form = expense("Orrin Office", "2026-06-03", "42.75");
        form.put("paperIds", List.of(picture("wrong")));
        JsonNode made = booked(form);
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "june.csv",
                "date,amount,balance,text\n2026-06-04,-42.75,4957.25,ORRIN OFFICE\n".getBytes(StandardCharsets.UTF_8)));
        ok(c.post("/bank-accounts/" + bank + "/months/2026-06/firm", Map.of()));
        long id = made.path("expenseId").asLong();
        Map<String, Object> right = expense("Orrin Office", "2026-06-03", "45.72");
        right.put("version", expense(made).path("version").asInt());
        JsonNode changed = ok(c.iris.put(c.base + "/expenses/" + id, right));
        assertTrue(changed.path("told").asString().contains("Operating"), changed.toString());
        JsonNode now = c.get("/expenses/" + id);
        assertEquals("EX-0001", now.path("row").path("number").asString());
        assertEquals("45.72", now.path("row").path("amount").asString());
        assertEquals(1, now.path("papers").size());
        assertTrue(
                now.path("history").toString().contains("Amount: 42.75 → 45.72"),
                now.path("history").toString());
        assertEquals("45.72", c.balance("6010"));
        assertEquals(
                "expense.changed", c.iris.put(c.base + "/expenses/" + id, right).code());
        c.checkBooks();
    }

    @Test
    void aMovement_isTypedByHand_inOrOut() {
        Map<String, Object> form = expense("Northbank", "2026-06-30", "1.25");
        form.put("kind", "MOVEMENT");
        form.put("in", true);
        form.put("lines", List.of(line("4010", "1.25")));
        JsonNode made = booked(form);
        assertEquals("BM-0001", expense(made).path("row").path("number").asString());
        assertEquals("5001.25", c.balance("1010"));
        assertEquals(0, list("kind=EXPENSE").path("rows").size());
        assertEquals("-1.25", list("kind=MOVEMENT").path("sum").asString());
        form.put("paidBy", "EMPLOYEE");
        assertEquals("movement.account", post(form).code());
    }

    @Test
    void quantityTimesPrice_severalLines_andTheLastOfThePayee() {
        Map<String, Object> form = expense("Orrin Office", "2026-06-03", "0");
        form.put(
                "lines",
                List.of(
                        Map.of("account", "6010", "amount", "", "quantity", "3", "price", "14.25", "text", "Toner"),
                        line("6010", "7.25")));
        form.put("tags", "office, print");
        booked(form);
        assertEquals(
                "50.00", list("text=print").path("rows").get(0).path("amount").asString());
        JsonNode last = c.get("/expenses/remembered?who=orr").get(0);
        assertEquals("Orrin Office", last.path("who").asString());
        assertEquals(2, last.path("form").path("lines").size());
        form.put("lines", List.of());
        form.put("again", true);
        assertEquals("expense.lines", post(form).code());
        form.put("lines", List.of(line("6010", "-1.00")));
        assertEquals("expense.amount", post(form).code());
    }

    @Test
    void foreignCardAccount_isPaidInItsOwnCurrency() {
        ok(c.post("/set-up/rates", Map.of("currency", "EUR", "date", "2026-06-01", "rate", "1.10")));
        long card = c.bankAccount("Card", "EUR", "0.00");
        Map<String, Object> form = expense("Hotel", "2026-06-03", "100.00");
        form.put("paidBy", "CARD");
        form.put("bankAccountId", card);
        JsonNode made = booked(form);
        assertEquals("110.00", expense(made).path("row").path("amount").asString());
        assertEquals("110.00", c.balance("6010"));
        assertTrue(
                c.get("/bank-accounts/" + card + "/months/2026-06").toString().contains("-100.00"),
                "the account moved in its own currency");
        c.checkBooks();
    }

    @Test
    void anExpenseOfTheDrawer_isAVoucherThere() {
        for (String code : List.of("1111", "1320")) {
            ok(c.post("/ledger/accounts", Map.of("code", code, "name", code, "type", "ASSET", "active", true)));
        }
        long fund = ok(c.post(
                        "/petty-cash/funds",
                        Map.of(
                                "name",
                                "Dock",
                                "keeper",
                                "Wen",
                                "account",
                                "1111",
                                "overShortAccount",
                                "6890",
                                "advancesAccount",
                                "1320",
                                "floatAmount",
                                "100.00",
                                "date",
                                "2026-06-01")))
                .path("id")
                .asLong();
        Map<String, Object> form = expense("Taxi", "2026-06-03", "12.00");
        form.put("paidBy", "DRAWER");
        form.put("fundId", fund);
        assertEquals("drawer.below", post(form).code(), "nothing is in it yet");
        Answer file = file("date,who,amount,account,paid_by,out_of\n2026-06-03,Taxi,12,6010,drawer,dock\n");
        assertEquals(List.of("drawer.below"), file.body().path("problems").findValuesAsString("code"));
    }

    @Test
    void aFileOfExpenses_isBookedWhole_orNothingOfIt() {
        c.party("EMPLOYEES", "Ines Halvorsen", 0);
        String head = "date,who,amount,account,paid_by,out_of,tags\n";
        Answer refused = file(head + "2026-06-02,Ferry Kiosk,18,6010,bank,operating,\n"
                + "2026-06-02,Pell,3,6010,card,Nowhere,\n2026-06-02,Ferry Kiosk,18,6010,bank,Operating,\n");
        assertEquals(
                List.of("expense.out-of", "expense.double"),
                refused.body().path("problems").findValuesAsString("code"),
                "a row that repeats another of the file is asked about as any other");
        assertEquals(0, list("").path("rows").size());
        ok(file(head + "2026-06-02,Ferry Kiosk,18,6010,bank,operating,survey\n"
                + "2026-06-03,Quill,7.50,6010,employee,Ines Halvorsen,\n"));
        assertEquals(2, list("").path("rows").size());
        assertEquals(1, list("text=survey").path("rows").size());
        assertEquals("-7.50", c.balance("2150"));
    }

    private Answer file(String content) {
        return c.iris.upload(c.base + "/expenses/files", "e.csv", content.getBytes(StandardCharsets.UTF_8));
    }
}
