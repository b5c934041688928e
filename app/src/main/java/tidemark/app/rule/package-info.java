/** Rules as they are kept, in their order, for one account or all. Uses {@code company} and below. */
@NullMarked
package tidemark.app.rule;

import org.jspecify.annotations.NullMarked;
