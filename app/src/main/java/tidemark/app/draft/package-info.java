/** Drafts of whatever forms the capabilities bring, and their posting in batches. Uses {@code ledger} and below. */
@NullMarked
package tidemark.app.draft;

import org.jspecify.annotations.NullMarked;
