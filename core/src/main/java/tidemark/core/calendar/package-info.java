/** Days on which banks work. */
@NullMarked
package tidemark.core.calendar;

import org.jspecify.annotations.NullMarked;
