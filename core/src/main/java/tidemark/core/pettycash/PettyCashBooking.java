package tidemark.core.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.JournalLine;
import tidemark.core.ledger.TaxSplit;
import tidemark.core.ledger.TaxUse;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.ledger.Taxes;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** The entries of a drawer. In the company's currency; all amounts above zero, in its minor units. Cost: O(n) for n lines. */
public final class PettyCashBooking {
    private PettyCashBooking() {}

    /**
     * What all entries have.
     *
     * @param drawerCode the account of the drawer
     * @param number of the voucher
     * @param who whom it was paid to or came from
     */
    public record Paper(
            String drawerCode,
            LocalDate day,
            LocalDate paperDay,
            CurrencyUnit currency,
            String number,
            String who,
            String text) {}

    private static void checkAmount(long amount, CurrencyUnit currency, String where) {
        if (amount <= 0) {
            throw new RuleViolation(
                    "voucher.amount",
                    where,
                    MinorUnits.grouped(amount, currency),
                    say("voucher.amount.expected"),
                    say("voucher.amount.remedy"));
        }
    }

    /** @throws RuleViolation {@code voucher.amount} for a gross of zero or less; those of taxes */
    private static List<JournalLine> lines(
            Paper paper, List<TaxedLine> lines, Map<String, Taxes.Tax> taxes, boolean paid) {
        List<JournalLine> out = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            String where = lines.size() == 1 ? "amount" : say("voucher.line", i + 1);
            checkAmount(lines.get(i).gross(), paper.currency(), where);
            TaxedLine line = paid ? lines.get(i) : lines.get(i).turned();
            out.addAll(Taxes.lines(line, paper.who(), taxes, paid ? TaxUse.PURCHASES : TaxUse.SALES, where));
        }
        return out;
    }

    /** The tax in what was paid or received, got back or not; a code that is not known counts for none. */
    public static long taxIn(List<TaxedLine> lines, Map<String, Taxes.Tax> taxes) {
        long sum = 0;
        for (TaxedLine line : lines) {
            Taxes.Tax tax = taxes.get(line.taxCode());
            if (tax != null) {
                sum = Math.addExact(
                        sum, TaxSplit.ofGross(line.gross(), tax.ratePercent()).tax());
            }
        }
        return sum;
    }

    private static JournalEntry entry(Paper paper, List<JournalLine> others) {
        long sum = 0;
        for (JournalLine line : others) {
            sum = Math.addExact(sum, line.minorUnits());
        }
        List<JournalLine> all = new ArrayList<>(others);
        if (sum != 0) {
            all.add(new JournalLine(paper.drawerCode(), Math.negateExact(sum), paper.who(), paper.text()));
        }
        return new JournalEntry(paper.day(), paper.paperDay(), paper.currency(), paper.number(), paper.text(), all);
    }

    /** Paid out of the drawer. @param lines gross, with tax and cost centre */
    public static JournalEntry paid(Paper paper, List<TaxedLine> lines, Map<String, Taxes.Tax> taxes) {
        return entry(paper, lines(paper, lines, taxes, true));
    }

    /** Paid into the drawer, such as a sundry sale. @param lines gross, with tax and cost centre */
    public static JournalEntry received(Paper paper, List<TaxedLine> lines, Map<String, Taxes.Tax> taxes) {
        return entry(paper, lines(paper, lines, taxes, false));
    }

    /** Given to an employee who owes for it. */
    public static JournalEntry advance(Paper paper, String advancesCode, long amount) {
        checkAmount(amount, paper.currency(), "amount");
        return entry(paper, List.of(JournalLine.debit(advancesCode, amount, paper.who(), paper.text())));
    }

    /** What an advance went for; the drawer gets the rest or pays what was missing. Without lines all of it came back. */
    public static JournalEntry settled(
            Paper paper, String advancesCode, long advanced, List<TaxedLine> lines, Map<String, Taxes.Tax> taxes) {
        checkAmount(advanced, paper.currency(), "amount");
        List<JournalLine> all = new ArrayList<>(lines(paper, lines, taxes, true));
        all.add(JournalLine.credit(advancesCode, advanced, paper.who(), paper.text()));
        return entry(paper, all);
    }

    /** Between the drawer and the account of a bank or of what is in hand. @param in above zero for into the drawer */
    public static JournalEntry moved(Paper paper, String otherCode, long in) {
        checkAmount(Math.abs(in), paper.currency(), "amount");
        return entry(paper, List.of(new JournalLine(otherCode, Math.negateExact(in), paper.who(), paper.text())));
    }

    /** What a count found. @param over below zero where it is short */
    public static JournalEntry overShort(Paper paper, String overShortCode, long over) {
        return moved(paper, overShortCode, over);
    }
}
