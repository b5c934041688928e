package tidemark.core.ledger;

/** The five kinds of ledger account; debit increases assets and expenses. */
public enum AccountType {
    ASSET,
    LIABILITY,
    EQUITY,
    INCOME,
    EXPENSE
}
