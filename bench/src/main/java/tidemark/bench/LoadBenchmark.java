package tidemark.bench;

import java.net.http.HttpClient;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.TideMark;
import tidemark.app.check.BooksCheck;
import tools.jackson.databind.JsonNode;

/**
 * Two hundred people at work on the demo company for a minute, each thinking three seconds between two requests, one in
 * ten of which changes something: 95th percentiles of reads and changes, and the books checked afterwards. Then one
 * person at work while 150 connections guess passwords without a pause.
 */
final class LoadBenchmark implements Benchmarks.Benchmark {
    private static final String PASSWORD = "quillhaven-harbour";
    private static final int PEOPLE = 200;
    private static final int GUESSERS = 150;
    private static final int SECONDS = 60;
    private static final int GUESSING_SECONDS = 20;
    private static final double READS_TARGET = 300;
    private static final double CHANGES_TARGET = 800;

    private final ConcurrentLinkedQueue<Double> reads = new ConcurrentLinkedQueue<>();
    private final ConcurrentLinkedQueue<Double> changes = new ConcurrentLinkedQueue<>();
    private final Map<Integer, Integer> statuses = new ConcurrentHashMap<>();

    @Override
    public void run() throws Exception {
        SpringApplication application = new SpringApplication(TideMark.class);
        application.setDefaultProperties(Map.of(
                "tidemark.demo", "true",
                "tidemark.data", Files.createTempDirectory("tidemark-load").toString(),
                "tidemark.port", "0",
                "logging.level.tidemark", "warn"));
        try (ConfigurableApplicationContext context = application.run();
                HttpClient http = HttpClient.newHttpClient()) {
            int port = context.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
            work(http, port);
            System.out.printf(
                    "load: %d people for %d s, answers %s; reads p95 %.0f ms of %,d (median %.0f, target %.0f), changes p95"
                            + " %.0f ms of %,d (median %.0f, target %.0f)%n",
                    PEOPLE,
                    SECONDS,
                    new TreeMap<>(statuses),
                    part(reads, 0.95),
                    reads.size(),
                    part(reads, 0.5),
                    READS_TARGET,
                    part(changes, 0.95),
                    changes.size(),
                    part(changes, 0.5),
                    CHANGES_TARGET);
            long broken = BooksCheck.of(context.getBean(JdbcTemplate.class)).stream()
                    .filter(f -> !f.holds())
                    .count();
            System.out.printf("load: rules of the books that do not hold afterwards: %d%n", broken);
            if (broken > 0 || statuses.keySet().stream().anyMatch(s -> s >= 500)) {
                throw new IllegalStateException("The load broke something");
            }
            guessing(http, port);
        }
    }

