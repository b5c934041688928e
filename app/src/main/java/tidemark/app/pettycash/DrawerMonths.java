package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Actor;
import tidemark.app.access.NotFound;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.certificate.CanonicalJson;
import tidemark.core.certificate.CertificateContent;
import tidemark.core.certificate.DrawerMonthContent;
import tidemark.core.certificate.MonthState;
import tidemark.core.certificate.Person;
import tidemark.core.certificate.Seal;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.DrawerProof;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;

/** Prepares, closes and opens again the months of drawers; a closed one is sealed as a certificate is. */
@Service
public class DrawerMonths {
    private final DrawerMonthRepository months;
    private final DrawerSheetRepository sheets;
    private final DrawerMoveRepository moves;
    private final DrawerCountRepository counts;
    private final Drawers drawers;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final Companies companies;
    private final ActivityLog activity;
    private final Clock clock;

    DrawerMonths(
            DrawerMonthRepository months,
            DrawerSheetRepository sheets,
            DrawerMoveRepository moves,
            DrawerCountRepository counts,
            Drawers drawers,
            Ledger ledger,
            BankAccounts bankAccounts,
            Companies companies,
            ActivityLog activity,
            Clock clock) {
        this.months = months;
        this.sheets = sheets;
        this.moves = moves;
        this.counts = counts;
        this.drawers = drawers;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.companies = companies;
        this.activity = activity;
        this.clock = clock;
    }

