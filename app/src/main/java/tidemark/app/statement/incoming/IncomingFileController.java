package tidemark.app.statement.incoming;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.StatementLines;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Files that come in, over HTTP: read, decided upon, left, cancelled. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class IncomingFileController {
    /** What is read sooner than this is answered with its outcome; for the rest the client asks again. */
    static final long PATIENCE = 2_500;

    private static final long LONGEST_WAIT = 10_000;

    private final IncomingFiles incomingFiles;
    private final IncomingFileRecords records;
    private final IncomingFileViews views;
    private final StatementLines lines;
    private final BankAccounts accounts;
    private final JsonMapper json;

    IncomingFileController(
            IncomingFiles incomingFiles,
            IncomingFileRecords records,
            IncomingFileViews views,
            StatementLines lines,
            BankAccounts accounts,
            JsonMapper json) {
        this.incomingFiles = incomingFiles;
        this.records = records;
        this.views = views;
        this.lines = lines;
        this.accounts = accounts;
        this.json = json;
    }

    record TakeNote(@NotNull @Size(max = 400) String note) {}

    @PostMapping("/bank-accounts/{accountId}/statements")
    @Requires(Right.PREPARE)
    ResponseEntity<IncomingFileViews.IncomingFileView> take(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "2500") long wait,
            Actor actor)
            throws IOException {
        return views.answer(incomingFiles.receive(
                companyId,
                accountId,
                IncomingFile.Source.UPLOAD,
                name(file),
                file.getBytes(),
                actor.name(),
                Math.clamp(wait, 0, LONGEST_WAIT)));
    }

    /** Takes a file for whichever accounts it names. */
    @PostMapping("/statements")
    @Requires(Right.PREPARE)
    ResponseEntity<IncomingFileViews.IncomingFileView> takeAnywhere(
            @PathVariable long companyId, @RequestParam MultipartFile file, Actor actor) throws IOException {
        return views.answer(incomingFiles.receive(
                companyId, null, IncomingFile.Source.UPLOAD, name(file), file.getBytes(), actor.name(), PATIENCE));
    }

    private static String name(MultipartFile file) {
        return file.getOriginalFilename() == null ? "statement" : file.getOriginalFilename();
    }

    /** What a file holds, without taking anything: the document that the command line prints. */
    @PostMapping("/statements/preview")
    @Requires(Right.PREPARE)
    ResponseEntity<JsonNode> preview(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long accountId,
            @RequestParam MultipartFile file)
            throws IOException {
        JsonNode[] out = new JsonNode[1];
        try {
            incomingFiles.look(
                    companyId,
                    accountId,
                    file.getBytes(),
                    currency -> new ReadJson(json, currency),
                    (sink, format) -> out[0] = sink.document(format));
        } catch (RuleViolation e) {
            return ResponseEntity.unprocessableContent()
                    .body(ReadJson.error(json, e.problems().getFirst()));
        }
        return ResponseEntity.ok(out[0]);
    }

    @GetMapping("/incoming-files")
    @Requires(Right.VIEW)
    List<IncomingFileViews.IncomingFileView> list(
            @PathVariable long companyId, @RequestParam(defaultValue = "0") long accountId) {
        return records.latest(companyId, accountId).stream().map(views::view).toList();
    }

    @GetMapping("/incoming-files/{incomingId}")
    @Requires(Right.VIEW)
    IncomingFileViews.IncomingFileView get(@PathVariable long companyId, @PathVariable long incomingId) {
        return views.view(records.get(companyId, incomingId));
    }

    @GetMapping("/incoming-files/{incomingId}/skipped-lines")
    @Requires(Right.VIEW)
    List<IncomingFileViews.SkippedView> skipped(@PathVariable long companyId, @PathVariable long incomingId) {
        records.get(companyId, incomingId);
        return records.skipped(incomingId).stream()
                .map(s -> new IncomingFileViews.SkippedView(
                        s.id(),
                        s.line().bookingDate(),
                        MinorUnits.toDecimal(
                                s.line().minorUnits(),
                                accounts.get(companyId, s.bankAccountId()).currency()),
                        s.line().title(),
                        tidemark.core.statement.KnownLines.Why.valueOf(s.why()).words(),
                        s.takenLineId() != null))
                .toList();
    }

    @PostMapping("/incoming-files/{incomingId}/skipped-lines/{skippedId}/take")
    @Requires(Right.PREPARE)
    void takeSkipped(
            @PathVariable long companyId, @PathVariable long incomingId, @PathVariable long skippedId, Actor actor) {
        lines.takeSkipped(companyId, incomingId, skippedId, actor.name());
    }

    @PostMapping("/incoming-files/{incomingId}/take")
    @Requires(Right.PREPARE)
    ResponseEntity<IncomingFileViews.IncomingFileView> decide(
            @PathVariable long companyId,
            @PathVariable long incomingId,
            @RequestBody @Valid TakeNote body,
            Actor actor) {
        return views.answer(incomingFiles.decide(companyId, incomingId, body.note(), actor.name(), PATIENCE));
    }

    @PostMapping("/incoming-files/{incomingId}/leave")
    @Requires(Right.PREPARE)
    void leave(@PathVariable long companyId, @PathVariable long incomingId, Actor actor) {
        incomingFiles.leave(companyId, incomingId, actor.name());
    }

    @PostMapping("/incoming-files/{incomingId}/cancel")
    @Requires(Right.PREPARE)
    void cancel(@PathVariable long companyId, @PathVariable long incomingId) {
        incomingFiles.cancel(companyId, incomingId);
    }
}
