package tidemark.app.books;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;
import static tidemark.app.books.NewCompany.part;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.running.Client;
import tidemark.app.running.Client.Answer;
import tidemark.app.running.RunningApp;
import tools.jackson.databind.JsonNode;

/** Several people at the same thing at the same moment: one wins, the others are told why, nothing is doubled. */
@ExtendWith(RunningApp.class)
class TwoAtOnceTest {
    private static final int PEOPLE = 4;

    private NewCompany c;
    private final List<Client> clients = new ArrayList<>();

    @BeforeEach
    void company(RunningApp.App app) {
        c = new NewCompany(app);
        for (int i = 0; i < PEOPLE; i++) {
            clients.add(Client.signedIn(app, "iris"));
        }
    }

    private List<Answer> together(java.util.function.IntFunction<Callable<Answer>> work) throws Exception {
        CyclicBarrier start = new CyclicBarrier(PEOPLE);
        try (ExecutorService pool = Executors.newFixedThreadPool(PEOPLE)) {
            List<Future<Answer>> running = new ArrayList<>();
            for (int i = 0; i < PEOPLE; i++) {
                Callable<Answer> call = work.apply(i);
                running.add(pool.submit(() -> {
                    start.await();
                    return call.call();
                }));
            }
            List<Answer> answers = new ArrayList<>();
            for (Future<Answer> one : running) {
                answers.add(one.get());
            }
            return answers;
        }
    }

    private static void oneWins(List<Answer> answers, String refusal) {
        assertEquals(1, answers.stream().filter(a -> a.status() == 200).count());
        for (Answer answer : answers) {
            if (answer.status() != 200) {
                assertEquals(409, answer.status(), answer.body().toString());
                assertEquals(refusal, answer.code());
            }
        }
    }

    @RepeatedTest(3)
    void sameInvoice_settledByAll_isPaidOnce() throws Exception {
        long orrin = c.party("PAYABLES", "Orrin Paints", 0);
        long bank = c.bankAccount("Operating", "", "1000.00");
        long item = c.invoiced(orrin, "B1", "2026-06-01", "300.00", "6010");
        List<Answer> answers = together(i -> () -> clients.get(i)
                .post(
                        c.base + "/payments",
                        c.payment(bank, orrin, "", "2026-06-02", List.of(part(item, "300.00", "")), "")));
        oneWins(answers, "settle.open");
        assertEquals("700.00", c.balance("1010"));
        assertEquals("0.00", c.balance("2010"));
        c.checkBooks();
    }

    @RepeatedTest(3)
    void sameCheck_voidedByAll_isVoidOnce() throws Exception {
        long bank = c.bankAccount("Operating", "", "1000.00");
        long payment = ok(c.post("/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "10.00")))
                .path("payments")
                .get(0)
                .path("id")
                .asLong();
        List<Answer> answers = together(i -> () -> clients.get(i)
                .post(
                        c.base + "/payments/" + payment + "/void",
                        Map.of("date", "2026-06-03", "reason", "spoilt by " + i)));
        oneWins(answers, "payment.state");
        assertEquals("1000.00", c.balance("1010"));
        c.checkBooks();
    }

    @RepeatedTest(3)
    void nextNumber_takenByAll_isAnotherForEach_andATypedOneForOne() throws Exception {
        long bank = c.bankAccount("Operating", "", "1000.00");
        List<Answer> answers = together(i -> () ->
                clients.get(i).post(c.base + "/payments", c.payment(bank, null, "", "2026-06-02", List.of(), "10.00")));
        Set<String> numbers = new HashSet<>();
        for (Answer answer : answers) {
            numbers.add(ok(answer).path("payments").get(0).path("number").asString());
        }
        assertEquals(PEOPLE, numbers.size());
        oneWins(
                together(i -> () -> clients.get(i)
                        .post(c.base + "/payments", c.payment(bank, null, "5000", "2026-06-02", List.of(), "10.00"))),
                "number.taken");
        Set<Long> entryNumbers = new HashSet<>();
        int entries = 0;
        for (JsonNode entry : c.get("/ledger/entries")) {
            entryNumbers.add(entry.path("number").asLong());
            entries++;
        }
        assertEquals(entries, entryNumbers.size(), "no number of an entry twice");
        assertTrue(entries >= PEOPLE + 2);
        assertEquals("950.00", c.balance("1010"));
        c.checkBooks();
    }
}
