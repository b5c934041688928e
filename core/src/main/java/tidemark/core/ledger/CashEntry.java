package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;

/**
 * One movement on a cash account as the ledger has it. Absent texts are empty.
 *
 * @param minorUnits signed, positive into the account, never zero
 * @param checkNumber digits of the check, without leading zeros, or empty
 */
public record CashEntry(
        CashEntryId id,
        LocalDate date,
        long minorUnits,
        String reference,
        String checkNumber,
        String party,
        String text) {
    public CashEntry {
        if (minorUnits == 0) {
            throw new IllegalArgumentException("A cash entry moves an amount other than zero");
        }
    }

    /** How a person would name it: {@code Check 20421, Dunmore Timber}. */
    public String title() {
        String what = !checkNumber.isEmpty()
                ? say("ledger.check", checkNumber)
                : !text.isEmpty()
                        ? text
                        : !reference.isEmpty()
                                ? reference
                                : minorUnits > 0 ? say("ledger.moneyIn") : say("ledger.moneyOut");
        return party.isEmpty() ? what : what + ", " + party;
    }
}
