/**
 * Double entry: accounts, balanced journal entries and their reversal, cash entries, the bookings made from a bank line, and the file of cash entries. May depend on {@code table}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.ledger;

import org.jspecify.annotations.NullMarked;
