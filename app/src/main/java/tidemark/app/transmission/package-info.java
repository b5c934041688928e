/** Files go to the bank: a second person releases, the bank's link or a folder takes them, and what the bank says is followed. */
@NullMarked
package tidemark.app.transmission;

import org.jspecify.annotations.NullMarked;
