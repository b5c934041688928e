package tidemark.core.matching;

import java.util.Arrays;

/**
 * Things that may be one: each a set of lines and entries with its weight, the logarithm of its odds against none of
 * them having a counterpart, before the others are considered. Lines are numbered from 0, entries follow them.
 */
final class Hypotheses {
    private final int lineCount;
    private int count;
    private int[] start = new int[1024];
    private int[] members = new int[2048];
    /** For each slot its hypothesis. */
    private int[] owners = new int[2048];

    private double[] weights = new double[1024];

    Hypotheses(int lineCount) {
        this.lineCount = lineCount;
    }

    int lineCount() {
        return lineCount;
    }

    int add(double weight, int... nodes) {
        if (count + 2 > start.length) {
            start = Arrays.copyOf(start, 2 * start.length);
        }
        if (count + 1 > weights.length) {
            weights = Arrays.copyOf(weights, 2 * weights.length);
        }
        int from = start[count];
        if (from + nodes.length > members.length) {
            members = Arrays.copyOf(members, 2 * members.length + nodes.length);
            owners = Arrays.copyOf(owners, members.length);
        }
        System.arraycopy(nodes, 0, members, from, nodes.length);
        Arrays.fill(owners, from, from + nodes.length, count);
        weights[count] = weight;
        start[count + 1] = from + nodes.length;
        return count++;
    }

    int count() {
        return count;
    }

    int from(int hypothesis) {
        return start[hypothesis];
    }

    int to(int hypothesis) {
        return start[hypothesis + 1];
    }

    int member(int slot) {
        return members[slot];
    }

    /** The hypothesis of a slot. */
    int of(int slot) {
        return owners[slot];
    }

    int slots() {
        return start[count];
    }

    double weight(int hypothesis) {
        return weights[hypothesis];
    }

    void weigh(int hypothesis, double weight) {
        weights[hypothesis] = weight;
    }

    int[] nodes(int hypothesis) {
        return Arrays.copyOfRange(members, start[hypothesis], start[hypothesis + 1]);
    }
}
