package tidemark.app.statement;

import jakarta.persistence.EntityManager;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.ReadLine;
import tidemark.core.statement.ReadStatement;
import tidemark.core.statement.StatementIntegrity;
import tidemark.core.statement.StatementReader;

/** Takes statements: whole or not at all, and never twice. */
@Service
public class Statements {
    private static final int BLOCK = 1_000;

    private final StatementRepository statements;
    private final StatementFileRepository files;
    private final BankLineRepository lines;
    private final BankAccounts accounts;
    private final ActivityLog activity;
    private final EntityManager em;
    private final Clock clock;

    Statements(
            StatementRepository statements,
            StatementFileRepository files,
            BankLineRepository lines,
            BankAccounts accounts,
            ActivityLog activity,
            EntityManager em,
            Clock clock) {
        this.statements = statements;
        this.files = files;
        this.lines = lines;
        this.accounts = accounts;
        this.activity = activity;
        this.em = em;
        this.clock = clock;
    }

    /** Reads a file and takes the statements in it for one account. */
    @Transactional
    public List<TakenStatement> take(long companyId, long accountId, String fileName, byte[] content, String who) {
        BankAccount account = accounts.forChange(companyId, accountId);
        String digest = sha256(content);
        files.findByBankAccountIdAndSha256(accountId, digest).ifPresent(file -> {
            throw new RuleViolation(
                    "file.known",
                    "",
                    fileName + ", the same file as " + file.name() + ", which has been read already",
                    "a file that has not been read",
                    "Nothing is left to do with it; its lines are on the ladder.");
        });
        List<ReadStatement> read = read(content, account);
        StatementFile file =
                files.save(new StatementFile(accountId, plainName(fileName), format(content), digest, content));
        List<TakenStatement> taken = new ArrayList<>();
        for (ReadStatement statement : read) {
            taken.add(take(account, statement, file, who));
        }
        return taken;
    }

