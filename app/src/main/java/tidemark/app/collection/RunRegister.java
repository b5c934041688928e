package tidemark.app.collection;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
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
import tidemark.core.collection.RunState;
import tidemark.core.money.MinorUnits;

/** The register of runs, and where a new one may begin. */
@Service
public class RunRegister {
    private final BankFileTerms terms;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final JdbcTemplate jdbc;

    RunRegister(BankFileTerms terms, BankAccounts bankAccounts, Companies companies, JdbcTemplate jdbc) {
        this.terms = terms;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.jdbc = jdbc;
    }

    /** As it stands in the register of runs. */
    public record RunSummary(
            long id,
            int version,
            String number,
            long bankAccountId,
            String account,
            LocalDate dueUpTo,
            LocalDate collectOn,
            RunState state,
            int customers,
            String amount,
            @Nullable Long fileId,
            String file,
            @Nullable LocalDate creditedOn,
            int returns,
            String cameBack,
            String madeBy) {}

    @Transactional(readOnly = true)
    public List<RunSummary> list(long companyId) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        return jdbc.query(
                """
                select r.id, r.number, r.bank_account_id, a.name, r.due_up_to, r.collect_on, r.state, f.id, f.name,
                  (select max(e.entry_date) from journal_entry e where e.id = r.clearing_entry_id or e.id in
                    (select c.clearing_entry_id from collection c where c.run_id = r.id)),
                  coalesce(s.customers, 0), coalesce(s.units, 0), coalesce(s.returns, 0), coalesce(s.back, 0), r.made_by, r.version
                from collection_run r join bank_account a on a.id = r.bank_account_id
                left join bank_file f on f.id = r.bank_file_id
                left join (select run_id, count(*) as customers, sum(minor_units) as units,
                    sum(case when came_back then 1 else 0 end) as returns,
                    sum(case when came_back then minor_units else 0 end) as back
                  from collection where decision = 'COLLECT' group by run_id) s on s.run_id = r.id
                where r.company_id = ? order by r.id desc""",
                (row, i) -> new RunSummary(
                        row.getLong(1),
                        row.getInt(16),
                        row.getString(2),
                        row.getLong(3),
                        row.getString(4),
                        row.getObject(5, LocalDate.class),
                        row.getObject(6, LocalDate.class),
                        RunState.valueOf(row.getString(7)),
                        row.getInt(11),
                        MinorUnits.toDecimal(row.getLong(12), currency),
                        row.getObject(8, Long.class),
                        Objects.requireNonNullElse(row.getString(9), ""),
                        row.getObject(10, LocalDate.class),
                        row.getInt(13),
                        MinorUnits.toDecimal(row.getLong(14), currency),
                        row.getString(15)),
                companyId);
    }

    /** What begins a run: a bank account with terms of its files, and the first day its bank takes. */
    public record RunStart(long bankAccountId, LocalDate dueUpTo, LocalDate collectOn) {}

    /** Where a run may begin, by bank account with terms of its files. @param due absent for today */
    @Transactional(readOnly = true)
    public List<RunStart> starts(long companyId, @Nullable LocalDate due) {
        LocalDate today = companies.today(companyId);
        List<RunStart> out = new ArrayList<>();
        for (BankAccount account : bankAccounts.list(companyId)) {
            terms.find(account.id())
                    .ifPresent(f -> out.add(new RunStart(
                            account.id(),
                            due == null ? today : due,
                            RunDays.first(today, f.leadDays(), terms.calendar(companyId, f.scheme())))));
        }
        return out;
    }
}
