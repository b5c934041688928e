package tidemark.app.matching;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.EntrySource;
import tidemark.app.ledger.Ledger;
import tidemark.app.ledger.LedgerViews;
import tidemark.app.ledger.PostedCashEntry;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.statement.BankLineRepository;
import tidemark.app.statement.TakenLine;
import tidemark.core.ledger.BankLineBooking;
import tidemark.core.ledger.JournalEntry;
import tidemark.core.ledger.PartyId;
import tidemark.core.matching.OwnTransfer;
import tidemark.core.money.MinorUnits;
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
    private final Matches matches;

    OwnTransfers(
            BankAccounts accounts,
            BankLineRepository lines,
            Companies companies,
            MasterData masterData,
            Ledger ledger,
            LedgerViews views,
            Matches matches) {
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

    /** Books the transfer on the day it went out, and matches it on both accounts. */
    @Transactional
    public LedgerViews.BookedView book(
            long companyId,
            long accountId,
            long lineId,
            long otherAccountId,
            long otherLineId,
            boolean preview,
            String who) {
        // both are taken in the order of their ids, as everywhere
        Stream.of(accountId, otherAccountId).sorted().forEach(id -> accounts.forChange(companyId, id));
        BankAccount account = accounts.get(companyId, accountId);
        BankAccount other = accounts.get(companyId, otherAccountId);
        TakenLine line = matches.line(account, lineId);
        TakenLine otherLine = matches.line(other, otherLineId);
        OwnTransfer.check(line.line(), otherLine.line());
        if (!other.currency().equals(account.currency())) {
            throw new Missing("bank line");
        }
        BankLine out = line.minorUnits() < 0 ? line.line() : otherLine.line();
        Map<Long, ChartAccount> chart = ledger.chartById(companyId);
        var base = companies.get(companyId).baseCurrency();
        JournalEntry entry = BankLineBooking.entry(
                new BankLineBooking.Movement(
                        out.bookingDate(),
                        base,
                        line.minorUnits(),
                        masterData
                                .rate(companyId, account.currency(), base, out.bookingDate())
                                .toBase(line.minorUnits()),
                        out.reference().isEmpty() ? out.bankReference() : out.reference(),
                        "",
                        "Transfer between " + account.name() + " and " + other.name()),
                code(chart, account),
                code(chart, other),
                PartyId.NONE);
        Ledger.Booked booked =
                ledger.book(companyId, List.of(new Ledger.Draft(entry, "", "")), EntrySource.BANK_LINE, null, who);
        tie(account, lineId, booked, ItemMatch.How.BOOKED, who);
        // undone first where it was wrong; the booking is undone from the account it was made on
        tie(other, otherLineId, booked, ItemMatch.How.HAND, who);
        return views.shown(companyId, booked, preview);
    }

    private void tie(BankAccount account, long lineId, Ledger.Booked booked, ItemMatch.How how, String who) {
        List<TakenLine> line = List.of(matches.line(account, lineId));
        List<PostedCashEntry> entry = booked.cashEntries().stream()
                .filter(c -> c.bankAccountId() == account.id())
                .toList();
        ItemMatch match = matches.tie(account, line, entry, how, null, null, who);
        matches.recordMatch(account, match, line, entry, who);
    }

    private static String code(Map<Long, ChartAccount> chart, BankAccount account) {
        return Objects.requireNonNull(chart.get(account.ledgerAccountId())).code();
    }
}
