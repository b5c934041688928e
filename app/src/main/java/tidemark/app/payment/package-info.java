/** Payments out with their states and numbers, and transfers between own accounts. Uses {@code matching}, {@code party} and below. */
@NullMarked
package tidemark.app.payment;

import org.jspecify.annotations.NullMarked;
