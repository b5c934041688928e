package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.util.Set;

/** What a ledger account is for in the bookings of a bank account or of the whole company. */
public enum Purpose {
    IN_TRANSIT_IN(AccountType.ASSET),
    IN_TRANSIT_OUT(AccountType.LIABILITY, AccountType.ASSET),
    IN_TRANSIT_IN_CHECKS(AccountType.ASSET),
    IN_TRANSIT_IN_ACH(AccountType.ASSET),
    IN_TRANSIT_IN_WIRES(AccountType.ASSET),
    IN_TRANSIT_IN_CARDS(AccountType.ASSET),
    IN_TRANSIT_OUT_CHECKS(AccountType.LIABILITY, AccountType.ASSET),
    IN_TRANSIT_OUT_ACH(AccountType.LIABILITY, AccountType.ASSET),
    IN_TRANSIT_OUT_WIRES(AccountType.LIABILITY, AccountType.ASSET),
    IN_TRANSIT_OUT_CARDS(AccountType.LIABILITY, AccountType.ASSET),
    CHARGES(AccountType.EXPENSE),
    INTEREST_EARNED(AccountType.INCOME),
    INTEREST_PAID(AccountType.EXPENSE),
    DIFFERENCES(AccountType.EXPENSE, AccountType.INCOME),
    RETURNED_CHARGES(AccountType.EXPENSE),
    RETURNED_FEE_INCOME(AccountType.INCOME),
    UNIDENTIFIED(AccountType.LIABILITY),
    UNAPPLIED(AccountType.LIABILITY, AccountType.ASSET),
    UNCLAIMED_MONEY(AccountType.LIABILITY),
    BETWEEN_BANKS(AccountType.ASSET, AccountType.LIABILITY),
    BANK_ERRORS(AccountType.ASSET, AccountType.LIABILITY),
    RECEIPTS_IN_HAND(AccountType.ASSET),
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
            RECEIPTS_IN_HAND,
            RECEIVABLES,
            PAYABLES,
            EMPLOYEES,
            SISTER_COMPANIES,
            DISCOUNT_GIVEN,
            DISCOUNT_TAKEN,
            EXCHANGE_GAIN,
            EXCHANGE_LOSS,
            UNCLAIMED_MONEY,
            OPENING);

    /** Those that hold what has left one place and not reached the other. */
    public static final Set<Purpose> IN_TRANSIT = Set.of(
            IN_TRANSIT_IN,
            IN_TRANSIT_OUT,
            IN_TRANSIT_IN_CHECKS,
            IN_TRANSIT_IN_ACH,
            IN_TRANSIT_IN_WIRES,
            IN_TRANSIT_IN_CARDS,
            IN_TRANSIT_OUT_CHECKS,
            IN_TRANSIT_OUT_ACH,
            IN_TRANSIT_OUT_WIRES,
            IN_TRANSIT_OUT_CARDS);

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

    /** The in-transit account of what travels so; {@link #general()} stands in where there is none of its own. */
    public static Purpose inTransit(Means means, boolean in) {
        return switch (means) {
            case CHECKS -> in ? IN_TRANSIT_IN_CHECKS : IN_TRANSIT_OUT_CHECKS;
            case ACH -> in ? IN_TRANSIT_IN_ACH : IN_TRANSIT_OUT_ACH;
            case WIRES -> in ? IN_TRANSIT_IN_WIRES : IN_TRANSIT_OUT_WIRES;
            case CARDS -> in ? IN_TRANSIT_IN_CARDS : IN_TRANSIT_OUT_CARDS;
            case OTHER -> in ? IN_TRANSIT_IN : IN_TRANSIT_OUT;
        };
    }

    /** The purpose whose account serves this one too where it has none of its own; itself where nothing stands in. */
    public Purpose general() {
        return switch (this) {
            case IN_TRANSIT_IN_CHECKS, IN_TRANSIT_IN_ACH, IN_TRANSIT_IN_WIRES, IN_TRANSIT_IN_CARDS -> IN_TRANSIT_IN;
            case IN_TRANSIT_OUT_CHECKS, IN_TRANSIT_OUT_ACH, IN_TRANSIT_OUT_WIRES, IN_TRANSIT_OUT_CARDS ->
                IN_TRANSIT_OUT;
            default -> this;
        };
    }

    /** As in a sentence: {@code in transit out}. */
    public String words() {
        return switch (this) {
            case IN_TRANSIT_IN -> say("purpose.words.inTransitIn");
            case IN_TRANSIT_OUT -> say("purpose.words.inTransitOut");
            case IN_TRANSIT_IN_CHECKS -> say("purpose.words.inTransitInOf", Means.CHECKS.words());
            case IN_TRANSIT_IN_ACH -> say("purpose.words.inTransitInOf", Means.ACH.words());
            case IN_TRANSIT_IN_WIRES -> say("purpose.words.inTransitInOf", Means.WIRES.words());
            case IN_TRANSIT_IN_CARDS -> say("purpose.words.inTransitInOf", Means.CARDS.words());
            case IN_TRANSIT_OUT_CHECKS -> say("purpose.words.inTransitOutOf", Means.CHECKS.words());
            case IN_TRANSIT_OUT_ACH -> say("purpose.words.inTransitOutOf", Means.ACH.words());
            case IN_TRANSIT_OUT_WIRES -> say("purpose.words.inTransitOutOf", Means.WIRES.words());
            case IN_TRANSIT_OUT_CARDS -> say("purpose.words.inTransitOutOf", Means.CARDS.words());
            case CHARGES -> say("purpose.words.charges");
            case INTEREST_EARNED -> say("purpose.words.interestEarned");
            case INTEREST_PAID -> say("purpose.words.interestPaid");
            case DIFFERENCES -> say("purpose.words.differences");
            case RETURNED_CHARGES -> say("ledger.returnedItemCharges");
            case RETURNED_FEE_INCOME -> say("ledger.returnedItemFeeIncome");
            case UNIDENTIFIED -> say("ledger.unidentifiedReceipts");
            case UNAPPLIED -> say("ledger.unappliedReceipts");
            case UNCLAIMED_MONEY -> say("purpose.words.unclaimedMoney");
            case BETWEEN_BANKS -> say("ledger.betweenOurOwnBanks");
            case BANK_ERRORS -> say("purpose.words.bankErrors");
            case RECEIPTS_IN_HAND -> say("purpose.words.receiptsInHand");
            case RECEIVABLES -> say("purpose.words.receivables");
            case PAYABLES -> say("purpose.words.payables");
            case EMPLOYEES -> say("purpose.words.employees");
            case SISTER_COMPANIES -> say("purpose.words.sisterCompanies");
            case DISCOUNT_GIVEN -> say("purpose.words.discountGiven");
            case DISCOUNT_TAKEN -> say("purpose.words.discountTaken");
            case EXCHANGE_GAIN -> say("ledger.exchangeGains");
            case EXCHANGE_LOSS -> say("ledger.exchangeLosses");
            case OPENING -> say("ledger.openingBalances");
        };
    }
}
