package tidemark.app.deposit;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
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
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.party.Receipts;
import tidemark.app.print.PrintedSheet;
import tidemark.core.deposit.CashPieces;
import tidemark.core.deposit.DepositCount;
import tidemark.core.deposit.SlipBooking;
import tidemark.core.deposit.SlipPartition;
import tidemark.core.deposit.SlipState;
import tidemark.core.ledger.TaxedLine;
import tidemark.core.money.MinorUnits;

/** Deposit slips over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class DepositController {
    private final DepositSlips slips;
    private final SlipBankings bankings;
    private final SlipPrints prints;
    private final SlipOverLines overLines;
    private final Companies companies;
    private final BankAccounts bankAccounts;
    private final LedgerViews ledgerViews;

    DepositController(
            DepositSlips slips,
            SlipBankings bankings,
            SlipPrints prints,
            SlipOverLines overLines,
            Companies companies,
            BankAccounts bankAccounts,
            LedgerViews ledgerViews) {
        this.slips = slips;
        this.bankings = bankings;
        this.prints = prints;
        this.overLines = overLines;
        this.companies = companies;
        this.bankAccounts = bankAccounts;
        this.ledgerViews = ledgerViews;
    }

    /**
     * A slip in a list; amounts as decimal text of the company's currency.
     *
     * @param paperDate the date on the slip
     * @param takenOn the day it was taken to the bank; absent before
     * @param receipts how many are on it
     * @param version that a change is made on
     */
    public record SlipRow(
            long id,
            String number,
            long bankAccountId,
            String account,
            @Nullable Long siteId,
            LocalDate paperDate,
            @Nullable LocalDate takenOn,
            SlipState state,
            int receipts,
            String total,
            String madeBy,
            Instant madeAt,
            int version) {}

    private SlipRow row(DepositSlip s, DepositSlips.Sum sum) {
        return new SlipRow(
                s.id(),
                s.number(),
                s.bankAccountId(),
                bankAccounts.get(s.companyId(), s.bankAccountId()).name(),
                s.siteId(),
                s.paperDate(),
                s.takenOn(),
                s.state(),
                sum.count(),
                MinorUnits.toDecimal(
                        sum.minorUnits(), companies.get(s.companyId()).baseCurrency()),
                s.madeBy(),
                s.madeAt(),
                s.version());
    }

    /** @param next what to ask before for the following page; absent on the last */
    public record SlipPage(List<SlipRow> rows, @Nullable Long next) {}

    private static DepositSlips.Filter filter(
            @Nullable Long account,
            @Nullable List<SlipState> states,
            @Nullable LocalDate from,
            @Nullable LocalDate to) {
        return new DepositSlips.Filter(account, states == null ? List.of() : states, from, to);
    }

    @GetMapping("/deposit-slips")
    @Requires(Right.VIEW)
    SlipPage slips(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long account,
            @RequestParam(required = false) @Nullable List<SlipState> state,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @RequestParam(defaultValue = "100") int limit) {
        int most = Math.max(1, Math.min(limit, 500));
        List<SlipRow> rows = rows(companyId, before, filter(account, state, from, to), most + 1);
        return new SlipPage(
                rows.stream().limit(most).toList(),
                rows.size() > most ? rows.get(most - 1).id() : null);
    }

    private List<SlipRow> rows(long companyId, long before, DepositSlips.Filter filter, int most) {
        List<DepositSlip> found = slips.page(companyId, before, filter, most);
        Map<Long, DepositSlips.Sum> sums =
                slips.sums(found.stream().map(DepositSlip::id).toList());
        return found.stream()
                .map(s -> row(s, sums.getOrDefault(s.id(), DepositSlips.Sum.NOTHING)))
                .toList();
    }

    /** The register of slips as a table. */
    @GetMapping("/deposit-slips/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> register(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long account,
            @RequestParam(required = false) @Nullable List<SlipState> state,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "deposit-slips",
                        List.of("number", "account", "paper_date", "taken_on", "state", "receipts", "total", "made_by"),
                        List.of(6),
                        rows(companyId, Long.MAX_VALUE, filter(account, state, from, to), TableFile.MOST_ROWS + 1)
                                .stream()
                                .map(r -> List.of(
                                        r.number(),
                                        r.account(),
                                        r.paperDate().toString(),
                                        r.takenOn() == null ? "" : r.takenOn().toString(),
                                        r.state().words(),
                                        String.valueOf(r.receipts()),
                                        r.total(),
                                        r.madeBy()))
                                .toList())
                .as(form);
    }

    /**
     * What explains something that does not agree.
     *
     * @param receiptId the receipt it is about, with its amount
     */
    public record CountExplanation(
            DepositCount.Explanation.Kind kind,
            @Nullable Long receiptId,
            @Nullable String amount,
            String words) {}

    /**
     * One thing that does not agree; more than one explanation says that it cannot be told.
     *
     * @param keyed the place among the keyed amounts, from 0; absent for a receipt that was not keyed
     */
    public record CountLeftover(@Nullable Integer keyed, List<CountExplanation> explanations) {}

    /** A note or coin of the currency, how many of it were counted, and what they come to. */
    public record PieceCount(String value, int count, String amount) {}

    /**
     * What was counted; amounts as decimal text.
     *
     * @param found for each keyed amount the receipt it found; 0 for none
     * @param checksTotal what the keyed checks come to
     * @param cashTotal what the counted cash comes to
     * @param apart counted less what is on the slip; below zero where too little was counted
     */
    public record CountView(
            List<String> checks,
            List<Long> found,
            List<CountLeftover> leftovers,
            String checksTotal,
            String cashTotal,
            String total,
            String apart,
            String checksApart,
            String cashApart,
            boolean agrees) {}

    /** What the bank keeps back, gross. */
    record SlipCharge(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String gross,
            @Nullable @Size(max = 40) String taxCode,
            @Nullable @Size(max = 40) String costCentre,
            @Nullable @Size(max = 400) String text) {}

    /** Cash that stays in a drawer, on the account of that drawer. */
    record SlipKept(
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 40) String amount) {}

    /**
     * A slip whole.
     *
     * @param counts whether it is banked only when what was counted agrees with what is on it
     * @param pieces notes and coins of the currency, the largest first
     * @param takenOn the day it is to be taken to the bank, as it was left
     */
    public record SlipView(
            SlipRow slip,
            String bagNumber,
            String note,
            @Nullable Long entryId,
            List<ReceiptsInHandController.HandReceipt> receipts,
            String total,
            boolean counts,
            List<PieceCount> pieces,
            @Nullable CountView count,
            @Nullable LocalDate takenOn,
            List<SlipCharge> charges,
            List<SlipKept> keptBack) {}

    private SlipView view(Slips.Standing s, long companyId) {
        Company company = companies.get(companyId);
        LocalDate today = companies.today(companyId);
        Slips.Counted counted = s.counted();
        Map<Long, Integer> pieces = counted == null ? Map.of() : counted.pieces();
        return new SlipView(
                row(s.slip(), new DepositSlips.Sum(s.receipts().size(), s.total())),
                s.slip().bagNumber(),
                s.slip().note(),
                s.slip().journalEntryId(),
                s.receipts().stream()
                        .map(r -> ReceiptsInHandController.HandReceipt.of(r, company, today))
                        .toList(),
                MinorUnits.toDecimal(s.total(), company.baseCurrency()),
                s.receipts().stream().anyMatch(r -> r.tender().isCounted()),
                CashPieces.inUse(company.baseCurrency()).stream()
                        .map(v -> new PieceCount(
                                MinorUnits.toDecimal(v, company.baseCurrency()),
                                pieces.getOrDefault(v, 0),
                                MinorUnits.toDecimal(
                                        new CashPieces(Map.of(v, pieces.getOrDefault(v, 0))).total(),
                                        company.baseCurrency())))
                        .toList(),
                count(s, company),
                s.prepared().day(),
                s.prepared().charges().stream()
                        .map(c -> new SlipCharge(
                                c.accountCode(),
                                MinorUnits.toDecimal(c.gross(), company.baseCurrency()),
                                c.taxCode(),
                                c.costCentre(),
                                c.text()))
                        .toList(),
                s.prepared().keptBack().stream()
                        .map(k -> new SlipKept(
                                k.drawerCode(), MinorUnits.toDecimal(k.minorUnits(), company.baseCurrency())))
                        .toList());
    }

    private static @Nullable CountView count(Slips.Standing s, Company company) {
        DepositCount count = s.count();
        Slips.Counted counted = s.counted();
        if (count == null || counted == null) {
            return null;
        }
        return new CountView(
                counted.checks().stream()
                        .map(c -> MinorUnits.toDecimal(c, company.baseCurrency()))
                        .toList(),
                count.found().stream().map(id -> Math.max(0, id)).toList(),
                count.leftovers().stream()
                        .map(l -> new CountLeftover(
                                l.keyed() < 0 ? null : l.keyed(),
                                l.explanations().stream()
                                        .map(e -> explanation(e, company))
                                        .toList()))
                        .toList(),
                MinorUnits.toDecimal(count.checks(), company.baseCurrency()),
                MinorUnits.toDecimal(count.cash(), company.baseCurrency()),
                MinorUnits.toDecimal(count.total(), company.baseCurrency()),
                MinorUnits.toDecimal(count.apart(), company.baseCurrency()),
                MinorUnits.toDecimal(count.checksApart(), company.baseCurrency()),
                MinorUnits.toDecimal(count.cashApart(), company.baseCurrency()),
                count.agrees());
    }

    private static CountExplanation explanation(DepositCount.Explanation e, Company company) {
        return new CountExplanation(
                e.kind(),
                e.about().map(DepositCount.Receipt::id).orElse(null),
                e.about()
                        .map(r -> MinorUnits.toDecimal(r.minorUnits(), company.baseCurrency()))
                        .orElse(null),
                DepositCount.told(e, company.baseCurrency()));
    }

    record PrintOn(PrintedSheet.@NotNull Paper paper) {}

    /** The slip as the bank takes it, as a PDF; recorded, and from the second time on marked as a copy. */
    @PostMapping("/deposit-slips/{slipId}/print")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> print(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid PrintOn body, Actor actor) {
        return TableFile.file(
                "deposit-slip.pdf",
                MediaType.APPLICATION_PDF,
                prints.print(companyId, slipId, body.paper(), actor.name()));
    }

    @GetMapping("/deposit-slips/{slipId}")
    @Requires(Right.VIEW)
    SlipView slip(@PathVariable long companyId, @PathVariable long slipId) {
        return view(slips.standing(companyId, slipId), companyId);
    }

    /** @param number that is printed on it; absent for the next of the company's slips */
    record NewSlip(
            long bankAccountId,
            @Nullable Long siteId,
            @Nullable @Size(max = 40) String number,
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
                        body.number() == null ? "" : body.number(),
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

    /** Books what was no receipt yet, and puts it on the slip in the same step. */
    @PostMapping("/deposit-slips/{slipId}/new-receipts")
    @Requires(Right.PREPARE)
    @Transactional
    public SlipView addNew(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestBody @Valid Receipts.NewReceipt body,
            Actor actor) {
        return view(slips.addNew(companyId, slipId, body, actor.name()), companyId);
    }

    /**
     * @param pieces how many of each note and coin, by its value as decimal text
     * @param version of the slip that was seen; absent to overwrite whatever was counted
     */
    record SlipCount(
            @Nullable Integer version,
            @NotNull @Size(max = 5000) List<@NotNull @Size(max = 40) String> checks,
            @NotNull @Size(max = 40) Map<String, @NotNull Integer> pieces) {}

    @PostMapping("/deposit-slips/{slipId}/count")
    @Requires(Right.PREPARE)
    SlipView count(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipCount body, Actor actor) {
        return view(
                slips.count(companyId, slipId, body.version(), body.checks(), body.pieces(), actor.name()), companyId);
    }

    /** @param version of the slip that was seen */
    record SlipBanking(
            @Nullable Integer version,
            @NotNull LocalDate day,
            @NotNull @Size(max = 20) List<@Valid SlipCharge> charges,
            @Nullable @Size(max = 20) List<@Valid SlipKept> keptBack) {}

    private Slips.Prepared prepared(
            long companyId, @Nullable LocalDate day, List<SlipCharge> charges, @Nullable List<SlipKept> keptBack) {
        Company company = companies.get(companyId);
        return new Slips.Prepared(
                day,
                charges.stream()
                        .map(c -> new TaxedLine(
                                c.account(),
                                Ledger.amount(c.gross(), company, "charges"),
                                c.taxCode() == null ? "" : c.taxCode(),
                                c.costCentre() == null ? "" : c.costCentre(),
                                c.text() == null ? "" : c.text()))
                        .toList(),
                (keptBack == null ? List.<SlipKept>of() : keptBack)
                        .stream()
                                .map(k -> new SlipBooking.KeptBack(
                                        k.account(), Ledger.amount(k.amount(), company, "keptBack")))
                                .toList());
    }

    /** What is written on the slip and known of it before it is banked. */
    record SlipPaper(
            @Nullable Integer version,
            @NotNull LocalDate paperDate,
            @NotNull @Size(max = 40) String bagNumber,
            @NotNull @Size(max = 400) String note,
            @Nullable LocalDate takenOn,
            @NotNull @Size(max = 20) List<@Valid SlipCharge> charges,
            @NotNull @Size(max = 20) List<@Valid SlipKept> keptBack) {}

    /** Keeps it, so that the slip can be left and taken up by somebody else. */
    @PutMapping("/deposit-slips/{slipId}")
    @Requires(Right.PREPARE)
    SlipView prepare(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipPaper body, Actor actor) {
        return view(
                slips.prepare(
                        companyId,
                        slipId,
                        body.version(),
                        new Slips.Paper(body.paperDate(), body.bagNumber(), body.note()),
                        prepared(companyId, body.takenOn(), body.charges(), body.keptBack()),
                        actor.name()),
                companyId);
    }

    @PostMapping("/deposit-slips/{slipId}/banking")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView bank(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid SlipBanking body,
            Actor actor) {
        Slips.Prepared prepared = prepared(companyId, body.day(), body.charges(), body.keptBack());
        return ledgerViews.shown(
                companyId, bankings.bank(companyId, slipId, body.version(), prepared, actor.name()), preview);
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
        return ledgerViews.shown(companyId, bankings.takeApart(companyId, slipId, body.date(), actor.name()), preview);
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
        return ledgerViews.shown(
                companyId, bankings.putDayRight(companyId, slipId, body.date(), actor.name()), preview);
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

    @PostMapping("/deposit-slips/{slipId}/split")
    @Requires(Right.PREPARE)
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
    @GetMapping("/deposit-slips/over-lines")
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
    @PostMapping("/deposit-slips/{slipId}/over-lines")
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

    @PostMapping("/deposit-slips/{slipId}/discard")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(@PathVariable long companyId, @PathVariable long slipId, Actor actor) {
        slips.discard(companyId, slipId, actor.name());
    }
}