    private static List<ReadStatement> read(byte[] content, BankAccount account) {
        try {
            return StatementReader.readAll(new ByteArrayInputStream(content), account.currency());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String format(byte[] content) {
        try {
            return StatementReader.detect(new BufferedInputStream(new ByteArrayInputStream(content)))
                    .format();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private TakenStatement take(BankAccount account, ReadStatement read, StatementFile file, String who) {
        StatementIntegrity integrity = new StatementIntegrity(
                account.number(), account.currency(), lastClosing(account), knownReferences(account, read));
        List<Problem> problems = integrity.problems(read);
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
        TakenStatement statement = new TakenStatement(
                account.id(), file.id(), read.header(), read.lines().size(), who, clock.instant());
        em.persist(statement);
        long place = lines.lastPlace(account.id());
        long balance = read.header().openingMinorUnits();
        int inBlock = 0;
        for (ReadLine readLine : read.lines()) {
            balance = Math.addExact(balance, readLine.line().minorUnits());
            em.persist(new TakenLine(statement, ++place, readLine.line(), balance));
            if (++inBlock == BLOCK) {
                em.flush();
                em.clear();
                inBlock = 0;
            }
        }
        em.flush();
        activity.record(
                account.companyId(),
                who,
                "statement.taken",
                "statement",
                statement.id(),
                "Read %s for %s, %s to %s, %d lines"
                        .formatted(
                                file.name(),
                                account.name(),
                                read.header().from(),
                                read.header().to(),
                                read.lines().size()));
        return statement;
    }

    private Set<String> knownReferences(BankAccount account, ReadStatement read) {
        Set<String> known = new HashSet<>();
        List<String> block = new ArrayList<>();
        for (ReadLine line : read.lines()) {
            if (!line.line().bankReference().isEmpty()) {
                block.add(line.line().bankReference());
            }
            if (block.size() == BLOCK) {
                known.addAll(lines.knownReferences(account.id(), block));
                block.clear();
            }
        }
        if (!block.isEmpty()) {
            known.addAll(lines.knownReferences(account.id(), block));
        }
        return known;
    }

    /** The balance that the next statement must open with, and its day. */
    @Transactional(readOnly = true)
    public StatementIntegrity.Balance lastClosing(BankAccount account) {
        return statements
                .findFirstByBankAccountIdOrderByToDateDesc(account.id())
                .map(s -> new StatementIntegrity.Balance(s.toDate(), s.closingMinorUnits()))
                .orElse(new StatementIntegrity.Balance(account.openingDate(), account.openingBankMinorUnits()));
    }

    /** The bank's balance at the end of a day, as its statements give it; empty beyond the last statement. */
    @Transactional(readOnly = true)
    public Optional<Long> bankBalance(BankAccount account, LocalDate day) {
        if (!day.isAfter(account.openingDate())) {
            return day.equals(account.openingDate()) ? Optional.of(account.openingBankMinorUnits()) : Optional.empty();
        }
        return statements
                .findFirstByBankAccountIdAndFromDateLessThanEqualOrderByFromDateDesc(account.id(), day)
                .filter(s -> !s.toDate().isBefore(day))
                .map(s -> s.toDate().equals(day)
                        ? s.closingMinorUnits()
                        : lines.findFirstByBankAccountIdAndBookingDateLessThanEqualOrderByPlaceDesc(account.id(), day)
                                .filter(l -> l.statementId() == s.id())
                                .map(TakenLine::balanceMinorUnits)
                                .orElse(s.openingMinorUnits()));
    }

    /** The last balance the bank has told us. */
    @Transactional(readOnly = true)
    public long latestBankBalance(BankAccount account) {
        return lastClosing(account).minorUnits();
    }

    @Transactional(readOnly = true)
    public List<TakenStatement> touching(long accountId, LocalDate from, LocalDate to) {
        return statements.findByBankAccountIdAndFromDateLessThanEqualAndToDateGreaterThanEqualOrderByFromDate(
                accountId, to, from);
    }

    @Transactional(readOnly = true)
    public boolean any(long accountId) {
        return statements.findFirstByBankAccountIdOrderByToDateDesc(accountId).isPresent();
    }

    @Transactional(readOnly = true)
    public List<TakenStatement> list(long accountId) {
        return statements.findByBankAccountIdOrderByFromDateDesc(accountId);
    }

    @Transactional(readOnly = true)
    public TakenStatement get(long accountId, long statementId) {
        return statements.findByIdAndBankAccountId(statementId, accountId).orElseThrow(() -> new Missing("statement"));
    }

    /** The original file of a statement. */
    record Original(String name, String format, String sha256, byte[] content) {}

    @Transactional(readOnly = true)
    public Original original(long accountId, long statementId) {
        Long fileId = get(accountId, statementId).statementFileId();
        if (fileId == null) {
            throw new Missing("file");
        }
        StatementFile file = files.findByIdAndBankAccountId(fileId, accountId).orElseThrow(() -> new Missing("file"));
        return new Original(file.name(), file.format(), file.sha256(), file.content());
    }

    @Transactional(readOnly = true)
    public String fileSha256(TakenStatement statement) {
        Long fileId = statement.statementFileId();
        return fileId == null
                ? ""
                : files.findById(fileId).map(StatementFile::sha256).orElse("");
    }

    @Transactional(readOnly = true)
    public String fileName(TakenStatement statement) {
        Long fileId = statement.statementFileId();
        return fileId == null
                ? ""
                : files.findById(fileId).map(StatementFile::name).orElse("");
    }

    /** Takes back a statement of which nothing is matched; the last one only, so that no gap is left. */
    @Transactional
    public void takeBack(long companyId, long accountId, long statementId, String who) {
        BankAccount account = accounts.forChange(companyId, accountId);
        TakenStatement statement = get(accountId, statementId);
        if (statements
                .findFirstByBankAccountIdOrderByToDateDesc(accountId)
                .filter(s -> s.id() == statementId)
                .isEmpty()) {
            throw new RuleViolation(
                    "statement.not.last",
                    "",
                    "the statement from " + statement.fromDate(),
                    "the last statement of " + account.name(),
                    "Take back the later ones first.");
        }
        checkNotHeld(account, statement.fromDate());
        long matched = lines.matchedOf(statementId);
        if (matched > 0) {
            throw new RuleViolation(
                    "statement.matched",
                    "",
                    matched + " of its lines matched",
                    "a statement with no line matched",
                    "Undo its matches first.");
        }
        em.createNativeQuery(
                        "delete from bank_error where bank_line_id in (select id from bank_line where statement_id = ?)")
                .setParameter(1, statementId)
                .executeUpdate();
        lines.deleteOf(statementId);
        statements.delete(statement);
        em.flush();
        Long file = statement.statementFileId();
        if (file != null && !statements.existsByStatementFileId(file)) {
            files.deleteById(file);
        }
        activity.record(
                companyId,
                who,
                "statement.taken-back",
                "bank_account",
                accountId,
                "Took back the statement of %s from %s to %s"
                        .formatted(account.name(), statement.fromDate(), statement.toDate()));
    }

    static void checkNotHeld(BankAccount account, LocalDate day) {
        if (!day.isAfter(account.heldTo())) {
            throw new RuleViolation(
                    "mark.held",
                    "",
                    "a statement from " + day,
                    "one that begins after " + account.heldTo() + ", up to which " + account.name()
                            + " is certified or waits for it",
                    "Have that month sent back or reopened first.");
        }
    }

    private static String plainName(String name) {
        String plain = name.replaceAll(".*[/\\\\]", "").replaceAll("\\p{Cntrl}", "");
        return plain.isBlank() ? "statement" : plain.length() > 200 ? plain.substring(0, 200) : plain;
    }

    private static String sha256(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
