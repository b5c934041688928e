/**
 * Money in hand and how it gets to the bank: {@link tidemark.app.deposit.ReceiptsInHand} follows what was received,
 * {@link tidemark.app.deposit.DepositSlips} puts it on slips, compares the count and banks them. Builds on the ledger and on what
 * parties bring; every change is made with the company's journal locked.
 */
@NullMarked
package tidemark.app.deposit;

import org.jspecify.annotations.NullMarked;
