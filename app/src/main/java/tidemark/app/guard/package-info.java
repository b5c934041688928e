/** Triggers that run inside the database and refuse what must never happen. Uses nothing of the application. */
@NullMarked
package tidemark.app.guard;

import org.jspecify.annotations.NullMarked;
