package tidemark.core.statement;

import java.util.List;

/** A statement as it was read: its header and its lines in the bank's order. */
public record ReadStatement(StatementHeader header, List<ReadLine> lines) {
    public ReadStatement {
        lines = List.copyOf(lines);
    }
}
