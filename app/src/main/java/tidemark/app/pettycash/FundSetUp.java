package tidemark.app.pettycash;

import static tidemark.core.words.Catalogue.say;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Limits;
import tidemark.app.access.NotFound;
import tidemark.app.access.People;
import tidemark.app.access.Person;
import tidemark.app.activity.ActivityLog;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Company;
import tidemark.app.company.MasterData;
import tidemark.app.ledger.ChartAccount;
import tidemark.app.ledger.Ledger;
import tidemark.core.ledger.AccountType;
import tidemark.core.ledger.Control;
import tidemark.core.money.MinorUnits;
import tidemark.core.pettycash.DrawerMove;
import tidemark.core.problem.Fields;
import tidemark.core.problem.RuleViolation;

/** Which drawers there are, their floats, and what they may be used for. */
@Service
public class FundSetUp {
    private final FundRepository funds;
    private final PettyPurposeRepository purposes;
    private final DrawerMoveRepository moves;
    private final Drawers drawers;
    private final Ledger ledger;
    private final BankAccounts bankAccounts;
    private final MasterData masterData;
    private final People people;
    private final ActivityLog activity;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    FundSetUp(
            FundRepository funds,
            PettyPurposeRepository purposes,
            DrawerMoveRepository moves,
            Drawers drawers,
            Ledger ledger,
            BankAccounts bankAccounts,
            MasterData masterData,
            People people,
            ActivityLog activity,
            JdbcTemplate jdbc,
            Clock clock) {
        this.funds = funds;
        this.purposes = purposes;
        this.moves = moves;
        this.drawers = drawers;
        this.ledger = ledger;
        this.bankAccounts = bankAccounts;
        this.masterData = masterData;
        this.people = people;
        this.activity = activity;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** What is said of a drawer when it is set up and when it is changed. */
    private interface Said {
        String name();

        String keeper();

        @Nullable
        Long siteId();

        String overShortAccount();

        String advancesAccount();
    }

    /**
     * A drawer as it is set up.
     *
     * @param account by its code, of a new drawer; what lies on it already becomes the drawer's beginning
     * @param floatAmount what it should hold, decimal text; of a new drawer
     * @param date from which it holds, of a new drawer
     */
    public record NewFund(
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 120) String keeper,
            @Nullable Long siteId,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 20) String overShortAccount,
            @NotNull @Size(max = 20) String advancesAccount,
            @NotNull @Size(max = 40) String floatAmount,
            @NotNull LocalDate date)
            implements Said {}

    private ChartAccount account(long companyId, String code, String where, AccountType... types) {
        ChartAccount account = ledger.accountByCode(companyId, code.strip()).orElseThrow(() -> unfit(where, code));
        if (!List.of(types).contains(account.account().type())
                || account.control() != Control.NONE
                || account.currency().isPresent()) {
            throw unfit(where, code);
        }
        return account;
    }

    private static RuleViolation unfit(String where, String code) {
        return new RuleViolation(
                "fund.account",
                where,
                say("fund.account.found", code),
                where.equals("overShortAccount") ? say("fund.account.expectedResult") : say("fund.account.expected"),
                say("fund.account.remedy"));
    }

    private Fund.Card card(long companyId, Said request, boolean active, Set<Long> keepers, Set<Long> counters) {
        if (request.siteId() != null) {
            masterData.site(companyId, request.siteId());
        }
        Limits.checkSite(request.siteId(), "siteId");
        return new Fund.Card(
                Fields.text(request.name(), "name", 120),
                Fields.text(request.keeper(), "keeper", 120),
                request.siteId(),
                account(
                                companyId,
                                request.overShortAccount(),
                                "overShortAccount",
                                AccountType.EXPENSE,
                                AccountType.INCOME)
                        .id(),
                account(companyId, request.advancesAccount(), "advancesAccount", AccountType.ASSET)
                        .id(),
                active,
                keepers,
                counters);
    }

    /** Those of the company; none of another. */
    private Set<Long> persons(long companyId, @Nullable List<Long> asked, String where) {
        if (asked == null || asked.isEmpty()) {
            return Set.of();
        }
        Set<Long> members = people.members(companyId).stream().map(Person::id).collect(Collectors.toSet());
        Set<Long> out = new HashSet<>(asked);
        if (!members.containsAll(out)) {
            throw new RuleViolation(
                    "fund.person",
                    where,
                    say("fund.person.found"),
                    say("fund.person.expected"),
                    say("fund.person.remedy"));
        }
        return out;
    }

    /** A new drawer on an account of its own; the entries on that account are its first moves. */
    @Transactional
    public long make(long companyId, NewFund request, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        ChartAccount own = account(companyId, request.account(), "account", AccountType.ASSET);
        boolean ofBank = !jdbc.queryForList("select 1 from bank_account where ledger_account_id = ?", own.id())
                .isEmpty();
        if (ofBank || !funds.onAccounts(List.of(own.id())).isEmpty()) {
            throw new RuleViolation(
                    "fund.account.taken",
                    "account",
                    say("fund.account.taken.found", own.code()),
                    say("fund.account.taken.expected"),
                    say("fund.account.taken.remedy"));
        }
        long floats = company.amountStyle().minorUnits(request.floatAmount(), company.baseCurrency(), "floatAmount");
        if (floats <= 0) {
            throw notAFloat(request.floatAmount());
        }
        Fund fund = funds.save(new Fund(companyId, own.id(), card(companyId, request, true, Set.of(), Set.of())));
        DrawerMoveRow set = drawers.add(
                fund,
                DrawerMove.floatChanged(floats),
                DrawerMoveRow.Paper.plain(request.date(), "", "", say("pettycash.floatSet")),
                null,
                who);
        List<DrawerMoveRow> there = new ArrayList<>(List.of(set));
        jdbc.query(
                "select e.id, e.number, e.entry_date, e.reference, e.text, sum(l.minor_units) from journal_line l"
                        + " join journal_entry e on e.id = l.journal_entry_id where l.ledger_account_id = ?"
                        + " group by e.id, e.number, e.entry_date, e.reference, e.text having sum(l.minor_units) <> 0"
                        + " order by e.entry_date, e.number",
                row -> {
                    long cash = row.getLong(6);
                    there.add(moves.save(new DrawerMoveRow(
                            fund,
                            cash > 0 ? DrawerMove.received(cash) : DrawerMove.voucher(-cash),
                            DrawerMoveRow.Paper.plain(
                                    row.getObject(3, LocalDate.class),
                                    row.getString(4).isEmpty()
                                            ? say("pettycash.entryNumber", row.getLong(2))
                                            : row.getString(4),
                                    "",
                                    row.getString(5)),
                            row.getLong(1),
                            who,
                            clock.instant())));
                },
                own.id());
        // what lay there is the float itself, so that nothing of either waits for a top-up
        if (there.stream().mapToLong(m -> m.move().due()).sum() == 0) {
            there.forEach(m -> m.coveredBy(set.id()));
        }
        activity.record(
                companyId,
                who,
                "fund.made",
                "fund",
                fund.id(),
                say("fund.made.told", fund.name(), MinorUnits.grouped(floats, company.baseCurrency())));
        return fund.id();
    }

    private static RuleViolation notAFloat(String typed) {
        return new RuleViolation(
                "fund.float", "floatAmount", typed, say("fund.float.expected"), say("fund.float.remedy"));
    }

    /**
     * What of a drawer can be changed.
     *
     * @param version that was seen
     * @param keepers who alone pays out of it and receives into it; none for whoever may prepare
     * @param counters who counts it besides
     */
    public record ChangedFund(
            int version,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 120) String keeper,
            @Nullable Long siteId,
            @NotNull @Size(max = 20) String overShortAccount,
            @NotNull @Size(max = 20) String advancesAccount,
            boolean active,
            @Nullable @Size(max = 50) List<@NotNull Long> keepers,
            @Nullable @Size(max = 50) List<@NotNull Long> counters)
            implements Said {}

    @Transactional
    public void change(long companyId, long fundId, ChangedFund request, String who) {
        bankAccounts.lockJournal(companyId);
        Fund fund = drawers.get(companyId, fundId);
        if (fund.version() != request.version()) {
            throw new RuleViolation(
                    "fund.changed",
                    "",
                    say("fund.changed.found", fund.name()),
                    say("fund.changed.expected"),
                    say("fund.changed.remedy"));
        }
        fund.set(card(
                companyId,
                request,
                request.active(),
                persons(companyId, request.keepers(), "keepers"),
                persons(companyId, request.counters(), "counters")));
        activity.record(companyId, who, "fund.kept", "fund", fundId, say("fund.kept.told", fund.name()));
    }

    /** The float becomes another; the next top-up moves the difference. */
    @Transactional
    public void changeFloat(long companyId, long fundId, String amount, LocalDate date, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        Fund fund = drawers.open(companyId, fundId);
        long wanted = company.amountStyle().minorUnits(amount, company.baseCurrency(), "floatAmount");
        long by = wanted - drawers.proof(fund).floated();
        if (wanted <= 0 || by == 0) {
            throw notAFloat(amount);
        }
        drawers.add(
                fund,
                DrawerMove.floatChanged(by),
                DrawerMoveRow.Paper.plain(
                        date, "", "", say("pettycash.floatIs", MinorUnits.grouped(wanted, company.baseCurrency()))),
                null,
                who);
        activity.record(
                companyId,
                who,
                "fund.float",
                "fund",
                fundId,
                say("fund.floatChanged.told", fund.name(), MinorUnits.grouped(wanted, company.baseCurrency())));
    }

    /**
     * A purpose as it is kept; amounts as decimal text.
     *
     * @param id absent for a new one
     * @param highest the most of one voucher; empty for any amount
     */
    public record Purpose(
            @Nullable Long id,
            @NotNull @Size(max = 120) String name,
            @NotNull @Size(max = 20) String account,
            @NotNull @Size(max = 20) String taxCode,
            @NotNull @Size(max = 20) String costCentre,
            @NotNull @Size(max = 40) String highest,
            boolean active) {}

    @Transactional
    public long keep(long companyId, long fundId, Purpose request, String who) {
        Company company = bankAccounts.lockJournal(companyId);
        Fund fund = drawers.get(companyId, fundId);
        Limits.checkSite(fund.siteId(), "");
        if (ledger.accountByCode(companyId, request.account().strip()).isEmpty()) {
            throw new RuleViolation(
                    "account.unknown",
                    "account",
                    say("fund.account.found", request.account()),
                    say("purpose.account.expected"),
                    say("fund.account.remedy"));
        }
        Long highest = request.highest().isBlank()
                ? null
                : Long.valueOf(company.amountStyle().minorUnits(request.highest(), company.baseCurrency(), "highest"));
        PettyPurpose.Card card = new PettyPurpose.Card(
                Fields.text(request.name(), "name", 120),
                request.account().strip(),
                request.taxCode().strip(),
                request.costCentre().strip(),
                highest,
                request.active());
        boolean there = purposes.findByFundIdOrderByName(fundId).stream()
                .anyMatch(p -> p.name().equalsIgnoreCase(card.name())
                        && !Long.valueOf(p.id()).equals(request.id()));
        if (there || (highest != null && highest <= 0)) {
            throw new RuleViolation(
                    "purpose.unfit",
                    there ? "name" : "highest",
                    there ? card.name() : request.highest(),
                    there ? say("purpose.unfit.expectedName") : say("purpose.unfit.expectedAmount"),
                    say("purpose.unfit.remedy"));
        }
        PettyPurpose row;
        if (request.id() == null) {
            row = purposes.save(new PettyPurpose(companyId, fundId, card));
        } else {
            row = purposes.findByIdAndCompanyId(request.id(), companyId)
                    .filter(p -> p.fundId() == fundId)
                    .orElseThrow(() -> new NotFound(say("pettycash.purpose")));
            row.set(card);
        }
        activity.record(
                companyId, who, "fund.purpose", "fund", fundId, say("fund.purpose.told", card.name(), fund.name()));
        return row.id();
    }
}
