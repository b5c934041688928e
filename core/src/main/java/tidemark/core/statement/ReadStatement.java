package tidemark.core.statement;

import java.util.List;

/** A statement as it was read: what it says of itself and its lines in the order of the file. */
public record ReadStatement(StatementFacts facts, List<ReadLine> lines) {
    public ReadStatement {
        lines = List.copyOf(lines);
    }

    /** The lines that are booked. Cost: O(lines). */
    public List<ReadLine> booked() {
        return lines.stream().filter(l -> !l.pending()).toList();
    }
}
