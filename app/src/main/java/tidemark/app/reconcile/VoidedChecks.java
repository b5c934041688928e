package tidemark.app.reconcile;

import java.util.Collection;
import java.util.Map;

/** Checks that are not to be paid any more, so that a line of the bank that pays one stands out. Each capability brings its own. */
public interface VoidedChecks {
    /** What became of those numbers of an account that are void, in words, by the plain number. */
    Map<String, String> told(long bankAccountId, Collection<String> numbers);
}
