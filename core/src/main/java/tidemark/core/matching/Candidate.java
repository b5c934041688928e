package tidemark.core.matching;

import java.util.List;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLineId;

/**
 * A cash entry that may explain a bank line.
 *
 * @param differenceMinorUnits bank less ledger
 * @param evidence the strongest first
 */
public record Candidate(
        BankLineId line, CashEntryId entry, Strength strength, long differenceMinorUnits, List<Evidence> evidence) {
    public Candidate {
        evidence = List.copyOf(evidence);
        if (strength == Strength.FIRM && differenceMinorUnits != 0) {
            throw new IllegalArgumentException("A firm match balances to the cent");
        }
    }
}
