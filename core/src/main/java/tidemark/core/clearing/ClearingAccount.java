package tidemark.core.clearing;

import static tidemark.core.words.Catalogue.say;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import tidemark.core.money.KeyingSlip;
import tidemark.core.problem.Words;

/**
 * What is in an account that money passes through. Its lines explain one another in this order: an entry and its reversal;
 * lines of one reference that come to nothing together; of one reference and amount; of one amount and name; of one amount;
 * all that moved one way on a day and one line of their sum. Of equally good ones the oldest go first. What is left of all
 * lines is the account's balance, to the cent.
 *
 * @param items what is left, the oldest first; amounts other than zero
 * @param usualDays after how many days nine in ten had gone again; empty where too few have
 */
public record ClearingAccount(List<Item> items, OptionalLong usualDays) {
    /** So many must have gone again before they tell how long it takes. */
    private static final int ENOUGH = 10;
    /** How old what is left may be where nothing tells how long it takes. */
    private static final long DAYS_UNTOLD = 10;
    /** More lines of one reference than this say nothing by having it. */
    private static final int LINES_OF_ONE_ITEM = 12;

    /** On which side of the account what is on the way stands. */
    public enum FilledBy {
        DEBITS,
        CREDITS,
        EITHER
    }

    /**
     * A line of the account.
     *
     * @param entry of the journal that it belongs to
     * @param reversalOf the entry that its entry reverses; 0 for none
     * @param minorUnits signed, debits above zero
     */
    public record Line(
            long id,
            long entry,
            long reversalOf,
            LocalDate date,
            long minorUnits,
            String reference,
            String party,
            String text) {}

    /** Why an item is still there. */
    public enum Reason {
        /** It came in and has not gone. */
        WAITS,
        /** What belongs to it came at another amount. */
        PARTLY,
        /** It left without ever having come. */
        NEVER_CAME,
        /** It was there before the lines that were read. */
        BEFORE
    }

    /**
     * What is left of one or several lines that belong together.
     *
     * @param lines by day; none for what was there before
     * @param left signed minor units, debits above zero, other than zero
     * @param since the day of the first of them
     * @param slip the slip of the hand that would make both sides of it differ so
     */
    public record Item(List<Line> lines, long left, LocalDate since, Reason reason, Optional<KeyingSlip> slip) {
        public Item {
            lines = List.copyOf(lines);
        }

        public long days(LocalDate on) {
            return ChronoUnit.DAYS.between(since, on);
        }

        /** Why it is still there, in words. */
        public String words() {
            return switch (reason) {
                case WAITS -> say("clearing.waits", Words.day(since));
                case NEVER_CAME -> say("clearing.neverCame", Words.day(since));
                case BEFORE -> say("clearing.before", Words.day(since));
                case PARTLY ->
                    say("clearing.partly", Words.day(lines.getLast().date()))
                            + slip.map(s -> " " + words(s)).orElse("");
            };
        }

        private static String words(KeyingSlip slip) {
            return switch (slip) {
                case KeyingSlip.DigitsSwapped ignored -> say("clearing.digitsSwapped");
                case KeyingSlip.PointMoved ignored -> say("clearing.pointMoved");
                case KeyingSlip.SideTurned ignored -> say("clearing.sideTurned");
            };
        }
    }

    public ClearingAccount {
        items = List.copyOf(items);
    }

    /** What is left of all: the account's balance. */
    public long left() {
        return items.stream().mapToLong(Item::left).reduce(0, Math::addExact);
    }

    /** Whether an item is there for longer than is usual on this account. */
    public boolean isLate(Item item, LocalDate on) {
        return item.days(on) > usualDays.orElse(DAYS_UNTOLD);
    }

    /**
     * @param before the balance before the first line, signed minor units, debits above zero
     * @param begin the day it had that balance
     * @param lines by day, each day in the order they were booked
     *
     * <p>Cost: O(n log n) for n lines.
     */
    public static ClearingAccount of(long before, LocalDate begin, List<Line> lines, FilledBy filledBy) {
        return new Search(lines).run(before, begin, filledBy);
    }

    private static final class Search {
        private final List<Line> open;
        private final List<Item> parts = new ArrayList<>();
        private final List<Long> daysTaken = new ArrayList<>();

        Search(List<Line> lines) {
            open = new ArrayList<>(lines);
        }

        ClearingAccount run(long before, LocalDate begin, FilledBy filledBy) {
            reversals();
            references();
            pairs(l -> name(l.party()));
            pairs(l -> "*");
            days();
            List<Item> items = new ArrayList<>(parts);
            for (Line line : open) {
                boolean fills = filledBy == FilledBy.EITHER || (filledBy == FilledBy.DEBITS) == line.minorUnits() > 0;
                items.add(new Item(
                        List.of(line),
                        line.minorUnits(),
                        line.date(),
                        fills ? Reason.WAITS : Reason.NEVER_CAME,
                        Optional.empty()));
            }
            if (before != 0) {
                items.add(new Item(List.of(), before, begin, Reason.BEFORE, Optional.empty()));
            }
            items.sort(Comparator.comparing(Item::since)
                    .thenComparingLong(
                            i -> i.lines().isEmpty() ? 0 : i.lines().getFirst().id()));
            return new ClearingAccount(items, usual());
        }

        private OptionalLong usual() {
            if (daysTaken.size() < ENOUGH) {
                return OptionalLong.empty();
            }
            daysTaken.sort(null);
            return OptionalLong.of(daysTaken.get((int) Math.ceil(daysTaken.size() * .9) - 1));
        }

