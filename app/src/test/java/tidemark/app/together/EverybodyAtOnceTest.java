package tidemark.app.together;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.books.LineRequests;
import tidemark.app.books.NewCompany;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Eight clients post to all services of one company at once. Nothing they do concerns the same thing: none is refused. */
@ExtendWith(RunningApp.class)
class EverybodyAtOnceTest {
    private static final int CLIENTS = 8;
    private static final int ROUNDS = 6;

    private record Work(String name, Function<Desk, Answer> does) {}

    /** What one client works with: a customer, a supplier, lines of the bank, invoices to pay, all its own. */
    private final class Desk {
        final int number;
        final Client client;
        final NewCompany c;
        final long bank;
        final long other;
        final long customer;
        final long supplier;
        final List<Long> lines = new ArrayList<>();
        final List<Long> toReverse = new ArrayList<>();
        int counted;

        Desk(int number, Client client, NewCompany c, long bank, long other) {
            this.number = number;
            this.client = client;
            this.c = c;
            this.bank = bank;
            this.other = other;
            customer = c.party("RECEIVABLES", "Customer " + number, 0);
            supplier = c.party("PAYABLES", "Supplier " + number, 0);
        }

        Answer post(String path, Object body) {
            return client.post(c.base + path, body);
        }

        String mark() {
            return number + "-" + ++counted;
        }
    }

    private static Map<String, Object> entry(String text) {
        return Map.of(
                "date",
                "2026-06-10",
                "reference",
                "",
                "checkNumber",
                "",
                "text",
                text,
                "lines",
                List.of(
                        Map.of("account", "6010", "debit", "1.00", "credit", "", "party", "", "text", ""),
                        Map.of("account", "1010", "debit", "", "credit", "1.00", "party", "", "text", "")));
    }

    private List<Work> works() {
        return List.of(
                new Work("entry", d -> {
                    Answer made = d.post("/ledger/entries", entry("Entry " + d.mark()));
                    d.toReverse.add(
                            made.body().path("entries").get(0).path("id").asLong());
                    return made;
                }),
                new Work(
                        "reversal",
                        d -> d.toReverse.isEmpty()
                                ? d.client.get(d.c.base + "/today")
                                : d.post(
                                        "/ledger/entries/" + d.toReverse.removeLast() + "/reversal",
                                        Map.of("date", "2026-06-11"))),
                new Work(
                        "booking",
                        d -> d.post(
                                "/bank-accounts/" + d.bank + "/lines/" + d.lines.removeLast() + "/booking",
                                LineRequests.fee("2026-06-20"))),
                new Work(
                        "booking of a transfer",
                        d -> d.post(
                                "/bank-accounts/" + d.bank + "/lines/" + d.lines.removeLast() + "/booking",
                                LineRequests.booking(
                                        "TRANSFER",
                                        Map.of("otherBankAccountId", d.other),
                                        "2026-06-20",
                                        "To the other"))),
                new Work(
                        "invoice",
                        d -> d.post("/invoices", NewCompany.invoice(d.customer, "", "2026-06-01", "20.00", "4010"))),
                new Work(
                        "bill",
                        d -> d.post(
                                "/invoices",
                                NewCompany.invoice(d.supplier, "B" + d.mark(), "2026-06-01", "20.00", "6010"))),
                new Work(
                        "receipt",
                        d -> d.post(
                                "/receipts",
                                Map.of(
                                        "partyId",
                                        d.customer,
                                        "date",
                                        "2026-06-12",
                                        "account",
                                        "1010",
                                        "amount",
                                        "20.00",
                                        "reference",
                                        "",
                                        "text",
                                        "",
                                        "items",
                                        List.of()))),
                new Work(
                        "payment",
                        d -> d.post(
                                "/payments",
                                d.c.payment(
                                        d.number % 2 == 0 ? d.bank : d.other,
                                        null,
                                        "",
                                        "2026-06-12",
                                        List.of(),
                                        "2.00"))),
                new Work(
                        "transfer",
                        d -> d.post(
                                "/transfers",
                                Map.of(
                                        "fromAccountId",
                                        d.number % 2 == 0 ? d.bank : d.other,
                                        "toAccountId",
                                        d.number % 2 == 0 ? d.other : d.bank,
                                        "fromDate",
                                        "2026-06-13",
                                        "amount",
                                        "1.00",
                                        "received",
                                        "",
                                        "reference",
                                        "",
                                        "text",
                                        ""))),
                new Work("draft and run", d -> {
                    Answer kept = d.post(
                            "/drafts", Map.of("kind", "ENTRY", "version", 0, "body", entry("Draft " + d.mark())));
                    return kept.status() != 200
                            ? kept
                            : d.post(
                                    "/posting-runs",
                                    Map.of(
                                            "draftIds",
                                            List.of(kept.body().path("id").asLong())));
                }),
                new Work(
                        "file",
                        d -> d.client.upload(
                                d.c.base + "/ledger/cash-entry-files?bankAccountId=" + d.other + "&otherAccount=6010",
                                "e.csv",
                                "date,amount\n2026-06-14,-1.00\n2026-06-15,2.00\n".getBytes(StandardCharsets.UTF_8))));
    }

