package tidemark.app.draft;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
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

/** Drafts over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class DraftController {
    private final Drafts drafts;

    DraftController(Drafts drafts) {
        this.drafts = drafts;
    }

    /** @param version of the draft as it was opened; 0 for a new one */
    record KeptDraft(
            @NotNull @Size(max = 20) String kind,
            int version,
            @NotNull Map<String, Object> body) {}

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
        return drafts.keep(companyId, null, 0, body.kind(), body.body(), actor.name());
    }

    @PutMapping("/drafts/{draftId}")
    @Requires(Right.PREPARE)
    Drafts.DraftView change(
            @PathVariable long companyId, @PathVariable long draftId, @RequestBody @Valid KeptDraft body, Actor actor) {
        return drafts.keep(companyId, draftId, body.version(), body.kind(), body.body(), actor.name());
    }

    @DeleteMapping("/drafts/{draftId}")
    @Requires(Right.PREPARE)
    void discard(@PathVariable long companyId, @PathVariable long draftId, Actor actor) {
        drafts.discard(companyId, draftId, actor.name());
    }

    record Posting(
            @NotNull @Size(max = 500) List<Long> draftIds,
            @Nullable LocalDate accountingDate) {}

    @PostMapping("/posting-runs")
    @Requires(Right.PREPARE)
    Drafts.RunView post(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Posting body,
            Actor actor) {
        return drafts.post(companyId, body.draftIds(), body.accountingDate(), preview, actor);
    }

    @GetMapping("/posting-runs")
    @Requires(Right.VIEW)
    List<Drafts.RunView> runs(@PathVariable long companyId) {
        return drafts.runs(companyId);
    }
}
