package tidemark.app.ledger;

import java.util.ArrayList;
import java.util.List;
import tidemark.core.problem.Problem;
import tidemark.core.problem.RuleViolation;

/** Rows of a file that are booked one after the other: what is refused is told by its line, and then nothing is booked. */
public final class FileRows {
    private static final int MOST_TOLD = 50;

    private final List<Problem> problems = new ArrayList<>();

    /** What one row does. */
    @FunctionalInterface
    public interface Step {
        void run();
    }

    /**
     * Runs the step of a row, unless so much was refused before that no more is told.
     *
     * @param where names the row
     */
    public void each(String where, Step step) {
        if (problems.size() >= MOST_TOLD) {
            return;
        }
        try {
            step.run();
        } catch (RuleViolation e) {
            e.problems().forEach(p -> problems.add(p.at(p.where().isEmpty() ? where : where + ", " + p.where())));
        }
    }

    /** @throws RuleViolation with all that was refused */
    public void end() {
        if (!problems.isEmpty()) {
            throw new RuleViolation(problems.subList(0, Math.min(MOST_TOLD, problems.size())));
        }
    }
}
