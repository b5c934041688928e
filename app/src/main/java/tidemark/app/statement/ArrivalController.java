package tidemark.app.statement;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.TableFile;
import tidemark.core.format.Column;
import tidemark.core.format.ColumnMapping;
import tidemark.core.format.DateOrder;
import tidemark.core.format.MappedReader;
import tidemark.core.format.MappingGuess;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Files that come in, over HTTP: read, decided upon, left, cancelled; and how their columns are to be read. */
@RestController
@RequestMapping("/api/companies/{companyId}")
class ArrivalController {
    /** What is read sooner than this is answered with its outcome; for the rest the client asks again. */
    private static final long PATIENCE = 2_500;

    private static final long LONGEST_WAIT = 10_000;

    private final Arrivals arrivals;
    private final ArrivalRecords records;
    private final StatementLines lines;
    private final Mappings mappings;
    private final Statements statements;
    private final BankAccounts accounts;
    private final JsonMapper json;

    ArrivalController(
            Arrivals arrivals,
            ArrivalRecords records,
            StatementLines lines,
            Mappings mappings,
            Statements statements,
            BankAccounts accounts,
            JsonMapper json) {
        this.arrivals = arrivals;
        this.records = records;
        this.lines = lines;
        this.mappings = mappings;
        this.statements = statements;
        this.accounts = accounts;
        this.json = json;
    }

    record ProblemView(String code, String where, String found, String expected, String remedy, String message) {
        static ProblemView of(Problem p) {
            return new ProblemView(p.code(), p.where(), p.found(), p.expected(), p.remedy(), p.message());
        }
    }

    /** @param part how much of it is done, in percent */
    record ProgressView(int part, int linesRead, int linesWritten) {}

    record TakenView(long id, long accountId, LocalDate from, LocalDate to, int lines) {}

    record SkippedView(long id, LocalDate date, String amount, String title, String why, boolean takenAfterAll) {}

    record ArrivalView(
            long id,
            @Nullable Long accountId,
            Arrival.Source source,
            String name,
            String format,
            long sizeBytes,
            Arrival.State state,
            int lines,
            int skipped,
            int interim,
            List<ProblemView> problems,
            String note,
            String cameFrom,
            Instant cameAt,
            @Nullable ProgressView progress,
            List<TakenView> statements) {}

    record TakeNote(@NotNull @Size(max = 400) String note) {}

    record MappingBody(
            @NotNull @Size(max = 80) String name,
            @NotNull @Size(max = 40) String charset,
            @NotNull @Size(min = 1, max = 1) String separator,
            int skipRows,
            @NotNull @Size(max = 200) List<String> header,
            @NotNull DateOrder dates,
            @NotNull @Size(min = 1, max = 1) String decimalPoint,
            boolean turned,
            @NotNull Map<Column, List<Integer>> columns) {
        ColumnMapping mapping() {
            return new ColumnMapping(
                    name,
                    charset,
                    separator.charAt(0),
                    skipRows,
                    header,
                    dates,
                    decimalPoint.charAt(0),
                    turned,
                    columns);
        }

        static MappingBody of(ColumnMapping m) {
            return new MappingBody(
                    m.name(),
                    m.charset(),
                    Character.toString(m.separator()),
                    m.skipRows(),
                    m.header(),
                    m.dates(),
                    Character.toString(m.decimalPoint()),
                    m.turned(),
                    m.columns());
        }
    }

    record GuessView(
            String charset, String separator, @Nullable MappingBody mapping, List<List<String>> rows) {}

    record TriedView(
            int row,
            @Nullable LocalDate date,
            @Nullable LocalDate valueDate,
            @Nullable String amount,
            @Nullable String balance,
            @Nullable String title,
            @Nullable String reference,
            @Nullable String counterparty,
            List<ProblemView> problems) {}

    record MappingView(long id, String name) {}

