package tidemark.app.matching;

import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.PostedCashEntry;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.PaperStatements;
import tidemark.app.statement.Statements;
import tidemark.app.statement.TakenLine;
import tidemark.app.statement.TakenStatement;
import tidemark.core.ledger.CashEntry;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** Working from paper: each entry that is ticked becomes the next line of the statement, matched at once. */
@Service
class PaperTicks {
    private final BankAccounts accounts;
    private final Statements statements;
    private final PaperStatements paper;
    private final CashEntryRepository entries;
    private final BankLineRepository lines;
    private final Matches matches;
    private final ActivityLog activity;

    PaperTicks(
            BankAccounts accounts,
            Statements statements,
            PaperStatements paper,
            CashEntryRepository entries,
            BankLineRepository lines,
            Matches matches,
            ActivityLog activity) {
        this.accounts = accounts;
        this.statements = statements;
        this.paper = paper;
        this.entries = entries;
        this.lines = lines;
        this.matches = matches;
        this.activity = activity;
    }

    @Transactional
    void tick(long companyId, long accountId, long statementId, long entryId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        TakenStatement statement = statements.get(accountId, statementId);
        PostedCashEntry row = entries.some(accountId, List.of(entryId)).stream()
                .findFirst()
                .orElseThrow(() -> new Missing("cash entry"));
        CashEntry entry = row.entry();
        LocalDate day = entry.date().isBefore(statement.fromDate())
                ? statement.fromDate()
                : entry.date().isAfter(statement.toDate()) ? statement.toDate() : entry.date();
        TakenLine line = paper.addLine(
                account,
                statementId,
                new BankLine(
                        new BankLineId(0),
                        day,
                        day,
                        entry.minorUnits(),
                        entry.reference(),
                        "",
                        entry.checkNumber(),
                        entry.party(),
                        entry.title(),
                        ""));
        ItemMatch match = matches.tie(account, List.of(line), List.of(row), ItemMatch.How.PAPER, null, null, who);
        matches.recordMatch(account, match, List.of(line), List.of(row), who);
    }

    /** Takes back the last tick. */
    @Transactional
    void untickLast(long companyId, long accountId, long statementId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        List<TakenLine> own = lines.findByStatementIdOrderByPlace(
                statements.get(accountId, statementId).id());
        if (own.isEmpty()) {
            throw new Missing("tick");
        }
        TakenLine last = own.getLast();
        if (last.itemMatchId() != null) {
            matches.loosePaper(account, last.itemMatchId());
        }
        paper.removeLine(account, statementId, last.id());
        activity.record(
                companyId,
                who,
                "paper.unticked",
                "statement",
                statementId,
                "Took back the tick of " + last.line().title());
    }
}
