/** Statements that come on paper: their two balances and the dates that are ticked. */
@NullMarked
package tidemark.app.statement.paper;

import org.jspecify.annotations.NullMarked;
