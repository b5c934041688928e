package tidemark.app.statement;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.StatementIntegrity;
import tidemark.core.statement.StatementReader;

/** Finds the account that a statement file belongs to, by the number in it or the balance it opens with. */
@Service
class StatementTargets {
    private final BankAccounts accounts;
    private final Companies companies;
    private final Statements statements;

    StatementTargets(BankAccounts accounts, Companies companies, Statements statements) {
        this.accounts = accounts;
        this.companies = companies;
        this.statements = statements;
    }

    @Transactional(readOnly = true)
    long accountOf(long companyId, byte[] content) {
        ReadStatement first = first(companyId, content);
        String number = first.header().accountNumber();
        List<BankAccount> fitting = accounts.list(companyId).stream()
                .filter(a -> number.isEmpty()
                        ? statements.lastClosing(a).minorUnits()
                                        == first.header().openingMinorUnits()
                                && statements
                                        .lastClosing(a)
                                        .date()
                                        .plusDays(1)
                                        .equals(first.header().from())
                        : StatementIntegrity.plain(a.number()).equals(StatementIntegrity.plain(number)))
                .toList();
        if (fitting.size() != 1) {
            throw new RuleViolation(
                    "statement.account",
                    "",
                    number.isEmpty()
                            ? "a file that names no account and follows on from " + fitting.size() + " of them"
                            : "a statement of account " + number,
                    "a statement that belongs to one of your accounts",
                    "Drop the file on the account it belongs to.");
        }
        return fitting.getFirst().id();
    }

    private ReadStatement first(long companyId, byte[] content) {
        try {
            return StatementReader.readAll(
                            new ByteArrayInputStream(content),
                            companies.get(companyId).baseCurrency())
                    .getFirst();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
