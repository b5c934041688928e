package tidemark.app.together;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/**
 * Every change of an account meets what decides on the account as a whole: preparing, certifying and reopening a month,
 * taking a statement, posting many drafts. Whichever comes first, the books are as if one had waited for the other.
 */
@ExtendWith(RunningApp.class)
class MeetingsTest {
    /** What must have been there before two meet; then the two start at once. */
    private record Meeting(String name, Function<AccountToCertify, Callable<Answer>> prepared) {}

    private static List<Meeting> meetings() {
        return List.of(
                new Meeting("prepare", a -> a::prepare),
                new Meeting("certify", a -> {
                    ok(a.prepare());
                    return a::certify;
                }),
                new Meeting("reopen", a -> {
                    ok(a.prepare());
                    ok(a.certify());
                    return a::reopen;
                }),
                new Meeting(
                        "take a statement",
                        a -> () -> a.statement("july", "2026-07-01,-7.00,1131.00,J9", "2026-07-01,8.00,1139.00,J8")),
                new Meeting("posting run", a -> {
                    List<Long> drafts = new ArrayList<>();
                    for (int i = 0; i < 4; i++) {
                        drafts.add(ok(a.company.post(
                                        "/drafts",
                                        Map.of("kind", "ENTRY", "version", 0, "body", a.entry("2026-07-01", "1.00"))))
                                .path("id")
                                .asLong());
                    }
                    return () -> a.company.post("/posting-runs", Map.of("draftIds", drafts));
                }));
    }

    private static Answer post(AccountToCertify a, String path, Object body) {
        return a.company.post(path, body);
    }

    private static long openEntry(AccountToCertify a, String reference) {
        for (JsonNode e : ok(a.company.iris.get(a.company.base + a.base + "/months/2026-07"))
                .path("notOnStatement")) {
            if (e.path("title").asString().contains(reference)) {
                return e.path("entryId").asLong();
            }
        }
        throw new IllegalArgumentException(reference);
    }

    private static Map<String, Object> receipt(long party, String day) {
        return Map.of(
                "partyId",
                party,
                "date",
                day,
                "account",
                "1010",
                "amount",
                "5.00",
                "reference",
                "",
                "text",
                "",
                "items",
                List.of());
    }

