package tidemark.core.format;

/** What a column of a bank's table can hold. */
public enum Column {
    BOOKING_DATE,
    VALUE_DATE,
    /** Signed, plus into the account; or without a sign beside {@link #SIDE}. */
    AMOUNT,
    MONEY_IN,
    MONEY_OUT,
    /** A word or letter that tells whether the amount goes in or out. */
    SIDE,
    /** The balance after the line. */
    BALANCE,
    CURRENCY,
    ACCOUNT,
    REFERENCE,
    BANK_REFERENCE,
    CHECK_NUMBER,
    COUNTERPARTY,
    /** Several columns may hold text; they are joined in their order. */
    TEXT,
    CODE
}
