package tidemark.app.party;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.company.NumberSeries;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.EntryWatch;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.party.Allocation;
import tidemark.core.payment.PaymentBooking;
import tidemark.core.problem.RuleViolation;

/** Books money received from a customer, and applies money that was not applied. */
@Service
public class Receipts {
    private final Parties parties;
    private final Allocations allocations;
    private final OpenItems items;
    private final Ledger ledger;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;

    Receipts(
            Parties parties,
            Allocations allocations,
            OpenItems items,
            Ledger ledger,
            Companies companies,
            BankAccounts bankAccounts,
            MasterData masterData) {
        this.parties = parties;
        this.allocations = allocations;
        this.items = items;
        this.ledger = ledger;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
    }

    /**
     * @param account code of the ledger account that the money reaches
     * @param amount what was received; what is not spread over items stays unapplied
     */
    public record NewReceipt(
            long partyId,
            @NotNull LocalDate date,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 400) String text,
            @Nullable Long siteId,
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items) {}

    @Transactional
    public Ledger.Booked book(long companyId, NewReceipt wish, String who) {
        ChartAccount money = ledger.accountByCode(companyId, wish.account())
                .orElseThrow(() -> new RuleViolation(
                        "account.unknown",
                        "account",
                        "account “" + wish.account() + "”",
                        "a code from the chart of accounts",
                        "Choose where the money went."));
        bankAccounts.forChangeByLedgerAccounts(companyId, Set.of(money.id()));
        bankAccounts.companyForNumbering(companyId);
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, wish.partyId());
        long received = Ledger.amount(wish.amount(), company, "amount");
        Allocation allocation = allocations.of(company, party, wish.items(), wish.date());
        long rest = Math.subtractExact(received, allocation.paid());
        if (received <= 0 || rest < 0) {
            throw new RuleViolation(
                    "receipt.amount",
                    "amount",
                    wish.amount() + (rest < 0 ? ", less than what is spread over the items" : ""),
                    "an amount above zero that covers the items",
                    "Correct the amount or the items.");
        }
        if (wish.siteId() != null) {
            companies.site(companyId, wish.siteId());
        }
        String reference = wish.reference().isBlank()
                ? masterData.takeNumber(companyId, NumberSeries.Kind.RECEIPT)
                : wish.reference().strip();
        String text = wish.text().isBlank()
                ? "Receipt from " + party.name()
                : wish.text().strip();
        JournalEntry entry = PaymentBooking.in(
                new PaymentBooking.Terms(wish.date(), company.baseCurrency(), reference, text, money.code()),
                allocations.counterpart(company, party),
                new PaymentBooking.Parts(allocation, rest, List.of()));
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Draft(
                        entry,
                        "",
                        "",
                        wish.siteId(),
                        new ItemTerms(
                                ItemTerms.Kind.PAYMENT,
                                "",
                                "Receipt " + reference,
                                wish.date(),
                                tidemark.core.party.OpenItem.Discount.NONE))),
                EntrySource.RECEIPT,
                null,
                who);
        allocations.settle(companyId, booked, allocation, wish.date(), who);
        return booked;
    }

    /** An unapplied item, and the items of the other side that it settles, discounts deducted. */
    public record Application(
            long itemId,
            @NotNull LocalDate date,
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items) {}

    /** Settles items by money or a credit that is there already; a discount is booked by an entry of its own. */
    @Transactional
    public Ledger.Booked apply(long companyId, long partyId, Application wish, String who) {
        bankAccounts.companyForNumbering(companyId);
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, partyId);
        Allocation allocation = allocations.of(company, party, wish.items(), wish.date());
        if (allocation.parts().isEmpty()) {
            throw new RuleViolation(
                    "settle.nothing", "items", "no item", "at least one item to settle", "Choose what it settles.");
        }
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<OpenItems.Part> paid = allocation.parts().stream()
                .filter(p -> p.paid() > 0)
                .map(p -> new OpenItems.Part(p.item().id().value(), p.paid()))
                .toList();
        if (!paid.isEmpty()) {
            booked.items().addAll(items.settle(companyId, wish.itemId(), paid, wish.date(), who));
        }
        if (allocation.discount() > 0) {
            discount(company, party, allocation, wish.date(), booked, who);
        }
        return booked;
    }

    private void discount(
            Company company, Party party, Allocation allocation, LocalDate date, Ledger.Booked booked, String who) {
        PaymentBooking.Counterpart counterpart = allocations.counterpart(company, party);
        int sign = party.control() == Control.RECEIVABLES ? 1 : -1;
        String text = "Early-payment discount";
        JournalEntry entry = new JournalEntry(
                date,
                company.baseCurrency(),
                "",
                text + ", " + party.name(),
                List.of(
                        new JournalLine(counterpart.discountCode(), sign * allocation.discount(), party.name(), text),
                        new JournalLine(counterpart.controlCode(), -sign * allocation.discount(), party.name(), text)
                                .of(party.partyId())));
        Ledger.Booked entryBooked = ledger.book(
                company.id(),
                List.of(new Ledger.Draft(entry, "", "", null, ItemTerms.plain(ItemTerms.Kind.OTHER))),
                EntrySource.DISCOUNT,
                null,
                who);
        booked.add(entryBooked);
        List<OpenItems.Part> parts = allocation.parts().stream()
                .filter(p -> p.discount() > 0)
                .map(p -> new OpenItems.Part(p.item().id().value(), p.discount()))
                .toList();
        List<EntryWatch.ItemChange> changes = items.settle(
                company.id(),
                items.ofEntry(entryBooked.entries().getFirst().id()).id(),
                parts,
                date,
                who);
        booked.items().addAll(changes);
    }
}
