/** What banks answer of what they were sent: taken from their files, and led to what it is of. */
@NullMarked
package tidemark.app.bankanswer;

import org.jspecify.annotations.NullMarked;
