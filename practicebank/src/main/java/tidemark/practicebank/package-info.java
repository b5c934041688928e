/**
 * A simulated bank to practise with: {@link tidemark.practicebank.CustomerActivity} makes its days from a seed, {@link
 * tidemark.practicebank.State} keeps what it was told, {@link tidemark.practicebank.PracticeBank} answers over HTTP as an
 * account-information interface does. Knows nothing of the rest of the product.
 */
@NullMarked
package tidemark.practicebank;

import org.jspecify.annotations.NullMarked;
