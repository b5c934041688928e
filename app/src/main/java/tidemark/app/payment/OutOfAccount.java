package tidemark.app.payment;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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

    /** What goes out of an account that is locked; everything that was made before is written to the database. */
    Running of(BankAccount account) {
        return new Running(account);
    }

    /** Adds up what is made in one go, so that what is out already is read once for each day. */
    final class Running {
        private final BankAccount account;
        private final Map<LocalDate, Long> out = new HashMap<>();

        private Running(BankAccount account) {
            this.account = account;
        }

        /** @throws RuleViolation {@code payment.day} where so much more is beyond what the account allows for that day */
        void add(LocalDate day, long minorUnits, String where) {
            if (account.limits().mostInADay().isEmpty()) {
                return;
            }
            long before = out.computeIfAbsent(day, d -> of(account.id(), d));
            List<Problem> problems = account.limits().problemsOfDay(minorUnits, before, account.currency(), where);
            if (!problems.isEmpty()) {
                throw new RuleViolation(problems);
            }
            out.put(day, Math.addExact(before, minorUnits));
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
