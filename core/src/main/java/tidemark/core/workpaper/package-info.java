/** The lists that are kept with a month: what each shows, what it comes to, and what its figures are held against. */
@NullMarked
package tidemark.core.workpaper;

import org.jspecify.annotations.NullMarked;
