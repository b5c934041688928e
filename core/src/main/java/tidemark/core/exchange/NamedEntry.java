package tidemark.core.exchange;

import tidemark.core.matching.LedgerItem;

/**
 * A cash entry under the name a file gives it.
 *
 * @param account as the file writes it, or empty
 */
public record NamedEntry(String id, String account, LedgerItem item) {}
