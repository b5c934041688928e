/**
 * What the bank says: readers of statement files and the checks a statement must pass before it is taken. May depend on {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.statement;

import org.jspecify.annotations.NullMarked;
