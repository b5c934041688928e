/**
 * The database beneath all capabilities: how it is opened and brought up to date, and the rows that changes wait for.
 * Depends on no capability.
 */
@NullMarked
package tidemark.app.database;

import org.jspecify.annotations.NullMarked;