        /** Those that a key is found for, by it, in their order. */
        private Map<String, List<Line>> by(Function<Line, String> key) {
            Map<String, List<Line>> out = new LinkedHashMap<>();
            for (Line line : open) {
                String k = key.apply(line);
                if (!k.isEmpty()) {
                    out.computeIfAbsent(k, x -> new ArrayList<>()).add(line);
                }
            }
            return out;
        }

        private void gone(Collection<Line> lines) {
            open.removeAll(new HashSet<>(lines));
        }

        private void reversals() {
            Map<Long, List<Line>> ofEntry = new LinkedHashMap<>();
            open.forEach(l ->
                    ofEntry.computeIfAbsent(l.entry(), e -> new ArrayList<>()).add(l));
            Set<Line> closed = new HashSet<>();
            for (List<Line> reversal : ofEntry.values()) {
                Line first = reversal.getFirst();
                List<Line> original = first.reversalOf() == 0 || first.reversalOf() == first.entry()
                        ? List.of()
                        : ofEntry.getOrDefault(first.reversalOf(), List.of());
                if (!original.isEmpty()
                        && Math.addExact(sum(original), sum(reversal)) == 0
                        && original.stream().noneMatch(closed::contains)
                        && reversal.stream().noneMatch(closed::contains)) {
                    closed.addAll(original);
                    closed.addAll(reversal);
                }
            }
            gone(closed);
        }

        private void references() {
            List<Line> closed = new ArrayList<>();
            for (List<Line> same : by(l -> name(l.reference())).values()) {
                if (same.size() > 1 && sum(same) == 0) {
                    closed.addAll(same);
                    took(same);
                }
            }
            gone(closed);
            pairs(l -> name(l.reference()));
            closed = new ArrayList<>();
            for (List<Line> same : by(l -> name(l.reference())).values()) {
                boolean bothSides = same.stream().anyMatch(l -> l.minorUnits() > 0)
                        && same.stream().anyMatch(l -> l.minorUnits() < 0);
                if (bothSides && same.size() <= LINES_OF_ONE_ITEM) {
                    closed.addAll(same);
                    parts.add(new Item(
                            same,
                            sum(same),
                            same.getFirst().date(),
                            Reason.PARTLY,
                            same.size() == 2
                                    ? KeyingSlip.between(
                                            same.getFirst().minorUnits(),
                                            -same.getLast().minorUnits())
                                    : Optional.empty()));
                }
            }
            gone(closed);
        }

        /** Closes lines of one key and amount on both sides, the oldest of each first. */
        private void pairs(Function<Line, String> key) {
            List<Line> closed = new ArrayList<>();
            Map<String, List<Line>> same = by(l -> {
                String k = key.apply(l);
                return k.isEmpty() ? "" : k + '\n' + Math.abs(l.minorUnits());
            });
            for (List<Line> of : same.values()) {
                Deque<Line> waiting = new ArrayDeque<>();
                for (Line line : of) {
                    Line first = waiting.peekFirst();
                    if (first == null || (first.minorUnits() > 0) == (line.minorUnits() > 0)) {
                        waiting.addLast(line);
                    } else {
                        waiting.removeFirst();
                        List<Line> pair = List.of(first, line);
                        closed.addAll(pair);
                        took(pair);
                    }
                }
            }
            gone(closed);
        }

        private void days() {
            Map<LocalDate, List<Line>> ups = new TreeMap<>();
            Map<LocalDate, List<Line>> downs = new TreeMap<>();
            open.forEach(l -> (l.minorUnits() > 0 ? ups : downs)
                    .computeIfAbsent(l.date(), d -> new ArrayList<>())
                    .add(l));
            Set<Line> closed = new HashSet<>();
            daysAgainst(ups, downs, closed);
            downs.values().forEach(l -> l.removeIf(closed::contains));
            ups.values().forEach(l -> l.removeIf(closed::contains));
            daysAgainst(downs, ups, closed);
            gone(closed);
        }

        /** Closes what moved one way on a day against one line of its sum the other way, the nearest that is left. */
        private void daysAgainst(Map<LocalDate, List<Line>> several, Map<LocalDate, List<Line>> one, Set<Line> closed) {
            Map<Long, List<Line>> byAmount = new HashMap<>();
            one.values()
                    .forEach(all -> all.forEach(l -> byAmount.computeIfAbsent(l.minorUnits(), a -> new ArrayList<>())
                            .add(l)));
            several.values().stream().filter(day -> day.size() > 1).forEach(day -> {
                List<Line> fitting = byAmount.getOrDefault(-sum(day), List.of());
                fitting.stream()
                        .min(Comparator.comparingLong(l -> apart(l, day.getFirst())))
                        .ifPresent(l -> {
                            fitting.remove(l);
                            List<Line> together = new ArrayList<>(day);
                            together.add(l);
                            closed.addAll(together);
                            took(together);
                        });
            });
        }

        private void took(List<Line> closed) {
            LocalDate first = closed.stream()
                    .map(Line::date)
                    .min(Comparator.naturalOrder())
                    .orElseThrow();
            LocalDate last = closed.stream()
                    .map(Line::date)
                    .max(Comparator.naturalOrder())
                    .orElseThrow();
            daysTaken.add(ChronoUnit.DAYS.between(first, last));
        }

        private static long apart(Line a, Line b) {
            return Math.abs(ChronoUnit.DAYS.between(a.date(), b.date()));
        }

        private static long sum(List<Line> lines) {
            return lines.stream().mapToLong(Line::minorUnits).reduce(0, Math::addExact);
        }

        private static String name(String text) {
            return text.strip().toUpperCase(Locale.ROOT).replaceAll("\\s+", " ");
        }
    }
}
