package tidemark.core.deposit;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What a card processor keeps of the takings, what it owes and when; minor units of one currency. */
public final class CardTakings {
    private CardTakings() {}

    /**
     * One batch of a site and day.
     *
     * @param gross what the cards were charged
     * @param refunds given back to cards, zero or above
     * @param chargebacks taken back by cardholders, zero or above
     * @param reserve held back by the processor for later, zero or above
     * @param fee kept; where the processor bills it monthly, zero
     */
    public record Batch(long site, LocalDate day, long gross, long refunds, long chargebacks, long reserve, long fee) {
        public Batch {
            if (gross < 0 || refunds < 0 || chargebacks < 0 || reserve < 0) {
                throw new IllegalArgumentException("Parts of a batch are zero or above");
            }
        }

        /** What the processor pays for it; below zero where more goes back than comes in. */
        public long net() {
            return Math.subtractExact(
                    gross, Math.addExact(Math.addExact(refunds, chargebacks), Math.addExact(reserve, fee)));
        }
    }

    /**
     * The share of the gross that is usually kept: the median of past batches with takings, each share exact to eight
     * decimals, rounded half to even; of an even number the lower of the two in the middle. Empty without a batch. Cost: O(n
     * log n).
     */
    public static Optional<BigDecimal> usualShare(List<Batch> past) {
        List<BigDecimal> shares = past.stream()
                .filter(b -> b.gross() > 0)
                .map(b -> BigDecimal.valueOf(b.fee()).divide(BigDecimal.valueOf(b.gross()), 8, RoundingMode.HALF_EVEN))
                .sorted()
                .toList();
        return shares.isEmpty() ? Optional.empty() : Optional.of(shares.get((shares.size() - 1) / 2));
    }

    /** The fee of so much at a share, rounded half to even. */
    public static long fee(long gross, BigDecimal share) {
        return BigDecimal.valueOf(gross)
                .multiply(share)
                .setScale(0, RoundingMode.HALF_EVEN)
                .longValueExact();
    }

    /**
     * What is due from the processor on a day and what came.
     *
     * @param due the batches whose money is due that day, net
     * @param credited what the bank credited that day
     */
    public record DayDue(LocalDate day, long due, long credited) {
        public long apart() {
            return Math.subtractExact(credited, due);
        }

        /** Whether something was due and nothing came. */
        public boolean isMissing() {
            return due > 0 && credited == 0;
        }
    }

    /** Calendar days around a due day in which just its amount is taken to be its. */
    private static final int NEAR = 4;

    /**
     * Day by day what was due and what was credited, days on which neither was left out. A bank holiday or a processor that
     * pays a day sooner is no missing day: where nothing came on a day, just its amount on a day near it, on which it
     * was not due, is taken to be its. Cost: O(n log n).
     *
     * @param lagDays from a batch's day to the day its money is due, by business days
     * @param credits what the bank credited, by day
     * @param upTo days after this one are not due yet
     */
    public static List<DayDue> days(List<Batch> batches, int lagDays, Map<LocalDate, Long> credits, LocalDate upTo) {
        Map<LocalDate, Long> due = new TreeMap<>();
        for (Batch batch : batches) {
            LocalDate day = dueDay(batch.day(), lagDays);
            if (!day.isAfter(upTo)) {
                due.merge(day, batch.net(), Math::addExact);
            }
        }
        TreeMap<LocalDate, Long> all = new TreeMap<>(credits);
        due.forEach((day, amount) -> {
            if (amount > 0 && all.getOrDefault(day, 0L) == 0) {
                nearest(day, amount, all, due).ifPresent(other -> {
                    all.remove(other);
                    all.put(day, amount);
                });
            }
        });
        due.keySet().forEach(day -> all.putIfAbsent(day, 0L));
        List<DayDue> out = new ArrayList<>();
        all.forEach((day, credited) -> out.add(new DayDue(day, due.getOrDefault(day, 0L), credited)));
        out.sort(Comparator.comparing(DayDue::day));
        return List.copyOf(out);
    }

    /**
     * Which receipts make a batch: all of them where they come to it, else the only set of them that does. Cost: that of
     * {@link SlipPartition#picking}.
     *
     * @return their places; empty where no set comes to it, or several do, or there are too many to try
     */
    public static Optional<List<Integer>> receiptsOf(List<Long> amounts, long gross) {
        SlipPartition made = SlipPartition.picking(
                amounts.stream()
                        .map(a -> new SlipPartition.Receipt(a, List.of()))
                        .toList(),
                gross);
        return made.isFound() && !made.several() && made.complete()
                ? Optional.of(made.parts().getFirst())
                : Optional.empty();
    }

    private static Optional<LocalDate> nearest(
            LocalDate day, long amount, Map<LocalDate, Long> credits, Map<LocalDate, Long> due) {
        for (int apart = 1; apart <= NEAR; apart++) {
            for (LocalDate other : List.of(day.minusDays(apart), day.plusDays(apart))) {
                boolean own = due.getOrDefault(other, 0L).equals(amount);
                if (!own && credits.getOrDefault(other, 0L) == amount) {
                    return Optional.of(other);
                }
            }
        }
        return Optional.empty();
    }

    /** So many business days later; Saturday and Sunday are none. */
    public static LocalDate dueDay(LocalDate day, int lagDays) {
        LocalDate due = day;
        for (int i = 0; i < lagDays; ) {
            due = due.plusDays(1);
            if (due.getDayOfWeek().getValue() <= 5) {
                i++;
            }
        }
        return due;
    }
}
