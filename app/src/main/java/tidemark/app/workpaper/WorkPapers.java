package tidemark.app.workpaper;

import static tidemark.core.words.Catalogue.say;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.YearMonth;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.company.Company;
import tidemark.app.ledger.AccountTotals;
import tidemark.app.ledger.CashEntryRepository;
import tidemark.app.ledger.EntrySources;
import tidemark.app.reconcile.ItemMatch;
import tidemark.app.reconcile.MonthData;
import tidemark.app.reconcile.Months;
import tidemark.app.statement.BankLineRepository;
import tidemark.core.problem.RuleViolation;
import tidemark.core.problem.Words;
import tidemark.core.returned.ReturnReason;
import tidemark.core.returned.ReturnedState;
import tidemark.core.workpaper.CheckNumbersPaper;
import tidemark.core.workpaper.CheckNumbersPaper.Fate;
import tidemark.core.workpaper.DecisionsPaper;
import tidemark.core.workpaper.ProofPapers;
import tidemark.core.workpaper.ReturnedPaper;
import tidemark.core.workpaper.SittingPaper;
import tidemark.core.workpaper.WorkPaper;

/** Gathers what the lists for the file are made of; the core works them out. */
@Service
class WorkPapers {
    private static final int MOST_ENTRIES = 20_000;
    /** As many as one question names. */
    private static final int BLOCK = 500;

    private static final String CHECKS = """
            select p.number, p.payment_date as written_on, p.payee, p.minor_units, p.state, p.void_reason as detail,
              case when p.on_clearing then p.clearing_entry_id is not null
                else exists (select 1 from cash_entry e where e.journal_entry_id = p.journal_entry_id
                  and e.bank_account_id = p.bank_account_id and e.item_match_id is not null) end as paid
            from payment p where p.bank_account_id = ? and p.kind = 'CHECK' and p.payment_date <= ?
            union all
            select e.check_number, e.entry_date, e.party, -e.minor_units, 'BOOKED', '', e.item_match_id is not null
            from cash_entry e
            where e.bank_account_id = ? and e.check_number <> '' and e.minor_units < 0 and e.entry_date <= ?
              and not exists (select 1 from payment q
                where q.journal_entry_id = e.journal_entry_id or q.clearing_entry_id = e.journal_entry_id)""";

    private static final String RETURNED = """
            select r.number, r.returned_on, r.payer, r.minor_units, r.reason, r.reason_text, r.state,
              coalesce((select -sum(e.minor_units) from cash_entry e
                where e.journal_entry_id = r.entry_id and e.bank_account_id = r.bank_account_id), 0) as booked
            from returned_item r where r.bank_account_id = ? and r.returned_on <= ?
            order by r.returned_on, r.id""";

    /** From the certificate of the month before to that of the month, or to now. */
    private static final String DECIDED = """
            select m.id, m.how, m.made_by, m.made_at,
              coalesce((select sum(l.minor_units) from bank_line l where l.item_match_id = m.id), 0) as at_the_bank,
              coalesce((select sum(e.minor_units) from cash_entry e where e.item_match_id = m.id), 0) as in_the_ledger
            from item_match m where m.bank_account_id = ?
              and m.made_at > coalesce((select max(c.certified_at) from certificate c
                where c.bank_account_id = m.bank_account_id and c.reopened_at is null and c.last_day < ?),
                timestamp with time zone '1970-01-01 00:00:00+00')
              and m.made_at <= coalesce((select max(c.certified_at) from certificate c
                where c.bank_account_id = m.bank_account_id and c.reopened_at is null and c.first_day = ?),
                timestamp with time zone '9999-01-01 00:00:00+00')
            order by m.made_at, m.id limit ?""";

    private static final String SITTING = """
            select e.number, e.entry_date, e.text, e.source,
              sum(case when l.minor_units > 0 then l.minor_units else 0 end) as debits,
              sum(case when l.minor_units < 0 then -l.minor_units else 0 end) as credits
            from journal_entry e join journal_line l on l.journal_entry_id = e.id
            where e.company_id = ? and e.booked_by = ? and e.booked_at >= ? and e.booked_at < ?
            group by e.id, e.number, e.entry_date, e.text, e.source order by e.number limit ?""";

