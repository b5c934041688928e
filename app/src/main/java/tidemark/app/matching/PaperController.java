package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
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
import tidemark.app.company.Companies;
import tidemark.app.statement.BankLineRow;
import tidemark.app.statement.paper.PaperStatements;
import tidemark.core.money.AmountStyle;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;

/** Working from a paper statement, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}/paper-statements")
class PaperController {
    private final PaperStatements statements;
    private final PaperTicks ticks;
    private final Companies companies;
    private final BankAccounts accounts;

    PaperController(PaperStatements statements, PaperTicks ticks, BankAccounts accounts, Companies companies) {
        this.companies = companies;
        this.statements = statements;
        this.ticks = ticks;
        this.accounts = accounts;
    }

    record NewPaper(
            @NotNull YearMonth month,
            @NotNull @Size(max = 40) String closingBalance) {}

    record Closing(@NotNull @Size(max = 40) String closingBalance) {}

    /** @param date the bank's day of all of them; absent for each entry's own */
    record Ticks(
            @NotNull @Size(min = 1, max = 500) List<Long> entryIds,
            @Nullable LocalDate date) {}

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
        return style(companyId)
                .minorUnits(text, accounts.get(companyId, accountId).currency(), "closingBalance");
    }

    private AmountStyle style(long companyId) {
        return companies.get(companyId).amountStyle();
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

    /**
     * A line as it stands on paper.
     *
     * @param amount signed, plus into the account
     * @param balance printed after the line, or empty
     */
    record TypedLine(
            @NotNull LocalDate date,
            @NotNull @Size(max = 40) String amount,
            @NotNull @Size(max = 40) String balance,
            @NotNull @Size(max = 40) String checkNumber,
            @NotNull @Size(max = 400) String text) {}

    record TypedView(long lineId, String balance) {}

    @PostMapping("/{statementId}/lines")
    @Requires(Right.PREPARE)
    TypedView type(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long statementId,
            @RequestBody @Valid TypedLine body,
            Actor actor) {
        CurrencyUnit currency = accounts.get(companyId, accountId).currency();
        long amount = style(companyId).minorUnits(body.amount(), currency, "amount");
        if (amount == 0) {
            throw new RuleViolation(
                    "amount.zero",
                    "amount",
                    say("amount.zero.found5"),
                    say("amount.zero.expected"),
                    say("amount.zero.remedy5"));
        }
        BankLineRow line = statements.type(
                companyId,
                accountId,
                statementId,
                new BankLine(
                        new BankLineId(0),
                        body.date(),
                        body.date(),
                        amount,
                        "",
                        "",
                        CheckNumbers.plain(body.checkNumber()),
                        "",
                        body.text().strip(),
                        ""),
                body.balance().isBlank()
                        ? OptionalLong.empty()
                        : OptionalLong.of(style(companyId).minorUnits(body.balance(), currency, "balance")),
                actor.name());
        return new TypedView(line.id(), MinorUnits.toDecimal(line.balanceMinorUnits(), currency));
    }

    @DeleteMapping("/{statementId}/lines/last")
    @Requires(Right.PREPARE)
    void untype(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long statementId, Actor actor) {
        statements.untypeLast(companyId, accountId, statementId, actor.name());
    }

    @PostMapping("/{statementId}/ticks")
    @Requires(Right.PREPARE)
    void tick(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long statementId,
            @RequestBody @Valid Ticks body,
            Actor actor) {
        ticks.tick(companyId, accountId, statementId, new LinkedHashSet<>(body.entryIds()), body.date(), actor.name());
    }

    @DeleteMapping("/{statementId}/ticks/{lineId}")
    @Requires(Right.PREPARE)
    void untick(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long statementId,
            @PathVariable long lineId,
            Actor actor) {
        ticks.untick(companyId, accountId, statementId, lineId, actor.name());
    }
}
