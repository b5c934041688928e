package tidemark.app.outstanding;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.reconcile.VoidedChecks;
import tidemark.core.statement.CheckNumbers;

/** Checks that are plain entries, or were taken over with the account, and were reversed or set aside: the bank is not to pay them. */
@Component
class VoidEntries implements VoidedChecks {
    private final JdbcTemplate jdbc;

    VoidEntries(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    @Transactional(readOnly = true)
    public Map<String, String> told(long bankAccountId, Collection<String> numbers) {
        Set<String> wanted = VoidedChecks.plain(numbers);
        Map<String, String> out = new HashMap<>();
        if (wanted.isEmpty()) {
            return out;
        }
        List<Object> values = new ArrayList<>();
        values.add(bankAccountId);
        values.addAll(wanted);
        String places = String.join(", ", Collections.nCopies(wanted.size(), "?"));
        jdbc.query(
                "select c.check_number, c.party from cash_entry c"
                        + " join journal_entry r on r.reversal_of = c.journal_entry_id"
                        + " where c.bank_account_id = ? and c.minor_units < 0 and c.check_number in (" + places + ")"
                        + " and not exists (select 1 from payment p where p.journal_entry_id = c.journal_entry_id)"
                        + " and not exists (select 1 from cash_entry again where again.bank_account_id = c.bank_account_id"
                        + " and again.check_number = c.check_number and again.minor_units < 0"
                        + " and not exists (select 1 from journal_entry x where x.reversal_of = again.journal_entry_id))",
                row -> {
                    out.put(
                            CheckNumbers.plain(row.getString(1)),
                            say("outstanding.lineOfVoidEntry", row.getString(1), row.getString(2)));
                },
                values.toArray());
        jdbc.query(
                "select check_number, payee from unclaimed_money where bank_account_id = ? and payment_id is null"
                        + " and not taken_back and check_number in (" + places + ")",
                row -> {
                    out.put(
                            CheckNumbers.plain(row.getString(1)),
                            say("payment.lineOfUnclaimed", row.getString(1), row.getString(2)));
                },
                values.toArray());
        return out;
    }
}
