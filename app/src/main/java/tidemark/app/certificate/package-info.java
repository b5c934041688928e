/** Preparing, certifying and reopening months; the sealed certificate as JSON and PDF. Uses {@code matching} and below. */
@NullMarked
package tidemark.app.certificate;

import org.jspecify.annotations.NullMarked;