    private static String title(Fund fund, YearMonth month) {
        return say(
                "pettycash.monthOf",
                month.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH),
                month.getYear(),
                fund.name());
    }

    /** The month that is to be closed next: after the last that is closed, or the drawer's first. */
    private YearMonth next(Fund fund) {
        LocalDate closed = fund.closedThrough();
        if (closed != null) {
            return YearMonth.from(closed).plusMonths(1);
        }
        return moves.firstDay(fund.id()).map(YearMonth::from).orElseGet(() -> YearMonth.from(today(fund)));
    }

    private LocalDate today(Fund fund) {
        return companies.today(fund.companyId(), fund.siteId());
    }

    private DrawerMonth month(Fund fund, YearMonth month) {
        return months.findByFundIdAndFirstDay(fund.id(), month.atDay(1)).orElseGet(() -> new DrawerMonth(fund, month));
    }

    private List<DrawerMonthContent.Counted> counted(Fund fund, YearMonth month) {
        return counts.closedBetween(fund.id(), month.atDay(1), month.atEndOfMonth()).stream()
                .map(c -> new DrawerMonthContent.Counted(
                        c.day(), c.countedBy(), c.counted(), c.shouldBe().orElse(c.counted())))
                .toList();
    }

    /** What is in the way of closing a month; empty where nothing is. */
    private List<Problem> inTheWay(Fund fund, YearMonth month, DrawerProof proof, long balance) {
        CurrencyUnit c = companies.get(fund.companyId()).baseCurrency();
        List<Problem> out = new ArrayList<>();
        YearMonth next = next(fund);
        if (!month.equals(next)) {
            out.add(problem("drawer-month.order", title(fund, month), title(fund, next)));
        }
        if (!month.atEndOfMonth().isBefore(today(fund))) {
            out.add(problem("drawer-month.early", title(fund, month), ""));
        }
        if (!proof.holds() || proof.booked() != balance) {
            out.add(problem(
                    "drawer-month.apart", MinorUnits.grouped(proof.booked(), c), MinorUnits.grouped(balance, c)));
        }
        if (counts.open(fund.id()).isPresent()) {
            out.add(problem("drawer-month.counting", fund.name(), ""));
        }
        if (counted(fund, month).isEmpty()) {
            out.add(problem("drawer-month.uncounted", title(fund, month), ""));
        }
        return out;
    }

    private static Problem problem(String code, String found, String expected) {
        return switch (code) {
            case "drawer-month.order" ->
                new Problem(
                        code,
                        "month",
                        found,
                        say("drawer-month.order.expected", expected),
                        say("drawer-month.order.remedy"));
            case "drawer-month.early" ->
                new Problem(code, "month", found, say("drawer-month.early.expected"), say("drawer-month.early.remedy"));
            case "drawer-month.apart" ->
                new Problem(
                        code,
                        "",
                        found,
                        say("drawer-month.apart.expected", expected),
                        say("drawer-month.apart.remedy"));
            case "drawer-month.counting" ->
                new Problem(
                        code,
                        "",
                        say("drawer-month.counting.found", found),
                        say("drawer-month.counting.expected"),
                        say("drawer-month.counting.remedy"));
            default ->
                new Problem(
                        code,
                        "",
                        say("drawer-month.uncounted.found", found),
                        say("drawer-month.uncounted.expected"),
                        say("drawer-month.uncounted.remedy"));
        };
    }

    private void require(Fund fund, YearMonth month) {
        List<Problem> problems =
                inTheWay(fund, month, drawers.proofAt(fund, month.atEndOfMonth()), balance(fund, month));
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems);
        }
    }

    private long balance(Fund fund, YearMonth month) {
        return ledger.ownBalance(fund.accountId(), month.atEndOfMonth());
    }

    /** The keeper says that a month is done; nothing of it moves from then on. */
    @Transactional
    public void prepare(long companyId, long fundId, YearMonth month, Actor who) {
        bankAccounts.lockJournal(companyId);
        Fund fund = drawers.toUse(companyId, fundId);
        DrawerMonth row = month(fund, month);
        row.move(MonthState.Move.PREPARE, title(fund, month));
        require(fund, month);
        row.prepared(new Person(who.login(), who.name()), clock.instant());
        months.save(row);
        fund.holdTo(month.atEndOfMonth());
        record(fund, who, "drawer-month.prepared", say("drawer-month.prepared", title(fund, month)));
    }

    @Transactional
    public void sendBack(long companyId, long fundId, YearMonth month, String note, Actor who) {
        bankAccounts.lockJournal(companyId);
        Fund fund = drawers.open(companyId, fundId);
        DrawerMonth row = month(fund, month);
        row.move(MonthState.Move.SEND_BACK, title(fund, month));
        row.notPrepared();
        months.save(row);
        fund.holdTo(fund.closedThrough());
        record(
                fund,
                who,
                "drawer-month.sent-back",
                say("drawer-month.sentBack", title(fund, month), note.isBlank() ? "" : ": " + note.strip()));
    }

    /** A second person closes a prepared month: it is sealed. */
    @Transactional
    public void close(long companyId, long fundId, YearMonth month, Actor who) {
        Company company = bankAccounts.lockJournal(companyId);
        Fund fund = drawers.open(companyId, fundId);
        DrawerMonth row = month(fund, month);
        row.move(MonthState.Move.CERTIFY, title(fund, month));
        CertificateContent.Signature preparer = Objects.requireNonNull(row.preparer());
        if (preparer.person().login().equals(who.login()) && !company.onePerson()) {
            throw new RuleViolation(
                    "drawer-month.same",
                    "",
                    say("drawer-month.same.found", preparer.person().name()),
                    say("drawer-month.same.expected"),
                    say("drawer-month.same.remedy"));
        }
        require(fund, month);
        List<DrawerSheet> all = sheets.findByFundIdOrderByFirstDayAscIdAsc(fundId);
        List<Seal> chain = new ArrayList<>(
                all.stream().filter(DrawerSheet::stands).map(DrawerSheet::seal).toList());
        Instant now = clock.instant();
        Map<String, Object> content = content(company, fund, month, preparer, who, now, chain, all);
        Seal seal = Seal.next(chain, month, content);
        chain.add(seal);
        sheets.save(new DrawerSheet(fund, seal, CanonicalJson.write(Seal.file(content, chain)), who.name(), now));
        months.save(row);
        fund.closeThrough(month.atEndOfMonth());
        record(
                fund,
                who,
                "drawer-month.closed",
                say("drawer-month.closed", title(fund, month), seal.value().substring(0, 16)));
    }

    private Map<String, Object> content(
            Company company,
            Fund fund,
            YearMonth month,
            CertificateContent.Signature preparer,
            Actor who,
            Instant now,
            List<Seal> chain,
            List<DrawerSheet> all) {
        ChartAccount account = ledger.account(company.id(), fund.accountId());
        Optional<CertificateContent.Replaced> replaced = all.stream()
                .filter(s -> s.month().equals(month) && !s.stands())
                .reduce((a, b) -> b)
                .map(s -> new CertificateContent.Replaced(s.seal().value(), s.reopenedReason()));
        return DrawerMonthContent.of(new DrawerMonthContent.Input(
                company.name(),
                fund.name(),
                fund.keeper(),
                account.code() + " " + account.name(),
                month,
                company.baseCurrency(),
                moves.cashBefore(fund.id(), month.atDay(1)),
                moves.between(fund.id(), month.atDay(1), month.atEndOfMonth()).stream()
                        .map(m -> new DrawerMonthContent.Row(
                                m.day(), m.number(), m.who(), m.text(), m.move().cash()))
                        .toList(),
                drawers.proofAt(fund, month.atEndOfMonth()),
                balance(fund, month),
                counted(fund, month),
                preparer,
                new CertificateContent.Signature(new Person(who.login(), who.name()), now),
                preparer.person().login().equals(who.login()),
                replaced,
                chain.isEmpty() ? "" : chain.getLast().value()));
    }

    /** Opens the last closed month again; its sheet stays on record as reopened. */
    @Transactional
    public void reopen(long companyId, long fundId, YearMonth month, String reason, Actor who) {
        bankAccounts.lockJournal(companyId);
        Fund fund = drawers.open(companyId, fundId);
        if (reason.strip().length() < 10) {
            throw new RuleViolation(
                    "reason.unfit",
                    "reason",
                    reason.isBlank()
                            ? say("reason.unfit.found")
                            : say("reason.unfit.found2", reason.strip().length()),
                    say("reason.unfit.expected"),
                    say("reason.unfit.remedy"));
        }
        if (!month.atEndOfMonth().equals(fund.closedThrough())
                || !Objects.equals(fund.heldTo(), fund.closedThrough())) {
            LocalDate closed = fund.closedThrough();
            throw new RuleViolation(
                    "drawer-month.not-last",
                    "month",
                    title(fund, month),
                    closed == null
                            ? say("drawer-month.not-last.none")
                            : say("drawer-month.not-last.expected", title(fund, YearMonth.from(closed))),
                    say("drawer-month.not-last.remedy"));
        }
        DrawerMonth row = month(fund, month);
        row.move(MonthState.Move.REOPEN, title(fund, month));
        row.notPrepared();
        months.save(row);
        List<DrawerSheet> standing = sheets.findByFundIdOrderByFirstDayAscIdAsc(fundId).stream()
                .filter(DrawerSheet::stands)
                .toList();
        standing.getLast().reopened(who.name(), clock.instant(), reason.strip());
        fund.closeThrough(standing.size() == 1 ? null : month.minusMonths(1).atEndOfMonth());
        record(fund, who, "drawer-month.reopened", say("drawer-month.reopened", title(fund, month), reason.strip()));
    }

    private void record(Fund fund, Actor who, String action, String text) {
        activity.record(fund.companyId(), who.name(), action, "fund", fund.id(), text);
    }

    /** @param reason it was opened again for; empty while it stands */
    public record SheetView(
            long id, YearMonth month, String closedBy, Instant closedAt, String seal, boolean stands, String reason) {}

    /**
     * A month of a drawer.
     *
     * @param inTheWay what keeps it from being prepared or closed, in words
     */
    public record DrawerMonthView(
            YearMonth month,
            String title,
            MonthState state,
            String opening,
            String closing,
            int rows,
            int counts,
            String preparedBy,
            List<String> inTheWay) {}

    /** @param next the month that can be closed next, with what is in its way */
    public record DrawerMonthList(
            DrawerMonthView next,
            List<SheetView> sheets,
            @Nullable LocalDate closedThrough) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public DrawerMonthList list(long companyId, long fundId) {
        Fund fund = drawers.get(companyId, fundId);
        CurrencyUnit c = companies.get(companyId).baseCurrency();
        YearMonth next = next(fund);
        DrawerMonth row = month(fund, next);
        CertificateContent.Signature preparer = row.preparer();
        long opening = moves.cashBefore(fundId, next.atDay(1));
        DrawerProof proof = drawers.proofAt(fund, next.atEndOfMonth());
        List<DrawerSheet> all = new ArrayList<>(sheets.findByFundIdOrderByFirstDayAscIdAsc(fundId));
        java.util.Collections.reverse(all);
        return new DrawerMonthList(
                new DrawerMonthView(
                        next,
                        title(fund, next),
                        row.state(),
                        MinorUnits.toDecimal(opening, c),
                        MinorUnits.toDecimal(proof.cash(), c),
                        moves.between(fundId, next.atDay(1), next.atEndOfMonth())
                                .size(),
                        counted(fund, next).size(),
                        preparer == null ? "" : preparer.person().name(),
                        inTheWay(fund, next, proof, balance(fund, next)).stream()
                                .map(Problem::message)
                                .toList()),
                all.stream()
                        .map(s -> new SheetView(
                                s.id(),
                                s.month(),
                                s.closedBy(),
                                s.closedAt(),
                                s.seal().value(),
                                s.stands(),
                                s.reopenedReason()))
                        .toList(),
                fund.closedThrough());
    }

    /** The sealed file of a closed month. */
    @Transactional(readOnly = true)
    public String file(long companyId, long fundId, long sheetId) {
        Fund fund = drawers.get(companyId, fundId);
        return sheets.findByFundIdOrderByFirstDayAscIdAsc(fund.id()).stream()
                .filter(s -> s.id() == sheetId)
                .findFirst()
                .map(DrawerSheet::file)
                .orElseThrow(() -> new NotFound(say("pettycash.sheet")));
    }

    /** @throws RuleViolation {@code drawer.closed} for a day that nothing may be moved on any more */
    static void checkOpen(Fund fund, LocalDate day) {
        LocalDate held = fund.heldTo();
        if (held != null && !day.isAfter(held)) {
            throw new RuleViolation(
                    "drawer.closed",
                    "date",
                    say("drawer.closed.found", Words.day(day), fund.name()),
                    say("drawer.closed.expected", Words.day(held)),
                    say("drawer.closed.remedy"));
        }
    }
}
