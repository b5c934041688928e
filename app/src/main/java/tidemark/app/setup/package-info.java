/** The first run of an empty installation. Uses {@code company} and below. */
@NullMarked
package tidemark.app.setup;

import org.jspecify.annotations.NullMarked;
