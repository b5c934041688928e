package tidemark.core.payment;

import java.util.Collection;
import java.util.EnumMap;
import java.util.Map;
import java.util.TreeMap;

/**
 * What checks that the bank has not paid come to, by how long they have been out. Minor units of one currency.
 *
 * @param byStage every stage, the empty ones too
 */
public record OutstandingSums(Map<CheckAges.Stage, Sum> byStage, Sum all) {
    public record Sum(int count, long minorUnits) {
        static final Sum NONE = new Sum(0, 0);

        Sum and(long more) {
            return new Sum(count + 1, Math.addExact(minorUnits, more));
        }
    }

    /** @param minorUnits above zero */
    public record Row(String currency, long minorUnits, CheckAges.Stage stage) {}

    public OutstandingSums {
        byStage = Map.copyOf(byStage);
    }

    /** One for each currency, by its code. Cost: O(n log c). @throws ArithmeticException where a sum leaves a {@code long} */
    public static Map<String, OutstandingSums> of(Collection<Row> rows) {
        Map<String, Map<CheckAges.Stage, Sum>> sums = new TreeMap<>();
        Map<String, Sum> all = new TreeMap<>();
        for (Row row : rows) {
            sums.computeIfAbsent(row.currency(), c -> empty())
                    .computeIfPresent(row.stage(), (s, sum) -> sum.and(row.minorUnits()));
            all.put(row.currency(), all.getOrDefault(row.currency(), Sum.NONE).and(row.minorUnits()));
        }
        Map<String, OutstandingSums> out = new TreeMap<>();
        sums.forEach((currency, own) ->
                out.put(currency, new OutstandingSums(own, all.getOrDefault(currency, Sum.NONE))));
        return out;
    }

    private static Map<CheckAges.Stage, Sum> empty() {
        Map<CheckAges.Stage, Sum> out = new EnumMap<>(CheckAges.Stage.class);
        for (CheckAges.Stage stage : CheckAges.Stage.values()) {
            out.put(stage, Sum.NONE);
        }
        return out;
    }
}
