package tidemark.core.money;

import static tidemark.core.words.Catalogue.say;

import java.math.BigDecimal;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/**
 * Exact amounts as whole minor units of a currency (cents of a dollar; whole yen), signed, in a {@code long}.
 * Nothing is ever rounded: an amount with more places than its currency has is refused.
 */
public final class MinorUnits {
    /** Larger amounts are refused, so that sums of up to nine million of them cannot overflow a {@code long}. */
    public static final long LARGEST = 1_000_000_000_000L;

    /** What {@link #plain} gives for all that it leaves to {@link #parse}. */
    public static final long NOT_PLAIN = Long.MIN_VALUE;

    private static final int MOST_PLAIN = 14;

    private MinorUnits() {}

    /**
     * The quick way to most amounts: an optional sign, digits and at most one point, {@value #MOST_PLAIN} characters in
     * all, with no more places than the currency has.
     *
     * @param point the decimal sign
     * @return minor units, as {@link #parse} gives them; {@link #NOT_PLAIN} for every other text, right or wrong
     */
    public static long plain(char[] text, int start, int end, char point, CurrencyUnit currency) {
        boolean signed = start < end && (text[start] == '-' || text[start] == '+');
        int first = signed ? start + 1 : start;
        if (first == end || end - start > MOST_PLAIN) {
            return NOT_PLAIN;
        }
        long value = 0;
        int places = -1;
        for (int i = first; i < end; i++) {
            char c = text[i];
            if (c >= '0' && c <= '9') {
                value = value * 10 + (c - '0');
                places += places < 0 ? 0 : 1;
            } else if (c == point && places < 0 && end - first > 1) {
                places = 0;
            } else {
                return NOT_PLAIN;
            }
        }
        int missing = currency.getDecimalPlaces() - Math.max(0, places);
        for (int i = missing; i > 0; i--) {
            value *= 10;
        }
        if (missing < 0 || value > LARGEST) {
            return NOT_PLAIN;
        }
        return signed && text[start] == '-' ? -value : value;
    }

    /**
     * Reads a plain decimal with a point: {@code -1234.56}, {@code 12}, {@code +0.5}. No grouping, no exponent.
     *
     * @return minor units
     * @throws RuleViolation {@code amount.unreadable}, {@code amount.places} or {@code amount.size}; {@code where} is
     *     the given place
     */
    public static long parse(String text, CurrencyUnit currency, String where) {
        return parse(text, currency, 0, where);
    }

    /** As {@link #parse(String, CurrencyUnit, String)} for a field of a line; the place is put in words only on refusal. */
    public static long parse(String text, CurrencyUnit currency, int line, String field) {
        int length = text.length();
        int start = length > 0 && (text.charAt(0) == '-' || text.charAt(0) == '+') ? 1 : 0;
        int digits = 0;
        int point = -1;
        for (int i = start; i < length; i++) {
            char c = text.charAt(i);
            if (c >= '0' && c <= '9') {
                digits++;
            } else if (c == '.' && point < 0) {
                point = i;
            } else {
                digits = 0;
                break;
            }
        }
        if (digits == 0 || length > 40) {
            throw new RuleViolation(
                    "amount.unreadable",
                    place(line, field),
                    quoted(text),
                    say("amount.unreadable.expected6", example(currency)),
                    say("amount.unreadable.remedy5"));
        }
        int allowed = currency.getDecimalPlaces();
        int places = point < 0 ? 0 : length - point - 1;
        if (places > allowed) {
            if (new BigDecimal(text).stripTrailingZeros().scale() > allowed) {
                throw new RuleViolation(
                        "amount.places",
                        place(line, field),
                        say("amount.places.found", quoted(text), places),
                        say("amount.places.expected", allowed, currency.getCode()),
                        say("amount.places.remedy"));
            }
        }
        // BigDecimal only where the short way could overflow or carries surplus zeros
        if (digits <= 15 && places <= allowed) {
            long value = 0;
            for (int i = start; i < length; i++) {
                char c = text.charAt(i);
                if (c != '.') {
                    value = value * 10 + (c - '0');
                }
            }
            for (int i = places; i < allowed; i++) {
                value *= 10;
            }
            if (value <= LARGEST) {
                return text.charAt(0) == '-' ? -value : value;
            }
        }
        BigDecimal scaled = new BigDecimal(text).movePointRight(allowed).stripTrailingZeros();
        if (scaled.abs().compareTo(BigDecimal.valueOf(LARGEST)) > 0) {
            throw new RuleViolation(
                    "amount.size",
                    place(line, field),
                    quoted(text),
                    say("amount.size.expected2", toDecimal(LARGEST, currency)),
                    say("amount.size.remedy2"));
        }
        return scaled.longValueExact();
    }

    /**
     * The sum of decimal texts.
     *
     * @throws RuleViolation as {@link #parse}, naming the place in the list from 1
     */
    public static long sum(List<String> texts, CurrencyUnit currency) {
        long sum = 0;
        for (int i = 0; i < texts.size(); i++) {
            sum = Math.addExact(sum, parse(texts.get(i), currency, say("money.amount", i + 1)));
        }
        return sum;
    }

    /** Plain decimal text with exactly the places of the currency, a minus for negatives: {@code -1234.50}. */
    public static String toDecimal(long minorUnits, CurrencyUnit currency) {
        int places = currency.getDecimalPlaces();
        if (places == 0) {
            return Long.toString(minorUnits);
        }
        String digits = Long.toString(Math.absExact(minorUnits));
        if (digits.length() <= places) {
            digits = "0".repeat(places - digits.length() + 1) + digits;
        }
        int point = digits.length() - places;
        return (minorUnits < 0 ? "-" : "") + digits.substring(0, point) + "." + digits.substring(point);
    }

    /** For sentences and reports: thousands separated, no sign: {@code 1,234.50}. */
    public static String grouped(long minorUnits, CurrencyUnit currency) {
        String plain = toDecimal(Math.absExact(minorUnits), currency);
        int point = plain.indexOf('.') < 0 ? plain.length() : plain.indexOf('.');
        StringBuilder out = new StringBuilder(plain);
        for (int i = point - 3; i > 0; i -= 3) {
            out.insert(i, ',');
        }
        return out.toString();
    }

    /** For reports: thousands separated, negatives in parentheses: {@code (1,234.50)}. */
    public static String report(long minorUnits, CurrencyUnit currency) {
        String text = grouped(minorUnits, currency);
        return minorUnits < 0 ? "(" + text + ")" : text;
    }

    /**
     * The currency with this ISO 4217 code.
     *
     * @throws RuleViolation {@code currency.unknown}
     */
    public static CurrencyUnit currency(String code, String where) {
        try {
            return CurrencyUnit.of(code);
        } catch (org.joda.money.IllegalCurrencyException e) {
            throw new RuleViolation(
                    "currency.unknown",
                    where,
                    quoted(code),
                    say("currency.unknown.expected"),
                    say("currency.unknown.remedy"));
        }
    }

    private static String place(int line, String field) {
        return line == 0 ? field : say("money.line", line, field);
    }

    private static String example(CurrencyUnit currency) {
        return toDecimal(123_450, currency);
    }

    static String quoted(String text) {
        if (text.isBlank()) {
            return "nothing";
        }
        return "\u201c" + (text.length() > 60 ? text.substring(0, 60) + "…" : text) + "\u201d";
    }
}
