package tidemark.app.reconcile;

import static tidemark.core.words.Catalogue.say;

import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.company.BankAccount;
import tidemark.app.company.BankAccounts;
import tidemark.app.company.Companies;
import tidemark.app.statement.StatementRow;
import tidemark.app.statement.Statements;
import tidemark.core.certificate.MonthState;
import tidemark.core.money.MinorUnits;
import tidemark.core.proof.GapTrace;
import tidemark.core.proof.Ladder;
import tidemark.core.proof.Proof;
import tidemark.core.proof.ProofItem;

/** An account's month as it is shown. Amounts are decimal text; everything was worked out by the core. */
@Service
public class MonthViews {
    static final int LARGEST_PAGE = 500;

    static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM", Locale.ENGLISH);

    private final BankAccounts accounts;
    private final Months months;
    private final AccountMonthRepository states;
    private final Statements statements;
    private final ItemMatchRepository matches;
    private final StartedOverRepository startedOver;
    private final OpenEntries openEntries;
    private final Companies companies;

    MonthViews(
            BankAccounts accounts,
            Months months,
            AccountMonthRepository states,
            Statements statements,
            ItemMatchRepository matches,
            StartedOverRepository startedOver,
            OpenEntries openEntries,
            Companies companies) {
        this.accounts = accounts;
        this.months = months;
        this.states = states;
        this.statements = statements;
        this.matches = matches;
        this.startedOver = startedOver;
        this.openEntries = openEntries;
        this.companies = companies;
    }

    public record GroupView(int count, String total) {}

    public record ProofView(
            LocalDate at,
            String bankBalance,
            GroupView onTheWay,
            GroupView notPresented,
            GroupView bankErrors,
            String adjustedBank,
            String ledgerBalance,
            GroupView notBookedIn,
            GroupView notBookedOut,
            GroupView ledgerErrors,
            String adjustedLedger,
            String gap,
            boolean holds,
            String words) {}

    /** How a month stands in the strip. */
    public enum Strip {
        CERTIFIED,
        PREPARED,
        OPEN,
        TO_COME
    }

    /** @param share of its lines that are proven, in per cent */
    public record StripMonth(YearMonth month, Strip state, int share) {}

    /** A rule that books open lines of the month, and how many. */
    public record RuleAtWork(long ruleId, String name, int lines) {}

    /** Matches that were let go in one step and can be put back. */
    public record StartedOverView(long id, int count, String who, Instant at) {}

    /** @param ties how many matches only tie what is there, which starting over lets go */
    public record MonthView(
            long accountId,
            String accountName,
            String bank,
            String shortNumber,
            String currency,
            YearMonth month,
            MonthState state,
            @Nullable String preparedBy,
            @Nullable Instant preparedAt,
            LocalDate mark,
            boolean hasStatement,
            @Nullable Long paperStatementId,
            String statementWords,
            int lineCount,
            int openLines,
            int tide,
            String provenWords,
            int firmCount,
            List<RuleAtWork> rules,
            @Nullable Long undoableBatch,
            int undoableCount,
            int ties,
            @Nullable StartedOverView startedOver,
            ProofView proof,
            List<OpenEntries.OpenEntryView> notOnStatement,
            int notOnStatementCount,
            List<StripMonth> strip,
            boolean canChange) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public MonthView month(long companyId, long accountId, YearMonth month) {
        BankAccount account = accounts.get(companyId, accountId);
        MonthData data = months.load(companyId, accountId, month);
        Ladder ladder = data.ladder();
        AccountMonth state = states.findByBankAccountIdAndFirstDay(accountId, month.atDay(1))
                .orElseGet(() -> new AccountMonth(accountId, month));
        List<StatementRow> covering = statements.touching(accountId, month.atDay(1), month.atEndOfMonth());
        ItemMatch undoable = undoable(data);
        Long batch = undoable == null ? null : undoable.batchId();
        return new MonthView(
                accountId,
                account.name(),
                account.bank(),
                account.shortNumber(),
                account.currency().getCode(),
                month,
                state.state(),
                state.preparer() == null ? null : state.preparer().name(),
                state.preparedAt(),
                account.mark().date(),
                data.hasStatement(),
                covering.stream()
                        .filter(StatementRow::fromPaper)
                        .map(StatementRow::id)
                        .findFirst()
                        .orElse(null),
                statementWords(covering, ladder),
                ladder.rows().size(),
                ladder.openLines(),
                ladder.tide(),
                provenWords(data, account.currency()),
                data.matching().firm().size(),
                data.rulesAtWork().entrySet().stream()
                        .map(e -> new RuleAtWork(e.getKey().id(), e.getKey().name(), e.getValue()))
                        .toList(),
                batch,
                batch == null
                        ? 0
                        : matches.findByBankAccountIdAndBatchIdOrderById(accountId, batch)
                                .size(),
                ties(data),
                startedOver
                        .latest(accountId, month.atDay(1), Limit.of(1))
                        .map(s -> new StartedOverView(s.id(), s.matchCount(), s.madeBy(), s.madeAt()))
                        .orElse(null),
                proof(data),
                openEntries.first(companyId, account.checkAges(), data),
                OpenEntries.of(data.proof()).size(),
                strip(account, data),
                state.state() == MonthState.OPEN && !account.mark().holds(month.atEndOfMonth()));
    }

