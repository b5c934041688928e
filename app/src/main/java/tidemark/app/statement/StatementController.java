package tidemark.app.statement;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tidemark.app.access.Actor;
import tidemark.app.access.Requires;
import tidemark.app.access.Right;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.money.MinorUnits;

/** Statements over HTTP. */
@RestController
@RequestMapping("/api/companies/{companyId}")
class StatementController {
    private final Statements statements;
    private final StatementTargets targets;
    private final BankAccounts accounts;

    StatementController(Statements statements, StatementTargets targets, BankAccounts accounts) {
        this.statements = statements;
        this.targets = targets;
        this.accounts = accounts;
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
            String fileName,
            String takenBy,
            Instant takenAt,
            boolean certified,
            boolean canTakeBack) {}

    record Taken(long accountId, List<StatementView> statements) {}

    @GetMapping("/bank-accounts/{accountId}/statements")
    @Requires(Right.LOOK)
    List<StatementView> list(@PathVariable long companyId, @PathVariable long accountId) {
        BankAccount account = accounts.get(companyId, accountId);
        List<TakenStatement> all = statements.list(accountId);
        return all.stream().map(s -> view(account, s, s == all.getFirst())).toList();
    }

    private StatementView view(BankAccount account, TakenStatement s, boolean last) {
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
                statements.fileName(s),
                s.takenBy(),
                s.takenAt(),
                certified,
                last && s.fromDate().isAfter(account.heldTo()));
    }

    @PostMapping("/bank-accounts/{accountId}/statements")
    @Requires(Right.PREPARE)
    Taken take(
            @PathVariable long companyId, @PathVariable long accountId, @RequestParam MultipartFile file, Actor actor)
            throws IOException {
        return take(companyId, accountId, file, file.getBytes(), actor);
    }

    /** Takes a file for whichever account it names. */
    @PostMapping("/statements")
    @Requires(Right.PREPARE)
    Taken takeAnywhere(@PathVariable long companyId, @RequestParam MultipartFile file, Actor actor) throws IOException {
        byte[] content = file.getBytes();
        return take(companyId, targets.accountOf(companyId, content), file, content, actor);
    }

    private Taken take(long companyId, long accountId, MultipartFile file, byte[] content, Actor actor) {
        String name = file.getOriginalFilename() == null ? "statement" : file.getOriginalFilename();
        List<TakenStatement> taken = statements.take(companyId, accountId, name, content, actor.name());
        BankAccount account = accounts.get(companyId, accountId);
        return new Taken(
                accountId,
                taken.stream().map(s -> view(account, s, s == taken.getLast())).toList());
    }

    @GetMapping("/bank-accounts/{accountId}/statements/{statementId}/file")
    @Requires(Right.LOOK)
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

    @DeleteMapping("/bank-accounts/{accountId}/statements/{statementId}")
    @Requires(Right.PREPARE)
    void takeBack(
            @PathVariable long companyId, @PathVariable long accountId, @PathVariable long statementId, Actor actor) {
        statements.takeBack(companyId, accountId, statementId, actor.name());
    }
}
