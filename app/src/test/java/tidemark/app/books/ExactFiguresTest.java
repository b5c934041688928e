package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tidemark.app.together.Breaches;
import tools.jackson.databind.JsonNode;

/** Nothing stops in silence, no number is taken twice, and what could be two things is asked about. */
@ExtendWith(RunningApp.class)
class ExactFiguresTest {
    private NewCompany c;

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
    }

    @Test
    void register_ofMoreThanAPage_sumsAllOfIt_andGivesTheRestPageByPage() {
        long bank = c.bankAccount("Operating", "", "100000.00");
        StringBuilder file = new StringBuilder("date,payee,amount,account\n");
        for (int i = 0; i < 1_203; i++) {
            file.append("2026-06-%02d,Payee %d,1.00,6010\n".formatted(1 + i % 28, i));
        }
        ok(c.iris.upload(
                c.base + "/payment-files?bankAccountId=" + bank + "&kind=CHECK",
                "p.csv",
                file.toString().getBytes(StandardCharsets.UTF_8)));
        String path = "/payments?from=2026-06-01&to=2026-06-30";
        JsonNode page = c.get(path);
        assertEquals("1203.00", page.path("sums").get(0).path("booked").asString());
        assertEquals(1_203, page.path("count").asInt());
        List<Long> seen = new ArrayList<>();
        while (true) {
            page.path("payments").forEach(p -> seen.add(p.path("id").asLong()));
            if (!page.path("more").asBoolean()) {
                break;
            }
            JsonNode last = page.path("payments").get(page.path("payments").size() - 1);
            page = c.get(path + "&afterDate=" + last.path("date").asString() + "&afterId="
                    + last.path("id").asLong());
        }
        assertEquals(1_203, seen.size());
        assertEquals(1_203, seen.stream().distinct().count());
        Answer csv = c.iris.get(c.base + "/payments/export?from=2026-06-01&to=2026-06-30&form=CSV");
        assertEquals(
                1_204,
                new String(csv.raw().body(), StandardCharsets.UTF_8).lines().count());
    }

    @Test
    void declaredErrors_beyondAThousand_allCount(RunningApp.App app) {
        long bank = c.bankAccount("Operating", "", "1000.00");
        StringBuilder file = new StringBuilder("date,amount,balance,reference\n");
        BigDecimal balance = new BigDecimal("1000.00");
        for (int i = 0; i < 1_010; i++) {
            balance = balance.add(BigDecimal.ONE);
            file.append("2026-06-10,1.00,")
                    .append(balance)
                    .append(",B")
                    .append(i)
                    .append('\n');
        }
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "b.csv",
                file.toString().getBytes(StandardCharsets.UTF_8)));
        app.bean(JdbcTemplate.class)
                .update(
                        "insert into bank_error select id, 'the bank mends it', 'test', current_timestamp from bank_line"
                                + " where bank_account_id = ?",
                        bank);
        c.set(bank, Map.of());
        assertEquals(
                0,
                c.get("/bank-accounts/" + bank + "/months/2026-06")
                        .path("openLines")
                        .asInt());
    }

    @Test
    void checkNumber_withLeadingZeros_isTheSameNumber_alsoOfACheckThatWaits() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        ok(c.post("/payments", c.payment(bank, null, "0123", "2026-12-01", List.of(), "1.00")));
        assertEquals(
                "number.taken",
                c.post("/payments", c.payment(bank, null, "123", "2026-06-02", List.of(), "1.00"))
                        .code());
        assertEquals(
                "number.taken",
                c.post("/payments", c.payment(bank, null, "00123", "2026-06-02", List.of(), "1.00"))
                        .code());
        ok(c.post("/payments", c.payment(bank, null, "124", "2026-06-02", List.of(), "1.00")));
    }

    @Test
    void businessDate_isTheDayWhereTheCompanyIs() {
        List<java.time.LocalDate> days = new ArrayList<>();
        for (String zone : List.of("Etc/GMT+12", "Pacific/Kiritimati")) {
            ok(c.iris.put(c.base + "/set-up/company", Map.of("name", "Test", "timeZone", zone)));
            c.iris.get("/api/v1/session").body().path("companies").forEach(company -> {
                if (company.path("id").asLong() == c.id) {
                    days.add(java.time.LocalDate.parse(
                            company.path("businessDate").asString()));
                }
            });
        }
        long apart = days.get(0).until(days.get(1), java.time.temporal.ChronoUnit.DAYS);
        assertTrue(apart == 1 || apart == 2, "26 hours apart: " + days);
    }

    @Test
    void twoPartiesOfOneName_areAskedApartByTheirCodes() {
        c.party("RECEIVABLES", "Pell Charter", 0);
        c.party("RECEIVABLES", "Pell Charter", 0);
        String file = "date,party,number,amount,account\n2026-06-01,Pell Charter,I-1,10.00,4010\n";
        Answer refused = c.iris.upload(
                c.base + "/invoice-files?control=RECEIVABLES", "i.csv", file.getBytes(StandardCharsets.UTF_8));
        assertEquals("party.ambiguous", refused.code(), refused.body().toString());
        String found = refused.body().path("problems").get(0).path("found").asString();
        assertTrue(found.contains("PELLCHAR, PELLCHAR2"), found);
        assertEquals(
                200,
                c.iris.upload(
                                c.base + "/invoice-files?control=RECEIVABLES",
                                "i.csv",
                                file.replace("Pell Charter", "PELLCHAR2").getBytes(StandardCharsets.UTF_8))
                        .status());
    }

    @Test
    void correction_ofAnEntryWithSeveralLines_asksWhich() {
        long bank = c.bankAccount("Operating", "", "1000.00");
        ok(c.post(
                "/ledger/entries",
                Map.of(
                        "date",
                        "2026-06-05",
                        "reference",
                        "A1",
                        "checkNumber",
                        "501",
                        "text",
                        "Two things",
                        "lines",
                        List.of(
                                Map.of("account", "6010", "debit", "30.00", "credit", "", "party", "", "text", ""),
                                Map.of("account", "6890", "debit", "19.00", "credit", "", "party", "", "text", ""),
                                Map.of("account", "1010", "debit", "", "credit", "49.00", "party", "", "text", "")))));
        ok(c.iris.upload(
                c.base + "/bank-accounts/" + bank + "/statements",
                "j.csv",
                "date,amount,balance,check_number\n2026-06-06,-94.00,906.00,501\n".getBytes(StandardCharsets.UTF_8)));
        String base = "/bank-accounts/" + bank;
        long line = c.get(base + "/months/2026-06/lines")
                .path("rows")
                .get(0)
                .path("lineId")
                .asLong();
        long entry = c.get(base + "/months/2026-06/lines/" + line + "/candidates")
                .get(0)
                .path("entryIds")
                .get(0)
                .asLong();
        String path = base + "/lines/" + line + "/correction";
        Answer asked = c.post(path, Map.of("entryId", entry));
        assertEquals("correction.which", asked.code());
        assertEquals(
                "correctedLine",
                asked.body().path("problems").get(0).path("where").asString());
        c.previewedThenPosted(path, Map.of("entryId", entry, "correctedLine", 2));
        assertEquals("64.00", c.balance("6890"));
        assertEquals("30.00", c.balance("6010"));
    }

    @Test
    void lineTakenLate_standsAtItsDay_andTheBalancesRunOn(RunningApp.App app) {
        long bank = c.bankAccount("Operating", "", "1000.00");
        String path = c.base + "/bank-accounts/" + bank + "/statements";
        String head = "date,amount,balance,text,bank_reference\n";
        ok(c.iris.upload(
                path,
                "a.csv",
                (head + "2026-06-03,5.00,1005.00,Coffee,A1\n2026-06-20,7.00,1012.00,Tea,A2\n")
                        .getBytes(StandardCharsets.UTF_8)));
        JsonNode second = ok(c.iris.upload(
                path,
                "b.csv",
                (head + "2026-06-03,5.00,1005.00,Coffee,B1\n2026-06-20,7.00,1012.00,Tea,B2\n")
                        .getBytes(StandardCharsets.UTF_8)));
        String incoming = c.base + "/incoming-files/" + second.path("id").asLong();
        JsonNode skipped = ok(c.iris.get(incoming + "/skipped-lines"));
        ok(c.iris.post(incoming + "/skipped-lines/" + skipped.get(0).path("id").asLong() + "/take", Map.of()));
        assertEquals(
                List.of("1005.00", "1010.00", "1017.00"),
                app
                        .bean(JdbcTemplate.class)
                        .queryForList(
                                "select balance_minor_units from bank_line where bank_account_id = ? order by place",
                                Long.class,
                                bank)
                        .stream()
                        .map(b -> BigDecimal.valueOf(b, 2).toString())
                        .toList());
        assertEquals(List.of(), Breaches.of(app));
    }
}
