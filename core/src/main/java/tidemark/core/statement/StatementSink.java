package tidemark.core.statement;

/** Takes what a reader finds, in file order: a header, its lines, the next header, … */
public interface StatementSink {
    void header(StatementHeader header);

    void line(ReadLine line);
}
