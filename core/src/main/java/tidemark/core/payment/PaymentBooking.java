package tidemark.core.payment;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.party.Allocation;
import tidemark.core.party.DiscountBooking;
import tidemark.core.problem.RuleViolation;

/** The entries of payments out and of money received, and of a payment's clearing. */
public final class PaymentBooking {
    private PaymentBooking() {}

    /** The party whose items are settled: its control account and where its discounts go. */
    public record Counterpart(PartyId id, String name, String controlCode, String discountCode) {}

    /**
     * What is paid: items of a supplier (or credits of a customer), money on account, and expenses.
     *
     * @param onAccount not negative; stays open on the party's account
     * @param expenses gross amounts, positive for an expense; empty when received money
     */
    public record Parts(Allocation items, long onAccount, List<TaxedLine> expenses) {
        public Parts {
            expenses = List.copyOf(expenses);
        }

        /** What leaves or reaches the account; minor units. */
        public long total() {
            long total = Math.addExact(items.paid(), onAccount);
            for (TaxedLine line : expenses) {
                total = Math.addExact(total, line.gross());
            }
            return total;
        }

        boolean ofParty() {
            return items.settled() != 0 || onAccount != 0;
        }
    }

    /** @param moneyCode the account the money leaves or reaches: cash, or in transit */
    public record Terms(LocalDate date, CurrencyUnit currency, String reference, String text, String moneyCode) {}

    /**
     * Money out: debit the control account with what is settled and what is on account, debit expenses net and tax,
     * credit discounts taken and the money account.
     *
     * @throws RuleViolation {@code payment.nothing} when there is nothing to book
     */
    public static JournalEntry out(Terms terms, Counterpart party, Parts parts, Map<String, Taxes.Tax> taxes) {
        return entry(terms, party, parts, taxes, 1);
    }

    /** Money in from a customer: the same with its sides turned. */
    public static JournalEntry in(Terms terms, Counterpart party, Parts parts, Map<String, Taxes.Tax> taxes) {
        return entry(terms, party, parts, taxes, -1);
    }

    private static JournalEntry entry(
            Terms terms, Counterpart party, Parts parts, Map<String, Taxes.Tax> taxes, int sign) {
        List<JournalLine> lines = new ArrayList<>();
        if (parts.ofParty()) {
            long owed = Math.addExact(parts.items().settled(), parts.onAccount());
            lines.add(new JournalLine(party.controlCode(), sign * owed, party.name(), terms.text()).of(party.id()));
        }
        int number = 0;
        for (TaxedLine line : parts.expenses()) {
            lines.addAll(Taxes.lines(line, party.name(), taxes, TaxUse.PURCHASES, "line " + ++number));
        }
        lines.addAll(DiscountBooking.lines(parts.items().parts(), party.discountCode(), party.name(), taxes, -sign));
        if (parts.total() != 0) {
            lines.add(new JournalLine(terms.moneyCode(), -sign * parts.total(), party.name(), terms.text()));
        }
        if (lines.isEmpty()) {
            throw new RuleViolation(
                    "payment.nothing",
                    "",
                    "neither items to settle nor anything it is for",
                    "at least one of them",
                    "Choose the invoices it settles, or say what it is for.");
        }
        return new JournalEntry(terms.date(), terms.currency(), terms.reference(), terms.text(), lines);
    }

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
    public static JournalEntry clearing(Terms terms, String inTransitCode, String party, long minorUnits) {
        return new JournalEntry(
                terms.date(),
                terms.currency(),
                terms.reference(),
                terms.text(),
                List.of(
                        JournalLine.debit(inTransitCode, minorUnits, party, terms.text()),
                        JournalLine.credit(terms.moneyCode(), minorUnits, party, terms.text())));
    }
}
