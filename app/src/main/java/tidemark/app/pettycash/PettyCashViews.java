package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.attachment.Papers;
import tidemark.app.company.Companies;
import tidemark.app.draft.Drafts;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.deposit.CashPieces;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.BookSpan;
import tidemark.core.pettycash.CountHistory;
import tidemark.core.pettycash.DrawerCash;
import tidemark.core.pettycash.DrawerProof;
import tidemark.core.pettycash.MoveKind;
import tools.jackson.databind.JsonNode;

/** Drawers as they are shown; amounts as decimal text. */
@Service
public class PettyCashViews {
    private static final int MOST_COUNTS = 500;
    /** Moves that a screen shows at once, the latest of a span; a table has all. */
    private static final int MOST_ROWS = 1_000;
    /** An advance that is open for longer stands out. */
    private static final int LONG_OPEN = 14;

    private final FundRepository funds;
    private final PettyPurposeRepository purposes;
    private final DrawerMoveRepository moves;
    private final DrawerCountRepository counts;
    private final Drawers drawers;
    private final Companies companies;
    private final Ledger ledger;
    private final Papers papers;
    private final Drafts drafts;

    PettyCashViews(
            FundRepository funds,
            PettyPurposeRepository purposes,
            DrawerMoveRepository moves,
            DrawerCountRepository counts,
            Drawers drawers,
            Companies companies,
            Ledger ledger,
            Papers papers,
            Drafts drafts) {
        this.funds = funds;
        this.purposes = purposes;
        this.moves = moves;
        this.counts = counts;
        this.drawers = drawers;
        this.companies = companies;
        this.ledger = ledger;
        this.papers = papers;
        this.drafts = drafts;
    }

    /** Where the float is; each as decimal text. @param ledger what the drawer's account says */
    public record DrawerIdentity(
            String floatAmount,
            String cash,
            String checks,
            String vouchers,
            String received,
            String advanced,
            String onTheWay,
            String overShort,
            String banked,
            String floatDue,
            String toTopUp,
            boolean worthTopUp,
            int toCover,
            String ledger,
            boolean holds) {}

    /** An advance that nobody has settled, a top-up that is on the way, or a check that lies in the drawer. */
    public record OpenMove(
            long id, LocalDate day, long days, String number, String who, String text, String amount, boolean late) {}

    public record FundPurpose(
            long id, String name, String account, String taxCode, String costCentre, String highest, boolean active) {}

    public record FundView(
            long id,
            int version,
            String name,
            String keeper,
            @Nullable Long siteId,
            String site,
            long accountId,
            String account,
            String overShortAccount,
            String advancesAccount,
            boolean active,
            @Nullable LocalDate closedThrough,
            LocalDate today,
            DrawerIdentity identity,
            @Nullable LocalDate lastCounted,
            @Nullable Long openCountId,
            boolean surprise,
            List<OpenMove> advances,
            List<OpenMove> onTheWay,
            List<OpenMove> checks,
            List<FundPurpose> purposes,
            List<Long> keepers,
            List<Long> counters,
            boolean mayPost,
            boolean mayCount) {}

    private CurrencyUnit currency(long companyId) {
        return companies.get(companyId).baseCurrency();
    }

    String amount(long companyId, long minorUnits) {
        return amount(minorUnits, currency(companyId));
    }

    private static String amount(long minorUnits, CurrencyUnit currency) {
        return MinorUnits.toDecimal(minorUnits, currency);
    }

    /** What a drawer is called. */
    @Transactional(readOnly = true)
    public String nameOf(long companyId, long fundId) {
        return funds.findByIdAndCompanyId(fundId, companyId).map(Fund::name).orElse("");
    }

    /** The names and floats of all, as the second row of the bar shows them. */
    @Transactional(readOnly = true)
    public List<FundView> funds(long companyId) {
        return funds.findByCompanyIdOrderById(companyId).stream()
                .map(f -> view(companyId, f))
                .toList();
    }

    @Transactional(readOnly = true)
    public FundView fund(long companyId, long fundId) {
        return view(companyId, drawers.get(companyId, fundId));
    }

