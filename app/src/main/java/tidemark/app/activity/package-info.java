/** Who did what and when, written in the transaction of the change. Uses nothing else. */
@NullMarked
package tidemark.app.activity;

import org.jspecify.annotations.NullMarked;
