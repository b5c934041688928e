package tidemark.app.outstanding;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.payment.Payments;
import tidemark.core.payment.UnclaimedMoney;

/** Unclaimed money over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class UnclaimedController {
    private static final int MOST = 1_000;

    private final UnclaimedViews views;
    private final UnclaimedWork work;
    private final LedgerViews ledgerViews;

    UnclaimedController(UnclaimedViews views, UnclaimedWork work, LedgerViews ledgerViews) {
        this.views = views;
        this.work = work;
        this.ledgerViews = ledgerViews;
    }

    @GetMapping("/unclaimed-money")
    @Requires(Right.VIEW)
    UnclaimedViews.UnclaimedList list(
            @PathVariable long companyId,
            @RequestParam(required = false) UnclaimedMoney.@Nullable State state,
            @RequestParam(defaultValue = "") @Size(max = 100) String text) {
        return views.list(companyId, state, text, MOST);
    }

    /** The same as a table, as it is sent with what is paid over to the state. */
    @GetMapping("/unclaimed-money/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @RequestParam(required = false) UnclaimedMoney.@Nullable State state,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "unclaimed-money",
                        List.of(
                                "check_number",
                                "written_on",
                                "payee",
                                "address",
                                "state_of_address",
                                "amount",
                                "moved_on",
                                "notice_by",
                                "notice_sent_on",
                                "dormant_on",
                                "stands"),
                        List.of(5),
                        views.list(companyId, state, text, TableFile.MOST_ROWS).rows().stream()
                                .map(u -> List.of(
                                        u.checkNumber(),
                                        u.writtenOn().toString(),
                                        u.payee(),
                                        u.address(),
                                        u.region(),
                                        u.amount(),
                                        u.movedOn().toString(),
                                        u.noticeBy().toString(),
                                        u.noticeSentOn() == null
                                                ? ""
                                                : u.noticeSentOn().toString(),
                                        u.dormantOn().toString(),
                                        u.state().words()))
                                .toList())
                .as(form);
    }

    @GetMapping("/unclaimed-money/{unclaimedId}")
    @Requires(Right.VIEW)
    UnclaimedViews.UnclaimedView get(@PathVariable long companyId, @PathVariable long unclaimedId) {
        return views.get(companyId, unclaimedId);
    }

    @PutMapping("/unclaimed-money/{unclaimedId}/whereabouts")
    @Requires(Right.PREPARE)
    UnclaimedViews.UnclaimedView where(
            @PathVariable long companyId,
            @PathVariable long unclaimedId,
            @RequestBody @Valid UnclaimedWork.Whereabouts body,
            Actor actor) {
        work.where(companyId, unclaimedId, body, actor.name());
        return views.get(companyId, unclaimedId);
    }

    @PostMapping("/unclaimed-money/notices")
    @Requires(Right.PREPARE)
    void noticeSent(@PathVariable long companyId, @RequestBody @Valid UnclaimedWork.Notice body, Actor actor) {
        work.noticeSent(companyId, body, actor.name());
    }

    /** @param paymentId of the payment that was made; absent where it is a preview */
    public record PaidOutView(@Nullable Long paymentId, boolean waits, LedgerViews.BookedView booked) {}

    /** Claimed by its payee, or paid over to the state. */
    @PostMapping("/unclaimed-money/payments")
    @Requires(Right.PREPARE)
    @Transactional
    public PaidOutView payOut(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid UnclaimedWork.PayOut body,
            Actor actor) {
        Payments.Made made = work.payOut(companyId, body, actor);
        boolean waits = made.booked().entries().isEmpty();
        long id = made.payments().getFirst().id();
        LedgerViews.BookedView shown = ledgerViews.shown(companyId, made.booked(), preview);
        return new PaidOutView(preview ? null : id, waits, shown);
    }

    record TakenBackOn(@NotNull LocalDate date) {}

    @PostMapping("/unclaimed-money/{unclaimedId}/taking-back")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView takeBack(
            @PathVariable long companyId,
            @PathVariable long unclaimedId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid TakenBackOn body,
            Actor actor) {
        return ledgerViews.shown(companyId, work.takeBack(companyId, unclaimedId, body.date(), actor.name()), preview);
    }

    @GetMapping("/set-up/unclaimed-money")
    @Requires(Right.VIEW)
    UnclaimedWork.UnclaimedRules rules(@PathVariable long companyId) {
        return work.rules(companyId);
    }

    @PutMapping("/set-up/unclaimed-money")
    @Requires(Right.ADMINISTER)
    UnclaimedWork.UnclaimedRules keepRules(
            @PathVariable long companyId, @RequestBody @Valid UnclaimedWork.UnclaimedRules body, Actor actor) {
        return work.keepRules(companyId, body, actor.name());
    }
}
