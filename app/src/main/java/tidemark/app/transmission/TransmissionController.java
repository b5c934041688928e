package tidemark.app.transmission;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.bankfile.WrittenFiles;

/** Files on their way to the bank, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-files/{fileId}/transmission")
class TransmissionController {
    private final Transmissions transmissions;
    private final FileSender sender;
    private final WrittenFiles files;

    TransmissionController(Transmissions transmissions, FileSender sender, WrittenFiles files) {
        this.transmissions = transmissions;
        this.sender = sender;
        this.files = files;
    }

    /**
     * @param ways in which it may go; none where it went
     * @param id of what a second person is asked about
     * @param needsSecond whether a second person has to release it first
     */
    record TransmissionView(
            @Nullable Long id,
            Transmission.@Nullable State state,
            Transmission.@Nullable Way way,
            List<Transmissions.WayOut> ways,
            boolean needsSecond,
            String askedBy,
            String releasedBy,
            int answers,
            String trouble,
            @Nullable Instant nextLookAt) {}

    record SentBy(@NotNull Transmission.Way way) {}

    @GetMapping
    @Requires(Right.VIEW)
    TransmissionView get(@PathVariable long companyId, @PathVariable long fileId) {
        var file = files.get(companyId, fileId);
        boolean stands = transmissions.owner(companyId, fileId).stands();
        boolean second = transmissions.needsSecond(file);
        return transmissions
                .of(companyId, fileId)
                .map(t -> new TransmissionView(
                        t.id(),
                        t.state(),
                        t.way(),
                        stands && t.state() == Transmission.State.DECLINED ? transmissions.ways(file) : List.of(),
                        second,
                        t.askedBy(),
                        t.releasedBy(),
                        t.answers(),
                        t.trouble(),
                        t.nextLookAt()))
                .orElseGet(() -> new TransmissionView(
                        null, null, null, stands ? transmissions.ways(file) : List.of(), second, "", "", 0, "", null));
    }

    /** Sends it, or asks a second person to release it. */
    @PostMapping
    @Requires(Right.PREPARE)
    TransmissionView send(
            @PathVariable long companyId, @PathVariable long fileId, @RequestBody @Valid SentBy body, Actor actor) {
        transmissions.ask(companyId, fileId, body.way(), actor);
        return get(companyId, fileId);
    }

    /** Asks the bank at once what became of it, instead of in its time. */
    @PostMapping("/look")
    @Requires(Right.PREPARE)
    TransmissionView look(@PathVariable long companyId, @PathVariable long fileId) {
        Transmission row =
                transmissions.of(companyId, fileId).orElseThrow(() -> new NotFound(say("transmission.transmission")));
        sender.work(companyId, row.id());
        return get(companyId, fileId);
    }
}
