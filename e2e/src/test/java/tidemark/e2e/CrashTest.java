package tidemark.e2e;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

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
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Ends the application with {@code kill -9} while it reads a statement, posts entries and certifies months, all three
 * at once, as soon as it has acknowledged a statement, and while books are put back from a backup.
 * What the books then hold is read from the database file itself.
 */
class CrashTest {
    private static final int KILLS = 8;
    private static final int KILLS_AFTER_A_STATEMENT = 2;
    private static final int KILLS_WHILE_RESTORING = 10;

    /** Which of the works reads the statement. */
    private static final int STATEMENT = 1;

    private static final int TAKEN = 200;

    /** What the application had acknowledged when it was killed; how it answered the statement and the certificate. */
    private record Acknowledged(
            ConcurrentLinkedQueue<String> entries, AtomicInteger statement, AtomicInteger certified) {
        Acknowledged() {
            this(new ConcurrentLinkedQueue<>(), new AtomicInteger(), new AtomicInteger());
        }

        boolean hasStatement() {
            return statement.get() == TAKEN;
        }

        boolean isCertified() {
            return certified.get() == TAKEN;
        }
    }

    @Test
    void killed_inTheMiddleOfEverything_leavesNothingHalf() throws Exception {
        Random random = new Random(20_260_702);
        Path prepared = prepared();
        AtomicInteger cutStatements = new AtomicInteger();
        AtomicInteger cutCertificates = new AtomicInteger();
        sideBySide(KILLS + KILLS_AFTER_A_STATEMENT, kill -> {
            int moment = 20 + random.nextInt(700);
            Path data = Files.createTempDirectory("tidemark-crash");
            Server.copy(prepared, data);
            Server server = Server.start(data, true);
            server.awaitReady();
            Acknowledged done = new Acknowledged();
            List<CompletableFuture<Void>> work = work(server, done);
            if (kill > KILLS) {
                work.get(STATEMENT).join();
                assertEquals(TAKEN, done.statement().get(), "kill " + kill + ": " + server.log());
            } else {
                Thread.sleep(moment);
            }
            server.kill();
            CompletableFuture.allOf(work.toArray(CompletableFuture[]::new)).join();
            cutStatements.addAndGet(done.hasStatement() ? 0 : 1);
            cutCertificates.addAndGet(done.isCertified() ? 0 : 1);
            check(data, done, "kill " + kill);
        });
        assertTrue(cutStatements.get() > 0 && cutCertificates.get() > 0, "the kills came too late to cut anything");
    }

    @Test
    void killed_whilePuttingABackupInPlace_leavesTheOldBooksOrTheNewOnes() throws Exception {
        Random random = new Random(20_260_703);
        Path made = Files.createTempDirectory("tidemark-backup");
        Path backup = made.resolve("books.zip");
        Path old = Files.createTempDirectory("tidemark-old");
        try (Server server = Server.demo()) {
            server.close();
            Server.copy(server.data(), old);
            Server.command(made, "backup", backup.toString(), server.data().toString())
                    .waitFor();
        }
        long inTheBackup = entries(old);
        try (Connection books = open(old);
                Statement one = books.createStatement()) {
            one.execute("update company set name = 'The books before'");
        }
        AtomicInteger cut = new AtomicInteger();
        sideBySide(KILLS_WHILE_RESTORING, kill -> {
            int moment = 200 + random.nextInt(4_000);
            Path data = Files.createTempDirectory("tidemark-restored");
            Server.copy(old, data);
            Process restore = Server.command(data, "restore", backup.toString(), data.toString(), "--replace");
            if (kill < KILLS_WHILE_RESTORING) {
                restore.waitFor(moment, TimeUnit.MILLISECONDS);
            } else {
                assertEquals(0, restore.waitFor());
            }
            restore.destroyForcibly();
            restore.waitFor();
            assertEquals(inTheBackup, entries(data), "kill " + kill);
            try (Connection books = open(data)) {
                long before = number(books, "select count(*) from company where name = 'The books before'");
                cut.addAndGet(before > 0 ? 1 : 0);
                assertTrue(before == 0 || kill < KILLS_WHILE_RESTORING, "the restore that was left alone did nothing");
            }
            Process check = Server.command(data, "check", data.toString());
            assertEquals(0, check.waitFor(), "kill " + kill + ": " + Files.readString(data.resolve("command.log")));
        });
        assertTrue(cut.get() > 0, "the kills came too late to cut anything");
    }

    private interface Kill {
        void number(int kill) throws Exception;
    }

    /** Two kills at a time, each with books and a process of its own: starting one takes most of the time. */
    private static void sideBySide(int kills, Kill kill) throws Exception {
        List<Future<?>> running = new ArrayList<>();
        try (ExecutorService lanes = Executors.newFixedThreadPool(2)) {
            for (int i = 1; i <= kills; i++) {
                int number = i;
                running.add(lanes.submit(() -> {
                    kill.number(number);
                    return null;
                }));
            }
            for (Future<?> one : running) {
                one.get();
            }
        }
    }

    private static long entries(Path data) throws SQLException {
        try (Connection books = open(data)) {
            return number(books, "select count(*) from journal_entry");
        }
    }

    private static Connection open(Path data) throws SQLException {
        return DriverManager.getConnection("jdbc:h2:file:" + data.resolve("books"), "tidemark", "");
    }

