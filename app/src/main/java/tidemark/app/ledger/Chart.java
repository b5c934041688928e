package tidemark.app.ledger;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.core.ledger.ChartFile;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.Purpose;
import tidemark.core.problem.Fields;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** The chart of accounts, and which of its accounts serves which purpose. */
@Service
public class Chart {
    private final ChartAccountRepository chart;
    private final JournalLineRepository lines;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final MasterData masterData;
    private final ActivityLog activity;

    Chart(
            ChartAccountRepository chart,
            JournalLineRepository lines,
            BankAccounts bankAccounts,
            Companies companies,
            MasterData masterData,
            ActivityLog activity) {
        this.chart = chart;
        this.lines = lines;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.masterData = masterData;
        this.activity = activity;
    }

    @Transactional
    public ChartAccount add(long companyId, LedgerAccount account, String who) {
        return add(companyId, account, null, who);
    }

    /** @param foreign the currency it is kept in, other than the company's */
    @Transactional
    public ChartAccount add(long companyId, LedgerAccount account, @Nullable CurrencyUnit foreign, String who) {
        Fields.code(account.code(), "code");
        Fields.text(account.name(), "name", 120);
        if (chart.findByCompanyIdAndCode(companyId, account.code()).isPresent()) {
            throw new RuleViolation(
                    "account.taken",
                    "code",
                    say("account.taken.found", account.code()),
                    say("account.taken.expected"),
                    say("account.taken.remedy"));
        }
        ChartAccount saved = chart.save(new ChartAccount(companyId, account, foreign));
        activity.record(
                companyId, who, "account.added", "ledger_account", saved.id(), account.code() + " " + account.name());
        return saved;
    }

    @Transactional
    public void change(long companyId, long id, LedgerAccount request, String who) {
        change(
                chart.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(say("ledger.ledgerAccount"))),
                request,
                who);
    }

    private void change(ChartAccount account, LedgerAccount request, String who) {
        Fields.text(request.name(), "name", 120);
        boolean kindChanges = request.type() != account.type() || request.control() != account.control();
        if (kindChanges && lines.existsByLedgerAccountId(account.id())) {
            throw new RuleViolation(
                    "account.used",
                    "type",
                    say("account.used.found", account.code(), account.name()),
                    say("account.used.expected"),
                    say("account.used.remedy"));
        }
        if (kindChanges || (!request.active() && account.active())) {
            checkServesNothing(account);
        }
        account.change(request);
        activity.record(
                account.companyId(),
                who,
                "account.changed",
                "ledger_account",
                account.id(),
                account.code() + " " + request.name()
                        + (request.active() ? "" : say("account.changed.noLongerActive")));
    }

    private void checkServesNothing(ChartAccount account) {
        List<String> serves = new ArrayList<>();
        for (BankAccount bank : bankAccounts.list(account.companyId())) {
            if (bank.active()
                    && (bank.ledgerAccountId() == account.id()
                            || bank.settings().purposes().containsValue(account.id()))) {
                serves.add(bank.name());
            }
        }
        for (Purpose purpose : Purpose.OF_COMPANY) {
            if (companies.get(account.companyId()).purpose(purpose).orElse(0L) == account.id()) {
                serves.add(purpose.words());
            }
        }
        masterData.taxCodes(account.companyId()).stream()
                .filter(t -> t.active() && t.ledgerAccountId() == account.id())
                .forEach(t -> serves.add(say("ledger.tax2", t.code())));
        if (!serves.isEmpty()) {
            serves.sort(null);
            throw new RuleViolation(
                    "account.serves",
                    "active",
                    say("account.serves.found", account.code(), account.name(), String.join(", ", serves)),
                    say("account.serves.expected"),
                    say("account.serves.remedy"));
        }
    }

    /** Takes a whole chart: accounts that are there are changed, others added; all or nothing. */
    @Transactional
    public int take(long companyId, String content, String who) {
        List<LedgerAccount> rows = ChartFile.read(content).rowsOrRefuse();
        List<Problem> problems = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        int line = 1;
        for (LedgerAccount row : rows) {
            line++;
            try {
                if (!seen.add(row.code())) {
                    throw Fields.taken("code", row.code());
                }
                Optional<ChartAccount> there = chart.findByCompanyIdAndCode(companyId, row.code());
                if (there.isPresent()) {
                    change(there.get(), row, who);
                } else {
                    add(companyId, row, who);
                }
            } catch (RuleViolation e) {
                Problem p = e.problems().getFirst();
                problems.add(p.at(say("ledger.row", line, p.where())));
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        return rows.size();
    }

    @Transactional(readOnly = true)
    public String csv(long companyId) {
        return ChartFile.write(chart.findByCompanyIdOrderByCode(companyId).stream()
                .map(ChartAccount::account)
                .toList());
    }

    /** Refuses an account whose type does not suit the purpose. */
    @Transactional(readOnly = true)
    public ChartAccount fit(long companyId, Purpose purpose, long ledgerAccountId) {
        ChartAccount account = chart.findByIdAndCompanyId(ledgerAccountId, companyId)
                .orElseThrow(() -> new NotFound(say("ledger.ledgerAccount")));
        Control needed = Control.servedBy(purpose);
        if (!purpose.fits(account.type()) || account.control() != needed || !account.active()) {
            throw new RuleViolation(
                    "purpose.unfit",
                    purpose.name(),
                    account.code() + " " + account.name(),
                    say(
                            "purpose.unfit.expected2",
                            purpose.words(),
                            needed == Control.NONE ? "" : say("purpose.unfit.expected")),
                    say("purpose.unfit.remedy"));
        }
        return account;
    }

    /**
     * The code of the account that serves a purpose of a bank account, be it the general one, or else of the company.
     *
     * @throws RuleViolation {@code purpose.missing}
     */
    @Transactional(readOnly = true)
    public String accountCodeFor(long companyId, @Nullable BankAccount bank, Purpose purpose) {
        Optional<Long> id = bank == null || purpose.ofCompany()
                ? companies.get(companyId).purpose(purpose)
                : bank.purpose(purpose).or(() -> bank.purpose(purpose.general()));
        return id.flatMap(i -> chart.findByIdAndCompanyId(i, companyId))
                .map(ChartAccount::code)
                .orElseThrow(() -> new RuleViolation(
                        "purpose.missing",
                        "",
                        say(
                                "purpose.missing.found2",
                                purpose.words(),
                                bank == null ? "" : say("purpose.missing.found", bank.name())),
                        say("purpose.missing.expected"),
                        say("purpose.missing.remedy")));
    }

    /** Codes of the company's control accounts by kind. */
    @Transactional(readOnly = true)
    public Map<String, Control> controls(long companyId) {
        Map<String, Control> out = new HashMap<>();
        chart.findByCompanyIdOrderByCode(companyId).stream()
                .filter(a -> a.control() != Control.NONE)
                .forEach(a -> out.put(a.code(), a.control()));
        return out;
    }
}
