package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import tidemark.core.matching.Facts.Amount;
import tidemark.core.matching.Facts.Name;
import tidemark.core.matching.Facts.Reference;

/**
 * Finds for each line the entries that are worth comparing with it: by check number, by reference, by a number
 * inside one, by amount, by amount with a slip, by party, and by an amount a little larger within a few days.
 *
 * <p>Cost: O((n + m) log m), as each key gives a line at most a fixed number of entries, the nearest in time.
 */
final class PairSearch {
    /** Entries of the same amount that are compared with a line, the nearest in time on each side. */
    static final int MOST_OF_AN_AMOUNT = 24;

    private static final int MOST_OF_A_KEY = 12;
    private static final long BITS_OF_AN_AMOUNT = 16;
    /** A fee of one amount may be as much as this part of a small payment. */
    private static final int LARGEST_PART_KEPT = 4;

    /** Pairs kept of a line, the weightiest. */
    static final int MOST_KEPT = 10;

    private static final int LATEST = 140;
    /** A ledger written up at the end of the month is a month behind the bank. */
    private static final int EARLIEST = -25;
    /** Pairs this much lighter than the line's best, as a logarithm, never come into question. */
    private static final double HOPELESS = 12;

    private final Terms terms;
    private final Comparison comparison;
    private final Map<Long, int[]> byAmount;
    /** A bit for each amount there is, and a few that there are not; most of the slips that are tried have none. */
    private final BitSet amounts = new BitSet();

    private final int amountShift;

    private final Map<String, int[]> byKey;
    private final Map<String, int[]> byNumber;
    private final Map<String, int[]> partiesByStart;
    private final Map<String, int[]> partiesByWord;
    private final int[][] byParty;
    private final DayAmounts byDay;

    PairSearch(Comparison comparison) {
        this.comparison = comparison;
        this.terms = comparison.terms();
        Buckets<Long> ofAmounts = new Buckets<>();
        Buckets<String> keys = new Buckets<>();
        Buckets<String> numbers = new Buckets<>();
        Buckets<Integer> parties = new Buckets<>();
        // each gathers into what is its own
        Stream.<Consumer<Integer>>of(
                        e -> ofAmounts.add(terms.entries[e].amount(), e),
                        e -> keysOf(terms.entries[e], key -> keys.add(key, e)),
                        e -> terms.entries[e].numbers.forEach(number -> numbers.add(number, e)),
                        e -> parties.add(terms.entries[e].party, e))
                .parallel()
                .forEach(gather -> {
                    for (int e = 0; e < terms.entries.length; e++) {
                        gather.accept(e);
                    }
                });
        byAmount = ofAmounts.rows();
        amountShift = Long.numberOfLeadingZeros(BITS_OF_AN_AMOUNT * (byAmount.size() + 4L));
        byAmount.keySet().forEach(amount -> amounts.set(bit(amount)));
        byKey = keys.rows();
        byNumber = numbers.rows();
        Buckets<String> starts = new Buckets<>();
        Buckets<String> words = new Buckets<>();
        for (int p = 0; p < terms.parties.size(); p++) {
            for (String word : terms.parties.get(p).words) {
                if (word.length() >= 3) {
                    words.add(word, p);
                    starts.add(word.substring(0, Math.min(4, word.length())), p);
                }
            }
        }
        partiesByStart = starts.rows();
        partiesByWord = words.rows();
        byParty = new int[terms.parties.size()][];
        parties.rows().forEach((p, found) -> byParty[p] = found);
        byDay = new DayAmounts(terms);
    }

    private static void keysOf(Terms.EntryTerms entry, Consumer<String> to) {
        if (!entry.entry.checkNumber().isEmpty()) {
            to.accept("#" + entry.entry.checkNumber());
        }
        if (entry.reference.length() >= 2) {
            to.accept(Phrase.withoutZeros(entry.reference));
        }
        for (String code : entry.codes) {
            if (code.length() >= 4) {
                to.accept(Phrase.withoutZeros(code));
            }
        }
    }

    /** The pairs of one line: entries, what was found, and the weight by chance, each at most {@link #MOST_KEPT}. */
    record Found(int[] entries, int[] facts, float[] unlikely) {
        static final Found NONE = new Found(new int[0], new int[0], new float[0]);
    }

    private record Scored(int entry, int facts, double unlikely, double weight) {}

    /** Cost: O(log m), with a constant of some hundred comparisons at the most. */
    Found of(int l, Weights.Table weights) {
        Terms.LineTerms line = terms.lines[l];
        Gathered gathered = new Gathered(terms);
        keyed(line, gathered);
        gathered.near(byAmount.get(line.line.minorUnits()), line.day, EARLIEST, LATEST, MOST_OF_AN_AMOUNT);
        List<Scored> scored = new ArrayList<>(32);
        score(line, gathered, 0, weights, scored);
        boolean sure = scored.stream().anyMatch(s -> s.weight() > 11 && Facts.amount(s.facts()) == Amount.SAME);
        if (!sure) {
            int before = gathered.count;
            slips(line, gathered);
            named(line, gathered);
            byDay.larger(line, gathered);
            score(line, gathered, before, weights, scored);
        }
        return keep(line, scored, weights);
    }

