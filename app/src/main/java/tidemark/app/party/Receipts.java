package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.PostingListener;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.Allocation;
import tidemark.core.party.DiscountBooking;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.receipt.Tender;

/** Books money received, and settles items with money that had settled nothing yet. */
@Service
public class Receipts {
    private final Parties parties;
    private final Allocations allocations;
    private final PartyMoneyBookings money;
    private final OpenItems items;
    private final Ledger ledger;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final NumberCounters numbers;
    private final List<ReceiptKeeper> keepers;

    Receipts(
            Parties parties,
            Allocations allocations,
            PartyMoneyBookings money,
            OpenItems items,
            Ledger ledger,
            Companies companies,
            BankAccounts bankAccounts,
            NumberCounters numbers,
            List<ReceiptKeeper> keepers) {
        this.parties = parties;
        this.allocations = allocations;
        this.money = money;
        this.items = items;
        this.ledger = ledger;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
        this.keepers = keepers;
    }

    /**
     * @param account code of the ledger account that the money reaches
     * @param amount what was received; what is not spread over items stays unapplied; empty for what the items come to
     * @param tender in what form it came, where it waits to be taken to the bank; absent for what needs no slip
     * @param again whether a receipt like one that is there already is meant
     */
    public record NewReceipt(
            long partyId,
            @NotNull LocalDate date,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 400) String text,
            @Nullable Long siteId,
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items,
            @Nullable Boolean again,
            @Nullable Tender tender) {}

    /** What was received, and what was booked of it. */
    public record Made(long received, Ledger.Booked booked) {}

    @Transactional
    public Made book(long companyId, NewReceipt request, String who) {
        ChartAccount into = ledger.accountByCode(companyId, request.account())
                .orElseThrow(() -> new RuleViolation(
                        "account.unknown",
                        "account",
                        say("account.unknown.found", request.account()),
                        say("account.unknown.expected"),
                        say("account.unknown.remedy3")));
        bankAccounts.lockByLedgerAccounts(companyId, Set.of(into.id()));
        bankAccounts.lockJournal(companyId);
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, request.partyId());
        Allocation allocation = allocations.of(
                company, company.amountStyle(), party, request.items(), request.date(), Reservations.NOBODY);
        long received =
                request.amount().isBlank() ? allocation.paid() : Ledger.amount(request.amount(), company, "amount");
        if (request.again() == null || !request.again()) {
            checkNotThere(company, party, request.reference().strip(), received);
        }
        long rest = Math.subtractExact(received, allocation.paid());
        if (received <= 0 || rest < 0) {
            throw new RuleViolation(
                    "receipt.amount",
                    "amount",
                    request.amount() + (rest < 0 ? say("receipt.amount.found") : ""),
                    say("receipt.amount.expected"),
                    say("receipt.amount.remedy"));
        }
        if (request.siteId() != null) {
            companies.site(companyId, request.siteId());
        }
        String reference = request.reference().isBlank()
                ? numbers.take(companyId, PartyDocuments.RECEIPTS, request.siteId(), request.date())
                : request.reference().strip();
        String text = request.text().isBlank()
                ? say("party.receiptFrom", party.name())
                : request.text().strip();
        Ledger.Posting posting = money.posting(
                company,
                PartyMoney.Direction.IN,
                new PartyMoney.Terms(request.date(), company.baseCurrency(), reference, text, into.code()),
                party,
                party.name(),
                new PartyMoney.Use(allocation, rest, List.of()),
                ledger.taxes(companyId),
                new PartyMoneyBookings.Document("", "", request.siteId(), say("party.receipt", reference)));
        Ledger.Booked booked = ledger.book(companyId, List.of(posting), PartyDocuments.RECEIPT, null, who);
        booked.items().addAll(money.settle(companyId, booked.entries().getFirst(), allocation, request.date(), who));
        Tender tender = request.tender();
        if (tender != null) {
            keepers.forEach(
                    k -> k.received(booked.entries().getFirst(), into.id(), tender, party.name(), reference, received));
        }
        return new Made(received, booked);
    }

    /** The same payer, number and amount twice is more often a slip than two payments: it is asked about. */
    private void checkNotThere(Company company, Party party, String reference, long received) {
        if (!reference.isEmpty()) {
            ledger.standing(company.id(), PartyDocuments.RECEIPT, reference, party.partyId(), received)
                    .ifPresent(there -> {
                        throw new RuleViolation(
                                        "receipt.double",
                                        "reference",
                                        say(
                                                "receipt.double.found",
                                                reference,
                                                party.name(),
                                                MinorUnits.grouped(received, company.baseCurrency()),
                                                Words.day(there.entryDate()),
                                                there.bookedBy()),
                                        say("receipt.double.expected"),
                                        say("receipt.double.remedy", there.number()))
                                .with("entryId", there.id());
                    });
        }
    }

    /** An unapplied item, and the items of the other side that it settles, discounts deducted. */
    public record Application(
            long itemId,
            @NotNull LocalDate date,
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items) {}

    /** Settles items by money or a credit that is there already; a discount is booked by an entry of its own. */
    @Transactional
    public Ledger.Booked apply(long companyId, long partyId, Application request, String who) {
        bankAccounts.lockJournal(companyId);
        Company company = companies.get(companyId);
        Party party = parties.get(companyId, partyId);
        Allocation allocation = allocations.of(
                company, company.amountStyle(), party, request.items(), request.date(), Reservations.NOBODY);
        if (allocation.parts().isEmpty()) {
            throw new RuleViolation(
                    "settle.nothing",
                    "items",
                    say("settle.nothing.found"),
                    say("settle.nothing.expected"),
                    say("settle.nothing.remedy"));
        }
        Ledger.Booked booked = Ledger.Booked.nothing();
        List<OpenItems.Part> paid = allocation.parts().stream()
                .filter(p -> p.paid() > 0)
                .map(p -> new OpenItems.Part(p.item().id().value(), p.paid(), 0))
                .toList();
        if (!paid.isEmpty()) {
            booked.items().addAll(items.settle(companyId, request.itemId(), paid, request.date(), who));
        }
        if (allocation.discount() > 0) {
            discount(company, party, allocation, request.date(), booked, who);
        }
        return booked;
    }

    private void discount(
            Company company, Party party, Allocation allocation, LocalDate date, Ledger.Booked booked, String who) {
        PartyMoney.Counterpart counterpart = money.counterpart(company, party);
        int sign = party.control() == Control.RECEIVABLES ? 1 : -1;
        String text = say("party.earlyPaymentDiscount2");
        List<JournalLine> lines = new ArrayList<>(DiscountBooking.lines(
                allocation.parts(), counterpart.discountCode(), party.name(), ledger.taxes(company.id()), sign));
        lines.add(new JournalLine(counterpart.controlCode(), -sign * allocation.discount(), party.name(), text)
                .of(party.partyId()));
        JournalEntry entry = new JournalEntry(date, company.baseCurrency(), "", text + ", " + party.name(), lines);
        Ledger.Booked entryBooked = ledger.book(
                company.id(),
                List.of(new Ledger.Posting(entry, "", "", null, ItemTerms.plain(ItemTerms.Kind.OTHER))),
                PartyDocuments.DISCOUNT,
                null,
                who);
        booked.add(entryBooked);
        List<OpenItems.Part> parts = allocation.parts().stream()
                .filter(p -> p.discount() > 0)
                .map(p -> new OpenItems.Part(p.item().id().value(), p.discount(), p.discount()))
                .toList();
        List<PostingListener.ItemChange> changes = items.settle(
                company.id(),
                items.ofEntry(entryBooked.entries().getFirst().id()).id(),
                parts,
                date,
                who);
        booked.items().addAll(changes);
    }
}
