/**
 * What is said when something does not fit: {@link tidemark.core.problem.Problem} says where, what was found, what was expected and what to do; {@link tidemark.core.problem.RuleViolation} carries problems out of a call that cannot go on. May depend on nothing else.
 */
@NullMarked
package tidemark.core.problem;

import org.jspecify.annotations.NullMarked;
