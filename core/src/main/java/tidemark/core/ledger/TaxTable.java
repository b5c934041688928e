package tidemark.core.ledger;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The taxes of a company with the days on which each holds: a code may have one rate until a day and another from the next.
 * Immutable but for what it remembers; not for several threads at once.
 */
public final class TaxTable {
    private final List<Dated> all;
    private final Map<LocalDate, Map<String, Taxes.Tax>> byDay = new HashMap<>();

    /**
     * A tax on the days on which it holds.
     *
     * @param from first day; empty for ever before
     * @param to last day; empty for ever after
     */
    public record Dated(Taxes.Tax tax, Optional<LocalDate> from, Optional<LocalDate> to) {
        /** A tax that holds on all days. */
        public static Dated always(Taxes.Tax tax) {
            return new Dated(tax, Optional.empty(), Optional.empty());
        }

        public boolean holds(LocalDate day) {
            return from.map(f -> !day.isBefore(f)).orElse(true)
                    && to.map(t -> !day.isAfter(t)).orElse(true);
        }

        /** Whether there is a day on which both hold. */
        public boolean meets(Dated other) {
            return from.flatMap(f -> other.to.map(f::isAfter))
                            .map(apart -> !apart)
                            .orElse(true)
                    && other.from
                            .flatMap(f -> to.map(f::isAfter))
                            .map(apart -> !apart)
                            .orElse(true);
        }
    }

    /** @param all in any order; of one code none meets another */
    public TaxTable(List<Dated> all) {
        this.all = List.copyOf(all);
    }

    /** The taxes of a day by their codes. Cost: O(taxes) for the first time a day is asked for. */
    public Map<String, Taxes.Tax> on(LocalDate day) {
        return byDay.computeIfAbsent(day, d -> {
            Map<String, Taxes.Tax> out = new HashMap<>();
            all.stream().filter(t -> t.holds(d)).forEach(t -> out.put(t.tax().code(), t.tax()));
            return Map.copyOf(out);
        });
    }
}
