package tidemark.app.find;

import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;

/** Finds anything by words, numbers and amounts; choices by typing ask for one kind. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/found")
class FindController {
    private static final int MOST = 100;

    private final Finding finding;

    FindController(Finding finding) {
        this.finding = finding;
    }

    /**
     * @param kind none for all
     * @param tag all of which what is found must have, such as {@code RECEIVABLES} and {@code active}; of several with {@code |} between
     *     them any
     * @param limit how many of one kind
     */
    @GetMapping
    @Requires(Right.VIEW)
    Finding.Answer find(
            @PathVariable long companyId,
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "") Set<String> kind,
            @RequestParam(defaultValue = "") Set<String> tag,
            @RequestParam(defaultValue = "6") int limit) {
        return finding.find(companyId, text, kind, tag, Math.clamp(limit, 1, MOST));
    }
}
