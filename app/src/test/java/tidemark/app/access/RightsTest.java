package tidemark.app.access;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tidemark.app.books.NewCompany;
import tidemark.app.company.Companies;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;

/** Every endpoint there is, asked by everybody who must not. */
@ExtendWith(RunningApp.class)
class RightsTest {
    private static final String OTHERS = "another-harbour-1";

    record Endpoint(String method, String pattern, Right right) {}

    @BeforeAll
    static void anotherCompany(RunningApp.App app) {
        People people = app.bean(People.class);
        long other = app.bean(Companies.class)
                .create("Gullmere Boats", CurrencyUnit.USD, null, List.of(), "test")
                .id();
        Person stranger = people.create("stranger", "Una Stranger", OTHERS);
        people.setRoles(stranger.id(), other, EnumSet.allOf(Role.class), "test");
    }

    static List<Endpoint> endpoints(RunningApp.App app) {
        List<Endpoint> out = new ArrayList<>();
        app.context()
                .getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((info, method) -> {
                    if (method.getBeanType().getName().startsWith("tidemark.")) {
                        Requires requires = method.getMethodAnnotation(Requires.class);
                        assertNotNull(requires, method + " names no right");
                        for (String pattern : info.getPatternValues()) {
                            for (RequestMethod verb : info.getMethodsCondition().getMethods()) {
                                out.add(new Endpoint(verb.name(), pattern, requires.value()));
                            }
                        }
                    }
                });
        assertTrue(out.size() > 40, "found only " + out.size() + " endpoints");
        return out;
    }

    static String path(Endpoint e, long company, long account) {
        return e.pattern()
                .replace("{companyId}", Long.toString(company))
                .replace("{accountId}", Long.toString(account))
                .replace("{month}", "2026-06")
                .replaceAll("\\{\\w+}", "1");
    }

    private static int ask(Client client, Endpoint e, long company, long account) {
        return client.method(e.method(), path(e, company, account), Map.of()).status();
    }

    @Test
    void everyEndpoint_withoutSignIn_answersUnauthorized(RunningApp.App app) {
        Client known = Client.signedIn(app, "maren");
        Client nobody = new Client(app);
        nobody.get("/api/v1/session");
        for (Endpoint e : endpoints(app)) {
            if (e.right() != Right.ANYONE) {
                assertEquals(401, ask(nobody, e, known.company(), known.account("Operating")), e.toString());
            }
        }
    }

    @Test
    void everyEndpoint_withTheWrongRole_answersForbidden(RunningApp.App app) {
        Map<String, Role> people = Map.of("paz", Role.VIEWER, "maren", Role.PREPARER, "torvald", Role.CERTIFIER);
        people.forEach((login, role) -> {
            Client client = Client.signedIn(app, login);
            long company = client.company();
            long account = client.account("Operating");
            for (Endpoint e : endpoints(app)) {
                boolean companyRight = EnumSet.complementOf(EnumSet.of(Right.ANYONE, Right.IN_PERSON, Right.SIGNED_IN))
                        .contains(e.right());
                if (companyRight && !role.gives(e.right())) {
                    assertEquals(403, ask(client, e, company, account), login + " " + e);
                }
            }
        });
    }

    /** Whoever only counts is refused everything that could tell an amount, whatever right it asks for. */
    @Test
    void everyEndpoint_butTheCounting_refusesWhoeverOnlyCounts(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        Client cole = c.person(app, "counts-only", "Cole Counts", "COUNTER");
        for (Endpoint e : endpoints(app)) {
            if (e.pattern().contains("{companyId}") && !e.pattern().contains("/counting")) {
                assertEquals(403, ask(cole, e, c.id, 1), e.toString());
            }
        }
    }

    @Test
    void everyEndpoint_fromAnotherCompany_isNotThere(RunningApp.App app) {
        Client known = Client.signedIn(app, "maren");
        Client stranger = Client.signedIn(app, "stranger", OTHERS);
        long own = stranger.company();
        for (Endpoint e : endpoints(app)) {
            if (e.pattern().contains("{companyId}")) {
                assertEquals(404, ask(stranger, e, known.company(), known.account("Operating")), "their company: " + e);
            }
            boolean objectOfOthers =
                    e.pattern().contains("{accountId}") && e.method().equals("GET");
            if (objectOfOthers) {
                int status = ask(stranger, e, own, known.account("Operating"));
                assertTrue(status == 404 || status == 400, "own company, their account: " + e + " gave " + status);
            }
        }
        assertEquals(
                404,
                stranger.post(
                                "/api/v1/companies/" + own + "/bank-accounts/" + known.account("Operating")
                                        + "/matches",
                                Map.of("lineIds", List.of(1), "entryIds", List.of(1)))
                        .status());
    }

