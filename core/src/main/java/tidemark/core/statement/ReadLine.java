package tidemark.core.statement;

import java.util.OptionalLong;

/**
 * A bank line with the place it was read from.
 *
 * @param fileLine line of the file, from 1; row of a spreadsheet
 * @param statedBalanceMinorUnits the running balance that the file gives after this line, where it gives one
 * @param pending announced and not booked yet; counts in no balance
 * @param extra what else the bank tells of it, for a person to read: original amount, rate, charges, the parts of a
 *     batch; or empty
 */
public record ReadLine(
        BankLine line, int fileLine, OptionalLong statedBalanceMinorUnits, boolean pending, String extra) {
    public ReadLine(BankLine line, int fileLine, OptionalLong statedBalanceMinorUnits) {
        this(line, fileLine, statedBalanceMinorUnits, false, "");
    }
}
