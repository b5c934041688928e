package tidemark.app.statement;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.incoming.IncomingFileRecords;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;

/** Puts right what was wrongly taken for the same line, or for another: a skipped line in, a doubled line out. */
@Service
public class StatementLines {
    private final Statements taken;
    private final StatementRepository statements;
    private final BankLineRepository lines;
    private final SkippedLineRepository skipped;
    private final IncomingFileRecords incomingFiles;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final EntityManager em;

    StatementLines(
            Statements taken,
            StatementRepository statements,
            BankLineRepository lines,
            SkippedLineRepository skipped,
            IncomingFileRecords incomingFiles,
            BankAccounts accounts,
            ActivityLog activity,
            EntityManager em) {
        this.taken = taken;
        this.statements = statements;
        this.lines = lines;
        this.skipped = skipped;
        this.incomingFiles = incomingFiles;
        this.accounts = accounts;
        this.activity = activity;
        this.em = em;
    }

    @Transactional(readOnly = true)
    List<BankLineRow> of(long companyId, long accountId, long statementId) {
        accounts.get(companyId, accountId);
        return lines.findByStatementIdOrderByPlace(
                taken.get(accountId, statementId).id());
    }

    /** Takes a skipped line after all, at the end of the account's last statement. */
    @Transactional
    public BankLineRow takeSkipped(long companyId, long incomingId, long skippedId, String who) {
        incomingFiles.get(companyId, incomingId);
        long accountId = found(incomingId, skippedId).bankAccountId();
        BankAccount account = accounts.lock(companyId, accountId);
        SkippedLine line = found(incomingId, skippedId);
        em.refresh(line);
        if (line.takenLineId() != null) {
            throw new RuleViolation(
                    "skipped.taken",
                    "",
                    say("skipped.taken.found"),
                    say("skipped.taken.expected"),
                    say("skipped.taken.remedy"));
        }
        LocalDate day = line.line().bookingDate();
        StatementRow statement = statements
                .findFirstByBankAccountIdAndFromDateLessThanEqualOrderByFromDateDesc(accountId, day)
                .or(() -> statements.findFirstByBankAccountIdOrderByToDateDesc(accountId))
                .orElseThrow(() -> new NotFound(say("statement.statement")));
        Statements.checkNotHeld(account, statement.fromDate());
        BankLineRow added = atItsPlace(statement, line.line());
        line = found(incomingId, skippedId);
        line.taken(added.id());
        activity.record(
                companyId,
                who,
                "line.taken",
                "bank_account",
                accountId,
                say("statement.tookALineThatHadBeenSkipped")
                        .formatted(
                                line.line().title(),
                                MinorUnits.report(line.line().minorUnits(), account.currency())));
        em.flush();
        return added;
    }

    /** Puts a line after the last one of its day or before; the balances of all after it run on with it. */
    private BankLineRow atItsPlace(StatementRow statement, BankLine line) {
        List<BankLineRow> own = lines.findByStatementIdOrderByPlace(statement.id());
        List<BankLineRow> before = own.stream()
                .filter(l -> !l.bookingDate().isAfter(line.bookingDate()))
                .toList();
        long place;
        long balance = statement.openingMinorUnits();
        if (!before.isEmpty()) {
            place = before.getLast().place();
            balance = before.getLast().balanceMinorUnits();
        } else if (!own.isEmpty()) {
            place = own.getFirst().place() - 1;
        } else {
            place = lines.lastPlace(statement.bankAccountId());
        }
        lines.shiftBalances(statement.id(), place, line.minorUnits());
        lines.moveAside(statement.bankAccountId(), place, 1);
        lines.moveBack(statement.bankAccountId());
        StatementRow now = statements.findById(statement.id()).orElseThrow();
        BankLineRow added = new BankLineRow(
                now,
                place + 1,
                line,
                Math.addExact(balance, line.minorUnits()),
                say("statement.takenAlthoughItLookedLikeOneRead"));
        em.persist(added);
        now.lines(own.size() + 1);
        em.flush();
        return added;
    }

    private SkippedLine found(long incomingId, long skippedId) {
        return skipped.findByIdAndIncomingId(skippedId, incomingId)
                .orElseThrow(() -> new NotFound(say("statement.line2")));
    }

    /** Takes a line out that stands twice; it must not be matched, and its month not be certified. */
    @Transactional
    void drop(long companyId, long accountId, long lineId, String reason, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        BankLineRow line = lines.some(accountId, List.of(lineId)).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound(say("statement.line2")));
        StatementRow statement = taken.get(accountId, line.statementId());
        Statements.checkNotHeld(account, statement.fromDate());
        if (line.itemMatchId() != null) {
            throw new RuleViolation(
                    "line.matched",
                    "",
                    say("line.matched.found", line.line().title()),
                    say("line.matched.expected"),
                    say("line.matched.remedy"));
        }
        String why = Fields.text(reason, "reason", 200);
        lines.shiftBalances(statement.id(), line.place(), -line.minorUnits());
        em.createNativeQuery("delete from bank_error where bank_line_id = ?")
                .setParameter(1, lineId)
                .executeUpdate();
        lines.deleteById(lineId);
        statements.findById(statement.id()).orElseThrow().lines(statement.lineCount() - 1);
        activity.record(
                companyId,
                who,
                "line.dropped",
                "bank_account",
                accountId,
                say("statement.tookOutALineThatStoodTwice")
                        .formatted(
                                line.line().title(),
                                line.bookingDate(),
                                MinorUnits.report(line.minorUnits(), account.currency()),
                                why));
        em.flush();
    }
}
