package tidemark.core.payment;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/**
 * What one unit of a foreign currency is worth in the company's.
 *
 * @param rate above zero, at most eight decimal places: 1.0842 dollars a euro
 */
public record ExchangeRate(CurrencyUnit foreign, CurrencyUnit base, LocalDate day, BigDecimal rate) {
    /** @throws RuleViolation {@code rate.unfit} */
    public ExchangeRate {
        if (rate.signum() <= 0
                || rate.stripTrailingZeros().scale() > 8
                || rate.compareTo(BigDecimal.valueOf(1_000_000)) > 0) {
            throw new RuleViolation(
                    "rate.unfit", "rate", rate.toPlainString(), say("rate.unfit.expected"), say("rate.unfit.remedy"));
        }
    }

    /** What ties both amounts of a line on an account in the foreign currency; empty where it is the company's own. */
    public Optional<BigDecimal> tie() {
        return foreign.equals(base) ? Optional.empty() : Optional.of(rate);
    }

    /** Foreign minor units in the company's, rounded half up to the minor unit; sides kept. */
    public long toBase(long foreignMinorUnits) {
        return BigDecimal.valueOf(foreignMinorUnits, foreign.getDecimalPlaces())
                .multiply(rate)
                .setScale(base.getDecimalPlaces(), RoundingMode.HALF_UP)
                .unscaledValue()
                .longValueExact();
    }
}