    private void keyed(Terms.LineTerms line, Gathered gathered) {
        if (!line.line.checkNumber().isEmpty()) {
            gathered.near(byKey.get("#" + line.line.checkNumber()), line.day, EARLIEST, 1_000, MOST_OF_A_KEY);
        }
        for (String reference : line.references) {
            key(reference, line.day, gathered);
        }
        for (String number : line.numbers) {
            gathered.near(byNumber.get(number), line.day, EARLIEST, LATEST, MOST_OF_A_KEY);
        }
        for (String code : line.text.codes()) {
            if (code.length() >= 3) {
                key(code, line.day, gathered);
            }
            if (line.line.checkNumber().isEmpty() && code.length() >= 3) {
                gathered.near(byKey.get("#" + Phrase.withoutZeros(code)), line.day, EARLIEST, LATEST, MOST_OF_A_KEY);
            }
        }
    }

    private void key(String code, int day, Gathered gathered) {
        String plain = Phrase.withoutZeros(code);
        gathered.near(byKey.get(plain), day, EARLIEST, LATEST, MOST_OF_A_KEY);
    }

    /** By multiplicative hashing; Knuth, The Art of Computer Programming, volume 3, 6.4. */
    private int bit(long amount) {
        return (int) ((amount * 0x9E3779B97F4A7C15L) >>> amountShift);
    }

    private void ofAmount(long amount, int day, Gathered gathered, int earliest, int latest, int most) {
        if (amounts.get(bit(amount))) {
            gathered.near(byAmount.get(amount), day, earliest, latest, most);
        }
    }

    /** Amounts that one slip of the hand makes of the line's. */
    private void slips(Terms.LineTerms line, Gathered gathered) {
        long amount = line.line.minorUnits();
        long size = Math.abs(amount);
        long sign = amount < 0 ? -1 : 1;
        ofAmount(-amount, line.day, gathered, EARLIEST, 25, 4);
        for (long factor : new long[] {10, 100, 1000}) {
            if (size % factor == 0) {
                ofAmount(sign * size / factor, line.day, gathered, EARLIEST, 40, 2);
            }
            ofAmount(amount * factor, line.day, gathered, EARLIEST, 40, 2);
        }
        for (long unit = 1; unit <= size; unit *= 10) {
            long low = size / unit % 10;
            long high = size / (unit * 10) % 10;
            long swapped = size + (low - high) * unit * 10 + (high - low) * unit;
            if (low != high && swapped > 0) {
                ofAmount(sign * swapped, line.day, gathered, EARLIEST, 40, 2);
            }
            for (long digit = 0; digit <= 9; digit++) {
                long other = size + (digit - low) * unit;
                if (digit != low && other > 0) {
                    ofAmount(sign * other, line.day, gathered, -3, 15, 1);
                }
            }
        }
    }

    /** Entries of the parties whose names begin as words of the line do. */
    private void named(Terms.LineTerms line, Gathered gathered) {
        int asked = 0;
        for (String word : line.words) {
            int[] parties = word.length() < 3 ? null : partiesByWord.get(word);
            if (parties == null && word.length() >= 3) {
                parties = partiesByStart.get(word.substring(0, Math.min(4, word.length())));
            }
            if (parties == null || parties.length > 40) {
                continue;
            }
            for (int party : parties) {
                if (++asked > 60) {
                    return;
                }
                gathered.near(byParty[party], line.day, -6, 25, 4);
            }
        }
    }

    /** Compares those gathered from a place on. */
    private void score(Terms.LineTerms line, Gathered gathered, int from, Weights.Table weights, List<Scored> out) {
        for (int i = from; i < gathered.count; i++) {
            int e = gathered.entries[i];
            Terms.EntryTerms entry = terms.entries[e];
            int facts = comparison.compare(line, entry);
            if (!speaks(facts, line.line.minorUnits(), entry.amount())) {
                continue;
            }
            double unlikely = comparison.unlikely(facts, line, entry);
            out.add(new Scored(e, facts, unlikely, unlikely + weights.of(facts, entry, line.code)));
        }
    }