    private final BankAccounts accounts;
    private final Companies companies;
    private final Months months;
    private final AccountTotals totals;
    private final EntrySources sources;
    private final BankLineRepository lines;
    private final CashEntryRepository entries;
    private final JdbcTemplate jdbc;

    WorkPapers(
            BankAccounts accounts,
            Companies companies,
            Months months,
            AccountTotals totals,
            EntrySources sources,
            BankLineRepository lines,
            CashEntryRepository entries,
            JdbcTemplate jdbc) {
        this.accounts = accounts;
        this.companies = companies;
        this.months = months;
        this.totals = totals;
        this.sources = sources;
        this.lines = lines;
        this.entries = entries;
        this.jdbc = jdbc;
    }

    /** The lists of a bank account. */
    enum Kind {
        PROOF,
        OUTSTANDING,
        DECIDED,
        RETURNED,
        CHECKS;

        String title() {
            return switch (this) {
                case PROOF -> say("workpaper.title.proof");
                case OUTSTANDING -> say("workpaper.title.outstanding");
                case DECIDED -> say("workpaper.title.decided");
                case RETURNED -> say("workpaper.title.returned");
                case CHECKS -> say("workpaper.title.checks");
            };
        }
    }

    /** A list with what it is of. */
    record Titled(String title, String of, Company company, WorkPaper paper) {}

    /** @throws RuleViolation {@code workpaper.day} for a day before the account's opening, or without a statement */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Titled of(long companyId, long accountId, Kind kind, LocalDate day) {
        BankAccount account = accounts.get(companyId, accountId);
        WorkPaper paper = switch (kind) {
            case PROOF, OUTSTANDING -> proof(account, kind, day);
            case DECIDED -> decided(account, day);
            case RETURNED -> returned(account, day);
            case CHECKS -> checks(account, day);
        };
        return new Titled(kind.title(), account.name(), companies.get(companyId), paper);
    }

    private WorkPaper proof(BankAccount account, Kind kind, LocalDate day) {
        if (day.isBefore(account.openingDate())) {
            throw unfit(
                    Words.day(day),
                    say("workpaper.day.fromTheOpening", Words.day(account.openingDate())),
                    account.name());
        }
        MonthData data = months.load(account.companyId(), account.id(), YearMonth.from(day));
        // what is outstanding is told by the ledger and the last balance of the bank that is known
        if (kind == Kind.PROOF && !data.hasStatement()) {
            throw unfit(
                    say("workpaper.day.noStatement", Words.day(day)), say("workpaper.day.aStatement"), account.name());
        }
        return kind == Kind.OUTSTANDING
                ? ProofPapers.outstanding(data.reconciliation(), day)
                : ProofPapers.proof(data.reconciliation(), day, totals.ownBalance(account.ledgerAccountId(), day));
    }

    private static RuleViolation unfit(String found, String expected, String account) {
        return new RuleViolation("workpaper.day", "at", found, expected, say("workpaper.day.remedy", account));
    }

    private WorkPaper returned(BankAccount account, LocalDate day) {
        List<ReturnedPaper.CameBack> items = jdbc.query(
                RETURNED,
                (row, i) -> new ReturnedPaper.CameBack(
                        row.getObject("returned_on", LocalDate.class),
                        row.getString("number"),
                        row.getString("payer"),
                        reason(row.getString("reason"), row.getString("reason_text")),
                        ReturnedState.valueOf(row.getString("state")),
                        row.getLong("minor_units"),
                        row.getLong("booked")),
                account.id(),
                day);
        return ReturnedPaper.of(items, day, account.currency());
    }

    private static String reason(@Nullable String code, String text) {
        return !text.isEmpty() || code == null
                ? text
                : ReturnReason.valueOf(code).titled();
    }

    private record MatchRow(long id, ItemMatch.How how, String who, LocalDate day, long bank, long ledger) {}

