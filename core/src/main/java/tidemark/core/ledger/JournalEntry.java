package tidemark.core.ledger;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;

/**
 * A journal entry: balanced by construction, never changed, undone only by its reversal.
 *
 * @param date the accounting date, on which it counts
 * @param documentDate the date on the paper it came from
 * @param currency the company's, of all its lines
 * @param lines at least two, summing to zero
 */
public record JournalEntry(
        LocalDate date,
        LocalDate documentDate,
        CurrencyUnit currency,
        String reference,
        String text,
        List<JournalLine> lines) {
    /** More lines than any entry made by hand or from a file needs. */
    public static final int MOST_LINES = 5_000;

    /** @throws RuleViolation {@code entry.lines} or {@code entry.unbalanced}, naming the difference */
    public JournalEntry {
        lines = List.copyOf(lines);
        if (lines.size() < 2 || lines.size() > MOST_LINES) {
            throw new RuleViolation(
                    "entry.lines",
                    "lines",
                    lines.size() + (lines.size() == 1 ? say("entry.lines.found") : say("entry.lines.found2")),
                    say("entry.lines.expected", MOST_LINES),
                    say("entry.lines.remedy"));
        }
        long debits = 0;
        long credits = 0;
        for (JournalLine line : lines) {
            if (line.minorUnits() > 0) {
                debits = Math.addExact(debits, line.minorUnits());
            } else {
                credits = Math.subtractExact(credits, line.minorUnits());
            }
        }
        if (debits != credits) {
            throw new RuleViolation(
                            "entry.unbalanced",
                            "lines",
                            say("ledger.debitsOfAndCreditsOfApart")
                                    .formatted(
                                            MinorUnits.grouped(debits, currency),
                                            MinorUnits.grouped(credits, currency),
                                            MinorUnits.grouped(Math.subtractExact(debits, credits), currency)),
                            say("entry.unbalanced.expected"),
                            say(
                                    "entry.unbalanced.remedy3",
                                    (debits > credits
                                                    ? say("entry.unbalanced.remedy")
                                                    : say("entry.unbalanced.remedy2"))
                                            + MinorUnits.grouped(Math.subtractExact(debits, credits), currency)))
                    .with("debits", MinorUnits.toDecimal(debits, currency))
                    .with("credits", MinorUnits.toDecimal(credits, currency))
                    .with("apart", MinorUnits.toDecimal(Math.subtractExact(debits, credits), currency));
        }
    }

    /** The same entry with other lines. */
    public JournalEntry with(List<JournalLine> others) {
        return new JournalEntry(date, documentDate, currency, reference, text, others);
    }

    /** An entry whose paper bears the accounting date. */
    public JournalEntry(LocalDate date, CurrencyUnit currency, String reference, String text, List<JournalLine> lines) {
        this(date, date, currency, reference, text, lines);
    }

    /** The sum of the debits, which is the sum of the credits; minor units, not negative. */
    public long totalMinorUnits() {
        return lines.stream().mapToLong(l -> Math.max(0, l.minorUnits())).sum();
    }

    /** The movement of one account in this entry; minor units, debit positive. */
    public long movementOf(String accountCode) {
        return lines.stream()
                .filter(l -> l.accountCode().equals(accountCode))
                .mapToLong(JournalLine::minorUnits)
                .sum();
    }

    /**
     * The entry that undoes this one: same lines with their sides turned.
     *
     * @throws RuleViolation {@code reversal.early} when dated before the original
     */
    public JournalEntry reversedOn(LocalDate reversalDate) {
        if (reversalDate.isBefore(date)) {
            throw new RuleViolation(
                    "reversal.early",
                    "date",
                    reversalDate.toString(),
                    say("reversal.early.expected", date),
                    say("reversal.early.remedy"));
        }
        return new JournalEntry(
                reversalDate,
                currency,
                reference,
                say("ledger.reversalOf", text.isEmpty() ? "entry" : text),
                lines.stream().map(JournalLine::reversed).toList());
    }
}
