package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Entries that people take to the bank together: all with one reference within a few days; all of a run, whose references
 * have one stem ({@code PR0393-001} to {@code -014}) or follow each other; all of one party, one text or one kind on one
 * day or on days that follow each other. What goes the other way, as a fee or a credit note, belongs to it where a
 * reference or party ties.
 *
 * <p>Cost: O(m log m), as a series has at most {@link #MOST_DAYS} bundles for each of its days.
 */
final class Bundles {
    /** What ties a bundle, the most telling first; what two ties make is one bundle, of the first. */
    enum Tie {
        REFERENCE(Way.REFERENCE),
        RUN(Way.RUN),
        /** One entry and a small one that goes the other way, as takings and their fee. */
        LESS(Way.LESS_ENTRY),
        PARTY(Way.PARTY_DAY),
        TEXT(Way.DAY),
        KIND(Way.DAY),
        /** Of several days, without a reference. */
        DAYS(Way.DAYS),
        /** Open entries of a party, made for a single line. */
        OPEN(Way.PARTY),
        /** What a single line quotes. */
        QUOTED(Way.QUOTED);

        final Way way;

        Tie(Way way) {
            this.way = way;
        }
    }

    /** Entries that are tied. What only a search for some of them needs is worked out when it is asked for. */
    final class Bundle {
        private final int number;
        private final Tie tie;
        private final String key;
        private final int[] members;
        private final int day;
        private final long total;
        // what several may work out at once comes out the same
        private volatile long step;
        private volatile int @Nullable [][] units;
        private volatile @Nullable Movement movement;

        private Bundle(int number, Tie tie, String key, int[] members, int day, long total) {
            this.number = number;
            this.tie = tie;
            this.key = key;
            this.members = members;
            this.day = day;
            this.total = total;
        }

        /** From 0; -1 for one made for a single line. */
        int number() {
            return number;
        }

        Tie tie() {
            return tie;
        }

        /** What ties it, as a text of the line may tell; empty where nothing does. */
        String key() {
            return key;
        }

        int[] members() {
            return members;
        }

        /** The latest of its days. */
        int day() {
            return day;
        }

        long total() {
            return total;
        }

        /** What all its amounts share. */
        long step() {
            long known = step;
            if (known == 0) {
                known = Math.max(1, Chance.step(amounts(members)));
                step = known;
            }
            return known;
        }

        /** Of the largest of its entries. */
        Movement movement() {
            Movement known = movement;
            if (known == null) {
                int largest = members[0];
                for (int e : members) {
                    if (Math.abs(terms.entries[e].amount()) > Math.abs(terms.entries[largest].amount())) {
                        largest = e;
                    }
                }
                known = terms.entries[largest].movement;
                movement = known;
            }
            return known;
        }

        /** Places of members that are taken together or not at all, as one reference ties them. */
        int[][] units() {
            int[][] known = units;
            if (known == null) {
                known = number < 0 || tie == Tie.REFERENCE || !hasSlip() ? apart() : bySlip();
                units = known;
            }
            return known;
        }

        private boolean hasSlip() {
            for (int e : members) {
                if (slip[e] != 0) {
                    return true;
                }
            }
            return false;
        }

        private int[][] apart() {
            int[][] out = new int[members.length][];
            Arrays.setAll(out, i -> new int[] {i});
            return out;
        }

        private int[][] bySlip() {
            Map<Integer, List<Integer>> places = new LinkedHashMap<>();
            for (int i = 0; i < members.length; i++) {
                int of = slip[members[i]] == 0 ? -1 - i : slip[members[i]];
                places.computeIfAbsent(of, k -> new ArrayList<>()).add(i);
            }
            return places.values().stream().map(Bundles::array).toArray(int[][]::new);
        }

        /** What each unit comes to. */
        long[] unitTotals() {
            int[][] of = units();
            long[] out = new long[of.length];
            for (int u = 0; u < of.length; u++) {
                for (int place : of[u]) {
                    out[u] += terms.entries[members[place]].amount();
                }
            }
            return out;
        }
    }

    private long[] amounts(int[] members) {
        long[] out = new long[members.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = terms.entries[members[i]].amount();
        }
        return out;
    }

    private static final int MOST_MEMBERS = 400;
    /** Business days from the first to the last of a reference, and of days taken to the bank together. */
    private static final int SPAN = 3;

    static final int MOST_DAYS = SPAN + 1;
    /** Business days that what is taken to the bank together lies there at the most. */
    private static final int LONGEST_WAIT = 5;

    /** Pairs of takings and fee of one party that are looked at for a day. */
    private static final int MOST_OF_A_DAY = 200;
    /** A fee, discount or deduction is at most this part of what it is taken from. */
    private static final double LARGEST_PART = .1;

    private static final int LONGEST_RUN_NUMBER = 5;

    private final Terms terms;
    private final boolean[] open;
    private final Map<Integer, List<Bundle>> byDay = new TreeMap<>();
    private final Map<Integer, List<Bundle>> wholeDays = new TreeMap<>();
    private final Map<Integer, List<Bundle>> partiesOfDay = new TreeMap<>();
    private final Map<Long, List<Bundle>> byTotal = new HashMap<>();
    private final Map<String, List<Bundle>> byKey = new HashMap<>();
    private final Map<Integer, int[]> byParty = new HashMap<>();
    private final Map<String, int[]> byNumber = new HashMap<>();
    private final Map<Long, Bundle> windows = new ConcurrentHashMap<>();
    private final Map<Integer, int[]> looseOfKind = new HashMap<>();
    /** For each day, how many bundles of each way end on it. */
    private final Map<Integer, int[]> counts = new HashMap<>();

    private final Set<Long> made = new HashSet<>();
    /** Days of the calendar. */
    private final int[] dates;
    /** For each entry its reference bundle, from 1; 0 for none. */
    private final int[] slip;

    private int count;

    /** @param open entries that no pair explains; what a reference ties stays together whatever its parts look like */
    Bundles(Terms terms, boolean[] open) {
        this.terms = terms;
        this.open = open;
        slip = new int[terms.entries.length];
        dates = new int[terms.entries.length];
        Arrays.setAll(dates, e -> (int) terms.entries[e].entry.date().toEpochDay());
        Set<String> openReferences = new HashSet<>();
        for (int e = 0; e < terms.entries.length; e++) {
            if (open[e]) {
                openReferences.add(terms.entries[e].reference);
                openReferences.add(terms.entries[e].stem);
            }
        }
        Map<String, List<Integer>> references = new LinkedHashMap<>();
        Map<String, List<Integer>> stems = new LinkedHashMap<>();
        Map<String, List<Integer>> running = new LinkedHashMap<>();
        Map<Integer, List<Integer>> parties = new TreeMap<>();
        Map<String, List<Integer>> numbers = new HashMap<>();
        Map<List<Object>, List<Integer>> texts = new LinkedHashMap<>();
        Map<Integer, List<Integer>> kinds = new TreeMap<>();
        for (int e = 0; e < terms.entries.length; e++) {
            Terms.EntryTerms entry = terms.entries[e];
            if (entry.reference.length() >= 3 && openReferences.contains(entry.reference)) {
                add(references, entry.reference, e);
            }
            if (!entry.stem.isEmpty() && openReferences.contains(entry.stem)) {
                add(stems, entry.stem, e);
            }
            if (open[e]) {
                int kind = entry.movement.index();
                if (entry.running >= 0) {
                    add(running, entry.series + kind, e);
                }
                for (String number : entry.numbers) {
                    add(numbers, number, e);
                }
                add(parties, entry.party, e);
                add(texts, List.of(kind, entry.words), e);
                add(kinds, kind, e);
            }
        }
        numbers.forEach((number, all) -> byNumber.put(number, array(all)));
        references.forEach((key, all) -> series(Tie.REFERENCE, key, all));
        stems.forEach((key, all) -> series(Tie.RUN, key, all));
        running.values().forEach(this::runs);
        parties.forEach((party, all) -> {
            if (!terms.parties.get(party).words.isEmpty()) {
                less(all);
                series(Tie.PARTY, "", all);
                series(Tie.PARTY, "", loose(all));
            }
            if (all.size() > 1) {
                byParty.put(party, array(all));
            }
        });
        if (texts.size() > kinds.size()) {
            texts.values().forEach(all -> series(Tie.TEXT, "", all));
        }
        kinds.forEach((kind, all) -> {
            looseOfKind.put(kind, array(loose(all)));
            series(Tie.KIND, "", loose(all));
            series(Tie.KIND, "", all);
        });
        byDay.values().forEach(all -> all.sort(Comparator.comparingLong(Bundle::total)));
        partiesOfDay.values().forEach(all -> all.sort(Comparator.comparingLong(Bundle::total)));
        made.clear();
    }

    private static <K> void add(Map<K, List<Integer>> to, K key, int e) {
        to.computeIfAbsent(key, k -> new ArrayList<>()).add(e);
    }

    private static int[] array(List<Integer> numbers) {
        int[] out = new int[numbers.size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = numbers.get(i);
        }
        return out;
    }

    /**
     * The bundles of entries that have something in common: all of them where they lie within a few days; otherwise, as of
     * a terminal's number that every day has, those of each day and of each few days that follow each other.
     */
    private void series(Tie tie, String key, List<Integer> all) {
        if (all.size() < 2) {
            return;
        }
        int n = all.size();
        if (key.length() > 0 && day(all.get(n - 1)) - day(all.get(0)) <= SPAN) {
            bundle(tie, key, all);
            return;
        }
        for (int start = 0; start < n; start = nextDay(all, start)) {
            int first = day(all.get(start));
            int end = start;
            while (end < n && day(all.get(end)) - first <= SPAN && end - start <= MOST_MEMBERS) {
                end = nextDay(all, end);
                boolean days = !isOneDay(all.get(end - 1), all.get(start));
                bundle(days && key.isEmpty() && tie != Tie.PARTY ? Tie.DAYS : tie, key, all.subList(start, end));
            }
        }
    }

    private boolean isOneDay(int e, int other) {
        return dates[e] == dates[other];
    }

    private int day(int e) {
        return terms.entries[e].day;
    }

    /** Days of the calendar: what is taken on a Saturday may be banked apart from what is taken on a Monday. */
    private int nextDay(List<Integer> all, int from) {
        int to = from;
        while (to < all.size() && isOneDay(all.get(to), all.get(from))) {
            to++;
        }
        return to;
    }

    /** Entries of one day whose references have numbers that follow each other. */
    private void runs(List<Integer> all) {
        List<Integer> sorted = new ArrayList<>(all);
        sorted.sort((a, b) -> isOneDay(a, b)
                ? Long.compare(terms.entries[a].running, terms.entries[b].running)
                : Integer.compare(dates[a], dates[b]));
        int start = 0;
        for (int i = 1; i <= sorted.size(); i++) {
            boolean follows = i < sorted.size()
                    && isOneDay(sorted.get(i), sorted.get(i - 1))
                    && terms.entries[sorted.get(i)].running == terms.entries[sorted.get(i - 1)].running + 1;
            if (!follows) {
                if (i - start > 1) {
                    List<Integer> run = new ArrayList<>(sorted.subList(start, i));
                    run.sort(Comparator.naturalOrder());
                    bundle(Tie.RUN, "", run);
                }
                start = i;
            }
        }
    }

    /** Those that no reference ties to others. */
    private List<Integer> loose(List<Integer> all) {
        return all.stream().filter(e -> slip[e] == 0).toList();
    }

    /** Each entry of a party with each small one of the same day that goes the other way. */
    private void less(List<Integer> all) {
        for (int start = 0; start < all.size(); ) {
            int end = nextDay(all, start);
            int pairs = 0;
            for (int a = start; a < end; a++) {
                for (int b = start; b < end && pairs < MOST_OF_A_DAY; b++) {
                    long gross = terms.entries[all.get(a)].amount();
                    long small = terms.entries[all.get(b)].amount();
                    if ((gross < 0) != (small < 0) && Math.abs(small) <= Math.abs(gross) * LARGEST_PART) {
                        pairs++;
                        bundle(Tie.LESS, "", List.of(all.get(Math.min(a, b)), all.get(Math.max(a, b))));
                    }
                }
            }
            start = end;
        }
    }

    private void bundle(Tie tie, String key, List<Integer> all) {
        if (all.size() < 2 || all.size() > MOST_MEMBERS) {
            return;
        }
        long total = 0;
        int day = Integer.MIN_VALUE;
        for (int e : all) {
            total += terms.entries[e].amount();
            day = Math.max(day, day(e));
        }
        int[] members = array(all);
        if (total == 0 || !made.add(key(members, total))) {
            return;
        }
        Bundle bundle = new Bundle(count, tie, key, members, day, total);
        count++;
        counts.computeIfAbsent(day, k -> new int[Way.values().length])[tie.way.ordinal()]++;
        if (tie == Tie.KIND) {
            wholeDays.computeIfAbsent(day, k -> new ArrayList<>()).add(bundle);
        }
        boolean oneDay = isOneDay(members[0], members[members.length - 1]);
        if (tie == Tie.PARTY && oneDay && members.length > 2) {
            partiesOfDay.computeIfAbsent(day, k -> new ArrayList<>()).add(bundle);
        }
        byDay.computeIfAbsent(day, k -> new ArrayList<>()).add(bundle);
        byTotal.computeIfAbsent(total, k -> new ArrayList<>()).add(bundle);
        if (!key.isEmpty()) {
            byKey.computeIfAbsent(key, k -> new ArrayList<>()).add(bundle);
            for (String number : Numbers.in(List.of(key))) {
                if (!number.equals(key)) {
                    byKey.computeIfAbsent(number, k -> new ArrayList<>()).add(bundle);
                }
            }
            if (tie == Tie.REFERENCE) {
                for (int e : members) {
                    slip[e] = slip[e] == 0 ? count : slip[e];
                }
            }
        }
    }

    /** Sets with the same first and last, size and total are the same. */
    static long key(int[] members, long total) {
        long ends = ((long) members[0] << 32) ^ members[members.length - 1];
        return (ends * 0x9E3779B97F4A7C15L) ^ (total * 0xC2B2AE3D27D4EB4FL) ^ ((long) members.length << 48);
    }

    /** The bundles of a day and one kind each. */
    List<Bundle> wholeDays(int day) {
        return wholeDays.getOrDefault(day, List.of());
    }

    /**
     * Bundles of a day and one party, with enough units to be taken apart, whose total has the sum's sign and is the next
     * larger than it; at most so many. Cost: O(log n).
     */
    List<Bundle> ofPartiesAbove(int day, long sum, int most) {
        List<Bundle> all = partiesOfDay.getOrDefault(day, List.of());
        if (sum < 0) {
            int end = after(all, sum - 1);
            return all.subList(Math.max(0, end - most), end);
        }
        int from = after(all, sum);
        return all.subList(from, Math.min(all.size(), from + most));
    }

    /** The place of the first whose total is above. */
    private static int after(List<Bundle> rising, long total) {
        int low = 0;
        int high = rising.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (rising.get(middle).total() <= total) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** Adds how many bundles of each way end on a day. */
    void countOfDay(int day, int[] to) {
        int @Nullable [] of = counts.get(day);
        for (int way = 0; of != null && way < of.length; way++) {
            to[way] += of[way];
        }
    }

    /** The bundles of a day whose total lies above the one and not above the other, at most so many. Cost: O(log n). */
    List<Bundle> between(int day, long above, long upTo, int most) {
        List<Bundle> all = byDay.getOrDefault(day, List.of());
        int low = after(all, above);
        int end = low;
        while (end < all.size() && end - low < most && all.get(end).total() <= upTo) {
            end++;
        }
        return all.subList(low, end);
    }

    List<Bundle> ofTotal(long total) {
        return byTotal.getOrDefault(total, List.of());
    }

    /** Bundles that a reference, stem, or a number inside one ties. */
    List<Bundle> ofKey(String key) {
        return byKey.getOrDefault(key, List.of());
    }

    /** Open entries that have a number inside, by day. */
    int[] ofNumber(String number) {
        return byNumber.getOrDefault(number, new int[0]);
    }

    /** Open entries of a party, by day; empty where there are fewer than two. */
    int[] ofParty(int party) {
        return byParty.getOrDefault(party, new int[0]);
    }

    /** The latest open entries of a kind that no reference ties, of a few days up to a day; at most so many, rising. */
    Bundle latestLoose(Movement movement, int day, int most) {
        long key = ((long) day << 8) | movement.index();
        return windows.computeIfAbsent(key, k -> {
            int[] all = looseOfKind.getOrDefault(movement.index(), new int[0]);
            int end = terms.firstOn(all, day + 1);
            int start = Math.max(terms.firstOn(all, day - LONGEST_WAIT), end - most);
            return unbundled(Tie.OPEN, Arrays.copyOfRange(all, Math.min(start, end), end), day);
        });
    }

    /** Whether an entry is not explained by a pair. */
    boolean isOpen(int entry) {
        return open[entry];
    }

    /** The entries of some as a bundle of their own, each a unit. */
    Bundle unbundled(Tie tie, int[] members) {
        return unbundled(
                tie, members, Arrays.stream(members).map(this::day).max().orElse(0));
    }

    private Bundle unbundled(Tie tie, int[] members, int day) {
        long total = Arrays.stream(amounts(members)).sum();
        return new Bundle(-1, tie, "", members, day, total);
    }

    int count() {
        return count;
    }

    /** What of a reference is a stem with a running number behind it: {@code PR0393} of {@code PR0393-014}; else empty. */
    static String stem(String reference) {
        int at = Math.max(reference.lastIndexOf('-'), Math.max(reference.lastIndexOf('/'), reference.lastIndexOf('.')));
        if (at < 0 || reference.length() - at - 1 > LONGEST_RUN_NUMBER || at == reference.length() - 1) {
            return "";
        }
        for (int i = at + 1; i < reference.length(); i++) {
            if (!Character.isDigit(reference.charAt(i))) {
                return "";
            }
        }
        String stem = Phrase.squashed(reference.substring(0, at));
        return stem.length() >= 3 && Phrase.hasDigit(stem) ? stem : "";
    }
}
