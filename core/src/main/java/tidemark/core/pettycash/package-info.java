/**
 * A drawer of petty cash: what each move does to it, the identity of its float, its cash day by day, counts, the entries of
 * vouchers, and the sealed sheet of a month. May depend on the ledger, deposit's pieces of cash, the seals of certificates,
 * amounts, problems and words.
 */
@NullMarked
package tidemark.core.pettycash;

import org.jspecify.annotations.NullMarked;