    private WorkPaper decided(BankAccount account, LocalDate day) {
        Company company = companies.get(account.companyId());
        LocalDate first = day.withDayOfMonth(1);
        List<MatchRow> made = jdbc.query(
                DECIDED,
                (row, i) -> new MatchRow(
                        row.getLong("id"),
                        ItemMatch.How.valueOf(row.getString("how")),
                        row.getString("made_by"),
                        LocalDate.ofInstant(
                                row.getObject("made_at", OffsetDateTime.class).toInstant(), company.zone()),
                        row.getLong("at_the_bank"),
                        row.getLong("in_the_ledger")),
                account.id(),
                first,
                first,
                MOST_ENTRIES + 1);
        checkMost(made.size());
        List<Long> ids = made.stream().map(MatchRow::id).toList();
        Map<Long, String> titles = new HashMap<>();
        for (int from = 0; from < ids.size(); from += BLOCK) {
            List<Long> block = ids.subList(from, Math.min(ids.size(), from + BLOCK));
            entries.ofMatches(block)
                    .forEach(e -> titles.merge(
                            Objects.requireNonNull(e.itemMatchId()), e.entry().title(), (a, b) -> a));
            lines.ofMatches(block)
                    .forEach(l -> titles.put(
                            Objects.requireNonNull(l.itemMatchId()), l.line().title()));
        }
        return DecisionsPaper.of(
                made.stream()
                        .map(m -> new DecisionsPaper.Decided(
                                m.day(), how(m.how()), titles.getOrDefault(m.id(), ""), m.who(), m.bank(), m.ledger()))
                        .toList(),
                day,
                account.currency());
    }

    private static String how(ItemMatch.How how) {
        return switch (how) {
            case FIRM -> say("workpaper.how.firm");
            case CANDIDATE -> say("workpaper.how.candidate");
            case HAND -> say("workpaper.how.hand");
            case BOOKED -> say("workpaper.how.booked");
            case PAPER -> say("workpaper.how.paper");
            case CANCELLED -> say("workpaper.how.cancelled");
        };
    }

    private static void checkMost(int found) {
        if (found > MOST_ENTRIES) {
            throw new RuleViolation(
                    "workpaper.entries",
                    "at",
                    say("workpaper.entries.found", MOST_ENTRIES),
                    say("workpaper.entries.expected", MOST_ENTRIES),
                    say("workpaper.entries.remedy"));
        }
    }

    private WorkPaper checks(BankAccount account, LocalDate day) {
        List<CheckNumbersPaper.Written> written =
                jdbc.query(CHECKS, (row, i) -> written(row), account.id(), day, account.id(), day).stream()
                        .flatMap(Optional::stream)
                        .toList();
        return CheckNumbersPaper.of(written, day, account.currency());
    }

    /** Nothing for what is no number. */
    private static Optional<CheckNumbersPaper.Written> written(ResultSet row) throws SQLException {
        String number = row.getString("number");
        if (!number.matches("[0-9]{1,15}")) {
            return Optional.empty();
        }
        String state = row.getString("state");
        Fate fate = switch (state) {
            case "VOID", "UNCLAIMED" -> Fate.VOID;
            default -> row.getBoolean("paid") ? Fate.PAID : Fate.OUTSTANDING;
        };
        return Optional.of(new CheckNumbersPaper.Written(
                Long.parseLong(number),
                row.getObject("written_on", LocalDate.class),
                row.getString("payee"),
                fate,
                state.equals("UNCLAIMED")
                        ? say("workpaper.unclaimedMoney")
                        : Objects.requireNonNullElse(row.getString("detail"), ""),
                row.getLong("minor_units")));
    }

    /** What somebody booked on a day, as days are in the company. */
    @Transactional(readOnly = true)
    public Titled sitting(long companyId, String who, LocalDate day) {
        Company company = companies.get(companyId);
        List<SittingPaper.Booked> booked = jdbc.query(
                SITTING,
                (row, i) -> new SittingPaper.Booked(
                        row.getLong("number"),
                        row.getObject("entry_date", LocalDate.class),
                        row.getString("text"),
                        sources.of(row.getString("source")).words(),
                        row.getLong("debits"),
                        row.getLong("credits")),
                companyId,
                who,
                day.atStartOfDay(company.zone()).toOffsetDateTime(),
                day.plusDays(1).atStartOfDay(company.zone()).toOffsetDateTime(),
                MOST_ENTRIES + 1);
        checkMost(booked.size());
        return new Titled(
                say("workpaper.title.sitting"), who, company, SittingPaper.of(booked, day, company.baseCurrency()));
    }
}
