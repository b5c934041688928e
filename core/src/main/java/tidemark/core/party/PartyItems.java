package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * The items of customers and suppliers with their settlements: what is open, and what may be settled and undone.
 * Always holds: an item's open amount lies between zero and its amount, on its side, and is its amount less the
 * settlements that stand; so the open amounts of an account come to the account's balance.
 * Not safe for use by several threads.
 */
public final class PartyItems {
    private final CurrencyUnit currency;
    private final Map<OpenItemId, OpenItem> items = new LinkedHashMap<>();
    private final Map<Long, Settlement> settlements = new LinkedHashMap<>();
    private final Map<OpenItemId, Long> settled = new LinkedHashMap<>();
    private final Map<OpenItemId, Long> discounted = new LinkedHashMap<>();

    /** @param standing the settlements of the items; those already undone may be among them */
    public PartyItems(CurrencyUnit currency, List<OpenItem> items, List<Settlement> standing) {
        this.currency = currency;
        items.forEach(this::add);
        standing.forEach(this::keep);
    }

    /** Adds an item that was booked meanwhile; one of the same identity takes its place. */
    public void add(OpenItem item) {
        items.put(item.id(), item);
    }

    private void keep(Settlement s) {
        settlements.put(s.id(), s);
        if (s.stands()) {
            settled.merge(s.debit(), s.minorUnits(), Math::addExact);
            settled.merge(s.credit(), s.minorUnits(), Math::addExact);
            discounted.merge(s.debit(), s.discount(), Math::addExact);
            discounted.merge(s.credit(), s.discount(), Math::addExact);
        }
    }

    /** What is still open now: signed as the item, zero when it is settled. Cost: O(1). */
    public long open(OpenItemId id) {
        OpenItem item = item(id);
        long rest = Math.abs(item.minorUnits()) - settled.getOrDefault(id, 0L);
        return item.minorUnits() < 0 ? -rest : rest;
    }

    /** The early-payment discount that the settlements that stand have taken of an item; not negative. Cost: O(1). */
    public long discountTaken(OpenItemId id) {
        item(id);
        return discounted.getOrDefault(id, 0L);
    }

    /** What was open at the end of a day: zero before the item's own date. Cost: O(settlements). */
    public long openOn(OpenItemId id, LocalDate day) {
        OpenItem item = item(id);
        if (item.date().isAfter(day)) {
            return 0;
        }
        long rest = Math.abs(item.minorUnits());
        for (Settlement s : settlements.values()) {
            if (s.touches(id) && s.standsOn(day)) {
                rest -= s.minorUnits();
            }
        }
        return item.minorUnits() < 0 ? -rest : rest;
    }

    private OpenItem item(OpenItemId id) {
        OpenItem item = items.get(id);
        if (item == null) {
            throw new IllegalArgumentException("No item " + id.value());
        }
        return item;
    }

    /**
     * Settles two items against one another from the later of their dates and {@code day}.
     *
     * @param settlementId a new one
     * @param where the field that is named in a refusal
     * @throws RuleViolation {@code settle.sides}, {@code settle.party}, {@code settle.amount} or {@code settle.open}
     */
    public Settlement settle(
            long settlementId, OpenItemId one, OpenItemId other, long minorUnits, LocalDate day, String where) {
        return settle(settlementId, one, other, minorUnits, 0, day, where);
    }

    /** The same, where a part of the amount is an early-payment discount. */
    public Settlement settle(
            long settlementId,
            OpenItemId one,
            OpenItemId other,
            long minorUnits,
            long discount,
            LocalDate day,
            String where) {
        return settle(settlementId, one, other, minorUnits, discount, day, false, where);
    }

