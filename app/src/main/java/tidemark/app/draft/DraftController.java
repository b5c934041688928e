package tidemark.app.draft;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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
import tidemark.app.ledger.TableFile;
import tidemark.app.print.PrintedSheet;

/** Drafts over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class DraftController {
    private final Drafts drafts;
    private final PostingRuns runs;
    private final WaitingToPost waiting;
    private final RunPaper paper;

    DraftController(Drafts drafts, PostingRuns runs, WaitingToPost waiting, RunPaper paper) {
        this.drafts = drafts;
        this.runs = runs;
        this.waiting = waiting;
        this.paper = paper;
    }

    /** @param version of the draft as it was opened; 0 for a new one; {@code paperIds} absent for those it has */
    record KeptDraft(
            @NotNull @Size(max = 20) String kind,
            int version,
            @NotNull Map<String, Object> body,
            @Nullable @Size(max = 20) List<@NotNull Long> paperIds) {}

    @GetMapping("/drafts")
    @Requires(Right.VIEW)
    Drafts.DraftList list(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable String kind,
            @RequestParam(required = false) @Nullable Long site,
            @RequestParam(required = false) @Nullable Long account,
            @RequestParam(defaultValue = "") String person,
            @RequestParam(defaultValue = "1970-01-01") LocalDate from,
            @RequestParam(defaultValue = "2999-12-31") LocalDate to) {
        return drafts.list(companyId, new Drafts.Filter(kind, site, account, person, from, to));
    }

    @GetMapping("/drafts/{draftId}")
    @Requires(Right.VIEW)
    Drafts.DraftDetail get(@PathVariable long companyId, @PathVariable long draftId) {
        return drafts.get(companyId, draftId);
    }

    @PostMapping("/drafts")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    Drafts.DraftView keep(@PathVariable long companyId, @RequestBody @Valid KeptDraft body, Actor actor) {
        return drafts.keep(companyId, null, 0, body.kind(), body.body(), body.paperIds(), actor.name());
    }

    @PutMapping("/drafts/{draftId}")
    @Requires(Right.PREPARE)
    Drafts.DraftView change(
            @PathVariable long companyId, @PathVariable long draftId, @RequestBody @Valid KeptDraft body, Actor actor) {
        return drafts.keep(companyId, draftId, body.version(), body.kind(), body.body(), body.paperIds(), actor.name());
    }

    @DeleteMapping("/drafts/{draftId}")
    @Requires(Right.PREPARE)
    void discard(@PathVariable long companyId, @PathVariable long draftId, Actor actor) {
        drafts.discard(companyId, draftId, actor.name());
    }

    /** @param together by which runs in several companies are one, of the caller's choice */
    record Posting(
            @NotNull @Size(max = 500) List<@NotNull Long> draftIds,
            @Nullable @Size(max = 500) List<@NotNull Long> paymentIds,
            @Nullable LocalDate accountingDate,
            @Nullable LocalDate valueDate,
            @Nullable @Size(max = 40) String together) {
        PostingRuns.Asked asked() {
            return new PostingRuns.Asked(
                    draftIds,
                    paymentIds == null ? List.of() : paymentIds,
                    accountingDate,
                    valueDate,
                    together == null ? "" : together);
        }
    }

    @PostMapping("/posting-runs")
    @Requires(Right.PREPARE)
    PostingRuns.RunView post(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Posting body,
            Actor actor) {
        return runs.post(companyId, body.asked(), preview, actor);
    }

    @GetMapping("/posting-runs")
    @Requires(Right.VIEW)
    List<PostingRuns.RunView> runs(@PathVariable long companyId) {
        return runs.runs(companyId);
    }

    /** The log of a run, to be printed. */
    @GetMapping("/posting-runs/{runId}/paper")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> runPaper(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return TableFile.file(
                "posting-run-" + runId + ".pdf",
                MediaType.APPLICATION_PDF,
                this.paper.of(companyId, runs.run(companyId, runId), paper, actor.name()));
    }

    /** What a list of what waits shows; absent for all. */
    record WaitingFilter(
            @Nullable @Size(max = 20) String kind,
            @Nullable Long site,
            @Nullable Long account,
            @Nullable @Size(max = 120) String person,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            @Nullable LocalDate accountingDate,
            @Nullable LocalDate valueDate) {
        Drafts.Filter filter() {
            return new Drafts.Filter(
                    kind,
                    site,
                    account,
                    person == null ? "" : person,
                    from == null ? LocalDate.of(1970, 1, 1) : from,
                    to == null ? LocalDate.of(2999, 12, 31) : to);
        }
    }

    /** All that waits to be in the books, by what stops it: a trial of all that fits, of which nothing is kept. */
    @PostMapping("/posting-runs/trial")
    @Requires(Right.PREPARE)
    WaitingToPost.WaitingList waiting(
            @PathVariable long companyId, @RequestBody @Valid WaitingFilter body, Actor actor) {
        return waiting.list(companyId, body.filter(), body.accountingDate(), body.valueDate(), actor);
    }
}
