/** Matches made and undone, and what only the bank knew booked from its line. Uses {@code reconcile} and below. */
@NullMarked
package tidemark.app.matching;

import org.jspecify.annotations.NullMarked;
