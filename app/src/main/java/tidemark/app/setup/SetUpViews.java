package tidemark.app.setup;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.DateOrder;
import tidemark.app.company.MasterData;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.TaxUse;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;

/** A company's set-up as it is shown. */
@Service
public class SetUpViews {
    private static final Set<Purpose> OF_BANK_ACCOUNT = EnumSet.complementOf(EnumSet.copyOf(Purpose.OF_COMPANY));

    private final Companies companies;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;
    private final NumberCounters numbers;

    SetUpViews(
            Companies companies,
            Ledger ledger,
            BankAccounts bankAccounts,
            MasterData masterData,
            NumberCounters numbers) {
        this.companies = companies;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
        this.numbers = numbers;
    }

    public record SiteView(
            long id, String name, boolean active, @Nullable String timeZone) {}

    public record CostCentreView(long id, String code, String name, boolean active) {}

    public record BankView(long id, String name, String identifier) {}

    public record BranchView(long id, long bankId, String name, String identifier) {}

    public record TaxCodeView(
            long id,
            String code,
            String name,
            String ratePercent,
            long ledgerAccountId,
            TaxUse use,
            boolean recoverable,
            boolean inDiscounts,
            @Nullable LocalDate validFrom,
            @Nullable LocalDate validTo,
            boolean active) {}

    /**
     * @param words what is numbered
     * @param siteId of a series for one site
     * @param nextNumber of this year, where the series begins anew each year
     */
    public record SeriesView(
            long id,
            String kind,
            String words,
            @Nullable Long siteId,
            String prefix,
            long nextNumber,
            int digits,
            boolean yearly) {}

    public record RateView(long id, String currency, LocalDate date, String rate) {}

    /** What a purpose is called, whether the whole company shares it, and the account that serves it. */
    public record PurposeView(
            Purpose purpose, String words, @Nullable Long ledgerAccountId) {}

    /** @param above absent where one person is enough from then on */
    public record LimitToCome(LocalDate from, @Nullable String above) {}

    public record SetUpView(
            String name,
            String currency,
            boolean onePerson,
            boolean secondFactor,
            AmountStyle amountStyle,
            DateOrder dateOrder,
            String timeZone,
            @Nullable String secondPersonAbove,
            List<LimitToCome> secondPersonChanges,
            List<SiteView> sites,
            List<CostCentreView> costCentres,
            List<BankView> banks,
            List<BranchView> branches,
            List<TaxCodeView> taxCodes,
            List<SeriesView> series,
            List<RateView> rates,
            List<YearMonth> closedMonths,
            List<PurposeView> purposes,
            List<PurposeView> bankAccountPurposes) {}

    private static @Nullable String above(Company company, LocalDate day) {
        OptionalLong limit = company.secondPersonAbove(day);
        return limit.isPresent() ? MinorUnits.toDecimal(limit.getAsLong(), company.baseCurrency()) : null;
    }

