package tidemark.core.ledger;

/**
 * An account of the chart.
 *
 * @param code the company's own account code, unique in it, such as {@code 1010}
 * @param control other than {@code NONE}, each line on the account names the customer or supplier whose item it is
 */
public record LedgerAccount(String code, String name, AccountType type, boolean active, Control control) {
    public LedgerAccount {
        if (code.isBlank() || name.isBlank()) {
            throw new IllegalArgumentException("A ledger account has a code and a name");
        }
    }

    /** An ordinary account. */
    public LedgerAccount(String code, String name, AccountType type, boolean active) {
        this(code, name, type, active, Control.NONE);
    }
}