    private FundView view(long companyId, Fund fund) {
        CurrencyUnit currency = currency(companyId);
        ChartAccount account = ledger.account(companyId, fund.accountId());
        LocalDate today = companies.today(companyId, fund.siteId());
        Actor who = Actor.current();
        List<DrawerCountRow> latest = counts.closed(fund.id(), Limit.of(1));
        return new FundView(
                fund.id(),
                fund.version(),
                fund.name(),
                fund.keeper(),
                fund.siteId(),
                fund.siteId() == null
                        ? ""
                        : companies.site(companyId, fund.siteId()).name(),
                account.id(),
                account.code() + " " + account.name(),
                ledger.account(companyId, fund.overShortAccountId()).code(),
                ledger.account(companyId, fund.advancesAccountId()).code(),
                fund.active(),
                fund.closedThrough(),
                today,
                identity(fund, account, currency),
                latest.isEmpty() ? null : latest.getFirst().day(),
                counts.open(fund.id()).map(DrawerCountRow::id).orElse(null),
                counts.open(fund.id()).map(c -> c.shouldBe().isEmpty()).orElse(false),
                moves.openAdvances(fund.id()).stream()
                        .map(m -> open(m, m.move().advanced(), today, currency))
                        .toList(),
                moves.onTheWay(fund.id()).stream()
                        .map(m -> open(m, m.move().onTheWay(), today, currency))
                        .toList(),
                moves.held(fund.id()).stream()
                        .map(m -> open(m, m.move().checks(), today, currency))
                        .toList(),
                purposes.findByFundIdOrderByName(fund.id()).stream()
                        .map(p -> new FundPurpose(
                                p.id(),
                                p.name(),
                                p.accountCode(),
                                p.taxCode(),
                                p.costCentre(),
                                p.highest().isPresent() ? amount(p.highest().getAsLong(), currency) : "",
                                p.active()))
                        .toList(),
                fund.keepers().stream().sorted().toList(),
                fund.counters().stream().sorted().toList(),
                who == null || fund.mayPost(who.personId()),
                who == null || fund.mayCount(who.personId()));
    }

    private static OpenMove open(DrawerMoveRow m, long of, LocalDate today, CurrencyUnit currency) {
        long days = ChronoUnit.DAYS.between(m.day(), today);
        return new OpenMove(
                m.id(), m.day(), days, m.number(), m.who(), m.text(), amount(of, currency), days > LONG_OPEN);
    }

    private DrawerIdentity identity(Fund fund, ChartAccount account, CurrencyUnit currency) {
        DrawerProof proof = drawers.proof(fund);
        long booked = ledger.ownBalance(account.id(), LocalDate.of(9999, 12, 31));
        return new DrawerIdentity(
                amount(proof.floated(), currency),
                amount(proof.cash(), currency),
                amount(proof.checks(), currency),
                amount(proof.vouchers(), currency),
                amount(proof.received(), currency),
                amount(proof.advanced(), currency),
                amount(proof.onTheWay(), currency),
                amount(proof.overShort(), currency),
                amount(proof.banked(), currency),
                amount(proof.floatDue(), currency),
                amount(proof.toTopUp(), currency),
                proof.toTopUp() > 0,
                moves.countUncovered(fund.id(), TopUps.COVERED),
                amount(booked, currency),
                proof.holds() && proof.booked() == booked);
    }

    /**
     * A move as the book shows it.
     *
     * @param in what came into the drawer, {@code out} what left it; empty for nothing
     * @param holds what the drawer held after it
     * @param open whether it is an advance that nobody has settled
     */
    public record BookRow(
            long id,
            LocalDate day,
            LocalDate paperDay,
            MoveKind kind,
            String kindWords,
            String number,
            String who,
            String text,
            String purpose,
            String costCentre,
            String quantity,
            String tags,
            String in,
            String out,
            String holds,
            int pictures,
            @Nullable Long entryId,
            boolean reversed,
            boolean undoes,
            boolean covered,
            boolean open,
            String madeBy) {}

    /** A voucher that is kept as a draft, and moves nothing yet. */
    public record DraftRow(
            long id,
            LocalDate day,
            String who,
            String text,
            String purpose,
            String costCentre,
            boolean in,
            String amount,
            int pictures,
            String madeBy) {}

    /**
     * @param carried what the drawer held before the first row that is shown
     * @param rows by day and then order of posting, the first first; {@code drafts} of those days
     * @param left earlier moves of the span that are not shown
     */
    public record DrawerBook(
            LocalDate from,
            LocalDate to,
            String carried,
            String closing,
            String in,
            String out,
            List<BookRow> rows,
            int left,
            List<DraftRow> drafts) {}

    @Transactional(readOnly = true)
    public DrawerBook book(long companyId, long fundId, LocalDate from, LocalDate to, String text) {
        return book(companyId, fundId, from, to, text, MOST_ROWS);
    }

