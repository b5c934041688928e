/** What comes back from the bank, what becomes of it, and the notice to whoever paid. */
@NullMarked
package tidemark.app.returned;

import org.jspecify.annotations.NullMarked;
