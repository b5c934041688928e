/** Invoices to customers that come again, and are made when they are due. */
@NullMarked
package tidemark.app.recurring;

import org.jspecify.annotations.NullMarked;
