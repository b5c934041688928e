package tidemark.core.statement;

import java.time.LocalDate;
import org.joda.money.CurrencyUnit;

/**
 * What a statement says of itself.
 *
 * @param accountNumber IBAN or other number, or empty where the format has none
 * @param reference the bank's name for the statement, or empty
 * @param from first day, inclusive
 * @param to last day, inclusive, not before {@code from}
 * @param openingMinorUnits signed balance before the first line
 * @param closingMinorUnits signed balance after the last line
 */
public record StatementHeader(
        String accountNumber,
        String reference,
        CurrencyUnit currency,
        LocalDate from,
        LocalDate to,
        long openingMinorUnits,
        long closingMinorUnits) {
    public StatementHeader {
        if (to.isBefore(from)) {
            throw new IllegalArgumentException("A statement ends on or after the day it begins");
        }
    }
}
