package tidemark.core.party;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.TaxTable;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.problem.RuleViolation;

/**
 * The entry of money that comes from somebody or goes to them: what it settles, the discount taken with it, what stays open
 * on their account, and what it is for beside that. Receipts and payments are booked here alike.
 */
public final class PartyMoney {
    private PartyMoney() {}

    /** Which way the money goes, as the company sees it. */
    public enum Direction {
        IN(-1, TaxUse.SALES),
        OUT(1, TaxUse.PURCHASES);

        private final int sign;
        private final TaxUse taxes;

        Direction(int sign, TaxUse taxes) {
            this.sign = sign;
            this.taxes = taxes;
        }

        /** Whether an item is what is collected or paid, and not a credit that is set against it. */
        public boolean isOwed(OpenItem item) {
            return Long.signum(item.minorUnits()) == -sign;
        }
    }

    /**
     * Whose items are settled.
     *
     * @param controlCode the account that their items lie on; empty for somebody who has none
     * @param discountCode where discounts go: given to a customer, taken from a supplier
     */
    public record Counterpart(PartyId id, String name, String controlCode, String discountCode) {
        /** Somebody without an account of their own. */
        public static Counterpart named(String name) {
            return new Counterpart(PartyId.NONE, name, "", "");
        }
    }

    /**
     * What the money is for.
     *
     * @param rest minor units, not negative; stays open on the party's account
     * @param lines gross amounts on other accounts, above zero in the direction of the money
     */
    public record Use(Allocation items, long rest, List<TaxedLine> lines) {
        public Use {
            lines = List.copyOf(lines);
        }

        /** What leaves or reaches the account; minor units. */
        public long total() {
            long total = Math.addExact(items.paid(), rest);
            for (TaxedLine line : lines) {
                total = Math.addExact(total, line.gross());
            }
            return total;
        }

        boolean ofParty() {
            return items.settled() != 0 || rest != 0;
        }
    }

    /** @param moneyCode the account the money leaves or reaches: cash, or in transit */
    public record Terms(LocalDate date, CurrencyUnit currency, String reference, String text, String moneyCode) {}

    /**
     * Money out: debit the control account with what is settled and what stays open, debit the other lines net and their
     * tax of that day, credit discounts and the money account. Money in: the same with its sides turned. Cost: O(items + lines).
     *
     * @throws RuleViolation {@code payment.nothing} when there is nothing to book, {@code tax.unknown}, {@code tax.use}
     */
    public static JournalEntry entry(Direction direction, Terms terms, Counterpart party, Use use, TaxTable taxes) {
        int sign = direction.sign;
        Map<String, Taxes.Tax> ofDay = taxes.on(terms.date());
        List<JournalLine> lines = new ArrayList<>();
        if (use.ofParty()) {
            long owed = Math.addExact(use.items().settled(), use.rest());
            lines.add(new JournalLine(party.controlCode(), sign * owed, party.name(), terms.text()).of(party.id()));
        }
        int number = 0;
        for (TaxedLine line : use.lines()) {
            lines.addAll(Taxes.lines(
                    sign > 0 ? line : line.turned(),
                    party.name(),
                    ofDay,
                    direction.taxes,
                    say("party.line", ++number)));
        }
        lines.addAll(DiscountBooking.lines(use.items().parts(), party.discountCode(), party.name(), taxes, -sign));
        if (use.total() != 0) {
            lines.add(new JournalLine(terms.moneyCode(), -sign * use.total(), party.name(), terms.text()));
        }
        if (lines.isEmpty()) {
            throw new RuleViolation(
                    "payment.nothing",
                    "",
                    say("payment.nothing.found"),
                    say("payment.nothing.expected"),
                    say("payment.nothing.remedy"));
        }
        return new JournalEntry(terms.date(), terms.currency(), terms.reference(), terms.text(), lines);
    }
}
