package tidemark.core.format;

import javax.xml.stream.XMLStreamException;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import tidemark.core.money.MinorUnits;

/** The one currency of the statement being read: told by the account, or by its first amount. */
final class CamtCurrency {
    @Nullable
    CurrencyUnit unit;

    /** The amount of the element the cursor stands on, in minor units, not below zero. */
    long amount(XmlCursor cursor) throws XMLStreamException {
        String code = cursor.attribute("Ccy");
        int line = cursor.line();
        if (!code.isEmpty()) {
            if (unit == null) {
                unit = MinorUnits.currency(code, "line " + line + ", Ccy");
            } else if (!unit.getCode().equals(code)) {
                throw XmlCursor.at(
                        line,
                        "currency.other",
                        "an amount in " + code,
                        "amounts in " + unit.getCode() + ", the currency of the account",
                        "Fetch the file from the bank again, or ask the bank what it means.");
            }
        }
        if (unit == null) {
            throw XmlCursor.at(
                    line, "currency.missing", "an amount without Ccy", "a currency code", "Fetch the file again.");
        }
        String digits = cursor.text();
        if (digits.startsWith("-")) {
            throw XmlCursor.at(
                    line,
                    "amount.negative",
                    "“" + digits + "”",
                    "an amount without a sign, its side told by CdtDbtInd",
                    "Fetch the file from the bank again.");
        }
        return MinorUnits.parse(digits, unit, line, "Amt");
    }
}
