/**
 * Money out: payments with their states, limits and numbers, the file of payments, transfers between own accounts and exchange rates. May depend on {@code party}, {@code ledger}, {@code table}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.payment;

import org.jspecify.annotations.NullMarked;
