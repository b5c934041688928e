package tidemark.core.matching;

import java.util.Arrays;

/** Hypotheses that compete with each other, directly or through others, together. Cost: nearly O(slots). */
final class Components {
    /** Hypotheses in order of their component, then number. */
    final int[] order;
    /** Where each component starts in the order, with the end as last. */
    final int[] starts;

    Components(Hypotheses all, int nodes) {
        int[] parent = new int[nodes];
        Arrays.setAll(parent, i -> i);
        for (int h = 0; h < all.count(); h++) {
            int first = find(parent, all.member(all.from(h)));
            for (int s = all.from(h) + 1; s < all.to(h); s++) {
                int other = find(parent, all.member(s));
                // the smaller number leads, so that the outcome is the same whatever was tied first
                parent[Math.max(first, other)] = Math.min(first, other);
                first = Math.min(first, other);
            }
        }
        long[] keys = new long[all.count()];
        for (int i = 0; i < keys.length; i++) {
            keys[i] = ((long) find(parent, all.member(all.from(i))) << 32) | i;
        }
        Arrays.sort(keys);
        order = new int[keys.length];
        int[] found = new int[keys.length + 1];
        int count = 0;
        for (int i = 0; i < keys.length; i++) {
            order[i] = (int) keys[i];
            if (i == 0 || keys[i] >>> 32 != keys[i - 1] >>> 32) {
                found[count++] = i;
            }
        }
        found[count] = keys.length;
        starts = Arrays.copyOf(found, count + 1);
    }

    int count() {
        return starts.length - 1;
    }

    private static int find(int[] parent, int node) {
        int root = node;
        while (parent[root] != root) {
            root = parent[root];
        }
        int at = node;
        while (parent[at] != root) {
            int next = parent[at];
            parent[at] = root;
            at = next;
        }
        return root;
    }
}
