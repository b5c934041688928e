package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.reconcile.DeclaredErrors;
import tidemark.app.statement.BankLineRow;
import tidemark.core.problem.RuleViolation;

/** Declares errors of the bank and of the ledger, which stay in the proof until they are put right. */
@Service
class ErrorDeclarations {
    private final BankAccounts accounts;
    private final MatchRows matches;
    private final DeclaredErrors errors;
    private final ActivityLog activity;
    private final Clock clock;

    ErrorDeclarations(
            BankAccounts accounts, MatchRows matches, DeclaredErrors errors, ActivityLog activity, Clock clock) {
        this.accounts = accounts;
        this.matches = matches;
        this.errors = errors;
        this.activity = activity;
        this.clock = clock;
    }

    /** Declares a line an error of the bank, to be put right by the bank. */
    @Transactional
    public void declareBankError(long companyId, long accountId, long lineId, String note, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        BankLineRow line = matches.line(account, lineId);
        if (line.itemMatchId() != null) {
            throw matches.taken(line.line().title(), line.itemMatchId());
        }
        checkErrorDate(account, line.bookingDate(), line.line().title());
        checkNote(note);
        if (errors.isBankError(lineId)) {
            throw alreadyDeclared(line.line().title());
        }
        errors.declareBankError(lineId, note.strip(), who, clock.instant());
        activity.record(
                companyId, who, "bank-error", "bank_line", lineId, line.line().title() + ": " + note.strip());
    }

    /** The same for several, with one note. */
    @Transactional
    public void declareBankErrors(long companyId, long accountId, List<Long> lineIds, String note, String who) {
        Set.copyOf(lineIds).stream().sorted().forEach(id -> declareBankError(companyId, accountId, id, note, who));
    }

    /** The same for several, with one note. */
    @Transactional
    public void declareLedgerErrors(long companyId, long accountId, List<Long> entryIds, String note, String who) {
        Set.copyOf(entryIds).stream().sorted().forEach(id -> declareLedgerError(companyId, accountId, id, note, who));
    }

    @Transactional
    public void withdrawBankError(long companyId, long accountId, long lineId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        BankLineRow line = matches.line(account, lineId);
        checkErrorDate(account, line.bookingDate(), line.line().title());
        if (errors.withdrawBankError(lineId) > 0) {
            activity.record(
                    companyId,
                    who,
                    "bank-error.withdrawn",
                    "bank_line",
                    lineId,
                    line.line().title());
        }
    }

    /** Declares an entry an error of the ledger, to be put right there. */
    @Transactional
    public void declareLedgerError(long companyId, long accountId, long entryId, String note, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        CashEntryRow entry = matches.entry(account, entryId);
        if (entry.itemMatchId() != null) {
            throw matches.taken(entry.entry().title(), entry.itemMatchId());
        }
        checkNotWaiting(account, entry.entryDate());
        checkNote(note);
        if (errors.isLedgerError(entryId)) {
            throw alreadyDeclared(entry.entry().title());
        }
        errors.declareLedgerError(entryId, note.strip(), who, clock.instant());
        activity.record(
                companyId,
                who,
                "ledger-error",
                "cash_entry",
                entryId,
                entry.entry().title() + ": " + note.strip());
    }

    @Transactional
    public void withdrawLedgerError(long companyId, long accountId, long entryId, String who) {
        BankAccount account = accounts.lock(companyId, accountId);
        CashEntryRow entry = matches.entry(account, entryId);
        checkNotWaiting(account, entry.entryDate());
        if (errors.withdrawLedgerError(entryId) > 0) {
            activity.record(
                    companyId,
                    who,
                    "ledger-error.withdrawn",
                    "cash_entry",
                    entryId,
                    entry.entry().title());
        }
    }

    private static void checkErrorDate(BankAccount account, LocalDate day, String title) {
        account.mark().check(day, title);
        checkNotWaiting(account, day);
    }

    /** While a month waits for its certification, what its proof is made of stays as it was prepared. */
    private static void checkNotWaiting(BankAccount account, LocalDate day) {
        boolean waiting = account.lockedThrough().isAfter(account.mark().date());
        if (waiting && !day.isAfter(account.lockedThrough())) {
            throw MatchRows.prepared(account);
        }
    }

    private static void checkNote(String note) {
        if (note.strip().length() < 3 || note.length() > 500) {
            throw new RuleViolation(
                    "note.unfit",
                    "note",
                    note.isBlank() ? say("note.unfit.found") : say("note.unfit.found2", note.length()),
                    say("note.unfit.expected"),
                    say("note.unfit.remedy"));
        }
    }

    private static RuleViolation alreadyDeclared(String title) {
        return new RuleViolation(
                "error.declared",
                "",
                say("error.declared.found", title),
                say("error.declared.expected"),
                say("error.declared.remedy"));
    }
}