    /** All of it, for a table or a paper. */
    @Transactional(readOnly = true)
    public DrawerBook whole(long companyId, long fundId, LocalDate from, LocalDate to) {
        return book(companyId, fundId, from, to, "", Integer.MAX_VALUE);
    }

    DrawerBook book(long companyId, long fundId, LocalDate from, LocalDate to, String text, int most) {
        Fund fund = drawers.get(companyId, fundId);
        CurrencyUnit currency = currency(companyId);
        long carried = moves.cashBefore(fundId, from);
        List<DrawerMoveRow> all = moves.between(fundId, from, to);
        List<Long> holds = DrawerCash.running(
                carried,
                all.stream()
                        .map(m -> new DrawerCash.Step(m.day(), m.move().cash(), m.title()))
                        .toList());
        Map<Long, String> names = new HashMap<>();
        purposes.findByFundIdOrderByName(fundId).forEach(p -> names.put(p.id(), p.name()));
        Map<Long, Integer> pictures = papers.counts(all.stream()
                .map(DrawerMoveRow::entryId)
                .filter(Objects::nonNull)
                .toList());
        List<Long> open =
                moves.openAdvances(fundId).stream().map(DrawerMoveRow::id).toList();
        String wanted = text.strip().toLowerCase(java.util.Locale.ROOT);
        List<BookRow> rows = new ArrayList<>();
        long in = 0;
        long out = 0;
        for (int i = 0; i < all.size(); i++) {
            DrawerMoveRow m = all.get(i);
            long cash = m.move().cash();
            in += Math.max(0, cash);
            out += Math.max(0, -cash);
            BookRow row = new BookRow(
                    m.id(),
                    m.day(),
                    m.paperDay(),
                    m.kind(),
                    m.kind().words(),
                    m.number(),
                    m.who(),
                    m.text(),
                    m.purposeId() == null ? "" : names.getOrDefault(m.purposeId(), ""),
                    m.costCentre(),
                    m.quantity(),
                    m.tags(),
                    cash > 0 ? amount(cash, currency) : "",
                    cash < 0 ? amount(-cash, currency) : "",
                    amount(holds.get(i), currency),
                    m.entryId() == null ? 0 : pictures.getOrDefault(m.entryId(), 0),
                    m.entryId(),
                    m.reversed(),
                    m.reversesId() != null,
                    m.topUpId() != null,
                    open.contains(m.id()),
                    m.madeBy());
            if (wanted.isEmpty() || told(row).contains(wanted)) {
                rows.add(row);
            }
        }
        int left = Math.max(0, rows.size() - most);
        return new DrawerBook(
                from,
                to,
                left == 0 ? amount(carried, currency) : rows.get(left - 1).holds(),
                amount(carried + in - out, currency),
                amount(in, currency),
                amount(out, currency),
                List.copyOf(rows.subList(left, rows.size())),
                left,
                drafts(companyId, fundId, from, to, names, wanted));
    }

    private List<DraftRow> drafts(
            long companyId, long fundId, LocalDate from, LocalDate to, Map<Long, String> names, String wanted) {
        List<DraftRow> out = new ArrayList<>();
        for (Drafts.Kept kept : drafts.kept(companyId, "VOUCHER", from, to)) {
            JsonNode form = kept.body();
            if (form.path("fundId").asLong(0) != fundId) {
                continue;
            }
            JsonNode purpose = form.path("purposeId");
            DraftRow row = new DraftRow(
                    kept.draft().id(),
                    kept.draft().date(),
                    form.path("who").asString(""),
                    form.path("text").asString(""),
                    purpose.isNumber() ? names.getOrDefault(purpose.asLong(), "") : "",
                    form.path("costCentre").asString(""),
                    form.path("kind").asString("").equals("RECEIVED"),
                    kept.draft().amount(),
                    kept.papers(),
                    kept.draft().madeBy());
            if (String.join(" ", row.who(), row.text(), row.purpose(), row.costCentre(), row.amount())
                    .toLowerCase(java.util.Locale.ROOT)
                    .contains(wanted)) {
                out.add(row);
            }
        }
        return out;
    }

    private static String told(BookRow row) {
        return String.join(
                        " ",
                        row.number(),
                        row.who(),
                        row.text(),
                        row.purpose(),
                        row.in(),
                        row.out(),
                        row.costCentre(),
                        row.tags())
                .toLowerCase(java.util.Locale.ROOT);
    }

    @Transactional(readOnly = true)
    public DrawerBook book(long companyId, long fundId, BookSpan span, LocalDate day, String text) {
        return book(companyId, fundId, span.first(day), span.last(day), text);
    }

