/**
 * Expenses, paid four ways, and movements of a bank account typed by hand. Uses {@code party}, {@code pettycash} and what they
 * use.
 */
@NullMarked
package tidemark.app.expense;

import org.jspecify.annotations.NullMarked;
