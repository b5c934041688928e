package tidemark.core.exchange;

import org.joda.money.CurrencyUnit;
import tidemark.core.statement.BankLine;

/**
 * A bank line under the name a file gives it.
 *
 * @param id the file's own, else the bank's reference of the line
 * @param account as the file writes it, or empty
 * @param line its number counts for nothing; the engine sees lines in the order of their names
 */
public record NamedLine(String id, String account, CurrencyUnit currency, BankLine line) {}
