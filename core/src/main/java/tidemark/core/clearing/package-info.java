/** What is in the accounts that money passes through, since when, and why it is still there. */
@NullMarked
package tidemark.core.clearing;

import org.jspecify.annotations.NullMarked;
