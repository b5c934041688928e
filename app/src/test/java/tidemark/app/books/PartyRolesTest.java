package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.invoice;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** One person or firm in several roles, each with a control account of its own. */
@ExtendWith(RunningApp.class)
class PartyRolesTest {
    private NewCompany c;
    private RunningApp.App app;

    @BeforeEach
    void company(RunningApp.App app) {
        this.app = app;
        c = new NewCompany(app);
    }

    private Answer addRole(long party, String control, String code) {
        boolean terms = control.endsWith("ABLES");
        return c.post(
                "/parties/" + party + "/roles",
                Map.of(
                        "control",
                        control,
                        "code",
                        code,
                        "dueDays",
                        terms ? 14 : 0,
                        "discountPercent",
                        "",
                        "discountDays",
                        0));
    }

    private static long id(Answer answer) {
        return ok(answer).path("id").asLong();
    }

    private Map<String, Object> receipt(long party, String amount, List<Map<String, Object>> items) {
        return Map.of(
                "partyId", party,
                "date", "2026-06-10",
                "account", "1250",
                "amount", amount,
                "reference", "",
                "text", "",
                "items", items);
    }

    /** A check on account of somebody, with no item. */
    private Map<String, Object> onAccount(long bank, long party, String amount) {
        Map<String, Object> form = new HashMap<>(c.payment(bank, party, "", "2026-06-03", List.of(), ""));
        form.put("parts", Map.of("items", List.of(), "onAccount", amount, "expenses", List.of()));
        return form;
    }

    private List<String> roles(long party) {
        List<String> out = new ArrayList<>();
        c.get("/parties/" + party)
                .path("roles")
                .forEach(r -> out.add(r.path("control").asString() + " "
                        + r.path("code").asString() + " " + r.path("open").asString()));
        return out;
    }

    @Test
    void oneFirm_isCustomerAndSupplier_withAnAccountForEach() {
        long customer = c.party("RECEIVABLES", "Pell Charter", 0);
        long supplier = id(addRole(customer, "PAYABLES", "P-70"));
        c.invoiced(customer, "A1", "2026-06-01", "640.00", "4010");
        long owed = c.invoiced(supplier, "B1", "2026-06-02", "150.00", "6010");
        assertEquals(List.of("RECEIVABLES PELLCHAR 640.00", "PAYABLES P-70 -150.00"), sorted(roles(customer)));
        assertEquals("490.00", c.get("/parties/" + supplier).path("net").asString());
        assertEquals("640.00", c.balance("1200"));
        assertEquals(
                "settle.party",
                c.post("/receipts", receipt(customer, "", List.of(part(owed, "150.00", ""))))
                        .code(),
                "items of one role never settle those of another");
        c.checkBooks();
    }

    private static List<String> sorted(List<String> roles) {
        return roles.stream().sorted(java.util.Comparator.reverseOrder()).toList();
    }

    @Test
    void name_changedInOneRole_isThatOfAll_theCodeIsNot() {
        long customer = c.party("RECEIVABLES", "Pell Charter", 0);
        long employee = id(addRole(customer, "EMPLOYEES", "E-7"));
        Map<String, Object> card = new HashMap<>(Map.of(
                "control", "EMPLOYEES",
                "code", "E-8",
                "name", "Ines Pell",
                "address", "Quay 4",
                "dueDays", 0,
                "discountPercent", "",
                "discountDays", 0,
                "active", true));
        ok(c.iris.put(c.base + "/parties/" + employee, card));
        JsonNode page = c.get("/parties/" + customer).path("party");
        assertEquals("Ines Pell", page.path("name").asString());
        assertEquals("Quay 4", page.path("address").asString());
        assertEquals("PELLCHAR", page.path("code").asString());
    }

