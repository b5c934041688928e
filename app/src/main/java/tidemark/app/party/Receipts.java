package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.company.NumberCounters;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.GrossLine;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.PostingListener;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.Allocation;
import tidemark.core.party.DiscountBooking;
import tidemark.core.party.PartyMoney;
import tidemark.core.problem.Fields;
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
    private final Tenders tenders;
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
            Tenders tenders,
            List<ReceiptKeeper> keepers) {
        this.parties = parties;
        this.allocations = allocations;
        this.money = money;
        this.items = items;
        this.ledger = ledger;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.numbers = numbers;
        this.tenders = tenders;
        this.keepers = keepers;
    }

    /**
     * Money received.
     *
     * @param partyId who paid; absent for anybody, who is named
     * @param payer as it is known where it is not the party's name
     * @param account code of the ledger account that the money reaches; empty for where what was received waits to be taken to
     *     the bank
     * @param amount what was received; what is not spread over items and lines stays unapplied; empty for what these come to
     * @param reference the number on the check; empty for the next of the company's receipts
     * @param lines what it is for beside items, gross
     * @param again whether a receipt like one that is there already is meant
     * @param tender in what form it came, where it waits to be taken to the bank; absent for what needs no slip
     * @param paperDate the date on the check; a receipt dated ahead is promised, and booked when its date has come
     * @param tenderName of a tender that the company added, of that kind; absent for the one that every company has
     */
    public record NewReceipt(
            @Nullable Long partyId,
            @Nullable @Size(max = 120) String payer,
            @NotNull LocalDate date,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 200) String reference,
            @NotNull @Size(max = 400) String text,
            @Nullable Long siteId,
            @NotNull @Size(max = 500) List<Allocations.@Valid ItemPart> items,
            @Nullable @Size(max = 100) List<@Valid GrossLine> lines,
            @Nullable Boolean again,
            @Nullable Tender tender,
            @Nullable LocalDate paperDate,
            @Nullable @Size(max = 40) String tenderName) {
        /** Of a tender that the company added, its name; else empty. */
        public String ownTender() {
            return tenderName == null ? "" : tenderName.strip();
        }

        List<GrossLine> purposes() {
            return lines == null ? List.of() : lines;
        }

        /** The same as it was booked, to be kept: plain decimals, the number it was given. */
        NewReceipt kept(AmountStyle style, String number, String received) {
            return new NewReceipt(
                    partyId,
                    payer,
                    date,
                    account,
                    received,
                    number,
                    text,
                    siteId,
                    items.stream().map(i -> i.plain(style)).toList(),
                    purposes().stream().map(l -> l.plain(style)).toList(),
                    null,
                    tender,
                    paperDate,
                    tenderName);
        }

        /** The same on another day, as one that is meant. */
        public NewReceipt on(LocalDate day) {
            return new NewReceipt(
                    partyId,
                    payer,
                    day,
                    account,
                    amount,
                    reference,
                    text,
                    siteId,
                    items,
                    lines,
                    true,
                    tender,
                    null,
                    tenderName);
        }

        /** The same of another amount, of which the items get as much as it reaches, as one that is meant. */
        public NewReceipt of(String other, List<Allocations.ItemPart> reached, List<GrossLine> purposes) {
            return new NewReceipt(
                    partyId,
                    payer,
                    date,
                    account,
                    other,
                    reference,
                    text,
                    siteId,
                    reached,
                    purposes,
                    true,
                    tender,
                    null,
                    tenderName);
        }
    }

    /** What was received, and what was booked of it; nothing while it is promised. */
    public record Made(long received, Ledger.Booked booked) {}

    /** A receipt of a form, whose amounts are written as the company writes them. */
    @Transactional
    public Made book(long companyId, NewReceipt request, String who) {
        Tender kind = request.tender();
        if (kind != null) {
            tenders.check(companyId, kind, request.ownTender());
        }
        return book(companyId, request, companies.get(companyId).amountStyle(), who);
    }

    /** A receipt of a file, or one that was kept: its amounts are plain decimals, in whatever style the company writes. */
    @Transactional
    public Made bookPlain(long companyId, NewReceipt request, String who) {
        return book(companyId, request, AmountStyle.POINT, who);
    }

    private Made book(long companyId, NewReceipt request, AmountStyle style, String who) {
        ChartAccount into = into(companyId, request);
        Set<Long> accounts = new HashSet<>(ledger.accountIds(
                companyId, request.purposes().stream().map(GrossLine::account).toList()));
        accounts.add(into.id());
        bankAccounts.lockByLedgerAccounts(companyId, accounts);
        bankAccounts.lockJournal(companyId);
        Company company = companies.get(companyId);
        Long partyId = request.partyId();
        Party party = partyId == null ? null : parties.get(companyId, partyId);
        String payer = payer(request, party);
        PartyMoney.Use use = use(company, style, party, request);
        long received = use.total();
        if (request.again() == null || !request.again()) {
            checkNotThere(company, party, payer, request.reference().strip(), received);
        }
        if (request.siteId() != null) {
            companies.site(companyId, request.siteId());
        }
        Limits.checkSite(request.siteId(), "");
        LocalDate paper = request.paperDate() == null ? request.date() : request.paperDate();
        // what is received on a day to come is promised as well
        LocalDate due = paper.isBefore(request.date()) ? request.date() : paper;
        boolean ahead = due.isAfter(companies.today(companyId, request.siteId()));
        String reference = request.reference().isBlank()
                ? numbers.take(companyId, PartyDocuments.RECEIPTS, request.siteId(), request.date())
                : request.reference().strip();
        String text = request.text().isBlank()
                ? say("party.receiptFrom", payer)
                : request.text().strip();
        Ledger.Booked booked = Ledger.Booked.nothing();
        if (!ahead) {
            Ledger.Posting posting = money.posting(
                    company,
                    PartyMoney.Direction.IN,
                    new PartyMoney.Terms(request.date(), company.baseCurrency(), reference, text, into.code()),
                    party,
                    payer,
                    use,
                    ledger.taxes(companyId),
                    new PartyMoneyBookings.Document("", "", request.siteId(), say("party.receipt", reference)));
            booked = ledger.book(companyId, List.of(posting), PartyDocuments.RECEIPT, null, who);
            booked.items()
                    .addAll(money.settle(companyId, booked.entries().getFirst(), use.items(), request.date(), who));
        }
        Tender tender = request.tender();
        ReceiptKeeper.Received kept = new ReceiptKeeper.Received(
                companyId,
                ahead ? null : booked.entries().getFirst(),
                into.id(),
                tenders.waitingAccounts(companyId).contains(into.id()),
                tender == null ? Tender.CHECK : tender,
                partyId,
                payer,
                reference,
                whatFor(use, request.text()),
                request.date(),
                ahead ? due : paper,
                received,
                request.kept(style, reference, MinorUnits.toDecimal(received, company.baseCurrency())));
        boolean isKept = tender != null && keepers.stream().anyMatch(k -> k.received(kept));
        if (!ahead) {
            keepers.forEach(k -> k.booked(kept));
        }
        if (ahead && !isKept) {
            throw new RuleViolation(
                    "receipt.ahead",
                    "paperDate",
                    say("receipt.ahead.found", Words.day(due)),
                    say("receipt.ahead.expected"),
                    say("receipt.ahead.remedy"));
        }
        return new Made(received, booked);
    }

    /**
     * Books a receipt that came back once more, as it is taken to the bank again: on the account where it waited, for the items
     * it was for as far as they are still open, without the discounts of its time. Plain decimals; the journal is locked.
     *
     * @param handAccountId where its money waits
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Ledger.Booked again(long companyId, NewReceipt form, long handAccountId, String who) {
        Company company = companies.get(companyId);
        Long partyId = form.partyId();
        Party party = partyId == null ? null : parties.get(companyId, partyId);
        NewReceipt now = form.of(form.amount(), items.stillOpen(companyId, form.items(), company), form.purposes());
        PartyMoney.Use use = use(company, AmountStyle.POINT, party, now);
        String payer = payer(form, party);
        String text = say("party.presentedAgain", form.reference(), payer);
        Ledger.Posting posting = money.posting(
                company,
                PartyMoney.Direction.IN,
                new PartyMoney.Terms(
                        form.date(),
                        company.baseCurrency(),
                        form.reference(),
                        text,
                        ledger.account(companyId, handAccountId).code()),
                party,
                payer,
                use,
                ledger.taxes(companyId),
                new PartyMoneyBookings.Document("", "", form.siteId(), say("party.receipt", form.reference())));
        Ledger.Booked booked = ledger.book(companyId, List.of(posting), PartyDocuments.RECEIPT, null, who);
        booked.items().addAll(money.settle(companyId, booked.entries().getFirst(), use.items(), form.date(), who));
        return booked;
    }

    private ChartAccount into(long companyId, NewReceipt request) {
        Tender kind = request.tender() == null ? Tender.CHECK : request.tender();
        if (request.account().isBlank()) {
            return tenders.waitsOn(companyId, kind, request.ownTender(), request.siteId());
        }
        return ledger.accountByCode(companyId, request.account())
                .orElseThrow(() -> new RuleViolation(
                        "account.unknown",
                        "account",
                        say("account.unknown.found", request.account()),
                        say("account.unknown.expected"),
                        say("account.unknown.remedy3")));
    }

    private static String payer(NewReceipt request, @Nullable Party party) {
        String named = request.payer() == null ? "" : request.payer().strip();
        return named.isEmpty() && party != null ? party.name() : Fields.text(named, "payer", 120);
    }

    /** What the money is for; it comes to what was received. */
    private PartyMoney.Use use(Company company, AmountStyle style, @Nullable Party party, NewReceipt request) {
        Allocation allocation = party == null
                ? new Allocation(List.of(), 0, 0)
                : allocations.of(company, style, party, request.items(), request.date(), Reservations.NOBODY);
        List<TaxedLine> lines =
                GrossLine.read(request.purposes(), new GrossLine.Reading(style, company.baseCurrency()));
        long told = new PartyMoney.Use(allocation, 0, lines).total();
        long received = request.amount().isBlank()
                ? told
                : style.minorUnits(request.amount(), company.baseCurrency(), "amount");
        long rest = Math.subtractExact(received, told);
        if (received <= 0 || rest < 0) {
            throw new RuleViolation(
                    "receipt.amount",
                    "amount",
                    request.amount() + (rest < 0 ? say("receipt.amount.found") : ""),
                    say("receipt.amount.expected"),
                    say("receipt.amount.remedy"));
        }
        if (party == null && rest > 0) {
            throw new RuleViolation(
                    "receipt.purpose",
                    "lines",
                    say("receipt.purpose.found", MinorUnits.grouped(rest, company.baseCurrency())),
                    say("receipt.purpose.expected"),
                    say("receipt.purpose.remedy"));
        }
        return new PartyMoney.Use(allocation, rest, lines);
    }

    private static String whatFor(PartyMoney.Use use, String text) {
        String settled = use.items().parts().stream().map(p -> p.item().title()).collect(Collectors.joining(", "));
        String told = text.isBlank() && use.rest() > 0 ? say("party.onAccount") : text.strip();
        String all = settled.isEmpty() ? told : settled;
        return all.length() > 400 ? all.substring(0, 399) + "…" : all;
    }

    /** The same payer, number and amount twice is more often a slip than two payments: it is asked about. */
    private void checkNotThere(Company company, @Nullable Party party, String payer, String reference, long received) {
        if (!reference.isEmpty() && party != null) {
            ledger.standing(company.id(), PartyDocuments.RECEIPT, reference, party.partyId(), received)
                    .ifPresent(there -> {
                        throw new RuleViolation(
                                        "receipt.double",
                                        "reference",
                                        say(
                                                "receipt.double.found",
                                                reference,
                                                payer,
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
            discount(company, party, allocation, request, booked, who);
        }
        return booked;
    }

    private void discount(
            Company company,
            Party party,
            Allocation allocation,
            Application request,
            Ledger.Booked booked,
            String who) {
        LocalDate date = request.date();
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
        items.discountGoesWith(
                request.itemId(), entryBooked.entries().getFirst().id());
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
