package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * One amount in two currencies with the rate that ties them: the company's amount is the own amount times the rate,
 * rounded half up to the minor unit. Of the three any two give the third.
 *
 * @param ownMinorUnits in the account's currency, signed, not zero
 * @param baseMinorUnits in the company's currency, on the same side, not zero
 * @param rate what one unit of the account's currency is worth in the company's; above zero, at most
 *     {@value #PLACES} decimal places
 */
public record ForeignAmount(long ownMinorUnits, long baseMinorUnits, BigDecimal rate) {
    /** Enough for the rate of two amounts to give back each of them, up to the largest there are. */
    public static final int PLACES = 16;

    /**
     * Completes what is given.
     *
     * @throws RuleViolation {@code foreign.two} when fewer than two are given or one is zero, {@code foreign.tie}
     *     when three are given that do not tie
     * @throws IllegalArgumentException when both amounts are given, on different sides
     */
    public static ForeignAmount of(
            OptionalLong own,
            CurrencyUnit ownCurrency,
            OptionalLong base,
            CurrencyUnit baseCurrency,
            Optional<BigDecimal> rate,
            String where) {
        long given = (own.isPresent() ? 1 : 0) + (base.isPresent() ? 1 : 0) + (rate.isPresent() ? 1 : 0);
        if (given < 2
                || own.orElse(1) == 0
                || base.orElse(1) == 0
                || rate.map(BigDecimal::signum).orElse(1) <= 0) {
            throw new RuleViolation(
                    "foreign.two",
                    where,
                    given < 2 ? say("foreign.two.found", ownCurrency.getCode()) : say("foreign.two.found2"),
                    say("foreign.two.expected", ownCurrency.getCode(), baseCurrency.getCode()),
                    say("foreign.two.remedy"));
        }
        if (own.isPresent() && base.isPresent() && Long.signum(own.getAsLong()) != Long.signum(base.getAsLong())) {
            throw new IllegalArgumentException(
                    "two amounts on different sides: " + own.getAsLong() + " and " + base.getAsLong());
        }
        if (own.isEmpty()) {
            long units = own(base.getAsLong(), rate.orElseThrow(), ownCurrency, baseCurrency, where);
            boolean exact = base(units, rate.get(), ownCurrency, baseCurrency) == base.getAsLong();
            return new ForeignAmount(
                    units,
                    base.getAsLong(),
                    exact ? rate.get() : tie(units, base.getAsLong(), ownCurrency, baseCurrency));
        }
        if (base.isEmpty()) {
            long units = base(own.getAsLong(), rate.orElseThrow(), ownCurrency, baseCurrency);
            if (units == 0) {
                throw tooSmall(where);
            }
            return new ForeignAmount(own.getAsLong(), units, rate.get());
        }
        if (rate.isPresent()) {
            long expected = base(own.getAsLong(), rate.get(), ownCurrency, baseCurrency);
            if (expected != base.getAsLong()) {
                throw new RuleViolation(
                        "foreign.tie",
                        where,
                        say(
                                "foreign.tie.found",
                                MinorUnits.grouped(own.getAsLong(), ownCurrency),
                                ownCurrency.getCode(),
                                rate.get().toPlainString(),
                                MinorUnits.grouped(base.getAsLong(), baseCurrency),
                                baseCurrency.getCode()),
                        say("foreign.tie.expected", MinorUnits.grouped(expected, baseCurrency), baseCurrency.getCode()),
                        say("foreign.tie.remedy"));
            }
            return new ForeignAmount(own.getAsLong(), base.getAsLong(), rate.get());
        }
        return new ForeignAmount(
                own.getAsLong(), base.getAsLong(), tie(own.getAsLong(), base.getAsLong(), ownCurrency, baseCurrency));
    }

    /** Whether the two amounts are tied by the rate. */
    public static boolean ties(
            long own, long base, BigDecimal rate, CurrencyUnit ownCurrency, CurrencyUnit baseCurrency) {
        return rate.signum() > 0 && base(own, rate, ownCurrency, baseCurrency) == base;
    }

    private static long base(long own, BigDecimal rate, CurrencyUnit ownCurrency, CurrencyUnit baseCurrency) {
        return BigDecimal.valueOf(own, ownCurrency.getDecimalPlaces())
                .multiply(rate)
                .setScale(baseCurrency.getDecimalPlaces(), RoundingMode.HALF_UP)
                .unscaledValue()
                .longValueExact();
    }

    private static long own(
            long base, BigDecimal rate, CurrencyUnit ownCurrency, CurrencyUnit baseCurrency, String where) {
        long units = BigDecimal.valueOf(base, baseCurrency.getDecimalPlaces())
                .divide(rate, ownCurrency.getDecimalPlaces(), RoundingMode.HALF_UP)
                .unscaledValue()
                .longValueExact();
        if (units == 0) {
            throw tooSmall(where);
        }
        return units;
    }

    private static RuleViolation tooSmall(String where) {
        return new RuleViolation(
                "foreign.two",
                where,
                say("foreign.two.found3"),
                say("foreign.two.expected2"),
                say("foreign.two.remedy2"));
    }

    private static BigDecimal tie(long own, long base, CurrencyUnit ownCurrency, CurrencyUnit baseCurrency) {
        BigDecimal rate = BigDecimal.valueOf(base, baseCurrency.getDecimalPlaces())
                .divide(BigDecimal.valueOf(own, ownCurrency.getDecimalPlaces()), PLACES, RoundingMode.HALF_UP)
                .stripTrailingZeros();
        return rate.scale() < 0 ? rate.setScale(0) : rate;
    }
}
