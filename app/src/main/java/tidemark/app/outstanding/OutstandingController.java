package tidemark.app.outstanding;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
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
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.core.payment.CheckAges;

/** Outstanding checks over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class OutstandingController {
    private static final int MOST = 1_000;

    private final OutstandingChecks checks;
    private final CheckDecisions decisions;
    private final LedgerViews ledgerViews;

    OutstandingController(OutstandingChecks checks, CheckDecisions decisions, LedgerViews ledgerViews) {
        this.checks = checks;
        this.decisions = decisions;
        this.ledgerViews = ledgerViews;
    }

    /** The oldest first. */
    @GetMapping("/outstanding-checks")
    @Requires(Right.VIEW)
    OutstandingChecks.CheckList list(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long account,
            @RequestParam(required = false) CheckAges.@Nullable Stage stage,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "false") boolean kept) {
        return checks.list(companyId, new OutstandingChecks.Filter(account, stage, text, kept), MOST);
    }

    /** The same as a table. */
    @GetMapping("/outstanding-checks/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long account,
            @RequestParam(required = false) CheckAges.@Nullable Stage stage,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "false") boolean kept,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "outstanding-checks",
                        List.of(
                                "number",
                                "date",
                                "days",
                                "account",
                                "payee",
                                "text",
                                "amount",
                                "currency",
                                "kept_until",
                                "kept_note",
                                "stopped_on",
                                "stop_confirmation"),
                        List.of(6),
                        checks
                                .list(
                                        companyId,
                                        new OutstandingChecks.Filter(account, stage, text, kept),
                                        TableFile.MOST_ROWS)
                                .checks()
                                .stream()
                                .map(c -> List.of(
                                        c.number(),
                                        c.date().toString(),
                                        String.valueOf(c.days()),
                                        c.account(),
                                        c.payee(),
                                        c.text(),
                                        c.amount(),
                                        c.currency(),
                                        c.keptUntil() == null
                                                ? ""
                                                : c.keptUntil().toString(),
                                        c.keptNote(),
                                        c.stoppedOn() == null
                                                ? ""
                                                : c.stoppedOn().toString(),
                                        c.stopConfirmation()))
                                .toList())
                .as(form);
    }

    /**
     * What became of one check.
     *
     * @param paymentId of the check written in its place; absent for none, and where it is a preview
     * @param waits whether that one waits for a second person, or for its date
     */
    public record OutcomeView(
            String key,
            String number,
            String payee,
            String words,
            @Nullable Long paymentId,
            boolean waits,
            List<String> warnings) {}

    public record DecidedView(List<OutcomeView> outcomes, LedgerViews.BookedView booked) {}

    /** Decides on many in one step: all of it or nothing. */
    @PostMapping("/outstanding-checks/decisions")
    @Requires(Right.PREPARE)
    @Transactional
    public DecidedView decide(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid CheckDecisions.Decision body,
            Actor actor) {
        CheckDecisions.Decided decided = decisions.decide(companyId, body, actor);
        DecidedView view = new DecidedView(
                decided.outcomes().stream()
                        .map(o -> new OutcomeView(
                                o.check().key(),
                                o.check().number(),
                                o.check().payee(),
                                o.words(),
                                preview ? null : o.paymentId(),
                                o.waits(),
                                o.warnings()))
                        .toList(),
                ledgerViews.booked(companyId, decided.booked(), preview));
        if (preview) {
            Ledger.rollBackPreview();
        }
        return view;
    }
}
