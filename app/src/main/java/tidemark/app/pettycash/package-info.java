/** Drawers of petty cash: what they are used for, vouchers, top-ups, counts. Uses {@code ledger} and below. */
@NullMarked
package tidemark.app.pettycash;

import org.jspecify.annotations.NullMarked;
