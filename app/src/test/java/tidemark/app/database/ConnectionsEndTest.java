package tidemark.app.database;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static tidemark.app.books.NewCompany.ok;

import com.zaxxer.hikari.HikariDataSource;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tidemark.app.books.NewCompany;
import tidemark.app.running.RunningApp;
import tidemark.app.together.AccountToCertify;

/** The pool ends each connection after a while; nothing in the database may depend on one that has ended. */
@ExtendWith(RunningApp.class)
class ConnectionsEndTest {
    /** Why the books are closed once after they were made: so H2 behaves, and if it ever does not, this tells. */
    @Test
    void checkOfConstants_outlivesItsConnection_onlyOnceReadFromTheFile(@TempDir Path dir) throws SQLException {
        String url = "jdbc:h2:file:" + dir.resolve("checks");
        try (Connection keeper = DriverManager.getConnection(url)) {
            try (Connection maker = DriverManager.getConnection(url);
                    Statement s = maker.createStatement()) {
                s.execute("create table t (a varchar(9) check (a in ('ONE', 'TWO')))");
            }
            try (Statement s = keeper.createStatement()) {
                SQLException e = assertThrows(SQLException.class, () -> s.execute("insert into t values ('TWO')"));
                assertEquals(23514, e.getErrorCode());
            }
        }
        try (Connection again = DriverManager.getConnection(url);
                Statement s = again.createStatement()) {
            s.execute("insert into t values ('TWO')");
        }
    }

    @Test
    void upgrade_ofFreshBooks_leavesNoConnectionThatAChecksHolds(@TempDir Path dir) throws SQLException {
        BooksFile books = new BooksFile(dir);
        new Upgrade(books).run();
        try (Connection keeper = DriverManager.getConnection(books.url(), "tidemark", "")) {
            for (int i = 0; i < 2; i++) {
                try (Connection one = DriverManager.getConnection(books.url(), "tidemark", "");
                        Statement s = one.createStatement()) {
                    s.execute("insert into company (id, name, base_currency, one_person, version) values (" + i
                            + ", 'C', 'USD', false, 0)");
                    s.execute("insert into ledger_account (id, company_id, code, name, type, active, version) values ("
                            + i + ", " + i + ", '1', 'A', 'ASSET', true, 0)");
                }
            }
            assertTrue(keeper.isValid(1));
        }
    }

    @Test
    void everyConnectionEnded_betweenChanges_changesNothing(RunningApp.App app) {
        HikariDataSource pool = app.bean(HikariDataSource.class);
        AccountToCertify account = new AccountToCertify(app);
        NewCompany c = account.company;
        List<Runnable> work = List.of(
                () -> ok(c.iris.put(c.base + account.base + "/settings", account.settings("2002"))),
                () -> ok(account.prepare()),
                () -> ok(account.sendBack()),
                () -> ok(account.prepare()),
                () -> ok(account.certify()),
                () -> ok(c.post("/ledger/entries", account.entry("2026-07-01", "3.00"))),
                () -> ok(account.reopen()),
                () -> c.party("RECEIVABLES", "Merrow", 0),
                () -> ok(c.post(
                        "/drafts",
                        Map.of("kind", "ENTRY", "version", 0, "body", account.entry("2026-07-02", "1.00")))));
        for (Runnable one : work) {
            pool.getHikariPoolMXBean().softEvictConnections();
            one.run();
        }
    }
}
