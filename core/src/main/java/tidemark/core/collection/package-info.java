/** Collection runs: what is due of customers, what is decided of each, the entry, and the file for the bank. */
@NullMarked
package tidemark.core.collection;

import org.jspecify.annotations.NullMarked;
