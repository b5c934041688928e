package tidemark.app.workpaper;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Locale;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.TableFile;
import tidemark.app.print.PrintedSheet;

/** The lists for the file, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class WorkPaperController {
    private final WorkPapers papers;
    private final Clock clock;

    WorkPaperController(WorkPapers papers, Clock clock) {
        this.papers = papers;
        this.clock = clock;
    }

    /** The forms a list can be had in. */
    enum PaperForm {
        CSV,
        XLSX,
        PDF
    }

    @GetMapping("/bank-accounts/{accountId}/work-papers/{kind}")
    @Requires(Right.VIEW)
    WorkPaperViews.WorkPaperView paper(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable WorkPapers.Kind kind,
            @RequestParam LocalDate at) {
        return WorkPaperViews.view(papers.of(companyId, accountId, kind, at));
    }

    @GetMapping("/bank-accounts/{accountId}/work-papers/{kind}/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> paperFile(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable WorkPapers.Kind kind,
            @RequestParam LocalDate at,
            @RequestParam(defaultValue = "CSV") PaperForm form,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return file(
                papers.of(companyId, accountId, kind, at),
                kind.name().toLowerCase(Locale.ROOT) + "-" + at,
                form,
                paper,
                actor);
    }

    /** What whoever asks booked on a day. */
    @GetMapping("/sitting")
    @Requires(Right.VIEW)
    WorkPaperViews.WorkPaperView sitting(@PathVariable long companyId, @RequestParam LocalDate day, Actor actor) {
        return WorkPaperViews.view(papers.sitting(companyId, actor.name(), day));
    }

    @GetMapping("/sitting/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> sittingFile(
            @PathVariable long companyId,
            @RequestParam LocalDate day,
            @RequestParam(defaultValue = "CSV") PaperForm form,
            @RequestParam(defaultValue = "LETTER") PrintedSheet.Paper paper,
            Actor actor) {
        return file(papers.sitting(companyId, actor.name(), day), "booked-" + day, form, paper, actor);
    }

    private ResponseEntity<byte[]> file(
            WorkPapers.Titled titled, String name, PaperForm form, PrintedSheet.Paper size, Actor actor) {
        if (form != PaperForm.PDF) {
            return WorkPaperViews.table(titled, name)
                    .as(form == PaperForm.CSV ? TableFile.Form.CSV : TableFile.Form.XLSX);
        }
        return TableFile.file(
                name + ".pdf",
                MediaType.APPLICATION_PDF,
                WorkPaperViews.pdf(
                        titled,
                        size,
                        PrintedSheet.Stamp.at(
                                actor.name(), clock.instant(), titled.company().zone(), false)));
    }
}
