package tidemark.core.money;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/**
 * How a company writes amounts, rates, shares and quantities, and the one way to read what people type for them:
 * an optional sign, digits, at most one decimal mark, and marks between thousands only where they stand right. Nothing
 * is guessed: {@code 12,50} is no amount where the comma parts thousands.
 *
 * <p>A plain decimal with a point, as programs write it, is read in every style in which it cannot be mistaken.
 *
 * <p>Cost: O(length), of which at most {@value #LONGEST} characters are read.
 */
public enum AmountStyle {
    /** {@code 1,234.50}. */
    POINT('.', ","),
    /** {@code 1.234,50}. */
    COMMA(',', "."),
    /** {@code 1 234,50}, with a plain, fixed or narrow space. */
    SPACE(',', " \u00a0\u202f"),
    /** {@code 1'234.50}. */
    APOSTROPHE('.', "'\u2019");

    private static final int LONGEST = 40;

    private final char point;
    private final String grouping;

    AmountStyle(char point, String grouping) {
        this.point = point;
        this.grouping = grouping;
    }

    /**
     * Reads an amount of money.
     *
     * @return minor units
     * @throws RuleViolation {@code amount.unreadable}, {@code amount.places} or {@code amount.size}
     */
    public long minorUnits(String text, CurrencyUnit currency, String where) {
        return MinorUnits.parse(
                plain(text).orElseThrow(() -> unreadable(text, example(currency.getDecimalPlaces()), where)),
                currency,
                where);
    }

    /** A plain decimal as it is typed in this style, without marks between thousands. */
    public String written(String plain) {
        return plain.replace('.', point);
    }

    /**
     * Reads a rate, a share or a quantity.
     *
     * @throws RuleViolation {@code number.unreadable}, or {@code number.places} above so many decimal places
     */
    public BigDecimal decimal(String text, int mostPlaces, String where) {
        String plain = plain(text).orElse("");
        if (plain.isEmpty()) {
            throw new RuleViolation(
                    "number.unreadable",
                    where,
                    MinorUnits.quoted(text),
                    say("number.unreadable.expected", example(2)),
                    say("number.unreadable.remedy"));
        }
        BigDecimal value = new BigDecimal(plain);
        if (value.stripTrailingZeros().scale() > mostPlaces) {
            throw new RuleViolation(
                    "number.places",
                    where,
                    MinorUnits.quoted(text),
                    say("number.places.expected", mostPlaces),
                    say("number.places.remedy"));
        }
        return value;
    }

    /** The same number with a point and no grouping, as {@code -1234.5}; empty for what is no number in this style. */
    public Optional<String> plain(String typed) {
        String text = typed.strip();
        if (text.isEmpty() || text.length() > LONGEST) {
            return Optional.empty();
        }
        int start = text.charAt(0) == '-' || text.charAt(0) == '+' ? 1 : 0;
        StringBuilder out = new StringBuilder(text.length());
        if (text.charAt(0) == '-') {
            out.append('-');
        }
        int digits = 0;
        int sinceMark = 0;
        char mark = 0;
        boolean inPlaces = false;
        for (int i = start; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9') {
                out.append(c);
                digits++;
                sinceMark++;
            } else if (c == point && !inPlaces) {
                if (mark != 0 && sinceMark != 3) {
                    return Optional.empty();
                }
                out.append('.');
                inPlaces = true;
            } else if (grouping.indexOf(c) >= 0 && !inPlaces) {
                boolean stands = mark == 0 ? digits >= 1 && digits <= 3 : sinceMark == 3 && c == mark;
                if (!stands) {
                    return plainDecimal(text);
                }
                mark = c;
                sinceMark = 0;
            } else {
                return plainDecimal(text);
            }
        }
        boolean grouped = mark == 0 || inPlaces || sinceMark == 3;
        if (digits == 0 || !grouped) {
            return plainDecimal(text);
        }
        return Optional.of(out.toString());
    }

    /** A decimal with a point as it is, where this style has no other reading for it. */
    private static Optional<String> plainDecimal(String text) {
        return text.matches("[+-]?[0-9]+\\.[0-9]+") ? Optional.of(text) : Optional.empty();
    }

    private RuleViolation unreadable(String text, String example, String where) {
        return new RuleViolation(
                "amount.unreadable",
                where,
                MinorUnits.quoted(text),
                say("amount.unreadable.expected5", example),
                point == '.' ? say("amount.unreadable.remedy3") : say("amount.unreadable.remedy4"));
    }

    /** As people of this style write it: {@code 1.234,50}. */
    public String example(int places) {
        return "1" + grouping.charAt(0) + "234" + (places == 0 ? "" : point + "5" + "0".repeat(places - 1));
    }
}
