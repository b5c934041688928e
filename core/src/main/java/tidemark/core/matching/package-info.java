/**
 * Finds which cash entries explain which bank lines, with evidence in words and a strength. May depend on {@code statement}, {@code ledger}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.matching;

import org.jspecify.annotations.NullMarked;
