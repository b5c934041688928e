package tidemark.app.reconcile;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalLong;
import org.joda.money.CurrencyUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tidemark.app.access.Missing;
import tidemark.app.statement.BankLineRepository;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Evidence;
import tidemark.core.matching.Strength;
import tidemark.core.money.MinorUnits;
import tidemark.core.proof.GapTrace;
import tidemark.core.proof.Ladder;
import tidemark.core.rule.Rule;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/** The ladder of a month as it is shown: its rows by page, their candidates, the trace of the gap, a selection's sums. */
@Service
public class LadderViews {
    /** One row of the ladder; {@code in} or {@code out} is given, {@code extra} is what else the bank told of it. */
    public record RowView(
            long lineId,
            int place,
            LocalDate date,
            String title,
            String counterparty,
            String reference,
            String checkNumber,
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
            @Nullable String ruleName) {}

    public record RowPage(int total, int offset, int tide, List<RowView> rows) {}

    public record FactView(String words, boolean speaksFor) {}

    /** A line or an entry of a candidate of several. */
    public record MemberView(boolean ofBank, LocalDate date, String title, String amount) {}

    /** @param members what it ties, where that is more than the line and one entry */
    public record CandidateView(
            List<Long> lineIds,
            List<Long> entryIds,
            int place,
            LocalDate date,
            String title,
            String text,
            String amount,
            String difference,
            List<MemberView> members,
            boolean sameAmount,
            boolean correctable,
            Strength strength,
            List<FactView> evidence) {}

    public record FindingView(
            GapTrace.Kind kind,
            boolean explainsGap,
            String words,
            List<Long> lineIds,
            List<Long> entryIds,
            @Nullable Integer place) {}

    private final Months months;
    private final BankLineRepository lines;

    LadderViews(Months months, BankLineRepository lines) {
        this.months = months;
        this.lines = lines;
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public RowPage rows(long companyId, long accountId, YearMonth month, int offset, int limit) {
        MonthData data = months.load(companyId, accountId, month);
        List<Ladder.Row> rows = data.ladder().rows();
        int from = Math.clamp(offset, 0, rows.size());
        int to = Math.clamp((long) from + Math.clamp(limit, 1, MonthViews.LARGEST_PAGE), from, rows.size());
        List<RowView> out = new ArrayList<>();
        Map<Long, String> extras = new HashMap<>();
        if (from < to) {
            List<Long> ids = rows.subList(from, to).stream()
                    .map(r -> r.line().id().value())
                    .toList();
            lines.extras(accountId, ids).forEach(e -> extras.put(e.getId(), e.getExtra()));
        }
        for (int i = from; i < to; i++) {
            out.add(row(data, rows.get(i), i, extras));
        }
        return new RowPage(rows.size(), from, data.ladder().tide(), out);
    }

    private static RowView row(MonthData data, Ladder.Row row, int place, Map<Long, String> extras) {
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
                rule == null ? null : rule.name());
    }

    private static @Nullable String optional(OptionalLong amount, CurrencyUnit currency) {
        return amount.isPresent() ? MinorUnits.toDecimal(amount.getAsLong(), currency) : null;
    }

    private static String explainedBy(
            MonthData data, Ladder.Row row, @Nullable ItemMatch match, List<Candidate> candidates) {
        switch (row.state()) {
            case BANK_ERROR -> {
                return "Bank error: "
                        + data.reconciliation().bankErrors().get(row.line().id());
            }
            case MATCHED -> {
                List<CashEntry> entries = match == null ? List.of() : data.entriesOf(match.id());
                if (entries.isEmpty()) {
                    return "Cancelled by another bank line";
                }
                return entries.size() == 1
                        ? entries.getFirst().title()
                        : entries.size() + " entries: "
                                + String.join(
                                        "; ",
                                        entries.stream()
                                                .limit(4)
                                                .map(CashEntry::title)
                                                .toList());
            }
            default -> {
                Rule rule = data.ruleOf(row.line().id());
                if (rule != null) {
                    return "Rule: " + rule.name();
                }
                if (candidates.isEmpty()) {
                    return "nothing found yet";
                }
                Candidate best = candidates.getFirst();
                String name = title(data, best);
                return switch (best.strength()) {
                    case FIRM -> "Firm: " + name;
                    case FAIR, FAINT ->
                        candidates.size() == 1 ? "Perhaps " + name : candidates.size() + " possibilities";
                };
            }
        }
    }

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public List<CandidateView> candidates(long companyId, long accountId, YearMonth month, long lineId) {
        MonthData data = months.load(companyId, accountId, month);
        CurrencyUnit c = data.reconciliation().currency();
        List<CandidateView> out = new ArrayList<>();
        Map<BankLineId, BankLine> lineOf = new HashMap<>();
        data.reconciliation().lines().forEach(l -> lineOf.put(l.id(), l));
        for (Candidate candidate : data.matching().candidates(new BankLineId(lineId))) {
            List<CashEntry> members = candidate.entries().stream()
                    .map(data::entry)
                    .filter(Objects::nonNull)
                    .toList();
            List<BankLine> bank = candidate.lines().stream()
                    .map(lineOf::get)
                    .filter(Objects::nonNull)
                    .toList();
            if (members.size() == candidate.entries().size()
                    && bank.size() == candidate.lines().size()) {
                out.add(view(data, candidate, bank, members, out.size() + 1, c));
            }
        }
        return out;
    }

