/** Files for banks, looked at from the command line. */
@NullMarked
package tidemark.app.bankfile;

import org.jspecify.annotations.NullMarked;
