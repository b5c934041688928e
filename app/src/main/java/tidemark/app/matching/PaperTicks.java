package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;
import tidemark.app.statement.paper.PaperStatements;
import tidemark.core.ledger.CashEntry;
import tidemark.core.problem.RuleViolation;
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
    private final MatchRows matches;
    private final ActivityLog activity;

    PaperTicks(
            BankAccounts accounts,
            Statements statements,
            PaperStatements paper,
            CashEntryRepository entries,
            BankLineRepository lines,
            MatchRows matches,
            ActivityLog activity) {
        this.accounts = accounts;
        this.statements = statements;
        this.paper = paper;
        this.entries = entries;
        this.lines = lines;
        this.matches = matches;
        this.activity = activity;
    }

    /**
     * Ticks entries that stand on the paper, in the order given.
     *
     * @param day the bank's day of all of them; absent for each entry's own, within the statement's days
     */
    @Transactional
    void tick(
            long companyId,
            long accountId,
            long statementId,
            Collection<Long> entryIds,
            @Nullable LocalDate day,
            String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        StatementRow statement = statements.get(accountId, statementId);
        if (day != null) {
            paper.checkDay(account, statementId, day, "date");
        }
        for (CashEntryRow row : matches.entries(account, entryIds)) {
            CashEntry entry = row.entry();
            LocalDate own = entry.date().isBefore(statement.fromDate())
                    ? statement.fromDate()
                    : entry.date().isAfter(statement.toDate()) ? statement.toDate() : entry.date();
            LocalDate at = day == null ? own : day;
            BankLineRow line = paper.addLine(
                    account,
                    statementId,
                    new BankLine(
                            new BankLineId(0),
                            at,
                            at,
                            entry.minorUnits(),
                            entry.reference(),
                            "",
                            entry.checkNumber(),
                            entry.party(),
                            entry.title(),
                            ""));
            ItemMatch match =
                    matches.match(account, List.of(line), List.of(row), ItemMatch.How.PAPER, null, null, Set.of(), who);
            matches.recordMatch(account, match, List.of(line), List.of(row), who);
        }
    }

    /** Takes a tick back, whichever. */
    @Transactional
    void untick(long companyId, long accountId, long statementId, long lineId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        BankLineRow ticked = lines
                .findByStatementIdOrderByPlace(
                        statements.get(accountId, statementId).id())
                .stream()
                .filter(l -> l.id() == lineId)
                .findFirst()
                .orElseThrow(() -> new NotFound(say("matching.tick")));
        if (ticked.itemMatchId() == null || !matches.isTick(ticked.itemMatchId())) {
            throw new RuleViolation(
                    "paper.not.ticked",
                    "",
                    say("paper.not.ticked.found", ticked.line().title()),
                    say("paper.not.ticked.expected"),
                    say("paper.not.ticked.remedy"));
        }
        matches.unmatch(account, ticked.itemMatchId());
        paper.removeLine(account, statementId, lineId);
        activity.record(
                companyId,
                who,
                "paper.unticked",
                "statement",
                statementId,
                say("paper.unticked.tookBackTheTickOf", ticked.line().title()));
    }
}