    /** One piece of the currency. @param comesTo decimal text */
    public record PieceRow(long value, String name, int count, String comesTo) {}

    /**
     * A count.
     *
     * @param shouldBe what the book had at the moment it was begun; absent where it is a surprise and nothing was entered yet
     * @param over above zero for too much, below for short; absent likewise and before anything was entered
     * @param postedSince moves of the drawer since that moment
     * @param told the difference in a sentence
     */
    public record DrawerCountView(
            long id,
            long fundId,
            DrawerCountRow.State state,
            LocalDate day,
            Instant begunAt,
            String countedBy,
            boolean surprise,
            boolean entered,
            List<PieceRow> pieces,
            String counted,
            @Nullable String shouldBe,
            @Nullable String over,
            @Nullable String accounted,
            @Nullable String floatAmount,
            long postedSince,
            String told,
            @Nullable Long entryId) {}

    @Transactional(readOnly = true)
    public DrawerCountView count(long companyId, DrawerCountRow row) {
        CurrencyUnit currency = currency(companyId);
        Fund fund = drawers.get(companyId, row.fundId());
        Map<Long, Integer> entered = DrawerCounts.read(row.pieces());
        List<PieceRow> pieces = CashPieces.inUse(currency).stream()
                .map(v -> new PieceRow(
                        v,
                        amount(v, currency),
                        entered.getOrDefault(v, 0),
                        amount(v * entered.getOrDefault(v, 0), currency)))
                .toList();
        boolean tells = row.shouldBe().isPresent();
        DrawerProof proof = drawers.proof(fund);
        return new DrawerCountView(
                row.id(),
                row.fundId(),
                row.state(),
                row.day(),
                row.begunAt(),
                row.countedBy(),
                row.surprise(),
                row.isEntered(),
                pieces,
                amount(row.counted(), currency),
                tells ? amount(row.shouldBe().getAsLong(), currency) : null,
                tells && row.isEntered() ? amount(row.over(), currency) : null,
                tells ? amount(proof.accountedFor() - proof.cash(), currency) : null,
                tells ? amount(proof.floated(), currency) : null,
                fund.lastPlace() - row.uptoPlace(),
                tells && row.isEntered() ? told(companyId, fund, row, currency) : "",
                row.entryId());
    }

    private String told(long companyId, Fund fund, DrawerCountRow row, CurrencyUnit currency) {
        if (row.over() == 0) {
            return say("pettycash.countAgrees");
        }
        ChartAccount account = ledger.account(companyId, fund.overShortAccountId());
        return say(
                "pettycash.countBooked",
                account.code() + " " + account.name(),
                tidemark.core.problem.Words.day(row.day()));
    }

    /** What counts by one person found in one month; amounts as decimal text. */
    public record CountSum(String month, String by, int counts, int shorts, String shortBy, int overs, String overBy) {}

    /** @param sums by month, the latest first, and who counted */
    public record CountList(
            List<DrawerCountView> counts, List<CountSum> sums, int year, int counted, int shorts, String shortBy) {}

    @Transactional(readOnly = true)
    public CountList counts(long companyId, long fundId) {
        Fund fund = drawers.get(companyId, fundId);
        CurrencyUnit currency = currency(companyId);
        List<DrawerCountRow> all = counts.closed(fundId, Limit.of(MOST_COUNTS));
        Map<List<String>, List<Long>> by = new java.util.LinkedHashMap<>();
        int year = companies.today(companyId, fund.siteId()).getYear();
        List<Long> ofYear = new ArrayList<>();
        for (DrawerCountRow row : all) {
            by.computeIfAbsent(List.of(row.day().toString().substring(0, 7), row.countedBy()), k -> new ArrayList<>())
                    .add(row.over());
            if (row.day().getYear() == year) {
                ofYear.add(row.over());
            }
        }
        List<CountSum> sums = new ArrayList<>();
        by.forEach((key, overs) -> {
            CountHistory h = CountHistory.of(overs);
            sums.add(new CountSum(
                    key.get(0),
                    key.get(1),
                    h.counts(),
                    h.shorts(),
                    amount(h.shortBy(), currency),
                    h.overs(),
                    amount(h.overBy(), currency)));
        });
        CountHistory whole = CountHistory.of(ofYear);
        return new CountList(
                all.stream().map(r -> count(companyId, r)).toList(),
                sums,
                year,
                whole.counts(),
                whole.shorts(),
                amount(whole.shortBy(), currency));
    }
}
