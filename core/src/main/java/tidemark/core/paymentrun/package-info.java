/** Payment runs: what is due and worth paying up to a day, their states, and their files for banks. */
@NullMarked
package tidemark.core.paymentrun;

import org.jspecify.annotations.NullMarked;
