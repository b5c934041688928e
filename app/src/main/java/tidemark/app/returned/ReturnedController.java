package tidemark.app.returned;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
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
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.app.print.PrintedSheet;
import tidemark.core.returned.ReturnReason;
import tidemark.core.returned.ReturnedState;

/** Returned items over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class ReturnedController {
    private static final int MOST = 500;

    private final ReturnBookings bookings;
    private final ReturnedItems items;
    private final ReturnedFates fates;
    private final ReturnedViews views;
    private final ReturnedSetUp setUp;
    private final ReturnedNotice notices;
    private final LedgerViews ledgerViews;

    ReturnedController(
            ReturnBookings bookings,
            ReturnedItems items,
            ReturnedFates fates,
            ReturnedViews views,
            ReturnedSetUp setUp,
            ReturnedNotice notices,
            LedgerViews ledgerViews) {
        this.bookings = bookings;
        this.items = items;
        this.fates = fates;
        this.views = views;
        this.setUp = setUp;
        this.notices = notices;
        this.ledgerViews = ledgerViews;
    }

    /** @param code as it is sent; {@code words} as it is read */
    record ReasonChoice(ReturnReason code, ReturnReason.Scheme scheme, String words, boolean mayBePresentedAgain) {}

    @GetMapping("/returned-items/reasons")
    @Requires(Right.VIEW)
    List<ReasonChoice> reasons(@PathVariable long companyId) {
        return Arrays.stream(ReturnReason.values())
                .map(r -> new ReasonChoice(r, r.scheme(), r.titled(), r.mayBePresentedAgain()))
                .toList();
    }

    private static List<ReturnedState> states(@Nullable List<ReturnedState> asked) {
        return asked == null || asked.isEmpty()
                ? List.copyOf(EnumSet.complementOf(EnumSet.of(ReturnedState.UNDONE)))
                : asked;
    }

    /** Where no state is named: all that were not undone. */
    @GetMapping("/returned-items")
    @Requires(Right.VIEW)
    ReturnedViews.ReturnedList list(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable List<ReturnedState> state,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable Long receipt,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to) {
        return views.list(companyId, states(state), party, receipt, from, to, MOST);
    }

    /** The same as a table. */
    @GetMapping("/returned-items/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable List<ReturnedState> state,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "returned-items",
                        List.of(
                                "returned_on",
                                "number",
                                "payer",
                                "account",
                                "amount",
                                "currency",
                                "bank_fee",
                                "our_fee",
                                "reason",
                                "state",
                                "days",
                                "owed",
                                "note"),
                        List.of(4, 6, 7, 11),
                        views
                                .list(companyId, states(state), party, null, from, to, TableFile.MOST_ROWS)
                                .items()
                                .stream()
                                .map(r -> List.of(
                                        r.returnedOn().toString(),
                                        r.number(),
                                        r.payer(),
                                        r.account(),
                                        r.amount(),
                                        r.currency(),
                                        r.bankFee(),
                                        r.ourFee(),
                                        r.reasonWords(),
                                        r.state().words(),
                                        String.valueOf(r.days()),
                                        r.owed(),
                                        r.note()))
                                .toList())
                .as(form);
    }

    @GetMapping("/returned-items/{itemId}")
    @Requires(Right.VIEW)
    ReturnedViews.ReturnedDetail get(@PathVariable long companyId, @PathVariable long itemId) {
        return views.get(companyId, itemId);
    }

    /** What a line of the bank that is not explained yet may take back; where {@code chosen}, although it does not look like it. */
    @GetMapping("/returned-items/for-line")
    @Requires(Right.VIEW)
    ReturnedViews.ReturnedProposal forLine(
            @PathVariable long companyId,
            @RequestParam long line,
            @RequestParam(defaultValue = "false") boolean chosen) {
        return views.proposal(companyId, line, chosen);
    }

    /** What was banked and may still come back. */
    @GetMapping("/returned-items/originals")
    @Requires(Right.VIEW)
    List<ReturnedViews.ReturnedOriginal> originals(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "") @Size(max = 100) String text,
            @RequestParam(required = false) @Nullable Long party,
            @RequestParam(required = false) @Nullable Long receipt,
            @RequestParam(required = false) @Nullable Long collection,
            @RequestParam(required = false) @Nullable Long entry) {
        return views.search(companyId, text, party, receipt, collection, entry);
    }

    /** @param itemIds of what came back; nothing where it is a preview */
    public record ReturnedMade(List<Long> itemIds, LedgerViews.BookedView booked) {}

    @PostMapping("/returned-items")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public ReturnedMade book(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ReturnSteps.CameBack body,
            Actor actor) {
        ReturnBookings.Made made = bookings.book(companyId, body, actor.name());
        LedgerViews.BookedView shown = ledgerViews.shown(companyId, made.booked(), preview);
        return new ReturnedMade(preview ? List.of() : made.itemIds(), shown);
    }

    record OnADay(@NotNull LocalDate date) {}

    private LedgerViews.BookedView shown(long companyId, Ledger.Booked booked, boolean preview) {
        return ledgerViews.shown(companyId, booked, preview);
    }

    /** In hand once more, to be taken to the bank again. */
    @PostMapping("/returned-items/{itemId}/again")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView again(
            @PathVariable long companyId,
            @PathVariable long itemId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid OnADay body,
            Actor actor) {
        return shown(companyId, fates.presentAgain(companyId, itemId, body.date(), actor.name()), preview);
    }

    /** Not taken to the bank again after all. */
    @PostMapping("/returned-items/{itemId}/not-again")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView notAgain(
            @PathVariable long companyId,
            @PathVariable long itemId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid OnADay body,
            Actor actor) {
        return shown(companyId, fates.takeBack(companyId, itemId, body.date(), actor.name()), preview);
    }

    /** The payer owes it, with its fee. */
    @PostMapping("/returned-items/{itemId}/owed")
    @Requires(Right.PREPARE)
    void owed(@PathVariable long companyId, @PathVariable long itemId, Actor actor) {
        fates.owe(companyId, itemId, actor.name());
    }

    /** Booked at once, or by a second person where it is above the company's limit. */
    @PostMapping("/returned-items/{itemId}/write-off")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView writeOff(
            @PathVariable long companyId,
            @PathVariable long itemId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid ReturnedFates.WriteOff body,
            Actor actor) {
        return shown(companyId, fates.writeOff(companyId, itemId, body, actor), preview);
    }

    @PostMapping("/returned-items/{itemId}/undo-write-off")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView undoWriteOff(
            @PathVariable long companyId,
            @PathVariable long itemId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid OnADay body,
            Actor actor) {
        return shown(companyId, fates.undoWriteOff(companyId, itemId, body.date(), actor.name()), preview);
    }

    /** It did not come back after all: all of its step is reversed, and its match undone. */
    @PostMapping("/returned-items/{itemId}/undo")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView undo(
            @PathVariable long companyId,
            @PathVariable long itemId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid OnADay body,
            Actor actor) {
        return shown(companyId, items.undo(companyId, itemId, body.date(), actor.name()), preview);
    }

    record Explained(
            @NotNull @Size(max = 20) String reason,
            @NotNull @Size(max = 200) String reasonText,
            @NotNull @Size(max = 400) String note) {}

    /** Puts its reason and note right. */
    @PutMapping("/returned-items/{itemId}/reason")
    @Requires(Right.PREPARE)
    void explain(
            @PathVariable long companyId, @PathVariable long itemId, @RequestBody @Valid Explained body, Actor actor) {
        items.explain(companyId, itemId, body.reason(), body.reasonText(), body.note(), actor.name());
    }

    record NoticeOn(PrintedSheet.@NotNull Paper paper) {}

    /** The notice to the payer, as a PDF; recorded, and from the second time on marked as a copy. */
    @PostMapping("/returned-items/{itemId}/notice")
    @Requires(Right.PREPARE)
    ResponseEntity<byte[]> notice(
            @PathVariable long companyId, @PathVariable long itemId, @RequestBody @Valid NoticeOn body, Actor actor) {
        return TableFile.file(
                "returned-item.pdf",
                MediaType.APPLICATION_PDF,
                notices.print(companyId, itemId, body.paper(), actor.name()));
    }

    /** How often something of a payer came back in the last year, and whether they are charged for it. */
    @GetMapping("/returned-items/of-payer")
    @Requires(Right.VIEW)
    ReturnedViews.ReturnedTimes times(@PathVariable long companyId, @RequestParam long party) {
        return views.times(companyId, party);
    }

    /** @param charged whether our fee is charged */
    record Charged(boolean charged) {}

    @PutMapping("/parties/{partyId}/returned-fee")
    @Requires(Right.PREPARE)
    void charge(@PathVariable long companyId, @PathVariable long partyId, @RequestBody Charged body, Actor actor) {
        setUp.charge(companyId, partyId, body.charged(), actor.name());
    }

    @GetMapping("/set-up/returned-items")
    @Requires(Right.VIEW)
    ReturnedSetUp.ReturnedTerms terms(@PathVariable long companyId) {
        return setUp.get(companyId);
    }

    @PutMapping("/set-up/returned-items")
    @Requires(Right.ADMINISTER)
    ReturnedSetUp.ReturnedTerms keep(
            @PathVariable long companyId, @RequestBody @Valid ReturnedSetUp.ReturnedTerms body, Actor actor) {
        return setUp.keep(companyId, body, actor.name());
    }
}
