/** Who may do what: persons, roles, rights, sign-in with lockout, the session. Uses {@code activity}. */
@NullMarked
package tidemark.app.access;

import org.jspecify.annotations.NullMarked;
