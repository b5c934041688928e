package tidemark.app.deposit;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.core.money.MinorUnits;
import tidemark.core.receipt.InHand;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;

/** Receipts in hand over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/receipts-in-hand")
public class ReceiptsInHandController {
    private static final int MOST = 2_000;

    private final HandReceipts receipts;
    private final Companies companies;
    private final LedgerViews ledgerViews;

    ReceiptsInHandController(HandReceipts receipts, Companies companies, LedgerViews ledgerViews) {
        this.receipts = receipts;
        this.companies = companies;
        this.ledgerViews = ledgerViews;
    }

    /**
     * A receipt; amounts as decimal text of the company's currency.
     *
     * @param entryId that it was booked by; absent while it is promised
     * @param tenderName of a tender that the company added; else empty
     * @param whatFor what it settles, or its text
     * @param paperDate the date on the check
     * @param days since it was received
     * @param slipId the slip it is on
     * @param heldByEntryId what holds a receipt that reached the bank another way
     */
    public record HandReceipt(
            long id,
            @Nullable Long entryId,
            @Nullable Long siteId,
            Tender tender,
            String tenderName,
            @Nullable Long partyId,
            String payer,
            String number,
            String whatFor,
            LocalDate receivedOn,
            LocalDate paperDate,
            long days,
            String amount,
            ReceiptState state,
            @Nullable Long slipId,
            @Nullable Long heldByEntryId) {
        static HandReceipt of(ReceiptInHand r, Company company, LocalDate today) {
            return new HandReceipt(
                    r.id(),
                    r.journalEntryId(),
                    r.siteId(),
                    r.tender(),
                    r.tenderName(),
                    r.partyId(),
                    r.payer(),
                    r.number(),
                    r.whatFor(),
                    r.receivedOn(),
                    r.paperDate(),
                    InHand.days(r.receivedOn(), today),
                    MinorUnits.toDecimal(r.minorUnits(), company.baseCurrency()),
                    r.state(),
                    r.depositSlipId(),
                    r.heldByEntryId());
        }
    }

    /** @param oldestDays the age of the oldest of them */
    public record HandGroup(
            @Nullable Long siteId, Tender tender, String tenderName, int count, String total, long oldestDays) {}

    /**
     * @param groups all that is in hand, whatever is listed
     * @param more whether there are more than are listed
     * @param warnings of sites that hold more cash than they may
     */
    public record HandView(
            List<HandReceipt> receipts,
            List<HandGroup> groups,
            int count,
            String total,
            boolean more,
            List<String> warnings) {}

    private static HandReceipts.Filter filter(
            @Nullable List<ReceiptState> states,
            @Nullable Long site,
            @Nullable Tender tender,
            @Nullable String tenderName,
            @Nullable Long party,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            String text) {
        return new HandReceipts.Filter(
                states == null ? List.of() : states, site, tender, tenderName, party, from, to, text);
    }

    /** Where no state is named: all that is in hand, on a slip or promised. */
    @GetMapping
    @Requires(Right.VIEW)
    HandView inHand(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable List<ReceiptState> state,
            @RequestParam(required = false) @Nullable Long site,
            @RequestParam(required = false) @Nullable Tender tender,
            @RequestParam(required = false) @Nullable String tenderName,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "500") int limit) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        int most = Math.max(1, Math.min(limit, MOST));
        List<ReceiptInHand> found =
                receipts.list(companyId, filter(state, site, tender, tenderName, party, from, to, text), most + 1);
        InHand hand = receipts.sums(companyId);
        return new HandView(
                found.stream()
                        .limit(most)
                        .map(r -> HandReceipt.of(r, company, today))
                        .toList(),
                hand.groups().stream()
                        .map(g -> new HandGroup(
                                g.site() == 0 ? null : g.site(),
                                g.tender(),
                                g.name(),
                                g.count(),
                                MinorUnits.toDecimal(g.total(), company.baseCurrency()),
                                g.oldestDays()))
                        .toList(),
                hand.groups().stream().mapToInt(InHand.Group::count).sum(),
                MinorUnits.toDecimal(hand.total(), company.baseCurrency()),
                found.size() > most,
                receipts.overLimit(companyId, hand));
    }

    /** The same as a table. */
    @GetMapping("/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable List<ReceiptState> state,
            @RequestParam(required = false) @Nullable Long site,
            @RequestParam(required = false) @Nullable Tender tender,
            @RequestParam(required = false) @Nullable String tenderName,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        return new TableFile(
                        "receipts-in-hand-" + today,
                        List.of("number", "tender", "from", "for", "received", "paper_date", "days", "state", "amount"),
                        List.of(8),
                        receipts
                                .list(
                                        companyId,
                                        filter(state, site, tender, tenderName, party, from, to, text),
                                        TableFile.MOST_ROWS + 1)
                                .stream()
                                .map(r -> HandReceipt.of(r, company, today))
                                .map(r -> List.of(
                                        r.number(),
                                        r.tenderName().isEmpty() ? r.tender().words() : r.tenderName(),
                                        r.payer(),
                                        r.whatFor(),
                                        r.receivedOn().toString(),
                                        r.paperDate().toString(),
                                        String.valueOf(r.days()),
                                        r.state().words(),
                                        r.amount()))
                                .toList())
                .as(form);
    }

    record RightAmount(@NotNull @Size(max = 40) String amount) {}

    /** @param receiptId the receipt that stands now */
    public record ReceiptCorrected(long receiptId, LedgerViews.BookedView booked) {}

    /** Puts the amount of a receipt right that is not banked. */
    @PostMapping("/{receiptId}/correction")
    @Requires(Right.RECEIVE)
    @Transactional
    public ReceiptCorrected correct(
            @PathVariable long companyId,
            @PathVariable long receiptId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid RightAmount body,
            Actor actor) {
        return corrected(companyId, receipts.correct(companyId, receiptId, body.amount(), actor.name()), preview);
    }

    private ReceiptCorrected corrected(long companyId, HandReceipts.Corrected made, boolean preview) {
        return new ReceiptCorrected(made.receiptId(), ledgerViews.shown(companyId, made.booked(), preview));
    }

    record TakenInOn(@NotNull LocalDate day) {}

    /** Books a promised receipt whose date has come. */
    @PostMapping("/{receiptId}/taking-in")
    @Requires(Right.RECEIVE)
    @Transactional
    public ReceiptCorrected takeIn(
            @PathVariable long companyId,
            @PathVariable long receiptId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid TakenInOn body,
            Actor actor) {
        return corrected(companyId, receipts.takeIn(companyId, receiptId, body.day(), actor.name()), preview);
    }

    /** Gives a promised receipt up. */
    @PostMapping("/{receiptId}/giving-up")
    @Requires(Right.RECEIVE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void giveUp(@PathVariable long companyId, @PathVariable long receiptId, Actor actor) {
        receipts.giveUp(companyId, receiptId, actor.name());
    }

    /** @param entryId that holds them already */
    record Elsewhere(@NotEmpty @Size(max = 1000) List<@NotNull Long> receipts, long entryId) {}

    /** Takes receipts out of hand that reached the bank another way. */
    @PostMapping("/taking-out")
    @Requires(Right.RECEIVE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeOut(@PathVariable long companyId, @RequestBody @Valid Elsewhere body, Actor actor) {
        receipts.takeOut(companyId, body.receipts(), body.entryId(), actor.name());
    }

    /** Puts one back that was taken out by mistake. */
    @PostMapping("/{receiptId}/putting-back")
    @Requires(Right.RECEIVE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putBack(@PathVariable long companyId, @PathVariable long receiptId, Actor actor) {
        receipts.putBack(companyId, receiptId, actor.name());
    }
}
