/** What is in the accounts that money passes through, since when, and why. Changes nothing. */
@NullMarked
package tidemark.app.clearing;

import org.jspecify.annotations.NullMarked;