    private static CandidateView view(
            MonthData data,
            Candidate candidate,
            List<BankLine> bank,
            List<CashEntry> members,
            int place,
            CurrencyUnit c) {
        List<MemberView> shown = new ArrayList<>();
        if (!candidate.isPair()) {
            bank.forEach(l ->
                    shown.add(new MemberView(true, l.bookingDate(), l.title(), MinorUnits.report(l.minorUnits(), c))));
            members.forEach(
                    e -> shown.add(new MemberView(false, e.date(), e.title(), MinorUnits.report(e.minorUnits(), c))));
        }
        long ledger = members.stream().mapToLong(CashEntry::minorUnits).reduce(0, Math::addExact);
        long difference = candidate.differenceMinorUnits();
        boolean slip = candidate.evidence().stream()
                .anyMatch(e ->
                        e instanceof Evidence.AmountApart apart && apart.slip().isPresent());
        return new CandidateView(
                candidate.lines().stream().map(BankLineId::value).toList(),
                candidate.entries().stream().map(CashEntryId::value).toList(),
                place,
                members.isEmpty()
                        ? bank.getLast().bookingDate()
                        : members.getFirst().date(),
                title(data, candidate),
                members.size() == 1 ? members.getFirst().text() : "",
                MinorUnits.toDecimal(Math.abs(ledger), c),
                MinorUnits.toDecimal(Math.abs(difference), c),
                shown,
                difference == 0,
                candidate.isPair() && difference != 0 && (slip || candidate.strength() == Strength.FAIR),
                candidate.strength(),
                candidate.evidence().stream()
                        .map(e -> new FactView(e.words(c), e.speaksFor()))
                        .toList());
    }

    private static String title(MonthData data, Candidate candidate) {
        if (candidate.entries().isEmpty()) {
            return "Two lines of the bank that cancel each other";
        }
        CashEntry first = data.entry(candidate.entries().getFirst());
        String name = first == null ? "" : first.title();
        if (candidate.entries().size() > 1) {
            return candidate.entries().size() + " entries, the first " + name;
        }
        return candidate.lines().size() == 1
                ? name
                : name + ", in " + candidate.lines().size() + " lines";
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
    public record SelectionView(int lines, int entries, String bank, String ledger, String apart, boolean balances) {}

    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public SelectionView selection(
            long companyId, long accountId, YearMonth month, List<Long> lineIds, List<Long> entryIds) {
        MonthData data = months.load(companyId, accountId, month);
        CurrencyUnit c = data.reconciliation().currency();
        long bank = data.reconciliation().lines().stream()
                .filter(l -> lineIds.contains(l.id().value()))
                .mapToLong(BankLine::minorUnits)
                .sum();
        long ledger = 0;
        for (long id : entryIds) {
            CashEntry entry = data.entry(new CashEntryId(id));
            if (entry == null) {
                throw new Missing("entry");
            }
            ledger = Math.addExact(ledger, entry.minorUnits());
        }
        return new SelectionView(
                lineIds.size(),
                entryIds.size(),
                MinorUnits.report(bank, c),
                MinorUnits.report(ledger, c),
                MinorUnits.grouped(Math.subtractExact(bank, ledger), c),
                bank == ledger && lineIds.size() + entryIds.size() > 1);
    }
}
