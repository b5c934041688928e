package tidemark.app.party;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.Company;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.PostingListener;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.TaxTable;
import tidemark.core.party.Allocation;
import tidemark.core.party.OpenItem;
import tidemark.core.party.PartyMoney;

/**
 * The one way for money from customers and to suppliers, or anybody: what it settles is checked, the entry made, and the
 * settlements that go with it. Whoever books such money brings what is its own: numbers, states, where the money is.
 */
@Service
public class PartyMoneyBookings {
    private final OpenItems items;
    private final Chart chart;

    PartyMoneyBookings(OpenItems items, Chart chart) {
        this.items = items;
        this.chart = chart;
    }

    /**
     * The document that the money is known by.
     *
     * @param checkNumber of its cash entry; empty for none
     * @param label names the row of a file in a refusal; empty for a form
     * @param title of what stays open on the party's account, such as {@code Check 10418}
     */
    public record Document(
            String checkNumber, String label, @Nullable Long siteId, String title) {}

    /**
     * The posting of such money.
     *
     * @param party whose account it is on; none for anybody, who is named
     */
    public Ledger.Posting posting(
            Company company,
            PartyMoney.Direction direction,
            PartyMoney.Terms terms,
            @Nullable Party party,
            String name,
            PartyMoney.Use use,
            TaxTable taxes,
            Document document) {
        PartyMoney.Counterpart counterpart =
                party == null ? PartyMoney.Counterpart.named(name) : counterpart(company, party);
        return posting(PartyMoney.entry(direction, terms, counterpart, use, taxes), document);
    }

    /** The same of an entry that was changed once more. */
    public static Ledger.Posting posting(JournalEntry entry, Document document) {
        return new Ledger.Posting(
                entry,
                document.checkNumber(),
                document.label(),
                document.siteId(),
                new ItemTerms(ItemTerms.Kind.PAYMENT, "", document.title(), entry.date(), OpenItem.Discount.NONE));
    }

    /** Where items and discounts of a party are booked. */
    public PartyMoney.Counterpart counterpart(Company company, Party party) {
        return new PartyMoney.Counterpart(
                party.partyId(),
                party.name(),
                chart.accountCodeFor(company.id(), null, party.control().purpose()),
                party.control()
                        .discount()
                        .map(d -> chart.accountCodeFor(company.id(), null, d))
                        .orElse(""));
    }

    /** Settles what the money is for by the item that its booked entry made. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<PostingListener.ItemChange> settle(
            long companyId, JournalEntryRow entry, Allocation allocation, LocalDate day, String who) {
        if (allocation.parts().isEmpty()) {
            return List.of();
        }
        return items.settle(companyId, items.ofEntry(entry.id()).id(), parts(allocation), day, who);
    }

    /** The same of an entry with lines of several parties: by the item that it made of one of them. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<PostingListener.ItemChange> settle(
            long companyId, JournalEntryRow entry, long partyId, Allocation allocation, LocalDate day, String who) {
        if (allocation.parts().isEmpty()) {
            return List.of();
        }
        return items.settle(companyId, items.ofEntry(entry.id(), partyId).id(), parts(allocation), day, who);
    }

    private static List<OpenItems.Part> parts(Allocation allocation) {
        return allocation.parts().stream()
                .map(p -> new OpenItems.Part(p.item().id().value(), p.settled(), p.discount()))
                .toList();
    }
}