    /** The demo with Payroll's June ready to be certified. */
    private static Path prepared() throws Exception {
        try (Server server = Server.demo()) {
            Api maren = new Api(server, "maren");
            String payroll = maren.account("Payroll");
            maren.upload(
                    payroll + "/statements", Files.readAllBytes(Path.of("../demo/statements/payroll-2026-06.xml")));
            maren.post(payroll + "/months/2026-06/firm", "{}");
            String rows = maren.get(payroll + "/months/2026-06/lines?limit=500");
            Matcher line = Pattern.compile("\"lineId\":(\\d+)[^}]*MAINTENANCE").matcher(rows);
            assertTrue(line.find(), rows);
            maren.post(
                    payroll + "/lines/" + line.group(1) + "/booking",
                    "{\"kind\":\"FEE\",\"date\":\"2026-06-30\",\"party\":\"\",\"text\":\"Fee\"}");
            assertEquals(200, maren.post(payroll + "/months/2026-06/preparation", "{}"));
            server.close();
            return server.data();
        }
    }

    private static List<CompletableFuture<Void>> work(Server server, Acknowledged done) throws Exception {
        Api poster = new Api(server, "maren");
        Api importer = new Api(server, "maren");
        Api certifier = new Api(server, "torvald");
        String operating = importer.account("Operating");
        String payroll = certifier.account("Payroll");
        String company = poster.company();
        byte[] file = Files.readAllBytes(Path.of("../demo/statements/operating-2026-06.xml"));
        List<CompletableFuture<Void>> work = new ArrayList<>();
        work.add(CompletableFuture.runAsync(() -> {
            for (int i = 0; i < 10_000; i++) {
                String reference = "CRASH-" + i;
                int status = poster.post(company + "/ledger/entries", """
                        {"date":"2026-07-01","reference":"%s","checkNumber":"","text":"t","lines":[
                        {"account":"1030","debit":"1.00","credit":"","party":"","text":""},
                        {"account":"4810","debit":"","credit":"1.00","party":"","text":""}]}""".formatted(reference));
                if (status == -1) {
                    return;
                }
                assertEquals(200, status);
                done.entries().add(reference);
            }
        }));
        work.add(CompletableFuture.runAsync(
                () -> done.statement().set(importer.upload(operating + "/statements", file))));
        work.add(CompletableFuture.runAsync(
                () -> done.certified().set(certifier.post(payroll + "/months/2026-06/certification", "{}"))));
        return work;
    }

    private static void check(Path data, Acknowledged done, String kill) throws SQLException {
        try (Connection books = open(data)) {
            assertEquals(
                    0,
                    number(
                            books,
                            "select count(*) from (select journal_entry_id from journal_line group by journal_entry_id"
                                    + " having sum(minor_units) <> 0)"),
                    kill + ": an entry does not balance");
            assertEquals(
                    0,
                    number(
                            books,
                            "select count(*) from journal_entry e where not exists"
                                    + " (select 1 from journal_line l where l.journal_entry_id = e.id)"),
                    kill + ": an entry without lines");
            assertEquals(
                    number(books, "select max(number) from journal_entry"),
                    number(books, "select next_number - 1 from journal_counter"),
                    kill + ": numbers and entries out of step");
            assertEquals(
                    number(books, "select count(*) from journal_entry where reference like 'CRASH-%'"),
                    number(books, "select count(*) from cash_entry where reference like 'CRASH-%'"),
                    kill);
            for (String reference : done.entries()) {
                assertEquals(
                        1,
                        number(books, "select count(*) from journal_entry where reference = '" + reference + "'"),
                        kill + ": lost " + reference);
            }
            long statements = number(
                    books,
                    "select count(*) from statement s join bank_account a on a.id = s.bank_account_id"
                            + " where a.name = 'Operating' and s.from_date = date '2026-06-01'");
            long lines = number(
                    books,
                    "select count(*) from bank_line l join bank_account a on a.id = l.bank_account_id"
                            + " where a.name = 'Operating' and l.booking_date >= date '2026-06-01'");
            assertEquals(statements == 0 ? 0 : 67, lines, kill + ": half a statement");
            assertFalse(done.hasStatement() && statements == 0, kill + ": an acknowledged statement is lost");
            assertEquals(
                    statements,
                    number(
                            books,
                            "select count(*) from activity where action = 'statement.taken' and text like"
                                    + " 'Read june.xml for Operating%'"),
                    kill + ": the activity record does not fit");
            boolean sealed = number(
                            books,
                            "select count(*) from certificate c join bank_account a on a.id = c.bank_account_id"
                                    + " where a.name = 'Payroll' and c.first_day = date '2026-06-01'")
                    == 1;
            boolean moved = number(
                            books,
                            "select count(*) from bank_account where name = 'Payroll' and mark_date = date '2026-06-30'")
                    == 1;
            boolean state = number(
                            books,
                            "select count(*) from account_month m join bank_account a on a.id = m.bank_account_id where"
                                    + " a.name = 'Payroll' and m.first_day = date '2026-06-01' and m.state = 'CERTIFIED'")
                    == 1;
            assertTrue(sealed == moved && moved == state, kill + ": half a certification");
            assertFalse(done.isCertified() && !sealed, kill + ": an acknowledged certification is lost");
        }
    }

    private static long number(Connection books, String sql) throws SQLException {
        try (Statement statement = books.createStatement();
                ResultSet found = statement.executeQuery(sql)) {
            found.next();
            return found.getLong(1);
        }
    }
}
