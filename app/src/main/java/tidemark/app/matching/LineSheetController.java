package tidemark.app.matching;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;

/** Several lines booked in one step, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}/line-bookings")
class LineSheetController {
    private static final int MOST = 200;

    private final LineSheet sheet;
    private final LineProposals proposals;

    LineSheetController(LineSheet sheet, LineProposals proposals) {
        this.sheet = sheet;
        this.proposals = proposals;
    }

    record SheetLines(@NotNull @Size(min = 1, max = MOST) List<@NotNull Long> lineIds) {}

    record SheetRow(long lineId, @NotNull @Valid MatchController.Booking booking) {}

    record Sheet(@NotNull @Size(min = 1, max = MOST) List<@NotNull @Valid SheetRow> bookings) {}

    /** What lines are likely to be; nothing is changed. */
    @PostMapping("/proposals")
    @Requires(Right.VIEW)
    List<LineProposals.ProposedBooking> propose(
            @PathVariable long companyId, @PathVariable long accountId, @RequestBody @Valid SheetLines body) {
        return proposals.of(companyId, accountId, List.copyOf(new java.util.LinkedHashSet<>(body.lineIds())));
    }

    /** Books them all or none; a preview says of each line what becomes of it, or why it is refused. */
    @PostMapping
    @Requires(Right.PREPARE)
    LineSheet.SheetOutcomes bookLines(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Sheet body,
            Actor actor) {
        List<LineSheet.Row> rows = body.bookings().stream()
                .map(b -> new LineSheet.Row(b.lineId(), b.booking()))
                .toList();
        return preview
                ? sheet.trial(companyId, accountId, rows, actor.name())
                : sheet.book(companyId, accountId, rows, actor.name());
    }
}
