/** Collection runs: what is due is collected from many customers at once, with a file that the bank takes. */
@NullMarked
package tidemark.app.collection;

import org.jspecify.annotations.NullMarked;
