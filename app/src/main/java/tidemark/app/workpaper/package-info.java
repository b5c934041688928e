/** The lists that are kept with a month, as page, table and paper. Uses {@code reconcile}, {@code ledger} and below. */
@NullMarked
package tidemark.app.workpaper;

import org.jspecify.annotations.NullMarked;
