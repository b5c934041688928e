package tidemark.app.payment;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.ledger.UploadedText;
import tidemark.core.payment.PaymentKind;
import tidemark.core.payment.PaymentState;

/** Payments and transfers over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class PaymentController {
    private final Payments payments;
    private final PaymentVoids voids;
    private final PaymentBatches batches;
    private final Transfers transfers;
    private final PaymentViews views;
    private final LedgerViews ledgerViews;
    private final BankAccounts bankAccounts;
    private final Companies companies;

    PaymentController(
            Payments payments,
            PaymentVoids voids,
            PaymentBatches batches,
            Transfers transfers,
            PaymentViews views,
            LedgerViews ledgerViews,
            BankAccounts bankAccounts,
            Companies companies) {
        this.payments = payments;
        this.voids = voids;
        this.batches = batches;
        this.transfers = transfers;
        this.views = views;
        this.ledgerViews = ledgerViews;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
    }

    /** Payments made or changed, the first twenty, and what was booked of them. */
    public record MadeView(int count, List<PaymentViews.PaymentView> payments, LedgerViews.BookedView booked) {}

    private MadeView shown(long companyId, Payments.Made made, boolean preview) {
        MadeView view = new MadeView(
                made.payments().size(),
                made.payments().stream()
                        .limit(20)
                        .map(p -> PaymentViews.view(p, bankAccounts.get(companyId, p.bankAccountId())))
                        .toList(),
                ledgerViews.booked(companyId, made.booked(), preview));
        if (preview) {
            Ledger.rollBackPreview();
        }
        return view;
    }

    @GetMapping("/payments")
    @Requires(Right.VIEW)
    PaymentViews.RegisterView register(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long account,
            @RequestParam(defaultValue = "") Set<PaymentState> states,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(required = false) @Nullable LocalDate afterDate,
            @RequestParam(defaultValue = "0") long afterId) {
        return views.register(
                companyId,
                new PaymentViews.Filter(account, states, from, to, text),
                afterDate == null ? null : new PaymentViews.Place(afterDate, afterId));
    }

    /** The register to print. */
    @GetMapping("/payments/register.pdf")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> pdf(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long account,
            @RequestParam(defaultValue = "") Set<PaymentState> states,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(defaultValue = "") String text) {
        PaymentViews.RegisterView register =
                views.wholeRegister(companyId, new PaymentViews.Filter(account, states, from, to, text));
        return TableFile.file(
                "payments-" + from + "-" + to + ".pdf",
                MediaType.APPLICATION_PDF,
                RegisterPdf.of(companies.get(companyId).name(), from, to, register));
    }

    @GetMapping("/payments/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> export(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long account,
            @RequestParam(defaultValue = "") Set<PaymentState> states,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(defaultValue = "") String text,
            @RequestParam TableFile.Form form) {
        return new TableFile(
                        "payments-" + from + "-" + to,
                        List.of("number", "date", "account", "kind", "payee", "text", "amount", "state"),
                        List.of(6),
                        views
                                .wholeRegister(companyId, new PaymentViews.Filter(account, states, from, to, text))
                                .payments()
                                .stream()
                                .map(PaymentViews::row)
                                .toList())
                .as(form);
    }

    @GetMapping("/payments/{paymentId}")
    @Requires(Right.VIEW)
    PaymentViews.PaymentView payment(@PathVariable long companyId, @PathVariable long paymentId) {
        return views.payment(companyId, paymentId);
    }

    /** Payments booked on clearing that wait for the bank's line. */
    @GetMapping("/bank-accounts/{accountId}/uncleared-payments")
    @Requires(Right.VIEW)
    List<PaymentViews.PaymentView> uncleared(@PathVariable long companyId, @PathVariable long accountId) {
        return views.atTheBank(companyId, accountId);
    }

    @PostMapping("/payments")
    @Requires(Right.PREPARE)
    @Transactional
    public MadeView make(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Payments.NewPayment body,
            Actor actor) {
        return shown(companyId, payments.make(companyId, body, actor), preview);
    }

    /** Makes an outside list of payments as one batch, all or nothing. */
    @PostMapping("/payment-files")
    @Requires(Right.PREPARE)
    @Transactional
    public MadeView makeFromFile(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam long bankAccountId,
            @RequestParam(defaultValue = "CHECK") PaymentKind kind,
            @RequestParam(required = false) @Nullable Long siteId,
            @RequestParam MultipartFile file,
            Actor actor)
            throws IOException {
        return shown(
                companyId,
                batches.makeFromFile(companyId, bankAccountId, kind, UploadedText.of(file), siteId, actor),
                preview);
    }

    /** @param bills whether the bills that it paid are reversed with it; absent for no */
    record VoidRequest(
            @NotNull LocalDate date,
            @NotNull @Size(max = 200) String reason,
            @Nullable Boolean bills) {}

    @PostMapping("/payments/{paymentId}/void")
    @Requires(Right.PREPARE)
    @Transactional
    public MadeView voidPayment(
            @PathVariable long companyId,
            @PathVariable long paymentId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid VoidRequest body,
            Actor actor) {
        return shown(
                companyId,
                Boolean.TRUE.equals(body.bills())
                        ? voids.voidWithBills(companyId, paymentId, body.date(), body.reason(), actor.name())
                        : voids.voidPayment(companyId, paymentId, body.date(), body.reason(), actor.name()),
                preview);
    }

    /** Books all payments whose date has come. */
    @PostMapping("/due-payments")
    @Requires(Right.PREPARE)
    DueView bookDue(@PathVariable long companyId, @RequestParam(defaultValue = "false") boolean preview, Actor actor) {
        return batches.bookDue(
                companyId,
                actor,
                preview,
                due -> new DueView(
                        due.made().payments().size(),
                        ledgerViews.booked(companyId, due.made().booked(), preview),
                        due.left()));
    }

    /** @param left what could not be booked and waits on, each with the reason */
    record DueView(int count, LedgerViews.BookedView booked, List<PaymentBatches.Left> left) {}

    @GetMapping("/transfers")
    @Requires(Right.VIEW)
    PaymentViews.TransferList transfers(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "") String text) {
        return views.transfers(companyId, before, text);
    }

    @PostMapping("/transfers")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView transfer(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Transfers.NewTransfer body,
            Actor actor) {
        return ledgerViews.shown(companyId, transfers.make(companyId, body, actor.name()), preview);
    }

    /** @param undoMatches whether a side that is matched with the bank is let go first; absent for no */
    record ReverseOn(@NotNull LocalDate date, @Nullable Boolean undoMatches) {}

    @PostMapping("/transfers/{transferId}/reversal")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView reverse(
            @PathVariable long companyId,
            @PathVariable long transferId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ReverseOn body,
            Actor actor) {
        Transfers.Reversed reversed = transfers.reverse(
                companyId, transferId, body.date(), Boolean.TRUE.equals(body.undoMatches()), actor.name());
        return ledgerViews.shown(companyId, reversed.booked(), preview).warned(reversed.undone());
    }
}
