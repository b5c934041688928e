package tidemark.core.collection;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of a collection run, with the one table of legal moves. */
public enum RunState {
    /** Being decided; what is collected in it is reserved. */
    OPEN,
    /** Its file is written; it is booked when its day has come. */
    RELEASED,
    BOOKED,
    /** Given up before its release. */
    TAKEN_BACK,
    /** Booked, and reversed. */
    REVERSED;

    /** What happens to a run. */
    public enum Move {
        RELEASE,
        BOOK,
        TAKE_BACK,
        REVERSE
    }

    private static final Map<RunState, Map<Move, RunState>> LEGAL = new EnumMap<>(Map.of(
            OPEN, Map.of(Move.RELEASE, RELEASED, Move.TAKE_BACK, TAKEN_BACK),
            RELEASED, Map.of(Move.BOOK, BOOKED, Move.REVERSE, REVERSED),
            BOOKED, Map.of(Move.REVERSE, REVERSED)));

    /**
     * @param run named in the refusal
     * @throws RuleViolation {@code run.state}
     */
    public RunState after(Move move, String run) {
        RunState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "run.state",
                    "",
                    say("run.state.found", run, words()),
                    move == Move.RELEASE || move == Move.TAKE_BACK ? say("run.state.open") : say("run.state.released"),
                    this == RELEASED || this == BOOKED ? say("run.state.reverse") : say("run.state.remedy"));
        }
        return next;
    }

    /** As in a sentence: {@code is open}. */
    public String words() {
        return switch (this) {
            case OPEN -> say("run.isOpen");
            case RELEASED -> say("run.isReleased");
            case BOOKED -> say("run.isBooked");
            case TAKEN_BACK -> say("run.isTakenBack");
            case REVERSED -> say("run.isReversed");
        };
    }
}
