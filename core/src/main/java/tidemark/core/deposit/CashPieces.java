package tidemark.core.deposit;

import static tidemark.core.words.Catalogue.say;

import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * Cash counted by piece.
 *
 * @param pieces how many of each, by the value of one in minor units, the largest first; none of zero
 */
public record CashPieces(Map<Long, Integer> pieces) {
    public static final CashPieces NONE = new CashPieces(Map.of());
    private static final int MOST_PIECES = 1_000_000;

    /** Notes and coins in use, by ISO 4217 code; in minor units, the largest first. */
    private static final Map<String, List<Long>> IN_USE = Map.of(
            "USD", List.of(100_00L, 50_00L, 20_00L, 10_00L, 5_00L, 2_00L, 1_00L, 50L, 25L, 10L, 5L, 1L),
            "CAD", List.of(100_00L, 50_00L, 20_00L, 10_00L, 5_00L, 2_00L, 1_00L, 25L, 10L, 5L),
            "EUR",
                    List.of(
                            500_00L, 200_00L, 100_00L, 50_00L, 20_00L, 10_00L, 5_00L, 2_00L, 1_00L, 50L, 20L, 10L, 5L,
                            2L, 1L),
            "GBP", List.of(50_00L, 20_00L, 10_00L, 5_00L, 2_00L, 1_00L, 50L, 20L, 10L, 5L, 2L, 1L),
            "CHF",
                    List.of(
                            1_000_00L, 200_00L, 100_00L, 50_00L, 20_00L, 10_00L, 5_00L, 2_00L, 1_00L, 50L, 20L, 10L,
                            5L));

    public CashPieces {
        TreeMap<Long, Integer> sorted = new TreeMap<>(Comparator.reverseOrder());
        pieces.forEach((value, count) -> {
            if (value <= 0 || count < 0 || count > MOST_PIECES) {
                throw new IllegalArgumentException(count + " pieces of " + value);
            }
            if (count > 0) {
                sorted.put(value, count);
            }
        });
        pieces = Collections.unmodifiableMap(sorted);
    }

    /**
     * @throws RuleViolation {@code pieces.unknown} for a value that the currency has no piece of, {@code pieces.count} for
     *     fewer than none or more than a million
     */
    public static CashPieces of(Map<Long, Integer> pieces, CurrencyUnit currency) {
        pieces.forEach((value, count) -> {
            if (!inUse(currency).contains(value)) {
                throw new RuleViolation(
                        "pieces.unknown",
                        "pieces",
                        say("pieces.unknown.found", MinorUnits.toDecimal(value, currency)),
                        say("pieces.unknown.expected", currency.getCode()),
                        say("pieces.unknown.remedy"));
            }
            if (count < 0 || count > MOST_PIECES) {
                throw new RuleViolation(
                        "pieces.count",
                        "pieces",
                        say("pieces.count.found", count, MinorUnits.toDecimal(value, currency)),
                        say("pieces.count.expected", MOST_PIECES),
                        say("pieces.count.remedy"));
            }
        });
        return new CashPieces(pieces);
    }

    /** Cash that was counted elsewhere, told as one amount, zero or above; minor units. */
    public static CashPieces oneTotal(long minorUnits) {
        return minorUnits == 0 ? NONE : new CashPieces(Map.of(minorUnits, 1));
    }

    /** The pieces of a currency, the largest first; powers of ten times 1, 2 and 5 where it is not known. */
    public static List<Long> inUse(CurrencyUnit currency) {
        List<Long> known = IN_USE.get(currency.getCode());
        if (known != null) {
            return known;
        }
        long unit = 1;
        for (int i = 0; i < currency.getDecimalPlaces(); i++) {
            unit *= 10;
        }
        return List.of(100 * unit, 50 * unit, 20 * unit, 10 * unit, 5 * unit, 2 * unit, unit);
    }

    /** What they come to, in minor units. */
    public long total() {
        long sum = 0;
        for (Map.Entry<Long, Integer> piece : pieces.entrySet()) {
            sum = Math.addExact(sum, Math.multiplyExact(piece.getKey(), (long) piece.getValue()));
        }
        return sum;
    }

    public int count() {
        return pieces.values().stream().mapToInt(Integer::intValue).sum();
    }
}
