/**
 * What people want done with bank lines that fit: {@link tidemark.core.rule.Rule} with its conditions and effect, the
 * first that books, and the trial of a rule over what was decided before. Depends on {@code statement}, {@code ledger},
 * {@code problem}.
 */
@NullMarked
package tidemark.core.rule;

import org.jspecify.annotations.NullMarked;
