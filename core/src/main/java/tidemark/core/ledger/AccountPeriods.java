package tidemark.core.ledger;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;

/** An account by day, week or month, from its totals of each day. */
public final class AccountPeriods {
    private AccountPeriods() {}

    /** The length of a period; a week begins on Monday. */
    public enum Length {
        DAY,
        WEEK,
        MONTH
    }

    /** Sums of one day's debits and credits; minor units, neither negative. */
    public record DayTotal(LocalDate day, long debits, long credits) {}

    /** @param from first day, no earlier than the span; {@code to} the last, no later than the span */
    public record Period(LocalDate from, LocalDate to, long opening, long debits, long credits, long closing) {}

    /**
     * The periods that moved, in order; each opens where the one before closed.
     *
     * @param opening balance before {@code from}, debit positive
     * @param days ascending, all within the span
     * @throws ArithmeticException on overflow of a {@code long}
     */
    public static List<Period> of(long opening, List<DayTotal> days, Length length, LocalDate from, LocalDate to) {
        List<Period> out = new ArrayList<>();
        long balance = opening;
        int i = 0;
        while (i < days.size()) {
            LocalDate start = start(days.get(i).day(), length);
            LocalDate end = end(start, length);
            long debits = 0;
            long credits = 0;
            while (i < days.size() && !days.get(i).day().isAfter(end)) {
                debits = Math.addExact(debits, days.get(i).debits());
                credits = Math.addExact(credits, days.get(i).credits());
                i++;
            }
            long closing = Math.subtractExact(Math.addExact(balance, debits), credits);
            out.add(new Period(
                    start.isBefore(from) ? from : start,
                    end.isAfter(to) ? to : end,
                    balance,
                    debits,
                    credits,
                    closing));
            balance = closing;
        }
        return out;
    }

    private static LocalDate start(LocalDate day, Length length) {
        return switch (length) {
            case DAY -> day;
            case WEEK -> day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
            case MONTH -> day.withDayOfMonth(1);
        };
    }

    private static LocalDate end(LocalDate start, Length length) {
        return switch (length) {
            case DAY -> start;
            case WEEK -> start.plusDays(6);
            case MONTH -> start.with(TemporalAdjusters.lastDayOfMonth());
        };
    }
}
