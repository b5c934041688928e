package tidemark.core.ledger;

/**
 * What a form asks for: an account and a gross amount with the tax in it.
 *
 * @param gross signed minor units, debit positive
 * @param taxCode empty for none
 */
public record TaxedLine(String accountCode, long gross, String taxCode, String costCentre, String text) {
    /** The same on the other side. */
    public TaxedLine turned() {
        return new TaxedLine(accountCode, Math.negateExact(gross), taxCode, costCentre, text);
    }
}