    /** Whether more than its day speaks for an entry: an amount not far below it, a check number, a reference or a name. */
    private static boolean speaks(int facts, long bank, long ledger) {
        if (Facts.amount(facts) == Amount.OTHER && (bank < 0) != (ledger < 0)) {
            return false;
        }
        long kept = ledger - bank;
        return Facts.amount(facts) != Facts.Amount.OTHER
                || (kept > 0 && kept <= Math.abs(ledger) / LARGEST_PART_KEPT)
                || Facts.check(facts).ordinal() <= Facts.Check.ONE_SLIP.ordinal()
                || Facts.reference(facts).ordinal() <= Reference.ONE_SLIP.ordinal()
                || Facts.name(facts).ordinal() <= Name.MOST.ordinal()
                || Facts.payer(facts) == Facts.Payer.THIS;
    }

    /** Keeps the weightiest; where one names the line's party, those that do not are told so. */
    private Found keep(Terms.LineTerms line, List<Scored> scored, Weights.Table weights) {
        int namedParty = -1;
        for (Scored s : scored) {
            if (Facts.name(s.facts()) == Name.ALL) {
                namedParty = terms.entries[s.entry()].party;
            }
        }
        List<Scored> all = scored;
        if (namedParty >= 0) {
            all = new ArrayList<>(scored.size());
            for (Scored s : scored) {
                if (Facts.name(s.facts()) == Name.NONE) {
                    int facts = Facts.with(s.facts(), Name.ANOTHER);
                    Terms.EntryTerms entry = terms.entries[s.entry()];
                    double unlikely = comparison.unlikely(facts, line, entry);
                    all.add(new Scored(s.entry(), facts, unlikely, unlikely + weights.of(facts, entry, line.code)));
                } else {
                    all.add(s);
                }
            }
        }
        all.sort((a, b) -> {
            int byWeight = Double.compare(b.weight(), a.weight());
            return byWeight != 0 ? byWeight : Integer.compare(a.entry(), b.entry());
        });
        int count = 0;
        while (count < all.size()
                && count < MOST_KEPT
                && worthKeeping(all.get(count), all.getFirst().weight())) {
            count++;
        }
        if (count == 0) {
            return Found.NONE;
        }
        int[] entries = new int[count];
        int[] facts = new int[count];
        float[] unlikely = new float[count];
        for (int i = 0; i < count; i++) {
            entries[i] = all.get(i).entry();
            facts[i] = all.get(i).facts();
            unlikely[i] = (float) all.get(i).unlikely();
        }
        return new Found(entries, facts, unlikely);
    }

    private static boolean worthKeeping(Scored s, double best) {
        boolean tied = Facts.reference(s.facts()).ordinal() <= Reference.ONE_SLIP.ordinal()
                || Facts.name(s.facts()) == Name.ALL;
        return s.weight() > best - HOPELESS && s.weight() > (tied ? -14 : -8);
    }

    /** Entries gathered for a line, each once, in a row that is used for one line. */
    static final class Gathered {
        private int[] entries = new int[32];
        private int count;
        private final Terms terms;

        Gathered(Terms terms) {
            this.terms = terms;
        }

        void add(int entry) {
            for (int i = 0; i < count; i++) {
                if (entries[i] == entry) {
                    return;
                }
            }
            if (count == entries.length) {
                entries = Arrays.copyOf(entries, 2 * count);
            }
            entries[count++] = entry;
        }

        /** Adds the nearest in time of a rising row, within so many days before and after the entry's date. */
        void near(int @Nullable [] row, int day, int earliest, int latest, int most) {
            if (row == null) {
                return;
            }
            int after = terms.firstOn(row, day + 1);
            int before = after - 1;
            int taken = 0;
            while (taken < most && (before >= 0 || after < row.length)) {
                int back = before < 0 ? Integer.MAX_VALUE : day - terms.entryDays[row[before]];
                int ahead = after >= row.length ? Integer.MAX_VALUE : terms.entryDays[row[after]] - day;
                if (back > latest) {
                    before = -1;
                    back = Integer.MAX_VALUE;
                }
                if (ahead > -earliest) {
                    after = row.length;
                    ahead = Integer.MAX_VALUE;
                }
                if (before < 0 && after >= row.length) {
                    return;
                }
                if (back <= ahead) {
                    add(row[before--]);
                } else {
                    add(row[after++]);
                }
                taken++;
            }
        }
    }

    /** Gathers numbers by key. */
    private static final class Buckets<K> {
        private static final class Row {
            private int[] numbers = new int[1];
            private int count;
        }

        private final Map<K, Row> rows = new HashMap<>();

        void add(K key, int number) {
            Row row = rows.computeIfAbsent(key, k -> new Row());
            if (row.count == row.numbers.length) {
                row.numbers = Arrays.copyOf(row.numbers, 2 * row.count);
            }
            row.numbers[row.count++] = number;
        }

        /** As they were added. */
        Map<K, int[]> rows() {
            Map<K, int[]> out = HashMap.newHashMap(rows.size());
            rows.forEach((key, row) -> out.put(
                    key, row.count == row.numbers.length ? row.numbers : Arrays.copyOf(row.numbers, row.count)));
            return out;
        }
    }
}
