package tidemark.app.party;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.ledger.JournalEntryRow;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.PostingListener;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.PartyId;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.OpenItemId;
import tidemark.core.party.PartyItems;
import tidemark.core.party.Settlement;

/**
 * Keeps the open items in step with the journal, and settles them. Everything here happens with the company's row
 * locked, so of two who settle the same invoice the second sees what the first left open.
 */
@Service
public class OpenItems implements PostingListener {
    private final OpenItemRepository items;
    private final SettlementRepository settlements;
    private final PartyRepository parties;
    private final BankAccounts bankAccounts;
    private final ActivityLog activity;
    private final EntityManager em;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    OpenItems(
            OpenItemRepository items,
            SettlementRepository settlements,
            PartyRepository parties,
            BankAccounts bankAccounts,
            ActivityLog activity,
            EntityManager em,
            JdbcTemplate jdbc,
            Clock clock) {
        this.items = items;
        this.settlements = settlements;
        this.parties = parties;
        this.bankAccounts = bankAccounts;
        this.activity = activity;
        this.em = em;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    @Override
    public Map<PartyId, Control> parties(long companyId, Collection<PartyId> ids) {
        Map<PartyId, Control> out = new HashMap<>();
        parties.some(companyId, ids.stream().map(PartyId::value).toList())
                .forEach(p -> out.put(p.partyId(), p.control()));
        return out;
    }

    @Override
    public List<ItemChange> booked(long companyId, Posted posted) {
        List<ItemChange> changes = new ArrayList<>();
        for (JournalLineRow line : posted.controlLines()) {
            Long party = line.partyId();
            if (party != null) {
                OpenItemRow row = new OpenItemRow(
                        posted.entry(), line, party, posted.posting().items());
                em.persist(row);
                changes.add(new ItemChange(row.id(), title(row), 0, row.openMinorUnits()));
            }
        }
        return changes;
    }

    private String title(OpenItemRow row) {
        return say(
                "party.of",
                row.title(),
                parties.findById(row.partyId()).map(Party::name).orElse(""));
    }

    /** The items with their settlements, and those at the other end of these, from which the core works out the rest. */
    private final class Loaded {
        final Map<Long, OpenItemRow> rows = new HashMap<>();
        final Map<Long, Long> before = new HashMap<>();
        final Map<Long, SettlementRow> settlementRows = new HashMap<>();
        final PartyItems core;

        Loaded(long companyId, Collection<Long> ids) {
            CurrencyUnit currency = bankAccounts.lockJournal(companyId).baseCurrency();
            Set<Long> all = new HashSet<>(ids);
            for (SettlementRow s : settlements.touching(ids)) {
                all.add(s.debitItemId());
                all.add(s.creditItemId());
            }
            items.some(companyId, all).forEach(i -> rows.put(i.id(), i));
            if (!rows.keySet().containsAll(ids)) {
                throw new NotFound(say("party.openItem"));
            }
            settlements.touching(all).forEach(s -> settlementRows.put(s.id(), s));
            core = new PartyItems(
                    currency,
                    rows.values().stream().map(OpenItemRow::item).toList(),
                    settlementRows.values().stream()
                            .map(SettlementRow::settlement)
                            .toList());
            rows.forEach((id, row) -> before.put(id, row.openMinorUnits()));
        }

        void keep(Settlement made, long companyId, String who) {
            OpenItemRow debit =
                    java.util.Objects.requireNonNull(rows.get(made.debit().value()));
            em.persist(new SettlementRow(companyId, debit.partyId(), made, who, clock.instant()));
        }

        void keepUndone(Settlement undone, String who) {
            java.util.Objects.requireNonNull(settlementRows.get(undone.id()))
                    .undone(undone.undone().orElseThrow(), who, clock.instant());
        }

        List<ItemChange> changes() {
            List<ItemChange> out = new ArrayList<>();
            rows.forEach((id, row) -> {
                long open = core.open(new OpenItemId(id));
                if (open != row.openMinorUnits()) {
                    row.open(open);
                }
                row.discountTaken(core.discountTaken(new OpenItemId(id)));
                long was = java.util.Objects.requireNonNull(before.get(id));
                if (was != open) {
                    out.add(new ItemChange(id, title(row), was, open));
                }
            });
            em.flush();
            return out;
        }
    }

    @Override
    public List<ItemChange> reversed(
            long companyId, JournalEntryRow original, JournalEntryRow reversal, LocalDate date, String who) {
        List<OpenItemRow> old = items.findByJournalEntryIdOrderByJournalLineId(original.id());
        List<OpenItemRow> fresh = items.findByJournalEntryIdOrderByJournalLineId(reversal.id());
        List<ItemChange> changes = new ArrayList<>();
        for (int i = 0; i < old.size(); i++) {
            Loaded loaded =
                    new Loaded(companyId, List.of(old.get(i).id(), fresh.get(i).id()));
            PartyItems.Reversed done =
                    loaded.core.reverse(old.get(i).itemId(), fresh.get(i).itemId(), -1, date);
            done.undone().forEach(s -> loaded.keepUndone(s, who));
            loaded.keep(done.closing(), companyId, who);
            changes.addAll(loaded.changes());
        }
        return changes;
    }

    @Override
    public List<Link> links(long companyId, long entryId) {
        List<Link> out = new ArrayList<>();
        for (OpenItemRow row : items.findByJournalEntryIdOrderByJournalLineId(entryId)) {
            String name = parties.findById(row.partyId()).map(Party::name).orElse("");
            CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
            out.add(new Link(
                    name,
                    "/parties/" + row.partyId() + "?item=" + row.id(),
                    row.openMinorUnits() == 0
                            ? "settled"
                            : say("party.open", MinorUnits.grouped(row.openMinorUnits(), currency))));
        }
        return out;
    }

    /** So much of an item to be settled by another, and how much of that is an early-payment discount. */
    public record Part(long itemId, long minorUnits, long discount) {}

    /** Settles one item by others of the opposite side; all or nothing. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<ItemChange> settle(long companyId, long itemId, List<Part> parts, LocalDate day, String who) {
        bankAccounts.lockJournal(companyId);
        List<Long> ids = new ArrayList<>(List.of(itemId));
        parts.forEach(p -> ids.add(p.itemId()));
        Loaded loaded = new Loaded(companyId, ids);
        int number = 0;
        for (Part part : parts) {
            number++;
            loaded.keep(
                    loaded.core.settle(
                            -number,
                            new OpenItemId(itemId),
                            new OpenItemId(part.itemId()),
                            part.minorUnits(),
                            part.discount(),
                            day,
                            say("party.item", number)),
                    companyId,
                    who);
        }
        List<ItemChange> changes = loaded.changes();
        OpenItemRow row = java.util.Objects.requireNonNull(loaded.rows.get(itemId));
        activity.record(
                companyId,
                who,
                "items.settled",
                "party",
                row.partyId(),
                say(
                        "items.settled.settled",
                        String.join(
                                ", ",
                                changes.stream().map(ItemChange::title).limit(6).toList())));
        return changes;
    }

    /** Undoes a settlement; both items are open again by its amount. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<ItemChange> undo(long companyId, long settlementId, LocalDate day, String who) {
        bankAccounts.lockJournal(companyId);
        SettlementRow row = settlements
                .findByIdAndCompanyId(settlementId, companyId)
                .orElseThrow(() -> new NotFound(say("party.settlement")));
        Loaded loaded = new Loaded(companyId, List.of(row.debitItemId(), row.creditItemId()));
        OpenItemRow debit = java.util.Objects.requireNonNull(loaded.rows.get(row.debitItemId()));
        OpenItemRow credit = java.util.Objects.requireNonNull(loaded.rows.get(row.creditItemId()));
        loaded.keepUndone(loaded.core.undo(settlementId, day), who);
        List<ItemChange> changes = loaded.changes();
        activity.record(
                companyId,
                who,
                "settlement.undone",
                "party",
                row.partyId(),
                say("settlement.undone.openedAgainAnd", debit.title(), credit.title()));
        return changes;
    }

    /** A discount was booked by an entry of its own when that item settled others. */
    void discountGoesWith(long itemId, long entryId) {
        em.flush();
        jdbc.update("insert into later_discount (entry_id, item_id) values (?, ?)", entryId, itemId);
    }

    /** The entries of discounts that were granted when items of an entry settled others later, and that still stand. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<Long> laterDiscounts(long entryId) {
        return jdbc.queryForList(
                "select d.entry_id from later_discount d join open_item i on i.id = d.item_id where i.journal_entry_id = ?"
                        + " and not exists (select 1 from journal_entry r where r.reversal_of = d.entry_id)"
                        + " and not exists (select 1 from settlement s join open_item x on x.id = s.credit_item_id"
                        + "   where x.journal_entry_id = d.entry_id and s.closing and s.undone_from is null)"
                        + " order by d.entry_id",
                Long.class,
                entryId);
    }

    /** What came back: the settlements that ended with it, and what of items changed. */
    public record CameBack(List<Long> ended, List<ItemChange> changes) {}

    /**
     * Closes the items of entries to those of the entry that takes them back, one after another; what they settled is open
     * again.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public CameBack takeBack(long companyId, List<Long> entryIds, long backId, LocalDate day, String who) {
        return takeBack(companyId, entryIds, null, backId, day, who);
    }

    /** The same of entries with items of several parties: those of one alone. @param partyId absent for all */
    @Transactional(propagation = Propagation.MANDATORY)
    public CameBack takeBack(
            long companyId, List<Long> entryIds, @Nullable Long partyId, long backId, LocalDate day, String who) {
        bankAccounts.lockJournal(companyId);
        List<OpenItemRow> old = new ArrayList<>();
        entryIds.forEach(id -> items.findByJournalEntryIdOrderByJournalLineId(id).stream()
                .filter(i -> partyId == null || i.partyId() == partyId)
                .forEach(old::add));
        List<OpenItemRow> fresh = items.findByJournalEntryIdOrderByJournalLineId(backId);
        List<Long> ended = new ArrayList<>();
        List<ItemChange> changes = new ArrayList<>();
        for (int i = 0; i < old.size(); i++) {
            Loaded loaded =
                    new Loaded(companyId, List.of(old.get(i).id(), fresh.get(i).id()));
            PartyItems.Reversed done =
                    loaded.core.reverse(old.get(i).itemId(), fresh.get(i).itemId(), -1, day);
            for (Settlement undone : done.undone()) {
                loaded.keepUndone(undone, who);
                ended.add(undone.id());
            }
            loaded.keep(done.closing(), companyId, who);
            changes.addAll(loaded.changes());
        }
        return new CameBack(ended, changes);
    }

    /** Settlements that ended stand again from a day on, as new ones of the same amounts. */
    @Transactional(propagation = Propagation.MANDATORY)
    public List<ItemChange> standAgain(long companyId, List<Long> settlementIds, LocalDate day, String who) {
        bankAccounts.lockJournal(companyId);
        List<ItemChange> changes = new ArrayList<>();
        for (long id : settlementIds) {
            SettlementRow row = settlements
                    .findByIdAndCompanyId(id, companyId)
                    .orElseThrow(() -> new NotFound(say("party.settlement")));
            Settlement ended = row.settlement();
            Loaded loaded = new Loaded(companyId, List.of(row.debitItemId(), row.creditItemId()));
            LocalDate since = ended.undone().orElse(day);
            loaded.keep(
                    loaded.core.settle(
                            -1,
                            ended.debit(),
                            ended.credit(),
                            ended.minorUnits(),
                            ended.discount(),
                            since.isAfter(day) ? since : day,
                            ""),
                    companyId,
                    who);
            changes.addAll(loaded.changes());
        }
        return changes;
    }

    /** What opened again when settlements ended. */
    public record Reopened(long itemId, String title, long settled, long open) {}

    /** The items of a party that ended settlements had settled, with what is open of each now. */
    @Transactional(readOnly = true)
    public List<Reopened> reopened(long companyId, List<Long> settlementIds) {
        List<Reopened> out = new ArrayList<>();
        for (SettlementRow row : settlements.findAllById(settlementIds)) {
            items.findByIdAndCompanyId(row.debitItemId(), companyId)
                    .ifPresent(i -> out.add(new Reopened(
                            i.id(), i.title(), row.settlement().minorUnits(), Math.max(0, i.openMinorUnits()))));
        }
        return out;
    }

    /** What is open of the item that an entry made; zero where it made none. */
    @Transactional(readOnly = true)
    public Optional<Reopened> itemOf(long entryId) {
        return items.findByJournalEntryIdOrderByJournalLineId(entryId).stream()
                .findFirst()
                .map(i -> new Reopened(i.id(), i.title(), Math.abs(i.minorUnits()), Math.max(0, i.openMinorUnits())));
    }

    /** Of what a form settles, what is still open, without discounts; plain decimals. */
    List<Allocations.ItemPart> stillOpen(long companyId, List<Allocations.ItemPart> parts, Company company) {
        List<Allocations.ItemPart> out = new ArrayList<>();
        Map<Long, OpenItemRow> rows = parts.isEmpty()
                ? Map.of()
                : forSettling(
                        companyId,
                        parts.stream().map(Allocations.ItemPart::itemId).toList());
        for (Allocations.ItemPart part : parts) {
            long open = Math.max(
                    0, java.util.Objects.requireNonNull(rows.get(part.itemId())).openMinorUnits());
            long gets = Math.min(open, MinorUnits.parse(part.amount(), company.baseCurrency(), "items"));
            if (gets > 0) {
                out.add(new Allocations.ItemPart(
                        part.itemId(), MinorUnits.toDecimal(gets, company.baseCurrency()), null));
            }
        }
        return out;
    }

    /** The items, each still of the company, with what is open of them now; under the company's lock. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Map<Long, OpenItemRow> forSettling(long companyId, Collection<Long> ids) {
        bankAccounts.lockJournal(companyId);
        Map<Long, OpenItemRow> out = new HashMap<>();
        items.some(companyId, ids).forEach(i -> out.put(i.id(), i));
        if (!out.keySet().containsAll(ids)) {
            throw new NotFound(say("party.openItem"));
        }
        return out;
    }

    /** Those of the entries of which something is open still. */
    @Transactional(readOnly = true)
    public Set<Long> openEntries(Collection<Long> entryIds) {
        return entryIds.isEmpty() ? Set.of() : Set.copyOf(items.openEntries(entryIds));
    }

    /** The item that an entry with lines of several made of one of them. */
    @Transactional(propagation = Propagation.MANDATORY)
    public OpenItemRow ofEntry(long entryId, long partyId) {
        return items.findByJournalEntryIdOrderByJournalLineId(entryId).stream()
                .filter(i -> i.partyId() == partyId)
                .findFirst()
                .orElseThrow(() -> new NotFound(say("party.openItem")));
    }

    /** The item that an entry made of a party. */
    @Transactional(propagation = Propagation.MANDATORY)
    public OpenItemRow ofEntry(long entryId) {
        return items.findByJournalEntryIdOrderByJournalLineId(entryId).getFirst();
    }
}
