package tidemark.core.ledger;

/**
 * An account of the chart.
 *
 * @param code the company's own account code, unique in it, such as {@code 1010}
 */
public record LedgerAccount(String code, String name, AccountType type, boolean active) {
    public LedgerAccount {
        if (code.isBlank() || name.isBlank()) {
            throw new IllegalArgumentException("A ledger account has a code and a name");
        }
    }
}
