package tidemark.app.company;

/**
 * A kind of document that each company numbers one after another.
 *
 * @param code at most 20 letters, as the database keeps it
 * @param words what is numbered, as set-up says: {@code Our invoices}
 * @param prefix what the numbers begin with until a company chooses another
 */
public record DocumentKind(String code, String words, String prefix) {}
