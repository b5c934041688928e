/**
 * Tables of text: comma- or tab-separated in, comma-separated out. May depend on {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.table;

import org.jspecify.annotations.NullMarked;