    @PostMapping("/bank-accounts/{accountId}/statements")
    @Requires(Right.PREPARE)
    ResponseEntity<ArrivalView> take(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "2500") long wait,
            Actor actor)
            throws IOException {
        return answer(arrivals.receive(
                companyId,
                accountId,
                Arrival.Source.UPLOAD,
                name(file),
                file.getBytes(),
                actor.name(),
                Math.clamp(wait, 0, LONGEST_WAIT)));
    }

    /** Takes a file for whichever accounts it names. */
    @PostMapping("/statements")
    @Requires(Right.PREPARE)
    ResponseEntity<ArrivalView> takeAnywhere(
            @PathVariable long companyId, @RequestParam MultipartFile file, Actor actor) throws IOException {
        return answer(arrivals.receive(
                companyId, null, Arrival.Source.UPLOAD, name(file), file.getBytes(), actor.name(), PATIENCE));
    }

    private static String name(MultipartFile file) {
        return file.getOriginalFilename() == null ? "statement" : file.getOriginalFilename();
    }

    /** A file that was refused is answered with its problems, one that is still being read with 202. */
    private ResponseEntity<ArrivalView> answer(Arrival arrival) {
        if (arrival.state() == Arrival.State.REFUSED) {
            throw new RuleViolation(records.problems(arrival));
        }
        return ResponseEntity.status(arrival.state() == Arrival.State.READING ? HttpStatus.ACCEPTED : HttpStatus.OK)
                .body(view(arrival));
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
            arrivals.look(
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

    @GetMapping("/arrivals")
    @Requires(Right.VIEW)
    List<ArrivalView> list(@PathVariable long companyId, @RequestParam(defaultValue = "0") long accountId) {
        return records.latest(companyId, accountId).stream().map(this::view).toList();
    }

    @GetMapping("/arrivals/{arrivalId}")
    @Requires(Right.VIEW)
    ArrivalView get(@PathVariable long companyId, @PathVariable long arrivalId) {
        return view(records.get(companyId, arrivalId));
    }

    @GetMapping("/arrivals/{arrivalId}/skipped-lines")
    @Requires(Right.VIEW)
    List<SkippedView> skipped(@PathVariable long companyId, @PathVariable long arrivalId) {
        records.get(companyId, arrivalId);
        return records.skipped(arrivalId).stream()
                .map(s -> new SkippedView(
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

    @PostMapping("/arrivals/{arrivalId}/skipped-lines/{skippedId}/take")
    @Requires(Right.PREPARE)
    void takeSkipped(
            @PathVariable long companyId, @PathVariable long arrivalId, @PathVariable long skippedId, Actor actor) {
        lines.takeSkipped(companyId, arrivalId, skippedId, actor.name());
    }

    @PostMapping("/arrivals/{arrivalId}/take")
    @Requires(Right.PREPARE)
    ResponseEntity<ArrivalView> decide(
            @PathVariable long companyId,
            @PathVariable long arrivalId,
            @RequestBody @Valid TakeNote body,
            Actor actor) {
        return answer(arrivals.decide(companyId, arrivalId, body.note(), actor.name(), PATIENCE));
    }

    @PostMapping("/arrivals/{arrivalId}/leave")
    @Requires(Right.PREPARE)
    void leave(@PathVariable long companyId, @PathVariable long arrivalId, Actor actor) {
        arrivals.leave(companyId, arrivalId, actor.name());
    }

    @PostMapping("/arrivals/{arrivalId}/cancel")
    @Requires(Right.PREPARE)
    void cancel(@PathVariable long companyId, @PathVariable long arrivalId) {
        arrivals.cancel(companyId, arrivalId);
    }

    /** The first rows of a table that waits, and a guess at its columns. */
    @GetMapping("/arrivals/{arrivalId}/guess")
    @Requires(Right.PREPARE)
    GuessView guess(@PathVariable long companyId, @PathVariable long arrivalId) {
        MappingGuess guess = Mappings.guess(waiting(companyId, arrivalId));
        return new GuessView(
                guess.charset(),
                Character.toString(guess.separator()),
                guess.mapping().map(MappingBody::of).orElse(null),
                guess.rows().stream().limit(30).toList());
    }

    private byte[] waiting(long companyId, long arrivalId) {
        if (!records.get(companyId, arrivalId).state().isOpen()) {
            throw new NotFound("file that waits");
        }
        return records.content(arrivalId);
    }

    /** The first twenty lines as a mapping would read them. */
    @PostMapping("/arrivals/{arrivalId}/try")
    @Requires(Right.PREPARE)
    List<TriedView> tried(
            @PathVariable long companyId,
            @PathVariable long arrivalId,
            @RequestParam long accountId,
            @RequestBody @Valid MappingBody body) {
        CurrencyUnit currency = accounts.get(companyId, accountId).currency();
        return Mappings.tried(waiting(companyId, arrivalId), body.mapping(), currency).stream()
                .map(t -> tried(t, currency))
                .toList();
    }

    private static TriedView tried(MappedReader.Tried t, CurrencyUnit currency) {
        BankLine line = t.line().map(l -> l.line()).orElse(null);
        String balance = t.line().isPresent()
                        && t.line().get().statedBalanceMinorUnits().isPresent()
                ? MinorUnits.toDecimal(t.line().get().statedBalanceMinorUnits().getAsLong(), currency)
                : null;
        return new TriedView(
                t.row(),
                line == null ? null : line.bookingDate(),
                line == null ? null : line.valueDate(),
                line == null ? null : MinorUnits.toDecimal(line.minorUnits(), currency),
                balance,
                line == null ? null : line.title(),
                line == null ? null : line.reference(),
                line == null ? null : line.counterparty(),
                t.problems().stream().map(ProblemView::of).toList());
    }

    /** Learns how the table is read, and reads it. */
    @PostMapping("/arrivals/{arrivalId}/mapping")
    @Requires(Right.PREPARE)
    ResponseEntity<ArrivalView> learn(
            @PathVariable long companyId,
            @PathVariable long arrivalId,
            @RequestParam long accountId,
            @RequestBody @Valid MappingBody body,
            Actor actor) {
        waiting(companyId, arrivalId);
        mappings.save(companyId, accountId, body.mapping(), actor.name());
        records.became(companyId, arrivalId, Arrival.State.MAPPING, List.of(), a -> a.belongsTo(accountId));
        return answer(arrivals.again(companyId, arrivalId, actor.name(), PATIENCE));
    }

    @GetMapping("/bank-accounts/{accountId}/mappings")
    @Requires(Right.VIEW)
    List<MappingView> mappings(@PathVariable long companyId, @PathVariable long accountId) {
        return mappings.list(companyId, accountId).stream()
                .map(m -> new MappingView(m.id(), m.name()))
                .toList();
    }

    /** The mapping as a file, for the command line. */
    @GetMapping("/bank-accounts/{accountId}/mappings/{mappingId}")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> mappingFile(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long mappingId) {
        MappingRow row = mappings.get(companyId, accountId, mappingId);
        return TableFile.file(
                row.name() + ".json",
                MediaType.APPLICATION_JSON,
                row.content().getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    @DeleteMapping("/bank-accounts/{accountId}/mappings/{mappingId}")
    @Requires(Right.PREPARE)
    void forget(@PathVariable long companyId, @PathVariable long accountId, @PathVariable long mappingId, Actor actor) {
        mappings.remove(companyId, accountId, mappingId, actor.name());
    }

    private ArrivalView view(Arrival a) {
        Progress progress = arrivals.progress(a.id());
        return new ArrivalView(
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
                a.state() == Arrival.State.TAKEN
                        ? statements.ofArrival(a.id()).stream()
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
