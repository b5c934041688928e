package tidemark.core.problem;

import java.io.Serial;
import java.util.List;

/** A broken rule: all the problems that were found, at least one, in a fixed order. */
public final class RuleViolation extends RuntimeException {
    @Serial
    private static final long serialVersionUID = 1L;

    private final transient List<Problem> problems;

    public RuleViolation(List<Problem> problems) {
        super(problems.isEmpty() ? "" : problems.getFirst().message());
        if (problems.isEmpty()) {
            throw new IllegalArgumentException("A violation has at least one problem");
        }
        this.problems = List.copyOf(problems);
    }

    public RuleViolation(String code, String where, String found, String expected, String remedy) {
        this(List.of(new Problem(code, where, found, expected, remedy)));
    }

    /** The same with one more value of its first problem; see {@link Problem#values}. */
    public RuleViolation with(String name, Object value) {
        List<Problem> more = new java.util.ArrayList<>(problems);
        more.set(0, more.getFirst().with(name, value));
        return new RuleViolation(more);
    }

    /** The code of the first problem. */
    public String code() {
        return problems.getFirst().code();
    }

    /** All that were found, at least one. */
    public List<Problem> problems() {
        return problems;
    }
}
