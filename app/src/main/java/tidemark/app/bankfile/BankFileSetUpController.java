package tidemark.app.bankfile;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;

/** How files for banks are written, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/set-up")
public class BankFileSetUpController {
    private final BankFileTerms terms;

    BankFileSetUpController(BankFileTerms terms) {
        this.terms = terms;
    }

    /** Of one bank account; none where nothing was set up yet. */
    record FileTermsOf(List<BankFileTerms.FileTermsForm> terms) {}

    @GetMapping("/bank-files/{bankAccountId}")
    @Requires(Right.VIEW)
    FileTermsOf get(@PathVariable long companyId, @PathVariable long bankAccountId) {
        return new FileTermsOf(terms.of(companyId, bankAccountId).stream().toList());
    }

    @PutMapping("/bank-files/{bankAccountId}")
    @Requires(Right.ADMINISTER)
    BankFileTerms.FileTermsForm keep(
            @PathVariable long companyId,
            @PathVariable long bankAccountId,
            @RequestBody @Valid BankFileTerms.FileTermsForm body,
            Actor actor) {
        return terms.keep(companyId, bankAccountId, body, actor.name());
    }

    @GetMapping("/bank-holidays")
    @Requires(Right.VIEW)
    List<BankFileTerms.Holiday> holidays(@PathVariable long companyId) {
        return terms.holidays(companyId);
    }

    record Holidays(@NotNull @Size(max = 400) List<BankFileTerms.@NotNull @Valid Holiday> holidays) {}

    @PutMapping("/bank-holidays")
    @Requires(Right.ADMINISTER)
    List<BankFileTerms.Holiday> keep(@PathVariable long companyId, @RequestBody @Valid Holidays body, Actor actor) {
        return terms.keepHolidays(companyId, body.holidays(), actor.name());
    }
}
