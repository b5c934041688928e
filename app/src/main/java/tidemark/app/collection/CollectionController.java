package tidemark.app.collection;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.print.PrintedSheet;

/** Collection runs over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class CollectionController {
    private final CollectionRuns runs;
    private final RunReleases releases;
    private final RunViews views;
    private final RunRegister register;
    private final NoticePaper notices;
    private final LedgerViews ledgerViews;

    CollectionController(
            CollectionRuns runs,
            RunReleases releases,
            RunViews views,
            RunRegister register,
            NoticePaper notices,
            LedgerViews ledgerViews) {
        this.runs = runs;
        this.releases = releases;
        this.views = views;
        this.register = register;
        this.notices = notices;
        this.ledgerViews = ledgerViews;
    }

    /** All runs, the latest first. */
    @GetMapping("/collection-runs")
    @Requires(Right.VIEW)
    List<RunRegister.RunSummary> list(@PathVariable long companyId) {
        return register.list(companyId);
    }

    /** The same as a table. */
    @GetMapping("/collection-runs/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> register(
            @PathVariable long companyId, @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "collection-runs",
                        List.of(
                                "number",
                                "account",
                                "due_up_to",
                                "collect_on",
                                "state",
                                "customers",
                                "amount",
                                "file",
                                "credited_on",
                                "returns",
                                "came_back",
                                "made_by"),
                        List.of(6, 10),
                        register.list(companyId).stream()
                                .map(r -> List.of(
                                        r.number(),
                                        r.account(),
                                        r.dueUpTo().toString(),
                                        r.collectOn().toString(),
                                        r.state().words(),
                                        Integer.toString(r.customers()),
                                        r.amount(),
                                        r.file(),
                                        r.creditedOn() == null
                                                ? ""
                                                : r.creditedOn().toString(),
                                        Integer.toString(r.returns()),
                                        r.cameBack(),
                                        r.madeBy()))
                                .toList())
                .as(form);
    }

    record NewRun(long bankAccountId, @NotNull @Valid CollectionRuns.RunHead head) {}

    @PostMapping("/collection-runs")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    RunViews.CollectionRunView open(@PathVariable long companyId, @RequestBody @Valid NewRun body, Actor actor) {
        return views.get(
                companyId,
                runs.open(companyId, body.bankAccountId(), body.head(), actor.name())
                        .id());
    }

    @GetMapping("/collection-runs/{runId}")
    @Requires(Right.VIEW)
    RunViews.CollectionRunView get(@PathVariable long companyId, @PathVariable long runId) {
        return views.get(companyId, runId);
    }

    /** Its customers as a table. */
    @GetMapping("/collection-runs/{runId}/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        RunViews.CollectionRunView run = views.get(companyId, runId);
        return new TableFile(
                        "collection-run-" + run.number(),
                        List.of("customer", "decision", "mandate", "account", "items", "amount", "reason"),
                        List.of(5),
                        run.rows().stream()
                                .map(r -> List.of(
                                        r.party(),
                                        RunViews.words(r),
                                        r.mandate() == null ? "" : r.mandate().reference(),
                                        r.mandate() == null ? "" : r.mandate().account(),
                                        String.join(
                                                ", ",
                                                r.items().stream()
                                                        .filter(i ->
                                                                !i.settled().startsWith("0.00"))
                                                        .map(RunViews.RunItem::title)
                                                        .toList()),
                                        r.amount(),
                                        r.reason()))
                                .toList())
                .as(form);
    }

    record ChangedRun(int version, @NotNull @Valid CollectionRuns.RunHead head) {}

    @PutMapping("/collection-runs/{runId}")
    @Requires(Right.PREPARE)
    RunViews.CollectionRunView change(
            @PathVariable long companyId, @PathVariable long runId, @RequestBody @Valid ChangedRun body, Actor actor) {
        runs.change(companyId, runId, body.version(), body.head(), actor.name());
        return views.get(companyId, runId);
    }

    /** Collects all that is due of a customer, or what is chosen of it. */
    @PostMapping("/collection-runs/{runId}/customers/{partyId}/collection")
    @Requires(Right.PREPARE)
    RunViews.RunRow collect(
            @PathVariable long companyId,
            @PathVariable long runId,
            @PathVariable long partyId,
            @RequestBody @Valid CollectionRuns.Collecting body,
            Actor actor) {
        runs.collect(companyId, runId, partyId, body, actor.name());
        return views.row(companyId, runId, partyId);
    }

    record Skipped(@NotNull @Size(max = 200) String reason) {}

    @PostMapping("/collection-runs/{runId}/customers/{partyId}/skipping")
    @Requires(Right.PREPARE)
    RunViews.RunRow skip(
            @PathVariable long companyId,
            @PathVariable long runId,
            @PathVariable long partyId,
            @RequestBody @Valid Skipped body,
            Actor actor) {
        runs.skip(companyId, runId, partyId, body.reason(), actor.name());
        return views.row(companyId, runId, partyId);
    }

    /** Takes back what was decided of a customer. */
    @DeleteMapping("/collection-runs/{runId}/customers/{partyId}")
    @Requires(Right.PREPARE)
    RunViews.RunRow undecide(
            @PathVariable long companyId, @PathVariable long runId, @PathVariable long partyId, Actor actor) {
        runs.undecide(companyId, runId, partyId, actor.name());
        return views.row(companyId, runId, partyId);
    }

    /** Collects from all that are ready. */
    @PostMapping("/collection-runs/{runId}/all")
    @Requires(Right.PREPARE)
    RunViews.CollectionRunView all(@PathVariable long companyId, @PathVariable long runId, Actor actor) {
        runs.collectAll(companyId, runId, actor.name());
        return views.get(companyId, runId);
    }

    record NoticesOn(PrintedSheet.@NotNull Paper paper) {}

    /** The notices that are still due, as a PDF; it is kept that they were written. */
    @PostMapping("/collection-runs/{runId}/notices")
    @Requires(Right.PREPARE)
    ResponseEntity<byte[]> notices(
            @PathVariable long companyId, @PathVariable long runId, @RequestBody @Valid NoticesOn body, Actor actor) {
        return TableFile.file(
                "collection-notices.pdf",
                MediaType.APPLICATION_PDF,
                notices.print(companyId, runId, body.paper(), actor.name()));
    }

    record SeenRun(int version) {}

    /** Gives it up before its release. */
    @PostMapping("/collection-runs/{runId}/taking-back")
    @Requires(Right.PREPARE)
    RunViews.CollectionRunView takeBack(
            @PathVariable long companyId, @PathVariable long runId, @RequestBody @Valid SeenRun body, Actor actor) {
        runs.takeBack(companyId, runId, body.version(), actor.name());
        return views.get(companyId, runId);
    }

    record RunSeen(long runId, int version) {}

    record Releasing(@NotEmpty @Size(max = 20) List<@NotNull @Valid RunSeen> runs) {}

    /** Writes one file of runs of one bank account, and books those whose day has come. */
    @PostMapping("/collection-runs/release")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView release(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Releasing body,
            Actor actor) {
        Map<Long, Integer> seen = new LinkedHashMap<>();
        body.runs().forEach(r -> seen.put(r.runId(), r.version()));
        return ledgerViews.shown(companyId, releases.release(companyId, seen, actor.name()), preview);
    }

    /** Books a released run whose day has come. */
    @PostMapping("/collection-runs/{runId}/booking")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView book(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(defaultValue = "false") boolean preview,
            Actor actor) {
        return ledgerViews.shown(companyId, releases.book(companyId, runId, actor.name()), preview);
    }

    record ReversedOn(@NotNull LocalDate date) {}

    @PostMapping("/collection-runs/{runId}/reversal")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView reverse(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ReversedOn body,
            Actor actor) {
        return ledgerViews.shown(companyId, releases.reverse(companyId, runId, body.date(), actor.name()), preview);
    }

    /** By bank account; those alone that have terms of their files. */
    @GetMapping("/collection-runs/starts")
    @Requires(Right.VIEW)
    List<RunRegister.RunStart> starts(
            @PathVariable long companyId, @RequestParam(required = false) @Nullable LocalDate due) {
        return register.starts(companyId, due);
    }
}
