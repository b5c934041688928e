package tidemark.core.ledger;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.problem.RuleViolation;

/** Builds the journal entry for a movement that only the bank knew of, from the bank line itself. */
public final class BankLineBooking {
    private BankLineBooking() {}

    /**
     * The entry that books a bank line against one other account.
     *
     * @param lineMinorUnits the bank line's amount, positive into the account
     * @param cashCode the cash account of the bank account
     * @param otherCode the balancing account: charges, interest, another cash account, any
     * @throws RuleViolation {@code booking.same.account} when both codes are the same
     */
    public static JournalEntry entry(
            LocalDate date,
            CurrencyUnit currency,
            long lineMinorUnits,
            String cashCode,
            String otherCode,
            String reference,
            String party,
            String text) {
        if (cashCode.equals(otherCode)) {
            throw new RuleViolation(
                    "booking.same.account",
                    "account",
                    "the bank account's own cash account " + cashCode,
                    "another account",
                    "Choose what the movement was for.");
        }
        return new JournalEntry(
                date,
                currency,
                reference,
                text,
                List.of(
                        new JournalLine(cashCode, lineMinorUnits, party, text),
                        new JournalLine(otherCode, Math.negateExact(lineMinorUnits), party, text)));
    }

    /**
     * The entry that puts right a cash entry whose amount the bank shows to be wrong: the difference, on the account
     * that balanced the wrong entry.
     *
     * @param bankMinorUnits what the bank booked
     * @param ledgerMinorUnits what the ledger has
     * @throws RuleViolation {@code correction.none} when the amounts agree
     */
    public static JournalEntry correction(
            LocalDate date,
            CurrencyUnit currency,
            long bankMinorUnits,
            long ledgerMinorUnits,
            String cashCode,
            String otherCode,
            String reference,
            String party,
            String text) {
        long difference = Math.subtractExact(bankMinorUnits, ledgerMinorUnits);
        if (difference == 0) {
            throw new RuleViolation(
                    "correction.none",
                    "amount",
                    "equal amounts at the bank and in the ledger",
                    "amounts that differ",
                    "Match the entry as it is.");
        }
        return entry(date, currency, difference, cashCode, otherCode, reference, party, text);
    }
}
