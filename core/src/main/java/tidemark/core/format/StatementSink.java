package tidemark.core.format;

import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadWarning;
import tidemark.core.statement.StatementFacts;

/** Takes what a reader finds, in file order: a beginning, lines, an end, the next beginning, … */
public interface StatementSink {
    /** @param soFar what the file has told before the first line */
    void begin(StatementFacts soFar);

    void line(ReadLine line);

    /** @param all what the file has told when the last line is read */
    void end(StatementFacts all);

    void warn(ReadWarning warning);
}