    private static @Nullable ItemMatch undoable(MonthData data) {
        ItemMatch latest = null;
        for (Ladder.Row row : data.ladder().rows()) {
            ItemMatch match = data.matchOf(row.line().id());
            if (match != null && match.batchId() != null && (latest == null || match.id() > latest.id())) {
                latest = match;
            }
        }
        return latest;
    }

    private static String statementWords(List<StatementRow> covering, Ladder ladder) {
        if (covering.isEmpty()) {
            return say("reconcile.noStatementYet");
        }
        String kind = covering.stream().anyMatch(StatementRow::fromPaper)
                ? say("reconcile.paperStatement")
                : say("reconcile.statement");
        int lines = ladder.rows().size();
        return String.format(
                Locale.ROOT,
                say("reconcile.fromTo"),
                kind,
                DAY.format(covering.getFirst().fromDate()),
                DAY.format(covering.getLast().toDate()),
                lines,
                lines == 1 ? say("noun.line") : say("noun.lines"));
    }

    private static String provenWords(MonthData data, CurrencyUnit currency) {
        Ladder ladder = data.ladder();
        if (ladder.rows().isEmpty()) {
            return say("reconcile.nothingToProveYet");
        }
        if (ladder.tide() == 0) {
            return say(
                    "reconcile.nothingProvenYetToBeginWith",
                    MinorUnits.report(data.reconciliation().bankOpening(), currency));
        }
        Ladder.Row last = ladder.rows().get(ladder.tide() - 1);
        return (ladder.tide() == ladder.rows().size()
                        ? say("reconcile.provenToTheLastLine")
                        : say("reconcile.provenTo"))
                + (ladder.tide() == ladder.rows().size()
                        ? ""
                        : DAY.format(last.line().bookingDate()) + ", ")
                + MinorUnits.report(last.proven().orElseThrow(), currency);
    }

    private static ProofView proof(MonthData data) {
        Proof p = data.proof();
        CurrencyUnit c = data.reconciliation().currency();
        long gap = p.gap();
        return new ProofView(
                p.at(),
                MinorUnits.toDecimal(p.bankBalance(), c),
                group(p.onTheWay(), c),
                group(p.notPresented(), c),
                group(p.bankErrors(), c),
                MinorUnits.toDecimal(p.adjustedBank(), c),
                MinorUnits.toDecimal(p.ledgerBalance(), c),
                group(p.notBookedIn(), c),
                group(p.notBookedOut(), c),
                group(p.ledgerErrors(), c),
                MinorUnits.toDecimal(p.adjustedLedger(), c),
                MinorUnits.toDecimal(Math.absExact(gap), c),
                gap == 0,
                words(data, gap));
    }

    private static GroupView group(List<ProofItem> items, CurrencyUnit currency) {
        return new GroupView(items.size(), MinorUnits.toDecimal(Proof.total(items), currency));
    }

    private static String words(MonthData data, long gap) {
        if (!data.hasStatement()) {
            return say("reconcile.thereIsNoStatementToTheEnd");
        }
        int open = data.ladder().openLines();
        if (gap == 0) {
            return open == 0
                    ? say("reconcile.everyLineIsExplained")
                    : say(
                            "reconcile.noExplanation",
                            String.format(Locale.ROOT, "%,d", open)
                                    + (open == 1 ? say("reconcile.lineStillHas") : say("reconcile.linesStillHave")));
        }
        return GapTrace.trace(data.reconciliation()).stream()
                .filter(GapTrace.Finding::explainsGap)
                .map(GapTrace.Finding::words)
                .findFirst()
                .orElse(say("reconcile.noSingleItemMakesIt"));
    }

    private static int ties(MonthData data) {
        return (int) data.ladder().rows().stream()
                .map(row -> data.matchOf(row.line().id()))
                .filter(Objects::nonNull)
                .filter(ItemMatch::onlyTies)
                .map(ItemMatch::id)
                .distinct()
                .count();
    }

    private List<StripMonth> strip(BankAccount account, MonthData data) {
        List<AccountMonth> known = states.findByBankAccountIdOrderByFirstDay(account.id());
        YearMonth next = account.mark().nextMonth();
        YearMonth first = YearMonth.from(account.openingDate().plusDays(1));
        YearMonth last = next.plusMonths(1);
        if (data.month().isAfter(last)) {
            last = data.month();
        }
        if (first.isBefore(last.minusMonths(11))) {
            first = last.minusMonths(11);
        }
        List<StripMonth> out = new ArrayList<>();
        for (YearMonth m = first; !m.isAfter(last); m = m.plusMonths(1)) {
            YearMonth month = m;
            boolean prepared =
                    known.stream().anyMatch(k -> k.month().equals(month) && k.state() == MonthState.PREPARED);
            boolean toCome = m.isAfter(next) && !m.equals(data.month());
            Strip state = m.isBefore(next)
                    ? Strip.CERTIFIED
                    : prepared ? Strip.PREPARED : toCome ? Strip.TO_COME : Strip.OPEN;
            out.add(new StripMonth(m, state, m.equals(data.month()) ? share(data) : m.isBefore(next) ? 100 : 0));
        }
        return out;
    }

    /** Share of the month's lines above the tide line, in whole per cent, rounded down. */
    public static int share(MonthData data) {
        int lines = data.ladder().rows().size();
        return lines == 0 ? 0 : data.ladder().tide() * 100 / lines;
    }
}
