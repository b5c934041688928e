package tidemark.app.party;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.ItemTerms;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.party.Aging;
import tidemark.core.party.Allocation;
import tidemark.core.party.OpenItem;
import tidemark.core.party.PartyItems;
import tidemark.core.party.Settlement;

/** Customers, suppliers and others with accounts of their own as they are shown. */
@Service
public class PartyViews {
    private static final int PAGE = 100;

    private final Parties parties;
    private final OpenItemRepository items;
    private final SettlementRepository settlements;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final SisterBooks sisters;
    private final List<ReceiptKeeper> keepers;

    PartyViews(
            Parties parties,
            OpenItemRepository items,
            SettlementRepository settlements,
            BankAccounts bankAccounts,
            Companies companies,
            SisterBooks sisters,
            List<ReceiptKeeper> keepers) {
        this.parties = parties;
        this.items = items;
        this.settlements = settlements;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.sisters = sisters;
        this.keepers = keepers;
    }

    public record PartyView(
            long id,
            Control control,
            String code,
            String name,
            String address,
            int dueDays,
            String discountPercent,
            int discountDays,
            boolean active) {}

    /** Amounts open by how long they have been due. */
    public record AgingView(String notDue, String to30, String to60, String over60, String total) {}

    public record PartyRow(PartyView party, AgingView aging) {}

    public record PartyList(LocalDate date, List<PartyRow> rows, AgingView total) {}

    /** @param other the item at the other end */
    public record SettlementView(
            long id,
            long otherItemId,
            String other,
            long otherEntryId,
            String amount,
            LocalDate from,
            @Nullable LocalDate undoneFrom) {}

    /**
     * @param discount what may still be deducted today; absent for nothing
     * @param annualRate what deducting it on its last day earns in a year, in per cent; absent where it earns nothing
     * @param promised by a receipt that is dated ahead, in words
     */
    public record ItemView(
            long id,
            long entryId,
            ItemTerms.Kind kind,
            String title,
            LocalDate date,
            LocalDate dueDate,
            @Nullable String debit,
            @Nullable String credit,
            String open,
            String payNow,
            @Nullable String discount,
            @Nullable LocalDate discountUntil,
            @Nullable String annualRate,
            @Nullable String promised,
            List<SettlementView> settlements) {}

    /** One of the roles of somebody, with what is open in it now, signed as in the journal. */
    public record RoleView(long partyId, Control control, String code, boolean active, String open) {}

    /**
     * @param roles all roles of the same person or firm, this one among them
     * @param net what is open in all of them, signed as in the journal
     * @param sister whose books are kept here too, of a sister company
     */
    public record PartyPage(
            PartyView party,
            AgingView aging,
            List<RoleView> roles,
            String net,
            List<ItemView> open,
            List<ItemView> all,
            boolean more,
            SisterBooks.@Nullable Sister sister) {}

    /** Somebody in a role, to be chosen. */
    public record PartyName(long id, Control control, String name, String code) {}

    /** Those of a company that are asked for, each in one of their roles. */
    @Transactional(readOnly = true)
    public List<PartyName> names(long companyId, Set<Long> ids) {
        return parties.of(companyId, ids).stream()
                .map(p -> new PartyName(p.id(), p.control(), p.name(), p.code()))
                .toList();
    }

    static PartyView view(Party p) {
        return new PartyView(
                p.id(),
                p.control(),
                p.code(),
                p.name(),
                p.address(),
                p.terms().dueDays(),
                p.terms().discountPercent().stripTrailingZeros().toPlainString(),
                p.terms().discountDays(),
                p.active());
    }

    private static AgingView view(Aging a, CurrencyUnit c) {
        return new AgingView(
                MinorUnits.toDecimal(a.notDue(), c),
                MinorUnits.toDecimal(a.to30(), c),
                MinorUnits.toDecimal(a.to60(), c),
                MinorUnits.toDecimal(a.over60(), c),
                MinorUnits.toDecimal(a.total(), c));
    }

