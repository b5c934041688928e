package tidemark.core.statement;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** Gathers what a reader finds into whole statements. */
final class StatementCollector implements StatementSink {
    private final Consumer<ReadStatement> whole;
    private @Nullable StatementHeader header;
    private List<ReadLine> lines = new ArrayList<>();

    StatementCollector(Consumer<ReadStatement> whole) {
        this.whole = whole;
    }

    @Override
    public void header(StatementHeader next) {
        finish();
        header = next;
    }

    @Override
    public void line(ReadLine line) {
        lines.add(line);
    }

    void finish() {
        if (header != null) {
            whole.accept(new ReadStatement(header, lines));
        }
        header = null;
        lines = new ArrayList<>();
    }
}
