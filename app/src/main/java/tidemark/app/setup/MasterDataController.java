package tidemark.app.setup;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.DateOrder;
import tidemark.app.company.MasterData;
import tidemark.app.company.NumberCounters;
import tidemark.app.company.TaxCode;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Purpose;
import tidemark.core.ledger.TaxUse;
import tidemark.core.money.AmountStyle;
import tidemark.core.problem.RuleViolation;

/** A company's lists over HTTP: each row is kept whole; without an id it is a new one. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/set-up")
class MasterDataController {
    private final MasterData masterData;
    private final NumberCounters numbers;
    private final Companies companies;
    private final Chart chart;
    private final Ledger ledger;
    private final Drafts drafts;

    MasterDataController(
            MasterData masterData,
            NumberCounters numbers,
            Companies companies,
            Chart chart,
            Ledger ledger,
            Drafts drafts) {
        this.drafts = drafts;
        this.masterData = masterData;
        this.numbers = numbers;
        this.companies = companies;
        this.chart = chart;
        this.ledger = ledger;
    }

    record Kept(long id) {}

    record CompanyRow(
            @NotNull @Size(max = 120) String name,
            @Nullable @Size(max = 40) String secondPersonAbove,
            @Nullable LocalDate secondPersonFrom,
            @Nullable AmountStyle amountStyle,
            @Nullable DateOrder dateOrder,
            @Nullable @Size(max = 60) String timeZone) {}

    record SiteRow(
            @Nullable Long id,
            @NotNull @Size(max = 120) String name,
            boolean active,
            @Nullable @Size(max = 60) String timeZone) {}

    record CostCentreRow(
            @Nullable Long id,
            @NotNull @Size(max = 20) String code,
            @NotNull @Size(max = 120) String name,
            boolean active) {}

    record BankRow(
            @Nullable Long id,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 20) String identifier) {}

    record BranchRow(
            @Nullable Long id,
            long bankId,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 20) String identifier) {}

    record TaxCodeRow(
            @Nullable Long id,
            @NotNull @Size(max = 20) String code,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 12) String ratePercent,
            long ledgerAccountId,
            @Nullable TaxUse use,
            @Nullable Boolean recoverable,
            @Nullable Boolean inDiscounts,
            @Nullable LocalDate validFrom,
            @Nullable LocalDate validTo,
            boolean active) {
        TaxCode.Nature nature() {
            return new TaxCode.Nature(
                    use == null ? TaxUse.BOTH : use,
                    recoverable == null || recoverable,
                    inDiscounts != null && inDiscounts);
        }
    }

    /**
     * @param id absent for a new series
     * @param kind of a new series
     * @param siteId of a new series; absent for the whole company
     */
    record SeriesRow(
            @Nullable Long id,
            @Nullable @Size(max = 20) String kind,
            @Nullable Long siteId,
            @NotNull @Size(max = 12) String prefix,
            long nextNumber,
            int digits,
            @Nullable Boolean yearly) {}

    record RateRow(
            @NotNull @Size(max = 3) String currency,
            @NotNull LocalDate date,
            @NotNull @Size(max = 20) String rate) {}

    record ClosedMonthRow(@NotNull YearMonth month, boolean closed) {}

    record PurposeRow(@NotNull Purpose purpose, long ledgerAccountId) {}

    @PutMapping("/company")
    @Requires(Right.ADMINISTER)
    void company(@PathVariable long companyId, @RequestBody @Valid CompanyRow body, Actor actor) {
        Company company = companies.get(companyId);
        AmountStyle style = body.amountStyle() == null ? company.amountStyle() : body.amountStyle();
        if (style != company.amountStyle()) {
            drafts.checkNoneOpen(companyId);
        }
        companies.change(
                companyId,
                body.name(),
                body.secondPersonAbove() == null || body.secondPersonAbove().isBlank()
                        ? null
                        : Long.valueOf(Ledger.amount(body.secondPersonAbove(), company, "secondPersonAbove")),
                body.secondPersonFrom() == null ? companies.today(companyId) : body.secondPersonFrom(),
                style,
                body.dateOrder() == null ? company.dateOrder() : body.dateOrder(),
                body.timeZone() == null ? company.zone().getId() : body.timeZone(),
                actor.name());
    }

    @PostMapping("/sites")
    @Requires(Right.ADMINISTER)
    Kept site(@PathVariable long companyId, @RequestBody @Valid SiteRow body, Actor actor) {
        return new Kept(
                masterData.keepSite(companyId, body.id(), body.name(), body.active(), body.timeZone(), actor.name()));
    }

    @PostMapping("/cost-centres")
    @Requires(Right.ADMINISTER)
    Kept costCentre(@PathVariable long companyId, @RequestBody @Valid CostCentreRow body, Actor actor) {
        return new Kept(
                masterData.keepCostCentre(companyId, body.id(), body.code(), body.name(), body.active(), actor.name()));
    }

    @PostMapping("/banks")
    @Requires(Right.ADMINISTER)
    Kept bank(@PathVariable long companyId, @RequestBody @Valid BankRow body, Actor actor) {
        return new Kept(masterData.keepBank(companyId, body.id(), body.name(), body.identifier(), actor.name()));
    }

    @PostMapping("/branches")
    @Requires(Right.ADMINISTER)
    Kept branch(@PathVariable long companyId, @RequestBody @Valid BranchRow body, Actor actor) {
        return new Kept(masterData.keepBranch(
                companyId, body.id(), body.bankId(), body.name(), body.identifier(), actor.name()));
    }

    @PostMapping("/tax-codes")
    @Requires(Right.ADMINISTER)
    Kept taxCode(@PathVariable long companyId, @RequestBody @Valid TaxCodeRow body, Actor actor) {
        ledger.account(companyId, body.ledgerAccountId());
        return new Kept(masterData.keepTaxCode(
                companyId,
                body.id(),
                body.code(),
                body.name(),
                companies.get(companyId).amountStyle().decimal(body.ratePercent(), 3, "ratePercent"),
                body.ledgerAccountId(),
                body.nature(),
                new TaxCode.Days(body.validFrom(), body.validTo()),
                body.active(),
                actor.name()));
    }

    @PostMapping("/series")
    @Requires(Right.ADMINISTER)
    void series(@PathVariable long companyId, @RequestBody @Valid SeriesRow body, Actor actor) {
        numbers.keep(
                companyId,
                new NumberCounters.Request(
                        body.id(),
                        body.kind(),
                        body.siteId(),
                        body.prefix(),
                        body.nextNumber(),
                        body.digits(),
                        body.yearly() != null && body.yearly()),
                actor.name());
    }

    /** Numbers that no document has. */
    @GetMapping("/missing-numbers")
    @Requires(Right.VIEW)
    List<NumberCounters.Missing> missingNumbers(@PathVariable long companyId) {
        return numbers.missing(companyId);
    }

    @PostMapping("/rates")
    @Requires(Right.ADMINISTER)
    Kept rate(@PathVariable long companyId, @RequestBody @Valid RateRow body, Actor actor) {
        return new Kept(masterData.keepRate(
                companyId,
                body.currency(),
                body.date(),
                companies.get(companyId).amountStyle().decimal(body.rate(), 8, "rate"),
                actor.name()));
    }

    @PostMapping("/closed-months")
    @Requires(Right.ADMINISTER)
    void closedMonth(@PathVariable long companyId, @RequestBody @Valid ClosedMonthRow body, Actor actor) {
        masterData.close(companyId, body.month(), body.closed(), actor.name());
    }

    @PostMapping("/purposes")
    @Requires(Right.ADMINISTER)
    void purpose(@PathVariable long companyId, @RequestBody @Valid PurposeRow body, Actor actor) {
        if (!body.purpose().ofCompany()) {
            throw new RuleViolation(
                    "purpose.company",
                    "purpose",
                    body.purpose().words(),
                    say("purpose.company.expected"),
                    say("purpose.company.remedy"));
        }
        companies.purpose(
                companyId,
                body.purpose(),
                chart.fit(companyId, body.purpose(), body.ledgerAccountId()).id(),
                actor.name());
    }
}