    private Settlement settle(
            long settlementId,
            OpenItemId one,
            OpenItemId other,
            long minorUnits,
            long discount,
            LocalDate day,
            boolean closing,
            String where) {
        OpenItem a = item(one);
        OpenItem b = item(other);
        if (a.minorUnits() > 0 == b.minorUnits() > 0) {
            throw new RuleViolation(
                    "settle.sides",
                    where,
                    say("settle.sides.found", a.title(), b.title()),
                    say("settle.sides.expected"),
                    say("settle.sides.remedy"));
        }
        if (!a.party().equals(b.party()) || !a.accountCode().equals(b.accountCode())) {
            throw new RuleViolation(
                    "settle.party",
                    where,
                    say("settle.party.found", a.title(), b.title()),
                    say("settle.party.expected"),
                    say("settle.party.remedy"));
        }
        if (minorUnits <= 0) {
            throw new RuleViolation(
                    "settle.amount",
                    where,
                    say("settle.amount.found"),
                    say("settle.amount.expected"),
                    say("settle.amount.remedy2"));
        }
        for (OpenItem item : List.of(a, b)) {
            long open = Math.abs(open(item.id()));
            if (minorUnits > open) {
                throw new RuleViolation(
                                "settle.open",
                                where,
                                say("party.toSettleOfOfWhichIsOpen")
                                        .formatted(
                                                MinorUnits.grouped(minorUnits, currency),
                                                item.title(),
                                                MinorUnits.grouped(open, currency)),
                                say("settle.open.expected"),
                                open == 0
                                        ? say("settle.open.remedy")
                                        : say("settle.open.remedy2", MinorUnits.grouped(open, currency)))
                        .with("item", item.id().value())
                        .with("open", MinorUnits.toDecimal(open, currency));
            }
        }
        LocalDate from = latest(day, a.date(), b.date());
        Settlement made = new Settlement(
                settlementId,
                a.minorUnits() > 0 ? one : other,
                a.minorUnits() > 0 ? other : one,
                minorUnits,
                discount,
                from,
                closing,
                Optional.empty());
        keep(made);
        return made;
    }

    private static LocalDate latest(LocalDate a, LocalDate b, LocalDate c) {
        LocalDate later = a.isAfter(b) ? a : b;
        return later.isAfter(c) ? later : c;
    }

    /**
     * Undoes a settlement from a day on: both items are open again by its amount.
     *
     * @throws RuleViolation {@code settlement.undone}, {@code settlement.reversal} or {@code settlement.early}
     */
    public Settlement undo(long settlementId, LocalDate day) {
        Settlement s = settlements.get(settlementId);
        if (s != null && s.closing()) {
            throw new RuleViolation(
                    "settlement.reversal",
                    "",
                    say("settlement.reversal.found"),
                    say("settlement.reversal.expected"),
                    say("settlement.reversal.remedy"));
        }
        return release(s, day);
    }

    private Settlement release(@Nullable Settlement s, LocalDate day) {
        if (s == null || !s.stands()) {
            throw new RuleViolation(
                    "settlement.undone",
                    "",
                    say("settlement.undone.found"),
                    say("settlement.undone.expected"),
                    say("settlement.undone.remedy"));
        }
        if (day.isBefore(s.from())) {
            throw new RuleViolation(
                    "settlement.early",
                    "date",
                    day.toString(),
                    say("settlement.early.expected", s.from()),
                    say("settlement.early.remedy"));
        }
        Settlement undone = new Settlement(
                s.id(), s.debit(), s.credit(), s.minorUnits(), s.discount(), s.from(), s.closing(), Optional.of(day));
        settlements.put(undone.id(), undone);
        settled.merge(s.debit(), -s.minorUnits(), Math::addExact);
        settled.merge(s.credit(), -s.minorUnits(), Math::addExact);
        discounted.merge(s.debit(), -s.discount(), Math::addExact);
        discounted.merge(s.credit(), -s.discount(), Math::addExact);
        return undone;
    }

    /** What a reversal did: the settlements it undid, and the one that closes the item to its reversal. */
    public record Reversed(List<Settlement> undone, Settlement closing) {}

    /**
     * Reverses an item: all that it settled is open again, and it is closed to its reversal, an item of the opposite
     * amount that was added before.
     */
    public Reversed reverse(OpenItemId original, OpenItemId reversal, long settlementId, LocalDate day) {
        List<Settlement> undone = new ArrayList<>();
        for (Settlement s : List.copyOf(settlements.values())) {
            if (s.stands() && s.touches(original)) {
                undone.add(release(s, day.isBefore(s.from()) ? s.from() : day));
            }
        }
        long amount = Math.abs(item(original).minorUnits());
        return new Reversed(undone, settle(settlementId, original, reversal, amount, 0, day, true, ""));
    }

    /** All settlements, those undone too, in the order they came. */
    public List<Settlement> settlements() {
        return List.copyOf(settlements.values());
    }
}
