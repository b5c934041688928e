package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * All that competes for lines and entries: pairs and then groups as hypotheses, and what each weighs by a table of what is
 * usual. Cost: O(pairs + members of groups) for each weighing.
 */
final class Contest {
    private static final double A_WEEK = Math.log(5);

    private final Terms terms;
    private final PairSearch.Found[] pairs;
    private final Hypotheses hypotheses;
    private final List<GroupSearch.Group> groups = new ArrayList<>();
    private final Map<GroupSearch.Members, Integer> places = new HashMap<>();
    private final int pairCount;
    private final int[] pairLine;
    private final int[] pairPlace;
    private List<List<GroupSearch.Group>> madeUp = List.of();
    private float[] lacking = {};
    /** The kind and direction of what a hypothesis leaves over, -1 for none. */
    private int[] rest = {};

    /** The pairs of some lines. */
    Contest(Terms terms, PairSearch.Found[] pairs, int[] lines, Weights.Table table) {
        this.terms = terms;
        this.pairs = pairs;
        hypotheses = new Hypotheses(terms.lines.length);
        pairCount = Arrays.stream(lines).map(l -> pairs[l].entries().length).sum();
        pairLine = new int[pairCount];
        pairPlace = new int[pairCount];
        for (int l : lines) {
            for (int i = 0; i < pairs[l].entries().length; i++) {
                int h = hypotheses.count();
                pairLine[h] = l;
                pairPlace[h] = i;
                hypotheses.add(weightOfPair(h, table), l, terms.lines.length + pairs[l].entries()[i]);
            }
        }
    }

    Hypotheses hypotheses() {
        return hypotheses;
    }

    int count() {
        return hypotheses.count();
    }

    int pairCount() {
        return pairCount;
    }

    int nodes() {
        return terms.lines.length + terms.entries.length;
    }

    boolean isPair(int h) {
        return h < pairCount;
    }

    GroupSearch.Group group(int h) {
        return groups.get(h - pairCount);
    }

    /** The line of a pair. */
    int line(int h) {
        return pairLine[h];
    }

    /** The entry of a pair. */
    int entry(int h) {
        return pairs[pairLine[h]].entries()[pairPlace[h]];
    }

    int facts(int h) {
        return pairs[pairLine[h]].facts()[pairPlace[h]];
    }

    /** Whether both sides come to the same to the cent. */
    boolean isBalanced(int h) {
        return isPair(h) ? Facts.amount(facts(h)) == Facts.Amount.SAME : group(h).apart() == 0;
    }

    /** Adds a group, or puts it in the place of the same set that was found in a lesser way. */
    void add(GroupSearch.Members members, GroupSearch.Group group) {
        Integer place = places.putIfAbsent(members, groups.size());
        if (place == null) {
            groups.add(group);
            hypotheses.add(group.weight(), nodesOf(group));
        } else {
            groups.set(place, GroupSearch.better(groups.get(place), group));
        }
    }

    private int[] nodesOf(GroupSearch.Group group) {
        int[] nodes = new int[group.lines().length + group.entries().length];
        System.arraycopy(group.lines(), 0, nodes, 0, group.lines().length);
        for (int i = 0; i < group.entries().length; i++) {
            nodes[group.lines().length + i] = terms.lines.length + group.entries()[i];
        }
        return nodes;
    }

    /** Weighs all anew; each by itself. */
    void weigh(Weights.Table table) {
        IntStream.range(0, count())
                .parallel()
                .forEach(h -> hypotheses.weigh(h, isPair(h) ? weightOfPair(h, table) : weightOfGroup(h, table)));
    }

    /** To be asked once all groups are added, before they are weighed. */
    void compare() {
        madeUp = madeUp();
        findLacking();
    }

    /**
     * For each line, the sets that come to its amount to the cent. What leaves out some of such a set lacks just what the
     * rest comes to, and that would be chance.
     */
    private List<List<GroupSearch.Group>> madeUp() {
        List<List<GroupSearch.Group>> out = new ArrayList<>(Collections.nCopies(terms.lines.length, List.of()));
        for (GroupSearch.Group group : groups) {
            if (group.apart() != 0 || group.entries().length == 0) {
                continue;
            }
            for (int l : group.lines()) {
                if (out.get(l).isEmpty()) {
                    out.set(l, new ArrayList<>(2));
                }
                out.get(l).add(group);
            }
        }
        return out;
    }

