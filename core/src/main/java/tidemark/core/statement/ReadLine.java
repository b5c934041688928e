package tidemark.core.statement;

import java.util.OptionalLong;

/**
 * A bank line with the place it was read from.
 *
 * @param fileLine line of the file, from 1
 * @param statedBalanceMinorUnits the running balance that the file gives after this line, where it gives one
 */
public record ReadLine(BankLine line, int fileLine, OptionalLong statedBalanceMinorUnits) {}
