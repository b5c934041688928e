package tidemark.app.company;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.database.LockedRow;
import tidemark.app.database.RowLocks;
import tidemark.core.ledger.TaxSplit;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** A company's lists: sites, cost centres, banks and branches, taxes, rates and closed months. */
@Service
public class MasterData {
    /** The day whose rates hold for whatever is worked out within {@link #atRatesOf}. */
    private static final ScopedValue<LocalDate> VALUE_DATE = ScopedValue.newInstance();

    private final CompanyRepository companies;
    private final BankAccountRepository bankAccounts;
    private final SiteRepository sites;
    private final CostCentreRepository costCentres;
    private final BankRepository banks;
    private final BranchRepository branches;
    private final TaxCodeRepository taxCodes;
    private final ExchangeRateRepository rates;
    private final ClosedMonthRepository closedMonths;
    private final ActivityLog activity;
    private final RowLocks locks;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    MasterData(
            CompanyRepository companies,
            BankAccountRepository bankAccounts,
            SiteRepository sites,
            CostCentreRepository costCentres,
            BankRepository banks,
            BranchRepository branches,
            TaxCodeRepository taxCodes,
            ExchangeRateRepository rates,
            ClosedMonthRepository closedMonths,
            ActivityLog activity,
            RowLocks locks,
            JdbcTemplate jdbc,
            Clock clock) {
        this.locks = locks;
        this.jdbc = jdbc;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.sites = sites;
        this.costCentres = costCentres;
        this.banks = banks;
        this.branches = branches;
        this.taxCodes = taxCodes;
        this.rates = rates;
        this.closedMonths = closedMonths;
        this.activity = activity;
        this.clock = clock;
    }

    static <T extends MasterRow> T row(MasterRows<T> rows, long companyId, long id, String what) {
        return rows.findByIdAndCompanyId(id, companyId).orElseThrow(() -> new NotFound(what));
    }

    private void noted(long companyId, String who, String type, MasterRow row, String text) {
        activity.record(companyId, who, type + ".kept", type, row.id(), text);
    }

    /** Refuses a name that another row of the list has. */
    private static <T extends MasterRow> void onlyOne(
            List<T> rows,
            @Nullable Long own,
            java.util.function.Function<T, String> name,
            String wanted,
            String field) {
        for (T row : rows) {
            if (name.apply(row).equalsIgnoreCase(wanted) && (own == null || row.id() != own)) {
                throw Fields.taken(field, wanted);
            }
        }
    }

    @Transactional(readOnly = true)
    public List<Site> sites(long companyId) {
        return sites.findByCompanyIdOrderByName(companyId);
    }

    /** The site, which must be one of the company's. */
    @Transactional(readOnly = true)
    public Site site(long companyId, long id) {
        return row(sites, companyId, id, "site");
    }

    @Transactional
    public long keepSite(
            long companyId, @Nullable Long id, String name, boolean active, @Nullable String timeZone, String who) {
        String fit = Fields.text(name, "name", 120);
        onlyOne(sites(companyId), id, Site::name, fit, "name");
        Site site = id == null ? new Site(companyId, fit) : row(sites, companyId, id, "site");
        site.set(fit, active, timeZone == null || timeZone.isBlank() ? null : Companies.zone(timeZone));
        sites.save(site);
        noted(companyId, who, "site", site, say("company.site2", fit, active ? "" : say("company.noLongerActive")));
        return site.id();
    }

    @Transactional(readOnly = true)
    public List<CostCentre> costCentres(long companyId) {
        return costCentres.findByCompanyIdOrderById(companyId).stream()
                .sorted(Comparator.comparing(CostCentre::code))
                .toList();
    }

    @Transactional(readOnly = true)
    public Set<String> activeCostCentres(long companyId) {
        Set<String> out = new HashSet<>();
        costCentres.findByCompanyIdOrderById(companyId).stream()
                .filter(CostCentre::active)
                .forEach(c -> out.add(c.code()));
        return out;
    }

    @Transactional
    public long keepCostCentre(
            long companyId, @Nullable Long id, String code, String name, boolean active, String who) {
        String fit = Fields.code(code, "code");
        onlyOne(costCentres.findByCompanyIdOrderById(companyId), id, CostCentre::code, fit, "code");
        CostCentre centre =
                id == null ? new CostCentre(companyId) : row(costCentres, companyId, id, say("company.costCentre"));
        centre.set(fit, Fields.text(name, "name", 120), active);
        costCentres.save(centre);
        noted(companyId, who, "cost_centre", centre, say("company.costCentre2", fit, centre.name()));
        return centre.id();
    }

