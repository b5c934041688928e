package tidemark.core.matching;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import tidemark.core.ledger.CashEntry;
import tidemark.core.ledger.CashEntryId;
import tidemark.core.statement.BankLine;
import tidemark.core.statement.BankLineId;

/**
 * Points out what may stand twice: entries alike of which the bank has fewer, and lines alike of which the ledger has
 * fewer. Alike is one amount with one reference or check number within {@link #DAYS_OF_A_REFERENCE} days, or with one
 * party and, at the bank, one text within {@link #DAYS_OF_A_PARTY} days. Nothing is decided by it.
 *
 * <p>Cost: O((n + m) log (n + m)).
 */
public final class Twins {
    static final int DAYS_OF_A_REFERENCE = 45;
    static final int DAYS_OF_A_PARTY = 4;
    /** A line comes at most so many days before its entry, and mostly not later after it. */
    private static final int BEFORE = 3;

    private static final int AFTER = 20;

    private Twins() {}

    /** What both sides are compared by. */
    private record Item<T>(T id, LocalDate day, long amount, String reference, String party, boolean open) {}

    /**
     * Open entries that may have been booked twice, each with the one it is like.
     *
     * @param explained entries that a match holds already; one of them may be the twin of an open one
     * @param upTo last day that the bank has told of; entries so near it that the bank may yet follow are left out
     */
    public static Map<CashEntryId, CashEntryId> ofLedger(
            Collection<CashEntry> entries, Set<CashEntryId> explained, Collection<BankLine> lines, LocalDate upTo) {
        List<Item<CashEntryId>> items = new ArrayList<>();
        for (CashEntry e : entries) {
            if (!e.date().isAfter(upTo.minusDays(BEFORE))) {
                String reference = e.reference().isEmpty() ? e.checkNumber() : e.reference();
                items.add(new Item<>(
                        e.id(),
                        e.date(),
                        e.minorUnits(),
                        plain(reference),
                        plain(e.party()),
                        !explained.contains(e.id())));
            }
        }
        Map<Long, List<LocalDate>> others = new HashMap<>();
        lines.forEach(l ->
                others.computeIfAbsent(l.minorUnits(), k -> new ArrayList<>()).add(l.bookingDate()));
        return twins(items, others, BEFORE, AFTER, Comparator.comparing(CashEntryId::value));
    }

    /** Open lines that the bank may have booked twice, each with the one it is like. */
    public static Map<BankLineId, BankLineId> ofBank(
            Collection<BankLine> lines, Set<BankLineId> explained, Collection<CashEntry> entries) {
        List<Item<BankLineId>> items = new ArrayList<>();
        for (BankLine l : lines) {
            String reference = l.reference().isEmpty() ? l.checkNumber() : l.reference();
            items.add(new Item<>(
                    l.id(),
                    l.bookingDate(),
                    l.minorUnits(),
                    plain(reference),
                    plain(l.counterparty() + " " + l.text()),
                    !explained.contains(l.id())));
        }
        Map<Long, List<LocalDate>> others = new HashMap<>();
        entries.forEach(e ->
                others.computeIfAbsent(e.minorUnits(), k -> new ArrayList<>()).add(e.date()));
        return twins(items, others, AFTER, BEFORE, Comparator.comparing(BankLineId::value));
    }

    private static String plain(String text) {
        return text.strip().toUpperCase(Locale.ROOT);
    }

    private static <T> Map<T, T> twins(
            List<Item<T>> items, Map<Long, List<LocalDate>> others, int before, int after, Comparator<T> order) {
        items.sort(Comparator.comparing((Item<T> i) -> i.day()).thenComparing(Item::id, order));
        Map<T, T> out = new LinkedHashMap<>();
        among(items, Item::reference, DAYS_OF_A_REFERENCE, others, before, after, out);
        among(items, Item::party, DAYS_OF_A_PARTY, others, before, after, out);
        return out;
    }

    private static <T> void among(
            List<Item<T>> items,
            Function<Item<T>, String> key,
            int days,
            Map<Long, List<LocalDate>> others,
            int before,
            int after,
            Map<T, T> out) {
        Map<List<Object>, List<Item<T>>> alike = new LinkedHashMap<>();
        for (Item<T> item : items) {
            if (!key.apply(item).isEmpty()) {
                alike.computeIfAbsent(List.of(item.amount(), key.apply(item)), k -> new ArrayList<>())
                        .add(item);
            }
        }
        for (List<Item<T>> same : alike.values()) {
            int start = 0;
            for (int i = 1; i <= same.size(); i++) {
                if (i == same.size()
                        || ChronoUnit.DAYS.between(
                                        same.get(i - 1).day(), same.get(i).day())
                                > days) {
                    run(same.subList(start, i), others, before, after, out);
                    start = i;
                }
            }
        }
    }

    /** Of items alike, the last open ones are the twins, as many as the other side has fewer. */
    private static <T> void run(
            List<Item<T>> alike, Map<Long, List<LocalDate>> others, int before, int after, Map<T, T> out) {
        if (alike.size() < 2) {
            return;
        }
        LocalDate from = alike.getFirst().day().minusDays(before);
        LocalDate to = alike.getLast().day().plusDays(after);
        long found = others.getOrDefault(alike.getFirst().amount(), List.of()).stream()
                .filter(d -> !d.isBefore(from) && !d.isAfter(to))
                .count();
        long tooMany = Math.min(alike.size() - 1L, alike.size() - found);
        Set<T> told = new HashSet<>();
        for (int i = alike.size() - 1; i >= 0 && told.size() < tooMany; i--) {
            Item<T> item = alike.get(i);
            if (item.open()) {
                told.add(item.id());
                T other = i > 0 ? alike.getFirst().id() : alike.get(1).id();
                out.putIfAbsent(item.id(), other);
            }
        }
    }
}
