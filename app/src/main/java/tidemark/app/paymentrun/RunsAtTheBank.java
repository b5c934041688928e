package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.payment.Payment;
import tidemark.app.payment.RunPayments;
import tidemark.app.reconcile.WaitingForBank;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.paymentrun.PaymentRunState;
import tidemark.core.problem.RuleViolation;

/** Runs whose file the bank pays in one sum, less what it refused of it before. */
@Service
class RunsAtTheBank implements WaitingForBank {
    private final PaymentRuns books;
    private final PaymentRunRepository runs;
    private final PayeeRepository payees;
    private final RunPayments payments;
    private final JdbcTemplate jdbc;

    RunsAtTheBank(
            PaymentRuns books,
            PaymentRunRepository runs,
            PayeeRepository payees,
            RunPayments payments,
            JdbcTemplate jdbc) {
        this.books = books;
        this.runs = runs;
        this.payees = payees;
        this.payments = payments;
        this.jdbc = jdbc;
    }

    @Override
    public List<CashEntry> at(long bankAccountId) {
        return jdbc.query(
                """
                select r.id, r.pay_on, r.number, f.message_id, sum(p.minor_units) as units
                from payment_run r join bank_file f on f.id = r.bank_file_id
                join payment_run_payee d on d.run_id = r.id join payment p on p.id = d.payment_id
                where r.bank_account_id = ? and r.state = 'RELEASED' and r.one_sum
                  and p.in_one_sum and p.state in ('BOOKED', 'WAITS_FOR_DATE') and p.clearing_entry_id is null
                group by r.id, r.pay_on, r.number, f.message_id order by r.id""",
                (row, i) -> new CashEntry(
                        WaitingForBank.standIn(row.getLong("id")),
                        row.getObject("pay_on", LocalDate.class),
                        -row.getLong("units"),
                        row.getString("message_id"),
                        "",
                        "",
                        say("payrun.atTheBank", row.getString("number"))),
                bankAccountId);
    }

    @Override
    public boolean knows(long companyId, long id) {
        return runs.existsByIdAndCompanyId(id, companyId);
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked arrived(BankAccount account, LocalDate day, Collection<Long> waiting, String who) {
        Ledger.Booked out = Ledger.Booked.nothing();
        for (long id : waiting.stream().sorted().toList()) {
            PaymentRun run = books.locked(account.companyId(), id);
            if (run.bankAccountId() != account.id() || run.state() != PaymentRunState.RELEASED || !run.oneSum()) {
                throw new RuleViolation(
                        "payrun.clearing",
                        "",
                        say("payrun.clearing.found", run.title()),
                        say("payrun.clearing.expected"),
                        say("payrun.clearing.remedy"));
            }
            List<Long> ids = payees.ofRun(id).stream()
                    .map(PayeeRow::paymentId)
                    .filter(Objects::nonNull)
                    .toList();
            // the bank may be there before the clock has booked them
            out.add(payments.bookWaiting(account, ids, who));
            out.add(payments.cleared(account, day, ids, run.number(), say("payrun.paidByTheBank", run.number()), who));
        }
        return out;
    }

    @Override
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, CashEntryId> standInsOf(long companyId, Collection<Long> journalEntryIds) {
        Map<Long, CashEntryId> out = new HashMap<>();
        for (long entry : journalEntryIds) {
            payments.clearedTogether(companyId, entry).stream()
                    .map(Payment::id)
                    .findFirst()
                    .ifPresent(payment -> {
                        List<Long> of = jdbc.queryForList(
                                "select run_id from payment_run_payee where payment_id = ?", Long.class, payment);
                        of.forEach(run -> out.put(entry, WaitingForBank.standIn(run)));
                    });
        }
        return out;
    }
}
