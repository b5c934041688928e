package tidemark.app.deposit;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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
import tidemark.app.company.Company;
import tidemark.app.ledger.LedgerViews;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.money.MinorUnits;

/** What books a slip, puts it right and takes it apart, over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/deposit-slips")
public class SlipBankingController {
    private final DepositSlips slips;
    private final SlipBankings bankings;
    private final SlipOverLines overLines;
    private final LineDeposits lineDeposits;
    private final SlipViews views;
    private final Companies companies;
    private final LedgerViews ledgerViews;

    SlipBankingController(
            DepositSlips slips,
            SlipBankings bankings,
            SlipOverLines overLines,
            LineDeposits lineDeposits,
            SlipViews views,
            Companies companies,
            LedgerViews ledgerViews) {
        this.slips = slips;
        this.bankings = bankings;
        this.overLines = overLines;
        this.lineDeposits = lineDeposits;
        this.views = views;
        this.companies = companies;
        this.ledgerViews = ledgerViews;
    }

    /** @param version of the slip that was seen */
    record SlipBanking(
            @Nullable Integer version,
            @NotNull LocalDate day,
            @NotNull @Size(max = 20) List<SlipViews.@Valid SlipCharge> charges,
            @Nullable @Size(max = 20) List<SlipViews.@Valid SlipKept> keptBack) {}

    @PostMapping("/{slipId}/banking")
    @Requires(Right.BANK)
    @Transactional
    public LedgerViews.BookedView bank(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipBanking body,
            Actor actor) {
        Slips.Prepared prepared = views.prepared(companyId, body.day(), body.charges(), body.keptBack());
        return ledgerViews.shown(
                companyId, bankings.bank(companyId, slipId, body.version(), prepared, actor.name()), preview);
    }

    record SlipApart(@NotNull LocalDate date) {}

    @PostMapping("/{slipId}/taking-apart")
    @Requires(Right.BANK)
    @Transactional
    public LedgerViews.BookedView takeApart(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipApart body,
            Actor actor) {
        return ledgerViews.shown(companyId, bankings.takeApart(companyId, slipId, body.date(), actor.name()), preview);
    }

    /** Puts right on which day a banked slip was taken to the bank. */
    @PostMapping("/{slipId}/day")
    @Requires(Right.BANK)
    @Transactional
    public LedgerViews.BookedView putDayRight(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipApart body,
            Actor actor) {
        return ledgerViews.shown(
                companyId, bankings.putDayRight(companyId, slipId, body.date(), actor.name()), preview);
    }

    /**
     * @param parts for each amount in their order the receipts that make it; none where there is no way
     * @param several whether another way comes to the same amounts
     * @param complete false where there were too many ways to look at all
     */
    public record PartitionView(List<List<Long>> parts, boolean several, boolean complete) {}

    @GetMapping("/{slipId}/partition")
    @Requires(Right.VIEW)
    PartitionView partition(
            @PathVariable long companyId, @PathVariable long slipId, @RequestParam List<String> credits) {
        SlipPartition found = bankings.partition(companyId, slipId, credits);
        List<ReceiptInHand> on = slips.standing(companyId, slipId).receipts();
        return new PartitionView(
                found.parts().stream()
                        .map(part -> part.stream().map(i -> on.get(i).id()).toList())
                        .toList(),
                found.several(),
                found.complete());
    }

    /** @param receipts of the slip that go to a new one; at least one, never all */
    record SlipSplit(@NotNull @Size(max = 1000) List<@NotNull Long> receipts) {}

    public record SplitView(long slipId, LedgerViews.BookedView booked) {}

    @PostMapping("/{slipId}/split")
    @Requires(Right.BANK)
    @Transactional
    public SplitView split(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipSplit body,
            Actor actor) {
        SlipBankings.Split split = bankings.split(companyId, slipId, body.receipts(), actor.name());
        return new SplitView(split.slipId(), ledgerViews.shown(companyId, split.booked(), preview));
    }

    /** A line of the bank and the receipts that come to it. */
    public record SlipPart(
            long lineId, LocalDate date, String amount, List<ReceiptsInHandController.HandReceipt> receipts) {}

    /** @param several whether another way comes to the same amounts */
    public record SlipParts(long slipId, String number, List<SlipPart> parts, boolean several) {}

    /** How a slip, by its cash entry, goes over lines of the bank that credited it in parts; empty where it does not. */
    @GetMapping("/over-lines")
    @Requires(Right.VIEW)
    List<SlipParts> overLines(@PathVariable long companyId, @RequestParam long entry, @RequestParam List<Long> line) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        return overLines.proposal(companyId, entry, line).stream()
                .map(p -> new SlipParts(
                        p.slip().id(),
                        p.slip().number(),
                        p.parts().stream()
                                .map(part -> new SlipPart(
                                        part.lineId(),
                                        part.date(),
                                        MinorUnits.toDecimal(part.minorUnits(), company.baseCurrency()),
                                        part.receipts().stream()
                                                .map(r -> ReceiptsInHandController.HandReceipt.of(r, company, today))
                                                .toList()))
                                .toList(),
                        p.several()))
                .toList();
    }

    record SplitLines(@NotNull @Size(min = 2, max = 20) List<@NotNull Long> lines) {}

    /** Splits the slip over the lines that credited it, and matches each part with its line. */
    @PostMapping("/{slipId}/over-lines")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView splitOver(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SplitLines body,
            Actor actor) {
        return ledgerViews.shown(companyId, overLines.split(companyId, slipId, body.lines(), actor.name()), preview);
    }

    /** A banked slip that a line credits at another amount; apart is below zero where the bank credited less. */
    public record OtherSlip(long slipId, String number, String apart) {}

    /** @param several whether other receipts come to the line too */
    public record LineProposal(
            List<ReceiptsInHandController.HandReceipt> receipts, boolean several, List<OtherSlip> others) {}

    /** What of the desk may explain a line: receipts in hand that come to it, slips that it credits at another amount. */
    @GetMapping("/for-line")
    @Requires(Right.VIEW)
    LineProposal forLine(
            @PathVariable long companyId,
            @RequestParam long line,
            @RequestParam(required = false) @Nullable List<Long> entry) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        LineDeposits.Proposal found = lineDeposits.proposal(companyId, line, entry == null ? List.of() : entry);
        return new LineProposal(
                found.receipts().stream()
                        .map(r -> ReceiptsInHandController.HandReceipt.of(r, company, today))
                        .toList(),
                found.several(),
                found.others().stream()
                        .map(o -> new OtherSlip(
                                o.slip().id(),
                                o.slip().number(),
                                MinorUnits.toDecimal(o.apart(), company.baseCurrency())))
                        .toList());
    }

    record LineSlip(
            long line, @NotNull @Size(min = 1, max = 1000) List<@NotNull Long> receipts) {}

    /** Makes a slip of receipts that come to a line, banks it on its day and matches it. */
    @PostMapping("/for-line")
    @Requires(Right.PREPARE)
    @Transactional
    public SplitView makeForLine(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid LineSlip body,
            Actor actor) {
        LineDeposits.Made made = lineDeposits.make(companyId, body.line(), body.receipts(), actor.name());
        return new SplitView(made.slipId(), ledgerViews.shown(companyId, made.booked(), preview));
    }
}
