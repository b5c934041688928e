package tidemark.app.matching;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.YearMonth;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.PaperStatements;
import tidemark.core.money.MinorUnits;

/** Working from a paper statement, over HTTP. */
@RestController
@RequestMapping("/api/companies/{companyId}/bank-accounts/{accountId}/paper-statements")
class PaperController {
    private final PaperStatements statements;
    private final PaperTicks ticks;
    private final BankAccounts accounts;

    PaperController(PaperStatements statements, PaperTicks ticks, BankAccounts accounts) {
        this.statements = statements;
        this.ticks = ticks;
        this.accounts = accounts;
    }

    record NewPaper(
            @NotNull YearMonth month,
            @NotNull @Size(max = 40) String closingBalance) {}

    record Closing(@NotNull @Size(max = 40) String closingBalance) {}

    record Tick(long entryId) {}

    record Begun(long statementId) {}

    @PostMapping
    @Requires(Right.PREPARE)
    Begun begin(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestBody @Valid NewPaper body,
            Actor actor) {
        return new Begun(statements
                .begin(
                        companyId,
                        accountId,
                        body.month(),
                        amount(companyId, accountId, body.closingBalance()),
                        actor.name())
                .id());
    }

    private long amount(long companyId, long accountId, String text) {
        return MinorUnits.parse(
                text.strip().replace(",", ""),
                accounts.get(companyId, accountId).currency(),
                "closingBalance");
    }

    @PutMapping("/{statementId}")
    @Requires(Right.PREPARE)
    void closing(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long statementId,
            @RequestBody @Valid Closing body,
            Actor actor) {
        statements.closing(
                companyId, accountId, statementId, amount(companyId, accountId, body.closingBalance()), actor.name());
    }

    @PostMapping("/{statementId}/ticks")
    @Requires(Right.PREPARE)
    void tick(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long statementId,
            @RequestBody @Valid Tick body,
            Actor actor) {
        ticks.tick(companyId, accountId, statementId, body.entryId(), actor.name());
    }

    @DeleteMapping("/{statementId}/ticks/last")
    @Requires(Right.PREPARE)
    void untick(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long statementId, Actor actor) {
        ticks.untickLast(companyId, accountId, statementId, actor.name());
    }
}
