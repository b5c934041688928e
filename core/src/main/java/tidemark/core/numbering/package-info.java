/** The running numbers of documents, and what is missing among them. */
@NullMarked
package tidemark.core.numbering;

import org.jspecify.annotations.NullMarked;