    /** Everybody of a kind with what was open at the end of a day. */
    @Transactional(readOnly = true)
    public PartyList list(long companyId, Control control, LocalDate date) {
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        Map<Long, List<Aging.Due>> open = new HashMap<>();
        List<Aging.Due> all = new ArrayList<>();
        for (OpenOn item : openOn(companyId, control, date)) {
            Aging.Due due = new Aging.Due(item.row().dueDate(), item.open());
            open.computeIfAbsent(item.row().partyId(), k -> new ArrayList<>()).add(due);
            all.add(due);
        }
        return new PartyList(
                date,
                parties.list(companyId, control).stream()
                        .map(p -> new PartyRow(
                                view(p), view(Aging.of(open.getOrDefault(p.id(), List.of()), date), currency)))
                        .toList(),
                view(Aging.of(all, date), currency));
    }

    /** An item and what was open of it on the day. */
    public record OpenOn(OpenItemRow row, String party, long open) {}

    /** What was open at the end of a day, by name and due date. */
    @Transactional(readOnly = true)
    public List<OpenOn> openOn(long companyId, Control control, LocalDate date) {
        Map<Long, String> names = new HashMap<>();
        parties.list(companyId, control).forEach(p -> names.put(p.id(), p.name()));
        List<OpenItemRow> rows = perhapsOpenOn(companyId, control, date);
        rows.sort(Comparator.comparing((OpenItemRow r) -> names.getOrDefault(r.partyId(), ""))
                .thenComparing(OpenItemRow::dueDate)
                .thenComparing(OpenItemRow::id));
        PartyItems core = new PartyItems(
                bankAccounts.companyCurrency(companyId),
                rows.stream().map(OpenItemRow::item).toList(),
                settlementsOf(rows.stream().map(OpenItemRow::id).toList()));
        List<OpenOn> out = new ArrayList<>();
        for (OpenItemRow row : rows) {
            long open = core.openOn(row.itemId(), date);
            if (open != 0) {
                out.add(new OpenOn(row, names.getOrDefault(row.partyId(), ""), open));
            }
        }
        return out;
    }

    /** Open now, or settled only after the day. */
    private List<OpenItemRow> perhapsOpenOn(long companyId, Control control, LocalDate date) {
        List<OpenItemRow> rows = new ArrayList<>(items.openNow(companyId, control, date));
        Set<Long> later = new TreeSet<>();
        settlements.after(companyId, date).forEach(s -> {
            later.add(s.settlement().debit().value());
            later.add(s.settlement().credit().value());
        });
        List<Long> ids = List.copyOf(later);
        for (int i = 0; i < ids.size(); i += 1_000) {
            rows.addAll(items.settledNow(companyId, control, date, ids.subList(i, Math.min(ids.size(), i + 1_000))));
        }
        return rows;
    }

    private List<Settlement> settlementsOf(List<Long> ids) {
        Map<Long, Settlement> out = new java.util.LinkedHashMap<>();
        for (int i = 0; i < ids.size(); i += 1_000) {
            settlements
                    .touching(ids.subList(i, Math.min(ids.size(), i + 1_000)))
                    .forEach(s -> out.put(s.id(), s.settlement()));
        }
        return List.copyOf(out.values());
    }

