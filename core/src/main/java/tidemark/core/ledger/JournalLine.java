package tidemark.core.ledger;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Optional;

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
 * @param rate what ties both amounts of a line on a foreign account; absent on all others, and where an exchange
 *     difference is booked, whose own amount is zero
 */
public record JournalLine(
        String accountCode,
        long minorUnits,
        long ownMinorUnits,
        PartyId partyId,
        String party,
        String text,
        String costCentre,
        String taxCode,
        Optional<BigDecimal> rate) {
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
        this(accountCode, minorUnits, minorUnits, PartyId.NONE, party, text, "", "", Optional.empty());
    }

    /** A debit of nobody's items. @param minorUnits above zero, in the company's currency */
    public static JournalLine debit(String accountCode, long minorUnits, String party, String text) {
        return new JournalLine(accountCode, minorUnits, party, text);
    }

    /** A credit of nobody's items. @param minorUnits above zero, in the company's currency */
    public static JournalLine credit(String accountCode, long minorUnits, String party, String text) {
        return new JournalLine(accountCode, Math.negateExact(minorUnits), party, text);
    }

    /** The line as an item of that customer or supplier. */
    public JournalLine of(PartyId id) {
        return new JournalLine(accountCode, minorUnits, ownMinorUnits, id, party, text, costCentre, taxCode, rate);
    }

    /** The line with another amount in the company's currency. */
    public JournalLine worth(long units) {
        return new JournalLine(accountCode, units, units, partyId, party, text, costCentre, taxCode, Optional.empty());
    }

    /** The line with this amount in its account's own currency, and the rate that ties the two. */
    public JournalLine own(long own, BigDecimal tie) {
        return new JournalLine(
                accountCode, minorUnits, own, partyId, party, text, costCentre, taxCode, Optional.of(tie));
    }

    /** The line as an exchange difference: nothing moves in the account's own currency. */
    public JournalLine exchangeDifference() {
        return new JournalLine(accountCode, minorUnits, 0, partyId, party, text, costCentre, taxCode, Optional.empty());
    }

    /** Whether nothing is said yet of the amount in the account's own currency, if that is another. */
    public boolean ownIsOpen() {
        return rate.isEmpty() && ownMinorUnits == minorUnits;
    }

    /** The line with a cost centre and a tax code; empty for none. */
    public JournalLine tagged(String centre, String tax) {
        return new JournalLine(accountCode, minorUnits, ownMinorUnits, partyId, party, text, centre, tax, rate);
    }

    /** The line on the other side. */
    public JournalLine reversed() {
        return new JournalLine(
                accountCode,
                Math.negateExact(minorUnits),
                Math.negateExact(ownMinorUnits),
                partyId,
                party,
                text,
                costCentre,
                taxCode,
                rate);
    }
}
