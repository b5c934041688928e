/**
 * The ladder with its tide line, the two-sided proof, the proof of cash, and the trace of a gap. May depend on {@code statement}, {@code ledger}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.proof;

import org.jspecify.annotations.NullMarked;
