package tidemark.app.approval;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;
import tidemark.app.ledger.LedgerViews;
import tidemark.core.approval.ApprovalState;

/** What waits for a second person, and their decision, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/approvals")
public class ApprovalController {
    private final Approvals approvals;
    private final Companies companies;
    private final LedgerViews views;

    ApprovalController(Approvals approvals, Companies companies, LedgerViews views) {
        this.approvals = approvals;
        this.companies = companies;
        this.views = views;
    }

    /**
     * @param path of the screen that shows what it is about
     * @param own whether whoever looks has asked, and so cannot approve
     */
    record ApprovalView(
            long id,
            String title,
            String path,
            ApprovalState state,
            boolean own,
            String askedBy,
            Instant askedAt,
            LocalDate lapsesAfter,
            @Nullable String decidedBy,
            @Nullable Instant decidedAt,
            String reason) {}

    /** @param undecided how much nobody has decided yet, however much of it is listed */
    record ApprovalList(List<ApprovalView> approvals, int undecided) {}

    record Decline(@NotNull @Size(max = 200) String reason) {}

    private ApprovalView view(ApprovalRequest r, LocalDate today, Actor who) {
        return new ApprovalView(
                r.id(),
                r.title(),
                approvals.path(r),
                r.state(today),
                r.askedByPersonId() == who.personId(),
                r.askedBy(),
                r.askedAt(),
                r.lapsesAfter(),
                r.decidedBy(),
                r.decidedAt(),
                r.reason());
    }

    /** What waits, the oldest first, then what was decided lately. */
    @GetMapping
    @Requires(Right.VIEW)
    ApprovalList list(@PathVariable long companyId, Actor actor) {
        Approvals.Waiting waiting = approvals.waiting(companyId);
        return new ApprovalList(
                views(companyId, approvals.latest(companyId), actor), waiting.asked() + waiting.lapsed());
    }

    /** All that was asked about one thing, the latest first. */
    @GetMapping("/of/{kind}/{subjectId}")
    @Requires(Right.VIEW)
    List<ApprovalView> of(
            @PathVariable long companyId, @PathVariable String kind, @PathVariable long subjectId, Actor actor) {
        return views(companyId, approvals.of(companyId, kind, subjectId), actor);
    }

    private List<ApprovalView> views(long companyId, List<ApprovalRequest> requests, Actor actor) {
        LocalDate today = companies.today(companyId);
        return requests.stream().map(r -> view(r, today, actor)).toList();
    }

    @PostMapping("/{approvalId}/approval")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView approve(
            @PathVariable long companyId,
            @PathVariable long approvalId,
            @RequestParam(defaultValue = "false") boolean preview,
            Actor actor) {
        return views.shown(companyId, approvals.approve(companyId, approvalId, actor), preview);
    }

    @PostMapping("/{approvalId}/refusal")
    @Requires(Right.PREPARE)
    void decline(
            @PathVariable long companyId,
            @PathVariable long approvalId,
            @RequestBody @Valid Decline body,
            Actor actor) {
        approvals.decline(companyId, approvalId, body.reason(), actor);
    }

    @PostMapping("/{approvalId}/renewal")
    @Requires(Right.PREPARE)
    void askAgain(@PathVariable long companyId, @PathVariable long approvalId, Actor actor) {
        approvals.askAgain(companyId, approvalId, actor);
    }
}
