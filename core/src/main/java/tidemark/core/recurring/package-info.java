/** Invoices that come again every month, quarter or year. */
@NullMarked
package tidemark.core.recurring;

import org.jspecify.annotations.NullMarked;
