package tidemark.core.returned;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import tidemark.core.matching.BusinessDays;
import tidemark.core.statement.BankLine;

/**
 * The bank's fee for what came back, where it is a line of its own.
 *
 * @param line of the fee
 * @param items for how many returned items it is, by what the bank usually takes; 1 where that is not known
 * @param several whether another line fits as well
 */
public record FeeBeside(BankLine line, int items, boolean several) {
    private static final int MOST_ITEMS = 9;
    private static final int MOST_DAYS = 3;

    private record Weighed(BankLine line, int points, int items) {}

    /**
     * Looks at lines of the same account within three bank days: their words, their amounts, their day. Cost: O(lines).
     *
     * @param back the line of the item
     * @param lines not explained yet, of the same account, in any order
     * @param usualFees what the bank took for one item before, or was agreed; minor units above zero
     */
    public static Optional<FeeBeside> of(BankLine back, List<BankLine> lines, List<Long> usualFees, long mostFee) {
        List<Weighed> fit = lines.stream()
                .filter(l ->
                        !l.id().equals(back.id()) && l.minorUnits() < 0 && near(back.bookingDate(), l.bookingDate()))
                .map(l -> weighed(back, l, usualFees, mostFee))
                .filter(w -> w.points() >= 3)
                .sorted(Comparator.comparingInt(Weighed::points)
                        .reversed()
                        .thenComparing(
                                w -> Math.abs(apart(back.bookingDate(), w.line().bookingDate())))
                        .thenComparing(w -> w.line().id().value()))
                .toList();
        if (fit.isEmpty()) {
            return Optional.empty();
        }
        Weighed first = fit.getFirst();
        boolean several = fit.size() > 1 && fit.get(1).points() == first.points();
        return Optional.of(new FeeBeside(first.line(), first.items(), several));
    }

    private static boolean near(LocalDate one, LocalDate other) {
        return Math.abs(apart(one, other)) <= MOST_DAYS;
    }

    private static int apart(LocalDate one, LocalDate other) {
        return BusinessDays.number(one) - BusinessDays.number(other);
    }

    private static Weighed weighed(BankLine back, BankLine line, List<Long> usualFees, long mostFee) {
        long amount = -line.minorUnits();
        int items = 0;
        for (int k = 1; k <= MOST_ITEMS && items == 0; k++) {
            if (amount % k == 0 && usualFees.contains(amount / k)) {
                items = k;
            }
        }
        ReturnSigns signs = ReturnSigns.of(line);
        if (signs.item() || (items == 0 && amount > mostFee)) {
            return new Weighed(line, 0, 1);
        }
        int points = (signs.fee() ? 3 : 0)
                + (items > 0 ? 2 : 0)
                + (line.bookingDate().equals(back.bookingDate()) ? 1 : 0)
                + (isFee(line) ? 1 : 0);
        return new Weighed(line, points, Math.max(1, items));
    }

    private static boolean isFee(BankLine line) {
        return ReturnSigns.plain(line).matches("(?s).*\\b(FEE|FEES|CHARGE|CHARGES|CHG|CHRG)\\b.*");
    }
}
