/**
 * Bank links: consents given at a bank, the accounts found there, and the polling that fetches their movements. Uses
 * {@code setup}, {@code statement} and below.
 */
@NullMarked
package tidemark.app.link;

import org.jspecify.annotations.NullMarked;
