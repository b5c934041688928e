package tidemark.app.party;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Company;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.EntryWatch;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.Purpose;
import tidemark.core.party.Allocation;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** What a form says of the items that a payment settles, checked against what is open of them. */
@Service
public class Allocations {
    private final OpenItems items;
    private final Chart chart;

    Allocations(OpenItems items, Chart chart) {
        this.items = items;
        this.chart = chart;
    }

    /** @param discount decimal text; empty for none taken */
    public record ItemPart(
            long itemId,
            @NotNull @Size(max = 40) String amount,
            @Nullable @Size(max = 40) String discount) {}

    /** Takes the company's row; bank accounts must have been taken before. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Allocation of(Company company, Party party, List<ItemPart> wished, LocalDate day) {
        if (wished.isEmpty()) {
            return new Allocation(List.of(), 0, 0);
        }
        Map<Long, OpenItemRow> rows = items.forSettling(
                company.id(), wished.stream().map(ItemPart::itemId).toList());
        List<Problem> problems = new ArrayList<>();
        List<Allocation.Part> parts = new ArrayList<>();
        for (ItemPart wish : wished) {
            OpenItemRow row = java.util.Objects.requireNonNull(rows.get(wish.itemId()));
            try {
                if (row.partyId() != party.id()) {
                    throw new RuleViolation(
                            "settle.party",
                            row.title(),
                            "an item of somebody else",
                            "an item of " + party.name(),
                            "Choose items of the same.");
                }
                String discount = wish.discount() == null ? "" : wish.discount();
                parts.add(new Allocation.Part(
                        row.item(),
                        Math.abs(row.openMinorUnits()),
                        Ledger.amount(wish.amount().isBlank() ? "0" : wish.amount(), company, row.title()),
                        discount.isBlank() ? 0 : Ledger.amount(discount, company, row.title() + ", discount")));
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        return Allocation.of(parts, day, company.baseCurrency());
    }

    public PaymentBooking.Counterpart counterpart(Company company, Party party) {
        boolean customer = party.control() == Control.RECEIVABLES;
        Purpose discount = customer ? Purpose.DISCOUNT_GIVEN : Purpose.DISCOUNT_TAKEN;
        return new PaymentBooking.Counterpart(
                party.partyId(),
                party.name(),
                chart.serving(company.id(), null, customer ? Purpose.RECEIVABLES : Purpose.PAYABLES),
                chart.serving(company.id(), null, discount));
    }

    /** Settles the allocated items by the item that the booked entry made; adds what changed to what was booked. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void settle(long companyId, Ledger.Booked booked, Allocation allocation, LocalDate day, String who) {
        if (!allocation.parts().isEmpty()) {
            List<OpenItems.Part> parts = allocation.parts().stream()
                    .map(p -> new OpenItems.Part(p.item().id().value(), p.settled()))
                    .toList();
            List<EntryWatch.ItemChange> changes = items.settle(
                    companyId, items.ofEntry(booked.entries().getFirst().id()).id(), parts, day, who);
            booked.items().addAll(changes);
        }
    }
}
