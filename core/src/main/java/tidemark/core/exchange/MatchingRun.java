package tidemark.core.exchange;

import static tidemark.core.words.Catalogue.say;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.joda.money.CurrencyUnit;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.matching.Candidate;
import tidemark.core.matching.Learned;
import tidemark.core.matching.LedgerItem;
import tidemark.core.matching.MatchingEngine;
import tidemark.core.matching.MatchingResult;
import tidemark.core.matching.Strength;
import tidemark.core.statement.AccountNumbers;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;
import tidemark.core.table.CsvWriting;

/**
 * Matches named lines with named entries, account by account, and writes what was found. Lines and entries go in in the
 * order of their names, so the order of the files never changes the outcome.
 */
public final class MatchingRun {
    /** Candidates that are written of a line. */
    public static final int MOST_SUGGESTED = 5;

    private static final List<String> HEADER =
            List.of("line_id", "entry_ids", "status", "rank", "strength", "evidence", "group");

    private final MatchingEngine engine;
    private final List<List<String>> rows = new ArrayList<>();
    private int groups;

    private MatchingRun(MatchingEngine engine) {
        this.engine = engine;
    }

    /** The matches as CSV: one row for each line and set of entries, the firm ones {@code auto}, others by rank. */
    public static String match(
            MatchingEngine engine, List<NamedLine> lines, List<NamedEntry> entries, HistoryFile.History history) {
        MatchingRun run = new MatchingRun(engine);
        Map<String, List<NamedLine>> byAccount = new TreeMap<>();
        lines.forEach(l -> byAccount
                .computeIfAbsent(AccountNumbers.plain(l.account()), k -> new ArrayList<>())
                .add(l));
        boolean oneAccount = byAccount.size() == 1
                && entries.stream()
                                .map(e -> AccountNumbers.plain(e.account()))
                                .distinct()
                                .count()
                        <= 1;
        byAccount.forEach((account, own) -> run.account(
                own,
                entries.stream()
                        .filter(e -> oneAccount || account.isEmpty() || AccountNumbers.same(account, e.account()))
                        .toList(),
                history));
        return CsvWriting.of(HEADER, run.rows);
    }

    /**
     * The same table of what was proposed and decided of an account.
     *
     * @param decided entries of each line that is matched already
     * @param name of an entry
     */
    public static String written(
            List<NamedLine> lines,
            Map<BankLineId, List<CashEntryId>> decided,
            MatchingResult result,
            Function<CashEntryId, String> name) {
        MatchingRun run = new MatchingRun((l, e, past, rules) -> result);
        Map<String, List<String>> before = new HashMap<>();
        for (NamedLine line : lines) {
            List<CashEntryId> entries = decided.get(line.line().id());
            if (entries != null) {
                before.put(line.id(), entries.stream().map(name).toList());
            }
        }
        run.write(lines, before, result, line -> line.line().id(), name);
        return CsvWriting.of(HEADER, run.rows);
    }

    private void account(List<NamedLine> lines, List<NamedEntry> entries, HistoryFile.History history) {
        Map<String, List<String>> decided = HistoryFile.accepted(history);
        Set<String> decidedEntries = new HashSet<>();
        decided.values().forEach(decidedEntries::addAll);
        List<NamedLine> sortedLines = new ArrayList<>(lines);
        sortedLines.sort(Comparator.comparing(NamedLine::id));
        List<NamedEntry> sortedEntries = new ArrayList<>(entries);
        sortedEntries.sort(Comparator.comparing(NamedEntry::id));
        Map<String, BankLine> lineOf = new HashMap<>();
        Map<String, LedgerItem> itemOf = new HashMap<>();
        List<BankLine> openLines = new ArrayList<>();
        List<LedgerItem> openItems = new ArrayList<>();
        for (int i = 0; i < sortedLines.size(); i++) {
            BankLine line = numbered(sortedLines.get(i).line(), i);
            lineOf.put(sortedLines.get(i).id(), line);
            if (!decided.containsKey(sortedLines.get(i).id())) {
                openLines.add(line);
            }
        }
        for (int i = 0; i < sortedEntries.size(); i++) {
            LedgerItem item = numbered(sortedEntries.get(i).item(), i);
            itemOf.put(sortedEntries.get(i).id(), item);
            if (!decidedEntries.contains(sortedEntries.get(i).id())) {
                openItems.add(item);
            }
        }
        Learned learned = learned(history, lineOf, itemOf);
        Map<NamedLine, BankLineId> numbers = new java.util.IdentityHashMap<>();
        for (int i = 0; i < sortedLines.size(); i++) {
            numbers.put(sortedLines.get(i), new BankLineId(i));
        }
        write(
                sortedLines,
                decided,
                engine.propose(openLines, openItems, learned),
                line -> Objects.requireNonNull(numbers.get(line)),
                entry -> sortedEntries.get(Math.toIntExact(entry.value())).id());
    }

