package tidemark.core.expense;

import static tidemark.core.words.Catalogue.say;

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
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/** The entry of an expense, or of any other money that went or came. In the company's currency. Cost: O(n) for n lines. */
public final class ExpenseBooking {
    private ExpenseBooking() {}

    /**
     * What the entry says.
     *
     * @param day on which the money moved; {@code paperDay} of the receipt
     * @param reference number on the paper; empty for none
     * @param who whom it was paid to or came from
     */
    public record Paper(
            LocalDate day, LocalDate paperDay, CurrencyUnit currency, String reference, String who, String text) {}

    /**
     * The other side of all lines together.
     *
     * @param code of the account of the bank, the card, or what is owed to employees
     * @param partyId the employee; {@link PartyId#NONE} for none
     */
    public record Other(String code, PartyId partyId) {}

    /**
     * Debit each line net and the tax in it, credit the other side gross; the other way round for money that came in.
     *
     * @param lines gross amounts above zero
     * @param in whether the money came in, as a refund does
     * @throws RuleViolation {@code expense.lines}, {@code expense.amount}; those of taxes
     */
    public static JournalEntry entry(
            Paper paper, List<TaxedLine> lines, boolean in, Other other, Map<String, Taxes.Tax> taxes) {
        if (lines.isEmpty()) {
            throw new RuleViolation(
                    "expense.lines",
                    "lines",
                    say("expense.lines.found"),
                    say("expense.lines.expected"),
                    say("expense.lines.remedy"));
        }
        List<JournalLine> all = new ArrayList<>();
        long gross = 0;
        for (int i = 0; i < lines.size(); i++) {
            TaxedLine line = lines.get(i);
            if (line.gross() <= 0) {
                throw new RuleViolation(
                        "expense.amount",
                        say("expense.line", i + 1),
                        MinorUnits.grouped(line.gross(), paper.currency()),
                        say("expense.amount.expected"),
                        say("expense.amount.remedy"));
            }
            gross = Math.addExact(gross, line.gross());
            all.addAll(Taxes.lines(
                    in ? line.turned() : line, paper.who(), taxes, TaxUse.PURCHASES, say("expense.line", i + 1)));
        }
        all.add(new JournalLine(other.code(), in ? gross : Math.negateExact(gross), paper.who(), paper.text())
                .of(other.partyId()));
        return new JournalEntry(
                paper.day(),
                paper.paperDay(),
                paper.currency(),
                paper.reference(),
                paper.text().isEmpty() ? paper.who() : paper.text(),
                all);
    }
}
