package tidemark.core.matching;

import java.util.HashMap;
import java.util.Map;

/** Which party the lines of each payer, as the bank writes it, were matched to before. */
final class Payers {
    private final Map<String, Map<Integer, Integer>> parties = new HashMap<>();

    /** Counts an accepted match, or takes one off for a match that was undone. */
    void count(String signature, int party, int times) {
        if (!signature.isEmpty()) {
            parties.computeIfAbsent(signature, s -> new HashMap<>()).merge(party, times, Integer::sum);
        }
    }

    Facts.Payer of(String signature, int party) {
        Map<Integer, Integer> known = parties.get(signature);
        if (known == null) {
            return Facts.Payer.SILENT;
        }
        int here = known.getOrDefault(party, 0);
        int all = known.values().stream().mapToInt(n -> Math.max(0, n)).sum();
        if (here < 0) {
            return Facts.Payer.ANOTHER;
        }
        int most = known.values().stream().mapToInt(Integer::intValue).max().orElse(0);
        // what half of the lines do not agree on, such as “check paid”, names nobody
        if (all < 2 || 2 * most < all) {
            return Facts.Payer.SILENT;
        }
        return 2 * here >= all ? Facts.Payer.THIS : Facts.Payer.ANOTHER;
    }
}
