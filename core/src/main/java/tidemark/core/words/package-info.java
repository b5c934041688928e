/** What people read, by key: {@link tidemark.core.words.Catalogue}. May depend on nothing else. */
@NullMarked
package tidemark.core.words;

import org.jspecify.annotations.NullMarked;
