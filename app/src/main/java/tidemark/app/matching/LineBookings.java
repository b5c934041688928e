package tidemark.app.matching;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Service;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.PostedCashEntry;
import tidemark.app.ledger.PostedLine;
import tidemark.app.statement.TakenLine;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.problem.RuleViolation;
import tidemark.core.statement.BankLine;

/**
 * Books from a bank line, or shows what it would book by booking it and keeping nothing. Runs in its caller's
 * transaction, which is the one that is then not kept.
 */
@Service
class LineBookings {
    private final BankAccounts accounts;
    private final Ledger ledger;
    private final LedgerViews views;
    private final Matches matches;

    LineBookings(BankAccounts accounts, Ledger ledger, LedgerViews views, Matches matches) {
        this.accounts = accounts;
        this.ledger = ledger;
        this.views = views;
        this.matches = matches;
    }

    /** What a movement was for. */
    enum Kind {
        FEE,
        INTEREST,
        TRANSFER,
        ACCOUNT
    }

    record Wish(Kind kind, String account, long otherBankAccountId, LocalDate date, String party, String text) {}

    LedgerViews.BookedView book(long companyId, long accountId, long lineId, Wish wish, boolean preview, String who) {
        BankAccount account = accounts.get(companyId, accountId);
        BankLine line = matches.line(account, lineId).line();
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        JournalEntry entry = BankLineBooking.entry(
                wish.date(),
                account.currency(),
                line.minorUnits(),
                code(chart, account.ledgerAccountId()),
                other(companyId, account, wish, chart),
                reference(line),
                wish.party(),
                wish.text().isEmpty() ? line.title() : wish.text());
        return shown(
                companyId,
                matches.bookFromLine(
                        companyId,
                        accountId,
                        lineId,
                        new Ledger.Draft(entry, line.checkNumber(), ""),
                        false,
                        List.of(),
                        who),
                preview);
    }

    private String other(long companyId, BankAccount account, Wish wish, Map<Long, ChartAccount> chart) {
        return switch (wish.kind()) {
            case FEE -> code(chart, account.chargesAccountId());
            case INTEREST -> code(chart, account.interestAccountId());
            case TRANSFER ->
                code(chart, accounts.get(companyId, wish.otherBankAccountId()).ledgerAccountId());
            case ACCOUNT -> wish.account();
        };
    }

    private static String code(Map<Long, ChartAccount> chart, long id) {
        return Objects.requireNonNull(chart.get(id)).code();
    }

    private static String reference(BankLine line) {
        String reference = line.reference().isEmpty() ? line.bankReference() : line.reference();
        return reference.length() > 200 ? reference.substring(0, 200) : reference;
    }

    private LedgerViews.BookedView shown(long companyId, Ledger.Booked booked, boolean preview) {
        LedgerViews.BookedView view = views.booked(companyId, booked, preview);
        if (preview) {
            Ledger.keepNothing();
        }
        return view;
    }

    LedgerViews.BookedView correct(
            long companyId, long accountId, long lineId, long entryId, boolean preview, String who) {
        BankAccount account = accounts.get(companyId, accountId);
        TakenLine line = matches.line(account, lineId);
        PostedCashEntry wrong = matches.entry(account, entryId);
        CashEntry cash = wrong.entry();
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        PostedLine balancing = ledger.linesOf(List.of(wrong.journalEntryId())).stream()
                .filter(l -> l.ledgerAccountId() != account.ledgerAccountId())
                .findFirst()
                .orElseThrow(() -> new RuleViolation(
                        "correction.account",
                        "",
                        "an entry with no other account",
                        "an entry against another account",
                        "Reverse it and book it anew."));
        String title = cash.checkNumber().isEmpty() ? cash.title() : "check " + cash.checkNumber();
        JournalEntry entry = BankLineBooking.correction(
                line.bookingDate(),
                account.currency(),
                line.minorUnits(),
                cash.minorUnits(),
                code(chart, account.ledgerAccountId()),
                code(chart, balancing.ledgerAccountId()),
                cash.reference(),
                cash.party(),
                "Amount of " + title + " put right");
        return shown(
                companyId,
                matches.bookFromLine(
                        companyId,
                        accountId,
                        lineId,
                        new Ledger.Draft(entry, cash.checkNumber(), ""),
                        true,
                        List.of(entryId),
                        who),
                preview);
    }
}
