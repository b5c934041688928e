package tidemark.app.matching;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.HashSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
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
import tidemark.app.ledger.LedgerViews;
import tidemark.app.reconcile.CandidateViews;
import tidemark.app.reconcile.LadderViews;
import tools.jackson.databind.JsonNode;

/** Matching and booking from bank lines, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}")
public class MatchController {
    private final Matches matches;
    private final FirmMatches firm;
    private final StartOver startOver;
    private final LineBookings bookings;
    private final Corrections corrections;
    private final OwnTransfers ownTransfers;
    private final ErrorDeclarations errors;
    private final CandidateViews candidates;

    MatchController(
            Matches matches,
            FirmMatches firm,
            StartOver startOver,
            LineBookings bookings,
            Corrections corrections,
            OwnTransfers ownTransfers,
            ErrorDeclarations errors,
            CandidateViews candidates) {
        this.candidates = candidates;
        this.corrections = corrections;
        this.ownTransfers = ownTransfers;
        this.matches = matches;
        this.firm = firm;
        this.startOver = startOver;
        this.bookings = bookings;
        this.errors = errors;
    }

    record Members(
            @NotNull @Size(max = 2000) List<Long> lineIds,
            @NotNull @Size(max = 2000) List<Long> entryIds) {}

    /** What was committed, in the words of the ladder's row. */
    record Made(long matchId, String explainedBy, String matchedBy, String matchedHow) {}

    record Note(@NotNull @Size(max = 500) String note) {}

    /** @param correctedLine number of the line of the entry that the difference belongs to, where it has several */
    record Correction(long entryId, @Nullable Integer correctedLine) {}

    record With(@NotNull @Size(min = 1, max = 2000) List<Long> entryIds) {}

    record Apart(
            @NotNull @Size(min = 1, max = 2000) List<@NotNull Long> lineIds,
            @NotNull @Size(min = 1, max = 2000) List<@NotNull Long> entryIds) {}

    /** @param ids of the lines, or of the entries */
    record SeveralNoted(
            @NotNull @Size(min = 1, max = 500) List<@NotNull Long> ids,
            @NotNull @Size(max = 500) String note) {}

    record OtherEnd(long otherAccountId, long otherLineId) {}

    record Undone(int count) {}

    /** @param details what the kind of booking asks for */
    record Booking(
            @NotNull @Size(max = 20) String kind,
            @Nullable JsonNode details,
            @NotNull LocalDate date,
            @NotNull @Size(max = 200) String party,
            @NotNull @Size(max = 480) String text) {}

    @PostMapping("/matches")
    @Requires(Right.PREPARE)
    Made match(
            @PathVariable long companyId, @PathVariable long accountId, @RequestBody @Valid Members body, Actor actor) {
        Matches.Tied tied = matches.match(
                companyId, accountId, new HashSet<>(body.lineIds()), new HashSet<>(body.entryIds()), actor.name());
        return new Made(
                tied.match().id(),
                LadderViews.matchedWith(tied.entries()),
                tied.match().madeBy(),
                tied.match().how().name());
    }

    @DeleteMapping("/matches/{matchId}")
    @Requires(Right.PREPARE)
    void undo(@PathVariable long companyId, @PathVariable long accountId, @PathVariable long matchId, Actor actor) {
        matches.undo(companyId, accountId, matchId, actor.name());
    }

    @PostMapping("/months/{month}/firm")
    @Requires(Right.PREPARE)
    FirmMatches.FirmTaken takeFirm(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month, Actor actor) {
        return firm.takeFirm(companyId, accountId, month, actor.name());
    }

    @DeleteMapping("/firm/{batchId}")
    @Requires(Right.PREPARE)
    Undone undoFirm(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long batchId, Actor actor) {
        return new Undone(firm.undoBatch(companyId, accountId, batchId, actor.name()));
    }

    /** Lets all matches of the month go that only tie what is there. */
    @PostMapping("/months/{month}/start-over")
    @Requires(Right.PREPARE)
    StartOver.Over startOver(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable YearMonth month, Actor actor) {
        return startOver.begin(companyId, accountId, month, actor.name());
    }

    /** Puts back what starting over let go, as far as it is still free. */
    @DeleteMapping("/started-over/{startedOverId}")
    @Requires(Right.PREPARE)
    StartOver.PutBack putBack(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long startedOverId, Actor actor) {
        return startOver.putBack(companyId, accountId, startedOverId, actor.name());
    }

    @PostMapping("/lines/{lineId}/booking")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView book(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long lineId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Booking body,
            Actor actor) {
        return bookings.book(companyId, accountId, lineId, body, preview, actor.name());
    }

    /** The lines of an entry that a correction of its amount may belong to. */
    @GetMapping("/cash-entries/{cashEntryId}/other-lines")
    @Requires(Right.VIEW)
    List<Corrections.OtherLine> otherLines(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long cashEntryId) {
        return corrections.otherLines(companyId, accountId, cashEntryId);
    }

    /** Puts a wrong amount in the ledger right by booking the difference, and matches all of it. */
    @PostMapping("/lines/{lineId}/correction")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView correct(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long lineId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Correction body,
            Actor actor) {
        return corrections.correct(
                companyId, accountId, lineId, body.entryId(), body.correctedLine(), preview, actor.name());
    }

    /** Lines of other own accounts that may be the other end of a transfer. */
    @GetMapping("/lines/{lineId}/other-ends")
    @Requires(Right.VIEW)
    List<OwnTransfers.OtherEndView> otherEnds(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long lineId) {
        return ownTransfers.otherEnds(companyId, accountId, lineId);
    }

    /** From the other end: where an open entry may be at the bank. */
    @GetMapping("/cash-entries/{cashEntryId}/at-the-bank")
    @Requires(Right.VIEW)
    CandidateViews.AtTheBankView atTheBank(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long cashEntryId) {
        return candidates.atTheBank(companyId, accountId, cashEntryId);
    }

    @PostMapping("/lines/{lineId}/own-transfer")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView ownTransfer(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long lineId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid OtherEnd body,
            Actor actor) {
        return ownTransfers.book(
                companyId, accountId, lineId, body.otherAccountId(), body.otherLineId(), preview, actor.name());
    }

    /** Matches a line with entries apart by no more than the account or a rule allows, and books the difference. */
    @PostMapping("/lines/{lineId}/difference")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView difference(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long lineId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid With body,
            Actor actor) {
        return corrections.difference(
                companyId,
                accountId,
                List.of(lineId),
                List.copyOf(new HashSet<>(body.entryIds())),
                preview,
                actor.name());
    }

    /** The same for several lines and entries that are matched together. */
    @PostMapping("/matches/difference")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView differenceOfSeveral(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid Apart body,
            Actor actor) {
        return corrections.difference(
                companyId,
                accountId,
                List.copyOf(new HashSet<>(body.lineIds())),
                List.copyOf(new HashSet<>(body.entryIds())),
                preview,
                actor.name());
    }

    /** Declares several lines errors of the bank in one step: all of them or none. */
    @PostMapping("/bank-errors")
    @Requires(Right.PREPARE)
    void bankErrors(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestBody @Valid SeveralNoted body,
            Actor actor) {
        errors.declareBankErrors(companyId, accountId, body.ids(), body.note(), actor.name());
    }

    /** Declares several entries errors of the ledger in one step: all of them or none. */
    @PostMapping("/ledger-errors")
    @Requires(Right.PREPARE)
    void ledgerErrors(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestBody @Valid SeveralNoted body,
            Actor actor) {
        errors.declareLedgerErrors(companyId, accountId, body.ids(), body.note(), actor.name());
    }

    @PostMapping("/lines/{lineId}/bank-error")
    @Requires(Right.PREPARE)
    void bankError(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long lineId,
            @RequestBody @Valid Note body,
            Actor actor) {
        errors.declareBankError(companyId, accountId, lineId, body.note(), actor.name());
    }

    @DeleteMapping("/lines/{lineId}/bank-error")
    @Requires(Right.PREPARE)
    void noBankError(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long lineId, Actor actor) {
        errors.withdrawBankError(companyId, accountId, lineId, actor.name());
    }

    @PostMapping("/cash-entries/{cashEntryId}/ledger-error")
    @Requires(Right.PREPARE)
    void ledgerError(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long cashEntryId,
            @RequestBody @Valid Note body,
            Actor actor) {
        errors.declareLedgerError(companyId, accountId, cashEntryId, body.note(), actor.name());
    }

    @DeleteMapping("/cash-entries/{cashEntryId}/ledger-error")
    @Requires(Right.PREPARE)
    void noLedgerError(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long cashEntryId, Actor actor) {
        errors.withdrawLedgerError(companyId, accountId, cashEntryId, actor.name());
    }
}
