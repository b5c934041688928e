package tidemark.app.party;

import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;

/** How a company receives money, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/set-up/money-in")
class TendersController {
    private final Tenders tenders;

    TendersController(Tenders tenders) {
        this.tenders = tenders;
    }

    @GetMapping
    @Requires(Right.VIEW)
    Tenders.MoneyIn get(@PathVariable long companyId) {
        return tenders.get(companyId);
    }

    /** Keeps it whole, on the version that was seen. */
    @PutMapping
    @Requires(Right.ADMINISTER)
    void keep(@PathVariable long companyId, @RequestBody @Valid Tenders.MoneyIn body, Actor actor) {
        tenders.keep(companyId, body, actor.name());
    }
}
