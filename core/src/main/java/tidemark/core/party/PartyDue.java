package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/**
 * What is collected from a customer or paid to a supplier: items in whole or in part, less credits and early-payment
 * discounts. For each piece {@code settled = paid + discount + netted}, and what moves is the sum of what is paid.
 *
 * @param pieces what is owed, those due first in front
 * @param netted which credits pay which of them, so that nothing is collected for it
 */
public record PartyDue(List<Piece> pieces, List<Netted> netted) {
    public static final PartyDue NOTHING = new PartyDue(List.of(), List.of());

    public PartyDue {
        pieces = List.copyOf(pieces);
        netted = List.copyOf(netted);
    }

    /** An item, and how much of it nobody else has reserved; minor units, not negative. */
    public record Free(OpenItem item, long free) {
        private boolean owed(PartyMoney.Direction direction) {
            return direction.isOwed(item);
        }
    }

    /** Which of the items that are owed are taken at once. */
    @FunctionalInterface
    public interface Wanted {
        /** @param free above zero, in minor units */
        boolean wants(OpenItem item, long free);

        /** All that falls due up to a day. */
        static Wanted dueUpTo(LocalDate day) {
            return (item, free) -> !item.dueDate().isAfter(day);
        }
    }

    /** @param free what could be settled of it; all in minor units, not negative */
    public record Piece(OpenItem item, long free, long paid, long discount, long netted) {
        public long settled() {
            return Math.addExact(Math.addExact(paid, discount), netted);
        }

        /** Whether something of it stays open. */
        public boolean inPart() {
            return settled() < free;
        }
    }

    /** So much of a credit pays so much of what is owed. */
    public record Netted(OpenItem credit, OpenItemId owed, long minorUnits) {}

    private static final Comparator<Free> DUE_FIRST = Comparator.comparing(
                    (Free f) -> f.item().dueDate())
            .thenComparing(f -> f.item().date())
            .thenComparing(f -> f.item().id().value());

    /**
     * All that is wanted, less the credits up to a day, each as far as it reaches. Where credits come to as much as is owed,
     * nothing is to be moved. Cost: O(items log items).
     *
     * @param direction in for what is collected, out for what is paid
     * @param upTo the day up to which credits count
     * @param on the day on which the money moves, which discounts go by
     */
    public static PartyDue of(
            PartyMoney.Direction direction, Collection<Free> items, Wanted wanted, LocalDate upTo, LocalDate on) {
        Map<OpenItemId, Long> chosen = new HashMap<>();
        long owed = 0;
        for (Free f : items) {
            if (f.owed(direction) && f.free() > 0 && wanted.wants(f.item(), f.free())) {
                chosen.put(f.item().id(), f.free());
                owed = Math.addExact(owed, f.free() - discount(f, on));
            }
        }
        for (Free f :
                items.stream().filter(f -> !f.owed(direction)).sorted(DUE_FIRST).toList()) {
            if (f.free() > 0 && !f.item().date().isAfter(upTo)) {
                long reaches = Math.min(f.free(), owed);
                if (reaches > 0) {
                    chosen.put(f.item().id(), reaches);
                    owed -= reaches;
                }
            }
        }
        return owed <= 0 ? NOTHING : spread(direction, items, chosen, on);
    }

    private static long discount(Free f, LocalDate day) {
        return Math.min(f.item().discount().on(day), f.free());
    }

    /**
     * What somebody chose: so much of each of these items, a credit's too. A discount is granted where an item is settled in
     * whole. Cost: O(items log items).
     *
     * @param settled by item, minor units above zero; with its discount and what credits pay of it
     * @throws RuleViolation collecting {@code due.item}, {@code due.more}, {@code due.credits} and {@code due.nothing}
     */
    public static PartyDue chosen(
            PartyMoney.Direction direction,
            Collection<Free> items,
            Map<OpenItemId, Long> settled,
            LocalDate on,
            CurrencyUnit currency) {
        List<Problem> problems = new ArrayList<>();
        Set<OpenItemId> known = new HashSet<>();
        long owed = 0;
        long credits = 0;
        for (Free f : items) {
            known.add(f.item().id());
            long wanted = settled.getOrDefault(f.item().id(), 0L);
            if (wanted < 0 || wanted > f.free()) {
                problems.add(new Problem(
                                "due.more",
                                f.item().title(),
                                MinorUnits.grouped(wanted, currency),
                                say("due.more.expected", MinorUnits.grouped(f.free(), currency)),
                                say("due.more.remedy"))
                        .with("item", f.item().id().value())
                        .with("open", MinorUnits.toDecimal(f.free(), currency)));
            } else if (f.owed(direction)) {
                owed = Math.addExact(owed, wanted - (wanted == f.free() ? discount(f, on) : 0));
            } else {
                credits = Math.addExact(credits, wanted);
            }
        }
        if (!known.containsAll(settled.keySet())) {
            problems.add(new Problem(
                    "due.item", "items", say("due.item.found"), say("due.item.expected"), say("due.item.remedy")));
        }
        if (problems.isEmpty() && credits > 0 && credits >= owed) {
            problems.add(new Problem(
                    "due.credits",
                    "items",
                    MinorUnits.grouped(credits, currency),
                    say("due.credits.expected", MinorUnits.grouped(owed, currency)),
                    say("due.credits.remedy")));
        } else if (problems.isEmpty() && owed == 0) {
            problems.add(new Problem(
                    "due.nothing",
                    "items",
                    say("due.nothing.found"),
                    say("due.nothing.expected"),
                    say("due.nothing.remedy")));
        }
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        return spread(direction, items, settled, on);
    }

