package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.JournalLineRow;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.app.rule.Rules;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.ledger.Purpose;
import tidemark.core.money.MinorUnits;
import tidemark.core.problem.RuleViolation;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;

/**
 * Matches a line with entries of another amount, and books what they differ by: on the account of the wrong entry, or as a
 * difference that is allowed. Runs in its caller's transaction, which a preview does not keep.
 */
@Service
class Corrections {
    private static final EntrySource CORRECTION =
            EntrySource.consequence("CORRECTION", say("matching.putRightFromABankLine"));

    private final BankAccounts accounts;
    private final AccountBooksReader books;
    private final Ledger ledger;
    private final LedgerViews views;
    private final Matches matches;
    private final MatchRows matchRows;
    private final Rules rules;

    Corrections(
            BankAccounts accounts,
            AccountBooksReader books,
            Ledger ledger,
            LedgerViews views,
            Matches matches,
            MatchRows matchRows,
            Rules rules) {
        this.accounts = accounts;
        this.books = books;
        this.ledger = ledger;
        this.views = views;
        this.matches = matches;
        this.matchRows = matchRows;
        this.rules = rules;
    }

    @Configuration(proxyBeanMethods = false)
    static class Sources {
        @Bean
        EntrySource correctedSource() {
            return CORRECTION;
        }
    }

    LedgerViews.BookedView correct(
            long companyId,
            long accountId,
            long lineId,
            long entryId,
            @Nullable Integer correctedLine,
            boolean preview,
            String who) {
        Set<Long> touched = new HashSet<>();
        matches.journalEntryOf(accountId, entryId)
                .ifPresent(e -> ledger.linesOf(List.of(e)).forEach(l -> touched.add(l.ledgerAccountId())));
        BankAccount account = accounts.lockWith(companyId, accountId, touched);
        AccountBooks own = books.of(account);
        BankLineRow line = matchRows.line(account, lineId);
        CashEntryRow wrong = matchRows.entry(account, entryId);
        CashEntry cash = wrong.entry();
        if (wrong.journalEntryId() == null) {
            throw new RuleViolation(
                    "correction.opening",
                    "",
                    say("correction.opening.found"),
                    say("correction.opening.expected"),
                    say("correction.opening.remedy"));
        }
        JournalLineRow balancing = balancing(own, wrong.journalEntryId(), correctedLine);
        String title = cash.checkNumber().isEmpty() ? cash.title() : say("matching.check", cash.checkNumber());
        long difference = Math.subtractExact(line.minorUnits(), cash.minorUnits());
        if (difference == 0) {
            throw new RuleViolation(
                    "correction.none",
                    "amount",
                    say("correction.none.found"),
                    say("correction.none.expected"),
                    say("correction.none.remedy"));
        }
        JournalEntry entry = BankLineBooking.entry(
                own.movement(
                        line.bookingDate(),
                        difference,
                        cash.reference(),
                        cash.party(),
                        say("matching.amountOfPutRight", title)),
                own.cashCode(),
                own.code(balancing.ledgerAccountId()),
                balancing.partyId() == null ? PartyId.NONE : new PartyId(balancing.partyId()));
        return views.shown(
                companyId,
                matches.bookFromLine(
                        companyId,
                        accountId,
                        lineId,
                        new Ledger.Posting(entry, cash.checkNumber(), ""),
                        CORRECTION,
                        List.of(entryId),
                        who),
                preview);
    }

    /** A line of an entry besides its cash: what a correction may be booked on. */
    record OtherLine(int lineNumber, String account, String debit, String credit, String text) {}

    @Transactional(readOnly = true)
    List<OtherLine> otherLines(long companyId, long accountId, long cashEntryId) {
        BankAccount account = accounts.get(companyId, accountId);
        AccountBooks own = books.of(account);
        CurrencyUnit base = own.base();
        long entryId =
                matches.journalEntryOf(accountId, cashEntryId).orElseThrow(() -> new NotFound(say("matching.entry")));
        return ledger.linesOf(List.of(entryId)).stream()
                .filter(l -> l.ledgerAccountId() != account.ledgerAccountId())
                .map(l -> new OtherLine(
                        l.lineNumber(),
                        own.titled(l.ledgerAccountId()),
                        l.minorUnits() > 0 ? MinorUnits.toDecimal(l.minorUnits(), base) : "",
                        l.minorUnits() < 0 ? MinorUnits.toDecimal(-l.minorUnits(), base) : "",
                        l.text()))
                .toList();
    }

    /** The line of the entry that the difference belongs to; where there are several, a person says which. */
    private JournalLineRow balancing(AccountBooks own, long entryId, @Nullable Integer wanted) {
        List<JournalLineRow> others = ledger.linesOf(List.of(entryId)).stream()
                .filter(l -> l.ledgerAccountId() != own.account().ledgerAccountId())
                .toList();
        if (others.isEmpty()) {
            throw new RuleViolation(
                    "correction.account",
                    "",
                    say("correction.account.found"),
                    say("correction.account.expected"),
                    say("correction.account.remedy"));
        }
        if (wanted == null && others.size() > 1) {
            throw new RuleViolation(
                    "correction.which",
                    "correctedLine",
                    say(
                            "correction.which.found",
                            others.size(),
                            String.join(
                                    "; ",
                                    others.stream()
                                            .map(l -> l.lineNumber() + ", " + own.titled(l.ledgerAccountId()))
                                            .toList())),
                    say("correction.which.expected"),
                    say("correction.which.remedy"));
        }
        return wanted == null
                ? others.getFirst()
                : others.stream()
                        .filter(l -> l.lineNumber() == wanted)
                        .findFirst()
                        .orElseThrow(() -> new NotFound(say("matching.lineOfTheEntry")));
    }

    /** Matches lines with entries that differ by a little, and books the difference on the account's own for it. */
    LedgerViews.BookedView difference(
            long companyId, long accountId, List<Long> lineIds, List<Long> entryIds, boolean preview, String who) {
        BankAccount account = accounts.lockWith(
                companyId,
                accountId,
                accounts.get(companyId, accountId).settings().purposes().values());
        AccountBooks own = books.of(account);
        List<BankLine> lines = matchRows.lines(account, lineIds).stream()
                .map(BankLineRow::line)
                .toList();
        List<CashEntry> with = matchRows.entries(account, entryIds).stream()
                .map(CashEntryRow::entry)
                .toList();
        long tolerance = Rule.tolerance(rules.inForce(account), lines, account.differenceTolerance());
        long difference = BankLineBooking.difference(
                lines.stream().mapToLong(BankLine::minorUnits).reduce(0, Math::addExact),
                with.stream().mapToLong(CashEntry::minorUnits).reduce(0, Math::addExact),
                tolerance,
                account.currency());
        BankLine last = Collections.max(lines, Comparator.comparing(BankLine::bookingDate));
        JournalEntry entry = BankLineBooking.entry(
                own.movement(
                        last.bookingDate(),
                        difference,
                        AccountBooks.reference(last),
                        with.getFirst().party(),
                        lines.size() == 1
                                ? say("matching.differenceTo", last.title())
                                : say("matching.differenceToSeveral", last.title(), lines.size() - 1)),
                own.cashCode(),
                own.codeFor(Purpose.DIFFERENCES),
                PartyId.NONE);
        return views.shown(
                companyId,
                matches.bookFromLines(
                        companyId, accountId, lineIds, new Ledger.Posting(entry, "", ""), CORRECTION, entryIds, who),
                preview);
    }
}
