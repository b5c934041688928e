package tidemark.core.matching;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Lines and entries that are alike in every respect: of these it does not matter which is taken for which, so they do
 * not speak against each other. Where there are more of the one than of the other, as with what was booked twice, those
 * that are left over stay open ({@link Twins} points them out).
 *
 * <p>Alike is also what was booked again within {@link #DAYS_APART} business days with one check number or reference.
 */
final class Interchangeable {
    static final int DAYS_APART = 10;

    private final Hypotheses all;
    /** Of each pair, how many are like it; 0 where it is the only one. */
    private final int[] sizes;
    /** How likely each line and entry is part of something that is not interchangeable. */
    private final double[] byOthers;

    private final int pairCount;
    private final int[] lineKind;
    private final int[] entryKind;

    Interchangeable(Terms terms, Hypotheses all, int pairCount, Beliefs beliefs) {
        this.all = all;
        this.pairCount = pairCount;
        sizes = new int[pairCount];
        Map<Object, Integer> kinds = new HashMap<>();
        Map<Object, Integer> latest = new HashMap<>();
        lineKind = new int[terms.lines.length];
        entryKind = new int[terms.entries.length];
        List<int[]> counts = new ArrayList<>();
        Map<Long, Integer> ofAmount = new HashMap<>();
        for (Terms.LineTerms t : terms.lines) {
            ofAmount.merge(t.line.minorUnits(), 1, Integer::sum);
        }
        for (int l = 0; l < lineKind.length; l++) {
            Terms.LineTerms t = terms.lines[l];
            if (ofAmount.getOrDefault(t.line.minorUnits(), 1) == 1) {
                lineKind[l] = only(counts);
                continue;
            }
            List<Object> key = List.of(t.line.minorUnits(), t.day, t.references, t.line.checkNumber(), t.text, t.code);
            lineKind[l] = number(kinds, key, counts);
            counts.get(lineKind[l])[0]++;
        }
        for (int e = 0; e < entryKind.length; e++) {
            Terms.EntryTerms t = terms.entries[e];
            if (terms.amountCounts.getOrDefault(t.amount(), 1) == 1) {
                entryKind[e] = only(counts);
                continue;
            }
            boolean named = !t.reference.isEmpty() && terms.isOwnReference(t.reference);
            List<Object> key = List.of(
                    t.amount(),
                    named ? "" : t.day,
                    t.reference,
                    t.entry.checkNumber(),
                    t.party,
                    t.kind,
                    t.words,
                    t.codes,
                    "entry");
            Integer before = named ? latest.get(key) : null;
            if (before != null && t.day - terms.entries[before].day <= DAYS_APART) {
                entryKind[e] = entryKind[before];
            } else if (named) {
                entryKind[e] = counts.size();
                counts.add(new int[1]);
            } else {
                entryKind[e] = number(kinds, key, counts);
            }
            if (named) {
                latest.put(key, e);
            }
            counts.get(entryKind[e])[0]++;
        }
        byOthers = new double[terms.lines.length + terms.entries.length];
        for (int h = 0; h < all.count(); h++) {
            if (h < pairCount) {
                sizes[h] = sizeOf(h, counts);
            }
            if (of(h) == 0) {
                for (int s = all.from(h); s < all.to(h); s++) {
                    byOthers[all.member(s)] += beliefs.probability(h);
                }
            }
        }
    }

    /** How many lines or entries, whichever are more, are like those of a pair; 0 where there is but one of each. */
    private int sizeOf(int h, List<int[]> counts) {
        int l = all.member(all.from(h));
        int e = all.member(all.from(h) + 1) - all.lineCount();
        int n = Math.max(counts.get(lineKind[l])[0], counts.get(entryKind[e])[0]);
        return n > 1 ? n : 0;
    }

    /** The kind of what no other can be like, as none has its amount. */
    private static int only(List<int[]> counts) {
        counts.add(new int[] {1});
        return counts.size() - 1;
    }

    private static int number(Map<Object, Integer> kinds, List<Object> key, List<int[]> counts) {
        return kinds.computeIfAbsent(key, k -> {
            counts.add(new int[1]);
            return counts.size() - 1;
        });
    }

    private long key(int l, int e) {
        return ((long) lineKind[l] << 32) | entryKind[e];
    }

    /** How many lines or entries are like those of a pair; 0 where they are the only ones. */
    int of(int h) {
        return h < pairCount ? sizes[h] : 0;
    }

    /** Whether two pairs are of lines and entries between which there is no difference. */
    boolean same(int h, int other) {
        return h < pairCount && other < pairCount && sizes[h] > 0 && keyOf(h) == keyOf(other);
    }

    private long keyOf(int h) {
        return key(all.member(all.from(h)), all.member(all.from(h) + 1) - all.lineCount());
    }

    /**
     * The odds of a pair; where it is interchangeable, the odds that it is one of those like it: against what else its
     * line and entry may be, and against none of them.
     */
    double logOdds(int h, Beliefs beliefs) {
        int size = of(h);
        if (size == 0) {
            return beliefs.logOdds(h);
        }
        int line = all.member(all.from(h));
        int entry = all.member(all.from(h) + 1);
        return -Math.log(size * Math.exp(-all.weight(h)) + byOthers[line] + byOthers[entry]);
    }
}