    private static Map<String, Function<AccountToCertify, Callable<Answer>>> changes() {
        Map<String, Function<AccountToCertify, Callable<Answer>>> out = new LinkedHashMap<>();
        out.put("entry in June", a -> () -> post(a, "/ledger/entries", a.entry("2026-06-20", "3.00")));
        out.put("entry in July", a -> () -> post(a, "/ledger/entries", a.entry("2026-07-01", "3.00")));
        out.put(
                "file of entries",
                a -> () -> a.company.iris.upload(
                        a.company.base + "/ledger/cash-entry-files?bankAccountId=" + a.id + "&otherAccount=6010",
                        "x.csv",
                        "date,amount\n2026-07-01,-1.00\n2026-06-29,-2.00\n".getBytes(StandardCharsets.UTF_8)));
        out.put("reversal", a -> {
            long entry = ok(post(a, "/ledger/entries", a.entry("2026-07-01", "3.00")))
                    .path("entries")
                    .get(0)
                    .path("id")
                    .asLong();
            return () -> post(a, "/ledger/entries/" + entry + "/reversal", Map.of("date", "2026-07-02"));
        });
        out.put("undo a match", a -> {
            JsonNode row =
                    ok(a.company.iris.get(a.month + "/lines")).path("rows").get(0);
            return () -> a.company.iris.delete(
                    a.company.base + a.base + "/matches/" + row.path("matchId").asLong());
        });
        out.put("firm matches", a -> () -> a.company.iris.post(a.month + "/firm", Map.of()));
        out.put(
                "bank's error",
                a -> () -> post(
                        a,
                        a.base + "/lines/" + a.line("FEE") + "/bank-error",
                        Map.of("note", "the bank will put it right")));
        out.put("ledger's error", a -> {
            a.entries("2026-07-01,-4.00,LE");
            long entry = openEntry(a, "LE");
            return () -> post(a, a.base + "/cash-entries/" + entry + "/ledger-error", Map.of("note", "a note on it"));
        });
        out.put("take a statement back", a -> {
            long statement = ok(a.company.iris.get(a.company.base + a.base + "/statements"))
                    .get(0)
                    .path("id")
                    .asLong();
            return () -> a.company.iris.delete(a.company.base + a.base + "/statements/" + statement);
        });
        out.put("another statement", a -> () -> a.statement("later", "2026-07-01,-6.00,1132.00,J7"));
        out.put("settings", a -> {
            Map<String, Object> settings = a.settings("3003");
            return () -> a.company.iris.put(a.company.base + a.base + "/settings", settings);
        });
        out.put(
                "payment in July",
                a -> () -> post(a, "/payments", a.company.payment(a.id, null, "", "2026-07-01", List.of(), "2.00")));
        out.put("void a payment", a -> {
            long payment = ok(post(a, "/payments", a.company.payment(a.id, null, "", "2026-07-01", List.of(), "2.00")))
                    .path("payments")
                    .get(0)
                    .path("id")
                    .asLong();
            return () -> post(a, "/payments/" + payment + "/void", Map.of("date", "2026-07-02", "reason", "spoilt"));
        });
        out.put("due payments", a -> () -> post(a, "/due-payments", Map.of()));
        out.put("transfer", a -> {
            long other = a.company.bankAccount("Reserve", "", "10.00");
            return () -> post(
                    a,
                    "/transfers",
                    Map.of(
                            "fromAccountId",
                            a.id,
                            "toAccountId",
                            other,
                            "fromDate",
                            "2026-07-01",
                            "amount",
                            "1.00",
                            "received",
                            "",
                            "reference",
                            "",
                            "text",
                            ""));
        });
        out.put("receipt in June", a -> {
            long party = a.company.party("RECEIVABLES", "Merrow", 0);
            return () -> post(a, "/receipts", receipt(party, "2026-06-28"));
        });
        out.put("rename the bank", a -> {
            long bank = a.company.get("/set-up").path("banks").get(0).path("id").asLong();
            return () -> post(a, "/set-up/banks", Map.of("id", bank, "name", "Northbank and Sons", "identifier", ""));
        });
        out.put(
                "close the month",
                a -> () -> post(a, "/set-up/closed-months", Map.of("month", "2026-06", "closed", true)));
        return out;
    }

    @TestFactory
    List<DynamicTest> everyChange_meetsWhatDecidesOnTheAccount(RunningApp.App app) {
        List<DynamicTest> out = new ArrayList<>();
        for (Meeting meeting : meetings()) {
            changes()
                    .forEach((name, change) -> out.add(DynamicTest.dynamicTest(
                            name + " meets " + meeting.name(), () -> meet(app, meeting, change))));
            out.add(DynamicTest.dynamicTest(
                    "all that met " + meeting.name(), () -> assertEquals(List.of(), Breaches.of(app))));
        }
        return out;
    }

    private static void meet(RunningApp.App app, Meeting meeting, Function<AccountToCertify, Callable<Answer>> change)
            throws Exception {
        AccountToCertify account = new AccountToCertify(app);
        Callable<Answer> one = change.apply(account);
        Callable<Answer> other = meeting.prepared().apply(account);
        CyclicBarrier start = new CyclicBarrier(2);
        try (ExecutorService pool = Executors.newFixedThreadPool(2)) {
            List<Future<Answer>> running = new ArrayList<>();
            for (Callable<Answer> call : List.of(one, other)) {
                running.add(pool.submit(() -> {
                    start.await();
                    return call.call();
                }));
            }
            for (Future<Answer> answer : running) {
                int status = answer.get().status();
                assertTrue(
                        status / 100 == 2 || status == 409 || status == 422,
                        () -> status + " " + answer.resultNow().body());
            }
        }
        account.company.checkBooks();
    }
}
