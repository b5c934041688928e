package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.math.RoundingMode;
import tidemark.core.problem.RuleViolation;

/**
 * A gross amount parted into net and tax; the two always come to the gross amount again. Signed minor units.
 *
 * @param net gross / (1 + rate), rounded to the nearest minor unit, halves away from zero
 */
public record TaxSplit(long net, long tax) {
    /**
     * @param ratePercent 0 to 100, at most three decimal places: {@code 8.25}
     * @throws RuleViolation {@code tax.rate}
     */
    public static TaxSplit ofGross(long gross, BigDecimal ratePercent) {
        checkRate(ratePercent, "rate");
        long net = BigDecimal.valueOf(gross)
                .multiply(BigDecimal.valueOf(100))
                .divide(BigDecimal.valueOf(100).add(ratePercent), 0, RoundingMode.HALF_UP)
                .longValueExact();
        return new TaxSplit(net, Math.subtractExact(gross, net));
    }

    /** @throws RuleViolation {@code tax.rate} */
    public static void checkRate(BigDecimal ratePercent, String where) {
        if (ratePercent.signum() < 0
                || ratePercent.compareTo(BigDecimal.valueOf(100)) > 0
                || ratePercent.stripTrailingZeros().scale() > 3) {
            throw new RuleViolation(
                    "tax.rate", where, ratePercent.toPlainString(), say("tax.rate.expected"), say("tax.rate.remedy"));
        }
    }
}
