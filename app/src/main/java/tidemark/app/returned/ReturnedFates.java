package tidemark.app.returned;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.activity.ActivityLog;
import tidemark.app.approval.Approvals;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.deposit.BankedReceipts;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.party.OpenItems;
import tidemark.app.party.Parties;
import tidemark.app.party.Party;
import tidemark.app.party.Receipts;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.returned.Owed;
import tidemark.core.returned.ReturnBooking;
import tidemark.core.returned.ReturnedState;
import tools.jackson.databind.json.JsonMapper;

/** What becomes of a returned item: presented again, owed, written off. */
@Service
public class ReturnedFates {
    private final ReturnedItems books;
    private final ReturnedSetUp setUp;
    private final BankedReceipts banked;
    private final Receipts receipts;
    private final OpenItems openItems;
    private final Parties parties;
    private final Chart chart;
    private final Ledger ledger;
    private final Approvals approvals;
    private final Companies companies;
    private final ActivityLog activity;
    private final JsonMapper json;

    ReturnedFates(
            ReturnedItems books,
            ReturnedSetUp setUp,
            BankedReceipts banked,
            Receipts receipts,
            OpenItems openItems,
            Parties parties,
            Chart chart,
            Ledger ledger,
            Approvals approvals,
            Companies companies,
            ActivityLog activity,
            JsonMapper json) {
        this.books = books;
        this.setUp = setUp;
        this.banked = banked;
        this.receipts = receipts;
        this.openItems = openItems;
        this.parties = parties;
        this.chart = chart;
        this.ledger = ledger;
        this.approvals = approvals;
        this.companies = companies;
        this.activity = activity;
        this.json = json;
    }

    private void record(ReturnedItem item, String code, String who, String text) {
        activity.record(item.companyId(), who, code, "returned_item", item.id(), text);
    }

    /** In hand once more, to be taken to the bank again. */
    @Transactional
    public Ledger.Booked presentAgain(long companyId, long id, LocalDate date, String who) {
        ReturnedItem item = books.locked(companyId, id, Set.of());
        item.check(ReturnedState.Move.PRESENT_AGAIN);
        Long receipt = item.receiptId();
        if (receipt == null) {
            throw new RuleViolation(
                    "returned.again",
                    "",
                    say("returned.again.found", item.title()),
                    say("returned.again.expected"),
                    say("returned.again.remedy"));
        }
        if (date.isBefore(item.returnedOn())) {
            throw before(item, date);
        }
        books.withdraw(item, who);
        BankedReceipts.Kept kept = banked.keptOn(companyId, receipt, date);
        Ledger.Booked booked = receipts.again(companyId, kept.form(), kept.handAccountId(), who);
        long entry = booked.entries().getFirst().id();
        banked.presentAgain(companyId, receipt, entry);
        item.move(ReturnedState.Move.PRESENT_AGAIN);
        item.again(entry);
        record(item, "returned.again", who, say("returned.again.inHand", item.title()));
        return booked;
    }

    private static RuleViolation before(ReturnedItem item, LocalDate date) {
        return new RuleViolation(
                "returned.early",
                "date",
                Words.day(date),
                say("returned.early.after", Words.day(item.returnedOn())),
                say("returned.early.remedy"));
    }

    /** Not taken to the bank again after all. */
    @Transactional
    public Ledger.Booked takeBack(long companyId, long id, LocalDate date, String who) {
        ReturnedItem item = books.locked(companyId, id, Set.of());
        item.check(ReturnedState.Move.TAKE_BACK);
        // whoever hears of the reversal moves the item and its receipt
        return books.reversed(companyId, Objects.requireNonNull(item.againEntryId()), date, who);
    }

    @Transactional
    public void owe(long companyId, long id, String who) {
        ReturnedItem item = books.locked(companyId, id, Set.of());
        books.withdraw(item, who);
        item.move(ReturnedState.Move.OWE);
        record(item, "returned.owed", who, say("returned.owed.owes", item.title()));
    }

    /** What of a returned item is owed now: what opened again and is not paid since, and our fee. */
    @Transactional(readOnly = true)
    public Owed owed(long companyId, long itemId, @Nullable Long feeEntry) {
        List<Owed.Part> parts = new ArrayList<>();
        Set<Long> seen = new HashSet<>();
        for (OpenItems.Reopened r : openItems.reopened(companyId, books.ended(itemId))) {
            parts.add(new Owed.Part(r.itemId(), r.title(), r.settled(), r.open()));
            seen.add(r.itemId());
        }
        if (feeEntry != null) {
            openItems
                    .itemOf(feeEntry)
                    .filter(i -> !seen.contains(i.itemId()))
                    .ifPresent(i -> parts.add(new Owed.Part(i.itemId(), i.title(), i.settled(), i.open())));
        }
        return Owed.of(parts);
    }

    /**
     * A loss.
     *
     * @param account by its code; empty for the one that was set up
     * @param taxCode of the tax that was in what is written off; empty for none
     */
    public record WriteOff(
            @NotNull LocalDate date,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String taxCode,
            @NotNull @Size(max = 400) String text) {}

