package tidemark.core.receipt;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What is in hand and how old; minor units of the company's currency.
 *
 * @param groups by site and tender, in that order
 */
public record InHand(List<Group> groups, long total) {
    /** @param site zero for none */
    public record Item(long site, Tender tender, LocalDate receivedOn, long minorUnits) {}

    /** @param oldestDays from the day the oldest of them was received to the day asked for */
    public record Group(long site, Tender tender, int count, long total, long oldestDays) {}

    private record Key(long site, Tender tender) {}

    public InHand {
        groups = List.copyOf(groups);
    }

    /** How long something received on a day is in hand on another; zero for one to come. */
    public static long days(LocalDate receivedOn, LocalDate day) {
        return Math.max(0, ChronoUnit.DAYS.between(receivedOn, day));
    }

    /** Cost: O(n log g) for n receipts in g groups. */
    public static InHand of(List<Item> items, LocalDate day) {
        Map<Key, Group> groups =
                new TreeMap<>(Comparator.comparingLong(Key::site).thenComparing(Key::tender));
        long total = 0;
        for (Item item : items) {
            total = Math.addExact(total, item.minorUnits());
            groups.merge(
                    new Key(item.site(), item.tender()),
                    new Group(item.site(), item.tender(), 1, item.minorUnits(), days(item.receivedOn(), day)),
                    (a, b) -> new Group(
                            a.site(),
                            a.tender(),
                            a.count() + 1,
                            Math.addExact(a.total(), b.total()),
                            Math.max(a.oldestDays(), b.oldestDays())));
        }
        return new InHand(List.copyOf(groups.values()), total);
    }
}
