package tidemark.app.clearing;

import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.ledger.TableFile;

/** What is in transit, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/clearing-accounts")
class ClearingController {
    private final ClearingWatch watch;

    ClearingController(ClearingWatch watch) {
        this.watch = watch;
    }

    /** Every account that money passes through, as it was at the end of a day; today where none is named. */
    @GetMapping
    @Requires(Right.VIEW)
    List<ClearingWatch.WatchedAccount> accounts(
            @PathVariable long companyId, @RequestParam(required = false) @Nullable LocalDate on) {
        return watch.all(companyId, on);
    }

    /** What is in one of them, the oldest first. */
    @GetMapping("/{ledgerAccountId}")
    @Requires(Right.VIEW)
    ClearingWatch.WatchedDetail items(
            @PathVariable long companyId,
            @PathVariable long ledgerAccountId,
            @RequestParam(required = false) @Nullable LocalDate on) {
        return watch.one(companyId, ledgerAccountId, on);
    }

    /** What is in all of them as a table. */
    @GetMapping("/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> everything(
            @PathVariable long companyId,
            @RequestParam(required = false) @Nullable LocalDate on,
            @RequestParam(defaultValue = "CSV") TableFile.Form form) {
        List<List<String>> rows = watch.everything(companyId, on).stream()
                .flatMap(d -> d.items().stream()
                        .map(i -> List.of(
                                d.account().code(),
                                d.account().name(),
                                String.valueOf(i.since()),
                                String.valueOf(i.days()),
                                i.title(),
                                i.party(),
                                i.what(),
                                Objects.requireNonNullElse(i.in(), ""),
                                Objects.requireNonNullElse(i.out(), ""),
                                i.why())))
                .toList();
        return new TableFile(
                        "in-transit",
                        List.of(
                                "account", "name", "since", "days", "item", "party", "made_by", "debit", "credit",
                                "why"),
                        List.of(7, 8),
                        rows)
                .as(form);
    }
}