    /**
     * For each hypothesis that is apart, how unlikely it would be that the rest of a set makes up what it lacks of a line:
     * that an entry of this amount, without counterpart, lies beside it on the day. Found once; how many are without
     * counterpart is learned.
     */
    private void findLacking() {
        lacking = new float[hypotheses.count()];
        rest = new int[lacking.length];
        IntStream.range(0, lacking.length).parallel().forEach(this::findLacking);
    }

    private void findLacking(int h) {
        rest[h] = -1;
        if (h < pairCount) {
            int l = pairLine[h];
            if (madeUp.get(l).isEmpty()) {
                return;
            }
            int e = pairs[l].entries()[pairPlace[h]];
            long apart = terms.entries[e].amount() - terms.lines[l].line.minorUnits();
            if (apart != 0) {
                lacking(h, l, new int[] {e}, apart);
            }
        } else {
            GroupSearch.Group group = groups.get(h - pairCount);
            if (group.apart() != 0 && group.lines().length == 1) {
                lacking(h, group.lines()[0], group.entries(), group.apart());
            }
        }
    }

    private void lacking(int h, int l, int[] entries, long apart) {
        for (GroupSearch.Group group : madeUp.get(l)) {
            int in = 0;
            int left = -1;
            for (int e : group.entries()) {
                if (contains(entries, e)) {
                    in++;
                } else {
                    left = e;
                }
            }
            // of what is not all there is, any one entry of some days may have been left over
            if (in == entries.length && (group.whole() || group.entries().length == in + 1)) {
                double chance = Math.log(terms.density.expected(apart) / terms.span);
                if (left >= 0) {
                    Movement of = terms.entries[left].movement;
                    rest[h] = of.index();
                    chance += of == terms.entries[entries[0]].movement ? 0 : terms.share(of);
                }
                lacking[h] = (float) (chance + (group.whole() ? 0 : A_WEEK));
                return;
            }
        }
    }

    private static boolean contains(int[] some, int one) {
        for (int each : some) {
            if (each == one) {
                return true;
            }
        }
        return false;
    }

    private double lacking(int h, Weights.Table table) {
        if (h >= lacking.length || lacking[h] == 0) {
            return 0;
        }
        return Math.min(0, lacking[h] + (rest[h] < 0 ? 0 : table.free(Movement.at(rest[h]))));
    }

    /** How unlikely it would be that an entry of the amount lies beside lines that take each other back; at most 0. */
    private double besides(GroupSearch.Group cancelling, Weights.Table table) {
        double least = 0;
        for (int l : cancelling.lines()) {
            PairSearch.Found found = pairs[l];
            for (int i = 0; i < found.entries().length; i++) {
                if (Facts.amount(found.facts()[i]) == Facts.Amount.SAME) {
                    Terms.EntryTerms entry = terms.entries[found.entries()[i]];
                    double likely = -found.unlikely()[i] + A_WEEK + table.free(entry.movement);
                    least = Math.min(least, likely);
                }
            }
        }
        return least;
    }

    private double weightOfPair(int h, Weights.Table table) {
        int l = pairLine[h];
        PairSearch.Found found = pairs[l];
        int i = pairPlace[h];
        int e = found.entries()[i];
        return found.unlikely()[i]
                + lacking(h, table)
                + table.of(found.facts()[i], terms.entries[e], terms.lines[l].code);
    }

    private double weightOfGroup(int h, Weights.Table table) {
        GroupSearch.Group group = group(h);
        if (group.way() == Way.CANCELLED) {
            int code = terms.lines[group.lines()[0]].code;
            return group.bare() + table.prior(group.way(), code) + besides(group, table);
        }
        Movement movement = terms.entries[group.entries()[0]].movement;
        double free = table.free(movement);
        if (!group.way().isAll) {
            // some of what was still open by chance: its own counterpart may be one that is not found
            free = Math.min(0, free - Math.log(group.openShare()));
        }
        double text = 0;
        for (int e : group.entries()) {
            text += table.ofText(terms.entries[e], group.way());
        }
        double all = group.bare()
                + lacking(h, table)
                + text / group.entries().length
                + table.prior(group.way(), terms.lines[group.lines()[0]].code)
                - free;
        return Math.min(all, group.most());
    }
}
