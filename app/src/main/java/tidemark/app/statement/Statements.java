package tidemark.app.statement;

import static tidemark.core.words.Catalogue.say;

import jakarta.persistence.EntityManager;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.Balance;

/** Takes statements: whole or not at all, and never twice. */
@Service
public class Statements {
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

    /** The balance that the next statement must open with, and its day. */
    @Transactional(readOnly = true)
    public Balance lastClosing(BankAccount account) {
        return statements
                .findFirstByBankAccountIdOrderByToDateDesc(account.id())
                .map(s -> new Balance(s.toDate(), s.closingMinorUnits()))
                .orElse(new Balance(account.openingDate(), account.openingBankMinorUnits()));
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
                                .map(BankLineRow::balanceMinorUnits)
                                .orElse(s.openingMinorUnits()));
    }

    /** The last balance the bank has told us. */
    @Transactional(readOnly = true)
    public long latestBankBalance(BankAccount account) {
        return lastClosing(account).minorUnits();
    }

    @Transactional(readOnly = true)
    public List<StatementRow> touching(long accountId, LocalDate from, LocalDate to) {
        return statements.findByBankAccountIdAndFromDateLessThanEqualAndToDateGreaterThanEqualOrderByFromDate(
                accountId, to, from);
    }

    @Transactional(readOnly = true)
    public boolean any(long accountId) {
        return statements.findFirstByBankAccountIdOrderByToDateDesc(accountId).isPresent();
    }

    @Transactional(readOnly = true)
    public List<StatementRow> list(long accountId) {
        return statements.findByBankAccountIdOrderByFromDateDesc(accountId);
    }

    @Transactional(readOnly = true)
    public List<StatementRow> ofIncomingFile(long incomingId) {
        return statements.findByIncomingIdOrderByFromDate(incomingId);
    }

    @Transactional(readOnly = true)
    public StatementRow get(long accountId, long statementId) {
        return statements
                .findByIdAndBankAccountId(statementId, accountId)
                .orElseThrow(() -> new NotFound(say("statement.statement")));
    }

    /** The original file of a statement. */
    record Original(String name, String format, String sha256, byte[] content) {}

    @Transactional(readOnly = true)
    public Original original(long accountId, long statementId) {
        Long fileId = get(accountId, statementId).statementFileId();
        if (fileId == null) {
            throw new NotFound(say("statement.file"));
        }
        StatementFile file = files.findById(fileId).orElseThrow(() -> new NotFound(say("statement.file")));
        return new Original(file.name(), file.format(), file.sha256(), file.content());
    }

    @Transactional(readOnly = true)
    public String fileSha256(StatementRow statement) {
        Long fileId = statement.statementFileId();
        return fileId == null
                ? ""
                : files.findById(fileId).map(StatementFile::sha256).orElse("");
    }

    @Transactional(readOnly = true)
    public String fileName(StatementRow statement) {
        Long fileId = statement.statementFileId();
        return fileId == null
                ? ""
                : files.findById(fileId).map(StatementFile::name).orElse("");
    }

    /** Takes back a statement of which nothing is matched. A gap that it leaves is shown until it is filled again. */
    @Transactional
    public void takeBack(long companyId, long accountId, long statementId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        StatementRow statement = get(accountId, statementId);
        checkNotHeld(account, statement.fromDate());
        long matched = lines.matchedOf(statementId);
        if (matched > 0) {
            throw new RuleViolation(
                    "statement.matched",
                    "",
                    say("statement.matched.found", matched),
                    say("statement.matched.expected"),
                    say("statement.matched.remedy"));
        }
        em.createNativeQuery(
                        "delete from bank_error where bank_line_id in (select id from bank_line where statement_id = ?)")
                .setParameter(1, statementId)
                .executeUpdate();
        lines.deleteOf(statementId);
        statements.delete(statement);
        em.flush();
        em.createNativeQuery(
                        "update interim_line set state = 'SEEN', bank_line_id = null where bank_account_id = ? and state = 'CONFIRMED'"
                                + " and bank_line_id not in (select id from bank_line)")
                .setParameter(1, accountId)
                .executeUpdate();
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
                say("statement.tookBackTheStatementOfFromTo")
                        .formatted(account.name(), statement.fromDate(), statement.toDate()));
    }

    public static void checkNotHeld(BankAccount account, LocalDate day) {
        if (!day.isAfter(account.lockedThrough())) {
            throw new RuleViolation(
                            "mark.held",
                            "",
                            say("mark.held.found2", day),
                            say("mark.held.expected4", account.lockedThrough(), account.name()),
                            say("mark.held.remedy4"))
                    .with("mark", account.lockedThrough());
        }
    }

    public static String plainName(String name) {
        String plain = name.replaceAll(".*[/\\\\]", "").replaceAll("\\p{Cntrl}", "");
        return plain.isBlank() ? "statement" : plain.length() > 200 ? plain.substring(0, 200) : plain;
    }

    public static String sha256(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
