package tidemark.app.reconcile;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;

/** Looking at an account's month. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}/months/{month}")
class MonthController {
    private final MonthViews views;
    private final OpenEntries openEntries;
    private final LadderViews ladder;
    private final CandidateViews candidates;

    MonthController(MonthViews views, OpenEntries openEntries, LadderViews ladder, CandidateViews candidates) {
        this.openEntries = openEntries;
        this.candidates = candidates;
        this.views = views;
        this.ladder = ladder;
    }

    record Selection(
            @NotNull @Size(max = 2000) List<Long> lineIds,
            @NotNull @Size(max = 2000) List<Long> entryIds) {}

    @GetMapping
    @Requires(Right.VIEW)
    MonthViews.MonthView month(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month) {
        return views.month(companyId, accountId, month);
    }

    /** The entries that no line explains, narrowed and ordered. */
    @GetMapping("/not-on-statement")
    @Requires(Right.VIEW)
    OpenEntries.OpenList notOnStatement(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @RequestParam(defaultValue = "ALL") OpenEntries.OpenKind kind,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(required = false) @Nullable LocalDate upTo,
            @RequestParam(defaultValue = "DATE") OpenEntries.OpenOrder order) {
        return openEntries.list(companyId, accountId, month, new OpenEntries.OpenFilter(kind, text, upTo, order));
    }

    @GetMapping("/lines")
    @Requires(Right.VIEW)
    LadderViews.RowPage rows(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @RequestParam(defaultValue = "ALL") LadderViews.Show show,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "0") int offset,
            @RequestParam(defaultValue = "100") int limit) {
        return ladder.rows(companyId, accountId, month, show, text, offset, limit);
    }

    /** Open lines that a filter leaves, to be selected in one step. */
    @GetMapping("/open-lines")
    @Requires(Right.VIEW)
    LadderViews.OpenLines openLines(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @RequestParam(defaultValue = "ALL") LadderViews.Show show,
            @RequestParam(defaultValue = "") @Size(max = 100) String text) {
        return ladder.openLines(companyId, accountId, month, show, text);
    }

    @GetMapping("/lines/{lineId}/candidates")
    @Requires(Right.VIEW)
    List<CandidateViews.CandidateView> candidates(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @PathVariable long lineId) {
        return candidates.candidates(companyId, accountId, month, lineId);
    }

    /** The month's matches and candidates as the headless command writes them. */
    @GetMapping(value = "/matches.csv", produces = "text/csv;charset=UTF-8")
    @Requires(Right.VIEW)
    String table(@PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month) {
        return ladder.table(companyId, accountId, month);
    }

    @GetMapping("/trace")
    @Requires(Right.VIEW)
    List<LadderViews.FindingView> trace(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month) {
        return ladder.trace(companyId, accountId, month);
    }

    /** Adds up a selection, changing nothing. */
    @PostMapping("/selection")
    @Requires(Right.VIEW)
    LadderViews.SelectionView selection(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable YearMonth month,
            @RequestBody @Valid Selection body) {
        return ladder.selection(companyId, accountId, month, body.lineIds(), body.entryIds());
    }
}
