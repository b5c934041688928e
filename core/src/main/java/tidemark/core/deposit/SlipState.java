package tidemark.core.deposit;

import static tidemark.core.words.Catalogue.say;

import java.util.EnumMap;
import java.util.Map;
import tidemark.core.problem.RuleViolation;

/** The states of a deposit slip, with the one table of legal moves. */
public enum SlipState {
    /** Being put together; its receipts are kept for it. */
    OPEN,
    BANKED,
    /** The bank has credited it, whole or in parts. */
    CREDITED,
    REVERSED;

    /** What happens to a slip. */
    public enum Move {
        BANK,
        CREDIT,
        /** The match with the bank's line is undone. */
        UNDO_CREDIT,
        /** Banked no more and open as before, its receipts still on it. */
        TAKE_APART,
        /** Given up: its receipts are in hand again. */
        REVERSE
    }

    private static final Map<SlipState, Map<Move, SlipState>> LEGAL = new EnumMap<>(Map.of(
            OPEN, Map.of(Move.BANK, BANKED, Move.REVERSE, REVERSED),
            BANKED, Map.of(Move.CREDIT, CREDITED, Move.TAKE_APART, OPEN),
            CREDITED, Map.of(Move.UNDO_CREDIT, BANKED)));

    /**
     * @param slip named in the refusal, such as {@code slip D-0178}
     * @throws RuleViolation {@code slip.state}
     */
    public SlipState after(Move move, String slip) {
        SlipState next = LEGAL.getOrDefault(this, Map.of()).get(move);
        if (next == null) {
            throw new RuleViolation(
                    "slip.state",
                    "",
                    say("slip.state.found", slip, words()),
                    switch (move) {
                        case BANK, REVERSE -> say("slip.state.open");
                        case CREDIT, TAKE_APART -> say("slip.state.banked");
                        case UNDO_CREDIT -> say("slip.state.credited");
                    },
                    this == CREDITED ? say("slip.state.remedyCredited") : say("slip.state.remedy"));
        }
        return next;
    }

    /** As in a sentence: {@code is banked}. */
    public String words() {
        return switch (this) {
            case OPEN -> say("slip.isOpen");
            case BANKED -> say("slip.isBanked");
            case CREDITED -> say("slip.isCredited");
            case REVERSED -> say("slip.wasReversed");
        };
    }
}