    /** Books it, or asks a second person where it is above the company's limit. */
    @Transactional
    public Ledger.Booked writeOff(long companyId, long id, WriteOff request, Actor who) {
        ReturnedItem item = lockedFor(companyId, id, request);
        item.check(ReturnedState.Move.WRITE_OFF);
        if (request.date().isBefore(item.returnedOn())) {
            throw before(item, request.date());
        }
        Company company = companies.get(companyId);
        Owed owed = owed(companyId, id, item.ourFeeEntryId());
        OptionalLong limit = company.secondPersonAbove(companies.today(companyId));
        if (limit.isPresent() && owed.total() > limit.getAsLong()) {
            books.withdraw(item, who.name());
            item.askWriteOff(json.writeValueAsString(request));
            approvals.ask(
                    companyId,
                    WriteOffApproval.KIND,
                    id,
                    say(
                            "returned.writeOffOf",
                            item.title(),
                            MinorUnits.grouped(owed.total(), company.baseCurrency()) + " "
                                    + company.baseCurrency().getCode()),
                    content(item, owed),
                    who);
            return Ledger.Booked.nothing();
        }
        return written(item, owed, request, who.name());
    }

    ReturnedItem lockedFor(long companyId, long id, WriteOff request) {
        return books.locked(
                companyId,
                id,
                new HashSet<>(ledger.accountIds(companyId, List.of(code(companyId, request.account())))));
    }

    /** Locks an item whose write-off waits, with the account it would be booked on. */
    @Transactional(propagation = Propagation.MANDATORY)
    void lockAsked(long companyId, long id) {
        String asked = books.asked(companyId, id);
        if (asked == null) {
            books.locked(companyId, id, Set.of());
        } else {
            lockedFor(companyId, id, json.readValue(asked, WriteOff.class));
        }
    }

    private String code(long companyId, String typed) {
        if (!typed.isBlank()) {
            return typed.strip();
        }
        return setUp.settings(companyId)
                .writeOffAccountId()
                .map(id -> ledger.account(companyId, id).code())
                .orElseThrow(() -> new RuleViolation(
                        "returned.writeOff",
                        "account",
                        say("returned.writeOff.noAccount"),
                        say("returned.writeOff.account"),
                        say("returned.writeOff.accountRemedy")));
    }

    /** What is approved with a write-off. */
    static String content(ReturnedItem item, Owed owed) {
        return item.id() + " " + owed.total() + " " + item.writeOffAsked();
    }

    /** What a second person approved. */
    Ledger.Booked approved(long companyId, long id, String who) {
        ReturnedItem item = books.get(companyId, id);
        WriteOff request = json.readValue(Objects.requireNonNull(item.writeOffAsked()), WriteOff.class);
        return written(item, owed(companyId, id, item.ourFeeEntryId()), request, who);
    }

    void declined(long companyId, long id) {
        books.get(companyId, id).askWriteOff(null);
    }

    private Ledger.Booked written(ReturnedItem item, Owed owed, WriteOff request, String who) {
        long companyId = item.companyId();
        Long partyId = item.partyId();
        if (owed.total() == 0 || partyId == null) {
            throw new RuleViolation(
                    "returned.writeOff",
                    "",
                    say("returned.writeOff.found", item.title()),
                    say("returned.writeOff.expected"),
                    say("returned.writeOff.remedy"));
        }
        String code = code(companyId, request.account());
        if (ledger.accountByCode(companyId, code).isEmpty()) {
            throw ReturnedSetUp.unknown("account", code);
        }
        Party party = parties.get(companyId, partyId);
        Company company = companies.get(companyId);
        String text = request.text().isBlank()
                ? say("returned.writeOffText", item.number(), item.payer())
                : request.text().strip();
        Ledger.Booked booked = ledger.book(
                companyId,
                List.of(new Ledger.Posting(
                        ReturnBooking.writeOff(
                                new ReturnBooking.Terms(request.date(), company.baseCurrency(), item.number(), text),
                                party.partyId(),
                                party.name(),
                                chart.accountCodeFor(
                                        companyId, null, party.control().purpose()),
                                new TaxedLine(
                                        code, owed.total(), request.taxCode().strip(), "", text),
                                ledger.taxes(companyId).on(request.date())),
                        "",
                        "",
                        null,
                        ItemTerms.plain(ItemTerms.Kind.OTHER))),
                ReturnedDocuments.RETURNED,
                null,
                who);
        long entry = booked.entries().getFirst().id();
        booked.items()
                .addAll(openItems.settle(
                        companyId,
                        openItems.ofEntry(entry).id(),
                        owed.parts().stream()
                                .filter(p -> p.owed() > 0)
                                .map(p -> new OpenItems.Part(p.item(), p.owed(), 0))
                                .toList(),
                        request.date(),
                        who));
        item.move(ReturnedState.Move.WRITE_OFF);
        item.writtenOff(entry);
        record(
                item,
                "returned.writtenOff",
                who,
                say("returned.writtenOff.off", item.title(), MinorUnits.grouped(owed.total(), company.baseCurrency())));
        return booked;
    }

    @Transactional
    public Ledger.Booked undoWriteOff(long companyId, long id, LocalDate date, String who) {
        ReturnedItem item = books.locked(companyId, id, Set.of());
        item.check(ReturnedState.Move.UNDO_WRITE_OFF);
        Ledger.Booked booked = books.reversed(companyId, Objects.requireNonNull(item.writeOffEntryId()), date, who);
        item.move(ReturnedState.Move.UNDO_WRITE_OFF);
        item.writtenOff(null);
        record(item, "returned.writeOffUndone", who, say("returned.writeOffUndone.undid", item.title()));
        return booked;
    }
}