    @Transactional
    public SetUpView of(long companyId) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        return new SetUpView(
                company.name(),
                company.baseCurrency().getCode(),
                company.onePerson(),
                company.secondFactor(),
                company.amountStyle(),
                company.dateOrder(),
                company.zone().getId(),
                above(company, today),
                company.secondPersonChanges(today).stream()
                        .map(d -> new LimitToCome(d, above(company, d)))
                        .toList(),
                masterData.sites(companyId).stream()
                        .map(s -> new SiteView(
                                s.id(),
                                s.name(),
                                s.active(),
                                s.zone().map(java.time.ZoneId::getId).orElse(null)))
                        .toList(),
                masterData.costCentres(companyId).stream()
                        .map(c -> new CostCentreView(c.id(), c.code(), c.name(), c.active()))
                        .toList(),
                masterData.banks(companyId).stream()
                        .map(b -> new BankView(b.id(), b.name(), b.identifier()))
                        .toList(),
                masterData.branches(companyId).stream()
                        .map(b -> new BranchView(b.id(), b.bankId(), b.name(), b.identifier()))
                        .toList(),
                masterData.taxCodes(companyId).stream()
                        .map(t -> new TaxCodeView(
                                t.id(),
                                t.code(),
                                t.name(),
                                t.ratePercent().stripTrailingZeros().toPlainString(),
                                t.ledgerAccountId(),
                                t.nature().use(),
                                t.nature().recoverable(),
                                t.nature().inDiscounts(),
                                t.days().from(),
                                t.days().to(),
                                t.active()))
                        .toList(),
                numbers.series(companyId).stream()
                        .map(s -> new SeriesView(
                                s.id(),
                                s.kind(),
                                numbers.wordsOf(s),
                                s.siteId(),
                                s.prefix(),
                                numbers.next(s, today),
                                s.digits(),
                                s.yearly()))
                        .toList(),
                masterData.rates(companyId).stream()
                        .map(r -> new RateView(
                                r.id(),
                                r.currency(),
                                r.rateDate(),
                                r.rate().stripTrailingZeros().toPlainString()))
                        .toList(),
                List.copyOf(masterData.closedMonths(companyId)),
                purposes(Purpose.OF_COMPANY, company::purpose),
                purposes(OF_BANK_ACCOUNT, p -> startingAccount(companyId, p)));
    }

    /** The account of the starting chart, where the company still has it, for a bank account to be added. */
    private Optional<Long> startingAccount(long companyId, Purpose purpose) {
        return Optional.ofNullable(StartingChart.OF_BANK_ACCOUNT.get(purpose))
                .flatMap(code -> ledger.accountByCode(companyId, code))
                .map(ChartAccount::id);
    }

    private static List<PurposeView> purposes(
            Set<Purpose> which, java.util.function.Function<Purpose, java.util.Optional<Long>> serving) {
        return Arrays.stream(Purpose.values())
                .filter(which::contains)
                .map(p -> new PurposeView(p, p.words(), serving.apply(p).orElse(null)))
                .toList();
    }

    /** A bank account's settings; amounts as decimal text of its currency. */
    public record BankAccountView(
            long id,
            String name,
            String bank,
            String number,
            String currency,
            long ledgerAccountId,
            LocalDate openingDate,
            String openingLedgerBalance,
            String openingBankBalance,
            LocalDate mark,
            @Nullable Long branchId,
            @Nullable String leastPayment,
            @Nullable String mostPayment,
            @Nullable String mostOutInADay,
            boolean zeroPayment,
            String differenceTolerance,
            BankAccount.CheckStock checkStock,
            String nextCheckNumber,
            int oldCheckDays,
            int staleCheckDays,
            boolean bookOnClearing,
            boolean depositsOnClearing,
            boolean active,
            List<PurposeView> purposes,
            List<Long> sites,
            List<String> currencies) {}

    @Transactional(readOnly = true)
    public List<BankAccountView> bankAccounts(long companyId) {
        return bankAccounts.list(companyId).stream().map(SetUpViews::view).toList();
    }

    private static BankAccountView view(BankAccount a) {
        BankAccount.Settings s = a.settings();
        CurrencyUnit c = a.currency();
        return new BankAccountView(
                a.id(),
                a.name(),
                a.bank(),
                a.number(),
                c.getCode(),
                a.ledgerAccountId(),
                a.openingDate(),
                MinorUnits.toDecimal(a.openingMinorUnits(), c),
                MinorUnits.toDecimal(a.openingBankMinorUnits(), c),
                a.mark().date(),
                s.branchId(),
                s.leastPayment() == null ? null : MinorUnits.toDecimal(s.leastPayment(), c),
                s.mostPayment() == null ? null : MinorUnits.toDecimal(s.mostPayment(), c),
                s.mostOutInADay() == null ? null : MinorUnits.toDecimal(s.mostOutInADay(), c),
                s.zeroPayment(),
                MinorUnits.toDecimal(s.differenceTolerance(), c),
                s.checkStock(),
                s.nextCheckNumber(),
                s.oldCheckDays(),
                s.staleCheckDays(),
                s.bookOnClearing(),
                s.depositsOnClearing(),
                s.active(),
                purposes(OF_BANK_ACCOUNT, a::purpose),
                s.sites().stream().sorted().toList(),
                s.currencies().stream().sorted().toList());
    }
}
