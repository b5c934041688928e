/** Files for banks: kept as they were written, with what became of them, and looked at from the command line. */
@NullMarked
package tidemark.app.bankfile;

import org.jspecify.annotations.NullMarked;
