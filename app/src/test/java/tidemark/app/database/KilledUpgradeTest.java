package tidemark.app.database;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** {@code kill -9} while books of an earlier version are brought up to date: the old ones or the new ones, whole. */
class KilledUpgradeTest {
    private static final int KILLS = 40;

    /** What is killed: a process that does nothing but upgrade. */
    static final class OnlyTheUpgrade {
        public static void main(String[] args) {
            new Upgrade(new BooksFile(Path.of(args[0]))).run();
        }
    }

    private static Process upgrade(Path data) throws IOException {
        return new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-XX:TieredStopAtLevel=1",
                        "-XX:+UseSerialGC",
                        "-cp",
                        System.getProperty("java.class.path"),
                        OnlyTheUpgrade.class.getName(),
                        data.toString())
                .redirectErrorStream(true)
                .redirectOutput(data.resolve("upgrade.log").toFile())
                .start();
    }

    private static Path oldBooks(Path dir) throws IOException, SQLException {
        BooksFile books = new BooksFile(dir);
        books.makeDirectory();
        Flyway.configure()
                .dataSource(books.url(), "tidemark", "")
                .locations("classpath:db/migration")
                .target("8")
                .load()
                .migrate();
        try (Connection c = DriverManager.getConnection(books.url(), "tidemark", "");
                Statement s = c.createStatement()) {
            s.execute("insert into company (id, name, base_currency, one_person, next_entry_number, version)"
                    + " values (1, 'Old', 'USD', false, 7, 0)");
            s.execute("insert into ledger_account (id, company_id, code, name, type, active, version, currency)"
                    + " select x, 1, cast(1000 + x as varchar), 'Account', 'ASSET', true, 0, null"
                    + " from system_range(1, 5000)");
        }
        return books.path();
    }

    /** The number of the next entry, wherever the version of the books keeps it; and how many accounts there are. */
    private static String held(BooksFile books) throws SQLException {
        try (Connection c = DriverManager.getConnection(books.url(), "tidemark", "");
                Statement s = c.createStatement()) {
            boolean fresh;
            try (ResultSet tables =
                    s.executeQuery("select 1 from information_schema.tables where table_name = 'JOURNAL_COUNTER'")) {
                fresh = tables.next();
            }
            String number = fresh
                    ? "(select next_number from journal_counter where id = 1)"
                    : "(select next_entry_number from company where id = 1)";
            try (ResultSet row = s.executeQuery("select " + number + ", (select count(*) from ledger_account)")) {
                assertTrue(row.next());
                return row.getString(1) + ", " + row.getString(2) + (fresh ? ", new" : ", old");
            }
        }
    }

    @Test
    void killedAnywhere_booksAreWhole_andTheNextStartGoesOn(@TempDir Path dir) throws Exception {
        Path old = oldBooks(dir.resolve("old"));
        Path first = dir.resolve("first");
        Files.createDirectories(first);
        Files.copy(old, first.resolve(old.getFileName()));
        long began = System.nanoTime();
        Process whole = upgrade(first);
        long atWork = atWork(whole, first);
        long working = System.nanoTime();
        assertEquals(0, whole.waitFor(), () -> log(first));
        assertTrue(atWork >= 0, "the upgrade was seen at work");
        long takes = TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - began);
        long works = TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - working);
        assertEquals("7, 5000, new", held(new BooksFile(first)));
        Random random = new Random(20_261_129);
        AtomicInteger inTheMiddle = new AtomicInteger();
        List<Future<?>> running = new ArrayList<>();
        try (ExecutorService lanes = Executors.newFixedThreadPool(2)) {
            for (int i = 1; i <= KILLS; i++) {
                String kill = "kill" + i;
                // half of them anywhere, half of them counted from when the upgrade is seen at work, however fast it is
                boolean seen = i % 2 == 0;
                long moment = seen ? random.nextLong(works + 1) : takes * (20 + random.nextInt(85)) / 100;
                running.add(lanes.submit(() -> {
                    inTheMiddle.addAndGet(killed(old, dir.resolve(kill), seen, moment) ? 1 : 0);
                    return null;
                }));
            }
        }
        for (Future<?> one : running) {
            one.get();
        }
        assertTrue(inTheMiddle.get() >= KILLS / 8, inTheMiddle + " kills met the upgrade at work");
    }

    /** Waits until the upgrade works on its copy; below zero where it ended before that was seen. */
    private static long atWork(Process process, Path data) throws InterruptedException {
        long began = System.nanoTime();
        while (!Files.exists(data.resolve("upgrade"))) {
            if (process.waitFor(1, TimeUnit.MILLISECONDS)) {
                return -1;
            }
        }
        return System.nanoTime() - began;
    }

    /** Whether the kill met the upgrade at work. */
    private static boolean killed(Path old, Path data, boolean seen, long moment) throws Exception {
        Files.createDirectories(data);
        Files.copy(old, data.resolve(old.getFileName()));
        Process process = upgrade(data);
        if (seen) {
            atWork(process, data);
        }
        process.waitFor(moment, TimeUnit.MILLISECONDS);
        process.destroyForcibly().waitFor();
        boolean inTheMiddle = Files.exists(data.resolve("upgrade"));
        BooksFile books = new BooksFile(data);
        String after = held(books);
        assertTrue(after.equals("7, 5000, old") || after.equals("7, 5000, new"), data + ": " + after);
        new Upgrade(books).run();
        assertEquals("7, 5000, new", held(books), data.toString());
        return inTheMiddle;
    }

    private static String log(Path data) {
        try {
            return Files.readString(data.resolve("upgrade.log"));
        } catch (IOException e) {
            return e.toString();
        }
    }
}