    @Test
    void employee_advanceAndMoneyBack_stayOnTheirAccount() {
        long ines = c.party("EMPLOYEES", "Ines Pell", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        c.previewedThenPosted("/payments", onAccount(bank, ines, "300.00"));
        assertEquals("300.00", c.balance("2150"), "an advance is owed by them");
        long advance = c.get("/parties/" + ines).path("open").get(0).path("id").asLong();
        c.previewedThenPosted("/receipts", receipt(ines, "120.00", List.of(part(advance, "120.00", ""))));
        assertEquals("180.00", c.open(ines, advance));
        assertEquals("180.00", c.balance("2150"));
        assertEquals(
                "party.role",
                c.post("/invoices", invoice(ines, "X1", "2026-06-01", "10.00", "6010"))
                        .code());
        c.checkBooks();
    }

    @Test
    void sisterCompany_owesAndIsOwed_onOneAccount() {
        long sister = c.party("SISTER_COMPANIES", "Quillhaven Yards", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        c.previewedThenPosted("/payments", onAccount(bank, sister, "500.00"));
        c.previewedThenPosted("/receipts", receipt(sister, "200.00", List.of()));
        assertEquals("300.00", c.balance("1260"));
        assertEquals(List.of("SISTER_COMPANIES QUILLHAV 300.00"), roles(sister));
        JsonNode open = c.get("/parties/" + sister).path("open");
        int first = open.get(0).has("debit") ? 0 : 1;
        long lent = open.get(first).path("id").asLong();
        long back = open.get(1 - first).path("id").asLong();
        c.previewedThenPosted(
                "/parties/" + sister + "/settlements",
                Map.of("itemId", back, "date", "2026-06-12", "items", List.of(part(lent, "200.00", ""))));
        assertEquals("300.00", c.open(sister, lent));
        assertEquals("0.00", c.open(sister, back));
        c.checkBooks();
    }

    @Test
    void twoThatAreTheSame_areJoined_andParted() {
        long customer = c.party("RECEIVABLES", "Pell Charter", 0);
        long supplier = c.party("PAYABLES", "Pell Charter Ltd.", 0);
        c.invoiced(customer, "A1", "2026-06-01", "640.00", "4010");
        c.invoiced(supplier, "B1", "2026-06-02", "150.00", "6010");
        ok(c.post("/parties/" + customer + "/same", Map.of("otherPartyId", supplier)));
        assertEquals(2, roles(customer).size());
        assertEquals(
                "Pell Charter",
                c.get("/parties/" + supplier).path("party").path("name").asString());
        assertEquals("490.00", c.get("/parties/" + customer).path("net").asString());
        long other = c.party("PAYABLES", "Orrin Paints", 0);
        Answer taken = c.post("/parties/" + customer + "/same", Map.of("otherPartyId", other));
        assertEquals("party.role-taken", taken.code());
        assertEquals(
                supplier,
                taken.body()
                        .path("problems")
                        .get(0)
                        .path("values")
                        .path("partyId")
                        .asLong());
        ok(c.post("/parties/" + supplier + "/apart", Map.of()));
        assertEquals(List.of("PAYABLES PELLCHAR -150.00"), roles(supplier));
        assertEquals(List.of("RECEIVABLES PELLCHAR 640.00"), roles(customer));
        assertEquals(
                "party.alone",
                c.post("/parties/" + supplier + "/apart", Map.of()).code());
        c.checkBooks();
    }

    @ParameterizedTest
    @CsvSource({
        "NONE, '', party.kind",
        "RECEIVABLES, '', party.role-taken",
        "EMPLOYEES, E-1, name.taken",
        "EMPLOYEES, 'E 1', code.unfit"
    })
    void role_thatCannotBe_isRefused(String control, String code, String refused) {
        long pell = c.party("RECEIVABLES", "Pell Charter", 0);
        addRole(c.party("PAYABLES", "Orrin Paints", 0), "EMPLOYEES", "E-1");
        assertEquals(refused, addRole(pell, control, code).code());
    }

    @Test
    void account_thatNothingServes_isNamed_andNothingIsBooked() {
        long ines = c.party("EMPLOYEES", "Ines Pell", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        app.bean(JdbcTemplate.class)
                .update("delete from company_purpose where purpose = 'EMPLOYEES' and company_id = ?", c.id);
        Answer refused = c.post("/payments", onAccount(bank, ines, "300.00"));
        assertEquals("purpose.missing", refused.code());
        assertEquals(
                "no account for employees",
                refused.body().path("problems").get(0).path("found").asString());
        assertEquals(
                0,
                c.get("/payments?from=2026-01-01&to=2026-12-31").path("count").asInt());
    }
}
