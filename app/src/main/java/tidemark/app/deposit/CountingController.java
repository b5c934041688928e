package tidemark.app.deposit;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.party.Tenders;
import tidemark.core.deposit.CashPieces;
import tidemark.core.deposit.SlipState;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * Counting for whoever does nothing else. Where the company keeps the amounts from them, nothing here tells one before the
 * count is in: no amount, no sum, no number of receipts, and nothing of what does not agree.
 */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/counting")
public class CountingController {
    private static final int MOST = 100;

    private final DepositSlips slips;
    private final SlipViews views;
    private final Tenders tenders;
    private final Companies companies;
    private final BankAccounts bankAccounts;

    CountingController(
            DepositSlips slips, SlipViews views, Tenders tenders, Companies companies, BankAccounts bankAccounts) {
        this.slips = slips;
        this.views = views;
        this.tenders = tenders;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
    }

    /** A slip that can be counted. */
    public record ToCount(
            long id,
            String number,
            String account,
            @Nullable String site,
            LocalDate paperDate) {}

    /**
     * A slip as whoever counts it sees it.
     *
     * @param pieces notes and coins of the currency by their values, the largest first
     * @param checks what was keyed of it so far, in its order
     * @param counted how many of each piece were counted so far
     * @param oneTotal whether cash is told as one total in place of the pieces
     * @param cash as one total, as it was told so far
     * @param slip all of it, once whoever counts may see it
     */
    public record Counting(
            ToCount of,
            int version,
            List<String> pieces,
            List<String> checks,
            Map<String, Integer> counted,
            boolean oneTotal,
            @Nullable String cash,
            SlipViews.@Nullable SlipView slip) {}

    /** The open slips, the newest first. */
    @GetMapping
    @Requires(Right.COUNT)
    @Transactional(readOnly = true)
    public List<ToCount> list(@PathVariable long companyId) {
        return slips
                .page(
                        companyId,
                        Long.MAX_VALUE,
                        new DepositSlips.Filter(null, List.of(SlipState.OPEN), null, null),
                        MOST)
                .stream()
                .map(this::toCount)
                .toList();
    }

    private ToCount toCount(DepositSlip slip) {
        Long site = slip.siteId();
        return new ToCount(
                slip.id(),
                slip.number(),
                bankAccounts.get(slip.companyId(), slip.bankAccountId()).name(),
                site == null ? null : companies.site(slip.companyId(), site).name(),
                slip.paperDate());
    }

    @GetMapping("/{slipId}")
    @Requires(Right.COUNT)
    @Transactional(readOnly = true)
    public Counting get(@PathVariable long companyId, @PathVariable long slipId) {
        return counting(companyId, slips.standing(companyId, slipId));
    }

    private Counting counting(long companyId, Slips.Standing standing) {
        CurrencyUnit currency = companies.get(companyId).baseCurrency();
        Slips.Counted counted = standing.counted();
        boolean shown = !tenders.hidesAmounts(companyId) || (counted != null && counted.isEntered());
        // what somebody else has keyed of it tells amounts as well
        Slips.Counted known = shown ? counted : null;
        Map<String, Integer> pieces = new TreeMap<>();
        if (known != null) {
            known.pieces().forEach((value, count) -> pieces.put(MinorUnits.toDecimal(value, currency), count));
        }
        return new Counting(
                toCount(standing.slip()),
                standing.slip().version(),
                CashPieces.inUse(currency).stream()
                        .map(v -> MinorUnits.toDecimal(v, currency))
                        .toList(),
                known == null
                        ? List.of()
                        : known.checks().stream()
                                .map(c -> MinorUnits.toDecimal(c, currency))
                                .toList(),
                pieces,
                tenders.cashAsOneTotal(companyId),
                SlipViews.oneTotal(known, currency),
                shown ? views.view(standing, companyId) : null);
    }

    /**
     * @param checks the amounts of the checks as they are counted
     * @param pieces how many of each note and coin
     * @param cash as one total in place of the pieces, where the company counts it so
     */
    record EnteredCount(
            int version,
            @NotNull @Size(max = 1000) List<@NotNull @Size(max = 40) String> checks,
            @NotNull @Size(max = 100) Map<String, Integer> pieces,
            @Nullable @Size(max = 40) String cash) {}

    /** The count is in: it is kept and compared, and from then on shown with what it is compared to. */
    @PostMapping("/{slipId}")
    @Requires(Right.COUNT)
    Counting enter(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestBody @Valid EnteredCount body,
            Actor actor) {
        boolean noCash = body.cash() == null || body.cash().isBlank();
        if (noCash && body.checks().isEmpty() && body.pieces().values().stream().allMatch(n -> n == 0)) {
            throw new RuleViolation(
                    "slip.count",
                    "checks",
                    say("slip.count.nothing"),
                    say("slip.count.something"),
                    say("slip.count.somethingRemedy"));
        }
        return counting(
                companyId,
                slips.count(
                        companyId,
                        slipId,
                        new DepositSlips.Keyed(body.version(), body.checks(), body.pieces(), body.cash(), true),
                        actor.name()));
    }
}
