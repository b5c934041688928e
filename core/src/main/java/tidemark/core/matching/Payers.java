package tidemark.core.matching;

import java.util.HashMap;
import java.util.Map;

/** Which party the lines of each payer, as the bank writes it, were matched to before. */
final class Payers {
    private final Map<String, Known> known = new HashMap<>();

    /** How often a payer's lines were matched to each party, with what that comes to. */
    private static final class Known {
        private final Map<Integer, Integer> parties = new HashMap<>();
        /** Without what was undone more often than it was accepted. */
        private int all;

        private int most;

        void count(int party, int times) {
            int before = parties.getOrDefault(party, 0);
            parties.put(party, before + times);
            all += Math.max(0, before + times) - Math.max(0, before);
            most = times > 0
                    ? Math.max(most, before + times)
                    : parties.values().stream()
                            .mapToInt(Integer::intValue)
                            .max()
                            .orElse(0);
        }
    }

    /** Counts an accepted match, or takes one off for a match that was undone. */
    void count(String signature, int party, int times) {
        if (!signature.isEmpty()) {
            known.computeIfAbsent(signature, s -> new Known()).count(party, times);
        }
    }

    Facts.Payer of(String signature, int party) {
        Known of = known.get(signature);
        if (of == null) {
            return Facts.Payer.SILENT;
        }
        int here = of.parties.getOrDefault(party, 0);
        if (here < 0) {
            return Facts.Payer.ANOTHER;
        }
        // what half of the lines do not agree on, such as “check paid”, names nobody
        if (of.all < 2 || 2 * of.most < of.all) {
            return Facts.Payer.SILENT;
        }
        return 2 * here >= of.all ? Facts.Payer.THIS : Facts.Payer.ANOTHER;
    }
}
