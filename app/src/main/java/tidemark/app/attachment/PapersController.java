package tidemark.app.attachment;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
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
import tidemark.core.paper.PaperUse;

/** Papers over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/papers")
class PapersController {
    private final Papers papers;
    private final Retentions retentions;

    PapersController(Papers papers, Retentions retentions) {
        this.papers = papers;
        this.retentions = retentions;
    }

    /** A picture or another paper that is nobody's yet; what is booked with it, or kept as a draft, takes it. */
    @PostMapping
    @Requires(Right.RECEIVE)
    @ResponseStatus(HttpStatus.CREATED)
    Papers.HandedIn handIn(@PathVariable long companyId, @RequestParam MultipartFile file, Actor actor)
            throws IOException {
        return papers.handIn(
                companyId,
                Objects.requireNonNullElse(file.getOriginalFilename(), ""),
                file.getSize(),
                file.getSize() > Papers.LARGEST ? new byte[0] : file.getBytes(),
                actor.name());
    }

    @GetMapping("/{paperId}")
    @Requires(Right.VIEW)
    Papers.PaperDetail paper(@PathVariable long companyId, @PathVariable long paperId) {
        return papers.detail(companyId, paperId, retentions.keptUntil(companyId, paperId));
    }

    /** What was handed in, to be saved. */
    @GetMapping("/{paperId}/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(@PathVariable long companyId, @PathVariable long paperId) {
        Papers.Content found = papers.content(companyId, paperId);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(found.type().mediaType()))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(found.name(), java.nio.charset.StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(found.bytes());
    }

    /** A page as a picture, as wide as is asked for. */
    @GetMapping("/{paperId}/pages/{page}")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> page(
            @PathVariable long companyId,
            @PathVariable long paperId,
            @PathVariable int page,
            @RequestParam(defaultValue = "1200") int width) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.maxAge(Duration.ofMinutes(10)).cachePrivate())
                .body(papers.page(companyId, paperId, page, width));
    }

    /** @param turn clockwise in degrees; {@code version} of the paper as it was seen */
    record ShownPaper(
            int version,
            @NotNull @Size(max = 200) String name,
            @Min(0) @Max(270) int turn,
            @NotNull PaperUse use) {}

    @PutMapping("/{paperId}")
    @Requires(Right.RECEIVE)
    Papers.Listed show(
            @PathVariable long companyId,
            @PathVariable long paperId,
            @RequestBody @Valid ShownPaper body,
            Actor actor) {
        return papers.show(companyId, paperId, body.version(), body.name(), body.turn(), body.use(), actor.name());
    }

    @DeleteMapping("/{paperId}")
    @Requires(Right.RECEIVE)
    void takeAway(@PathVariable long companyId, @PathVariable long paperId, Actor actor) {
        papers.takeAway(companyId, paperId, actor.name());
    }

    /** @param reason empty for a hold that ends */
    record PaperHold(@NotNull @Size(max = 200) String reason) {}

    @PutMapping("/{paperId}/hold")
    @Requires(Right.ADMINISTER)
    Papers.Listed hold(
            @PathVariable long companyId, @PathVariable long paperId, @RequestBody @Valid PaperHold body, Actor actor) {
        return retentions.hold(companyId, paperId, body.reason(), actor.name());
    }

    @GetMapping("/retention")
    @Requires(Right.VIEW)
    Retentions.RetentionSheet retention(@PathVariable long companyId) {
        return retentions.sheet(companyId);
    }

    record KeptYears(
            @NotNull PaperUse use, @Min(0) @Max(100) int years) {}

    @PutMapping("/retention")
    @Requires(Right.ADMINISTER)
    Retentions.RetentionSheet keeps(@PathVariable long companyId, @RequestBody @Valid KeptYears body, Actor actor) {
        return retentions.keeps(companyId, body.use(), body.years(), actor.name());
    }

    record PapersToGo(@NotEmpty @Size(max = 500) List<@NotNull Long> ids) {}

    /** What is in these goes for good; their digests stay, and so does what was sealed with them. */
    @PostMapping("/retention/removals")
    @Requires(Right.ADMINISTER)
    Retentions.RetentionSheet remove(@PathVariable long companyId, @RequestBody @Valid PapersToGo body, Actor actor) {
        return retentions.remove(companyId, body.ids(), actor.name());
    }
}
