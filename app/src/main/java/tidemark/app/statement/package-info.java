/** Taking statements from files and from paper, and giving the original back. Uses {@code ledger} and below. */
@NullMarked
package tidemark.app.statement;

import org.jspecify.annotations.NullMarked;
