package tidemark.core.proof;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLineId;

/**
 * One item of the proof.
 *
 * @param minorUnits what it adds to its side, signed
 * @param note why a person declared it an error, or empty
 */
public record ProofItem(
        LocalDate date, String title, long minorUnits, List<BankLineId> lines, List<CashEntryId> entries, String note) {
    public ProofItem {
        lines = List.copyOf(lines);
        entries = List.copyOf(entries);
    }

    /** Whole days from the item's date to the given one. */
    public long daysOldAt(LocalDate day) {
        return ChronoUnit.DAYS.between(date, day);
    }
}
