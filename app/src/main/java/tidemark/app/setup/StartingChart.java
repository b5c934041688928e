package tidemark.app.setup;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import java.util.Map;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.ledger.LedgerAccount;
import tidemark.core.ledger.Purpose;

/** The chart that a new company begins with, and what its accounts are for. */
final class StartingChart {
    static final List<LedgerAccount> ACCOUNTS = List.of(
            new LedgerAccount("1200", say("setup.receivables"), AccountType.ASSET, true, Control.RECEIVABLES),
            new LedgerAccount("1250", say("setup.receiptsInHand"), AccountType.ASSET, true),
            new LedgerAccount("1260", say("setup.sisterCompanies"), AccountType.ASSET, true, Control.SISTER_COMPANIES),
            new LedgerAccount("1270", say("setup.depositsInTransit"), AccountType.ASSET, true),
            new LedgerAccount("1275", say("setup.collectionsOnTheWay"), AccountType.ASSET, true),
            new LedgerAccount("1280", say("setup.bankErrorsToBePutRight"), AccountType.ASSET, true),
            new LedgerAccount("1900", say("setup.betweenOurOwnBanks"), AccountType.ASSET, true),
            new LedgerAccount("2010", say("setup.payables"), AccountType.LIABILITY, true, Control.PAYABLES),
            new LedgerAccount("2150", say("setup.employees"), AccountType.LIABILITY, true, Control.EMPLOYEES),
            new LedgerAccount("2200", say("setup.salesTax"), AccountType.LIABILITY, true),
            new LedgerAccount("2270", say("setup.paymentsInTransit"), AccountType.LIABILITY, true),
            new LedgerAccount("2350", say("setup.unclaimedMoney"), AccountType.LIABILITY, true),
            new LedgerAccount("2900", say("setup.unidentifiedReceipts"), AccountType.LIABILITY, true),
            new LedgerAccount("2910", say("setup.unappliedReceipts"), AccountType.LIABILITY, true),
            new LedgerAccount("3900", say("setup.openingBalances"), AccountType.EQUITY, true),
            new LedgerAccount("4010", say("setup.sales"), AccountType.INCOME, true),
            new LedgerAccount("4810", say("setup.interestEarned"), AccountType.INCOME, true),
            new LedgerAccount("4820", say("setup.returnedItemFeeIncome"), AccountType.INCOME, true),
            new LedgerAccount("4830", say("setup.exchangeGains"), AccountType.INCOME, true),
            new LedgerAccount("4840", say("setup.discountsTaken"), AccountType.INCOME, true),
            new LedgerAccount("6010", say("setup.operatingExpenses"), AccountType.EXPENSE, true),
            new LedgerAccount("6810", say("setup.bankCharges"), AccountType.EXPENSE, true),
            new LedgerAccount("6820", say("setup.interestPaid"), AccountType.EXPENSE, true),
            new LedgerAccount("6830", say("setup.returnedItemCharges"), AccountType.EXPENSE, true),
            new LedgerAccount("6840", say("setup.discountsGiven"), AccountType.EXPENSE, true),
            new LedgerAccount("6850", say("setup.exchangeLosses"), AccountType.EXPENSE, true),
            new LedgerAccount("6890", say("setup.differences"), AccountType.EXPENSE, true));

    static final Map<Purpose, String> OF_COMPANY = Map.ofEntries(
            Map.entry(Purpose.RECEIPTS_IN_HAND, "1250"),
            Map.entry(Purpose.RECEIVABLES, "1200"),
            Map.entry(Purpose.PAYABLES, "2010"),
            Map.entry(Purpose.EMPLOYEES, "2150"),
            Map.entry(Purpose.SISTER_COMPANIES, "1260"),
            Map.entry(Purpose.DISCOUNT_GIVEN, "6840"),
            Map.entry(Purpose.DISCOUNT_TAKEN, "4840"),
            Map.entry(Purpose.EXCHANGE_GAIN, "4830"),
            Map.entry(Purpose.EXCHANGE_LOSS, "6850"),
            Map.entry(Purpose.UNCLAIMED_MONEY, "2350"),
            Map.entry(Purpose.OPENING, "3900"));

    static final Map<Purpose, String> OF_BANK_ACCOUNT = Map.ofEntries(
            Map.entry(Purpose.IN_TRANSIT_IN, "1270"),
            Map.entry(Purpose.IN_TRANSIT_IN_ACH, "1275"),
            Map.entry(Purpose.IN_TRANSIT_OUT, "2270"),
            Map.entry(Purpose.CHARGES, "6810"),
            Map.entry(Purpose.INTEREST_EARNED, "4810"),
            Map.entry(Purpose.INTEREST_PAID, "6820"),
            Map.entry(Purpose.DIFFERENCES, "6890"),
            Map.entry(Purpose.RETURNED_CHARGES, "6830"),
            Map.entry(Purpose.RETURNED_FEE_INCOME, "4820"),
            Map.entry(Purpose.UNIDENTIFIED, "2900"),
            Map.entry(Purpose.UNAPPLIED, "2910"),
            Map.entry(Purpose.BETWEEN_BANKS, "1900"),
            Map.entry(Purpose.BANK_ERRORS, "1280"));

    private StartingChart() {}
}
