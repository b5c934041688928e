package tidemark.core.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.math.RoundingMode;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/** Quantity times price. */
public final class UnitPrice {
    private static final int MOST_DIGITS = 12;

    private UnitPrice() {}

    /**
     * In minor units of the currency, half a unit up.
     *
     * @param quantity plain decimal text, above zero
     * @param price of one, plain decimal text, above zero
     * @throws RuleViolation {@code voucher.quantity}
     */
    public static long amount(String quantity, String price, CurrencyUnit currency) {
        return number(quantity, "quantity")
                .multiply(number(price, "price"))
                .movePointRight(currency.getDecimalPlaces())
                .setScale(0, RoundingMode.HALF_UP)
                .longValueExact();
    }

    private static BigDecimal number(String typed, String where) {
        String plain = typed.strip();
        if (!plain.matches("\\d{1," + MOST_DIGITS / 2 + "}(\\.\\d{1," + MOST_DIGITS / 2 + "})?")
                || new BigDecimal(plain).signum() == 0) {
            throw new RuleViolation(
                    "voucher.quantity",
                    where,
                    plain.isEmpty() ? say("voucher.quantity.found") : "“" + plain + "”",
                    say("voucher.quantity.expected"),
                    say("voucher.quantity.remedy"));
        }
        return new BigDecimal(plain);
    }
}
