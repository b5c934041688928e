/** Chart of accounts, journal, cash entries and their file, reversal, account views. Uses {@code company} and below. */
@NullMarked
package tidemark.app.ledger;

import org.jspecify.annotations.NullMarked;
