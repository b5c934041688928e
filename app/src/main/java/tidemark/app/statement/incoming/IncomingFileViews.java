package tidemark.app.statement.incoming;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import tidemark.app.statement.Statements;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Files that came in, as they are shown. */
@Component
class IncomingFileViews {
    private final IncomingFiles incomingFiles;
    private final IncomingFileRecords records;
    private final Statements statements;

    IncomingFileViews(IncomingFiles incomingFiles, IncomingFileRecords records, Statements statements) {
        this.incomingFiles = incomingFiles;
        this.records = records;
        this.statements = statements;
    }

    record ProblemView(
            String code,
            String where,
            String found,
            String expected,
            String remedy,
            Map<String, String> values,
            String message) {
        static ProblemView of(Problem p) {
            return new ProblemView(p.code(), p.where(), p.found(), p.expected(), p.remedy(), p.values(), p.message());
        }
    }

    /** @param part how much of it is done, in percent */
    record ProgressView(int part, int linesRead, int linesWritten) {}

    record TakenView(long id, long accountId, LocalDate from, LocalDate to, int lines) {}

    record SkippedView(long id, LocalDate date, String amount, String title, String why, boolean takenAfterAll) {}

    record IncomingFileView(
            long id,
            @Nullable Long accountId,
            IncomingFile.Source source,
            String name,
            String format,
            long sizeBytes,
            IncomingFile.State state,
            int lines,
            int skipped,
            int interim,
            List<ProblemView> problems,
            String note,
            String cameFrom,
            Instant cameAt,
            @Nullable ProgressView progress,
            List<TakenView> statements) {}

    /** A file that was refused is answered with its problems, one that is still being read with 202. */
    ResponseEntity<IncomingFileView> answer(IncomingFile incoming) {
        if (incoming.state() == IncomingFile.State.REFUSED) {
            throw new RuleViolation(records.problems(incoming));
        }
        return ResponseEntity.status(
                        incoming.state() == IncomingFile.State.READING ? HttpStatus.ACCEPTED : HttpStatus.OK)
                .body(view(incoming));
    }

    IncomingFileView view(IncomingFile a) {
        Progress progress = incomingFiles.progress(a.id());
        return new IncomingFileView(
                a.id(),
                a.bankAccountId(),
                a.source(),
                a.name(),
                a.format(),
                a.sizeBytes(),
                a.state(),
                a.lineCount(),
                a.skippedCount(),
                a.interimCount(),
                records.problems(a).stream().map(ProblemView::of).toList(),
                a.note(),
                a.cameFrom(),
                a.cameAt(),
                progress == null ? null : part(progress),
                a.state() == IncomingFile.State.TAKEN
                        ? statements.ofIncomingFile(a.id()).stream()
                                .map(s -> new TakenView(
                                        s.id(), s.bankAccountId(), s.fromDate(), s.toDate(), s.lineCount()))
                                .toList()
                        : List.of());
    }

    private static ProgressView part(Progress p) {
        long read = p.bytes == 0 ? 50 : Math.min(50, 50 * p.bytesRead / p.bytes);
        long written = p.linesRead == 0 ? 0 : Math.min(50, 50L * p.linesWritten / p.linesRead);
        return new ProgressView((int) (read + written), p.linesRead, p.linesWritten);
    }
}
