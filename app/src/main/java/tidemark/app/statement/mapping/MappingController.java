package tidemark.app.statement.mapping;

import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.TableFile;

/** The mappings of columns that a company has kept, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
class MappingController {
    private final Mappings mappings;

    MappingController(Mappings mappings) {
        this.mappings = mappings;
    }

    record MappingView(long id, String name) {}

    @GetMapping("/bank-accounts/{accountId}/mappings")
    @Requires(Right.VIEW)
    List<MappingView> mappings(@PathVariable long companyId, @PathVariable long accountId) {
        return mappings.list(companyId, accountId).stream()
                .map(m -> new MappingView(m.id(), m.name()))
                .toList();
    }

    /** The mapping as a file, for the command line. */
    @GetMapping("/bank-accounts/{accountId}/mappings/{mappingId}")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> mappingFile(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long mappingId) {
        MappingRow row = mappings.get(companyId, accountId, mappingId);
        return TableFile.file(
                row.name() + ".json",
                MediaType.APPLICATION_JSON,
                row.content().getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    @DeleteMapping("/bank-accounts/{accountId}/mappings/{mappingId}")
    @Requires(Right.PREPARE)
    void forget(@PathVariable long companyId, @PathVariable long accountId, @PathVariable long mappingId, Actor actor) {
        mappings.remove(companyId, accountId, mappingId, actor.name());
    }
}
