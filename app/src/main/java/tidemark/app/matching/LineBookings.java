package tidemark.app.matching;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.linebooking.AccountBooks;
import tidemark.app.linebooking.AccountBooksReader;
import tidemark.app.linebooking.LineBooking;
import tidemark.app.linebooking.LineBookingKinds;
import tidemark.app.linebooking.LineBookingKinds.Chosen;
import tidemark.core.ledger.JournalLine;
import tidemark.core.money.AmountStyle;
import tidemark.core.statement.BankLine;
import tools.jackson.databind.JsonNode;

/**
 * Books from a bank line, or shows what it would book by booking it and keeping nothing. Runs in its caller's
 * transaction, which is the one that is then not kept.
 */
@Service
class LineBookings {
    private final BankAccounts accounts;
    private final Companies companies;
    private final LineBookingKinds kinds;
    private final AccountBooksReader books;
    private final LedgerViews views;
    private final Matches matches;
    private final MatchRows matchRows;
    private final BookedLineRepository before;

    LineBookings(
            BankAccounts accounts,
            Companies companies,
            LineBookingKinds kinds,
            AccountBooksReader books,
            LedgerViews views,
            Matches matches,
            MatchRows matchRows,
            BookedLineRepository before) {
        this.before = before;
        this.accounts = accounts;
        this.companies = companies;
        this.kinds = kinds;
        this.books = books;
        this.views = views;
        this.matches = matches;
        this.matchRows = matchRows;
    }

    /**
     * What lines are booked as.
     *
     * @param party on the entry
     * @param text of the entry; empty for the line's own
     * @param rule that asks it; empty where a person does
     */
    record Request(Chosen<?> chosen, String party, String text, String rule) {
        Request by(String name) {
            return new Request(chosen, party, text, name);
        }
    }

    /** A request as a person typed it, or with plain decimals as a rule keeps it. */
    Request request(
            BankAccount account,
            String kind,
            @Nullable JsonNode details,
            AmountStyle style,
            String party,
            String text) {
        return new Request(kinds.chosen(kind, details, style, account.currency()), party, text, "");
    }

    LedgerViews.BookedView book(
            long companyId, long accountId, long lineId, MatchController.Booking typed, boolean preview, String who) {
        Request request = request(
                accounts.get(companyId, accountId),
                typed.kind(),
                typed.details(),
                companies.get(companyId).amountStyle(),
                typed.party().strip(),
                typed.text().strip());
        AccountBooks own = books.of(lock(companyId, accountId, request));
        return views.shown(companyId, book(own, lineId, typed.date(), request, who), preview);
    }

    /** Locks the account and all others that the request may book on, before anything is read of their lines. */
    BankAccount lock(long companyId, long accountId, Request request) {
        Set<Long> touched = new HashSet<>(
                accounts.get(companyId, accountId).settings().purposes().values());
        touched.addAll(request.chosen().ledgerAccounts(companyId));
        return accounts.lockWith(companyId, accountId, touched);
    }

    /** Books a line of a locked account. */
    Ledger.Booked book(AccountBooks own, long lineId, LocalDate date, Request request, String who) {
        BankLine line = matchRows.line(own.account(), lineId).line();
        return book(own, lineId, request, planned(own, line, date, request), who);
    }

    /** What a line of a locked account would be booked as; changes nothing. */
    LineBooking.Planned plan(AccountBooks own, long lineId, LocalDate date, Request request) {
        return planned(own, matchRows.line(own.account(), lineId).line(), date, request);
    }

    Ledger.Booked book(AccountBooks own, long lineId, Request request, LineBooking.Planned planned, String who) {
        Ledger.Booked booked = matches.bookFromLine(
                own.companyId(),
                own.account().id(),
                lineId,
                new Ledger.Posting(
                        planned.entry(), planned.checkNumber(), "", null, ItemTerms.plain(ItemTerms.Kind.PAYMENT)),
                planned.source(),
                List.of(),
                who);
        request.chosen().booked(own, booked.entries().getFirst());
        before.save(new BookedLine(
                own.account(),
                lineId,
                request.chosen().kind().kind(),
                kinds.kept(request.chosen()).toString(),
                request.party(),
                request.text(),
                request.rule()));
        return booked;
    }

    /** The words of a line; empty where the account has no such line. */
    String title(long accountId, long lineId) {
        return matchRows.title(accountId, lineId);
    }

    private static LineBooking.Planned planned(AccountBooks own, BankLine line, LocalDate date, Request request) {
        return request.chosen()
                .plan(
                        own,
                        new LineBooking.Movement(
                                own.movement(
                                        date,
                                        line.minorUnits(),
                                        AccountBooks.reference(line),
                                        request.party(),
                                        request.text().isEmpty() ? line.title() : request.text()),
                                line.checkNumber()));
    }

    /** Codes of the other accounts that a line would be booked on, in their order. */
    static String targets(AccountBooks own, BankLine line, Request request) {
        TreeSet<String> out = new TreeSet<>();
        planned(own, line, line.bookingDate(), request).entry().lines().stream()
                .map(JournalLine::accountCode)
                .filter(code -> !code.equals(own.cashCode()))
                .forEach(out::add);
        return String.join(", ", out);
    }
}
