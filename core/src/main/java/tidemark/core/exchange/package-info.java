/**
 * Files in which lines, entries, decisions and matches are exchanged without a database. Depends on {@code matching},
 * {@code statement}, {@code ledger}, {@code table}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.exchange;

import org.jspecify.annotations.NullMarked;
