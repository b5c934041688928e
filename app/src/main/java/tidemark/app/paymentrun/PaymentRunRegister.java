package tidemark.app.paymentrun;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.bankfile.BankFileTerms;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.collection.RunDays;
import tidemark.core.money.MinorUnits;
import tidemark.core.paymentrun.PaymentRunState;

/** The register of payment runs, and where a new one may begin. */
@Service
public class PaymentRunRegister {
    /** What a discount has to earn in a year where no run has said otherwise, in per cent. */
    private static final BigDecimal USUAL_RATE = BigDecimal.TEN;

    private static final int DAYS_TO_THE_NEXT = 6;

    private final PaymentRunRepository runs;
    private final BankFileTerms terms;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    PaymentRunRegister(
            PaymentRunRepository runs,
            BankFileTerms terms,
            BankAccounts bankAccounts,
            Companies companies,
            JdbcTemplate jdbc) {
        this.runs = runs;
        this.terms = terms;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** As it stands in the register of runs. @param voided payments of it that came to nothing */
    public record PayRunSummary(
            long id,
            String number,
            long bankAccountId,
            String account,
            LocalDate dueUpTo,
            LocalDate payOn,
            PaymentRunState state,
            int payees,
            String amount,
            String file,
            @Nullable LocalDate paidOn,
            int voided,
            String voidedAmount,
            String madeBy,
            String releasedBy) {}

    @Transactional(readOnly = true)
    public List<PayRunSummary> list(long companyId) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        return jdbc.query(
                """
                select r.id, r.number, r.bank_account_id, a.name, r.due_up_to, r.pay_on, r.state, f.name,
                  coalesce(s.payees, 0), coalesce(s.units, 0), s.paid_on, coalesce(s.voided, 0), coalesce(s.voided_units, 0),
                  r.made_by, r.released_by
                from payment_run r join bank_account a on a.id = r.bank_account_id
                left join bank_file f on f.id = r.bank_file_id
                left join (select d.run_id, count(*) as payees, sum(d.minor_units) as units, max(e.entry_date) as paid_on,
                    sum(case when p.state = 'VOID' then 1 else 0 end) as voided,
                    sum(case when p.state = 'VOID' then p.minor_units else 0 end) as voided_units
                  from payment_run_payee d left join payment p on p.id = d.payment_id
                  left join journal_entry e on e.id = p.clearing_entry_id
                  where d.decision = 'PAY' group by d.run_id) s on s.run_id = r.id
                where r.company_id = ? order by r.id desc""",
                (row, i) -> new PayRunSummary(
                        row.getLong(1),
                        row.getString(2),
                        row.getLong(3),
                        row.getString(4),
                        row.getObject(5, LocalDate.class),
                        row.getObject(6, LocalDate.class),
                        PaymentRunState.valueOf(row.getString(7)),
                        row.getInt(9),
                        MinorUnits.toDecimal(row.getLong(10), currency),
                        Objects.requireNonNullElse(row.getString(8), ""),
                        row.getObject(11, LocalDate.class),
                        row.getInt(12),
                        MinorUnits.toDecimal(row.getLong(13), currency),
                        row.getString(14),
                        row.getString(15)),
                companyId);
    }

    /** What begins a run: a bank account, the first day its bank takes a file for, and what the last run asked of discounts. */
    public record PayRunStart(
            long bankAccountId,
            String account,
            LocalDate dueUpTo,
            LocalDate payOn,
            BigDecimal leastRate,
            boolean file) {}

    @Transactional(readOnly = true)
    public List<PayRunStart> starts(long companyId) {
        LocalDate today = companies.today(companyId);
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        List<PayRunStart> out = new ArrayList<>();
        for (BankAccount account : bankAccounts.list(companyId)) {
            if (account.active() && account.currency().equals(currency)) {
                Optional<BankFileTerms.FileTermsForm> form = terms.find(account.id());
                LocalDate first = form.map(
                                f -> RunDays.first(today, f.paymentLead(), terms.calendar(companyId, f.scheme())))
                        .orElse(today);
                out.add(new PayRunStart(
                        account.id(),
                        account.name(),
                        first.plusDays(DAYS_TO_THE_NEXT),
                        first,
                        runs.findFirstByBankAccountIdOrderByIdDesc(account.id())
                                .map(PaymentRun::leastRate)
                                .orElse(USUAL_RATE),
                        form.isPresent()));
            }
        }
        return out;
    }
}
