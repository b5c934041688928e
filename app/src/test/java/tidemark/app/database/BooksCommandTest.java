package tidemark.app.database;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.zaxxer.hikari.HikariDataSource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.env.Environment;
import org.springframework.jdbc.core.JdbcTemplate;
import tidemark.app.books.NewCompany;
import tidemark.app.check.BooksCheck;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;

/** Backups of books that are open and of closed ones, put back and checked. */
@ExtendWith(RunningApp.class)
class BooksCommandTest {
    @TempDir
    Path dir;

    private final ByteArrayOutputStream told = new ByteArrayOutputStream();

    private int run(String passphrase, String... args) {
        told.reset();
        return BooksCommand.run(
                args, passphrase, BooksCommandTest::checked, new PrintStream(told, true, StandardCharsets.UTF_8));
    }

    private static List<BooksCommand.Finding> checked(JdbcTemplate books) {
        return BooksCheck.of(books).stream()
                .map(f -> new BooksCommand.Finding(f.rule(), f.breaches()))
                .toList();
    }

    private String told() {
        return told.toString(StandardCharsets.UTF_8);
    }

    private static String data(RunningApp.App app) {
        return app.bean(Environment.class).getRequiredProperty("tidemark.data");
    }

    @Test
    void backup_ofTheRunningApplication_isRestoredElsewhere_andHolds(RunningApp.App app) throws Exception {
        Path file = dir.resolve("books.zip");
        assertEquals(0, run("", "backup", file.toString(), data(app)), this::told);
        Path there = dir.resolve("there");
        assertEquals(0, run("", "restore", file.toString(), there.toString()), this::told);
        assertEquals(0, run("", "check", there.toString()), this::told);
        assertTrue(told().contains("All holds."), told());
        assertTrue(told().contains("holds        Debits equal credits in every entry"), told());
        // of the closed books too
        assertEquals(0, run("", "backup", dir.resolve("again.zip").toString(), there.toString()), this::told);
        assertEquals(2, run("", "restore", file.toString(), there.toString()), "books are there already");
        Files.createDirectories(there.resolve("find"));
        Files.writeString(there.resolve("find/segments_1"), "of the books before");
        assertEquals(0, run("", "restore", file.toString(), there.toString(), "--replace"), this::told);
        assertFalse(Files.exists(there.resolve("find")), "the index of the books before is not taken for theirs");
        assertTrue(Files.exists(there.resolve("backups/before-restore.mv.db")));
        assertFalse(Files.exists(there.resolve("restore")));
    }

    @Test
    void check_ofTheRunningApplication_worksOnACopy(RunningApp.App app) {
        assertEquals(0, run("", "check", data(app)), this::told);
    }

    @Test
    void encryptedBackup_opensOnlyWithItsPassphrase(RunningApp.App app) throws IOException {
        Path file = dir.resolve("secret.zip");
        assertEquals(0, run("salt and harbour", "backup", file.toString(), data(app)), this::told);
        String raw = Files.readString(file, StandardCharsets.ISO_8859_1);
        assertFalse(raw.contains("H:2,block"), "the head of the database cannot be read");
        assertEquals(2, run("", "restore", file.toString(), dir.resolve("a").toString()));
        assertTrue(told().contains("passphrase"), told());
        assertEquals(
                2,
                run("wrong words", "restore", file.toString(), dir.resolve("b").toString()));
        assertFalse(Files.exists(dir.resolve("b/books.mv.db")));
        assertEquals(
                0,
                run(
                        "salt and harbour",
                        "restore",
                        file.toString(),
                        dir.resolve("c").toString()),
                this::told);
    }

    @Test
    void backupFromSetUp_isKept_restored_andInTheActivity(RunningApp.App app) {
        NewCompany c = new NewCompany(app);
        Client.Answer made = c.iris.post(c.base + "/backups", Map.of());
        assertEquals(200, made.status(), made.body()::toString);
        String name = made.body().path("name").asString();
        boolean listed = false;
        for (var kept : c.get("/backups")) {
            listed |= kept.path("name").asString().equals(name)
                    && kept.path("bytes").asLong() > 10_000;
        }
        assertTrue(listed);
        Path there = dir.resolve("there");
        assertEquals(
                0, run("", "restore", Path.of(data(app), "backups", name).toString(), there.toString()), this::told);
        assertTrue(c.get("/activity").get(0).path("text").asString().contains(name));
    }

    @Test
    void brokenBackup_changesNothing(RunningApp.App app) throws IOException {
        Path file = dir.resolve("books.zip");
        run("", "backup", file.toString(), data(app));
        Path there = dir.resolve("there");
        run("", "restore", file.toString(), there.toString());
        byte[] whole = Files.readAllBytes(file);
        Files.write(file, java.util.Arrays.copyOf(whole, whole.length / 2));
        assertEquals(2, run("", "restore", file.toString(), there.toString(), "--replace"));
        assertEquals(0, run("", "check", there.toString()), this::told);
        Files.writeString(file, "no archive");
        assertEquals(2, run("", "restore", file.toString(), there.toString(), "--replace"));
        assertEquals(
                2,
                run(
                        "",
                        "backup",
                        dir.resolve("x.zip").toString(),
                        dir.resolve("nowhere").toString()));
        assertEquals(2, run("", "check", dir.resolve("nowhere").toString()));
    }

    @Test
    void check_namesWhatDoesNotHold(RunningApp.App app) throws SQLException {
        Path file = dir.resolve("books.zip");
        run("", "backup", file.toString(), data(app));
        Path there = dir.resolve("there");
        run("", "restore", file.toString(), there.toString());
        try (var c = java.sql.DriverManager.getConnection(new BooksFile(there).url(), "tidemark", "");
                var s = c.createStatement()) {
            s.execute("update account_day set debits = debits + 1");
        }
        assertEquals(1, run("", "check", there.toString()));
        assertTrue(told().contains("DOES NOT HOLD  Totals by account and day come from the lines"), told());
    }

    @Test
    void dailyBackups_stayFourteen(RunningApp.App app) throws IOException, SQLException {
        HikariDataSource books = app.bean(HikariDataSource.class);
        for (int day = 1; day <= 4; day++) {
            Backups.daily(books, dir, LocalDate.of(2026, 6, day), 2);
            Backups.daily(books, dir, LocalDate.of(2026, 6, day), 2);
        }
        assertEquals(
                List.of("daily-2026-06-03.zip", "daily-2026-06-04.zip"),
                Backups.kept(dir).stream()
                        .map(Backups.KeptBackup::name)
                        .sorted()
                        .toList());
    }
}
