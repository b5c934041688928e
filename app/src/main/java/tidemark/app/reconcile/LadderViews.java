package tidemark.app.reconcile;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;
import java.util.stream.IntStream;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.NotFound;
import tidemark.app.company.Companies;
import tidemark.app.statement.BankLineRepository;
import tidemark.core.exchange.MatchingRun;
import tidemark.core.exchange.NamedLine;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Strength;
import tidemark.core.money.MinorUnits;
import tidemark.core.proof.GapTrace;
import tidemark.core.proof.Ladder;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.statement.CheckNumbers;

/** The ladder of a month as it is shown: its rows by page, their candidates, the trace of the gap, a selection's sums. */
@Service
public class LadderViews {
    /**
     * One row of the ladder; {@code in} or {@code out} is given, {@code extra} is what else the bank told of it.
     *
     * @param bankCode the bank's own code of the kind of movement; empty for none
     * @param twin what it stands beside, in words; empty where it stands once
     * @param voidCheck why the check that it pays was not to be paid; empty where it was
     */
    public record RowView(
            long lineId,
            int place,
            LocalDate date,
            String title,
            String counterparty,
            String reference,
            String checkNumber,
            String bankCode,
            String extra,
            @Nullable String in,
            @Nullable String out,
            String bankBalance,
            @Nullable String proven,
            @Nullable String apart,
            Ladder.State state,
            String explainedBy,
            @Nullable Long matchId,
            @Nullable String matchedHow,
            @Nullable String matchedBy,
            int candidates,
            @Nullable Strength best,
            @Nullable Long ruleId,
            @Nullable String ruleName,
            String twin,
            String voidCheck) {}

    /** Which rows of the ladder are wanted. */
    public enum Show {
        ALL,
        OPEN,
        FIRM,
        PERHAPS,
        NOTHING_FOUND,
        BY_RULE,
        TWICE,
        EXPLAINED
    }

    /** @param total of the rows that the filter leaves; {@code tide} is the place of the tide line among all */
    public record RowPage(int total, int offset, int tide, List<RowView> rows) {}

    public record FindingView(
            GapTrace.Kind kind,
            boolean explainsGap,
            String words,
            List<Long> lineIds,
            List<Long> entryIds,
            @Nullable Integer place) {}

    private final Months months;
    private final Companies companies;
    private final BankLineRepository lines;
    private final List<VoidedChecks> voidedChecks;

    LadderViews(Months months, BankLineRepository lines, List<VoidedChecks> voidedChecks, Companies companies) {
        this.voidedChecks = voidedChecks;
        this.companies = companies;
        this.months = months;
        this.lines = lines;
    }

    /** @param text what the rows' words, reference or amount must hold; empty for all */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public RowPage rows(
            long companyId, long accountId, YearMonth month, Show show, String text, int offset, int limit) {
        MonthData data = months.load(companyId, accountId, month);
        List<Ladder.Row> rows = data.ladder().rows();
        String sought = text.strip().toUpperCase(Locale.ROOT);
        boolean everything = show == Show.ALL && sought.isEmpty();
        String amount = companies.get(companyId).amountStyle().plain(sought).orElse(sought);
        int[] wanted = everything ? new int[0] : wanted(data, show, sought, amount);
        int total = everything ? rows.size() : wanted.length;
        int from = Math.clamp(offset, 0, total);
        int to = Math.clamp((long) from + Math.clamp(limit, 1, MonthViews.LARGEST_PAGE), from, total);
        int[] page = everything ? IntStream.range(from, to).toArray() : Arrays.copyOfRange(wanted, from, to);
        Map<Long, String> extras = new HashMap<>();
        if (page.length > 0) {
            List<Long> ids = Arrays.stream(page)
                    .mapToObj(i -> rows.get(i).line().id().value())
                    .toList();
            lines.extras(accountId, ids).forEach(e -> extras.put(e.getId(), e.getExtra()));
        }
        Map<String, String> voided = voided(
                accountId,
                Arrays.stream(page)
                        .mapToObj(i -> rows.get(i).line().checkNumber())
                        .filter(number -> !number.isEmpty())
                        .toList());
        List<RowView> out = Arrays.stream(page)
                .mapToObj(i -> row(data, rows.get(i), i, extras, voided))
                .toList();
        return new RowPage(total, from, data.ladder().tide(), out);
    }

    private Map<String, String> voided(long accountId, List<String> numbers) {
        Map<String, String> out = new HashMap<>();
        voidedChecks.forEach(kind -> kind.told(accountId, numbers).forEach(out::putIfAbsent));
        return out;
    }

    /** What open lines of a month may be matched with, in the words of their rows; without those that have nothing. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Map<Long, String> proposed(long companyId, long accountId, YearMonth month, Collection<Long> lineIds) {
        MonthData data = months.load(companyId, accountId, month);
        Map<Long, String> out = new HashMap<>();
        for (Ladder.Row row : data.ladder().rows()) {
            long id = row.line().id().value();
            List<Candidate> candidates = data.matching().candidates(row.line().id());
            if (lineIds.contains(id) && row.state() == Ladder.State.OPEN && !candidates.isEmpty()) {
                out.put(id, explainedBy(data, row, null, candidates));
            }
        }
        return out;
    }

    /** As many as a match may have. */
    private static final int MOST_SELECTED = 2_000;

