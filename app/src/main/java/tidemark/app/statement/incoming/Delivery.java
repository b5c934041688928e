package tidemark.app.statement.incoming;

import java.util.List;
import org.jspecify.annotations.Nullable;
import tidemark.app.statement.StatementRow;
import tidemark.core.format.StatementFiles;
import tidemark.core.problem.Problem;

/**
 * What a file held, on its way into the books.
 *
 * @param accountId the account it was dropped on, if any
 * @param incomingId the incoming file it came with, if any
 * @param note why it is to be taken although something does not tie; null while nobody has decided
 * @param seen what did not tie when somebody decided; whatever is new since then is decided anew
 */
record Delivery(
        long companyId,
        @Nullable Long accountId,
        @Nullable Long incomingId,
        StatementRow.Source source,
        String name,
        byte[] original,
        StatementFiles.Contents contents,
        @Nullable String note,
        List<Problem> seen,
        String who) {}
