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
    private final CurrencyUnit assumed;
    private String tag = "";
    private int line;
    private boolean withoutMark;

    /** @param assumed the account's currency, for balances that name none */
    MtAmounts(CurrencyUnit assumed) {
        this.assumed = assumed;
    }

    /** Whether an amount since the last question had no decimal mark, and was taken as whole units. */
    boolean wasWithoutMark() {
        boolean was = withoutMark;
        withoutMark = false;
        return was;
    }

    /** Whether a balance names its currency, as in {@code C260601USD1234,56}. */
    static boolean namesCurrency(String balance) {
        return balance.length() > 7 && !Character.isDigit(balance.charAt(7));
    }

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
        return namesCurrency(balance) && balance.length() >= 10
                ? MinorUnits.currency(balance.substring(7, 10), where())
                : assumed;
    }

    /** @param expected the currency of the opening balance, or null where there is none yet */
    Balance balance(String text, @Nullable CurrencyUnit expected) {
        boolean named = namesCurrency(text);
        if (text.length() < (named ? 11 : 8) || (text.charAt(0) != 'C' && text.charAt(0) != 'D')) {
            throw new RuleViolation(
                    "balance.unreadable", where(), FormatDates.quoted(text), say("balance.unreadable.expected"), AGAIN);
        }
        LocalDate day = FormatDates.sixDigits(text.substring(1, 7), line, ":" + tag + ":");
        CurrencyUnit unit = named || expected == null ? unitOf(text) : expected;
        if (expected != null && !unit.equals(expected)) {
            throw new RuleViolation(
                    "currency.other",
                    where(),
                    say("currency.other.found", unit.getCode()),
                    say("currency.other.expected2", expected.getCode()),
                    AGAIN);
        }
        long amount = amount(text.substring(named ? 10 : 7), unit);
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
        boolean marked = plain.indexOf(',') >= 0;
        if ((!marked && !FormatDates.digits(plain, plain.length()))
                || plain.isEmpty()
                || plain.indexOf('.') >= 0
                || plain.startsWith("-")) {
            throw new RuleViolation(
                    "amount.unreadable", where(), FormatDates.quoted(text), say("amount.unreadable.expected4"), AGAIN);
        }
        withoutMark |= !marked;
        return MinorUnits.parse(plain.replace(',', '.'), unit, line, ":" + tag + ":");
    }
}
