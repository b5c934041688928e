package tidemark.app.demo;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.running.Client;
import tidemark.app.running.RunningApp;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;

@ExtendWith(RunningApp.class)
class DemoStatementsTest {
    private static final Path KEPT = Path.of("../demo/statements");

    /** The files that a newcomer drops are the story's own; run with {@code -Dtidemark.write=true} to renew them. */
    @Test
    void files_areThoseInTheRepository(RunningApp.App app) throws Exception {
        long company = Client.signedIn(app, "maren").company();
        Map<String, BankAccount> accounts = new HashMap<>();
        Map<String, Long> openings = new HashMap<>();
        for (BankAccount account : app.bean(BankAccounts.class).list(company)) {
            accounts.put(account.name(), account);
            openings.put(account.name(), account.openingBankMinorUnits());
            app.bean(Statements.class).list(account.id()).stream()
                    .filter(s -> s.toDate().equals(java.time.LocalDate.of(2026, 5, 31)))
                    .findFirst()
                    .map(StatementRow::closingMinorUnits)
                    .ifPresent(closing -> openings.put(account.name(), closing));
        }
        List<DemoCompany.StatementFile> files = new ArrayList<>(DemoCompany.juneFiles(accounts, openings));
        files.add(DemoCompany.julyFile(
                Objects.requireNonNull(accounts.get("Operating")), Objects.requireNonNull(openings.get("Operating"))));
        assertEquals(5, files.size());
        for (DemoCompany.StatementFile file : files) {
            Path kept = KEPT.resolve(file.name());
            if (Boolean.getBoolean("tidemark.write")) {
                Files.createDirectories(KEPT);
                Files.write(kept, file.content());
            }
            assertArrayEquals(Files.readAllBytes(kept), file.content(), file.name());
        }
    }
}
