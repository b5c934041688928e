/** Mandates of customers, as they are kept: typed, from a file, printed to be signed, and what became of them. */
@NullMarked
package tidemark.app.mandate;

import org.jspecify.annotations.NullMarked;