    /** What is open of a party, and all its items, newest first. */
    @Transactional(readOnly = true)
    public PartyPage page(long companyId, long partyId, long before) {
        Party party = parties.get(companyId, partyId);
        CurrencyUnit currency = bankAccounts.companyCurrency(companyId);
        LocalDate today = companies.today(companyId);
        List<OpenItemRow> open = items.open(partyId);
        List<OpenItemRow> newest = items.page(partyId, before <= 0 ? Long.MAX_VALUE : before, Limit.of(PAGE + 1));
        boolean more = newest.size() > PAGE;
        List<OpenItemRow> shown = more ? newest.subList(0, PAGE) : newest;
        List<Party> roles = parties.rolesOf(party);
        Map<Long, List<Aging.Due>> due = new HashMap<>();
        List<Aging.Due> all = new ArrayList<>();
        for (OpenItemRow item : items.openOf(roles.stream().map(Party::id).toList())) {
            Aging.Due one = new Aging.Due(item.dueDate(), item.openMinorUnits());
            due.computeIfAbsent(item.partyId(), k -> new ArrayList<>()).add(one);
            all.add(one);
        }
        Map<Long, String> promised = new HashMap<>();
        keepers.forEach(k -> promised.putAll(k.promised(companyId, partyId)));
        return new PartyPage(
                view(party),
                view(Aging.of(due.getOrDefault(partyId, List.of()), today), currency),
                roles.stream()
                        .map(r -> new RoleView(
                                r.id(),
                                r.control(),
                                r.code(),
                                r.active(),
                                MinorUnits.toDecimal(
                                        Aging.of(due.getOrDefault(r.id(), List.of()), today)
                                                .total(),
                                        currency)))
                        .toList(),
                MinorUnits.toDecimal(Aging.of(all, today).total(), currency),
                views(open, promised, currency, today),
                views(shown, promised, currency, today),
                more,
                sisters.booksOf(partyId).orElse(null));
    }

    private List<ItemView> views(
            List<OpenItemRow> rows, Map<Long, String> promised, CurrencyUnit currency, LocalDate today) {
        Set<Long> ids = new HashSet<>();
        rows.forEach(r -> ids.add(r.id()));
        List<SettlementRow> touching = ids.isEmpty() ? List.of() : settlements.touching(ids);
        Set<Long> others = new HashSet<>();
        touching.forEach(s -> {
            others.add(s.debitItemId());
            others.add(s.creditItemId());
        });
        Map<Long, OpenItemRow> byId = new HashMap<>();
        items.findAllById(others).forEach(i -> byId.put(i.id(), i));
        List<ItemView> out = new ArrayList<>();
        for (OpenItemRow row : rows) {
            List<SettlementView> own = new ArrayList<>();
            for (SettlementRow s : touching) {
                if (s.debitItemId() == row.id() || s.creditItemId() == row.id()) {
                    long otherId = s.debitItemId() == row.id() ? s.creditItemId() : s.debitItemId();
                    OpenItemRow other = java.util.Objects.requireNonNull(byId.get(otherId));
                    Settlement core = s.settlement();
                    own.add(new SettlementView(
                            s.id(),
                            otherId,
                            other.title(),
                            other.journalEntryId(),
                            MinorUnits.toDecimal(core.minorUnits(), currency),
                            core.from(),
                            core.undone().orElse(null)));
                }
            }
            OpenItem item = row.item();
            Allocation.Part full = Allocation.Part.inFull(item, Math.abs(row.openMinorUnits()), today);
            out.add(new ItemView(
                    row.id(),
                    row.journalEntryId(),
                    row.kind(),
                    row.title(),
                    row.itemDate(),
                    row.dueDate(),
                    row.minorUnits() > 0 ? MinorUnits.toDecimal(row.minorUnits(), currency) : null,
                    row.minorUnits() < 0 ? MinorUnits.toDecimal(-row.minorUnits(), currency) : null,
                    MinorUnits.toDecimal(row.openMinorUnits(), currency),
                    MinorUnits.toDecimal(full.paid(), currency),
                    full.discount() == 0 ? null : MinorUnits.toDecimal(full.discount(), currency),
                    item.discount().minorUnits() == 0 ? null : item.discount().until(),
                    full.discount() == 0
                            ? null
                            : item.discount()
                                    .annualRate(
                                            Math.abs(row.openMinorUnits()),
                                            item.discount().until(),
                                            row.dueDate())
                                    .map(BigDecimal::toPlainString)
                                    .orElse(null),
                    promised.get(row.id()),
                    own));
        }
        return out;
    }
}