    /** Signs everybody in, warms up, then lets them work for the time that is measured. */
    private void work(HttpClient http, int port) throws Exception {
        CountDownLatch ready = new CountDownLatch(PEOPLE);
        CountDownLatch go = new CountDownLatch(1);
        AtomicBoolean measured = new AtomicBoolean();
        AtomicBoolean over = new AtomicBoolean();
        try (ExecutorService people = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int i = 0; i < PEOPLE; i++) {
                int number = i;
                // one after another: so many from one address at once would be taken for guesses
                Visitor visitor = new Visitor(http, port);
                if (visitor.signIn("maren", PASSWORD) != 200) {
                    throw new IllegalStateException("The sign-in of person " + i + " was refused");
                }
                people.submit(() -> {
                    ready.countDown();
                    go.await();
                    new Person(visitor, number).work(measured, over);
                    return null;
                });
            }
            ready.await();
            go.countDown();
            TimeUnit.SECONDS.sleep(15);
            measured.set(true);
            TimeUnit.SECONDS.sleep(SECONDS);
            measured.set(false);
            over.set(true);
        }
    }

    /** One of those at work: a month's ladder, Today, pages of the books, and now and then an entry or a draft. */
    private final class Person {
        private final Visitor visitor;
        private final int number;
        private final Random random;
        private String company = "";
        private List<Long> accounts = List.of();
        private List<Long> ledger = List.of();
        private int made;

        Person(Visitor visitor, int number) {
            this.visitor = visitor;
            this.number = number;
            random = new Random(number);
        }

        void work(AtomicBoolean measured, AtomicBoolean over) throws Exception {
            company = "/api/v1/companies/"
                    + visitor.get("/api/v1/session")
                            .json()
                            .path("companies")
                            .get(0)
                            .path("id")
                            .asLong();
            accounts = ids(visitor.get(company + "/today").json().path("lanes"), "accountId");
            ledger = ids(visitor.get(company + "/ledger/accounts").json(), "id");
            TimeUnit.MILLISECONDS.sleep(random.nextInt(3_000));
            while (!over.get()) {
                boolean change = random.nextInt(10) == 0;
                Visitor.Answer answer = change ? change() : visitor.get(page());
                if (measured.get()) {
                    statuses.merge(answer.status(), 1, Integer::sum);
                    (change ? changes : reads).add(answer.micros() / 1e3);
                }
                TimeUnit.MILLISECONDS.sleep(2_000 + random.nextInt(2_000));
            }
        }

        private static List<Long> ids(JsonNode rows, String field) {
            List<Long> out = new ArrayList<>();
            rows.forEach(r -> out.add(r.path(field).asLong()));
            return out;
        }

        private String page() {
            String month = company + "/bank-accounts/" + accounts.get(random.nextInt(accounts.size()))
                    + "/months/2026-0" + (1 + random.nextInt(6));
            return switch (random.nextInt(8)) {
                case 0, 1 -> company + "/today";
                case 2 -> month;
                case 3, 4 -> month + "/lines?limit=100";
                case 5 ->
                    company + "/ledger/accounts/" + ledger.get(random.nextInt(ledger.size()))
                            + "/lines?from=2026-01-01&to=2026-06-30";
                case 6 -> company + "/payments?from=2026-06-01&to=2026-06-30";
                default -> company + "/parties?control=RECEIVABLES&date=2026-06-30";
            };
        }

        private Visitor.Answer change() throws Exception {
            String amount = (1 + random.nextInt(900)) + ".25";
            String reference = "LOAD-" + number + "-" + ++made;
            Map<String, Object> entry = Map.of(
                    "date",
                    "2026-07-01",
                    "reference",
                    reference,
                    "checkNumber",
                    "",
                    "text",
                    "Work",
                    "lines",
                    List.of(line("1030", amount, ""), line("4810", "", amount)));
            return random.nextInt(3) == 0
                    ? visitor.post(company + "/drafts", Map.of("kind", "ENTRY", "version", 0, "body", entry))
                    : visitor.post(company + "/ledger/entries", entry);
        }

        private static Map<String, String> line(String account, String debit, String credit) {
            return Map.of("account", account, "debit", debit, "credit", credit, "party", "", "text", "");
        }
    }

    private static void guessing(HttpClient http, int port) throws Exception {
        Visitor atWork = new Visitor(http, port);
        atWork.signIn("torvald", PASSWORD);
        String today = "/api/v1/companies/"
                + atWork.get("/api/v1/session")
                        .json()
                        .path("companies")
                        .get(0)
                        .path("id")
                        .asLong()
                + "/today";
        AtomicBoolean over = new AtomicBoolean();
        Map<Integer, Integer> told = new ConcurrentHashMap<>();
        List<Double> times = new ArrayList<>();
        try (ExecutorService strangers = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int i = 0; i < GUESSERS; i++) {
                String login = "somebody" + i;
                strangers.submit(() -> {
                    Visitor stranger = new Visitor(http, port);
                    while (!over.get()) {
                        told.merge(stranger.signIn(login, "a wrong guess"), 1, Integer::sum);
                    }
                    return null;
                });
            }
            long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(GUESSING_SECONDS);
            while (System.nanoTime() < end) {
                Visitor.Answer answer = atWork.get(today);
                if (answer.status() != 200) {
                    throw new IllegalStateException("Today answered " + answer.status());
                }
                times.add(answer.micros() / 1e3);
                TimeUnit.MILLISECONDS.sleep(100);
            }
            over.set(true);
        }
        System.out.printf(
                "load: Today while %d connections guess (answers %s): p95 %.0f ms of %d (median %.0f, target %.0f)%n",
                GUESSERS, new TreeMap<>(told), part(times, 0.95), times.size(), part(times, 0.5), READS_TARGET);
    }

    private static double part(java.util.Collection<Double> times, double part) {
        if (times.isEmpty()) {
            return Double.NaN;
        }
        List<Double> sorted = new ArrayList<>(times);
        Collections.sort(sorted);
        return sorted.get((int) Math.min(sorted.size() - 1L, (long) (sorted.size() * part)));
    }
}
