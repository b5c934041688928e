package tidemark.core.paymentrun;

import java.math.BigDecimal;
import java.time.LocalDate;
import tidemark.core.party.OpenItem;
import tidemark.core.party.PartyDue;

/**
 * What a run pays: all that falls due up to a day, and what falls due later where paying now earns a discount that is worth it
 * and would be lost by then.
 *
 * @param dueUpTo the last day before the next run
 * @param payOn the day on which the money moves
 * @param leastRate what paying early has to earn in a year, in per cent; zero for any discount
 */
public record PayingRule(LocalDate dueUpTo, LocalDate payOn, BigDecimal leastRate) implements PartyDue.Wanted {
    @Override
    public boolean wants(OpenItem item, long free) {
        return !item.dueDate().isAfter(dueUpTo) || isWorthPayingNow(item, free);
    }

    /** Whether it is paid for its discount alone. */
    public boolean isWorthPayingNow(OpenItem item, long free) {
        return item.dueDate().isAfter(dueUpTo)
                && !item.discount().until().isAfter(dueUpTo)
                && item.discount()
                        .annualRate(free, payOn, item.dueDate())
                        .filter(rate -> rate.compareTo(leastRate) >= 0)
                        .isPresent();
    }
}
