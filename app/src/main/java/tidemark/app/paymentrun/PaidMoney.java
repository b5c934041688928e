package tidemark.app.paymentrun;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.bankdetails.BankDetails;
import tidemark.app.bankdetails.PayeeAccounts;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.payment.PaymentVoids;
import tidemark.core.mandate.AccountChange;
import tidemark.core.mandate.DebtorAccount;
import tidemark.core.payment.PaymentState;

/** What payment runs sent out by files, for whoever hears from the bank of it. */
@Service
public class PaidMoney {
    /** As runs name their payments in files. */
    private static final Pattern ID = Pattern.compile("P\\d{1,14}");

    private static final Pattern TRACE = Pattern.compile("\\d{15}");

    private final BankFileTerms terms;
    private final PayeeAccounts accounts;
    private final PaymentVoids voids;
    private final JdbcTemplate jdbc;

    PaidMoney(BankFileTerms terms, PayeeAccounts accounts, PaymentVoids voids, JdbcTemplate jdbc) {
        this.terms = terms;
        this.accounts = accounts;
        this.voids = voids;
        this.jdbc = jdbc;
    }

    /**
     * A payment that went out in the file of a run, whatever became of it.
     *
     * @param id of the payment; {@code detailsId} of the account to which it went
     */
    public record PaidOut(
            long id,
            long runId,
            String run,
            long partyId,
            String party,
            long detailsId,
            long minorUnits,
            LocalDate paidOn,
            long bankAccountId,
            PaymentState state) {
        /** Nothing of it is left to be undone. */
        public boolean isVoid() {
            return state == PaymentState.VOID;
        }
    }

    private static final String SENT =
            "select p.id, r.id, r.number, d.party_id, p.payee, d.bank_details_id, p.minor_units, p.payment_date,"
                    + " p.bank_account_id, p.state from payment_run_payee d join payment_run r on r.id = d.run_id"
                    + " join payment p on p.id = d.payment_id where d.company_id = ? and d.bank_details_id is not null";

    private static PaidOut read(ResultSet row, int number) throws SQLException {
        return new PaidOut(
                row.getLong(1),
                row.getLong(2),
                row.getString(3),
                row.getLong(4),
                row.getString(5),
                row.getLong(6),
                row.getLong(7),
                row.getObject(8, LocalDate.class),
                row.getLong(9),
                PaymentState.valueOf(row.getString(10)));
    }

    /**
     * What went out under an identification, or under a trace of ACH where the bank did not give that back.
     *
     * @param trace fifteen digits; empty for none
     */
    @Transactional(readOnly = true)
    public Optional<PaidOut> sent(long companyId, String endToEnd, String trace) {
        if (ID.matcher(endToEnd).matches()) {
            return jdbc
                    .query(SENT + " and p.id = ?", PaidMoney::read, companyId, Long.valueOf(endToEnd.substring(1)))
                    .stream()
                    .findFirst();
        }
        if (!TRACE.matcher(trace).matches()) {
            return Optional.empty();
        }
        // traces of two banks may have the same number
        return jdbc
                .query(
                        SENT + " and d.trace = ? order by d.id desc",
                        PaidMoney::read,
                        companyId,
                        Long.valueOf(trace.substring(8)))
                .stream()
                .filter(s -> terms.find(s.bankAccountId())
                        .filter(f -> f.routing().startsWith(trace.substring(0, 8)))
                        .isPresent())
                .findFirst();
    }

    /** The same as it is now. */
    @Transactional(readOnly = true)
    public PaidOut sent(long companyId, long paymentId) {
        return jdbc.query(SENT + " and p.id = ?", PaidMoney::read, companyId, paymentId).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("payrun.run")));
    }

    /** A payment run whose file it is, or whose reversing file. */
    public record PayRunOfFile(long runId, String run) {}

    @Transactional(readOnly = true)
    public List<PayRunOfFile> ofFile(long companyId, long fileId) {
        return jdbc.query(
                "select id, number from payment_run where company_id = ? and (bank_file_id = ? or reversal_file_id = ?)",
                (row, i) -> new PayRunOfFile(row.getLong(1), row.getString(2)),
                companyId,
                fileId,
                fileId);
    }

    /** The bank sent it back, or refused it: what it settled is owed again. @param why in words */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked cameBack(long companyId, long paymentId, LocalDate day, String why, String who) {
        return voids.cameBack(companyId, paymentId, day, why.length() > 200 ? why.substring(0, 200) : why, who)
                .booked();
    }

    /** Which of some entries booked a payment that the bank sent back. */
    @Transactional(readOnly = true)
    public List<Long> cameBack(long companyId, Collection<Long> entryIds) {
        return voids.ofTheBank(companyId, entryIds);
    }

    /**
     * A second person is asked whether what the bank says of the payee's account is right from now on.
     *
     * @param code of the notification of change, with what it says
     * @throws tidemark.core.problem.RuleViolation where the bank says nothing of an account, or what asking refuses
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void otherAccount(long companyId, PaidOut of, String code, String information, Actor who) {
        BankDetails to = java.util.Objects.requireNonNull(
                accounts.some(List.of(of.detailsId())).get(of.detailsId()));
        if (!(to.account() instanceof DebtorAccount.Ach now)) {
            throw new NotFound(say("payrun.payee"));
        }
        AccountChange right = AccountChange.of(code, information, now, to.holder());
        accounts.ask(
                companyId,
                of.partyId(),
                new PayeeAccounts.NewBankDetails(
                        false,
                        right.holder(),
                        right.account().routing(),
                        right.account().number(),
                        right.account().savings(),
                        "",
                        say("payrun.bankSays", code, of.run())),
                who);
    }
}
