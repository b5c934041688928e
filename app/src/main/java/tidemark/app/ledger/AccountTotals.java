package tidemark.app.ledger;

import java.sql.Date;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.core.ledger.AccountPeriods.DayTotal;

/**
 * Debits and credits of each account and day. Every booking adds to them in its own transaction, under the lock of the
 * company's numbering, so a balance at any date is a sum of days and never of journal lines: a thousand days or a
 * thousand lines a day cost the same. A page of an account's lines opens with the sum of the days before its first line
 * and the lines of that one day up to it, which the index {@code journal_line_by_account} holds.
 */
@Component
public class AccountTotals {
    private final JdbcTemplate jdbc;

    AccountTotals(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    private record Key(long accountId, LocalDate day) {}

    /** What one booking adds. */
    public static final class Movements {
        private final Map<Key, long[]> sums = new LinkedHashMap<>();

        void add(JournalLineRow line) {
            long[] sum = sums.computeIfAbsent(new Key(line.ledgerAccountId(), line.entryDate()), k -> new long[3]);
            if (line.minorUnits() > 0) {
                sum[0] = Math.addExact(sum[0], line.minorUnits());
            } else {
                sum[1] = Math.subtractExact(sum[1], line.minorUnits());
            }
            sum[2] = Math.addExact(sum[2], line.ownMinorUnits());
        }
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void add(Movements movements) {
        List<Object[]> rows = movements.sums.entrySet().stream()
                .map(e -> new Object[] {
                    e.getKey().accountId(), e.getKey().day(), e.getValue()[0], e.getValue()[1], e.getValue()[2]
                })
                .toList();
        jdbc.batchUpdate("""
                merge into account_day t
                using (values (cast(? as bigint), cast(? as date), cast(? as bigint), cast(? as bigint), cast(? as bigint)))
                  s (account, moved_on, debits, credits, own)
                on t.ledger_account_id = s.account and t.total_date = s.moved_on
                when matched then update set
                  debits = t.debits + s.debits, credits = t.credits + s.credits, own_net = t.own_net + s.own
                when not matched then insert (ledger_account_id, total_date, debits, credits, own_net)
                  values (s.account, s.moved_on, s.debits, s.credits, s.own)""", rows);
    }

    /** Balance at the end of a day in the company's currency; debit positive. */
    public long balance(long accountId, LocalDate day) {
        return sum("debits-credits", accountId, day);
    }

    /** Balance at the end of a day in the account's own currency; debit positive. */
    public long ownBalance(long accountId, LocalDate day) {
        return sum("own_net", accountId, day);
    }

    private long sum(String what, long accountId, LocalDate day) {
        Long sum = jdbc.queryForObject(
                "select coalesce(sum(" + what
                        + "), 0) from account_day where ledger_account_id = ? and total_date <= ?",
                Long.class,
                accountId,
                day);
        return sum == null ? 0 : sum;
    }

    /** Balances of all the company's accounts at the end of a day, those that moved. */
    public Map<Long, Long> balances(long companyId, LocalDate day) {
        Map<Long, Long> out = new HashMap<>();
        jdbc.query(
                """
                select d.ledger_account_id, sum(d.debits - d.credits)
                from ledger_account a join account_day d on d.ledger_account_id = a.id
                where a.company_id = ? and d.total_date <= ?
                group by d.ledger_account_id""",
                row -> {
                    out.put(row.getLong(1), row.getLong(2));
                },
                companyId,
                day);
        return out;
    }

    /** The days of a span on which the account moved, ascending. */
    public List<DayTotal> days(long accountId, LocalDate from, LocalDate to) {
        return jdbc.query(
                """
                select total_date, debits, credits from account_day
                where ledger_account_id = ? and total_date between ? and ? order by total_date""",
                (row, i) -> new DayTotal(row.getDate(1).toLocalDate(), row.getLong(2), row.getLong(3)),
                accountId,
                Date.valueOf(from),
                Date.valueOf(to));
    }

    /** The sum of one day's lines up to and with one of them. */
    public long upTo(long accountId, LocalDate day, long lineId) {
        Long sum = jdbc.queryForObject("""
                select coalesce(sum(minor_units), 0) from journal_line
                where ledger_account_id = ? and entry_date = ? and id <= ?""", Long.class, accountId, day, lineId);
        return sum == null ? 0 : sum;
    }
}
