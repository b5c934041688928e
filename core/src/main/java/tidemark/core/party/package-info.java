/**
 * What customers owe and what is owed to suppliers, item by item: open items, their settlements, terms and discount, and the files of invoices and of outstanding items. May depend on {@code ledger}, {@code table}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.party;

import org.jspecify.annotations.NullMarked;
