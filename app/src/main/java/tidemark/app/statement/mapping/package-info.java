/** Which column of a table means what, as a company has kept it. */
@NullMarked
package tidemark.app.statement.mapping;

import org.jspecify.annotations.NullMarked;