    /** @param more whether there are more than can be selected at once */
    public record OpenLines(List<Long> lineIds, boolean more) {}

    /** Open lines that a filter leaves, to be selected in one step. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public OpenLines openLines(long companyId, long accountId, YearMonth month, Show show, String text) {
        MonthData data = months.load(companyId, accountId, month);
        String sought = text.strip().toUpperCase(Locale.ROOT);
        String amount = companies.get(companyId).amountStyle().plain(sought).orElse(sought);
        List<Ladder.Row> rows = data.ladder().rows();
        List<Long> open = Arrays.stream(wanted(data, show, sought, amount))
                .mapToObj(rows::get)
                .filter(row -> row.state() == Ladder.State.OPEN)
                .map(row -> row.line().id().value())
                .toList();
        return new OpenLines(open.subList(0, Math.min(open.size(), MOST_SELECTED)), open.size() > MOST_SELECTED);
    }

    /** Places of the rows that a filter leaves. Cost: O(rows). */
    private static int[] wanted(MonthData data, Show show, String text, String amount) {
        List<Ladder.Row> rows = data.ladder().rows();
        return IntStream.range(0, rows.size())
                .filter(i -> isWanted(data, rows.get(i), show)
                        && (text.isEmpty() || speaksOf(data, rows.get(i), text, amount)))
                .toArray();
    }

    private static boolean isWanted(MonthData data, Ladder.Row row, Show show) {
        if (show == Show.ALL) {
            return true;
        }
        boolean open = row.state() == Ladder.State.OPEN;
        if (show == Show.EXPLAINED || !open) {
            return show == Show.EXPLAINED && !open;
        }
        List<Candidate> candidates = data.matching().candidates(row.line().id());
        boolean firm = !candidates.isEmpty() && candidates.getFirst().strength() == Strength.FIRM;
        boolean rule = data.ruleOf(row.line().id()) != null;
        return switch (show) {
            case OPEN -> true;
            case FIRM -> firm;
            case PERHAPS -> !firm && !rule && !candidates.isEmpty();
            case NOTHING_FOUND -> !rule && candidates.isEmpty();
            case BY_RULE -> rule;
            case TWICE -> data.twinOf(row.line().id()) != null;
            case ALL, EXPLAINED -> false;
        };
    }

    private static boolean speaksOf(MonthData data, Ladder.Row row, String text, String soughtAmount) {
        BankLine line = row.line();
        String amount = MinorUnits.toDecimal(
                Math.absExact(line.minorUnits()), data.reconciliation().currency());
        return (line.text() + " " + line.counterparty() + " " + line.reference() + " " + line.checkNumber())
                        .toUpperCase(Locale.ROOT)
                        .contains(text)
                || amount.contains(soughtAmount);
    }

    private static RowView row(
            MonthData data, Ladder.Row row, int place, Map<Long, String> extras, Map<String, String> voided) {
        CurrencyUnit c = data.reconciliation().currency();
        BankLine line = row.line();
        ItemMatch match = data.matchOf(line.id());
        List<Candidate> candidates =
                row.state() == Ladder.State.OPEN ? data.matching().candidates(line.id()) : List.of();
        Rule rule = data.ruleOf(line.id());
        return new RowView(
                line.id().value(),
                place,
                line.bookingDate(),
                line.title(),
                line.counterparty(),
                line.reference(),
                line.checkNumber(),
                line.code(),
                extras.getOrDefault(line.id().value(), ""),
                line.minorUnits() > 0 ? MinorUnits.toDecimal(line.minorUnits(), c) : null,
                line.minorUnits() < 0 ? MinorUnits.toDecimal(-line.minorUnits(), c) : null,
                MinorUnits.toDecimal(row.bankBalance(), c),
                optional(row.proven(), c),
                row.presumedApart().isPresent() && row.presumedApart().getAsLong() != 0
                        ? MinorUnits.toDecimal(Math.abs(row.presumedApart().getAsLong()), c)
                        : null,
                row.state(),
                explainedBy(data, row, match, candidates),
                match == null ? null : match.id(),
                match == null ? null : match.how().name(),
                match == null ? null : match.madeBy(),
                candidates.size(),
                candidates.isEmpty() ? null : candidates.getFirst().strength(),
                rule == null ? null : rule.id(),
                rule == null ? null : rule.name(),
                twin(data, row),
                row.state() == Ladder.State.OPEN && line.minorUnits() < 0
                        ? voided.getOrDefault(CheckNumbers.plain(line.checkNumber()), "")
                        : "");
    }

    private static String twin(MonthData data, Ladder.Row row) {
        BankLine twin =
                row.state() == Ladder.State.OPEN ? data.twinOf(row.line().id()) : null;
        return twin == null
                ? ""
                : say("reconcile.theBankMayHaveBookedThisTwice", MonthViews.DAY.format(twin.bookingDate()));
    }

