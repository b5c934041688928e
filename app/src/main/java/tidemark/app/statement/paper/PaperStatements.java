package tidemark.app.statement.paper;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.app.statement.StatementRepository;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.statement.Balance;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.PaperLine;
import tidemark.core.statement.StatementHeader;

/** Statements that are worked off from paper: begun with their closing balance, their lines added one by one. */
@Service
public class PaperStatements {
    private final Statements taken;
    private final StatementRepository statements;
    private final BankLineRepository lines;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final EntityManager em;
    private final Clock clock;

    PaperStatements(
            Statements taken,
            StatementRepository statements,
            BankLineRepository lines,
            BankAccounts accounts,
            ActivityLog activity,
            EntityManager em,
            Clock clock) {
        this.taken = taken;
        this.statements = statements;
        this.lines = lines;
        this.accounts = accounts;
        this.activity = activity;
        this.em = em;
        this.clock = clock;
    }

    /** Begins a statement from paper: the next month, with the closing balance that is printed on it. */
    @Transactional
    public StatementRow begin(long companyId, long accountId, YearMonth month, long closing, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        Balance previous = taken.lastClosing(account);
        if (!previous.date().plusDays(1).equals(month.atDay(1))) {
            throw new RuleViolation(
                            "statement.follows",
                            "month",
                            month.toString(),
                            "the statement that begins on " + previous.date().plusDays(1),
                            "Enter the statements in order.")
                    .with("next", YearMonth.from(previous.date().plusDays(1)));
        }
        Statements.checkNotHeld(account, month.atDay(1));
        StatementRow statement = statements.save(new StatementRow(
                accountId,
                null,
                new StatementHeader(
                        account.number(),
                        "paper " + month,
                        account.currency(),
                        month.atDay(1),
                        month.atEndOfMonth(),
                        previous.minorUnits(),
                        closing),
                0,
                who,
                clock.instant()));
        activity.record(
                companyId,
                who,
                "statement.paper",
                "statement",
                statement.id(),
                "Began the paper statement of %s for %s, closing at %s"
                        .formatted(account.name(), month, MinorUnits.grouped(closing, account.currency())));
        return statement;
    }

    @Transactional
    public void closing(long companyId, long accountId, long statementId, long closing, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        StatementRow statement = paper(account, statementId);
        if (taken.lastClosing(account).date().isAfter(statement.toDate())) {
            throw new RuleViolation(
                    "statement.not.last",
                    "",
                    "a later statement",
                    "no statement after this one",
                    "Take back the later ones first.");
        }
        statement.closing(closing);
        activity.record(
                companyId,
                who,
                "statement.paper",
                "statement",
                statementId,
                "Closing balance on paper set to " + MinorUnits.grouped(closing, account.currency()));
    }

    /** Adds a line at the end of a paper statement; called with the account taken for a change. */
    @Transactional
    public BankLineRow addLine(BankAccount account, long statementId, BankLine line) {
        StatementRow statement = paper(account, statementId);
        List<BankLineRow> own = lines.findByStatementIdOrderByPlace(statementId);
        long before =
                own.isEmpty() ? statement.openingMinorUnits() : own.getLast().balanceMinorUnits();
        BankLineRow added = new BankLineRow(
                statement, lines.lastPlace(account.id()) + 1, line, Math.addExact(before, line.minorUnits()));
        em.persist(added);
        statement.lines(own.size() + 1);
        em.flush();
        return added;
    }

    /** A line as it stands on paper; the printed balance is checked at once. */
    @Transactional
    public BankLineRow type(
            long companyId, long accountId, long statementId, BankLine line, OptionalLong printed, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        StatementRow statement = paper(account, statementId);
        checkDay(statement, line.bookingDate(), "date");
        List<BankLineRow> own = lines.findByStatementIdOrderByPlace(statementId);
        long before =
                own.isEmpty() ? statement.openingMinorUnits() : own.getLast().balanceMinorUnits();
        PaperLine.balanceAfter(before, line.minorUnits(), printed, account.currency());
        BankLineRow added = addLine(account, statementId, line);
        activity.record(
                companyId,
                who,
                "paper.typed",
                "statement",
                statementId,
                "Typed %s, %s".formatted(line.title(), MinorUnits.report(line.minorUnits(), account.currency())));
        return added;
    }

    /** Takes back the line typed last. */
    @Transactional
    public void untypeLast(long companyId, long accountId, long statementId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        List<BankLineRow> own =
                lines.findByStatementIdOrderByPlace(paper(account, statementId).id());
        if (own.isEmpty()) {
            throw new NotFound("line");
        }
        BankLineRow last = own.getLast();
        if (last.itemMatchId() != null) {
            throw new RuleViolation(
                    "line.matched",
                    "",
                    last.line().title() + ", which is matched",
                    "a line with no match",
                    "Undo its match first.");
        }
        removeLine(account, statementId, last.id());
        activity.record(
                companyId,
                who,
                "paper.untyped",
                "statement",
                statementId,
                "Took back " + last.line().title());
    }

    /** Removes a line of a paper statement, wherever it stands; its match must be undone first. */
    @Transactional
    public void removeLine(BankAccount account, long statementId, long lineId) {
        StatementRow statement = paper(account, statementId);
        List<BankLineRow> own = lines.findByStatementIdOrderByPlace(statementId);
        long balance = statement.openingMinorUnits();
        boolean found = false;
        for (BankLineRow line : own) {
            if (line.id() == lineId) {
                found = true;
                lines.delete(line);
            } else {
                balance = Math.addExact(balance, line.line().minorUnits());
                line.balanceMinorUnits(balance);
            }
        }
        if (!found) {
            throw new NotFound("line");
        }
        statement.lines(own.size() - 1);
        em.flush();
    }

    /** @throws RuleViolation line.outside.period when a day is not one of the statement's */
    public void checkDay(BankAccount account, long statementId, LocalDate day, String where) {
        checkDay(paper(account, statementId), day, where);
    }

    private static void checkDay(StatementRow statement, LocalDate day, String where) {
        if (day.isBefore(statement.fromDate()) || day.isAfter(statement.toDate())) {
            throw new RuleViolation(
                    "line.outside.period",
                    where,
                    Words.day(day),
                    "a date from " + Words.day(statement.fromDate()) + " to " + Words.day(statement.toDate()),
                    "Correct the date, or begin the statement it stands on.");
        }
    }

    private StatementRow paper(BankAccount account, long statementId) {
        StatementRow statement = taken.get(account.id(), statementId);
        if (!statement.fromPaper()) {
            throw new RuleViolation(
                    "statement.not.paper",
                    "",
                    "a statement from a file",
                    "one from paper",
                    "The bank's file is not changed.");
        }
        Statements.checkNotHeld(account, statement.fromDate());
        return statement;
    }
}
