package tidemark.core.ledger;

/** Whether a tax is of what is sold, of what is bought, or may stand on both. */
public enum TaxUse {
    SALES,
    PURCHASES,
    BOTH;

    /** Whether a tax of this use may stand on something of that use. */
    public boolean fits(TaxUse wanted) {
        return this == BOTH || wanted == BOTH || this == wanted;
    }
}
