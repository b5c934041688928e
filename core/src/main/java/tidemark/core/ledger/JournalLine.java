package tidemark.core.ledger;

import java.util.Objects;

/**
 * One line of a journal entry. Absent texts are empty.
 *
 * @param accountCode the ledger account
 * @param minorUnits in the company's currency: positive for a debit, negative for a credit, never zero
 * @param ownMinorUnits the same in the account's own currency: equal to {@code minorUnits} but for a foreign account
 * @param partyId the customer or supplier whose item this is, or {@link PartyId#NONE}
 * @param party the name of who it was with
 * @param text what the line is for
 * @param costCentre code of a cost centre
 * @param taxCode code of the tax that the line is, or that its net amount bears
 */
public record JournalLine(
        String accountCode,
        long minorUnits,
        long ownMinorUnits,
        PartyId partyId,
        String party,
        String text,
        String costCentre,
        String taxCode) {
    public JournalLine {
        Objects.requireNonNull(partyId);
        Objects.requireNonNull(party);
        Objects.requireNonNull(text);
        Objects.requireNonNull(costCentre);
        Objects.requireNonNull(taxCode);
        if (minorUnits == 0) {
            throw new IllegalArgumentException("A journal line has a debit or a credit other than zero");
        }
        if (Long.signum(ownMinorUnits) == -Long.signum(minorUnits)) {
            throw new IllegalArgumentException("Both amounts of a line lie on the same side");
        }
    }

    /** A line on an account in the company's currency, of nobody's items. */
    public JournalLine(String accountCode, long minorUnits, String party, String text) {
        this(accountCode, minorUnits, minorUnits, PartyId.NONE, party, text, "", "");
    }

    public static JournalLine debit(String accountCode, long minorUnits, String party, String text) {
        return new JournalLine(accountCode, minorUnits, party, text);
    }

    public static JournalLine credit(String accountCode, long minorUnits, String party, String text) {
        return new JournalLine(accountCode, Math.negateExact(minorUnits), party, text);
    }

    /** The line as an item of that customer or supplier. */
    public JournalLine of(PartyId id) {
        return new JournalLine(accountCode, minorUnits, ownMinorUnits, id, party, text, costCentre, taxCode);
    }

    /** The line with this amount in its account's own currency. */
    public JournalLine own(long own) {
        return new JournalLine(accountCode, minorUnits, own, partyId, party, text, costCentre, taxCode);
    }

    public JournalLine tagged(String centre, String tax) {
        return new JournalLine(accountCode, minorUnits, ownMinorUnits, partyId, party, text, centre, tax);
    }

    JournalLine reversed() {
        return new JournalLine(
                accountCode,
                Math.negateExact(minorUnits),
                Math.negateExact(ownMinorUnits),
                partyId,
                party,
                text,
                costCentre,
                taxCode);
    }
}
