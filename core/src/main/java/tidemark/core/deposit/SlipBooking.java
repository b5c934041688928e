package tidemark.core.deposit;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * The entry of a banked slip: cash net, what was kept back for charges and for a drawer, each receipt gross out of <em>receipts
 * in hand</em>. In the company's currency; all amounts in its minor units.
 */
public final class SlipBooking {
    private SlipBooking() {}

    /**
     * A receipt on the slip.
     *
     * @param inHandCode the account its money waits on
     * @param minorUnits above zero for money, below zero for a refund among takings of a card
     * @param payer as the line names it
     */
    public record Receipt(String inHandCode, long minorUnits, String payer, String text) {
        public Receipt {
            if (minorUnits == 0) {
                throw new IllegalArgumentException("A receipt on a slip has an amount");
            }
        }
    }

    /** What stays in a drawer rather than going to the bank. */
    public record KeptBack(String drawerCode, long minorUnits) {}

    /**
     * Cost: O(n) for n lines. The cash line is first, and what it holds is the slip's net.
     *
     * @param receipts at least one, but for a slip without receipts, whose lines are given as charges below zero
     * @param charges gross, above zero for what is kept back; with tax and cost centre
     * @param keptBack for drawers, each above zero
     * @param payer as the bank names who pays it, such as a card processor; empty for what is carried to the bank
     * @throws RuleViolation {@code slip.empty} for nothing on it; {@code slip.net} where nothing would be left for the bank;
     *     {@code slip.kept} for an amount of zero or less kept back; those of taxes
     */
    public static JournalEntry entry(
            String cashCode,
            List<Receipt> receipts,
            List<TaxedLine> charges,
            List<KeptBack> keptBack,
            Map<String, Taxes.Tax> taxes,
            LocalDate day,
            LocalDate paperDay,
            CurrencyUnit currency,
            String number,
            String payer,
            String text) {
        if (receipts.isEmpty() && charges.isEmpty()) {
            throw new RuleViolation(
                    "slip.empty",
                    "receipts",
                    say("slip.empty.found"),
                    say("slip.empty.expected"),
                    say("slip.empty.remedy"));
        }
        List<JournalLine> others = new ArrayList<>();
        for (int i = 0; i < charges.size(); i++) {
            others.addAll(Taxes.lines(charges.get(i), "", taxes, TaxUse.PURCHASES, say("slip.charges.where", i + 1)));
        }
        for (int i = 0; i < keptBack.size(); i++) {
            if (keptBack.get(i).minorUnits() <= 0) {
                throw new RuleViolation(
                        "slip.kept",
                        say("slip.kept.where", i + 1),
                        MinorUnits.grouped(keptBack.get(i).minorUnits(), currency),
                        say("slip.kept.expected"),
                        say("slip.kept.remedy"));
            }
            others.add(JournalLine.debit(
                    keptBack.get(i).drawerCode(), keptBack.get(i).minorUnits(), "", say("slip.keptBack")));
        }
        receipts.forEach(r ->
                others.add(new JournalLine(r.inHandCode(), Math.negateExact(r.minorUnits()), r.payer(), r.text())));
        long net = 0;
        for (JournalLine line : others) {
            net = Math.subtractExact(net, line.minorUnits());
        }
        if (net <= 0) {
            throw new RuleViolation(
                    "slip.net",
                    "charges",
                    MinorUnits.grouped(net, currency),
                    say("slip.net.expected"),
                    say("slip.net.remedy"));
        }
        List<JournalLine> lines = new ArrayList<>();
        lines.add(JournalLine.debit(cashCode, net, payer, text));
        lines.addAll(others);
        return new JournalEntry(day, paperDay, currency, number, text, lines);
    }

    /**
     * The bank has credited a slip that waited in transit: debit cash, credit in transit.
     *
     * @param minorUnits the slip's net, above zero
     */
    public static JournalEntry clearing(
            String cashCode,
            String inTransitCode,
            long minorUnits,
            LocalDate day,
            CurrencyUnit currency,
            String number,
            String payer,
            String text) {
        return new JournalEntry(
                day,
                currency,
                number,
                text,
                List.of(
                        JournalLine.debit(cashCode, minorUnits, payer, text),
                        JournalLine.credit(inTransitCode, minorUnits, payer, text)));
    }
}
