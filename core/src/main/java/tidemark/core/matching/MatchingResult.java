package tidemark.core.matching;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tidemark.core.statement.BankLineId;

/**
 * What a matching engine proposes.
 *
 * @param byLine for each line that has any, in the order of their ids, its candidates, best first, at most {@link #MOST_PER_LINE}
 * @param presumed the best firm or fair candidates such that each line and each entry occurs at most once, in the
 *     order of their first lines; the firm ones among them may be taken without a person
 */
public record MatchingResult(Map<BankLineId, List<Candidate>> byLine, List<Candidate> presumed) {
    public static final int MOST_PER_LINE = 9;

    public MatchingResult {
        byLine = Collections.unmodifiableMap(new LinkedHashMap<>(byLine));
        presumed = List.copyOf(presumed);
    }

    /** The candidates of a line, the likeliest first; empty for a line without any. */
    public List<Candidate> candidates(BankLineId line) {
        return byLine.getOrDefault(line, List.of());
    }

    /** Of what is presumed, the candidates that may be matched without a look. Cost: O(presumed). */
    public List<Candidate> firm() {
        return presumed.stream().filter(c -> c.strength() == Strength.FIRM).toList();
    }
}
