package tidemark.core.format;

import java.util.ArrayList;
import java.util.List;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/** Gathers what a reader finds into whole statements. */
final class CollectingSink implements StatementSink {
    final List<ReadStatement> statements = new ArrayList<>();
    final List<ReadWarning> warnings = new ArrayList<>();
    private List<ReadLine> lines = new ArrayList<>();

    @Override
    public void begin(StatementFacts soFar) {
        lines = new ArrayList<>();
    }

    @Override
    public void line(ReadLine line) {
        lines.add(line);
    }

    @Override
    public void end(StatementFacts all) {
        statements.add(new ReadStatement(all, lines));
    }

    @Override
    public void warn(ReadWarning warning) {
        warnings.add(warning);
    }
}
