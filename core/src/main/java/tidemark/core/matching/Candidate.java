package tidemark.core.matching;

import java.util.List;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLineId;

/**
 * Bank lines and cash entries that may be the same movement. Most have one of each; a bundled deposit has many entries,
 * a deposit credited in parts many lines, and lines that cancel each other have no entry.
 *
 * @param logOdds natural logarithm of the odds that it is true, against everything else the line may be
 * @param differenceMinorUnits bank less ledger
 * @param evidence the strongest first
 */
public record Candidate(
        List<BankLineId> lines,
        List<CashEntryId> entries,
        Strength strength,
        double logOdds,
        long differenceMinorUnits,
        List<Evidence> evidence) {
    public Candidate {
        lines = List.copyOf(lines);
        entries = List.copyOf(entries);
        evidence = List.copyOf(evidence);
        if (lines.isEmpty() || lines.size() + entries.size() < 2) {
            throw new IllegalArgumentException("A candidate has a line and something to tie it to");
        }
        if (strength == Strength.FIRM && (differenceMinorUnits != 0 || entries.isEmpty())) {
            throw new IllegalArgumentException("A firm match balances to the cent against the ledger");
        }
    }

    /** Of one line and one entry. */
    public Candidate(
            BankLineId line, CashEntryId entry, Strength strength, long differenceMinorUnits, List<Evidence> evidence) {
        this(List.of(line), List.of(entry), strength, 0, differenceMinorUnits, evidence);
    }

    /** Whether it ties one line to one entry. */
    public boolean isPair() {
        return lines.size() == 1 && entries.size() == 1;
    }
}
