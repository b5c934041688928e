/**
 * Exact amounts: whole minor units of a named currency, and their decimal text. May depend on {@code problem}.
 */
@NullMarked
package tidemark.core.money;

import org.jspecify.annotations.NullMarked;
