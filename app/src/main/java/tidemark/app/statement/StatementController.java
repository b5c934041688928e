package tidemark.app.statement;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.joda.money.CurrencyUnit;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Problem;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.Coverage;

/** Statements that were taken, over HTTP. */
@RestController
@RequestMapping("/api/v1/companies/{companyId}/bank-accounts/{accountId}")
class StatementController {
    private final Statements statements;
    private final StatementLines lines;
    private final StatementExports exports;
    private final InterimLines interims;
    private final BankAccounts accounts;
    private final Companies companies;

    StatementController(
            Statements statements,
            StatementLines lines,
            StatementExports exports,
            InterimLines interims,
            BankAccounts accounts,
            Companies companies) {
        this.statements = statements;
        this.lines = lines;
        this.exports = exports;
        this.interims = interims;
        this.accounts = accounts;
        this.companies = companies;
    }

    record StatementView(
            long id,
            long accountId,
            String reference,
            LocalDate from,
            LocalDate to,
            String opening,
            String closing,
            int lines,
            boolean fromPaper,
            StatementRow.Source source,
            String note,
            String breaks,
            String fileName,
            String takenBy,
            Instant takenAt,
            boolean certified,
            boolean canTakeBack) {}

    /** Days no statement covers. */
    record SpanView(LocalDate from, LocalDate to) {}

    record MonthOfStatements(
            YearMonth month,
            boolean complete,
            boolean certified,
            List<SpanView> missing,
            List<StatementView> statements) {}

    record StatementsView(List<MonthOfStatements> months, List<String> breaks) {}

    record StatementLine(
            long id,
            LocalDate date,
            LocalDate valueDate,
            String amount,
            String balance,
            String title,
            String checkNumber,
            String reference,
            String bankReference,
            String counterparty,
            String extra,
            boolean matched) {}

    record InterimView(
            long id,
            LocalDate date,
            String amount,
            String title,
            String bankReference,
            boolean pending,
            InterimLine.State state,
            Instant seenAt) {}

    record Why(@NotNull @Size(max = 200) String reason) {}

    @GetMapping("/statements")
    @Requires(Right.VIEW)
    List<StatementView> list(@PathVariable long companyId, @PathVariable long accountId) {
        BankAccount account = accounts.get(companyId, accountId);
        return statements.list(accountId).stream().map(s -> view(account, s)).toList();
    }

    /** By month: what is there, what is missing, where balances do not meet. The newest month first. */
    @GetMapping("/statements-by-month")
    @Requires(Right.VIEW)
    StatementsView byMonth(@PathVariable long companyId, @PathVariable long accountId) {
        BankAccount account = accounts.get(companyId, accountId);
        List<StatementRow> all = statements.list(accountId);
        YearMonth last = YearMonth.from(companies.today(companyId)).minusMonths(1);
        if (!all.isEmpty() && YearMonth.from(all.getFirst().toDate()).isAfter(last)) {
            last = YearMonth.from(all.getFirst().toDate());
        }
        Coverage coverage = Coverage.of(
                new Balance(account.openingDate(), account.openingBankMinorUnits()),
                all.stream()
                        .map(s -> s.header(account.number(), account.currency()))
                        .toList(),
                last,
                account.currency());
        return new StatementsView(
                coverage.months().reversed().stream()
                        .map(m -> new MonthOfStatements(
                                m.month(),
                                m.complete(),
                                account.mark().holds(m.month().atEndOfMonth()),
                                m.missing().stream()
                                        .map(s -> new SpanView(s.from(), s.to()))
                                        .toList(),
                                all.stream()
                                        .filter(s -> YearMonth.from(s.toDate()).equals(m.month()))
                                        .map(s -> view(account, s))
                                        .toList()))
                        .toList(),
                coverage.breaks().stream().map(Problem::message).toList());
    }

