package tidemark.app.bankanswer;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.List;
import java.util.Objects;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
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
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.TableFile;
import tidemark.core.problem.RuleViolation;

/** What banks answer, over HTTP. With {@code preview=true} the same code runs and nothing is kept. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class BankAnswerController {
    private static final long LARGEST = 20_000_000;

    private final BankAnswerBooks books;
    private final BankAnswerViews views;
    private final LedgerViews ledgerViews;

    BankAnswerController(BankAnswerBooks books, BankAnswerViews views, LedgerViews ledgerViews) {
        this.books = books;
        this.views = views;
        this.ledgerViews = ledgerViews;
    }

    /** Files that were taken, the latest first, and what waits of them. */
    @GetMapping("/bank-answers")
    @Requires(Right.VIEW)
    BankAnswerViews.BankAnswersView all(@PathVariable long companyId) {
        return views.all(companyId);
    }

    /** The answers of one file. */
    @GetMapping("/bank-answer-files/{fileId}/answers")
    @Requires(Right.VIEW)
    List<BankAnswerViews.BankAnswerView> of(@PathVariable long companyId, @PathVariable long fileId) {
        return views.of(companyId, fileId);
    }

    /** A file as it came in. */
    @GetMapping("/bank-answer-files/{fileId}")
    @Requires(Right.PREPARE)
    ResponseEntity<byte[]> file(@PathVariable long companyId, @PathVariable long fileId) {
        AnswerFile file = books.file(companyId, fileId);
        return TableFile.file(file.name(), MediaType.APPLICATION_OCTET_STREAM, file.content());
    }

    record AnswersTaken(long fileId, List<BankAnswerViews.BankAnswerView> answers) {}

    /** Takes a file of returns, changes or states of files; whole, and once. */
    @PostMapping("/bank-answer-files")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    AnswersTaken take(@PathVariable long companyId, @RequestParam MultipartFile file, Actor actor) throws IOException {
        if (file.getSize() > LARGEST) {
            throw new RuleViolation(
                    "file.size",
                    "file",
                    say("file.size.found", file.getSize()),
                    say("file.size.expected2", LARGEST),
                    say("file.size.remedy2"));
        }
        long id = books.take(
                companyId, Objects.requireNonNullElse(file.getOriginalFilename(), ""), file.getBytes(), actor);
        return new AnswersTaken(id, views.of(companyId, id));
    }

    /** Books what came back, all or nothing. */
    @PostMapping("/bank-answers/booking")
    @Requires(Right.PREPARE)
    @Transactional
    public LedgerViews.BookedView book(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestBody @Valid BankAnswerBooks.BankAnswersBooking body,
            Actor actor) {
        return ledgerViews.shown(companyId, books.book(companyId, body, actor.name()), preview);
    }

    record AsideFor(@NotBlank @Size(max = 200) String reason) {}

    /** Nothing is done of an answer, for a reason. */
    @PostMapping("/bank-answers/{answerId}/setting-aside")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setAside(
            @PathVariable long companyId, @PathVariable long answerId, @RequestBody @Valid AsideFor body, Actor actor) {
        books.setAside(companyId, answerId, body.reason(), actor.name());
    }
}
