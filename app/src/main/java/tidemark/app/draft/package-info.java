/** Drafts of entries, invoices, receipts, payments and transfers, and their posting in batches. Uses {@code payment}, {@code party} and below. */
@NullMarked
package tidemark.app.draft;

import org.jspecify.annotations.NullMarked;
