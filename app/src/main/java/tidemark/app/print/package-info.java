/** What is printed: sheets of tables with who printed them, when, and page x of y. */
@NullMarked
package tidemark.app.print;

import org.jspecify.annotations.NullMarked;
