package tidemark.core.format;

import static tidemark.core.words.Catalogue.say;

import javax.xml.stream.XMLStreamException;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;

/** The one currency of the statement being read: told by the account, or by its first amount. */
final class CamtCurrency {
    @Nullable
    CurrencyUnit unit;

    private final char[] scratch = new char[16];

    /** The amount of the element the cursor stands on, in minor units, not below zero. */
    long amount(XmlCursor cursor) throws XMLStreamException {
        String code = cursor.attribute("Ccy");
        if (!code.isEmpty()) {
            if (unit == null) {
                unit = MinorUnits.currency(code, say("format.lineCcy", cursor.line()));
            } else if (!unit.getCode().equals(code)) {
                throw XmlCursor.at(
                        cursor.line(),
                        "currency.other",
                        say("currency.other.anAmountIn", code),
                        say("currency.other.amountsInTheCurrencyOfTheAccount", unit.getCode()),
                        say("currency.other.fetchTheFileFromTheBankAgain"));
            }
        }
        if (unit == null) {
            throw XmlCursor.at(
                    cursor.line(),
                    "currency.missing",
                    say("currency.missing.anAmountWithoutCcy"),
                    say("currency.missing.aCurrencyCode"),
                    say("currency.missing.fetchTheFileAgain"));
        }
        String digits = cursor.text();
        if (digits.startsWith("-")) {
            throw XmlCursor.at(
                    cursor.line(),
                    "amount.negative",
                    "“" + digits + "”",
                    say("amount.negative.anAmountWithoutASignItsSide"),
                    say("amount.negative.fetchTheFileFromTheBankAgain"));
        }
        long plain = plain(digits);
        return plain == MinorUnits.NOT_PLAIN ? MinorUnits.parse(digits, unit, cursor.line(), "Amt") : plain;
    }

    /** The signed amount in minor units where it is a plain one; {@link MinorUnits#NOT_PLAIN} where it is not. */
    long plain(String digits) {
        if (unit == null || digits.length() > scratch.length) {
            return MinorUnits.NOT_PLAIN;
        }
        digits.getChars(0, digits.length(), scratch, 0);
        return MinorUnits.plain(scratch, 0, digits.length(), '.', unit);
    }
}
