package tidemark.core.ledger;

import java.util.Set;

/** What a ledger account is for in the bookings of a bank account or of the whole company. */
public enum Purpose {
    IN_TRANSIT_IN(AccountType.ASSET),
    IN_TRANSIT_OUT(AccountType.LIABILITY, AccountType.ASSET),
    CHARGES(AccountType.EXPENSE),
    INTEREST_EARNED(AccountType.INCOME),
    INTEREST_PAID(AccountType.EXPENSE),
    DIFFERENCES(AccountType.EXPENSE, AccountType.INCOME),
    RETURNED_CHARGES(AccountType.EXPENSE),
    RETURNED_FEE_INCOME(AccountType.INCOME),
    UNIDENTIFIED(AccountType.LIABILITY),
    UNAPPLIED(AccountType.LIABILITY, AccountType.ASSET),
    BETWEEN_BANKS(AccountType.ASSET, AccountType.LIABILITY),
    RECEIVABLES(AccountType.ASSET),
    PAYABLES(AccountType.LIABILITY),
    EMPLOYEES(AccountType.LIABILITY, AccountType.ASSET),
    SISTER_COMPANIES(AccountType.ASSET, AccountType.LIABILITY),
    DISCOUNT_GIVEN(AccountType.EXPENSE, AccountType.INCOME),
    DISCOUNT_TAKEN(AccountType.INCOME, AccountType.EXPENSE),
    EXCHANGE_GAIN(AccountType.INCOME),
    EXCHANGE_LOSS(AccountType.EXPENSE),
    OPENING(AccountType.EQUITY);

    /** Those that the whole company shares; all others are set for each bank account. */
    public static final Set<Purpose> OF_COMPANY = Set.of(
            RECEIVABLES,
            PAYABLES,
            EMPLOYEES,
            SISTER_COMPANIES,
            DISCOUNT_GIVEN,
            DISCOUNT_TAKEN,
            EXCHANGE_GAIN,
            EXCHANGE_LOSS,
            OPENING);

    private final Set<AccountType> fit;

    Purpose(AccountType... fit) {
        this.fit = Set.of(fit);
    }

    /** Whether an account of this type can serve the purpose. */
    public boolean fits(AccountType type) {
        return fit.contains(type);
    }

    /** Whether one account serves it for the whole company, rather than one for each bank account. */
    public boolean ofCompany() {
        return OF_COMPANY.contains(this);
    }

    /** As in a sentence: {@code in transit out}. */
    public String words() {
        return switch (this) {
            case RETURNED_CHARGES -> "returned-item charges";
            case RETURNED_FEE_INCOME -> "returned-item fee income";
            case UNIDENTIFIED -> "unidentified receipts";
            case UNAPPLIED -> "unapplied receipts";
            case BETWEEN_BANKS -> "between our own banks";
            case OPENING -> "opening balances";
            case EXCHANGE_GAIN -> "exchange gains";
            case EXCHANGE_LOSS -> "exchange losses";
            default -> name().toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
        };
    }
}
