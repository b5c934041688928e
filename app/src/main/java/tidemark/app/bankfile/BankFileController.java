package tidemark.app.bankfile;

import static tidemark.core.words.Catalogue.say;

import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.TableFile;

/** Files for banks over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class BankFileController {
    private final WrittenFiles files;

    BankFileController(WrittenFiles files) {
        this.files = files;
    }

    /** A file for the bank, byte for byte as it was written; it is kept who took it. */
    @GetMapping("/bank-files/{fileId}")
    @Requires(Right.PREPARE)
    @Transactional
    public ResponseEntity<byte[]> file(@PathVariable long companyId, @PathVariable long fileId, Actor actor) {
        WrittenFile file = files.get(companyId, fileId);
        files.happened(file, WrittenFiles.What.DOWNLOADED, say("bankfile.downloaded"), actor.name());
        return TableFile.file(file.name(), MediaType.APPLICATION_OCTET_STREAM, file.content());
    }

    /** What became of it, in its order. */
    @GetMapping("/bank-files/{fileId}/history")
    @Requires(Right.VIEW)
    List<WrittenFiles.Happened> history(@PathVariable long companyId, @PathVariable long fileId) {
        return files.of(files.get(companyId, fileId).id());
    }
}
