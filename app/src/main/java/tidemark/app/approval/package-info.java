/** What takes a second person, whatever it is. */
@NullMarked
package tidemark.app.approval;

import org.jspecify.annotations.NullMarked;
