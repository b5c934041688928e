/** Find anything: an index of words, numbers and amounts that follows the books. Capabilities say what of theirs is found. */
@NullMarked
package tidemark.app.find;

import org.jspecify.annotations.NullMarked;
