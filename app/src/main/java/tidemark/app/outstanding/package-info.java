/** Checks that the bank has not paid: how old they are, what is decided of them, and what is owed as unclaimed money. */
@org.jspecify.annotations.NullMarked
package tidemark.app.outstanding;
