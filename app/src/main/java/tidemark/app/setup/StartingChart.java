package tidemark.app.setup;

import java.util.List;
import java.util.Map;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.Purpose;

/** The chart that a new company begins with, and what its accounts are for. */
final class StartingChart {
    static final List<LedgerAccount> ACCOUNTS = List.of(
            new LedgerAccount("1200", "Receivables", AccountType.ASSET, true, Control.RECEIVABLES),
            new LedgerAccount("1250", "Receipts in hand", AccountType.ASSET, true),
            new LedgerAccount("1260", "Sister companies", AccountType.ASSET, true, Control.SISTER_COMPANIES),
            new LedgerAccount("1270", "Deposits in transit", AccountType.ASSET, true),
            new LedgerAccount("1900", "Between our own banks", AccountType.ASSET, true),
            new LedgerAccount("2010", "Payables", AccountType.LIABILITY, true, Control.PAYABLES),
            new LedgerAccount("2150", "Employees", AccountType.LIABILITY, true, Control.EMPLOYEES),
            new LedgerAccount("2200", "Sales tax", AccountType.LIABILITY, true),
            new LedgerAccount("2270", "Payments in transit", AccountType.LIABILITY, true),
            new LedgerAccount("2900", "Unidentified receipts", AccountType.LIABILITY, true),
            new LedgerAccount("2910", "Unapplied receipts", AccountType.LIABILITY, true),
            new LedgerAccount("3900", "Opening balances", AccountType.EQUITY, true),
            new LedgerAccount("4010", "Sales", AccountType.INCOME, true),
            new LedgerAccount("4810", "Interest earned", AccountType.INCOME, true),
            new LedgerAccount("4820", "Returned-item fee income", AccountType.INCOME, true),
            new LedgerAccount("4830", "Exchange gains", AccountType.INCOME, true),
            new LedgerAccount("4840", "Discounts taken", AccountType.INCOME, true),
            new LedgerAccount("6010", "Operating expenses", AccountType.EXPENSE, true),
            new LedgerAccount("6810", "Bank charges", AccountType.EXPENSE, true),
            new LedgerAccount("6820", "Interest paid", AccountType.EXPENSE, true),
            new LedgerAccount("6830", "Returned-item charges", AccountType.EXPENSE, true),
            new LedgerAccount("6840", "Discounts given", AccountType.EXPENSE, true),
            new LedgerAccount("6850", "Exchange losses", AccountType.EXPENSE, true),
            new LedgerAccount("6890", "Differences", AccountType.EXPENSE, true));

    static final Map<Purpose, String> OF_COMPANY = Map.of(
            Purpose.RECEIVABLES, "1200",
            Purpose.PAYABLES, "2010",
            Purpose.EMPLOYEES, "2150",
            Purpose.SISTER_COMPANIES, "1260",
            Purpose.DISCOUNT_GIVEN, "6840",
            Purpose.DISCOUNT_TAKEN, "4840",
            Purpose.EXCHANGE_GAIN, "4830",
            Purpose.EXCHANGE_LOSS, "6850",
            Purpose.OPENING, "3900");

    static final Map<Purpose, String> OF_BANK_ACCOUNT = Map.ofEntries(
            Map.entry(Purpose.IN_TRANSIT_IN, "1270"),
            Map.entry(Purpose.IN_TRANSIT_OUT, "2270"),
            Map.entry(Purpose.CHARGES, "6810"),
            Map.entry(Purpose.INTEREST_EARNED, "4810"),
            Map.entry(Purpose.INTEREST_PAID, "6820"),
            Map.entry(Purpose.DIFFERENCES, "6890"),
            Map.entry(Purpose.RETURNED_CHARGES, "6830"),
            Map.entry(Purpose.RETURNED_FEE_INCOME, "4820"),
            Map.entry(Purpose.UNIDENTIFIED, "2900"),
            Map.entry(Purpose.UNAPPLIED, "2910"),
            Map.entry(Purpose.BETWEEN_BANKS, "1900"));

    private StartingChart() {}
}
