package tidemark.core.ledger;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/** Builds the journal entry for a movement that only the bank knew of, from the bank line itself. */
public final class BankLineBooking {
    private BankLineBooking() {}

    /**
     * What moved on the cash account.
     *
     * @param ownMinorUnits the bank line's amount, positive into the account, in the account's currency
     * @param baseMinorUnits the same in the company's currency
     */
    public record Movement(
            LocalDate date,
            CurrencyUnit base,
            long ownMinorUnits,
            long baseMinorUnits,
            String reference,
            String party,
            String text) {
        /** A movement on an account in the company's currency. */
        public Movement(
                LocalDate date, CurrencyUnit base, long minorUnits, String reference, String party, String text) {
            this(date, base, minorUnits, minorUnits, reference, party, text);
        }
    }

    /**
     * The entry that books a bank line against one other account.
     *
     * @param cashCode the cash account of the bank account
     * @param otherCode the balancing account: charges, interest, another cash account, any
     * @param partyId whose item the balancing line is, where that account is kept item by item
     * @throws RuleViolation {@code booking.same.account} when both codes are the same
     */
    public static JournalEntry entry(Movement m, String cashCode, String otherCode, PartyId partyId) {
        if (cashCode.equals(otherCode)) {
            throw new RuleViolation(
                    "booking.same.account",
                    "account",
                    "the bank account's own cash account " + cashCode,
                    "another account",
                    "Choose what the movement was for.");
        }
        return new JournalEntry(
                m.date(),
                m.base(),
                m.reference(),
                m.text(),
                List.of(
                        new JournalLine(cashCode, m.baseMinorUnits(), m.party(), m.text()).own(m.ownMinorUnits()),
                        new JournalLine(otherCode, Math.negateExact(m.baseMinorUnits()), m.party(), m.text())
                                .of(partyId)));
    }
}
