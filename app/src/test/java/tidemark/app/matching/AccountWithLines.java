package tidemark.app.matching;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tidemark.app.books.NewCompany;
import tools.jackson.databind.JsonNode;

/** A bank account of a test's own company, with the lines and entries of one June. */
final class AccountWithLines {
    static final String MONTH = "/months/2026-06";
    final NewCompany company;
    final long id;
    final String base;

    AccountWithLines(NewCompany company, String name) {
        this(company, name, "");
    }

    AccountWithLines(NewCompany company, String name, String currency) {
        this.company = company;
        id = company.bankAccount(name, currency, "1000.00");
        base = "/bank-accounts/" + id;
    }

    /** @param rows {@code date,amount,reference,check_number,party,text} */
    AccountWithLines entries(String... rows) {
        ok(company.iris.upload(
                company.base + "/ledger/cash-entry-files?bankAccountId=" + id + "&otherAccount=6010",
                "entries.csv",
                ("date,amount,reference,check_number,party,text\n" + String.join("\n", rows) + "\n")
                        .getBytes(StandardCharsets.UTF_8)));
        return this;
    }

    /** @param rows {@code date,amount,reference,text}; the bank's balance runs along from the opening one */
    AccountWithLines lines(String... rows) {
        BigDecimal balance = new BigDecimal("1000.00");
        StringBuilder file = new StringBuilder("date,amount,balance,reference,text\n");
        for (String row : rows) {
            String[] cells = row.split(",", 3);
            balance = balance.add(new BigDecimal(cells[1]));
            file.append(cells[0] + "," + cells[1] + "," + balance + "," + cells[2] + "\n");
        }
        JsonNode taken = ok(company.iris.upload(
                company.base + base + "/statements", "june.csv", file.toString().getBytes(StandardCharsets.UTF_8)));
        assertEquals("TAKEN", taken.path("state").asString(), taken.toString());
        return this;
    }

    JsonNode month() {
        return company.get(base + MONTH);
    }

    JsonNode rows(String filter) {
        return company.get(base + MONTH + "/lines" + filter).path("rows");
    }

    /** Titles of the rows that a filter leaves. */
    List<String> titles(String filter) {
        List<String> out = new ArrayList<>();
        rows(filter).forEach(r -> out.add(r.path("title").asString()));
        return out;
    }

    JsonNode row(String title) {
        for (JsonNode row : rows("")) {
            if (row.path("title").asString().startsWith(title)) {
                return row;
            }
        }
        throw new IllegalArgumentException("no line " + title + " in " + titles(""));
    }

    long line(String title) {
        return row(title).path("lineId").asLong();
    }

    JsonNode candidates(String title) {
        return company.get(base + MONTH + "/lines/" + line(title) + "/candidates");
    }

    JsonNode open(String title) {
        for (JsonNode entry : month().path("notOnStatement")) {
            if (entry.path("title").asString().startsWith(title)) {
                return entry;
            }
        }
        throw new IllegalArgumentException("no open entry " + title + " in " + month().path("notOnStatement"));
    }

    long undo(String title) {
        long match = row(title).path("matchId").asLong();
        ok(company.iris.delete(company.base + base + "/matches/" + match));
        return match;
    }

    /** Sets what differences the account allows. */
    void tolerance(String amount) {
        company.set(id, Map.of("differenceTolerance", amount));
    }
}
