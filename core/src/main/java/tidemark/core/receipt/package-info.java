/**
 * What is received and waits to be taken to the bank: the states of a receipt and each time it is presented. May depend on
 * amounts, problems and words.
 */
@NullMarked
package tidemark.core.receipt;

import org.jspecify.annotations.NullMarked;