    @Test
    void allServices_postedToByEight_refuseNothing_andTheBooksAreExact(RunningApp.App app) throws Exception {
        NewCompany c = new NewCompany(app);
        long bank = c.bankAccount("Operating", "", "1000.00");
        long other = c.bankAccount("Reserve", "", "1000.00");
        StringBuilder file = new StringBuilder("date,amount,balance,reference\n");
        int count = CLIENTS * ROUNDS * 2;
        for (int i = 1; i <= count; i++) {
            file.append("2026-06-20,-")
                    .append(i)
                    .append(".00,")
                    .append(100_000 - (long) i * (i + 1) / 2)
                    .append(".00,L")
                    .append(i)
                    .append('\n');
        }
        String text = file.toString();
        JsonNode taken = ok(c.iris.upload(
                c.base + "/bank-accounts/" + c.bankAccount("Lines", "", "100000.00") + "/statements",
                "l.csv",
                text.getBytes(StandardCharsets.UTF_8)));
        assertEquals("TAKEN", taken.path("state").asString());
        long lined = taken.path("accountId").asLong();
        List<Long> lineIds = new ArrayList<>();
        for (int from = 0; from < count; from += 100) {
            ok(c.iris.get(c.base + "/bank-accounts/" + lined + "/months/2026-06/lines?offset=" + from))
                    .path("rows")
                    .forEach(r -> lineIds.add(r.path("lineId").asLong()));
        }
        List<Desk> desks = new ArrayList<>();
        for (int i = 0; i < CLIENTS; i++) {
            Desk desk = new Desk(i, Client.signedIn(app, "iris"), c, lined, other);
            int each = lineIds.size() / CLIENTS;
            desk.lines.addAll(lineIds.subList(i * each, (i + 1) * each));
            desks.add(desk);
        }
        List<Work> works = works();
        Map<String, String> refused = new ConcurrentHashMap<>();
        CyclicBarrier start = new CyclicBarrier(CLIENTS);
        try (ExecutorService pool = Executors.newFixedThreadPool(CLIENTS)) {
            List<Future<Integer>> running = new ArrayList<>();
            for (Desk desk : desks) {
                running.add(pool.submit(() -> {
                    start.await();
                    int done = 0;
                    Random dice = new Random(desk.number);
                    for (int round = 0; round < ROUNDS; round++) {
                        List<Work> order = new ArrayList<>(works);
                        java.util.Collections.shuffle(order, dice);
                        for (Work work : order) {
                            Answer answer = work.does().apply(desk);
                            if (answer.status() / 100 != 2) {
                                refused.put(
                                        work.name() + " " + desk.number + "/" + round,
                                        answer.body().toString());
                            }
                            done++;
                        }
                    }
                    return done;
                }));
            }
            for (Future<Integer> one : running) {
                assertEquals(ROUNDS * works.size(), one.get());
            }
        }
        assertTrue(refused.isEmpty(), refused.toString());
        c.checkBooks();
        assertEquals(List.of(), Breaches.of(app));
    }
}
