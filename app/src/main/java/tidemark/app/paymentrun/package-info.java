/** Payment runs: what is due to suppliers and employees, decided payee by payee, released by a second person, paid in one go. */
@NullMarked
package tidemark.app.paymentrun;

import org.jspecify.annotations.NullMarked;
