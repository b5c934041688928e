package tidemark.app.statement.paper;

import static tidemark.core.words.Catalogue.say;

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
                            say("statement.follows.expected", previous.date().plusDays(1)),
                            say("statement.follows.remedy"))
                    .with("next", YearMonth.from(previous.date().plusDays(1)));
        }
        Statements.checkNotHeld(account, month.atDay(1));
        StatementRow statement = statements.save(new StatementRow(
                accountId,
                null,
                new StatementHeader(
                        account.number(),
                        say("paper.paper", month),
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
                say("paper.beganThePaperStatementOfForClosing")
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
                    say("statement.not.last.found"),
                    say("statement.not.last.expected"),
                    say("statement.not.last.remedy"));
        }
        statement.closing(closing);
        activity.record(
                companyId,
                who,
                "statement.paper",
                "statement",
                statementId,
                say("statement.paper.closingBalanceOnPaperSetTo", MinorUnits.grouped(closing, account.currency())));
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
                say("paper.typed").formatted(line.title(), MinorUnits.report(line.minorUnits(), account.currency())));
        return added;
    }

    /** Takes back the line typed last. */
    @Transactional
    public void untypeLast(long companyId, long accountId, long statementId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        List<BankLineRow> own =
                lines.findByStatementIdOrderByPlace(paper(account, statementId).id());
        if (own.isEmpty()) {
            throw new NotFound(say("paper.line"));
        }
        BankLineRow last = own.getLast();
        if (last.itemMatchId() != null) {
            throw new RuleViolation(
                    "line.matched",
                    "",
                    say("line.matched.found", last.line().title()),
                    say("line.matched.expected"),
                    say("line.matched.remedy"));
        }
        removeLine(account, statementId, last.id());
        activity.record(
                companyId,
                who,
                "paper.untyped",
                "statement",
                statementId,
                say("paper.untyped.tookBack", last.line().title()));
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
            throw new NotFound(say("paper.line"));
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
                    say("line.outside.period.expected", Words.day(statement.fromDate()), Words.day(statement.toDate())),
                    say("line.outside.period.remedy2"));
        }
    }

    private StatementRow paper(BankAccount account, long statementId) {
        StatementRow statement = taken.get(account.id(), statementId);
        if (!statement.fromPaper()) {
            throw new RuleViolation(
                    "statement.not.paper",
                    "",
                    say("statement.not.paper.found"),
                    say("statement.not.paper.expected"),
                    say("statement.not.paper.remedy"));
        }
        Statements.checkNotHeld(account, statement.fromDate());
        return statement;
    }
}
