package tidemark.app.setup;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.YearMonth;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.Companies;

/** First run and bank accounts over HTTP. */
@RestController
@RequestMapping("/api")
class SetUpController {
    private final SetUp setUp;
    private final Companies companies;

    SetUpController(SetUp setUp, Companies companies) {
        this.setUp = setUp;
        this.companies = companies;
    }

    record FirstRunBody(
            @NotNull @Size(max = 120) String companyName,
            @NotNull @Size(max = 3) String currency,
            @NotNull @Size(max = 60) String login,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 200) String password) {}

    record BankAccountBody(
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 120) String bank,
            @NotNull @Size(max = 60) String number,
            @NotNull YearMonth openingMonth,
            @NotNull @Size(max = 40) String openingBalance) {}

    record OnePerson(boolean allowed) {}

    record Created(long id) {}

    /** One at a time: of two who find the installation empty, the second finds it taken. */
    @PostMapping("/first-run")
    @Requires(Right.NOBODY_IN_PARTICULAR)
    @ResponseStatus(HttpStatus.CREATED)
    synchronized Created firstRun(@RequestBody @Valid FirstRunBody body) {
        return new Created(setUp.firstRun(
                        new SetUp.FirstRun(
                                body.companyName(), body.currency(), body.login(), body.name(), body.password()),
                        List.of())
                .id());
    }

    @PostMapping("/companies/{companyId}/bank-accounts")
    @Requires(Right.ADMINISTER)
    @ResponseStatus(HttpStatus.CREATED)
    Created addBankAccount(@PathVariable long companyId, @RequestBody @Valid BankAccountBody body, Actor actor) {
        return new Created(setUp.addBankAccount(
                        companyId,
                        new SetUp.NewBankAccount(
                                body.name(), body.bank(), body.number(), body.openingMonth(), body.openingBalance()),
                        actor.name())
                .id());
    }

    @PutMapping("/companies/{companyId}/one-person")
    @Requires(Right.ADMINISTER)
    void onePerson(@PathVariable long companyId, @RequestBody @Valid OnePerson body, Actor actor) {
        companies.allowOnePerson(companyId, body.allowed(), actor.name());
    }
}
