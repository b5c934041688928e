package tidemark.core.proof;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;

/**
 * What is open of one day, taken together, so that a picture of an account has a mark for each day however much is open.
 *
 * @param title of the only item, or empty for several
 * @param minorUnits their sum, signed
 * @param size the sum of their amounts without signs, in minor units
 */
public record OpenOfDay(LocalDate date, int count, String title, long minorUnits, long size) {
    /** Something open; {@code minorUnits} signed. */
    public record Item(LocalDate date, String title, long minorUnits) {}

    /**
     * The days in their order, each with what is open of it. Time of n log n, memory of the days.
     *
     * @throws ArithmeticException when the amounts of a day exceed what a {@code long} holds
     */
    public static List<OpenOfDay> of(Iterable<Item> items) {
        Map<LocalDate, OpenOfDay> days = new TreeMap<>();
        for (Item item : items) {
            long size = Math.absExact(item.minorUnits());
            days.merge(
                    item.date(),
                    new OpenOfDay(item.date(), 1, item.title(), item.minorUnits(), size),
                    (a, b) -> new OpenOfDay(
                            a.date,
                            a.count + 1,
                            "",
                            Math.addExact(a.minorUnits, b.minorUnits),
                            Math.addExact(a.size, b.size)));
        }
        return new ArrayList<>(days.values());
    }

    /** How heavy its mark is: 1, from 500 units of the currency 2, from 5,000 on 3. */
    public int weight(CurrencyUnit currency) {
        long unit = 1;
        for (int i = 0; i < currency.getDecimalPlaces(); i++) {
            unit *= 10;
        }
        long whole = size / unit;
        return whole >= 5_000 ? 3 : whole >= 500 ? 2 : 1;
    }
}
