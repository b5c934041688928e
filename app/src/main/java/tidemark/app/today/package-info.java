/** Where every account stands, and what needs a hand. Uses {@code certificate} and below. */
@NullMarked
package tidemark.app.today;

import org.jspecify.annotations.NullMarked;
