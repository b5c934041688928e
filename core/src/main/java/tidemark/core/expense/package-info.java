/** Expenses: who paid them and how, what they book, and which are told twice. */
@NullMarked
package tidemark.core.expense;

import org.jspecify.annotations.NullMarked;
