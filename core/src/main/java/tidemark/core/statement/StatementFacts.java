package tidemark.core.statement;

import java.time.LocalDate;
import java.util.Optional;
import org.joda.money.CurrencyUnit;

/**
 * What a file says of a statement. What its format does not give, or this file leaves out, is empty.
 *
 * @param accountNumber IBAN or other number, as it is written, or empty
 * @param reference the bank's name for the statement, or empty
 * @param from first day, inclusive
 * @param to last day, inclusive
 * @param opening signed balance before the first line, with the day the file gives it
 * @param closing signed balance after the last line
 */
public record StatementFacts(
        Kind kind,
        String accountNumber,
        String reference,
        Optional<CurrencyUnit> currency,
        Optional<LocalDate> from,
        Optional<LocalDate> to,
        Optional<Balance> opening,
        Optional<Balance> closing) {

    /** What the bank promises of the lines. */
    public enum Kind {
        /** All that was booked in the period; nothing will change. */
        BOOKED,
        /** What has been seen so far of a day or days; a booked statement comes later. */
        INTERIM,
        /** Details of single movements, with no balances. */
        NOTICE
    }
}
