package tidemark.core.receipt;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What is in hand and how old; minor units of the company's currency.
 *
 * @param groups by site, tender and the tender's own name, in that order
 */
public record InHand(List<Group> groups, long total) {
    /**
     * @param site zero for none
     * @param name of a tender that a company added; empty for the one of that kind that every company has
     */
    public record Item(long site, Tender tender, String name, LocalDate receivedOn, long minorUnits) {}

    /** @param oldestDays from the day the oldest of them was received to the day asked for */
    public record Group(long site, Tender tender, String name, int count, long total, long oldestDays) {}

    /** @param cash what a site holds of it, above its limit */
    public record Over(long site, long cash, long limit) {}

    /**
     * The sites that hold more cash than they may, by site.
     *
     * @param limits by site, minor units; a site without one may hold any amount
     */
    public List<Over> overLimit(Map<Long, Long> limits) {
        Map<Long, Long> cash = new TreeMap<>();
        groups.stream()
                .filter(g -> g.tender() == Tender.CASH)
                .forEach(g -> cash.merge(g.site(), g.total(), Math::addExact));
        List<Over> over = new ArrayList<>();
        cash.forEach((site, held) -> {
            long limit = limits.getOrDefault(site, Long.MAX_VALUE);
            if (held > limit) {
                over.add(new Over(site, held, limit));
            }
        });
        return over;
    }

    private record Key(long site, Tender tender, String name) {}

    public InHand {
        groups = List.copyOf(groups);
    }

    /** How long something received on a day is in hand on another; zero for one to come. */
    public static long days(LocalDate receivedOn, LocalDate day) {
        return Math.max(0, ChronoUnit.DAYS.between(receivedOn, day));
    }

    /** Cost: O(n log g) for n receipts in g groups. */
    public static InHand of(List<Item> items, LocalDate day) {
        Map<Key, Group> groups = new TreeMap<>(
                Comparator.comparingLong(Key::site).thenComparing(Key::tender).thenComparing(Key::name));
        long total = 0;
        for (Item item : items) {
            total = Math.addExact(total, item.minorUnits());
            groups.merge(
                    new Key(item.site(), item.tender(), item.name()),
                    new Group(
                            item.site(),
                            item.tender(),
                            item.name(),
                            1,
                            item.minorUnits(),
                            days(item.receivedOn(), day)),
                    (a, b) -> new Group(
                            a.site(),
                            a.tender(),
                            a.name(),
                            a.count() + 1,
                            Math.addExact(a.total(), b.total()),
                            Math.max(a.oldestDays(), b.oldestDays())));
        }
        return new InHand(List.copyOf(groups.values()), total);
    }
}
