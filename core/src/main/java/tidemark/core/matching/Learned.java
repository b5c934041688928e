package tidemark.core.matching;

import java.util.List;
import tidemark.core.statement.BankLine;

/**
 * What people decided on an account: matches they made or left standing, and matches they undid. The engine counts
 * their levels, and which party each payer's lines belonged to; a pair that was undone is never firm again.
 */
public record Learned(List<Decided> accepted, List<Decided> undone) {
    public static final Learned NOTHING = new Learned(List.of(), List.of());

    /** A line and an entry, of a match of one each. */
    public record Decided(BankLine line, LedgerItem item) {}

    public Learned {
        accepted = List.copyOf(accepted);
        undone = List.copyOf(undone);
    }
}
