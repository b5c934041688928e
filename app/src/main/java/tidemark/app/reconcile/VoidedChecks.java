package tidemark.app.reconcile;

import java.util.Collection;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import tidemark.core.statement.CheckNumbers;

/** Checks that are not to be paid any more, so that a line of the bank that pays one stands out. Each capability brings its own. */
public interface VoidedChecks {
    /** What became of those numbers of an account that are void, in words, by the plain number. */
    Map<String, String> told(long bankAccountId, Collection<String> numbers);

    /** The numbers as they are compared: without leading zeros. */
    static Set<String> plain(Collection<String> numbers) {
        return numbers.stream().map(CheckNumbers::plain).collect(Collectors.toSet());
    }
}
