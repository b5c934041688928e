package tidemark.core.matching;

import java.util.Collection;
import java.util.List;
import java.util.Set;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * What people decided on an account: matches they made or left standing, and matches they undid. The engine counts
 * their levels, and which party each payer's lines belonged to; a pair or set that was undone is never firm again.
 */
public record Learned(List<Decided> accepted, List<Decided> undone, Set<UndoneSet> undoneSets) {
    public static final Learned NOTHING = new Learned(List.of(), List.of());

    /** Lines and entries that were matched together, of which there were more than one each. */
    public record UndoneSet(Set<BankLineId> lines, Set<CashEntryId> entries) {
        public UndoneSet {
            lines = Set.copyOf(lines);
            entries = Set.copyOf(entries);
        }

        /** The set that a candidate ties. */
        static UndoneSet of(Collection<BankLineId> lines, Collection<CashEntryId> entries) {
            return new UndoneSet(Set.copyOf(lines), Set.copyOf(entries));
        }
    }

    public Learned(List<Decided> accepted, List<Decided> undone) {
        this(accepted, undone, Set.of());
    }

    /** A line and an entry, of a match of one each. */
    public record Decided(BankLine line, LedgerItem item) {}

    public Learned {
        accepted = List.copyOf(accepted);
        undone = List.copyOf(undone);
        undoneSets = Set.copyOf(undoneSets);
    }
}
