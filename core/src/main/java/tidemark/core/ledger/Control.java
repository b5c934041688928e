package tidemark.core.ledger;

/** Whether an account of the chart stands for what customers owe or what is owed to suppliers, item by item. */
public enum Control {
    NONE,
    RECEIVABLES,
    PAYABLES
}
