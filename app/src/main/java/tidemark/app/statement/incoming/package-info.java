/** Files that come in, by hand, from a folder or from a bank: read apart, then taken, refused, or waiting for a person. */
@NullMarked
package tidemark.app.statement.incoming;

import org.jspecify.annotations.NullMarked;
