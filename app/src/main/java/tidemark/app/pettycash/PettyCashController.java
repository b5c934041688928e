package tidemark.app.pettycash;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.ledger.UploadedText;
import tidemark.core.pettycash.BookSpan;

/** Petty cash over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/petty-cash")
public class PettyCashController {
    private final FundSetUp setUp;
    private final Vouchers vouchers;
    private final VoucherApproval approval;
    private final TopUps topUps;
    private final DrawerChecks checks;
    private final VoucherFiles files;
    private final DrawerCounts counts;
    private final PettyCashViews views;
    private final LedgerViews ledgerViews;

    PettyCashController(
            FundSetUp setUp,
            Vouchers vouchers,
            VoucherApproval approval,
            TopUps topUps,
            DrawerChecks checks,
            VoucherFiles files,
            DrawerCounts counts,
            PettyCashViews views,
            LedgerViews ledgerViews) {
        this.setUp = setUp;
        this.vouchers = vouchers;
        this.approval = approval;
        this.topUps = topUps;
        this.checks = checks;
        this.files = files;
        this.counts = counts;
        this.views = views;
        this.ledgerViews = ledgerViews;
    }

    @GetMapping("/funds")
    @Requires(Right.VIEW)
    List<PettyCashViews.FundView> funds(@PathVariable long companyId) {
        return views.funds(companyId);
    }

    @GetMapping("/funds/{fundId}")
    @Requires(Right.VIEW)
    PettyCashViews.FundView fund(@PathVariable long companyId, @PathVariable long fundId) {
        return views.fund(companyId, fundId);
    }

    /** The drawer with a new one's identifier. */
    @PostMapping("/funds")
    @Requires(Right.ADMINISTER)
    @ResponseStatus(HttpStatus.CREATED)
    PettyCashViews.FundView make(
            @PathVariable long companyId, @RequestBody @Valid FundSetUp.NewFund body, Actor actor) {
        return views.fund(companyId, setUp.make(companyId, body, actor.name()));
    }

    @PutMapping("/funds/{fundId}")
    @Requires(Right.ADMINISTER)
    PettyCashViews.FundView change(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestBody @Valid FundSetUp.ChangedFund body,
            Actor actor) {
        setUp.change(companyId, fundId, body, actor.name());
        return views.fund(companyId, fundId);
    }

    record FloatAmount(
            @NotNull @Size(max = 40) String amount, @NotNull LocalDate date) {}

    @PostMapping("/funds/{fundId}/float")
    @Requires(Right.ADMINISTER)
    PettyCashViews.FundView changeFloat(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestBody @Valid FloatAmount body,
            Actor actor) {
        setUp.changeFloat(companyId, fundId, body.amount(), body.date(), actor.name());
        return views.fund(companyId, fundId);
    }

    /** A purpose, new or changed. */
    @PostMapping("/funds/{fundId}/purposes")
    @Requires(Right.ADMINISTER)
    PettyCashViews.FundView keepPurpose(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestBody @Valid FundSetUp.Purpose body,
            Actor actor) {
        setUp.keep(companyId, fundId, body, actor.name());
        return views.fund(companyId, fundId);
    }

    /** The span that the day is in; where {@code to} is given, from the day to that one. */
    @GetMapping("/funds/{fundId}/book")
    @Requires(Right.VIEW)
    PettyCashViews.DrawerBook book(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestParam LocalDate day,
            @RequestParam(defaultValue = "WEEK") BookSpan span,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "") @Size(max = 100) String text) {
        return to == null
                ? views.book(companyId, fundId, span, day, text)
                : views.book(companyId, fundId, day, to, text);
    }

    /** The same as a table. */
    @GetMapping("/funds/{fundId}/book/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "petty-cash",
                        List.of(
                                "day",
                                "paper_day",
                                "number",
                                "kind",
                                "who",
                                "text",
                                "purpose",
                                "cost_centre",
                                "quantity",
                                "tags",
                                "in",
                                "out",
                                "in_the_drawer"),
                        List.of(10, 11, 12),
                        views.whole(companyId, fundId, from, to).rows().stream()
                                .map(r -> List.of(
                                        r.day().toString(),
                                        r.paperDay().toString(),
                                        r.number(),
                                        r.kindWords(),
                                        r.who(),
                                        r.text(),
                                        r.purpose(),
                                        r.costCentre(),
                                        r.quantity(),
                                        r.tags(),
                                        r.in(),
                                        r.out(),
                                        r.holds()))
                                .toList())
                .as(form);
    }

    /**
     * What was booked, and the drawer after it.
     *
     * @param moveId of the voucher; 0 where it is a preview
     * @param tax in it, decimal text; empty for none
     */
    public record VoucherMade(long moveId, String tax, LedgerViews.BookedView booked, PettyCashViews.FundView fund) {}

    private VoucherMade shown(long companyId, long fundId, Vouchers.Made made, boolean preview) {
        PettyCashViews.FundView fund = views.fund(companyId, fundId);
        return new VoucherMade(
                preview ? 0 : made.moveId(),
                made.tax() == 0 ? "" : views.amount(companyId, made.tax()),
                ledgerViews.shown(companyId, made.booked(), preview),
                fund);
    }

    @PostMapping("/vouchers")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public VoucherMade voucher(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Vouchers.NewVoucher body,
            Actor actor) {
        return shown(companyId, body.fundId(), vouchers.book(companyId, body, actor.name()), preview);
    }

    /** A voucher above the limit of its purpose: kept as a draft, and a second person is asked. */
    @PostMapping("/vouchers/asking")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    Drafts.DraftView ask(@PathVariable long companyId, @RequestBody @Valid Vouchers.NewVoucher body, Actor actor) {
        return approval.ask(companyId, body, actor);
    }

    @PostMapping("/funds/{fundId}/top-ups")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public VoucherMade topUp(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid TopUps.NewTopUp body,
            Actor actor) {
        return shown(companyId, fundId, topUps.make(companyId, fundId, body, actor), preview);
    }

    /** Gives cash for a check, which lies in the drawer from then on; nothing is booked. */
    @PostMapping("/funds/{fundId}/checks")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    PettyCashViews.FundView cashCheck(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestBody @Valid DrawerChecks.CashedCheck body,
            Actor actor) {
        checks.cash(companyId, fundId, body, actor.name());
        return views.fund(companyId, fundId);
    }

    /** The check goes back to who brought it, and its cash into the drawer. */
    @PostMapping("/moves/{moveId}/check-back")
    @Requires(Right.PREPARE)
    void checkBack(
            @PathVariable long companyId, @PathVariable long moveId, @RequestBody @Valid ArrivedOn body, Actor actor) {
        checks.giveBack(companyId, moveId, body.date(), actor.name());
    }

    /** Cash and checks that go to the bank: receipts in hand from then on. */
    @PostMapping("/funds/{fundId}/to-bank")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public VoucherMade toBank(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid DrawerChecks.ToBank body,
            Actor actor) {
        return shown(companyId, fundId, checks.toBank(companyId, fundId, body, actor.name()), preview);
    }

    /** Books a CSV file of vouchers, all or nothing. */
    @PostMapping("/funds/{fundId}/voucher-files")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public LedgerViews.BookedView voucherFile(
            @PathVariable long companyId,
            @PathVariable long fundId,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "false") boolean preview,
            Actor actor)
            throws IOException {
        return ledgerViews.shown(
                companyId, files.book(companyId, fundId, UploadedText.of(file), actor.name()), preview);
    }

    record ArrivedOn(@NotNull LocalDate date) {}

    /** The cash of a top-up is in the drawer. */
    @PostMapping("/moves/{moveId}/arrived")
    @Requires(Right.PREPARE)
    void arrived(
            @PathVariable long companyId, @PathVariable long moveId, @RequestBody @Valid ArrivedOn body, Actor actor) {
        topUps.arrived(companyId, moveId, body.date(), actor.name());
    }

    /** It was not in the drawer after all. */
    @PostMapping("/moves/{moveId}/not-arrived")
    @Requires(Right.PREPARE)
    void notArrived(
            @PathVariable long companyId, @PathVariable long moveId, @RequestBody @Valid ArrivedOn body, Actor actor) {
        topUps.notArrived(companyId, moveId, body.date(), actor.name());
    }

    record Begin(boolean surprise) {}

    @PostMapping("/funds/{fundId}/counts")
    @Requires(Right.PREPARE)
    PettyCashViews.DrawerCountView begin(
            @PathVariable long companyId, @PathVariable long fundId, @RequestBody Begin body, Actor actor) {
        return count(companyId, counts.begin(companyId, fundId, body.surprise(), actor.name()));
    }

    @GetMapping("/funds/{fundId}/counts")
    @Requires(Right.VIEW)
    PettyCashViews.CountList counts(@PathVariable long companyId, @PathVariable long fundId) {
        return views.counts(companyId, fundId);
    }

    @GetMapping("/counts/{countId}")
    @Requires(Right.VIEW)
    PettyCashViews.DrawerCountView count(@PathVariable long companyId, @PathVariable long countId) {
        return views.count(companyId, counts.get(companyId, countId));
    }

    /** @param pieces how many of each, by the value of one in minor units; {@code done} of a surprise count: that is all */
    record Pieces(
            @NotNull @Size(max = 40) Map<Long, Integer> pieces,
            @Nullable Boolean done) {}

    @PutMapping("/counts/{countId}")
    @Requires(Right.PREPARE)
    PettyCashViews.DrawerCountView enter(
            @PathVariable long companyId, @PathVariable long countId, @RequestBody @Valid Pieces body, Actor actor) {
        counts.enter(companyId, countId, body.pieces(), Boolean.TRUE.equals(body.done()), actor.name());
        return count(companyId, countId);
    }

    @PostMapping("/counts/{countId}/close")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView close(
            @PathVariable long companyId,
            @PathVariable long countId,
            @RequestParam(defaultValue = "false") boolean preview,
            Actor actor) {
        return ledgerViews.shown(companyId, counts.close(companyId, countId, actor.name()), preview);
    }

    /** The count is given up; nothing is booked. */
    @PostMapping("/counts/{countId}/leave")
    @Requires(Right.PREPARE)
    PettyCashViews.DrawerCountView leave(@PathVariable long companyId, @PathVariable long countId, Actor actor) {
        counts.leave(companyId, countId, actor.name());
        return count(companyId, countId);
    }
}
