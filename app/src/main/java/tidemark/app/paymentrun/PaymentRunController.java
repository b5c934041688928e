package tidemark.app.paymentrun;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
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

/** Payment runs over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class PaymentRunController {
    private final PaymentRuns runs;
    private final PaymentRunReleases releases;
    private final PaymentRunViews views;
    private final PaymentRunRegister register;
    private final RemittanceAdvice advice;
    private final LedgerViews ledgerViews;

    PaymentRunController(
            PaymentRuns runs,
            PaymentRunReleases releases,
            PaymentRunViews views,
            PaymentRunRegister register,
            RemittanceAdvice advice,
            LedgerViews ledgerViews) {
        this.runs = runs;
        this.releases = releases;
        this.views = views;
        this.register = register;
        this.advice = advice;
        this.ledgerViews = ledgerViews;
    }

    /** All runs, the latest first. */
    @GetMapping("/payment-runs")
    @Requires(Right.VIEW)
    List<PaymentRunRegister.PayRunSummary> list(@PathVariable long companyId) {
        return register.list(companyId);
    }

    /** The same as a table. */
    @GetMapping("/payment-runs/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> register(
            @PathVariable long companyId, @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "payment-runs",
                        List.of(
                                "number",
                                "account",
                                "due_up_to",
                                "pay_on",
                                "state",
                                "payees",
                                "amount",
                                "file",
                                "paid_on",
                                "voided",
                                "voided_amount",
                                "made_by",
                                "released_by"),
                        List.of(6, 10),
                        register.list(companyId).stream()
                                .map(r -> List.of(
                                        r.number(),
                                        r.account(),
                                        r.dueUpTo().toString(),
                                        r.payOn().toString(),
                                        r.state().words(),
                                        Integer.toString(r.payees()),
                                        r.amount(),
                                        r.file(),
                                        Objects.toString(r.paidOn(), ""),
                                        Integer.toString(r.voided()),
                                        r.voidedAmount(),
                                        r.madeBy(),
                                        r.releasedBy()))
                                .toList())
                .as(form);
    }

    /** By bank account of the company's currency. */
    @GetMapping("/payment-runs/starts")
    @Requires(Right.VIEW)
    List<PaymentRunRegister.PayRunStart> starts(@PathVariable long companyId) {
        return register.starts(companyId);
    }

    record NewPaymentRun(long bankAccountId, @NotNull @Valid PaymentRuns.PayHead head) {}

    @PostMapping("/payment-runs")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    PaymentRunViews.PaymentRunView open(
            @PathVariable long companyId, @RequestBody @Valid NewPaymentRun body, Actor actor) {
        return views.get(
                companyId,
                runs.open(companyId, body.bankAccountId(), body.head(), actor.name())
                        .id());
    }

    @GetMapping("/payment-runs/{runId}")
    @Requires(Right.VIEW)
    PaymentRunViews.PaymentRunView get(@PathVariable long companyId, @PathVariable long runId) {
        return views.get(companyId, runId);
    }

    /** Its payees as a table. */
    @GetMapping("/payment-runs/{runId}/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        PaymentRunViews.PaymentRunView run = views.get(companyId, runId);
        return new TableFile(
                        "payment-run-" + run.number(),
                        List.of(
                                "payee",
                                "decision",
                                "account",
                                "items",
                                "discount",
                                "amount",
                                "payment",
                                "state",
                                "reason"),
                        List.of(4, 5),
                        run.rows().stream()
                                .map(r -> List.of(
                                        r.party(),
                                        PaymentRunViews.words(r),
                                        r.to() == null || r.means() == PayeeRow.Means.CHECK ? "" : r.to().account(),
                                        String.join(
                                                ", ",
                                                r.items().stream()
                                                        .filter(i ->
                                                                !i.settled().startsWith("0.00"))
                                                        .map(PaymentRunViews.PaidItem::title)
                                                        .toList()),
                                        r.discount(),
                                        r.amount(),
                                        r.payment() == null ? "" : r.payment().number(),
                                        r.payment() == null ? "" : r.payment().words(),
                                        r.reason()))
                                .toList())
                .as(form);
    }

    record ChangedPaymentRun(int version, @NotNull @Valid PaymentRuns.PayHead head) {}

    @PutMapping("/payment-runs/{runId}")
    @Requires(Right.PREPARE)
    PaymentRunViews.PaymentRunView change(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestBody @Valid ChangedPaymentRun body,
            Actor actor) {
        runs.change(companyId, runId, body.version(), body.head(), actor.name());
        return views.get(companyId, runId);
    }

    /** Pays somebody all that is due, or what is chosen of it. */
    @PostMapping("/payment-runs/{runId}/payees/{partyId}/payment")
    @Requires(Right.PREPARE)
    PaymentRunViews.PayeeView pay(
            @PathVariable long companyId,
            @PathVariable long runId,
            @PathVariable long partyId,
            @RequestBody @Valid PaymentRuns.Paying body,
            Actor actor) {
        runs.pay(companyId, runId, partyId, body, actor.name());
        return views.row(companyId, runId, partyId);
    }

    record SkippedPayee(@NotNull @Size(max = 200) String reason) {}

    @PostMapping("/payment-runs/{runId}/payees/{partyId}/skipping")
    @Requires(Right.PREPARE)
    PaymentRunViews.PayeeView skip(
            @PathVariable long companyId,
            @PathVariable long runId,
            @PathVariable long partyId,
            @RequestBody @Valid SkippedPayee body,
            Actor actor) {
        runs.skip(companyId, runId, partyId, body.reason(), actor.name());
        return views.row(companyId, runId, partyId);
    }

    /** Takes back what was decided of a payee. */
    @DeleteMapping("/payment-runs/{runId}/payees/{partyId}")
    @Requires(Right.PREPARE)
    PaymentRunViews.PayeeView undecide(
            @PathVariable long companyId, @PathVariable long runId, @PathVariable long partyId, Actor actor) {
        runs.undecide(companyId, runId, partyId, actor.name());
        return views.row(companyId, runId, partyId);
    }

    /** Pays all that are ready. */
    @PostMapping("/payment-runs/{runId}/all")
    @Requires(Right.PREPARE)
    PaymentRunViews.PaymentRunView all(@PathVariable long companyId, @PathVariable long runId, Actor actor) {
        runs.payAll(companyId, runId, actor.name());
        return views.get(companyId, runId);
    }

    record SeenPaymentRun(int version) {}

    /** Gives it up before its release. */
    @PostMapping("/payment-runs/{runId}/taking-back")
    @Requires(Right.PREPARE)
    PaymentRunViews.PaymentRunView takeBack(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestBody @Valid SeenPaymentRun body,
            Actor actor) {
        runs.takeBack(companyId, runId, body.version(), actor.name());
        return views.get(companyId, runId);
    }

    /** Hands it over to a second person; in a company of one person it is released at once. */
    @PostMapping("/payment-runs/{runId}/handing-over")
    @Requires(Right.PREPARE)
    PaymentRunViews.PaymentRunView handOver(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestBody @Valid SeenPaymentRun body,
            Actor actor) {
        releases.handOver(companyId, runId, body.version(), actor);
        return views.get(companyId, runId);
    }

    /** Fetches it back before the second person has decided. */
    @PostMapping("/payment-runs/{runId}/fetching-back")
    @Requires(Right.PREPARE)
    PaymentRunViews.PaymentRunView fetchBack(@PathVariable long companyId, @PathVariable long runId, Actor actor) {
        releases.fetchBack(companyId, runId, actor.name());
        return views.get(companyId, runId);
    }

    record PaymentRunReversedOn(@NotNull LocalDate date) {}

    /** Voids all payments of a released run. */
    @PostMapping("/payment-runs/{runId}/reversal")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView reverse(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid PaymentRunReversedOn body,
            Actor actor) {
        return ledgerViews.shown(companyId, releases.reverse(companyId, runId, body.date(), actor.name()), preview);
    }

    /** What each payee was paid, on a sheet of their own, as a PDF. @param payee one alone; absent for all */
    @GetMapping("/payment-runs/{runId}/remittance-advice")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> advice(
            @PathVariable long companyId,
            @PathVariable long runId,
            @RequestParam(required = false) @Nullable Long payee,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return TableFile.file(
                "remittance-advice.pdf",
                MediaType.APPLICATION_PDF,
                advice.print(companyId, runId, payee, paper, actor.name()));
    }
}
