package tidemark.app.database;

/** Kinds of rows that a change locks before it checks anything, in the one order in which they are locked. */
public enum LockedRow {
    /** A draft; guards its form and its state. */
    DRAFT("draft"),
    /** A bank account; guards its lines, cash entries, matches, statements, months and payments. */
    BANK_ACCOUNT("bank_account"),
    /** The numbers of a company's journal; guards its entries, totals, open items and settlements, and closed months. */
    JOURNAL("journal_counter"),
    /** A file that came in; guards what becomes of it. */
    INCOMING_FILE("incoming_file"),
    /** What a second person was asked; guards what they decide. */
    APPROVAL("approval_request");

    private final String table;

    LockedRow(String table) {
        this.table = table;
    }

    String table() {
        return table;
    }
}
