package tidemark.app.together;

import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import tidemark.app.access.People;
import tidemark.app.access.Role;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** A bank account of a company of its own whose June is proven and may be prepared and certified. */
public final class AccountToCertify {
    public final NewCompany company;
    public final long id;
    public final String base;
    public final String month;
    private final Client torvald;

    public AccountToCertify(RunningApp.App app) {
        company = new NewCompany(app);
        id = company.bankAccount("Operating", "", "1000.00");
        base = "/bank-accounts/" + id;
        month = company.base + base + "/months/2026-06";
        People people = app.bean(People.class);
        torvald = Client.signedIn(app, "torvald");
        long personId = people.members(torvald.company()).stream()
                .filter(p -> p.login().equals("torvald"))
                .findFirst()
                .orElseThrow()
                .id();
        people.setRoles(personId, company.id, EnumSet.of(Role.CERTIFIER), "test");
        entries("2026-06-05,-100.00,A1", "2026-06-12,250.00,A2");
        statement(
                "june",
                "2026-06-05,-100.00,900.00,A1",
                "2026-06-12,250.00,1150.00,A2",
                "2026-06-30,-12.00,1138.00,FEE");
        ok(company.iris.post(month + "/firm", Map.of()));
        ok(company.iris.post(
                company.base + base + "/lines/" + line("FEE") + "/booking", LineRequests.fee("2026-06-30")));
    }

    /** @param rows {@code date,amount,reference} */
    public void entries(String... rows) {
        ok(company.iris.upload(
                company.base + "/ledger/cash-entry-files?bankAccountId=" + id + "&otherAccount=6010",
                "entries.csv",
                ("date,amount,reference\n" + String.join("\n", rows) + "\n").getBytes(StandardCharsets.UTF_8)));
    }

    /** @param rows {@code date,amount,balance,reference} */
    public Client.Answer statement(String name, String... rows) {
        return company.iris.upload(
                company.base + base + "/statements",
                name + ".csv",
                ("date,amount,balance,reference\n" + String.join("\n", rows) + "\n").getBytes(StandardCharsets.UTF_8));
    }

    public long line(String title) {
        for (JsonNode row : ok(company.iris.get(month + "/lines")).path("rows")) {
            if (row.path("title").asString().contains(title)
                    || row.path("reference").asString("").contains(title)) {
                return row.path("lineId").asLong();
            }
        }
        throw new IllegalArgumentException(
                title + " in " + ok(company.iris.get(month + "/lines")).path("rows"));
    }

    public Map<String, Object> entry(String date, String amount) {
        return Map.of(
                "date", date,
                "reference", "",
                "checkNumber", "",
                "text", "entry",
                "lines",
                        List.of(
                                Map.of("account", "6010", "debit", amount, "credit", "", "party", "", "text", ""),
                                Map.of("account", cash(), "debit", "", "credit", amount, "party", "", "text", "")));
    }

    public String cash() {
        return "1010";
    }

    public Map<String, Object> settings(String nextCheck) {
        return company.settings(
                company.get("/bank-accounts").get(0).path("id").asLong(), Map.of("nextCheckNumber", nextCheck));
    }

    public Client.Answer prepare() {
        return company.iris.post(month + "/preparation", Map.of());
    }

    public Client.Answer sendBack() {
        return torvald.post(month + "/return", Map.of("note", "once more"));
    }

    public Client.Answer certify() {
        return torvald.post(month + "/certification", Map.of());
    }

    public Client.Answer reopen() {
        return torvald.post(month + "/reopening", Map.of("reason", "a late statement of the bank"));
    }
}
