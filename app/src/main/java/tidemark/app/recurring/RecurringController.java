package tidemark.app.recurring;

import jakarta.validation.Valid;
import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.LedgerViews;
import tidemark.core.money.MinorUnits;
import tidemark.core.recurring.Recurrence;

/** Recurring invoices over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/recurring-invoices")
public class RecurringController {
    private final RecurringInvoices recurring;
    private final Companies companies;
    private final LedgerViews ledgerViews;

    RecurringController(RecurringInvoices recurring, Companies companies, LedgerViews ledgerViews) {
        this.recurring = recurring;
        this.companies = companies;
        this.ledgerViews = ledgerViews;
    }

    /**
     * @param lines amounts as the company writes them
     * @param amount of one invoice; {@code dueAmount} of all that are due
     * @param last day of the last that was made; {@code next} of the next after all that are due
     */
    record RecurringView(
            long id,
            int version,
            long partyId,
            String party,
            Recurrence.Every every,
            int day,
            LocalDate startsOn,
            @Nullable LocalDate endsOn,
            @Nullable Long siteId,
            String text,
            List<GrossLine> lines,
            String amount,
            List<LocalDate> due,
            String dueAmount,
            @Nullable LocalDate last,
            @Nullable LocalDate next) {}

    /** @param count of invoices that are due, and what they come to */
    record RecurringList(List<RecurringView> recurring, int count, String amount) {}

    /** All that come again; those that have ended stand with the rest. @param upTo absent for today */
    @GetMapping
    @Requires(Right.VIEW)
    RecurringList list(@PathVariable long companyId, @RequestParam(required = false) @Nullable LocalDate upTo) {
        LocalDate last = upTo == null ? companies.today(companyId) : upTo;
        Company company = companies.get(companyId);
        List<RecurringInvoices.Standing> all = recurring.standing(companyId, last);
        long units = all.stream()
                .mapToLong(s -> Math.multiplyExact(s.units(), s.due().size()))
                .reduce(0, Math::addExact);
        return new RecurringList(
                all.stream().map(s -> view(s, company, last)).toList(),
                all.stream().mapToInt(s -> s.due().size()).sum(),
                MinorUnits.toDecimal(units, company.baseCurrency()));
    }

    private static RecurringView view(RecurringInvoices.Standing s, Company company, LocalDate upTo) {
        CurrencyUnit currency = company.baseCurrency();
        Recurrence r = s.row().recurrence();
        return new RecurringView(
                s.row().id(),
                s.row().version(),
                s.party().id(),
                s.party().name(),
                r.every(),
                r.day(),
                r.from(),
                r.to().orElse(null),
                s.row().siteId(),
                s.row().text(),
                s.lines().stream()
                        .map(l -> new GrossLine(
                                l.account(),
                                company.amountStyle().written(l.amount()),
                                l.taxCode(),
                                l.costCentre(),
                                l.text()))
                        .toList(),
                MinorUnits.toDecimal(s.units(), currency),
                s.due(),
                MinorUnits.toDecimal(Math.multiplyExact(s.units(), s.due().size()), currency),
                s.last().orElse(null),
                r.next(upTo).orElse(null));
    }

    record RecurringKept(long id) {}

    @PostMapping
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    RecurringKept add(
            @PathVariable long companyId, @RequestBody @Valid RecurringInvoices.RecurringForm body, Actor actor) {
        return new RecurringKept(recurring.keep(companyId, null, body, actor.name()));
    }

    @PutMapping("/{recurringId}")
    @Requires(Right.PREPARE)
    RecurringKept change(
            @PathVariable long companyId,
            @PathVariable long recurringId,
            @RequestBody @Valid RecurringInvoices.RecurringForm body,
            Actor actor) {
        return new RecurringKept(recurring.keep(companyId, recurringId, body, actor.name()));
    }

    /** Makes all that are due of some, all or none. */
    @PostMapping("/making")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView make(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid RecurringInvoices.Making body,
            Actor actor) {
        return ledgerViews.shown(companyId, recurring.make(companyId, body, actor.name()), preview);
    }
}
