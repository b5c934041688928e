/** What a bank line can be booked as; every capability brings its own kinds. */
@NullMarked
package tidemark.app.linebooking;

import org.jspecify.annotations.NullMarked;
