/** Papers kept with what is booked and with drafts: stored by digest, drawn page by page. Uses {@code company} and below. */
@NullMarked
package tidemark.app.attachment;

import org.jspecify.annotations.NullMarked;
