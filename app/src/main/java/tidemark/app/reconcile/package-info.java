/** Loads an account's month and shows its ladder, proof and candidates as the core computes them. Uses {@code statement} and below. */
@NullMarked
package tidemark.app.reconcile;

import org.jspecify.annotations.NullMarked;
