package tidemark.core.proof;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * Bank lines and cash entries that belong together. Without lines it holds entries that cancel one another; without
 * entries, lines that do.
 */
public record Match(long id, List<BankLineId> lines, List<CashEntryId> entries) {
    /** More members than any deposit or batch has. */
    public static final int MOST_MEMBERS = 2_000;

    public Match {
        lines = List.copyOf(lines);
        entries = List.copyOf(entries);
        if (lines.size() + entries.size() < 2) {
            throw new IllegalArgumentException("A match ties at least two items");
        }
    }

    /**
     * Refuses a match that does not balance to the cent, is too small or too large.
     *
     * @throws RuleViolation {@code match.members} or {@code match.unbalanced}, naming the difference
     */
    public static void check(List<BankLine> lines, List<CashEntry> entries, CurrencyUnit currency) {
        int members = lines.size() + entries.size();
        if (members < 2 || members > MOST_MEMBERS) {
            throw new RuleViolation(
                    "match.members",
                    "",
                    members + (members == 1 ? say("match.members.found") : say("match.members.found2")),
                    say("match.members.expected", MOST_MEMBERS),
                    say("match.members.remedy"));
        }
        long bank = lines.stream().mapToLong(BankLine::minorUnits).reduce(0, Math::addExact);
        long ledger = entries.stream().mapToLong(CashEntry::minorUnits).reduce(0, Math::addExact);
        if (bank != ledger) {
            throw new RuleViolation(
                    "match.unbalanced",
                    "",
                    say("proof.bankLinesOfAndLedgerEntriesOf")
                            .formatted(
                                    MinorUnits.report(bank, currency),
                                    MinorUnits.report(ledger, currency),
                                    MinorUnits.grouped(Math.subtractExact(bank, ledger), currency)),
                    say("match.unbalanced.expected"),
                    say("match.unbalanced.remedy"));
        }
    }
}