    private StatementView view(BankAccount account, StatementRow s) {
        boolean certified = account.mark().holds(s.toDate());
        return new StatementView(
                s.id(),
                account.id(),
                s.reference(),
                s.fromDate(),
                s.toDate(),
                MinorUnits.toDecimal(s.openingMinorUnits(), account.currency()),
                MinorUnits.toDecimal(s.closingMinorUnits(), account.currency()),
                s.lineCount(),
                s.fromPaper(),
                s.source(),
                s.note(),
                s.breaks(),
                statements.fileName(s),
                s.takenBy(),
                s.takenAt(),
                certified,
                s.fromDate().isAfter(account.lockedThrough()));
    }

    @GetMapping("/statements/{statementId}/lines")
    @Requires(Right.VIEW)
    List<StatementLine> lines(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long statementId) {
        CurrencyUnit currency = accounts.get(companyId, accountId).currency();
        return lines.of(companyId, accountId, statementId).stream()
                .map(l -> line(l, currency))
                .toList();
    }

    private static StatementLine line(BankLineRow l, CurrencyUnit currency) {
        BankLine line = l.line();
        return new StatementLine(
                l.id(),
                l.bookingDate(),
                line.valueDate(),
                MinorUnits.toDecimal(l.minorUnits(), currency),
                MinorUnits.toDecimal(l.balanceMinorUnits(), currency),
                line.title(),
                line.checkNumber(),
                line.reference(),
                line.bankReference(),
                line.counterparty(),
                l.extra(),
                l.itemMatchId() != null);
    }

    @GetMapping("/statements/{statementId}/file")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> file(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long statementId) {
        accounts.get(companyId, accountId);
        Statements.Original original = statements.original(accountId, statementId);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(original.name(), StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(original.content());
    }

    @GetMapping("/statements/{statementId}/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> export(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long statementId,
            @RequestParam StatementExports.Format format) {
        return exports.statement(companyId, accountId, statementId, format);
    }

    @GetMapping("/bank-lines/export")
    @Requires(Right.VIEW)
    ResponseEntity<byte[]> exportPeriod(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @RequestParam LocalDate from,
            @RequestParam LocalDate to,
            @RequestParam StatementExports.Format format) {
        return exports.period(companyId, accountId, from, to, format);
    }

    @DeleteMapping("/statements/{statementId}")
    @Requires(Right.PREPARE)
    void takeBack(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long statementId, Actor actor) {
        statements.takeBack(companyId, accountId, statementId, actor.name());
    }

    /** Takes out a line that stands twice. */
    @PostMapping("/bank-lines/{lineId}/drop")
    @Requires(Right.PREPARE)
    void drop(
            @PathVariable long companyId,
            @PathVariable long accountId,
            @PathVariable long lineId,
            @RequestBody @Valid Why body,
            Actor actor) {
        lines.drop(companyId, accountId, lineId, body.reason(), actor.name());
    }

    /** What the bank told of before its statement; those that ended follow, the latest first. */
    @GetMapping("/interim-lines")
    @Requires(Right.VIEW)
    List<InterimView> interimLines(@PathVariable long companyId, @PathVariable long accountId) {
        CurrencyUnit currency = accounts.get(companyId, accountId).currency();
        return java.util.stream.Stream.concat(interims.seen(accountId).stream(), interims.ended(accountId).stream())
                .map(l -> new InterimView(
                        l.id(),
                        l.line().bookingDate(),
                        MinorUnits.toDecimal(l.line().minorUnits(), currency),
                        l.line().title(),
                        l.line().bankReference(),
                        l.pending(),
                        l.state(),
                        l.seenAt()))
                .toList();
    }

    @DeleteMapping("/interim-lines/{lineId}")
    @Requires(Right.PREPARE)
    void dismiss(@PathVariable long companyId, @PathVariable long accountId, @PathVariable long lineId, Actor actor) {
        interims.dismiss(companyId, accountId, lineId, actor.name());
    }
}
