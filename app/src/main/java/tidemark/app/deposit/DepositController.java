package tidemark.app.deposit;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
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
import tidemark.app.ledger.TableFile;
import tidemark.app.party.Receipts;
import tidemark.app.print.PrintedSheet;
import tidemark.core.deposit.SlipState;

/** Deposit slips over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class DepositController {
    private final DepositSlips slips;
    private final SlipPrints prints;
    private final SlipViews views;

    DepositController(DepositSlips slips, SlipPrints prints, SlipViews views) {
        this.slips = slips;
        this.prints = prints;
        this.views = views;
    }

    /** @param next what to ask before for the following page; absent on the last */
    public record SlipPage(
            List<SlipViews.SlipRow> rows, @Nullable Long next) {}

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
        List<SlipViews.SlipRow> rows = rows(companyId, before, filter(account, state, from, to), most + 1);
        return new SlipPage(
                rows.stream().limit(most).toList(),
                rows.size() > most ? rows.get(most - 1).id() : null);
    }

    private List<SlipViews.SlipRow> rows(long companyId, long before, DepositSlips.Filter filter, int most) {
        List<DepositSlip> found = slips.page(companyId, before, filter, most);
        Map<Long, DepositSlips.Sum> sums =
                slips.sums(found.stream().map(DepositSlip::id).toList());
        return found.stream()
                .map(s -> views.row(s, sums.getOrDefault(s.id(), DepositSlips.Sum.NOTHING)))
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

    /** The register of slips to print, at most a thousand of them. */
    @GetMapping("/deposit-slips/register")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> printedRegister(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable Long account,
            @RequestParam(required = false) @Nullable List<SlipState> state,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return TableFile.file(
                "deposit-slips.pdf",
                MediaType.APPLICATION_PDF,
                prints.register(
                        companyId,
                        paper,
                        rows(companyId, Long.MAX_VALUE, filter(account, state, from, to), 1_000),
                        actor.name()));
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
    SlipViews.SlipView slip(@PathVariable long companyId, @PathVariable long slipId) {
        return views.view(slips.standing(companyId, slipId), companyId);
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
    @Requires(Right.BANK)
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
    @Requires(Right.BANK)
    SlipViews.SlipView change(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipChange body, Actor actor) {
        return views.view(slips.change(companyId, slipId, body.put(), body.take(), actor.name()), companyId);
    }

    /** Books what was no receipt yet, and puts it on the slip in the same step. */
    @PostMapping("/deposit-slips/{slipId}/new-receipts")
    @Requires(Right.RECEIVE)
    @Transactional
    public SlipViews.SlipView addNew(
            @PathVariable long companyId,
            @PathVariable long slipId,
            @RequestBody @Valid Receipts.NewReceipt body,
            Actor actor) {
        return views.view(slips.addNew(companyId, slipId, body, actor.name()), companyId);
    }

    /**
     * @param pieces how many of each note and coin, by its value as decimal text
     * @param cash as one total in place of the pieces, where the company counts it so
     * @param version of the slip that was seen; absent to overwrite whatever was counted
     */
    record SlipCount(
            @Nullable Integer version,
            @NotNull @Size(max = 5000) List<@NotNull @Size(max = 40) String> checks,
            @NotNull @Size(max = 40) Map<String, @NotNull Integer> pieces,
            @Nullable @Size(max = 40) String cash) {}

    @PostMapping("/deposit-slips/{slipId}/count")
    @Requires(value = Right.COUNT, also = Right.VIEW)
    SlipViews.SlipView count(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipCount body, Actor actor) {
        return views.view(
                slips.count(
                        companyId,
                        slipId,
                        new DepositSlips.Keyed(body.version(), body.checks(), body.pieces(), body.cash(), false),
                        actor.name()),
                companyId);
    }

    /** What is written on the slip and known of it before it is banked. */
    record SlipPaper(
            @Nullable Integer version,
            @NotNull LocalDate paperDate,
            @NotNull @Size(max = 40) String bagNumber,
            @NotNull @Size(max = 400) String note,
            @Nullable LocalDate takenOn,
            @NotNull @Size(max = 20) List<SlipViews.@Valid SlipCharge> charges,
            @NotNull @Size(max = 20) List<SlipViews.@Valid SlipKept> keptBack) {}

    /** Keeps it, so that the slip can be left and taken up by somebody else. */
    @PutMapping("/deposit-slips/{slipId}")
    @Requires(Right.BANK)
    SlipViews.SlipView prepare(
            @PathVariable long companyId, @PathVariable long slipId, @RequestBody @Valid SlipPaper body, Actor actor) {
        return views.view(
                slips.prepare(
                        companyId,
                        slipId,
                        body.version(),
                        new Slips.Paper(body.paperDate(), body.bagNumber(), body.note()),
                        views.prepared(companyId, body.takenOn(), body.charges(), body.keptBack()),
                        actor.name()),
                companyId);
    }

    @PostMapping("/deposit-slips/{slipId}/discard")
    @Requires(Right.BANK)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discard(@PathVariable long companyId, @PathVariable long slipId, Actor actor) {
        slips.discard(companyId, slipId, actor.name());
    }
}
