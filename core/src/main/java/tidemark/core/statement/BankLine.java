package tidemark.core.statement;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;

/**
 * One line of a bank statement, as the bank has it. Absent texts are empty.
 *
 * @param minorUnits signed, positive into the account, never zero
 * @param reference what the other side gave: end-to-end or deposit reference
 * @param bankReference the bank's own reference of the line
 * @param checkNumber digits of the check, without leading zeros
 * @param counterparty payer or payee
 * @param text remittance text or the bank's description
 * @param code the bank's transaction code
 */
public record BankLine(
        BankLineId id,
        LocalDate bookingDate,
        LocalDate valueDate,
        long minorUnits,
        String reference,
        String bankReference,
        String checkNumber,
        String counterparty,
        String text,
        String code) {
    public BankLine {
        if (minorUnits == 0) {
            throw new IllegalArgumentException("A bank line moves an amount other than zero");
        }
    }

    /** How a person would name it: the text, else the check, else the reference. */
    public String title() {
        if (!text.isEmpty()) {
            return text;
        }
        if (!checkNumber.isEmpty()) {
            return say("statement.check", checkNumber);
        }
        if (!counterparty.isEmpty()) {
            return counterparty;
        }
        return reference.isEmpty()
                ? (minorUnits > 0 ? say("statement.moneyIn") : say("statement.moneyOut"))
                : reference;
    }
}
