/** Papers kept with bookings: what a file may be, and how long it is kept. */
@NullMarked
package tidemark.core.paper;

import org.jspecify.annotations.NullMarked;
