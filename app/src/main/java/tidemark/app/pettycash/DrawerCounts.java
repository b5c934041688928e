package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ItemTerms;
import tidemark.app.ledger.Ledger;
import tidemark.core.deposit.CashPieces;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.DrawerCount;
import tidemark.core.pettycash.PettyCashBooking;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Counts of drawers; closing one books exactly what it found too much or too little. */
@Service
public class DrawerCounts {
    private final DrawerCountRepository counts;
    private final DrawerMoveRepository moves;
    private final Drawers drawers;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final Clock clock;

    DrawerCounts(
            DrawerCountRepository counts,
            DrawerMoveRepository moves,
            Drawers drawers,
            Ledger ledger,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            Clock clock) {
        this.counts = counts;
        this.moves = moves;
        this.drawers = drawers;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.clock = clock;
    }

    /** Begins a count of this moment, or goes on with the one that is open. */
    @Transactional
    public long begin(long companyId, long fundId, boolean surprise, String who) {
        bankAccounts.lockJournal(companyId);
        Fund fund = drawers.toCount(companyId, fundId);
        DrawerCountRow open = counts.open(fundId).orElse(null);
        if (open != null) {
            if (open.countedBy().equals(who) && open.surprise() == surprise) {
                return open.id();
            }
            throw new RuleViolation(
                    "count.open",
                    "",
                    say("count.open.found", fund.name(), open.countedBy(), Words.day(open.day())),
                    say("count.open.expected"),
                    say("count.open.remedy"));
        }
        DrawerCountRow row = counts.save(new DrawerCountRow(
                fund, companies.today(companyId, fund.siteId()), moves.cash(fundId), surprise, who, clock.instant()));
        activity.record(companyId, who, "count.begun", "fund", fundId, say("count.begun.told", fund.name()));
        return row.id();
    }

    private DrawerCountRow toChange(long companyId, long countId) {
        DrawerCountRow row =
                counts.findByIdAndCompanyId(countId, companyId).orElseThrow(() -> new NotFound(say("pettycash.count")));
        drawers.toCount(companyId, row.fundId());
        if (row.state() != DrawerCountRow.State.OPEN) {
            throw new RuleViolation(
                    "count.ended",
                    "",
                    say("count.ended.found", Words.day(row.day())),
                    say("count.ended.expected"),
                    say("count.ended.remedy"));
        }
        return row;
    }

    /**
     * @param pieces how many of each, by the value of one in minor units
     * @param done whether that is all: only then a surprise count tells what should be there, and stands as it is
     */
    @Transactional
    public void enter(long companyId, long countId, Map<Long, Integer> pieces, boolean done, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        DrawerCountRow row = toChange(companyId, countId);
        if (row.surprise() && row.isEntered()) {
            throw new RuleViolation(
                    "count.told",
                    "pieces",
                    say("count.told.found"),
                    say("count.told.expected"),
                    say("count.told.remedy"));
        }
        CashPieces found = CashPieces.of(pieces, company.baseCurrency());
        row.entered(written(found), found.total(), done || !row.surprise());
        activity.record(
                companyId,
                who,
                "count.entered",
                "fund",
                row.fundId(),
                say("count.entered.told", MinorUnits.grouped(found.total(), company.baseCurrency())));
    }

    private static String written(CashPieces pieces) {
        StringBuilder out = new StringBuilder();
        pieces.pieces()
                .forEach((value, n) -> out.append(value).append(':').append(n).append(' '));
        return out.toString().strip();
    }

    static Map<Long, Integer> read(String written) {
        Map<Long, Integer> out = new TreeMap<>();
        for (String piece : written.isEmpty() ? new String[0] : written.split(" ")) {
            int at = piece.indexOf(':');
            out.put(Long.parseLong(piece.substring(0, at)), Integer.parseInt(piece.substring(at + 1)));
        }
        return out;
    }

    @Transactional
    public Ledger.Booked close(long companyId, long countId, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        DrawerCountRow row = toChange(companyId, countId);
        if (!row.isEntered()) {
            throw new RuleViolation(
                    "count.empty",
                    "pieces",
                    say("count.empty.found"),
                    say("count.empty.expected"),
                    say("count.empty.remedy"));
        }
        Fund fund = drawers.get(companyId, row.fundId());
        DrawerCount count = new DrawerCount(
                new CashPieces(read(row.pieces())), row.shouldBe().orElseThrow());
        Ledger.Booked booked = count.over() == 0 ? Ledger.Booked.nothing() : book(company, fund, row, count, who);
        Long entry =
                booked.entries().isEmpty() ? null : booked.entries().getFirst().id();
        row.end(DrawerCountRow.State.CLOSED, entry, clock.instant());
        activity.record(
                companyId,
                who,
                "count.closed",
                "fund",
                fund.id(),
                say(
                        "count.closed.told",
                        fund.name(),
                        MinorUnits.grouped(count.counted(), company.baseCurrency()),
                        MinorUnits.grouped(count.over(), company.baseCurrency())));
        return booked;
    }

    private Ledger.Booked book(Company company, Fund fund, DrawerCountRow row, DrawerCount count, String who) {
        String text =
                count.over() < 0 ? say("pettycash.countShort", fund.name()) : say("pettycash.countOver", fund.name());
        Ledger.Booked booked = ledger.book(
                company.id(),
                List.of(new Ledger.Posting(
                        PettyCashBooking.overShort(
                                new PettyCashBooking.Paper(
                                        ledger.account(company.id(), fund.accountId())
                                                .code(),
                                        row.day(),
                                        row.day(),
                                        company.baseCurrency(),
                                        "",
                                        row.countedBy(),
                                        text),
                                ledger.account(company.id(), fund.overShortAccountId())
                                        .code(),
                                count.over()),
                        "",
                        "",
                        fund.siteId(),
                        ItemTerms.plain(ItemTerms.Kind.OTHER))),
                PettyCashDocuments.PETTY_CASH,
                null,
                who);
        moves.ofEntry(booked.entries().getFirst().id())
                .getFirst()
                .tell(count.move(), DrawerMoveRow.Paper.plain(row.day(), "", row.countedBy(), text));
        return booked;
    }

    @Transactional
    public void leave(long companyId, long countId, String who) {
        bankAccounts.lockJournal(companyId);
        DrawerCountRow row = toChange(companyId, countId);
        row.end(DrawerCountRow.State.LEFT, null, clock.instant());
        activity.record(
                companyId, who, "count.left", "fund", row.fundId(), say("count.left.told", Words.day(row.day())));
    }

    @Transactional(readOnly = true)
    public DrawerCountRow get(long companyId, long countId) {
        return counts.findByIdAndCompanyId(countId, companyId).orElseThrow(() -> new NotFound(say("pettycash.count")));
    }
}
