package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Company;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.Ledger;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.Allocation;
import tidemark.core.party.DiscountBooking;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** What a form says of the items that a payment settles, checked against what is open of them. */
@Service
public class Allocations {
    private final OpenItems items;
    private final Ledger ledger;
    private final Reservations reservations;

    Allocations(OpenItems items, Ledger ledger, Reservations reservations) {
        this.reservations = reservations;
        this.ledger = ledger;
        this.items = items;
    }

    /**
     * The entries of those of some items that were entered as bills, to be reversed.
     *
     * @throws RuleViolation {@code bill.paid} where something of one is paid
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Long> bills(long companyId, Collection<Long> itemIds) {
        Collection<OpenItemRow> rows = items.forSettling(companyId, itemIds).values();
        Set<Long> bills = new TreeSet<>(ledger.madeBy(
                companyId,
                rows.stream().map(OpenItemRow::journalEntryId).distinct().toList(),
                Set.of(PartyDocuments.INVOICE)));
        List<Problem> problems = rows.stream()
                .filter(r -> bills.contains(r.journalEntryId()) && r.openMinorUnits() != r.minorUnits())
                .map(r -> new Problem(
                        "bill.paid",
                        "bills",
                        say("bill.paid.found", r.title()),
                        say("bill.paid.expected"),
                        say("bill.paid.remedy")))
                .toList();
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        return List.copyOf(bills);
    }

    /** @param discount decimal text; empty for none taken */
    public record ItemPart(
            long itemId,
            @NotNull @Size(max = 40) String amount,
            @Nullable @Size(max = 40) String discount) {
        /** The same with plain decimals, to be kept. */
        public ItemPart plain(AmountStyle style) {
            return new ItemPart(
                    itemId,
                    style.plain(amount).orElse(amount),
                    discount == null ? null : style.plain(discount).orElse(discount));
        }
    }

    /**
     * Locks the journal; bank accounts must have been locked before.
     *
     * @param style how the amounts are written
     * @param paymentId whose own reservation does not stand against it; {@link Reservations#NOBODY} for a new one
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Allocation of(
            Company company, AmountStyle style, Party party, List<ItemPart> requested, LocalDate day, long paymentId) {
        if (requested.isEmpty()) {
            return new Allocation(List.of(), 0, 0);
        }
        Map<Long, OpenItemRow> rows = items.forSettling(
                company.id(), requested.stream().map(ItemPart::itemId).toList());
        Map<Long, Long> reserved = reservations.ofOthers(rows.keySet(), paymentId);
        List<Problem> problems = new ArrayList<>();
        List<Allocation.Part> parts = new ArrayList<>();
        for (ItemPart request : requested) {
            OpenItemRow row = java.util.Objects.requireNonNull(rows.get(request.itemId()));
            try {
                if (row.partyId() != party.id()) {
                    throw new RuleViolation(
                            "settle.party",
                            row.title(),
                            say("settle.party.found2"),
                            say("settle.party.expected2", party.name()),
                            say("settle.party.remedy"));
                }
                String discount = request.discount() == null ? "" : request.discount();
                long deducted = discount.isBlank()
                        ? 0
                        : style.minorUnits(discount, company.baseCurrency(), say("party.discount", row.title()));
                long promised = reserved.getOrDefault(row.id(), 0L);
                long free = Math.max(0, Math.abs(row.openMinorUnits()) - promised);
                long paid = request.amount().isBlank()
                        ? 0
                        : style.minorUnits(request.amount(), company.baseCurrency(), row.title());
                if (promised > 0 && Math.addExact(paid, deducted) > free) {
                    throw new RuleViolation(
                            "settle.reserved",
                            row.title(),
                            say(
                                    "settle.reserved.found",
                                    MinorUnits.grouped(Math.addExact(paid, deducted), company.baseCurrency()),
                                    MinorUnits.grouped(free, company.baseCurrency())),
                            say("settle.reserved.expected"),
                            say("settle.reserved.remedy"));
                }
                parts.add(new Allocation.Part(
                        row.item(),
                        free,
                        request.amount().isBlank()
                                ? 0
                                : style.minorUnits(request.amount(), company.baseCurrency(), row.title()),
                        deducted,
                        deducted == 0 ? List.of() : shares(row.journalEntryId())));
            } catch (RuleViolation e) {
                problems.addAll(e.problems());
            }
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        return Allocation.of(parts, day, company.baseCurrency());
    }

    /** What of an invoice bears which tax, by the lines of its entry. */
    List<DiscountBooking.Share> shares(long entryId) {
        Map<String, Long> gross = new TreeMap<>();
        for (JournalLineRow line : ledger.linesOf(List.of(entryId))) {
            if (line.partyId() == null) {
                gross.merge(line.taxCode(), Math.abs(line.minorUnits()), Math::addExact);
            }
        }
        return gross.entrySet().stream()
                .map(e -> new DiscountBooking.Share(e.getKey(), e.getValue()))
                .toList();
    }
}
