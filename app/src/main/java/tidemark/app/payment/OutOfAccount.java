package tidemark.app.payment;

import java.time.LocalDate;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import tidemark.app.company.BankAccount;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** What goes out of an account on one day, by payments and transfers together, held to what the account allows. */
@Component
class OutOfAccount {
    private final JdbcTemplate jdbc;

    OutOfAccount(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * To be called with the account locked and everything before written to the database.
     *
     * @throws RuleViolation {@code payment.day} where so much more is beyond what the account allows for that day
     */
    void check(BankAccount account, LocalDate day, long minorUnits, String where) {
        if (account.limits().mostInADay().isEmpty()) {
            return;
        }
        List<Problem> problems =
                account.limits().problemsOfDay(minorUnits, of(account.id(), day), account.currency(), where);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    private long of(long accountId, LocalDate day) {
        Long sum = jdbc.queryForObject("""
                select coalesce((select sum(minor_units) from payment
                    where bank_account_id = ? and payment_date = ? and state <> 'VOID'), 0)
                  + coalesce((select sum(from_minor_units) from transfer
                    where from_account_id = ? and from_date = ? and not reversed), 0)""", Long.class, accountId, day, accountId, day);
        return sum == null ? 0 : sum;
    }
}