    private static PartyDue spread(
            PartyMoney.Direction direction, Collection<Free> items, Map<OpenItemId, Long> settled, LocalDate on) {
        List<Piece> owed = new ArrayList<>();
        Map<OpenItem, Long> credits = new LinkedHashMap<>();
        items.stream().sorted(DUE_FIRST).forEach(f -> {
            long whole = settled.getOrDefault(f.item().id(), 0L);
            if (whole > 0 && f.owed(direction)) {
                long discount = whole == f.free() ? discount(f, on) : 0;
                owed.add(new Piece(f.item(), f.free(), whole - discount, discount, 0));
            } else if (whole > 0) {
                credits.put(f.item(), whole);
            }
        });
        return netted(owed, credits);
    }

    /** Credits pay what has been due longest first. */
    private static PartyDue netted(List<Piece> owed, Map<OpenItem, Long> credits) {
        Deque<Map.Entry<OpenItem, Long>> left = new ArrayDeque<>(credits.entrySet());
        List<Piece> pieces = new ArrayList<>();
        List<Netted> netted = new ArrayList<>();
        for (Piece p : owed) {
            long rest = p.paid();
            while (rest > 0 && !left.isEmpty()) {
                Map.Entry<OpenItem, Long> credit = left.removeFirst();
                long reaches = Math.min(rest, credit.getValue());
                netted.add(new Netted(credit.getKey(), p.item().id(), reaches));
                rest -= reaches;
                if (reaches < credit.getValue()) {
                    left.addFirst(Map.entry(credit.getKey(), credit.getValue() - reaches));
                }
            }
            pieces.add(new Piece(p.item(), p.free(), rest, p.discount(), p.paid() - rest));
        }
        return new PartyDue(pieces, netted);
    }

    /**
     * What was worked out before and kept by item: the same credits pay the same again.
     *
     * @param kept of what is owed, and of credits, of which {@code netted} is what they pay
     */
    public static PartyDue kept(PartyMoney.Direction direction, Collection<Piece> kept) {
        List<Piece> owed = new ArrayList<>();
        Map<OpenItem, Long> credits = new LinkedHashMap<>();
        kept.stream()
                .sorted(Comparator.comparing(p -> new Free(p.item(), p.free()), DUE_FIRST))
                .forEach(p -> {
                    if (direction.isOwed(p.item())) {
                        owed.add(new Piece(p.item(), p.free(), Math.addExact(p.paid(), p.netted()), p.discount(), 0));
                    } else {
                        credits.put(p.item(), p.netted());
                    }
                });
        return netted(owed, credits);
    }

    /** What moves, in minor units. */
    public long amount() {
        return pieces.stream().mapToLong(Piece::paid).reduce(0, Math::addExact);
    }

    /** What of each item is kept for it until it is booked, credits too; minor units above zero. */
    public Map<OpenItemId, Long> reserves() {
        Map<OpenItemId, Long> out = new HashMap<>();
        pieces.forEach(p -> out.merge(p.item().id(), p.settled(), Math::addExact));
        netted.forEach(n -> out.merge(n.credit().id(), n.minorUnits(), Math::addExact));
        return out;
    }

    /**
     * How the money is spread, once credits have paid their share.
     *
     * @param shares of an item with a discount, what of it bears which tax
     */
    public Allocation allocation(Map<OpenItemId, List<DiscountBooking.Share>> shares) {
        List<Allocation.Part> parts = new ArrayList<>();
        long paid = 0;
        long discount = 0;
        for (Piece p : pieces) {
            if (p.paid() + p.discount() > 0) {
                parts.add(new Allocation.Part(
                        p.item(),
                        p.free() - p.netted(),
                        p.paid(),
                        p.discount(),
                        p.discount() == 0
                                ? List.of()
                                : shares.getOrDefault(p.item().id(), List.of())));
                paid = Math.addExact(paid, p.paid());
                discount = Math.addExact(discount, p.discount());
            }
        }
        return new Allocation(parts, paid, discount);
    }
}
