/** What takes a second person: who may approve it, for how long, and that it stands for what was asked. */
@NullMarked
package tidemark.core.approval;

import org.jspecify.annotations.NullMarked;
