package tidemark.app.matching;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.CashEntryRow;
import tidemark.app.ledger.Chart;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.linebooking.LineEntries;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.BankLineRow;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.Purpose;
import tidemark.core.matching.OwnTransfer;
import tidemark.core.money.MinorUnits;
import tidemark.core.payment.ExchangeRate;
import tidemark.core.payment.TransferBooking;
import tidemark.core.statement.BankLine;

/** Finds transfers that stand on the statements of two own accounts and not in the ledger, and books them from both. */
@Service
class OwnTransfers {
    private static final int DAYS = 10;
    private static final int MOST = 5;

    private final BankAccounts accounts;
    private final BankLineRepository lines;
    private final Companies companies;
    private final MasterData masterData;
    private final Ledger ledger;
    private final LedgerViews views;
    private final Chart chart;
    private final MatchRows matches;

    OwnTransfers(
            BankAccounts accounts,
            BankLineRepository lines,
            Companies companies,
            MasterData masterData,
            Ledger ledger,
            LedgerViews views,
            Chart chart,
            MatchRows matches) {
        this.chart = chart;
        this.accounts = accounts;
        this.lines = lines;
        this.companies = companies;
        this.masterData = masterData;
        this.ledger = ledger;
        this.views = views;
        this.matches = matches;
    }

    /** A line of another own account that may be the other end. */
    record OtherEndView(long accountId, String accountName, long lineId, LocalDate date, String title, String amount) {}

    @Transactional(readOnly = true)
    List<OtherEndView> otherEnds(long companyId, long accountId, long lineId) {
        BankAccount account = accounts.get(companyId, accountId);
        BankLine line = matches.line(account, lineId).line();
        List<OwnTransfer.OtherEnd> others = new ArrayList<>();
        for (BankAccount other : accounts.list(companyId)) {
            if (other.id() != accountId && other.currency().equals(account.currency())) {
                lines.openOfAmount(
                                other.id(),
                                -line.minorUnits(),
                                line.bookingDate().minusDays(DAYS),
                                line.bookingDate().plusDays(DAYS))
                        .forEach(l -> others.add(new OwnTransfer.OtherEnd(other.id(), other.name(), l.line())));
            }
        }
        return OwnTransfer.otherEnds(line, account.name(), others).stream()
                .limit(MOST)
                .map(o -> new OtherEndView(
                        o.accountId(),
                        o.accountName(),
                        o.line().id().value(),
                        o.line().bookingDate(),
                        o.line().title(),
                        MinorUnits.report(o.line().minorUnits(), account.currency())))
                .toList();
    }

    /**
     * Books each end on the day its bank gave, and matches it there; what lies between two days is between the banks.
     * Runs in its caller's transaction, which a preview does not keep.
     */
    public LedgerViews.BookedView book(
            long companyId,
            long accountId,
            long lineId,
            long otherAccountId,
            long otherLineId,
            boolean preview,
            String who) {
        // both are taken in the order of their ids, as everywhere
        Stream.of(accountId, otherAccountId).sorted().forEach(id -> accounts.lock(companyId, id));
        BankAccount account = accounts.get(companyId, accountId);
        BankAccount other = accounts.get(companyId, otherAccountId);
        BankLineRow line = matches.line(account, lineId);
        BankLineRow otherLine = matches.line(other, otherLineId);
        OwnTransfer.check(line.line(), otherLine.line());
        if (!other.currency().equals(account.currency())) {
            throw new NotFound(say("matching.bankLine"));
        }
        boolean leavesHere = line.minorUnits() < 0;
        TransferBooking.End here = end(companyId, account, line);
        TransferBooking.End there = end(companyId, other, otherLine);
        TransferBooking.End from = leavesHere ? here : there;
        TransferBooking.End to = leavesHere ? there : here;
        BankLine out = leavesHere ? line.line() : otherLine.line();
        // one currency on both sides: what leaves is worth what arrives
        ExchangeRate rate = masterData.rate(
                companyId, account.currency(), companies.get(companyId).baseCurrency(), from.date());
        List<JournalEntry> entries = TransferBooking.entries(
                worth(from, rate),
                worth(to, rate),
                new TransferBooking.Between(
                        from.date().equals(to.date())
                                ? ""
                                : chart.accountCodeFor(companyId, leavesHere ? account : other, Purpose.BETWEEN_BANKS),
                        "",
                        ""),
                companies.get(companyId).baseCurrency(),
                out.reference().isEmpty() ? out.bankReference() : out.reference(),
                say("matching.transferFromTo", from.name(), to.name()));
        Ledger.Booked booked = ledger.book(
                companyId,
                entries.stream().map(e -> new Ledger.Posting(e, "", "")).toList(),
                LineEntries.BANK_LINE,
                null,
                who);
        tie(account, lineId, booked, true, who);
        // of one entry for both ends only the first match takes it back when it is undone
        tie(other, otherLineId, booked, entries.size() > 1, who);
        return views.shown(companyId, booked, preview);
    }

    private TransferBooking.End end(long companyId, BankAccount account, BankLineRow line) {
        long amount = Math.absExact(line.minorUnits());
        String cash = ledger.account(companyId, account.ledgerAccountId()).code();
        return new TransferBooking.End(cash, account.name(), line.bookingDate(), amount, amount, Optional.empty());
    }

    private static TransferBooking.End worth(TransferBooking.End end, ExchangeRate rate) {
        return new TransferBooking.End(
                end.cashCode(),
                end.name(),
                end.date(),
                end.ownMinorUnits(),
                rate.toBase(end.ownMinorUnits()),
                rate.tie());
    }

    /** @param takesBack whether undoing this match reverses the entry at its account */
    private void tie(BankAccount account, long lineId, Ledger.Booked booked, boolean takesBack, String who) {
        List<BankLineRow> line = List.of(matches.line(account, lineId));
        List<CashEntryRow> entry = booked.cashEntries().stream()
                .filter(c -> c.bankAccountId() == account.id())
                .toList();
        Set<Long> reversed = takesBack
                ? entry.stream()
                        .map(c -> Objects.requireNonNull(c.journalEntryId()))
                        .collect(Collectors.toSet())
                : Set.of();
        ItemMatch match = matches.match(account, line, entry, ItemMatch.How.HAND, null, null, reversed, who);
        matches.recordMatch(account, match, line, entry, who);
    }
}
