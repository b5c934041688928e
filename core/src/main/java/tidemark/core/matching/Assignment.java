package tidemark.core.matching;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Chooses hypotheses that share no line and no entry so that their weights together are the greatest, component by
 * component. Exact for components of up to {@link #MOST_SEARCHED} hypotheses by branch and bound, and for pairs of up
 * to {@link #MOST_ASSIGNED} lines and entries by the Hungarian algorithm; in larger ones the surest come first, and
 * {@link Rivals} exchanges what then makes the whole better.
 *
 * <p>Cost: bounded for each component by 2^{@link #MOST_SEARCHED} and {@link #MOST_ASSIGNED}³ steps. Equal sums are
 * decided by the order of the hypotheses, which is that of their members.
 *
 * <p>Source: Kuhn, The Hungarian Method for the Assignment Problem, 1955, in the form of Jonker and Volgenant.
 */
final class Assignment {
    static final int MOST_SEARCHED = 18;
    static final int MOST_ASSIGNED = 150;

    private final Hypotheses all;
    private final Beliefs beliefs;
    private final boolean exact;
    private final boolean[] chosen;
    private final boolean[] used;

    Assignment(Hypotheses all, Components components, Beliefs beliefs, int nodes) {
        this(all, components, beliefs, nodes, true);
    }

    /** @param exact whether small components are searched; otherwise the surest come first in all */
    Assignment(Hypotheses all, Components components, Beliefs beliefs, int nodes, boolean exact) {
        this.exact = exact;
        this.all = all;
        this.beliefs = beliefs;
        chosen = new boolean[all.count()];
        used = new boolean[nodes];
        for (int c = 0; c < components.count(); c++) {
            choose(Arrays.copyOfRange(components.order, components.starts[c], components.starts[c + 1]));
        }
    }

    boolean isChosen(int hypothesis) {
        return chosen[hypothesis];
    }

    private void choose(int[] component) {
        int[] worth = Arrays.stream(component).filter(h -> all.weight(h) > 0).toArray();
        if (worth.length == 0) {
            return;
        }
        if (worth.length == 1) {
            take(worth[0]);
        } else if (exact && worth.length <= MOST_SEARCHED) {
            new Search(worth).best().forEach(this::take);
        } else if (!exact || !assign(worth)) {
            surestFirst(worth);
        }
    }

    private void take(int h) {
        chosen[h] = true;
        for (int s = all.from(h); s < all.to(h); s++) {
            used[all.member(s)] = true;
        }
    }

    private boolean isFree(int h) {
        for (int s = all.from(h); s < all.to(h); s++) {
            if (used[all.member(s)]) {
                return false;
            }
        }
        return true;
    }

    private void surestFirst(int[] component) {
        List<Integer> order = new ArrayList<>();
        Arrays.stream(component).forEach(order::add);
        order.sort((a, b) -> {
            int byOdds = Double.compare(beliefs.logOdds(b), beliefs.logOdds(a));
            int byWeight = byOdds != 0 ? byOdds : Double.compare(all.weight(b), all.weight(a));
            return byWeight != 0 ? byWeight : Integer.compare(a, b);
        });
        for (int h : order) {
            if (isFree(h)) {
                take(h);
            }
        }
    }

    /** Branch and bound over a few hypotheses, the weightiest first. */
    private final class Search {
        private final int[] order;
        private final double[] rest;
        private final List<Integer> now = new ArrayList<>();
        private List<Integer> best = List.of();
        private double bestSum;

        Search(int[] component) {
            order = Arrays.stream(component)
                    .boxed()
                    .sorted((a, b) -> {
                        int byWeight = Double.compare(all.weight(b), all.weight(a));
                        return byWeight != 0 ? byWeight : Integer.compare(a, b);
                    })
                    .mapToInt(Integer::intValue)
                    .toArray();
            rest = new double[order.length + 1];
            for (int i = order.length - 1; i >= 0; i--) {
                rest[i] = rest[i + 1] + all.weight(order[i]);
            }
        }

        List<Integer> best() {
            from(0, 0);
            return best;
        }

        private void from(int at, double sum) {
            if (sum > bestSum) {
                bestSum = sum;
                best = List.copyOf(now);
            }
            if (at == order.length || sum + rest[at] <= bestSum) {
                return;
            }
            int h = order[at];
            if (isFree(h)) {
                set(h, true);
                now.add(h);
                from(at + 1, sum + all.weight(h));
                now.removeLast();
                set(h, false);
            }
            from(at + 1, sum);
        }

        private void set(int h, boolean value) {
            for (int s = all.from(h); s < all.to(h); s++) {
                used[all.member(s)] = value;
            }
        }
    }

    /** The Hungarian algorithm, where the component has pairs alone and is small enough; whether it was. */
    private boolean assign(int[] component) {
        Map<Integer, Integer> rows = new HashMap<>();
        Map<Integer, Integer> columns = new HashMap<>();
        for (int h : component) {
            int[] nodes = all.nodes(h);
            if (nodes.length != 2 || nodes[0] >= all.lineCount() || nodes[1] < all.lineCount()) {
                return false;
            }
            rows.putIfAbsent(nodes[0], rows.size());
            columns.putIfAbsent(nodes[1], columns.size());
            if (rows.size() > MOST_ASSIGNED || columns.size() > MOST_ASSIGNED) {
                return false;
            }
        }
        // each row may also stay alone, in a column of its own, at no cost
        int n = rows.size();
        int m = columns.size() + n;
        double[][] cost = new double[n][m];
        int[][] which = new int[n][m];
        for (int[] row : which) {
            Arrays.fill(row, -1);
        }
        for (double[] row : cost) {
            Arrays.fill(row, 0, columns.size(), 1e9);
        }
        for (int h : component) {
            int r = rows.getOrDefault(all.member(all.from(h)), 0);
            int c = columns.getOrDefault(all.member(all.from(h) + 1), 0);
            cost[r][c] = -all.weight(h);
            which[r][c] = h;
        }
        int[] columnOf = shortestPaths(cost, n, m);
        for (int r = 0; r < n; r++) {
            if (which[r][columnOf[r]] >= 0) {
                take(which[r][columnOf[r]]);
            }
        }
        return true;
    }

    /** For each row its column, so that the costs together are least. Cost: O(n² m). */
    static int[] shortestPaths(double[][] cost, int n, int m) {
        double[] u = new double[n + 1];
        double[] v = new double[m + 1];
        int[] rowOf = new int[m + 1];
        int[] way = new int[m + 1];
        for (int r = 1; r <= n; r++) {
            rowOf[0] = r;
            int column = 0;
            double[] least = new double[m + 1];
            Arrays.fill(least, Double.POSITIVE_INFINITY);
            boolean[] seen = new boolean[m + 1];
            do {
                seen[column] = true;
                int row = rowOf[column];
                double delta = Double.POSITIVE_INFINITY;
                int next = 0;
                for (int c = 1; c <= m; c++) {
                    if (!seen[c]) {
                        double now = cost[row - 1][c - 1] - u[row] - v[c];
                        if (now < least[c]) {
                            least[c] = now;
                            way[c] = column;
                        }
                        if (least[c] < delta) {
                            delta = least[c];
                            next = c;
                        }
                    }
                }
                for (int c = 0; c <= m; c++) {
                    if (seen[c]) {
                        u[rowOf[c]] += delta;
                        v[c] -= delta;
                    } else {
                        least[c] -= delta;
                    }
                }
                column = next;
            } while (rowOf[column] != 0);
            while (column != 0) {
                int before = way[column];
                rowOf[column] = rowOf[before];
                column = before;
            }
        }
        int[] out = new int[n];
        for (int c = 1; c <= m; c++) {
            if (rowOf[c] > 0) {
                out[rowOf[c] - 1] = c - 1;
            }
        }
        return out;
    }
}
