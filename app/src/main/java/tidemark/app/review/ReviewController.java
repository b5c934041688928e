package tidemark.app.review;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
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

/** Notes for whoever reviews, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}/review-notes")
class ReviewController {
    private final ReviewNotes notes;

    ReviewController(ReviewNotes notes) {
        this.notes = notes;
    }

    /** @param lineId of the bank line it is about; or {@code entryId}, of the cash entry */
    record NewNote(
            @Nullable Long lineId,
            @Nullable Long entryId,
            @NotNull @Size(max = 1000) String text) {}

    record NewAnswer(@NotNull @Size(max = 1000) String text) {}

    @GetMapping
    @Requires(Right.VIEW)
    List<ReviewNotes.NoteView> notes(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam(defaultValue = "false") boolean closed) {
        return notes.of(companyId, accountId, closed);
    }

    @PostMapping
    @Requires(Right.REVIEW)
    ReviewNotes.NoteView write(
            @PathVariable long companyId, @PathVariable long accountId, @RequestBody @Valid NewNote body, Actor actor) {
        return notes.write(companyId, accountId, body.lineId(), body.entryId(), body.text(), actor.name());
    }

    @PostMapping("/{noteId}/answers")
    @Requires(Right.REVIEW)
    ReviewNotes.NoteView answer(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long noteId,
            @RequestBody @Valid NewAnswer body,
            Actor actor) {
        return notes.answer(companyId, accountId, noteId, body.text(), actor.name());
    }

    @PostMapping("/{noteId}/closing")
    @Requires(Right.REVIEW)
    ReviewNotes.NoteView close(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long noteId, Actor actor) {
        return notes.close(companyId, accountId, noteId, actor.name());
    }

    @DeleteMapping("/{noteId}/closing")
    @Requires(Right.REVIEW)
    ReviewNotes.NoteView reopen(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long noteId, Actor actor) {
        return notes.reopen(companyId, accountId, noteId, actor.name());
    }
}
