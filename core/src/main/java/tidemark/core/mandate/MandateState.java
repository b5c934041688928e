package tidemark.core.mandate;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of a mandate, with the one table of legal moves. */
public enum MandateState {
    ACTIVE,
    /** The customer is asked before each collection. */
    ASKED_FIRST,
    /** Nothing is collected until somebody has put it right. */
    SUSPENDED,
    /** For good: what is collected again needs another mandate. */
    ENDED;

    /** What happens to a mandate. */
    public enum Move {
        ASK_FIRST,
        SUSPEND,
        /** It may be collected from without asking, from now on. */
        ACTIVATE,
        END
    }

    private static final Map<MandateState, Map<Move, MandateState>> LEGAL = new EnumMap<>(Map.of(
            ACTIVE, Map.of(Move.ASK_FIRST, ASKED_FIRST, Move.SUSPEND, SUSPENDED, Move.END, ENDED),
            ASKED_FIRST, Map.of(Move.ACTIVATE, ACTIVE, Move.SUSPEND, SUSPENDED, Move.END, ENDED),
            SUSPENDED, Map.of(Move.ACTIVATE, ACTIVE, Move.ASK_FIRST, ASKED_FIRST, Move.END, ENDED),
            ENDED, Map.of()));

    public boolean allows(Move move) {
        return LEGAL.getOrDefault(this, Map.of()).containsKey(move);
    }

    /**
     * @param mandate named in the refusal
     * @throws RuleViolation {@code mandate.state}
     */
    public MandateState after(Move move, String mandate) {
        MandateState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "mandate.state",
                    "",
                    say("mandate.state.found", mandate, words()),
                    this == ENDED ? say("mandate.state.another") : say("mandate.state.otherwise"),
                    say("mandate.state.remedy"));
        }
        return next;
    }

    public String words() {
        return switch (this) {
            case ACTIVE -> say("mandate.active");
            case ASKED_FIRST -> say("mandate.askedFirst");
            case SUSPENDED -> say("mandate.suspended");
            case ENDED -> say("mandate.ended");
        };
    }
}
