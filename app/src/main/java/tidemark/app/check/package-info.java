/** Verifies whole books: whether everything that must hold between their tables still does. Reads only. */
@NullMarked
package tidemark.app.check;

import org.jspecify.annotations.NullMarked;
