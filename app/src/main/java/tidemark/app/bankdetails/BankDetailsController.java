package tidemark.app.bankdetails;

import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;

/** To which accounts parties are paid, over HTTP. Numbers are masked but for whoever decides on them. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}")
public class BankDetailsController {
    private final PayeeAccounts accounts;

    BankDetailsController(PayeeAccounts accounts) {
        this.accounts = accounts;
    }

    /** Those of a party, the latest first; at most one of them stands, and at most one waits for a second person. */
    @GetMapping("/parties/{partyId}/bank-details")
    @Requires(Right.VIEW)
    List<PayeeAccounts.BankDetailsView> of(@PathVariable long companyId, @PathVariable long partyId) {
        return accounts.of(companyId, partyId);
    }

    /** Asks a second person for other bank details. */
    @PostMapping("/parties/{partyId}/bank-details")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.CREATED)
    PayeeAccounts.BankDetailsView ask(
            @PathVariable long companyId,
            @PathVariable long partyId,
            @RequestBody @Valid PayeeAccounts.NewBankDetails body,
            Actor actor) {
        return PayeeAccounts.view(accounts.ask(companyId, partyId, body, actor));
    }

    /** Ends those that stand; nothing is paid by file to the party from then on. */
    @DeleteMapping("/parties/{partyId}/bank-details")
    @Requires(Right.PREPARE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long companyId, @PathVariable long partyId, Actor actor) {
        accounts.remove(companyId, partyId, actor.name());
    }

    /** The whole number of some. */
    @GetMapping("/bank-details/{detailsId}/number")
    @Requires(Right.PREPARE)
    PayeeAccounts.WholeNumber number(@PathVariable long companyId, @PathVariable long detailsId) {
        return accounts.whole(companyId, detailsId);
    }
}
