package tidemark.app.database;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Books of an earlier version are brought up to date whole or not at all, and are kept as they were. */
class UpgradeTest {
    @TempDir
    Path dir;

    private BooksFile books;

    @BeforeEach
    void booksOfVersionEight() throws IOException, SQLException {
        books = new BooksFile(dir);
        books.makeDirectory();
        Flyway.configure()
                .dataSource(books.url(), "tidemark", "")
                .locations("classpath:db/migration")
                .target("8")
                .load()
                .migrate();
        sql(
                books,
                "insert into company (id, name, base_currency, one_person, next_entry_number, version)"
                        + " values (1, 'Old', 'USD', false, 2, 0)",
                "insert into ledger_account (id, company_id, code, name, type, active, version, currency) values"
                        + " (1, 1, '1040', 'Euro', 'ASSET', true, 0, 'EUR'), (2, 1, '6010', 'Parts', 'EXPENSE', true, 0, null)",
                "insert into journal_entry (id, company_id, number, entry_date, document_date, source, reference, text,"
                        + " booked_by, booked_at) values (1, 1, 1, date '2026-01-02', date '2026-01-02', 'MANUAL', '', '',"
                        + " 'x', current_timestamp)",
                "insert into journal_line (id, journal_entry_id, line_number, ledger_account_id, entry_date, minor_units,"
                        + " own_minor_units, party, text) values (1, 1, 1, 1, date '2026-01-02', 10842, 10000, '', ''),"
                        + " (2, 1, 2, 2, date '2026-01-02', -10842, -10842, '', '')",
                "insert into party (id, company_id, control, code, name, address, due_days, discount_percent,"
                        + " discount_days, active, version) values"
                        + " (1, 1, 'RECEIVABLES', 'PELL', 'Pell Charter', 'Quay 1', 30, 2, 10, true, 0),"
                        + " (2, 1, 'PAYABLES', 'PELL', 'Pell Charter', 'Quay 2', 14, 0, 0, true, 0)");
    }

    private static void sql(BooksFile where, String... statements) throws SQLException {
        try (Connection c = DriverManager.getConnection(where.url(), "tidemark", "");
                Statement s = c.createStatement()) {
            for (String one : statements) {
                s.execute(one);
            }
        }
    }

    private static String first(BooksFile where, String query) throws SQLException {
        try (Connection c = DriverManager.getConnection(where.url(), "tidemark", "");
                Statement s = c.createStatement();
                ResultSet rows = s.executeQuery(query)) {
            assertTrue(rows.next());
            return rows.getString(1);
        }
    }

    @Test
    void run_onOlderBooks_bringsThemUpToDate_andKeepsThemAsTheyWere() throws SQLException, IOException {
        new Upgrade(books).run();
        assertEquals("2", first(books, "select next_number from journal_counter where id = 1"));
        assertEquals(
                "RECEIVABLES PELL Pell Charter Quay 1, PAYABLES PELL Pell Charter Quay 2",
                first(
                        books,
                        "select listagg(p.control || ' ' || p.code || ' ' || i.name || ' ' || i.address, ', ')"
                                + " within group (order by p.id) from party p join party_identity i on i.id = p.identity_id"),
                "whoever had a role keeps it, with the code, the name and the address");
        assertEquals(
                "1.0842",
                first(books, "select rate from journal_line where id = 1").replaceAll("0+$", ""));
        Path before = dir.resolve("backups/before-version-9.mv.db");
        assertTrue(Files.size(before) > 0);
        assertFalse(Files.exists(dir.resolve("upgrade")));
        assertEquals("rwx------", PosixFilePermissions.toString(Files.getPosixFilePermissions(dir)));
        BooksFile kept = new BooksFile(dir.resolve("kept"));
        kept.makeDirectory();
        Files.copy(before, kept.path());
        assertEquals("2", first(kept, "select next_entry_number from company where id = 1"));
    }

    @Test
    void run_afterOneThatWasStoppedInTheMiddle_beginsAnew() throws IOException, SQLException {
        BooksFile half = new BooksFile(dir.resolve("upgrade"));
        half.makeDirectory();
        Files.copy(books.path(), half.path());
        sql(half, "create table journal_counter (id bigint primary key)");
        Files.writeString(half.directory().resolve("books.trace.db"), "rest");
        new Upgrade(books).run();
        assertEquals("2", first(books, "select next_number from journal_counter where id = 1"));
        assertEquals(
                "RECEIVABLES PELL Pell Charter Quay 1, PAYABLES PELL Pell Charter Quay 2",
                first(
                        books,
                        "select listagg(p.control || ' ' || p.code || ' ' || i.name || ' ' || i.address, ', ')"
                                + " within group (order by p.id) from party p join party_identity i on i.id = p.identity_id"),
                "whoever had a role keeps it, with the code, the name and the address");
    }

    @Test
    void run_thatFails_leavesTheBooksAsTheyWere() throws SQLException, IOException {
        sql(books, "create table journal_counter (id bigint primary key)");
        byte[] before = Files.readAllBytes(books.path());
        assertThrows(RuntimeException.class, () -> new Upgrade(books).run());
        assertEquals("2", first(books, "select next_entry_number from company where id = 1"));
        assertTrue(before.length > 0);
    }
}
