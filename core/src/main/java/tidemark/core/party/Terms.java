package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import tidemark.core.problem.RuleViolation;

/**
 * When an invoice is due, and what an early payer may deduct.
 *
 * @param dueDays days after the invoice's date, 0 to 365
 * @param discountPercent of the gross amount, 0 to 50, at most three decimal places; zero for none
 * @param discountDays days after the invoice's date, no more than {@code dueDays}
 */
public record Terms(int dueDays, BigDecimal discountPercent, int discountDays) {
    /** @throws RuleViolation {@code terms.unfit} */
    public Terms {
        if (dueDays < 0 || dueDays > 365) {
            throw unfit("dueDays", say("party.days", dueDays), say("party.0To365Days"));
        }
        if (discountDays < 0 || discountDays > dueDays) {
            throw unfit("discountDays", say("party.days", discountDays), say("party.noMoreDaysThanUntilItIs"));
        }
        if (discountPercent.signum() < 0
                || discountPercent.compareTo(BigDecimal.valueOf(50)) > 0
                || discountPercent.stripTrailingZeros().scale() > 3) {
            throw unfit("discountPercent", discountPercent.toPlainString(), say("party.0To50PercentWithAtMost"));
        }
    }

    private static RuleViolation unfit(String where, String found, String expected) {
        return new RuleViolation("terms.unfit", where, found, expected, say("terms.unfit.remedy"));
    }

    /** The day by which it is to be paid. */
    public LocalDate dueDate(LocalDate invoiceDate) {
        return invoiceDate.plusDays(dueDays);
    }

    /** Percent of the gross amount, rounded down to the minor unit so that nobody deducts too much. */
    public OpenItem.Discount discount(LocalDate invoiceDate, long gross) {
        long amount = discountPercent
                .multiply(BigDecimal.valueOf(Math.abs(gross)))
                .divide(BigDecimal.valueOf(100), 0, RoundingMode.DOWN)
                .longValueExact();
        return amount == 0 ? OpenItem.Discount.NONE : new OpenItem.Discount(invoiceDate.plusDays(discountDays), amount);
    }
}