    /** Real identifiers of the demo company, put behind the address of a company that the person does have. */
    @Test
    void everyEndpoint_withTheIdentifiersOfAnotherCompany_findsNothing(RunningApp.App app) {
        JdbcTemplate jdbc = app.bean(JdbcTemplate.class);
        Client stranger = Client.signedIn(app, "stranger", OTHERS);
        long own = stranger.company();
        long demo = Client.signedIn(app, "maren").company();
        Map<String, String> tables = Map.ofEntries(
                Map.entry("accountId", "bank_account"),
                Map.entry("bankAccountId", "bank_account"),
                Map.entry("ledgerAccountId", "ledger_account"),
                Map.entry("entryId", "journal_entry"),
                Map.entry("partyId", "party"),
                Map.entry("paymentId", "payment"),
                Map.entry("transferId", "transfer"),
                Map.entry("draftId", "draft"),
                Map.entry("settlementId", "settlement"),
                Map.entry("lineId", "bank_line"),
                Map.entry("cashEntryId", "cash_entry"),
                Map.entry("statementId", "statement"),
                Map.entry("matchId", "item_match"),
                Map.entry("ruleId", "matching_rule"),
                Map.entry("approvalId", "approval_request"),
                Map.entry("personId", "person"));
        Map<String, Long> theirs = new HashMap<>();
        tables.forEach((name, table) -> {
            boolean ofCompany = !jdbc.queryForList(
                            "select 1 from information_schema.columns where table_name = ? and column_name = 'COMPANY_ID'",
                            table.toUpperCase(java.util.Locale.ROOT))
                    .isEmpty();
            jdbc.queryForList(
                            "select min(id) from " + table + (ofCompany ? " where company_id = " + demo : ""),
                            Long.class)
                    .forEach(id -> theirs.put(name, id == null ? 1L : id));
        });
        Set<String> crossed = new TreeSet<>();
        for (Endpoint e : endpoints(app)) {
            if (!e.pattern().contains("{companyId}")) {
                continue;
            }
            String path = e.pattern().replace("{companyId}", Long.toString(own)).replace("{month}", "2026-06");
            boolean real = false;
            for (Map.Entry<String, Long> id : theirs.entrySet()) {
                real |= path.contains("{" + id.getKey() + "}");
                path = path.replace("{" + id.getKey() + "}", id.getValue().toString());
            }
            if (real) {
                path = path.replaceAll("\\{\\w+}", "1");
                Client.Answer answer = stranger.method(
                        e.method(),
                        path + "?date=2026-06-30&from=2026-06-01&to=2026-06-30" + "&length=MONTH&form=CSV&text=",
                        Map.of("note", "a note on it", "date", "2026-07-02", "reason", "no reason"));
                assertTrue(
                        answer.status() / 100 == 4, e + " " + path + " gave " + answer.status() + " " + answer.body());
                crossed.add(e.method() + " " + e.pattern());
            }
        }
        assertTrue(crossed.size() > 60, "crossed only " + crossed.size());
    }

    /** What a question leaves out has a value that can be read; one without any filter is never a bad one. */
    @Test
    void everyQuestion_withoutItsFilters_isAGoodOne(RunningApp.App app) {
        Client iris = Client.signedIn(app, "iris");
        int asked = 0;
        for (Endpoint e : endpoints(app)) {
            boolean plain = !e.pattern()
                    .replaceAll("\\{(companyId|accountId|month)}", "")
                    .contains("{");
            if (e.method().equals("GET") && plain && e.right() != Right.CERTIFY) {
                Client.Answer answer = iris.get(path(e, iris.company(), iris.account("Operating")));
                boolean needsMore = answer.code().equals("request.missing");
                assertTrue(answer.status() != 400 || needsMore, e + " gave " + answer.body());
                asked += needsMore ? 0 : 1;
            }
        }
        assertTrue(asked > 20, "asked only " + asked);
    }

    @Test
    void change_withoutTheCsrfToken_isRefused(RunningApp.App app) {
        Client maren = Client.signedIn(app, "maren");
        int status = maren.send(java.net.http.HttpRequest.newBuilder(
                                java.net.URI.create("http://127.0.0.1:" + app.port() + "/api/v1/session"))
                        .DELETE())
                .status();
        assertEquals(403, status);
    }

    @Test
    void everyPage_carriesTheSecurityHeaders(RunningApp.App app) {
        var headers = new Client(app).get("/api/v1/session").raw().headers();
        assertTrue(headers.firstValue("Content-Security-Policy").orElse("").contains("default-src 'none'"));
        assertEquals("nosniff", headers.firstValue("X-Content-Type-Options").orElse(""));
        assertEquals("DENY", headers.firstValue("X-Frame-Options").orElse(""));
    }

    @Test
    void signIn_afterFiveWrongPasswords_isClosedEvenForTheRightOne(RunningApp.App app) {
        app.bean(People.class).create("locked", "Lotte Locked", "the right password");
        Client client = new Client(app);
        client.get("/api/v1/session");
        Map<String, String> wrong = Map.of("login", "locked", "password", "the wrong password");
        for (int i = 0; i < 5; i++) {
            assertEquals(
                    "sign-in.refused", client.post("/api/v1/session", wrong).code());
        }
        assertEquals("sign-in.closed", client.post("/api/v1/session", wrong).code());
        assertEquals(
                "sign-in.closed",
                client.post("/api/v1/session", Map.of("login", "locked", "password", "the right password"))
                        .code());
    }

    @Test
    void firstRun_onBooksInUse_isRefused(RunningApp.App app) {
        Client client = new Client(app);
        client.get("/api/v1/session");
        assertEquals(
                "set-up.done",
                client.post(
                                "/api/v1/first-run",
                                Map.of(
                                        "companyName",
                                        "X",
                                        "currency",
                                        "USD",
                                        "login",
                                        "me",
                                        "name",
                                        "Me",
                                        "password",
                                        "long enough words",
                                        "code",
                                        "2345-6789"))
                        .code());
    }

    @Test
    void lastAdministrator_cannotBeTakenAway(RunningApp.App app) {
        Client iris = Client.signedIn(app, "iris");
        String base = "/api/v1/companies/" + iris.company() + "/people";
        for (var p : iris.get(base).body()) {
            if (p.path("login").asString().equals("iris")) {
                assertEquals(
                        "administrator.last",
                        iris.put(
                                        base + "/" + p.path("id").asLong(),
                                        Map.of("name", "Iris Calloway", "active", true, "roles", List.of("VIEWER")))
                                .code());
            }
        }
        assertEquals(200, iris.get(base).status());
    }
}
