/** Card takings: the batches that a processor owes, its report, the slip of what it pays, and what came of what was due. */
@NullMarked
package tidemark.app.card;

import org.jspecify.annotations.NullMarked;