    @Transactional(readOnly = true)
    public List<Bank> banks(long companyId) {
        return banks.findByCompanyIdOrderById(companyId).stream()
                .sorted(Comparator.comparing(Bank::name))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Branch> branches(long companyId) {
        return branches.findByCompanyIdOrderById(companyId);
    }

    @Transactional
    public long keepBank(long companyId, @Nullable Long id, String name, String identifier, String who) {
        String fit = Fields.text(name, "name", 120);
        onlyOne(banks.findByCompanyIdOrderById(companyId), id, Bank::name, fit, "name");
        Bank bank = id == null ? new Bank(companyId) : row(banks, companyId, id, "bank");
        if (id != null) {
            bankAccounts.ids(companyId).stream()
                    .flatMap(account -> locks.lock(LockedRow.BANK_ACCOUNT, BankAccount.class, account).stream())
                    .filter(a -> a.bank().equals(bank.name()))
                    .forEach(a -> a.bank(fit));
        }
        bank.set(fit, identifier.strip());
        banks.save(bank);
        noted(companyId, who, "bank", bank, say("company.bank", fit));
        return bank.id();
    }

    /** The bank of that name, added to the list where it is new. */
    @Transactional
    public void bankNamed(long companyId, String name, String who) {
        boolean known = banks.findByCompanyIdOrderById(companyId).stream()
                .anyMatch(b -> b.name().equalsIgnoreCase(name));
        if (!known) {
            keepBank(companyId, null, name, "", who);
        }
    }

    @Transactional
    public long keepBranch(long companyId, @Nullable Long id, long bankId, String name, String identifier, String who) {
        row(banks, companyId, bankId, "bank");
        String fit = Fields.text(name, "name", 120);
        onlyOne(
                branches.findByCompanyIdOrderById(companyId).stream()
                        .filter(b -> b.bankId() == bankId)
                        .toList(),
                id,
                Branch::name,
                fit,
                "name");
        Branch branch = id == null ? new Branch(companyId) : row(branches, companyId, id, "branch");
        branch.set(bankId, fit, identifier.strip());
        branches.save(branch);
        noted(companyId, who, "branch", branch, say("company.branch", fit));
        return branch.id();
    }

    @Transactional(readOnly = true)
    public Branch branch(long companyId, long id) {
        return row(branches, companyId, id, "branch");
    }

    @Transactional(readOnly = true)
    public List<TaxCode> taxCodes(long companyId) {
        return taxCodes.findByCompanyIdOrderById(companyId).stream()
                .sorted(Comparator.comparing(TaxCode::code)
                        .thenComparing(t -> t.days().from(), Comparator.nullsFirst(Comparator.naturalOrder())))
                .toList();
    }

    @Transactional
    public long keepTaxCode(
            long companyId,
            @Nullable Long id,
            String code,
            String name,
            BigDecimal ratePercent,
            long ledgerAccountId,
            TaxCode.Nature nature,
            TaxCode.Days days,
            boolean active,
            String who) {
        String fit = Fields.code(code, "code");
        TaxSplit.checkRate(ratePercent, "ratePercent");
        checkDays(companyId, id, fit, ratePercent, days);
        TaxCode tax = id == null ? new TaxCode(companyId) : row(taxCodes, companyId, id, say("company.taxCode"));
        tax.set(fit, Fields.text(name, "name", 120), ratePercent, ledgerAccountId, nature, days, active);
        taxCodes.save(tax);
        noted(companyId, who, "tax_code", tax, say("company.taxAtPercent", fit, ratePercent.toPlainString()));
        return tax.id();
    }

    /** Of one code there is one tax each day. */
    private void checkDays(long companyId, @Nullable Long own, String code, BigDecimal ratePercent, TaxCode.Days days) {
        if (days.from() != null && days.to() != null && days.to().isBefore(days.from())) {
            throw new RuleViolation(
                    "tax.days", "validTo", say("tax.days.found"), say("tax.days.expected"), say("tax.days.remedy"));
        }
        TaxTable.Dated request = new TaxTable.Dated(
                new Taxes.Tax(code, ratePercent, ""), Optional.ofNullable(days.from()), Optional.ofNullable(days.to()));
        for (TaxCode other : taxCodes.findByCompanyIdOrderById(companyId)) {
            boolean another = own == null || other.id() != own;
            if (another
                    && other.code().equalsIgnoreCase(code)
                    && other.dated(request.tax()).meets(request)) {
                throw new RuleViolation(
                        "tax.days",
                        "validFrom",
                        say("tax.days.found2", other.code(), other.ratePercent().toPlainString()),
                        say("tax.days.expected2"),
                        say("tax.days.remedy2"));
            }
        }
    }

    @Transactional(readOnly = true)
    public List<tidemark.app.company.ExchangeRate> rates(long companyId) {
        return rates.findByCompanyIdOrderById(companyId).stream()
                .sorted(Comparator.comparing(tidemark.app.company.ExchangeRate::rateDate)
                        .reversed()
                        .thenComparing(tidemark.app.company.ExchangeRate::currency))
                .toList();
    }

    @Transactional
    public long keepRate(long companyId, String currency, LocalDate day, BigDecimal rate, String who) {
        CurrencyUnit base = companies.findById(companyId).orElseThrow().baseCurrency();
        CurrencyUnit foreign = MinorUnits.currency(currency, "currency");
        if (foreign.equals(base)) {
            throw new RuleViolation(
                    "rate.base", "currency", base.getCode(), say("rate.base.expected"), say("rate.base.remedy"));
        }
        ExchangeRate fit = new ExchangeRate(foreign, base, day, rate);
        tidemark.app.company.ExchangeRate row = rates.findByCompanyIdOrderById(companyId).stream()
                .filter(r -> r.currency().equals(currency) && r.rateDate().equals(day))
                .findFirst()
                .orElseGet(() -> new tidemark.app.company.ExchangeRate(companyId));
        row.set(currency, day, fit.rate());
        rates.save(row);
        noted(companyId, who, "rate", row, say("company.1From", currency, rate.toPlainString(), day));
        return row.id();
    }

    /**
     * The rate that holds on a day: the last one set no later.
     *
     * @throws RuleViolation {@code rate.missing}
     */
    @Transactional(readOnly = true)
    public ExchangeRate rate(long companyId, CurrencyUnit foreign, CurrencyUnit base, LocalDate asked) {
        LocalDate day = VALUE_DATE.orElse(asked);
        if (foreign.equals(base)) {
            return new ExchangeRate(foreign, base, day, BigDecimal.ONE);
        }
        return rates(companyId).stream()
                .filter(r ->
                        r.currency().equals(foreign.getCode()) && !r.rateDate().isAfter(day))
                .findFirst()
                .map(r -> new ExchangeRate(foreign, base, r.rateDate(), r.rate()))
                .orElseThrow(() -> new RuleViolation(
                        "rate.missing",
                        "date",
                        say("rate.missing.found", foreign.getCode(), day),
                        say("rate.missing.expected"),
                        say("rate.missing.remedy")));
    }

    /** What is worked out within takes the rates of that day, whichever day it is booked on; none for each its own. */
    public static <T> T atRatesOf(@Nullable LocalDate day, Supplier<T> within) {
        return day == null ? within.get() : ScopedValue.where(VALUE_DATE, day).call(within::get);
    }

    @Transactional(readOnly = true)
    public Set<YearMonth> closedMonths(long companyId) {
        Set<YearMonth> out = new java.util.TreeSet<>();
        closedMonths.findByCompanyIdOrderById(companyId).forEach(m -> out.add(YearMonth.from(m.firstDay())));
        return out;
    }

    /** Closes a month, or opens it again. */
    @Transactional
    public void close(long companyId, YearMonth month, boolean closed, String who) {
        // bookings hold the same lock while they check, so none slips in behind the closing
        locks.lock(LockedRow.JOURNAL, companyId);
        List<ClosedMonth> there = closedMonths.findByCompanyIdOrderById(companyId).stream()
                .filter(m -> m.firstDay().equals(month.atDay(1)))
                .toList();
        if (there.isEmpty() == !closed) {
            return;
        }
        if (closed) {
            ClosedMonth row = new ClosedMonth(companyId);
            row.set(month.atDay(1), who, clock.instant());
            closedMonths.save(row);
        } else {
            closedMonths.deleteAll(there);
        }
        activity.record(
                companyId,
                who,
                closed ? "month.closed" : "month.opened",
                "company",
                companyId,
                say("company.forBookings", (closed ? say("company.closed") : say("company.opened")) + month));
    }
}
