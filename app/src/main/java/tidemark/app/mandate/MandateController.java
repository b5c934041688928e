package tidemark.app.mandate;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
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
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.TableFile;
import tidemark.app.ledger.UploadedText;
import tidemark.app.print.PrintedSheet;
import tidemark.core.mandate.MandateState;

/** Mandates over HTTP. Account numbers are masked but for whoever puts them right. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class MandateController {
    private final Mandates mandates;
    private final MandateChanges changes;
    private final MandateViews views;
    private final MandatePaper paper;

    MandateController(Mandates mandates, MandateChanges changes, MandateViews views, MandatePaper paper) {
        this.mandates = mandates;
        this.changes = changes;
        this.views = views;
        this.paper = paper;
    }

    /** Of one customer, or of all; those that have ended come last. */
    @GetMapping("/mandates")
    @Requires(Right.VIEW)
    List<MandateViews.MandateView> list(
            @PathVariable long companyId, @RequestParam(required = false) @Nullable Long party) {
        return views.list(companyId, party);
    }

    /** The same as a table, with masked numbers. */
    @GetMapping("/mandates/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(@PathVariable long companyId, @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        return new TableFile(
                        "mandates",
                        List.of(
                                "reference",
                                "party",
                                "holder",
                                "signed",
                                "kind",
                                "account",
                                "state",
                                "reason",
                                "last_used",
                                "lapses"),
                        List.of(),
                        views.list(companyId, null).stream()
                                .map(m -> List.of(
                                        m.reference(),
                                        m.party(),
                                        m.holder(),
                                        m.signedOn().toString(),
                                        m.kind().name().toLowerCase(java.util.Locale.ROOT),
                                        m.account(),
                                        m.stateWords(),
                                        m.stateReason(),
                                        m.lastUsed() == null ? "" : m.lastUsed().toString(),
                                        m.lapses() == null ? "" : m.lapses().toString()))
                                .toList())
                .as(form);
    }

    @GetMapping("/mandates/{mandateId}")
    @Requires(Right.VIEW)
    MandateViews.MandateDetail get(@PathVariable long companyId, @PathVariable long mandateId) {
        return views.get(companyId, mandateId);
    }

    /** As it is typed, its account number too. */
    @GetMapping("/mandates/{mandateId}/form")
    @Requires(Right.PREPARE)
    MandateViews.MandateForm form(@PathVariable long companyId, @PathVariable long mandateId) {
        return views.form(companyId, mandateId);
    }

    @PostMapping("/mandates")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    MandateViews.MandateView make(
            @PathVariable long companyId, @RequestBody @Valid Mandates.NewMandate body, Actor actor) {
        return views.one(companyId, mandates.make(companyId, body, actor.name()).id());
    }

    record ChangedMandate(int version, @NotNull @Valid Mandates.NewMandate mandate) {}

    @PutMapping("/mandates/{mandateId}")
    @Requires(Right.PREPARE)
    MandateViews.MandateView change(
            @PathVariable long companyId,
            @PathVariable long mandateId,
            @RequestBody @Valid ChangedMandate body,
            Actor actor) {
        mandates.change(companyId, mandateId, body.version(), body.mandate(), actor.name());
        return views.one(companyId, mandateId);
    }

    record MandateMove(
            MandateState.@NotNull Move move,
            @NotNull @Size(max = 200) String reason) {}

    /** Suspends it, has the customer asked first, makes it active again or ends it. */
    @PostMapping("/mandates/{mandateId}/moves")
    @Requires(Right.PREPARE)
    MandateViews.MandateView move(
            @PathVariable long companyId,
            @PathVariable long mandateId,
            @RequestBody @Valid MandateMove body,
            Actor actor) {
        mandates.move(companyId, mandateId, body.move(), body.reason(), actor.name());
        return views.one(companyId, mandateId);
    }

    /** Follows what its bank says of the account. */
    @PostMapping("/mandate-changes/{changeId}/applying")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void apply(@PathVariable long companyId, @PathVariable long changeId, Actor actor) {
        changes.apply(companyId, changeId, actor.name());
    }

    record ChangeLeft(@NotBlank @Size(max = 200) String reason) {}

    /** Leaves the mandate as it is, with the reason. */
    @PostMapping("/mandate-changes/{changeId}/leaving")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void leave(
            @PathVariable long companyId,
            @PathVariable long changeId,
            @RequestBody @Valid ChangeLeft body,
            Actor actor) {
        changes.leave(companyId, changeId, body.reason(), actor.name());
    }

    /** @param count of mandates that the file has */
    record MandatesTaken(int count) {}

    /** Takes a CSV file of mandates, all or nothing. */
    @PostMapping("/mandate-files")
    @Requires(Right.PREPARE)
    @Transactional
    public MandatesTaken take(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "false") boolean preview,
            @RequestParam MultipartFile file,
            Actor actor)
            throws IOException {
        int count = mandates.take(companyId, UploadedText.of(file), actor.name());
        if (preview) {
            Ledger.rollBackPreview();
        }
        return new MandatesTaken(count);
    }

    record MandateOn(PrintedSheet.@NotNull Paper paper) {}

    /** The mandate to be signed, as a PDF. */
    @PostMapping("/mandates/{mandateId}/paper")
    @Requires(Right.PREPARE)
    ResponseEntity<byte[]> print(
            @PathVariable long companyId,
            @PathVariable long mandateId,
            @RequestBody @Valid MandateOn body,
            Actor actor) {
        return TableFile.file(
                "mandate.pdf",
                MediaType.APPLICATION_PDF,
                paper.print(companyId, mandateId, body.paper(), actor.name()));
    }
}
