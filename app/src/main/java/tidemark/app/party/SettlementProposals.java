package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.SettlementProposal;
import tidemark.core.problem.RuleViolation;

/** Proposes what a payment of a customer or to a supplier settles. */
@Service
public class SettlementProposals {
    private final Parties parties;
    private final OpenItemRepository items;
    private final Reservations reservations;
    private final Companies companies;

    SettlementProposals(Parties parties, OpenItemRepository items, Reservations reservations, Companies companies) {
        this.parties = parties;
        this.items = items;
        this.reservations = reservations;
        this.companies = companies;
    }

    /**
     * What is known of the payment.
     *
     * @param received whether the party pays us, so that what it owes is settled
     * @param amount as the company writes amounts; empty where it is not known yet
     * @param numbers as they were typed or pasted from a remittance slip; empty for none
     */
    public record Known(
            boolean received,
            @NotNull @Size(max = 40) String amount,
            @NotNull LocalDate date,
            @NotNull @Size(max = 20_000) String numbers) {}

    /**
     * @param items as a form of a receipt or a payment takes them, with plain decimals
     * @param rest of the amount that no item takes up, plain decimal
     * @param told what it rests on, in a sentence
     */
    public record ProposalView(
            SettlementProposal.Basis basis,
            List<Allocations.ItemPart> items,
            String rest,
            boolean several,
            String told) {}

    @Transactional(readOnly = true)
    public ProposalView propose(long companyId, long partyId, Known known) {
        Company company = companies.get(companyId);
        long amount = known.amount().isBlank()
                ? 0
                : company.amountStyle().minorUnits(known.amount(), company.baseCurrency(), "amount");
        return propose(companyId, partyId, known.received(), amount, known.date(), known.numbers());
    }

    /** @param amount minor units; zero where it is not known yet */
    @Transactional(readOnly = true)
    public ProposalView propose(
            long companyId, long partyId, boolean received, long amount, LocalDate date, String numbers) {
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, partyId);
        if (amount < 0) {
            throw new RuleViolation(
                    "settle.amount",
                    "amount",
                    say("settle.amount.found2"),
                    say("settle.amount.expected"),
                    say("settle.amount.remedy3"));
        }
        SettlementProposal proposal = SettlementProposal.of(candidates(party, received), amount, date, numbers);
        return new ProposalView(
                proposal.basis(),
                proposal.parts().stream()
                        .map(p -> new Allocations.ItemPart(
                                p.item().id().value(),
                                MinorUnits.toDecimal(p.paid(), company.baseCurrency()),
                                p.discount() == 0 ? null : MinorUnits.toDecimal(p.discount(), company.baseCurrency())))
                        .toList(),
                MinorUnits.toDecimal(proposal.rest(), company.baseCurrency()),
                proposal.several(),
                proposal.told(company.baseCurrency()));
    }

    /** Of each what payments that wait have not taken for themselves. */
    private List<SettlementProposal.Candidate> candidates(Party party, boolean received) {
        List<OpenItemRow> rows = items.open(party.id()).stream()
                .filter(r -> received == (r.openMinorUnits() > 0))
                .toList();
        Map<Long, Long> reserved = reservations.ofOthers(
                rows.stream().map(OpenItemRow::id).collect(Collectors.toSet()), Reservations.NOBODY);
        List<SettlementProposal.Candidate> out = new ArrayList<>();
        for (OpenItemRow row : rows) {
            long free = Math.abs(row.openMinorUnits()) - reserved.getOrDefault(row.id(), 0L);
            if (free > 0) {
                out.add(new SettlementProposal.Candidate(row.item(), free, number(row.number()), List.of()));
            }
        }
        return out;
    }

    private static String number(@Nullable String number) {
        return number == null ? "" : number;
    }
}
