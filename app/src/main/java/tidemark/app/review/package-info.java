/** Notes on bank lines and cash entries for whoever reviews, answered and closed. Uses {@code statement} and {@code ledger}. */
@NullMarked
package tidemark.app.review;

import org.jspecify.annotations.NullMarked;
