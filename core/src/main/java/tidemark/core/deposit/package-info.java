/**
 * Deposit slips: {@link tidemark.core.deposit.SlipState} and its moves, what is counted against what is picked
 * ({@link tidemark.core.deposit.DepositCount}), the entry of a banked slip ({@link tidemark.core.deposit.SlipBooking}), how a
 * slip that the bank credited in parts falls apart ({@link tidemark.core.deposit.SlipPartition}) and what a card processor keeps
 * and owes ({@link tidemark.core.deposit.CardTakings}). May depend on amounts, the ledger, problems and words.
 */
@NullMarked
package tidemark.core.deposit;

import org.jspecify.annotations.NullMarked;
