/** To which accounts parties are paid, with their history; a change pays once a second person has approved it. */
@NullMarked
package tidemark.app.bankdetails;

import org.jspecify.annotations.NullMarked;
