package tidemark.core.party;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import tidemark.core.ledger.PartyId;

/**
 * One line on a control account, until settlements have used it up: an invoice, a credit note, a payment.
 *
 * @param accountCode the control account; items of different accounts never settle one another
 * @param title as a person names it: {@code Invoice 1043}
 * @param minorUnits signed as in the journal: debit positive; never zero
 * @param discount what may be deducted when it is settled in time
 */
public record OpenItem(
        OpenItemId id,
        PartyId party,
        String accountCode,
        String title,
        LocalDate date,
        LocalDate dueDate,
        long minorUnits,
        Discount discount) {
    public OpenItem {
        if (minorUnits == 0) {
            throw new IllegalArgumentException("An open item is other than zero");
        }
        if (discount.minorUnits() < 0 || discount.minorUnits() > Math.abs(minorUnits)) {
            throw new IllegalArgumentException("A discount lies between zero and the item's amount");
        }
    }

    /**
     * An early-payment discount: up to {@code minorUnits}, not negative, when paid no later than {@code until}. Of an
     * item that took some already, what is left: it is granted once for the item, not for each payment.
     */
    public record Discount(LocalDate until, long minorUnits) {
        public static final Discount NONE = new Discount(LocalDate.EPOCH, 0);

        /** What may be deducted on that day; zero when it is too late. */
        public long on(LocalDate day) {
            return day.isAfter(until) ? 0 : minorUnits;
        }

        /**
         * What paying early earns in a year, in per cent with one decimal place: the discount as a share of what is paid,
         * without compounding, for the days by which it is paid before it is due. To be held against what money costs. Empty
         * where there is no discount, where all is deducted, or where it is not paid early by it. Source: the simple
         * annual rate of trade credit, {@code d / (1 - d) * 365 / days}.
         *
         * @param owed what is open, minor units above zero
         * @param paidOn the day on which it is paid, no later than the discount lasts
         */
        public Optional<BigDecimal> annualRate(long owed, LocalDate paidOn, LocalDate dueDate) {
            long deducted = Math.min(on(paidOn), owed);
            long days = ChronoUnit.DAYS.between(paidOn, dueDate);
            if (deducted == 0 || deducted >= owed || days <= 0) {
                return Optional.empty();
            }
            return Optional.of(BigDecimal.valueOf(deducted)
                    .multiply(BigDecimal.valueOf(36_500))
                    .divide(
                            BigDecimal.valueOf(owed - deducted).multiply(BigDecimal.valueOf(days)),
                            1,
                            RoundingMode.HALF_UP));
        }
    }
}
