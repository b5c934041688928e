package tidemark.core.ledger;

import java.util.Objects;

/**
 * One line of a journal entry.
 *
 * @param accountCode the ledger account
 * @param minorUnits signed, positive for a debit, negative for a credit, never zero
 * @param party customer, supplier or other name, or empty
 * @param text what the line is for, or empty
 */
public record JournalLine(String accountCode, long minorUnits, String party, String text) {
    public JournalLine {
        Objects.requireNonNull(party);
        Objects.requireNonNull(text);
        if (minorUnits == 0) {
            throw new IllegalArgumentException("A journal line has a debit or a credit other than zero");
        }
    }

    public static JournalLine debit(String accountCode, long minorUnits, String party, String text) {
        return new JournalLine(accountCode, minorUnits, party, text);
    }

    public static JournalLine credit(String accountCode, long minorUnits, String party, String text) {
        return new JournalLine(accountCode, Math.negateExact(minorUnits), party, text);
    }

    JournalLine reversed() {
        return new JournalLine(accountCode, Math.negateExact(minorUnits), party, text);
    }
}
