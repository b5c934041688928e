/** What was booked, matched and certified, in order, for programs that follow the books. */
@org.jspecify.annotations.NullMarked
package tidemark.app.changes;
