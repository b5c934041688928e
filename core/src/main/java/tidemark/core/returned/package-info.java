/**
 * What comes back from the bank: which receipt it was, by its evidence; the reasons; the entries; what becomes of it. May
 * depend on statements, matching's likeness of words, bookings, amounts, problems and words.
 */
@NullMarked
package tidemark.core.returned;

import org.jspecify.annotations.NullMarked;
