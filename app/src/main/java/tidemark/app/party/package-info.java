/** Customers and suppliers, their invoices, open items and settlements. Uses {@code ledger} and below. */
@NullMarked
package tidemark.app.party;

import org.jspecify.annotations.NullMarked;
