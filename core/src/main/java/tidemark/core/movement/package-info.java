/** What a bank's codes mean for the books, and what came of the movements that bore them. */
@NullMarked
package tidemark.core.movement;

import org.jspecify.annotations.NullMarked;
