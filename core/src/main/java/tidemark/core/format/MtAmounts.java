package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;

/** Amounts and balances as the fields of a customer statement message give them, with a comma and no sign. */
final class MtAmounts {
    private static final String AGAIN = say("format.fetchTheFileFromTheBankAgain");

    private final char[] digits = new char[16];
    private String tag = "";
    private int line;

    /** The field that is read from now on. */
    void at(String fieldTag, int fieldLine) {
        tag = fieldTag;
        line = fieldLine;
    }

    String where() {
        return say("format.line2", line, tag);
    }

    /** The currency of a balance such as {@code C260601USD1234,56}. */
    CurrencyUnit unitOf(String balance) {
        return MinorUnits.currency(balance.substring(7, 10), where());
    }

    /** @param expected the currency of the opening balance, or null where there is none yet */
    Balance balance(String text, @Nullable CurrencyUnit expected) {
        if (text.length() < 11 || (text.charAt(0) != 'C' && text.charAt(0) != 'D')) {
            throw new RuleViolation(
                    "balance.unreadable", where(), FormatDates.quoted(text), say("balance.unreadable.expected"), AGAIN);
        }
        LocalDate day = FormatDates.sixDigits(text.substring(1, 7), line, ":" + tag + ":");
        CurrencyUnit unit = unitOf(text);
        if (expected != null && !unit.equals(expected)) {
            throw new RuleViolation(
                    "currency.other",
                    where(),
                    say("currency.other.found", unit.getCode()),
                    say("currency.other.expected2", expected.getCode()),
                    AGAIN);
        }
        long amount = amount(text.substring(10), unit);
        return new Balance(day, text.charAt(0) == 'D' ? -amount : amount);
    }

    /** The amount that stands there; one that is not written in the usual way takes the long road. */
    long amount(String text, int from, int to, CurrencyUnit unit) {
        int length = to - from;
        if (length <= digits.length && text.indexOf(',', from, to) >= 0) {
            text.getChars(from, to, digits, 0);
            long value = MinorUnits.plain(digits, 0, length, ',', unit);
            if (value != MinorUnits.NOT_PLAIN) {
                return value;
            }
        }
        return amount(text.substring(from, to), unit);
    }

    long amount(String text, CurrencyUnit unit) {
        String plain = text.strip();
        if (plain.indexOf(',') < 0 || plain.indexOf('.') >= 0 || plain.startsWith("-")) {
            throw new RuleViolation(
                    "amount.unreadable", where(), FormatDates.quoted(text), say("amount.unreadable.expected4"), AGAIN);
        }
        return MinorUnits.parse(plain.replace(',', '.'), unit, line, ":" + tag + ":");
    }
}