    private static Learned learned(
            HistoryFile.History history, Map<String, BankLine> lineOf, Map<String, LedgerItem> itemOf) {
        List<Learned.Decided> accepted = new ArrayList<>(history.past().accepted());
        List<Learned.Decided> undone = new ArrayList<>(history.past().undone());
        Set<Learned.UndoneSet> undoneSets = new HashSet<>();
        for (HistoryFile.Pair pair : history.pairs()) {
            BankLine line = lineOf.get(pair.line());
            LedgerItem item =
                    pair.entries().size() == 1 ? itemOf.get(pair.entries().getFirst()) : null;
            if (line != null && item != null) {
                (pair.accepted() ? accepted : undone).add(new Learned.Decided(line, item));
            } else if (line != null && !pair.accepted()) {
                undoneSets.add(new Learned.UndoneSet(
                        Set.of(line.id()),
                        pair.entries().stream()
                                .map(itemOf::get)
                                .filter(Objects::nonNull)
                                .map(LedgerItem::id)
                                .collect(Collectors.toSet())));
            }
        }
        return new Learned(accepted, undone, undoneSets);
    }

    private void write(
            List<NamedLine> lines,
            Map<String, List<String>> decided,
            MatchingResult result,
            Function<NamedLine, BankLineId> number,
            Function<CashEntryId, String> name) {
        Map<Candidate, String> groupOf = new java.util.IdentityHashMap<>();
        for (NamedLine line : lines) {
            List<String> before = decided.get(line.id());
            if (before != null) {
                rows.add(List.of(
                        line.id(),
                        String.join(";", before),
                        "auto",
                        "1",
                        "firm",
                        say("exchange.decidedBefore"),
                        "m" + ++groups));
                continue;
            }
            int rank = 0;
            for (Candidate c : result.candidates(number.apply(line))) {
                if (++rank > MOST_SUGGESTED) {
                    break;
                }
                String group = groupOf.computeIfAbsent(c, k -> "m" + ++groups);
                rows.add(row(line, c, rank, group, name));
            }
        }
    }

    private static List<String> row(
            NamedLine line, Candidate c, int rank, String group, Function<CashEntryId, String> name) {
        CurrencyUnit currency = line.currency();
        return List.of(
                line.id(),
                String.join(";", c.entries().stream().map(name).toList()),
                c.strength() == Strength.FIRM ? "auto" : "suggest",
                Integer.toString(rank),
                c.strength().name().toLowerCase(java.util.Locale.ROOT),
                String.join(
                        "; ", c.evidence().stream().map(e -> e.words(currency)).toList()),
                Objects.requireNonNull(group));
    }

    private static BankLine numbered(BankLine l, int number) {
        return new BankLine(
                new BankLineId(number),
                l.bookingDate(),
                l.valueDate(),
                l.minorUnits(),
                l.reference(),
                l.bankReference(),
                l.checkNumber(),
                l.counterparty(),
                l.text(),
                l.code());
    }

    private static LedgerItem numbered(LedgerItem item, int number) {
        CashEntry e = item.entry();
        return new LedgerItem(
                new CashEntry(
                        new CashEntryId(number),
                        e.date(),
                        e.minorUnits(),
                        e.reference(),
                        e.checkNumber(),
                        e.party(),
                        e.text()),
                item.kind());
    }
}
