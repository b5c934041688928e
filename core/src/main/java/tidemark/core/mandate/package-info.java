/** Mandates: what a customer signed so that money may be collected from their account, and what banks' rules say of it. */
@NullMarked
package tidemark.core.mandate;

import org.jspecify.annotations.NullMarked;
