package tidemark.core.returned;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** What becomes of a returned item, with the one table of legal moves. */
public enum ReturnedState {
    /** Nothing has been decided yet. */
    OPEN,
    /** In hand once more, to be taken to the bank again. */
    AGAIN,
    /** The payer owes it, with its fee. */
    OWED,
    WRITTEN_OFF,
    /** It did not come back after all. */
    UNDONE;

    /** What happens to a returned item. */
    public enum Move {
        PRESENT_AGAIN,
        /** It is not taken to the bank again after all. */
        TAKE_BACK,
        OWE,
        WRITE_OFF,
        /** The write-off was reversed. */
        UNDO_WRITE_OFF,
        UNDO
    }

    private static final Map<ReturnedState, Map<Move, ReturnedState>> LEGAL = new EnumMap<>(Map.of(
            OPEN, Map.of(Move.PRESENT_AGAIN, AGAIN, Move.OWE, OWED, Move.WRITE_OFF, WRITTEN_OFF, Move.UNDO, UNDONE),
            OWED, Map.of(Move.PRESENT_AGAIN, AGAIN, Move.WRITE_OFF, WRITTEN_OFF, Move.UNDO, UNDONE),
            AGAIN, Map.of(Move.TAKE_BACK, OPEN),
            WRITTEN_OFF, Map.of(Move.UNDO_WRITE_OFF, OPEN)));

    public boolean allows(Move move) {
        return LEGAL.getOrDefault(this, Map.of()).containsKey(move);
    }

    /**
     * @param item named in the refusal, such as {@code 4471 of Redfern Yachts}
     * @throws RuleViolation {@code returned.state}
     */
    public ReturnedState after(Move move, String item) {
        ReturnedState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "returned.state",
                    "",
                    say("returned.state.found", item, words()),
                    switch (move) {
                        case PRESENT_AGAIN, WRITE_OFF, UNDO, OWE -> say("returned.state.open");
                        case TAKE_BACK -> say("returned.state.again");
                        case UNDO_WRITE_OFF -> say("returned.state.writtenOff");
                    },
                    switch (this) {
                        case AGAIN -> say("returned.state.remedyAgain");
                        case WRITTEN_OFF -> say("returned.state.remedyWrittenOff");
                        default -> say("returned.state.remedy");
                    });
        }
        return next;
    }

    /** As in a sentence: {@code is owed}. */
    public String words() {
        return switch (this) {
            case OPEN -> say("returned.isOpen");
            case AGAIN -> say("returned.isPresentedAgain");
            case OWED -> say("returned.isOwed");
            case WRITTEN_OFF -> say("returned.wasWrittenOff");
            case UNDONE -> say("returned.wasUndone");
        };
    }
}
