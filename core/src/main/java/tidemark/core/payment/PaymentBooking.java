package tidemark.core.payment;

import java.math.BigDecimal;
import java.util.List;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.party.PartyMoney;

/** What is particular to payments: the money account in its own currency, and the clearing by the bank. */
public final class PaymentBooking {
    private PaymentBooking() {}

    /** The entry with the amount of its money account in that account's own currency; signed minor units. */
    public static JournalEntry inOwnCurrency(
            JournalEntry entry, String moneyCode, long ownMinorUnits, BigDecimal rate) {
        return new JournalEntry(
                entry.date(),
                entry.documentDate(),
                entry.currency(),
                entry.reference(),
                entry.text(),
                entry.lines().stream()
                        .map(l -> l.accountCode().equals(moneyCode) ? l.own(ownMinorUnits, rate) : l)
                        .toList());
    }

    /** The bank has paid it: debit in transit, credit cash. */
    public static JournalEntry clearing(PartyMoney.Terms terms, String inTransitCode, String party, long minorUnits) {
        return new JournalEntry(
                terms.date(),
                terms.currency(),
                terms.reference(),
                terms.text(),
                List.of(
                        JournalLine.debit(inTransitCode, minorUnits, party, terms.text()),
                        JournalLine.credit(terms.moneyCode(), minorUnits, party, terms.text())));
    }

    /** The bank sent back what it had paid: debit cash, credit in transit. @param minorUnits above zero */
    public static JournalEntry cameBack(PartyMoney.Terms terms, String inTransitCode, String party, long minorUnits) {
        return new JournalEntry(
                terms.date(),
                terms.currency(),
                terms.reference(),
                terms.text(),
                List.of(
                        JournalLine.debit(terms.moneyCode(), minorUnits, party, terms.text()),
                        JournalLine.credit(inTransitCode, minorUnits, party, terms.text())));
    }
}