    private static @Nullable String optional(OptionalLong amount, CurrencyUnit currency) {
        return amount.isPresent() ? MinorUnits.toDecimal(amount.getAsLong(), currency) : null;
    }

    /** What a matched line is explained by, in the words of its row. */
    public static String matchedWith(List<CashEntry> entries) {
        if (entries.isEmpty()) {
            return say("reconcile.cancelledByAnotherBankLine");
        }
        return entries.size() == 1
                ? entries.getFirst().title()
                : say(
                        "reconcile.entries",
                        entries.size(),
                        String.join(
                                "; ",
                                entries.stream().limit(4).map(CashEntry::title).toList()));
    }

    private static String explainedBy(
            MonthData data, Ladder.Row row, @Nullable ItemMatch match, List<Candidate> candidates) {
        switch (row.state()) {
            case BANK_ERROR -> {
                return say(
                        "reconcile.bankError",
                        data.reconciliation().bankErrors().get(row.line().id()));
            }
            case MATCHED -> {
                return matchedWith(match == null ? List.of() : data.entriesOf(match.id()));
            }
            default -> {
                Rule rule = data.ruleOf(row.line().id());
                if (rule != null) {
                    return say("reconcile.rule", rule.name());
                }
                if (candidates.isEmpty()) {
                    return say("reconcile.nothingFoundYet");
                }
                Candidate best = candidates.getFirst();
                String name = CandidateViews.title(data, best);
                return switch (best.strength()) {
                    case FIRM -> say("reconcile.firm", name);
                    case FAIR, FAINT ->
                        candidates.size() == 1
                                ? say("reconcile.perhaps", name)
                                : say("reconcile.possibilities", candidates.size());
                };
            }
        }
    }

    /** What the engine proposes for a month and what was decided, in the columns of the matching table. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public String table(long companyId, long accountId, YearMonth month) {
        MonthData data = months.load(companyId, accountId, month);
        CurrencyUnit c = data.reconciliation().currency();
        Map<BankLineId, List<CashEntryId>> decided = new HashMap<>();
        data.reconciliation().matches().forEach(m -> m.lines().forEach(l -> decided.put(l, m.entries())));
        List<NamedLine> named = data.ladder().rows().stream()
                .map(Ladder.Row::line)
                .map(l -> new NamedLine(
                        l.bankReference().isEmpty() ? Long.toString(l.id().value()) : l.bankReference(), "", c, l))
                .toList();
        return MatchingRun.written(named, decided, data.matching(), e -> Long.toString(e.value()));
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<FindingView> trace(long companyId, long accountId, YearMonth month) {
        MonthData data = months.load(companyId, accountId, month);
        List<Ladder.Row> rows = data.ladder().rows();
        List<FindingView> out = new ArrayList<>();
        for (GapTrace.Finding f : GapTrace.trace(data.reconciliation())) {
            Integer place = null;
            for (int i = 0; i < rows.size() && place == null && !f.lines().isEmpty(); i++) {
                if (rows.get(i).line().id().equals(f.lines().getFirst())) {
                    place = i;
                }
            }
            out.add(new FindingView(
                    f.kind(),
                    f.explainsGap(),
                    f.words(),
                    f.lines().stream().map(BankLineId::value).toList(),
                    f.entries().stream().map(e -> e.value()).toList(),
                    place));
        }
        return out;
    }

    /** What a selection of lines and entries comes to. */
    public record SelectionView(
            int lines,
            int entries,
            String bank,
            String ledger,
            String apart,
            boolean balances,
            boolean withinTolerance) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public SelectionView selection(
            long companyId, long accountId, YearMonth month, List<Long> lineIds, List<Long> entryIds) {
        MonthData data = months.load(companyId, accountId, month);
        CurrencyUnit c = data.reconciliation().currency();
        long bank = 0;
        List<BankLine> lines = new ArrayList<>();
        for (long id : new HashSet<>(lineIds)) {
            BankLine line = data.line(new BankLineId(id));
            if (line == null) {
                throw new NotFound(say("reconcile.bankLine"));
            }
            bank = Math.addExact(bank, line.minorUnits());
            lines.add(line);
        }
        long ledger = 0;
        for (long id : entryIds) {
            CashEntry entry = data.entry(new CashEntryId(id));
            if (entry == null) {
                throw new NotFound(say("reconcile.entry"));
            }
            ledger = Math.addExact(ledger, entry.minorUnits());
        }
        long apart = Math.subtractExact(bank, ledger);
        return new SelectionView(
                lineIds.size(),
                entryIds.size(),
                MinorUnits.report(bank, c),
                MinorUnits.report(ledger, c),
                MinorUnits.grouped(apart, c),
                apart == 0 && lineIds.size() + entryIds.size() > 1,
                !lines.isEmpty() && !entryIds.isEmpty() && apart != 0 && Math.absExact(apart) <= data.tolerance(lines));
    }
}
