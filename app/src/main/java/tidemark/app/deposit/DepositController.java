package tidemark.app.deposit;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
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
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.deposit.SlipState;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;
import tidemark.core.receipt.InHand;
import tidemark.core.receipt.ReceiptState;
import tidemark.core.receipt.Tender;

/** Receipts in hand and deposit slips over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class DepositController {
    private static final int MOST = 2_000;

    private final DepositSlips slips;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final LedgerViews ledgerViews;

    DepositController(DepositSlips slips, Companies companies, BankAccounts bankAccounts, LedgerViews ledgerViews) {
        this.slips = slips;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.ledgerViews = ledgerViews;
    }

    /** Amounts as decimal text of the company's currency. */
    public record HandReceipt(
            long id,
            long entryId,
            @Nullable Long siteId,
            Tender tender,
            String payer,
            String number,
            LocalDate receivedOn,
            String amount,
            ReceiptState state,
            @Nullable Long slipId) {}

    /** @param oldestDays the age of the oldest of them */
    public record HandGroup(@Nullable Long siteId, Tender tender, int count, String total, long oldestDays) {}

    /** @param more whether there are more than are listed; the sums are of those listed */
    public record HandView(List<HandReceipt> receipts, List<HandGroup> groups, String total, boolean more) {}

    @GetMapping("/receipts-in-hand")
    @Requires(Right.VIEW)
    HandView inHand(@PathVariable long companyId) {
        Company company = companies.get(companyId);
        List<ReceiptInHand> all = slips.inHand(companyId, MOST + 1);
        List<ReceiptInHand> listed = all.stream().limit(MOST).toList();
        InHand hand = InHand.of(
                listed.stream()
                        .map(r -> new InHand.Item(
                                r.siteId() == null ? 0 : r.siteId(), r.tender(), r.receivedOn(), r.minorUnits()))
                        .toList(),
                companies.today(companyId));
        return new HandView(
                listed.stream().map(r -> view(r, company)).toList(),
                hand.groups().stream()
                        .map(g -> new HandGroup(
                                g.site() == 0 ? null : g.site(),
                                g.tender(),
                                g.count(),
                                MinorUnits.toDecimal(g.total(), company.baseCurrency()),
                                g.oldestDays()))
                        .toList(),
                MinorUnits.toDecimal(hand.total(), company.baseCurrency()),
                all.size() > MOST);
    }

    private static HandReceipt view(ReceiptInHand r, Company company) {
        return new HandReceipt(
                r.id(),
                r.journalEntryId(),
                r.siteId(),
                r.tender(),
                r.payer(),
                r.number(),
                r.receivedOn(),
                MinorUnits.toDecimal(r.minorUnits(), company.baseCurrency()),
                r.state(),
                r.depositSlipId());
    }

    public record SlipRow(
            long id,
            String number,
            String account,
            @Nullable Long siteId,
            LocalDate paperDate,
            @Nullable LocalDate takenOn,
            SlipState state,
            String madeBy) {}

    private SlipRow row(DepositSlip s) {
        return new SlipRow(
                s.id(),
                s.number(),
                bankAccounts.get(s.companyId(), s.bankAccountId()).name(),
                s.siteId(),
                s.paperDate(),
                s.takenOn(),
                s.state(),
                s.madeBy());
    }

    @GetMapping("/deposit-slips")
    @Requires(Right.VIEW)
    List<SlipRow> slips(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @RequestParam(defaultValue = "100") int limit) {
        return slips.page(companyId, before, Math.max(1, Math.min(limit, 500))).stream()
                .map(this::row)
                .toList();
    }

    /** One thing that does not agree: each sentence explains it, and more than one says that it cannot be told. */
    public record CountLeftover(@Nullable Integer keyed, List<String> explanations) {}

    /** @param found for each keyed amount the receipt it found; 0 for none */
    public record CountView(
            List<String> checks,
            Map<String, Integer> pieces,
            List<Long> found,
            List<CountLeftover> leftovers,
            String checksApart,
            String cashApart,
            boolean agrees) {}

    public record SlipView(
            SlipRow slip,
            String bagNumber,
            String note,
            @Nullable Long entryId,
            List<HandReceipt> receipts,
            String total,
            @Nullable CountView count) {}

    private SlipView view(DepositSlips.Standing s, long companyId) {
        Company company = companies.get(companyId);
        return new SlipView(
                row(s.slip()),
                s.slip().bagNumber(),
                s.slip().note(),
                s.slip().journalEntryId(),
                s.receipts().stream().map(r -> view(r, company)).toList(),
                MinorUnits.toDecimal(s.total(), company.baseCurrency()),
                count(s, company));
    }

    private static @Nullable CountView count(DepositSlips.Standing s, Company company) {
        DepositCount count = s.count();
        DepositSlips.Counted counted = s.counted();
        if (count == null || counted == null) {
            return null;
        }
        Map<String, Integer> pieces = new java.util.LinkedHashMap<>();
        counted.pieces().forEach((v, n) -> pieces.put(MinorUnits.toDecimal(v, company.baseCurrency()), n));
        return new CountView(
                counted.checks().stream()
                        .map(c -> MinorUnits.toDecimal(c, company.baseCurrency()))
                        .toList(),
                pieces,
                count.found().stream().map(id -> Math.max(0, id)).toList(),
                count.leftovers().stream()
                        .map(l -> new CountLeftover(
                                l.keyed() < 0 ? null : l.keyed(),
                                l.explanations().stream()
                                        .map(e -> DepositCount.told(e, company.baseCurrency()))
                                        .toList()))
                        .toList(),
                MinorUnits.toDecimal(count.checksApart(), company.baseCurrency()),
                MinorUnits.toDecimal(count.cashApart(), company.baseCurrency()),
                count.agrees());
    }

    @GetMapping("/deposit-slips/{slipId}")
    @Requires(Right.VIEW)
    SlipView slip(@PathVariable long companyId, @PathVariable long slipId) {
        return view(slips.standing(companyId, slipId), companyId);
    }

    record NewSlip(
            long bankAccountId,
            @Nullable Long siteId,
            @NotNull LocalDate paperDate,
            @NotNull @Size(max = 40) String bagNumber,
            @NotNull @Size(max = 400) String note) {}

    public record SlipOpened(long id) {}

    @PostMapping("/deposit-slips")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    SlipOpened open(@PathVariable long companyId, @RequestBody @Valid NewSlip body, Actor actor) {
        return new SlipOpened(slips.open(
                        companyId,
                        body.bankAccountId(),
                        body.siteId(),
                        body.paperDate(),
                        body.bagNumber(),
                        body.note(),
                        actor.name())
                .id());
    }

    record SlipChange(
            @NotNull @Size(max = 1000) List<@NotNull Long> put,
            @NotNull @Size(max = 1000) List<@NotNull Long> take) {}

    @PostMapping("/deposit-slips/{slipId}/receipts")
    @Requires(Right.PREPARE)
    SlipView change(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipChange body, Actor actor) {
        return view(slips.change(companyId, slipId, body.put(), body.take(), actor.name()), companyId);
    }

    /** @param pieces how many of each note and coin, by its value as decimal text */
    record SlipCount(
            @NotNull @Size(max = 5000) List<@NotNull @Size(max = 40) String> checks,
            @NotNull @Size(max = 40) Map<String, @NotNull Integer> pieces) {}

    @PostMapping("/deposit-slips/{slipId}/count")
    @Requires(Right.PREPARE)
    SlipView count(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipCount body, Actor actor) {
        return view(slips.count(companyId, slipId, body.checks(), body.pieces(), actor.name()), companyId);
    }

    /** What the bank keeps back, gross. */
    record SlipCharge(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String gross,
            @Nullable @Size(max = 40) String taxCode,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 400) String text) {}

    record SlipBanking(
            @NotNull LocalDate day, @NotNull @Size(max = 20) List<@Valid SlipCharge> charges) {}

    @PostMapping("/deposit-slips/{slipId}/banking")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView bank(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipBanking body,
            Actor actor) {
        Company company = companies.get(companyId);
        List<TaxedLine> charges = body.charges().stream()
                .map(c -> new TaxedLine(
                        c.account(),
                        Ledger.amount(c.gross(), company, "charges"),
                        c.taxCode() == null ? "" : c.taxCode(),
                        c.costCentre() == null ? "" : c.costCentre(),
                        c.text() == null ? "" : c.text()))
                .toList();
        return ledgerViews.shown(companyId, slips.bank(companyId, slipId, body.day(), charges, actor.name()), preview);
    }

    record SlipApart(@NotNull LocalDate date) {}

    @PostMapping("/deposit-slips/{slipId}/taking-apart")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView takeApart(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipApart body,
            Actor actor) {
        return ledgerViews.shown(companyId, slips.takeApart(companyId, slipId, body.date(), actor.name()), preview);
    }

    /** Puts right on which day a banked slip was taken to the bank. */
    @PostMapping("/deposit-slips/{slipId}/day")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView putDayRight(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipApart body,
            Actor actor) {
        return ledgerViews.shown(companyId, slips.putDayRight(companyId, slipId, body.date(), actor.name()), preview);
    }

    /**
     * @param parts for each amount in their order the receipts that make it; none where there is no way
     * @param several whether another way comes to the same amounts
     * @param complete false where there were too many ways to look at all
     */
    public record PartitionView(List<List<Long>> parts, boolean several, boolean complete) {}

    @GetMapping("/deposit-slips/{slipId}/partition")
    @Requires(Right.VIEW)
    PartitionView partition(
            @PathVariable long companyId, @PathVariable long slipId, @RequestParam List<String> credits) {
        SlipPartition found = slips.partition(companyId, slipId, credits);
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

    @PostMapping("/deposit-slips/{slipId}/split")
    @Requires(Right.PREPARE)
    @Transactional
    public SplitView split(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipSplit body,
            Actor actor) {
        DepositSlips.Split split = slips.split(companyId, slipId, body.receipts(), actor.name());
        return new SplitView(split.slipId(), ledgerViews.shown(companyId, split.booked(), preview));
    }

    @PostMapping("/deposit-slips/{slipId}/discard")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(@PathVariable long companyId, @PathVariable long slipId, Actor actor) {
        slips.discard(companyId, slipId, actor.name());
    }
}
